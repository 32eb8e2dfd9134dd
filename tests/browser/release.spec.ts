import { enter, expect, findings, patchValues, settled, test } from './desk'

const shops = (process.env.INKLOOM_TEST_SHOP ?? '').split(' ')
const shop = () => shops[Number(process.env.TEST_PARALLEL_INDEX ?? 0)]!

test('a product is released, looked at in the shop, changed, compared and released again, and taken back', async ({
  page,
}) => {
  test.slow()
  const sku = 'LU-0140'
  await enter(page, '/releases?in=uk/en-GB')
  await page.keyboard.press('n')
  await page.getByLabel('Title', { exact: true }).fill('Lights for winter')
  await page.getByRole('radio', { name: 'some products' }).check()
  await page.getByLabel('SKUs of the products').fill(sku)
  expect(await findings(page)).toEqual([])
  await page.keyboard.press('Control+Enter')
  await expect(page.getByRole('heading', { level: 1, name: 'Lights for winter' })).toBeVisible()
  const list = page.getByRole('grid', { name: 'Pages of this release' })
  await expect(list.getByRole('row').first()).toContainText(sku)
  await expect(page.getByText('There is no page.')).toBeVisible()
  await settled(page)
  expect(await findings(page)).toEqual([])
  await page.keyboard.press('Control+Enter')
  await expect(page.getByRole('alert')).toContainText('will change for shoppers')
  await page.keyboard.press('Control+Enter')
  await expect(page.getByText(/^Release \d+ is live in United Kingdom\.$/)).toBeVisible()

  await page.goto(`${shop()}/uk/en-GB/p/${sku}`)
  const name = (await page.getByRole('heading', { level: 1 }).innerText()).trim()
  await expect(page.getByText('£').first()).toBeVisible()
  await page.getByRole('button', { name: 'Add to basket' }).click()
  await expect(page.getByText('Added to your basket')).toBeVisible()
  expect(await findings(page)).toEqual([])

  await enter(page, '/catalogue')
  await patchValues(page, sku, [{ attribute: 'name', language: 'en-GB', value: `${name} plus` }])
  await page.goto('/releases/storefronts/uk?in=uk/en-GB')
  await page.keyboard.press('n')
  await page.getByRole('radio', { name: 'some products' }).check()
  await page.getByLabel('SKUs of the products').fill(sku)
  await page.keyboard.press('Control+Enter')
  await expect(list.getByRole('row').first()).toContainText('changed: name')
  await expect(page.frameLocator('iframe[title="The page before"]').getByRole('heading', { level: 1 })).toHaveText(name)
  await expect(page.frameLocator('iframe[title="The page after"]').getByRole('heading', { level: 1 })).toHaveText(
    `${name} plus`,
  )
  await page.getByRole('button', { name: /^Release Ctrl/ }).click()
  await page.getByRole('button', { name: 'Release now' }).click()
  await expect(page.getByText(/^Release \d+ is live in United Kingdom\.$/)).toBeVisible()
  await expect
    .poll(
      async () => {
        await page.goto(`${shop()}/uk/en-GB/p/${sku}`)
        return page.getByRole('heading', { level: 1 }).innerText()
      },
      { timeout: 60_000 },
    )
    .toBe(`${name} plus`)

  await enter(page, '/releases/storefronts/uk?in=uk/en-GB')
  await expect(page.getByRole('cell', { name: 'live', exact: true })).toHaveCount(1)
  await page
    .getByRole('button', { name: /^Go back to release/ })
    .first()
    .click()
  await page.getByRole('button', { name: 'Go back', exact: true }).click()
  await expect(page.getByText(/is back at release \d+/)).toBeVisible()
  await settled(page)
  expect(await findings(page)).toEqual([])
  await patchValues(page, sku, [{ attribute: 'name', language: 'en-GB', value: name }])
})

test('a page that is not ready is held back with its reasons, and released anyway with one', async ({ page }) => {
  const sku = 'LU-0120'
  await enter(page, '/releases?in=uk/en-GB')
  await patchValues(page, sku, [{ attribute: 'summary', language: 'en-GB', value: null }])
  await page.reload()
  await page.getByRole('button', { name: 'New release of United Kingdom' }).click()
  await page.getByRole('radio', { name: 'some products' }).check()
  await page.getByLabel('SKUs of the products').fill(sku)
  await page.getByRole('button', { name: /^Prepare the release/ }).click()
  await expect(page.getByRole('grid').getByRole('row').first()).toContainText('held back')
  await expect(page.getByRole('heading', { name: 'Held back' })).toBeVisible()
  await expect(page.getByRole('button', { name: /^Release Ctrl/ })).toBeDisabled()
  await page.getByRole('grid', { name: 'Pages of this release' }).focus()
  await page.keyboard.press('o')
  await page.getByLabel('Reason', { exact: true }).fill('the catalogue is printed')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: 'Released anyway' })).toBeVisible()
  await expect(page.getByText('“the catalogue is printed”')).toBeVisible()
  await expect(page.getByRole('button', { name: /^Release Ctrl/ })).toBeEnabled()
  await page.getByRole('button', { name: 'Delete', exact: true }).click()
  await expect(page).toHaveURL(/\/releases(\?|$)/)
})

test('the shop says what is not there, at the width of a phone', async ({ page }) => {
  await page.setViewportSize({ width: 360, height: 720 })
  await page.goto(`${shop()}/uk/en-GB/p/none`)
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
  await page.goto(shop())
  expect(await findings(page)).toEqual([])
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(360)
})
