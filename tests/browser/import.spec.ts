import { choose, enter, expect, findings, test } from './desk'

const asFile = (name: string, content: string | Buffer) => ({
  name,
  mimeType: 'text/csv',
  buffer: Buffer.from(content),
})
const fileField = 'Choose a file'

test.describe('files that cannot be imported', () => {
  const cases: [string, string | Buffer, RegExp][] = [
    ['an empty file', '', /The file is empty\. It needs a header row with the column “sku”/],
    ['blank lines', '\n\n\n', /The file has no rows/],
    ['a packed spreadsheet', Buffer.from([0x50, 0x4b, 3, 4, 0, 0]), /This compressed file cannot be opened/],
    ['a picture', Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d]), /This is a picture/],
    ['another encoding', Buffer.from('sku,name\nA-1,S\xe4ckli\n', 'latin1'), /not written in UTF-8: at or after line/],
    ['an open quotation mark', 'sku,name\nA-1,"never closed\nA-2,x\n', /never closed\. Close it, or double it/],
    [
      'a quotation mark in the middle',
      'sku,name\nA-1,fine\nA-2,on"e\n',
      /In line 3 a quotation mark stands in the middle/,
    ],
  ]
  for (const [what, content, says] of cases) {
    test(`${what}: says what is wrong and what to do`, async ({ page }) => {
      await enter(page, '/catalogue/import')
      await page.getByLabel(fileField).setInputFiles(asFile('wrong.csv', content))
      await expect(page.getByRole('region', { name: 'Report' }).or(page.getByRole('alert'))).toContainText(says)
      await expect(page.getByRole('button', { name: /^Import \d/ })).toHaveCount(0)
    })
  }
})

test('columns of other names are recognised, said by hand, kept, and put back', async ({ page }) => {
  const supplier = [
    'Item No;Product title;Load limit (lb);Gewicht;Manufacturer;Fastening;Price GBP;Remarks',
    ...Array.from(
      { length: 30 },
      (_, i) => `QM-${i};Quay mate ${i};15,5;${i + 1},2 kg;Oxbrook;slate;${40 + i};fragile`,
    ),
  ].join('\n')
  await enter(page, '/catalogue/import')
  await choose(page.getByLabel('New products are'), 'Pannier')
  await page.getByLabel(fileField).setInputFiles(asFile('supplier.csv', supplier))
  const means = (header: string) => page.getByLabel(`Meaning of ${header}`, { exact: true })
  await expect(means('Item No')).toHaveValue('SKU')
  await expect(means('Gewicht')).toHaveValue('Weight')
  await expect(means('Load limit (lb)')).toHaveValue('Load limit')
  await expect(page.getByLabel('Unit of Load limit (lb)')).toHaveText('lb')
  await expect(means('Fastening')).toHaveValue('Colour')
  await expect(page.getByRole('row', { name: /Fastening/ })).toContainText('guessed from its cells')
  await expect(means('Product title')).toHaveValue('Name, English (United Kingdom)')
  await expect(means('Remarks')).toHaveValue('')
  await means('Remarks').fill('carried@remarks')
  await page.keyboard.press('Enter')
  expect(await findings(page)).toEqual([])
  await page.getByRole('button', { name: 'Save mapping' }).click()
  await page.getByLabel('Name of the mapping').fill('Quay mate')
  await page.keyboard.press('Enter')
  await page.getByRole('button', { name: 'Check the file' }).click()
  await expect(page.getByText('No problem found.')).toBeVisible()
  await page.getByRole('button', { name: 'Import 30 rows' }).click()
  await expect(page.getByText('Imported.', { exact: true })).toBeVisible()
  const product = (await (await page.request.get('/api/products/QM-3')).json()) as {
    type: string
    carried: object
    values: { attribute: string; value: unknown }[]
  }
  expect(product).toMatchObject({ type: 'pannier', carried: { remarks: 'fragile' } })
  expect(product.values).toContainEqual(
    expect.objectContaining({ attribute: 'load-limit', value: { value: 15.5, unit: 'lb' } }),
  )
  await page.getByRole('button', { name: 'Undo import' }).click()
  await expect(page.getByText('30 products removed')).toBeVisible()
  expect((await page.request.get('/api/products/QM-3')).status()).toBe(404)

  // The next file of the same make is understood at once.
  await page.reload()
  await choose(page.getByLabel('Mapping'), 'Quay mate')
  await page
    .getByLabel(fileField)
    .setInputFiles(asFile('next.csv', 'Product title,Item No,Remarks\nQuay mate,QM-99,new\n'))
  await expect(page.getByText('1 row: 1 new')).toBeVisible()
})

test('takes the good rows where that is chosen, and nothing of the bad ones', async ({ page }) => {
  const row = (i: number, stock: string) => `GR-${i},lock,draft,${stock},Lock number ${i}`
  const csv = [
    'sku,type,status,stock,name',
    ...Array.from({ length: 40 }, (_, i) => row(i, i % 10 === 7 ? 'some' : '4')),
  ].join('\n')
  await enter(page, '/catalogue/import')
  await page.getByLabel(fileField).setInputFiles(asFile('good.csv', csv))
  await expect(page.getByText('4 problems')).toBeVisible()
  await page.getByRole('button', { name: 'Import the 36 good rows' }).click()
  await expect(page.getByText('Imported.')).toBeVisible()
  await page.getByRole('link', { name: 'Products', exact: true }).click()
  await page.getByLabel('Search by SKU, name or GTIN').fill('lock number')
  await expect(page.getByText('36 products found')).toBeVisible()
  await page.getByLabel('Search by SKU, name or GTIN').fill('GR-17')
  await expect(page.getByRole('grid')).not.toContainText('GR-17')
})

test('a long import shows how far it is, can be cancelled, and has changed nothing then', async ({ page }) => {
  const csv = [
    'sku,type,status,name,summary',
    ...Array.from(
      { length: 60_000 },
      (_, i) => `CO-${i},lock,draft,Called off ${i},A text of some length that stands for what people write ${i}`,
    ),
  ].join('\n')
  await enter(page, '/catalogue/import')
  await page.getByLabel(fileField).setInputFiles(asFile('long.csv', csv))
  await expect(page.getByText(/Checking row [\d,]+ of 60,000/)).toBeVisible({ timeout: 30_000 })
  await page.getByRole('button', { name: 'Import 60,000 rows' }).click({ timeout: 90_000 })
  await expect(page.getByText(/Importing row [\d,]+ of 60,000/)).toBeVisible({ timeout: 30_000 })
  await page.getByRole('contentinfo').getByRole('button', { name: 'Cancel' }).click()
  await expect(page.getByRole('alert')).toContainText('Nothing has been changed')
  await page.goto('/catalogue')
  await page.getByLabel('Search by SKU, name or GTIN').fill('called off')
  await expect(page.getByText('0 products found')).toBeVisible()
})

test('reads what a supplier writes as ours in all rows at once, and keeps that with the mapping', async ({ page }) => {
  const rows = Array.from({ length: 24 }, (_, i) => `WD-${i};lock;Lock in words ${i};${i % 2 ? 'Blaugrau' : 'slate'}`)
  const csv = ['sku;type;name;colour', ...rows].join('\n')
  await enter(page, '/catalogue/import')
  await page.getByLabel(fileField).setInputFiles(asFile('words.csv', csv))
  const problem = page.getByLabel('Problems').getByRole('row').filter({ hasText: 'Blaugrau' })
  await expect(problem).toHaveCount(1)
  await expect(problem).toContainText('and 8 more')
  await problem.getByRole('button', { name: 'Read “Blaugrau” as …' }).click()
  await choose(problem.getByLabel('Read “Blaugrau” as'), 'Slate')
  expect(await findings(page)).toEqual([])
  await page.getByRole('button', { name: 'Check again with 1 replacement' }).click()
  await expect(page.getByRole('button', { name: 'Import 24 rows' })).toBeVisible()
  await expect(page.getByText('Cells that are read as something else')).toBeVisible()
  await page.getByRole('button', { name: 'Read “Blaugrau” as it stands' }).click()
  await page.getByRole('button', { name: /^Check again/ }).click()
  await expect(problem).toHaveCount(1)
})
