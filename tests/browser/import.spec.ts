import { enter, expect, test } from './desk'

const asFile = (name: string, content: string | Buffer) => ({ name, mimeType: 'text/csv', buffer: Buffer.from(content) })
const choose = 'Choose a CSV file'

test.describe('files that cannot be imported', () => {
  const cases: [string, string | Buffer, RegExp][] = [
    ['an empty file', '', /The file is empty\. It needs a header row with the column “sku”/],
    ['blank lines', '\n\n\n', /no lines with text/],
    ['a packed spreadsheet', Buffer.from([0x50, 0x4b, 3, 4, 0, 0]), /a spreadsheet or another packed file, not CSV text/],
    ['a picture', Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d]), /This is a picture/],
    ['another encoding', Buffer.from('sku,name\nA-1,S\xe4ckli\n', 'latin1'), /not written in UTF-8: at or after line/],
    ['an open quotation mark', 'sku,name\nA-1,"never closed\nA-2,x\n', /never closed\. Close it, or double it/],
    ['a quotation mark in the middle', 'sku,name\nA-1,fine\nA-2,on"e\n', /In line 3 a quotation mark stands in the middle/],
  ]
  for (const [what, content, says] of cases) {
    test(`${what}: says what is wrong and what to do`, async ({ page }) => {
      await enter(page, '/catalogue/import')
      await page.getByLabel(choose).setInputFiles(asFile('wrong.csv', content))
      await expect(page.getByRole('region', { name: 'Report' }).or(page.getByRole('alert'))).toContainText(says)
      await expect(page.getByRole('button', { name: /^Import \d/ })).toHaveCount(0)
    })
  }
})

test('columns that are not known are named, each with what to do', async ({ page }) => {
  await enter(page, '/catalogue/import')
  await page.getByLabel(choose).setInputFiles(asFile('columns.csv', 'sku,colour of it,weight@/fr-CH,price@mars\nZZ-1,red,1 kg,3\n'))
  const problems = page.getByLabel('Problems', { exact: true })
  await expect(problems.getByRole('row')).toHaveCount(4)
  await expect(problems).toContainText('colour of it')
  await expect(problems).toContainText('weight@/fr-CH')
  await expect(problems).toContainText('price@mars')
})

test('takes the good rows where that is chosen, and nothing of the bad ones', async ({ page }) => {
  const row = (i: number, stock: string) => `GR-${i},lock,draft,${stock},Lock number ${i}`
  const csv = ['sku,type,status,stock,name', ...Array.from({ length: 40 }, (_, i) => row(i, i % 10 === 7 ? 'some' : '4'))].join('\n')
  await enter(page, '/catalogue/import')
  await page.getByLabel(choose).setInputFiles(asFile('good.csv', csv))
  await expect(page.getByText('4 problems')).toBeVisible()
  await page.getByRole('button', { name: 'Take the 36 good rows' }).click()
  await expect(page.getByText('Imported.')).toBeVisible()
  await page.getByRole('link', { name: 'Back to the catalogue' }).click()
  await page.getByLabel('Search by SKU, name or GTIN').fill('lock number')
  await expect(page.getByText('36 products')).toBeVisible()
  await page.getByLabel('Search by SKU, name or GTIN').fill('GR-17')
  await expect(page.getByRole('grid')).not.toContainText('GR-17')
})

test('a long import shows how far it is, can be called off, and has changed nothing then', async ({ page }) => {
  const csv = ['sku,type,status,name,summary', ...Array.from({ length: 60_000 }, (_, i) => `CO-${i},lock,draft,Called off ${i},A text of some length that stands for what people write ${i}`)].join('\n')
  await enter(page, '/catalogue/import')
  await page.getByLabel(choose).setInputFiles(asFile('long.csv', csv))
  await expect(page.getByText(/Checking row [\d,]+ of 60,000/)).toBeVisible({ timeout: 30_000 })
  await page.getByRole('button', { name: 'Import 60,000 rows' }).click({ timeout: 90_000 })
  await expect(page.getByText(/Importing row [\d,]+ of 60,000/)).toBeVisible({ timeout: 30_000 })
  await page.getByRole('button', { name: 'Call off' }).click()
  await expect(page.getByRole('alert')).toContainText('Nothing has been changed')
  await page.goto('/catalogue')
  await page.getByLabel('Search by SKU, name or GTIN').fill('called off')
  await expect(page.getByText('0 products')).toBeVisible()
})
