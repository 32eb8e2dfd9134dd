import { readFileSync } from 'node:fs'
import type { Page } from '@playwright/test'
import { choose, audit, enter, expect, findings, patchValues, proof, settled, test } from './desk'

const it = 'in=ch/it-CH'
const helps = (page: Page, name: string) => page.getByLabel('Help for this segment').getByLabel(name, { exact: true })
const editor = (page: Page) => page.getByLabel('Texts', { exact: true }).getByRole('textbox')
const current = (page: Page) => page.locator('[aria-current="true"][role=group]')
const productOf = async (page: Page, sku: string) =>
  (await (await page.request.get(`/api/products/${sku}`)).json()) as {
    values: { attribute: string; language: string | null; value: unknown; state?: string }[]
  }
const valueOf = async (page: Page, sku: string, attribute: string, language: string) =>
  (await productOf(page, sku)).values.find((v) => v.attribute === attribute && v.language === language)

test('what was carried over into an edition, and what did not, is listed by product with the way to it', async ({
  page,
}) => {
  await enter(page, `/translation/carried-over?${it}`)
  await page.getByLabel('Search by SKU').fill('PE-1822')
  const grid = page.getByRole('grid', { name: 'Products and what is carried over' })
  await expect(grid.getByRole('row')).toHaveCount(2)
  await expect(grid).toContainText('Regn 22 roll pannier')
  const left = page.getByLabel('Not carried over')
  await expect(left.getByRole('link', { name: 'Summary' })).toBeVisible()
  await left.getByRole('link', { name: 'Summary' }).click()
  await expect(page).toHaveURL(/\/translation\/product%3APE-1822/)
})

test('a product is translated by keyboard alone: memory, glossary, placeholders, checks, the page following', async ({
  page,
}) => {
  await enter(page, '/translation?in=de/de-DE')
  // Another test may have drafted and taken over the German of panniers.
  await patchValues(page, 'PE-1835', [{ attribute: 'key-points', language: 'de-DE', value: null }])
  await page.goto('/translation/product%3APE-1835?in=de/de-DE')
  await expect(current(page)).toContainText('Roll closure, welded seams')
  // A match of the memory, marked as another region's.
  await expect(helps(page, 'Memory')).toContainText('Rollverschluss, verschweisste Nähte')
  await expect(helps(page, 'Memory')).toContainText('German (Switzerland)')
  await page.keyboard.press('Alt+1')
  await expect(editor(page)).toHaveText('Rollverschluss, verschweisste Nähte')
  await page.keyboard.press('Control+Enter')
  // A placeholder is a chip, inserted by key; without it there is a finding.
  await expect(current(page)).toContainText('Carries')
  await page.keyboard.type('Trägt höchstens ')
  await expect(helps(page, 'Findings and comments')).toContainText('The placeholder “Load limit” is missing.')
  await page.keyboard.press('Alt+i')
  await expect(editor(page).locator('[data-placeholder]')).toHaveText('Load limit')
  await expect(helps(page, 'Findings and comments')).toContainText('No findings.')
  await page.keyboard.press('Control+Enter')
  // A term of the glossary by key, and one that must not stand for it.
  await expect(current(page)).toContainText('Hooks on rails')
  await expect(helps(page, 'Glossary')).toContainText('rail = Rohr')
  await page.keyboard.type('Haken für eine Schiene bis ')
  await page.keyboard.press('Alt+i')
  await expect(helps(page, 'Findings and comments')).toContainText(
    '“Schiene” must not stand for “rail”; the glossary has “Rohr”.',
  )
  await page.getByRole('button', { name: 'Change to “Rohr”' }).click()
  await expect(editor(page)).toContainText('für eine Rohr bis')
  await page.keyboard.press('Control+Enter')
  // The unit is written when all of its segments are.
  await expect(current(page)).toContainText('Reflective on all sides')
  expect(await valueOf(page, 'PE-1835', 'key-points', 'de-DE')).toBeUndefined()
  await page.keyboard.press('Alt+m')
  await expect(editor(page)).toHaveText('Reflektierend ringsum')
  await page.keyboard.press('Control+Enter')
  await expect.poll(() => valueOf(page, 'PE-1835', 'key-points', 'de-DE')).toMatchObject({ state: 'translated' })
})

test('what is written survives a reload, and a text chosen on the page opens its segment', async ({ page }) => {
  await enter(page, `/translation/product%3APE-1825?${it}`)
  await expect(current(page)).toContainText('Keeps 25 L dry')
  await expect(editor(page)).toBeFocused()
  await page.keyboard.type('Tiene 25 L asciutti')
  await expect(page.getByText('Not saved yet; stored in this browser')).toBeVisible()
  page.on('dialog', (d) => void d.accept())
  await page.reload()
  await expect(editor(page)).toHaveText('Tiene 25 L asciutti')
  await page.keyboard.press('Control+s')
  await expect(page.getByText('Saved', { exact: true })).toBeVisible()
  await expect(proof(page).locator('.summary')).toHaveText('Tiene 25 L asciutti')
  await expect(proof(page).locator('.sought')).toHaveText('Tiene 25 L asciutti')
  await proof(page).locator('h1').click()
  await expect(current(page)).toContainText('Regn 25 roll pannier')
})

test('segments are joined, split and filled where they repeat; a finding is overruled with a reason', async ({
  page,
}) => {
  await enter(page, '/translation/product%3APE-1818?in=be/nl-BE')
  await page.getByLabel('Find in these texts').fill('laptop, lunch')
  await page
    .getByRole('button', { name: /^Description, segment 2/ })
    .or(current(page).getByRole('textbox'))
    .first()
    .click()
  await expect(current(page)).toContainText('Inside there is room for')
  const answer = () =>
    page.waitForResponse((r) => r.request().method() === 'PUT' && r.url().includes('/api/translations/units'))
  const joined = answer()
  await page.keyboard.press('Alt+j')
  await joined
  await expect(current(page)).toContainText('and let go with one hand.')
  await page.keyboard.press('Alt+k')
  await page.keyboard.press('ArrowRight')
  const split = answer()
  await page.keyboard.press('Enter')
  await split
  await expect(current(page)).not.toContainText('and let go with one hand.')
  await page.getByLabel('Find in these texts').fill('')
  await page
    .getByRole('button', { name: /^Summary, segment 1/ })
    .or(page.getByRole('group', { name: 'Summary, segment 1' }).getByRole('button'))
    .first()
    .click()
  await editor(page).fill('Houdt 19 L droog, de hele natte rit lang.')
  await page.keyboard.press('Control+Enter')
  const row = page.getByRole('group', { name: 'Summary, segment 1' })
  await expect(row).toContainText('findings')
  await row.getByRole('button').first().click()
  await helps(page, 'Findings and comments')
    .getByRole('button', { name: /Ignore this finding.*Numbers/ })
    .first()
    .click()
  await page.getByLabel('Why this finding can be ignored').fill('Measured anew')
  await page.keyboard.press('Enter')
  await expect(helps(page, 'Findings and comments')).toContainText('Measured anew')
})

test('a reviewer sends a text back with a comment, and approves it when it is mended', async ({ page }) => {
  await enter(page, '/translation/product%3AOX-5114?in=be/nl-BE')
  await page
    .getByRole('group', { name: 'Summary, segment 1' })
    .getByRole('button')
    .or(page.getByRole('group', { name: 'Summary, segment 1' }).getByRole('textbox'))
    .first()
    .click()
  await page.keyboard.press('Alt+u')
  await page.getByLabel('Return with a comment').fill('Say that it has a lid')
  await page.keyboard.press('Enter')
  const row = page.getByRole('group', { name: 'Summary, segment 1' })
  await expect(row).toContainText('1 comment')
  await expect(row.getByLabel('State')).toHaveText('Draft')
  await editor(page).fill('Een open tas voor de weekboodschappen, met deksel.')
  await page.keyboard.press('Alt+r')
  await expect
    .poll(() => valueOf(page, 'OX-5114', 'summary', 'nl-BE'))
    .toMatchObject({ state: 'reviewed', value: 'Een open tas voor de weekboodschappen, met deksel.' })
  await row.getByRole('button').first().click()
  await helps(page, 'Findings and comments').getByRole('button', { name: 'Resolve' }).click()
  await expect(row).not.toContainText('1 comment')
  // What was reviewed is remembered.
  await page.goto('/translation/memory?in=be/nl-BE')
  await page.getByLabel('Search source and target').fill('met deksel')
  await expect(page.getByLabel('Pairs of the memory')).toContainText('An open bag for the weekly shop')
})

test('nothing is called reviewed while a blocker stands in it', async ({ page }) => {
  await enter(page, '/translation?in=be/nl-BE')
  // Other tests may have written here.
  await patchValues(page, 'PE-1822', [
    { attribute: 'summary', language: 'en-GB', value: 'Keeps 22 L dry.' },
    { attribute: 'summary', language: 'nl-BE', value: null },
  ])
  await page.goto('/translation/product%3APE-1822?in=be/nl-BE')
  const row = page.getByRole('group', { name: 'Summary, segment 1' })
  await row.getByRole('button').or(row.getByRole('textbox')).first().click()
  const before = await valueOf(page, 'PE-1822', 'summary', 'nl-BE')
  await editor(page).fill('Houdt alles droog.')
  await page.keyboard.press('Alt+r')
  await expect(page.getByText(/^Not marked as reviewed: /)).toBeVisible()
  await expect(editor(page)).toHaveText('Houdt alles droog.')
  expect(await valueOf(page, 'PE-1822', 'summary', 'nl-BE')).toEqual(before)
  await editor(page).fill('Houdt 22 L droog.')
  await page.keyboard.press('Alt+r')
  await expect
    .poll(() => valueOf(page, 'PE-1822', 'summary', 'nl-BE'))
    .toMatchObject({ state: 'reviewed', value: 'Houdt 22 L droog.' })
})

test('a list is walked and marked by keys, and the desk goes on through what it holds', async ({ page }) => {
  await enter(page, '/translation?in=gulf/ar-AE&kinds=product&show=missing')
  const grid = page.getByRole('grid', { name: 'Texts to translate' })
  await expect(grid.getByRole('row').nth(10)).toBeVisible()
  await settled(page)
  await grid.focus()
  await page.keyboard.press('Home')
  await page.keyboard.press('Shift+PageDown')
  await page.keyboard.press('Shift+ArrowDown')
  await page.keyboard.press('Shift+ArrowDown')
  const marked = Number(/\d+/.exec(await page.getByText(/selected: clear\s*$/).innerText())![0])
  expect(marked).toBeGreaterThan(8)
  await page.keyboard.press('Shift+Home')
  await expect(page.getByText(`${marked} selected: clear`)).toBeVisible()
  await page.keyboard.press(' ')
  await expect(page.getByText(`${marked - 1} selected: clear`)).toBeVisible()
  // Enter on a button presses the button.
  await page.getByRole('button', { name: 'Count words' }).focus()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('button', { name: 'Count', exact: true })).toBeVisible()
  await grid.focus()
  const [first, second] = await grid.locator('[role=row] .code').allInnerTexts()
  await page.keyboard.press('Home')
  await page.keyboard.press('Enter')
  await expect(page).toHaveURL(new RegExp(`product%3A${first!}`))
  await expect(current(page)).toBeVisible()
  await page.keyboard.press('Alt+n')
  await expect(page).toHaveURL(new RegExp(`product%3A${second!}`))
  // Back in the list, it is as it was left.
  await page.getByRole('link', { name: 'Translation', exact: true }).last().click()
  await expect(page.getByLabel('Kind')).toHaveText('Products')
  await expect(page.getByLabel('Show')).toHaveText('Missing')
})

test(
  'many products are translated beforehand, sent out, changed by another program with two segments ' +
    'broken, and brought back',
  async ({ page }) => {
    await enter(page, `/translation?${it}`)
    await choose(page.getByLabel('Kind'), 'products')
    await page.getByLabel('Search by SKU, code or name').fill('OX-')
    await settled(page)
    await page.getByRole('button', { name: 'Pre-translate' }).click()
    await page.getByRole('button', { name: /^Translate all/ }).click()
    const tools = page.getByLabel('Bulk actions')
    await expect(
      tools.getByText(/open segments of \d+ records: \d+ from the memory, \d+ by machine, 0 left open/),
    ).toBeVisible({ timeout: 60_000 })
    await choose(page.getByLabel('Show'), 'machine, not confirmed')
    await page.getByRole('button', { name: 'Export for translation' }).click()
    const download = page.waitForEvent('download')
    await page.getByRole('button', { name: /^Export all/ }).click()
    const file = await (await download).path()
    const xml = readFileSync(file, 'utf8')
    expect(xml).toContain('trgLang="it-CH"')
    // Another program translates one summary, loses a placeholder in one segment and changes the source of another.
    const summary = /<target>([^<]*settimana|[^<]{8,})<\/target>/.exec(xml)![0]
    let n = 0
    const changed = xml
      .replace(summary, '<target>Una borsa aperta.</target>')
      .replace(/(<target>[^<]*)<ph [^>]*\/>/, '$1')
      .replace(/<source>([^<]{20,})<\/source>/g, (all, words: string) =>
        ++n === 4 ? `<source>${words} Changed.</source>` : all,
      )
    await page.getByRole('button', { name: 'Import translations' }).click()
    await tools
      .getByLabel('Choose a translated file')
      .setInputFiles({ name: 'back.xlf', mimeType: 'application/xliff+xml', buffer: Buffer.from(changed) })
    await expect(tools.getByText(/1 segment imported, \d+ unchanged, 2 rejected/)).toBeVisible({ timeout: 60_000 })
    await expect(tools.getByLabel('Rejected segments')).toContainText('is missing.')
    await expect(tools.getByLabel('Rejected segments')).toContainText('The source has changed')
    await page.getByRole('button', { name: 'Count words' }).click()
    await page.getByRole('button', { name: 'Count', exact: true }).click()
    await expect(tools.getByText(/weighted words/)).toBeVisible({ timeout: 30_000 })
    await page.getByRole('button', { name: 'Run checks' }).click()
    await page.getByRole('button', { name: 'Check translations' }).click()
    await expect(tools.getByText(/findings in .* segments/)).toBeVisible({ timeout: 30_000 })
  },
)

test('a changed source makes exactly its translation stale, with the change shown', async ({ page }) => {
  await enter(page, '/catalogue/KZ-0316?in=uk/en-GB')
  const { values } = await productOf(page, 'KZ-0316')
  const source = String(values.find((v) => v.attribute === 'description' && v.language === 'en-GB')!.value)
  await patchValues(page, 'KZ-0316', [
    { attribute: 'description', language: 'en-GB', value: source.replace('14-inch', '15-inch'), base: source },
  ])
  await page.goto('/translation?in=ch/de-CH')
  await choose(page.getByLabel('Show'), 'stale')
  await choose(page.getByLabel('Kind'), 'products')
  const grid = page.getByRole('grid', { name: 'Texts to translate' })
  await expect(grid.getByRole('row').filter({ hasText: 'KZ-0316' })).toHaveCount(1)
  await page.goto('/translation/product%3AKZ-0316?in=ch/de-CH')
  const notes = page.getByLabel('Texts', { exact: true }).getByRole('note')
  await expect(notes).toHaveCount(1)
  await expect(notes.locator('del')).toHaveText('14')
  await expect(notes.locator('ins')).toHaveText('15')
})

test('a glossary term is made, and a menu is translated with its nesting', async ({ page }) => {
  await enter(page, '/translation/glossary?in=ch/fr-CH')
  await page.keyboard.press('n')
  await page.getByLabel('Term in English (United Kingdom)').fill('bell')
  await choose(page.getByRole('button', { name: 'Add a language' }), 'French')
  await page.getByLabel('Term in French').fill('sonnette')
  await page.getByLabel('Forbidden in French').fill('cloche')
  await page.keyboard.press('Control+s')
  await expect(page).toHaveURL(/glossary\/bell/)
  await page.goto('/settings/storefronts/ch?in=ch/fr-CH')
  await page.getByRole('button', { name: 'Menu' }).click()
  await expect(page.getByLabel('Name of locks in French (Switzerland)')).toHaveAttribute('placeholder', 'Antivols')
  await page.getByLabel('Name of workshop-near-you in French (Switzerland)').fill('Un atelier près de chez vous')
  await page.keyboard.press('Tab')
  await page.keyboard.press('Control+s')
  await expect(page.getByText('Saved', { exact: true })).toBeVisible()
  await page.goto('/translation/storefront%3Ach?in=ch/fr-CH')
  await expect(page.getByLabel('Texts', { exact: true })).toContainText('Un atelier près de chez vous')
  await expect(page.getByLabel('Texts', { exact: true })).toContainText(
    'Shown after the button was pressed and no size was chosen',
  )
})

test('an administrator adds a language to a storefront that sells already, and reads what was carried over', async ({
  page,
}) => {
  await enter(page, '/settings/storefronts/gulf?in=gulf/ar-AE', 'administrator')
  await page.getByRole('button', { name: 'Facts and languages' }).click()
  await page.getByLabel('Language to add, as a tag').fill('fr-AE')
  await choose(page.getByLabel('Language that it borrows from'), 'French (Switzerland)')
  await page.getByRole('button', { name: 'Add a language' }).click()
  await page.keyboard.press('Control+s')
  await expect(page.getByText('Saved', { exact: true })).toBeVisible()
  await page.goto('/translation?in=gulf/fr-AE')
  await choose(page.getByLabel('Show'), 'everything')
  await choose(page.getByLabel('Kind'), 'products')
  await expect(page.getByRole('grid', { name: 'Texts to translate' }).getByRole('row').nth(1)).toBeVisible()
  await page.goto('/translation/product%3APE-1830?in=gulf/fr-AE')
  await expect(page.getByLabel('Texts', { exact: true })).toContainText(
    'French (Switzerland) is used here; write only what differs',
  )
})

test('Arabic is written from right to left, and Japanese pages hold no bold', async ({ page }) => {
  await enter(page, '/translation/product%3ATW-4410?in=gulf/ar-AE')
  await expect(editor(page)).toHaveAttribute('dir', 'rtl')
  await expect(proof(page).locator('html')).toHaveAttribute('dir', 'rtl')
  await page.goto('/translation/product%3APE-1830?in=jp/ja-JP')
  await expect(editor(page)).toHaveAttribute('lang', 'ja-JP')
  await editor(page).fill('雨の日も99日')
  await expect(helps(page, 'Findings and comments')).toContainText('The source has no number 99.')
})

test('search texts that the source has not are written at the desk for one language alone', async ({ page }) => {
  await enter(page, '/')
  await patchValues(page, 'KZ-0316', [{ attribute: 'search-title', language: 'en-GB', value: null }])
  await enter(page, '/translation/product:KZ-0316?in=ch/fr-CH', 'translator')
  const unsourced = page.getByRole('region', { name: 'Without a source text' })
  await unsourced.getByRole('button', { name: /^Search title, missing/ }).click()
  await page.getByRole('textbox', { name: 'Search title' }).fill('Sacoche latérale imperméable')
  await page.keyboard.press('Control+s')
  await expect(unsourced.getByRole('button', { name: /^Search title, own/ })).toContainText('Sacoche latérale')
  await page.reload()
  await expect(unsourced.getByRole('button', { name: /^Search title, own/ })).toContainText('Sacoche latérale')
  // What has a source is translated above, and is not here.
  await expect(unsourced.getByRole('button', { name: /^Name,/ })).toHaveCount(0)
  expect(await findings(page)).toEqual([])
})

test('axe-core finds nothing wrong with the views of the translation', ({ page }) =>
  audit(page, [
    ['the desk', '/translation/product%3APE-1822?in=ch/fr-CH', 'Help for this segment'],
    ['progress', '/translation/progress', 'Progress of each edition'],
    ['what was carried over', `/translation/carried-over?${it}`, 'Not carried over'],
    ['the memory', `/translation/memory?${it}`, 'Pairs of the memory'],
    ['the glossary', `/translation/glossary?${it}`, 'Terms'],
    ['a term', `/translation/glossary/rack?${it}`, 'The term'],
  ]))
