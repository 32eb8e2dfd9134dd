import { checkDigit } from '../../core/gtin/check-digit'
import { choose, enter, expect, proof, settled, test } from './desk'

// The thinnest way through the whole job, as a content manager goes it; each test builds on the one before.
test.describe.configure({ mode: 'serial' })

const gtin = (n: number) => {
  const body = `200${String(n).padStart(9, '0')}`
  return body + String(checkDigit(body))
}
const header =
  'sku;type;category;brand;gtin;stock;price@uk;price@ch;name;volume;load-limit;material;colour;rail-diameter'
const row = (i: number, change: Record<number, string> = {}) =>
  [
    `QY-${i}`,
    'pannier',
    'Bags > Panniers',
    'Oxbrook',
    gtin(500_000 + i),
    '5',
    '44,50',
    '54,50',
    `Quay ${i}`,
    '18,5 L',
    '7 kg',
    'tarpaulin',
    'slate',
    '16 mm',
  ]
    .map((c, at) => change[at] ?? c)
    .map((c) => (/[ ;]/.test(c) ? `"${c}"` : c))
    .join(';')
const rows = (faults: Record<number, Record<number, string>>) =>
  [header, ...Array.from({ length: 60 }, (_, i) => row(i, faults[i]))].join('\n')
const faulty = rows({
  2: { 1: 'boat' },
  5: { 2: 'Bags > Boats' },
  9: { 3: 'Nobody' },
  14: { 4: '2005000000000' },
  21: { 5: 'many' },
  30: { 9: '18.5 L' },
  31: { 10: '7' },
  40: { 11: 'cardboard' },
  50: { 0: 'QY-3' },
  55: { 6: 'cheap' },
})
const asFile = (name: string, text: string) => ({ name, mimeType: 'text/csv', buffer: Buffer.from(text) })

test('imports a file, repairs it by the report, and finds the products', async ({ page }) => {
  await enter(page, '/catalogue/import')
  await page.getByLabel('Choose a file').setInputFiles(asFile('quay.csv', faulty))
  await expect(page.getByText('10 problems in 10 rows.')).toBeVisible()
  await expect(page.getByText('60 rows: 50 new')).toBeVisible()
  const report = page.getByLabel('Problems', { exact: true })
  await expect(report.getByRole('row')).toHaveCount(11)
  await expect(report.getByRole('row').nth(1)).toContainText('4typeboatThere is no product type “boat”.')
  await expect(report).toContainText('“18.5” is only a number with “.” as the decimal sign, but this file uses “,”.')
  await expect(page.getByText('14 columns used · decimal sign comma · semicolon as separator')).toBeVisible()
  await expect(page.getByLabel('Meaning of price@ch')).toHaveValue('Base price, Switzerland')

  await page.getByLabel('Choose a file').setInputFiles(asFile('quay.csv', rows({})))
  await expect(page.getByText('No problem found.')).toBeVisible()
  await page.getByRole('button', { name: 'Import 60 rows' }).click()
  await expect(page.getByText('Imported.', { exact: true })).toBeVisible()
  await expect(page.getByText('60 rows: 60 new')).toBeVisible()

  await page.getByRole('link', { name: 'Products', exact: true }).click()
  await page.getByLabel('Search by SKU, name or GTIN').fill('quay 41')
  await expect(page.getByRole('grid')).toContainText('QY-41')
  await page.getByLabel('Search by SKU, name or GTIN').fill(gtin(500_007))
  await expect(page.getByRole('grid')).toContainText('QY-7')
  await page.getByLabel('Search by SKU, name or GTIN').press('Enter')
  await page.keyboard.press('Control+Enter')
  await expect(page.getByRole('heading', { level: 1, name: 'Quay 7' })).toBeVisible()
  // The report can be read again from the foot of the screen.
  await page.getByRole('link', { name: 'Report' }).click()
  await expect(page.getByText('60 rows: 60 new')).toBeVisible()
})

test('completes one of them: every value in its place, seen at once in the proof', async ({ page }) => {
  // Every kind of editor in one go takes its time.
  test.slow()
  await enter(page, '/catalogue/QY-7?in=uk/en-GB')
  await page.getByRole('button', { name: /^Summary, missing/ }).click()
  await page.getByLabel('Summary', { exact: true }).fill('Stands up to a wet quay.')
  await page.keyboard.press('Control+S')
  await expect(proof(page).getByText('Stands up to a wet quay.')).toBeVisible()

  await page.getByRole('button', { name: /^Description, missing/ }).click()
  const editor = page.getByRole('textbox', { name: 'Description' })
  await editor.pressSequentially('Room for @volu')
  await page.keyboard.press('Enter')
  await editor.pressSequentially(' and more.')
  await expect(editor).toContainText('Volume')
  await page.keyboard.press('Control+S')
  await expect(proof(page).locator('#description')).toHaveText(/^Room for 18\.5\sl and more\.$/)

  await page.getByRole('button', { name: /^Key points, missing/ }).click()
  for (const [i, point] of ['Rolls shut', 'Hooks on with one hand', 'Spare hooks'].entries()) {
    await page.getByRole('textbox', { name: `Key points, point ${i + 1}` }).fill(point)
    if (i < 2) await page.getByRole('button', { name: 'Add a point' }).click()
  }
  await page.keyboard.press('Control+S')
  // Saved once it is closed; until then there are two editors to save.
  await expect(page.getByRole('textbox', { name: 'Key points, point 1' })).toHaveCount(0)
  await page.getByRole('button', { name: /^Pictures, missing/ }).click()
  await page.getByLabel('Pictures: find by name').fill('pe-1818')
  await page.getByRole('button', { name: 'Add pe-1818.svg' }).click()
  await page.getByRole('button', { name: /^Save/ }).click()
  await expect(page.getByText('4 of 4 required').first()).toBeVisible()
  // All that is left is what only shipped goods are asked for.
  await expect(page.getByText('required', { exact: true })).toHaveCount(1)
  await expect(proof(page).locator('.hero img')).toHaveAttribute('src', '/delivery/media/pe-1818.svg?width=960')

  await page.reload()
  await expect(page.getByText('Stands up to a wet quay.').first()).toBeVisible()
})

test('writes a tab with an inline value; what is not saved survives a reload', async ({ page }) => {
  await enter(page, '/library/new?in=uk/en-GB')
  await page.getByLabel('Internal name').fill('How to mount a bag')
  await page.getByLabel('Internal note').fill('Asked on the phone every day.')
  await page.getByLabel('Title, for shoppers').fill('Hanging it up')
  const editor = page.getByRole('textbox', { name: 'Text in English (United Kingdom)' })
  await editor.click()
  await page.keyboard.type('Hooks on rails of up to @rail')
  await expect(page.getByRole('listbox', { name: 'Values' })).toContainText('Rail diameter up to')
  await page.keyboard.press('Enter')
  await page.keyboard.type(', carries ')
  await page.getByRole('button', { name: '@ value of the product' }).click()
  await page.getByLabel('Which value').fill('load')
  await page.getByLabel('Which value').press('Enter')
  await expect(editor).toContainText('Load limit')
  await expect(page.getByText(/empty on \d+ of \d+ products/).first()).toBeVisible()
  await page.getByRole('region', { name: 'Values in the text' }).getByRole('checkbox').first().check()

  await page.reload()
  await expect(page.getByLabel('Title, for shoppers')).toHaveValue('Hanging it up')
  await expect(page.getByRole('textbox', { name: 'Text in English (United Kingdom)' })).toContainText(
    'Rail diameter up to',
  )
  await page.keyboard.press('Control+S')
  await expect(page).toHaveURL(/\/library\/how-to-mount-a-bag/)
  await expect(page.getByText('Not assigned yet.')).toBeVisible()
  await page.getByRole('link', { name: 'Assign', exact: true }).click()
  await expect(page.getByRole('heading', { name: 'New assignment' })).toBeVisible()
})

test('assigns it by a rule: panniers and bags under 60 francs, in Switzerland only', async ({ page }) => {
  await enter(page, '/assignments/new?piece=how-to-mount-a-bag&in=ch/de-CH')
  await page.getByLabel('Internal name').fill('Mounting on cheaper bags')
  const reach = page.getByRole('region', { name: 'Reach', exact: true })
  const count = async () =>
    Number(
      (await reach
        .getByText(/^\d[\d,]*$/)
        .first()
        .textContent())!.replace(',', ''),
    )
  // It begins with a condition that waits for its value, and reaches nothing until it has one.
  await expect(reach.getByText(/A condition has no value yet/)).toBeVisible()
  await choose(page.getByLabel('How Product type is compared'), 'is one of')
  await page.getByLabel('Value of Product type: none chosen').click()
  await page.getByRole('checkbox', { name: 'Pannier', exact: true }).check()
  await page.getByRole('checkbox', { name: 'Handlebar bag' }).check()
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Add a condition' }).click()
  await choose(page.getByLabel('Field', { exact: true }).last(), 'Price today')
  await choose(page.getByLabel('How Price today is compared'), 'below')
  await expect(reach.getByText(/A condition has no value yet/)).toBeVisible()
  await page.getByLabel('Value of Price today').fill('60')
  await expect(page.getByLabel('Unit of Price today')).toHaveText('CHF')
  await expect(
    page.getByText('“How to mount a bag” goes to: Pannier or handlebar bag, priced below 60 CHF'),
  ).toBeVisible()
  await expect(reach).toContainText('QY-')
  await page.getByRole('checkbox', { name: 'Switzerland', exact: true }).check()
  await expect(page.getByText('priced below 60 CHF · Switzerland')).toBeVisible()

  // Why a given helmet does not get it, condition by condition.
  await page.getByLabel('Does it reach this product?').fill('KZ-1100')
  await page
    .getByRole('option', { name: /KZ-1100$/ })
    .first()
    .click()
  await expect(reach.getByText('No, it does not match the rule.')).toBeVisible()
  await expect(reach).toContainText('Product type Helmet, none of Pannier or Handlebar bag')
  await page.getByLabel('Does it reach this product?').fill('QY-7')
  await page.getByRole('option', { name: /QY-7$/ }).first().click()
  await expect(reach.getByText('Yes, it matches the rule.')).toBeVisible()

  await page.getByLabel('Exclude a product').fill('QY-8')
  await page.getByRole('option', { name: /QY-8$/ }).first().click()
  await page.getByLabel('Order, low numbers first').fill('25')
  const before = await count()
  await page.keyboard.press('Control+S')
  await expect(page).toHaveURL(/\/assignments\/mounting-on-cheaper-bags/)
  await expect(reach.getByText('as saved')).toBeVisible()

  // Changed again: what would be gained and lost stands beside it before it is saved.
  await page.getByLabel('Value of Price today').fill('100')
  await expect(reach.getByText(/^Gained, \d+/)).toBeVisible()
  expect(await count()).toBeGreaterThan(before)
  await page.getByRole('button', { name: 'Discard changes' }).click()
  await expect(reach.getByText('as saved')).toBeVisible()
})

test('is translated to French beside the source, and steps through its editions in the proof', async ({ page }) => {
  await enter(page, '/translation/piece%3Ahow-to-mount-a-bag?in=ch/fr-CH')
  const segment = (name: string) => page.getByRole('group', { name })
  await segment('Title, segment 1').getByRole('textbox').fill('Fixation')
  await page.keyboard.press('Control+Enter')
  const text = segment('Text, segment 1').getByRole('textbox', { name: 'Text in French (Switzerland)' })
  await expect(text).toBeFocused()
  await page.keyboard.press('Alt+s')
  await expect(text).toContainText('Hooks on rails of up to')
  await page.keyboard.press('Control+A')
  await page.keyboard.type('Se fixe sur des tubes jusqu’à ')
  await expect(page.getByLabel('Findings and comments')).toContainText(
    'The placeholder “Rail diameter up to” is missing.',
  )
  await page.keyboard.press('Alt+i')
  await page.keyboard.type(', ')
  await page.keyboard.press('Alt+i')
  await expect(page.getByLabel('Findings and comments')).not.toContainText('is missing')
  await page.keyboard.press('Control+Enter')
  await expect(page.getByText('All done')).toBeVisible()

  await page.goto('/catalogue/QY-7?in=uk/en-GB')
  const out = page.getByLabel('Reasons')
  await page.getByText(/not assigned to this product/).click()
  // Why a rule does not fit is asked when somebody wants to know.
  await out.getByRole('button', { name: /How to mount a bag · only in Switzerland/ }).click()
  await expect(out).toContainText('Price today £44.50, not below CHF 60.00')
  await page.locator('body').click({ position: { x: 640, y: 790 } })
  await page.keyboard.press(']')
  await expect(page).toHaveURL(/in=de\/de-DE|in=de%2Fde-DE/)
  await page.keyboard.press(']')
  await expect(page).toHaveURL(/in=ch\/de-CH|in=ch%2Fde-CH/)
  await expect(out.getByText(/no title in German \(Switzerland\)/).first()).toBeVisible()
  await page.keyboard.press(']')
  await out.getByRole('button', { name: 'Fixation' }).click()
  await expect(out).toContainText('Mounting on cheaper bags')
  await expect(out).toContainText('Price today CHF 54.50, below CHF 60.00')
  await expect(out).toContainText('in French (Switzerland)')
  await expect(proof(page).locator('#how-to-mount-a-bag')).toHaveText(
    /^Se fixe sur des tubes jusqu’à 16\s?mm, \d+\s?kg$/,
  )
  await page.goto('/catalogue/QY-8?in=ch/fr-CH')
  await page
    .getByText(/not assigned to this product|Not on this page/)
    .first()
    .click()
  await expect(out.getByText(/this product is excluded from the assignment/)).toBeVisible()
})

test('finds the French stale when the English changes, with the difference, and current again', async ({ page }) => {
  await enter(page, '/library/how-to-mount-a-bag?in=uk/en-GB')
  await page.getByLabel('Title, for shoppers').fill('Hanging the bag up')
  await page.keyboard.press('Control+S')
  await expect(page.getByText('Saved', { exact: true }).first()).toBeVisible()
  await page.goto('/translation?in=ch/fr-CH')
  await choose(page.getByLabel('Show'), 'stale')
  await expect(page.getByRole('grid')).toContainText('How to mount a bag')
  // The list of all gives way to that of the stale: what is clicked must not move under the hand.
  await settled(page)
  await page.getByRole('link', { name: 'How to mount a bag' }).click()
  const title = page.getByRole('group', { name: 'Title, segment 1' })
  await expect(title.getByRole('note')).toContainText('Translated from:')
  await expect(title.locator('del')).toHaveText('it')
  await expect(title.locator('ins').first()).toHaveText('the')
  await title.getByRole('button', { name: 'Still correct' }).click()
  await expect(title.getByRole('note')).toHaveCount(0)
  const saved = page.waitForResponse(
    (r) => r.request().method() === 'PUT' && r.url().includes('/api/translations/units'),
  )
  await title.getByRole('button').or(title.getByRole('textbox')).first().click()
  await choose(title.getByLabel('State'), 'final')
  await saved
  await page.reload()
  await title.getByRole('button').or(title.getByRole('textbox')).first().click()
  await expect(title.getByLabel('State')).toHaveText('Final')
})
