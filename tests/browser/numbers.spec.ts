import { enter, findings, expect, proof, settled, test } from './desk'

interface Stored {
  values: { attribute: string; value: unknown; language: string | null }[]
  prices: { storefront: string; special: boolean; amount: number }[]
}
const sku = 'TW-3075'

test('a measure is read as it is typed: comma, unit and all, and what was understood is told', async ({ page }) => {
  await enter(page, `/catalogue/${sku}?in=uk/en-GB`)
  await page.getByRole('button', { name: /^Package weight, / }).click()
  const field = page.getByLabel('Package weight', { exact: true })
  await field.fill('0,35 lb')
  await expect(page.getByText('0.35 lb = 158.757 g')).toBeVisible()
  await field.press('Enter')
  await expect(page.getByRole('button', { name: 'Package weight, own: 0.35 lb' })).toBeVisible()
  await settled(page)
  const { values } = (await (await page.request.get(`/api/products/${sku}`)).json()) as Stored
  expect(values.find((v) => v.attribute === 'package-weight')!.value).toEqual({ value: 0.35, unit: 'lb' })
})

test('what cannot be read stays as it was typed, with the reason, and nothing is saved', async ({ page }) => {
  await enter(page, `/catalogue/${sku}?in=uk/en-GB`)
  const before = await (await page.request.get(`/api/products/${sku}`)).text()
  await settled(page)
  await page.getByRole('button', { name: /^Package weight, / }).click()
  const field = page.getByLabel('Package weight', { exact: true })
  for (const [typed, reason] of [
    ['1.2.3 kg', /is not a number/],
    ['3 kgs approx', /is not a unit that is known/],
    ['3 mm', /is a unit of length; this is a weight/],
  ] as const) {
    await field.fill(typed)
    await field.press('Enter')
    await expect(page.getByRole('alert').filter({ hasText: reason })).toBeVisible()
    await expect(field).toHaveValue(typed)
  }
  expect(await findings(page)).toEqual([])
  await page.getByRole('button', { name: 'Prices', exact: true }).click()
  const price = page.getByLabel('Base price in United Kingdom, GBP')
  await price.fill('about 20')
  await price.blur()
  await expect(page.getByRole('alert').filter({ hasText: 'is not a number' })).toBeVisible()
  await price.fill('19,999')
  await expect(page.getByText('= 19,999')).toBeHidden()
  await price.fill('19,99 ')
  await expect(page.getByText('= 19.99')).toBeVisible()
  expect(await (await page.request.get(`/api/products/${sku}`)).text()).toBe(before)
})

test('a price may be typed with a comma', async ({ page }) => {
  await enter(page, `/catalogue/${sku}?in=uk/en-GB`)
  await page.getByRole('button', { name: 'Prices', exact: true }).click()
  const price = page.getByLabel('Base price in United Kingdom, GBP')
  await price.fill('19,90')
  await price.press('Enter')
  await expect(proof(page).locator('.price')).toHaveText('£19.90')
  await settled(page)
  const { prices } = (await (await page.request.get(`/api/products/${sku}`)).json()) as Stored
  expect(prices.find((p) => p.storefront === 'uk' && !p.special)!.amount).toBe(19.9)
})
