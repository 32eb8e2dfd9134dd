import { createServer } from 'node:http'
import { choose, enter, expect, findings, test } from './desk'

test('a feed is made by an administrator, looked at by itself and by hand, and reports', async ({ page }) => {
  let content = 'sku,type,stock\nFEED-1,lock,4\n'
  const server = createServer((_q, response) => {
    response.end(content)
  })
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done))
  const address = `http://127.0.0.1:${(server.address() as { port: number }).port}/bestand.csv`
  try {
    await enter(page, '/catalogue/feeds', 'administrator')
    await expect(page.getByText('No feeds yet.')).toBeVisible()
    await page.keyboard.press('n')
    await page.getByLabel('Name').fill('Bestandsmeldung des Außenlagers')
    await choose(page.getByLabel('From'), 'an address')
    await page.getByLabel('Address').fill('bestand.csv')
    await page.keyboard.press('Control+s')
    await expect(page.getByText('Enter a full address').first()).toBeVisible()
    await page.getByLabel('Address').fill(address)
    // What fades out has no colours of its own.
    await expect(page.locator('[data-sonner-toast]')).toHaveCount(0, { timeout: 15_000 })
    expect(await findings(page)).toEqual([])
    await page.keyboard.press('Control+s')
    await expect(page).toHaveURL(/feeds\/bestandsmeldung/)
    await page.getByRole('link', { name: 'Feeds' }).click()
    // It is looked at without anybody asking.
    await expect(page.getByText('1 made, 0 changed, 0 unchanged')).toBeVisible({ timeout: 45_000 })
    // What fades out has no colours of its own.
    await expect(page.locator('[data-sonner-toast]')).toHaveCount(0, { timeout: 15_000 })
    expect(await findings(page)).toEqual([])
    content = 'sku,type,stock\nFEED-1,lock,9\n'
    await page.getByRole('button', { name: 'check now at Bestandsmeldung des Außenlagers' }).click()
    await expect(page.getByText('0 made, 1 changed, 0 unchanged')).toBeVisible({ timeout: 20_000 })
    await page.getByRole('link', { name: 'report', exact: true }).click()
    await expect(page.getByRole('heading', { level: 1, name: 'Import products' })).toBeVisible()
    await expect(page.getByRole('button', { name: 'Undo import' })).toBeVisible()
    await page.goto('/catalogue/feeds/bestandsmeldung-des-aussenlagers')
    await page.getByRole('button', { name: 'Delete feed' }).click()
    await expect(page.getByText('No feeds yet.')).toBeVisible()
  } finally {
    server.close()
  }
})

test('a manager sees feeds and does not write them', async ({ page }) => {
  await enter(page, '/catalogue/feeds/new')
  await expect(page.getByText('Read only: only an administrator can change feeds.')).toBeVisible()
  await expect(page.getByLabel('Name')).toBeDisabled()
})
