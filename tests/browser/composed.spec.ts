import { choose, enter, expect, findings, putRecord, settled, shop, test } from './desk'

test('a landing page is written by keyboard, looked at, released with its campaign, and read in the shop', async ({
  page,
}) => {
  test.slow()
  await enter(page, '/pages?in=uk/en-GB')
  const campaign = { code: 'rain-week', name: 'Rain week', note: '', storefronts: ['uk'], from: null, to: null }
  await putRecord(page, 'campaigns', campaign)
  await page.reload()
  await expect(page.getByRole('link', { name: 'Through the winter' })).toBeVisible()
  expect(await findings(page)).toEqual([])
  await page.keyboard.press('n')
  await page.getByLabel('Internal name').fill('Ready for rain')
  await page.getByLabel('Title', { exact: true }).fill('Ready for rain')
  await page.keyboard.press('Tab')
  await expect(page.getByLabel('Address', { exact: true })).toHaveValue('ready-for-rain')
  await page.getByRole('button', { name: 'Add hero' }).click()
  const hero = page.getByRole('region', { name: 'Hero', exact: true })
  await hero.getByLabel('Title', { exact: true }).fill('Rain is only water')
  await page.getByRole('button', { name: 'Add row of products' }).click()
  const row = page.getByRole('region', { name: 'Row of products', exact: true })
  await row.getByLabel('Heading', { exact: true }).fill('What stays dry')
  const outline = page.getByRole('region', { name: 'Sections' })
  await expect(outline).toContainText('it has no products')
  await row.getByLabel('Choose a product').fill('PE-1830')
  await page
    .getByRole('option', { name: /PE-1830/ })
    .first()
    .click()
  const preview = page.getByRole('article', { name: 'The page as shoppers read it' })
  await expect(preview).toContainText('Rain is only water')
  await expect(preview).toContainText('Regn 30 roll pannier')
  expect(await findings(page)).toEqual([])
  // The row is moved before the hero, and back, without a mouse.
  await outline.getByRole('button', { name: /^What stays dry/ }).focus()
  await page.keyboard.press('Alt+ArrowUp')
  await expect(preview.getByRole('heading').first()).toHaveText('What stays dry')
  await page.keyboard.press('Alt+ArrowDown')
  await expect(preview.getByRole('heading').first()).toHaveText('Rain is only water')
  const whole = page.getByRole('region', { name: 'The page', exact: true })
  await choose(whole.getByLabel('Campaign', { exact: true }), 'Rain week')
  await page.keyboard.press('Control+s')
  await expect(page).toHaveURL(/\/pages\/ready-for-rain/)
  await page.reload()
  await expect(preview).toContainText('Regn 30 roll pannier')

  await page.goto('/releases/storefronts/uk?in=uk/en-GB')
  await expect(page.getByRole('button', { name: /^New release/ })).toBeVisible()
  await page.keyboard.press('n')
  await page.getByRole('radio', { name: 'products and pages of a campaign' }).check()
  await page.getByRole('combobox', { name: 'Campaign' }).fill('Rain')
  await page.getByRole('option', { name: 'Rain week' }).click()
  await page.keyboard.press('Control+Enter')
  const grid = page.getByRole('grid', { name: 'Pages of this release' })
  await expect(grid.getByRole('row').first()).toContainText('Ready for rain')
  await expect(page.getByRole('region', { name: 'Comparison' })).toContainText('What stays dry')
  await settled(page)
  expect(await findings(page)).toEqual([])
  await page.getByRole('button', { name: /^Release Ctrl/ }).click()
  await page.getByRole('button', { name: 'Release now' }).click()
  await expect(page.getByText(/^Release \d+ is live in United Kingdom\.$/)).toBeVisible()

  await page.goto(`${shop()}/uk/en-GB/page/ready-for-rain`)
  await expect(page.getByRole('heading', { level: 1, name: 'Rain is only water' })).toBeVisible()
  await expect(page.getByRole('link', { name: /Regn 30 roll pannier/ })).toBeVisible()
  expect(await findings(page)).toEqual([])
  await expect
    .poll(
      async () => {
        await page.goto(`${shop()}/uk/en-GB`)
        return page.getByRole('link', { name: 'Ready for rain' }).count()
      },
      { timeout: 60_000 },
    )
    .toBe(1)
  await page.getByRole('link', { name: 'Ready for rain' }).click()
  await expect(page).toHaveURL(/\/page\/ready-for-rain$/)
})
