import { choose, enter, expect, findings, more, test } from './desk'

test('changes a field of many products: shown first, made as one step, put back as one', async ({ page }) => {
  await enter(page, '/catalogue?type=helmet')
  await more(page, 'Catalogue', 'Bulk edit')
  await expect(page.getByText('For Helmet')).toBeVisible()
  const what = page.getByRole('region', { name: 'Result' })
  await expect(what).toContainText('Choose a field.')

  await choose(page.getByLabel('Field', { exact: true }), 'Name')
  await choose(page.getByLabel('Action'), 'Find and replace')
  await expect(what).toContainText('Enter what to find.')
  await page.getByLabel('Find', { exact: true }).fill('Hayate')
  await page.getByLabel('Replace with').fill('Hayate Two')
  await expect(what.getByRole('status').first()).toHaveText('4 of 15 would change.')
  await expect(page.getByText('For Helmet: 15 products')).toBeVisible()
  const rows = page.getByLabel('Before and after').getByRole('row')
  await expect(rows).toHaveCount(5)
  await expect(rows.nth(1)).toHaveText('KZ-1100Hayate city helmetHayate Two city helmet')
  expect(await findings(page)).toEqual([])

  await page.keyboard.press('Control+Enter')
  await expect(what).toContainText('Replaced “Hayate” with “Hayate Two” in Name. 4 values changed.')
  // One is changed again by hand: putting back leaves it alone, and says so.
  const product = (await (await page.request.get('/api/products/KZ-1300')).json()) as {
    values: { attribute: string; language: string | null; value: string }[]
  }
  expect(product.values.find((v) => v.attribute === 'name' && v.language === 'en-GB')!.value).toBe(
    'Hayate Two air helmet',
  )
  const { token } = (await (await page.request.get('/api/session')).json()) as { token: string }
  const again = await page.request.patch('/api/products/KZ-1300', {
    headers: { 'If-Match': '*', 'x-inkloom-token': token },
    data: { values: [{ attribute: 'name', language: 'en-GB', value: 'Hayate air, the second' }] },
  })
  expect(again.status()).toBe(200)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(what).toContainText('Undone in 3 products. 1 value was changed again since and stays: KZ-1300.')
  await page.goto('/catalogue/KZ-1100')
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Hayate city helmet')
  await page.goto('/catalogue/KZ-1300')
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Hayate air, the second')
})

test('fills a text from another only if empty, and says where it cannot', async ({ page }) => {
  await enter(page, '/catalogue/change?type=gloves')
  await choose(page.getByLabel('Field', { exact: true }), 'Name')
  await choose(page.getByLabel('Language', { exact: true }), 'in Italian (Switzerland)')
  await choose(page.getByLabel('Action'), 'Fill from another field')
  await choose(page.getByLabel('From', { exact: true }), 'Name')
  await expect(page.getByRole('region', { name: 'Result' }).getByRole('status').first()).toContainText(
    /\d+ of \d+ would change/,
  )
  const all = Number(
    (await page.getByRole('region', { name: 'Result' }).getByRole('status').first().innerText()).match(/^\d+/)![0],
  )
  await page.getByLabel('only if empty').check()
  await expect
    .poll(async () =>
      Number(
        (await page.getByRole('region', { name: 'Result' }).getByRole('status').first().innerText()).match(/^\d+/)![0],
      ),
    )
    .toBeLessThanOrEqual(all)
  await expect(page.getByLabel('Before and after').getByRole('row').nth(1)).toContainText('nothing')
})

test('asks each field with the editor that fits it', async ({ page }) => {
  await enter(page, '/catalogue/change?type=pannier')
  const field = page.getByLabel('Field', { exact: true })
  await choose(field, 'Load limit')
  await page.getByLabel('New value of Load limit', { exact: true }).fill('9')
  await choose(page.getByLabel('Unit of New value of Load limit'), 'kg')
  await expect(page.getByLabel('Before and after')).toContainText('9 kg')
  await choose(field, 'Mounts on')
  await choose(page.getByLabel('Action'), 'Add')
  await page.getByRole('checkbox').first().check()
  await expect(page.getByRole('region', { name: 'Result' }).getByRole('status').first()).toContainText(/would change/)
  await choose(field, 'Launched')
  await expect(page.getByLabel('Action')).toContainText('Set')
  await page.getByLabel('New value of Launched').fill('2030-12-01')
  await expect(page.getByLabel('Before and after')).toContainText('2030-12-01')
})

test('is not offered to a translator', async ({ page }) => {
  await enter(page, '/catalogue', 'translator')
  await expect(page.getByRole('link', { name: 'Import' })).toBeVisible()
  await expect(page.getByRole('button', { name: 'More: Catalogue' })).toHaveCount(0)
  await page.goto('/catalogue/change')
  await expect(page.getByText('cannot change products')).toBeVisible()
})

test('is found again in the history of work, with its result and its undo', async ({ page }) => {
  await enter(page, '/catalogue/change?type=helmet')
  await choose(page.getByLabel('Field', { exact: true }), 'Name')
  await choose(page.getByLabel('Action'), 'Find and replace')
  await page.getByLabel('Find', { exact: true }).fill('helmet')
  await page.getByLabel('Replace with').fill('headgear')
  const what = page.getByRole('region', { name: 'Result' })
  await expect(what.getByRole('status').first()).toContainText(/\d+ of \d+ would change/)
  await page.keyboard.press('Control+Enter')
  await expect(what).toContainText('Replaced “helmet” with “headgear” in Name.')
  // After a reload, from anywhere.
  await page.goto('/library')
  await page.getByRole('link', { name: 'History of work' }).click()
  const title = 'Replaced “helmet” with “headgear” in Name'
  // The latest of them: an earlier try may have left its own.
  const row = page
    .getByRole('row')
    .filter({ has: page.getByRole('cell', { name: title, exact: true }) })
    .first()
  await expect(row).toContainText('Done: ')
  await expect(row).toContainText('Maren Oddvik')
  expect(await findings(page)).toEqual([])
  await row.getByRole('button', { name: /^Undo/ }).click()
  await expect(row).toContainText('undone')
  await expect(row.getByRole('button', { name: /^Undo/ })).toHaveCount(0)
  await page.goto('/catalogue/KZ-1100')
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Hayate city helmet')
})

test('prices are lowered, given for a time and moved, for products and their variants', async ({ page }) => {
  await enter(page, '/catalogue/change?type=bell')
  const field = page.getByLabel('Field', { exact: true })
  const result = page.getByRole('region', { name: 'Result' })
  await choose(field, 'Base price')
  await expect(result).toContainText('Say in which storefront.')
  await choose(page.getByLabel('Storefront', { exact: true }), 'only in Switzerland')
  await choose(page.getByLabel('Action'), 'Raise or lower')
  await expect(result).toContainText('Enter by how much.')
  await page.getByLabel('By how much').fill('-10')
  await expect(result.getByRole('status').first()).toContainText(/\d+ of \d+ would change/)
  await choose(field, 'Special prices')
  await choose(page.getByLabel('Storefront', { exact: true }), 'only in United Kingdom')
  await page.getByLabel('Percent below the base price').fill('25')
  await page.getByLabel('From', { exact: true }).fill('2031-12-01T00:00')
  await page.getByLabel('To', { exact: true }).fill('2031-12-24T23:59')
  await expect(result.getByRole('table')).toContainText('until 24 Dec 2031, 23:59')
  expect(await findings(page)).toEqual([])
  await page.keyboard.press('Control+Enter')
  await expect(result).toContainText('Added a special price: United Kingdom')
  await result.getByRole('button', { name: /^Undo/ }).click()
  await expect(result).toContainText(/restored|Undone|undone/i)
})

test('a relation is added to many by picking its product', async ({ page }) => {
  await enter(page, '/catalogue/change?type=bell')
  await choose(page.getByLabel('Field', { exact: true }), 'Goes with')
  await choose(page.getByLabel('Action'), 'Add')
  const picker = page.getByRole('combobox', { name: 'Goes with' })
  await picker.fill('KZ-0316')
  await page.getByRole('option', { name: /KZ-0316/ }).click()
  const result = page.getByRole('region', { name: 'Result' })
  await expect(result.getByRole('status').first()).toContainText(/\d+ of \d+ would change/)
  await expect(result.getByRole('table')).toContainText('KZ-0316')
})

test('selected products with variants are found too', async ({ page }) => {
  await enter(page, '/catalogue?type=helmet')
  const grid = page.getByRole('grid')
  await expect(grid.getByRole('row').nth(2)).toContainText('+')
  await grid.focus()
  await page.keyboard.press('Shift+ArrowDown')
  await expect(page.getByText('2 selected')).toBeVisible()
  await page.getByRole('button', { name: 'Bulk edit' }).click()
  await choose(page.getByLabel('Field', { exact: true }), 'Stock')
  await page.getByLabel('New value of Stock').fill('3')
  await expect(page.getByText(/: 2 products/)).toBeVisible()
  await choose(page.getByLabel('Which products'), 'variants')
  await expect(page.getByRole('region', { name: 'Result' }).getByRole('status').first()).toContainText(/of \d+ would/)
})
