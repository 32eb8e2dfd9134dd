import { audit, enter, expect, findings, proof, test, type Audited } from './desk'

const views: Audited[] = [
  ['readiness', '/readiness?in=be/nl-BE', 'Findings'],
  ['the catalogue', '/catalogue?in=ch/it-CH', 'Products'],
  ['a product, two editions beside each other', '/catalogue/PE-1830?in=ch/fr-CH', 'Values of the product'],
  ['a variant', '/catalogue/KZ-1100-M-OCH?in=ch/de-CH', 'Values of the product'],
  ['import', '/catalogue/import', 'Choose a file'],
  ['changing many', '/catalogue/change?type=pannier', 'Result'],
  ['product types', '/settings/types', 'Product types'],
  ['a product type', '/settings/types/pannier', 'The product type'],
  ['attributes', '/settings/attributes', 'Attributes'],
  ['the house style', '/settings/house-style', 'Rule sets of the house style'],
  ['a house style rule set', '/settings/house-style/new', 'The house style rule set'],
  ['the storefronts', '/settings/storefronts', 'Storefronts'],
  ['a storefront', '/settings/storefronts/ch', 'The storefront'],
  ['an attribute', '/settings/attributes/material', 'The attribute'],
  ['categories', '/settings/categories', 'Categories'],
  ['a new product', '/catalogue/new?copy=KZ-1100', 'Product to copy'],
  ['the data pool', '/catalogue/pool', 'Data pool'],
  ['a product beside the pool', '/catalogue/TW-5042?side=pool', 'Values of the product'],
  ['the library', '/library?in=ch/fr-CH', 'Pieces'],
  ['a piece', '/library/rack-fit?in=ch/fr-CH', 'The piece'],
  ['the assignments', '/assignments', 'Assignments in page order'],
  ['an assignment', '/assignments/size-help?in=ch/de-CH', 'The assignment'],
  ['the campaigns', '/campaigns', 'Campaigns'],
  ['the history of work', '/work', 'History of work'],
  ['the translation work', '/translation?in=ch/it-CH', 'Texts to translate'],
  ['a product at the translation desk', '/translation/product%3APE-1830?in=ch/fr-CH', 'Texts'],
]

test('axe-core finds nothing wrong with any view of the catalogue, the content, the translation and the settings', ({
  page,
}) => audit(page, views))

test(
  'axe-core finds nothing wrong with signing in, the report, the finder, the keys, the history and an ' + 'open editor',
  async ({ page }) => {
    await page.goto('/sign-in')
    await page.getByLabel('Password').waitFor()
    expect(await findings(page)).toEqual([])
    await enter(page, '/catalogue/import')
    await page
      .getByLabel('Choose a file')
      .setInputFiles({ name: 'bad.csv', mimeType: 'text/csv', buffer: Buffer.from('sku,type\nX,boat\n') })
    await expect(page.getByText('1 problem in 1 row.')).toBeVisible()
    expect(await findings(page)).toEqual([])
    await page.keyboard.press('Control+k')
    await page.getByRole('combobox', { name: 'Find' }).fill('regn')
    await page.getByRole('option').first().waitFor()
    expect(await findings(page)).toEqual([])
    await page.keyboard.press('Escape')
    await page.goto('/catalogue/PE-1830?in=uk/en-GB')
    await page.getByRole('button', { name: /^Description, own/ }).click()
    await page.getByRole('textbox', { name: 'Description' }).waitFor()
    expect(await findings(page)).toEqual([])
    await page.keyboard.press('Escape')
    await page.getByRole('button', { name: 'History' }).click()
    await page.getByRole('region', { name: 'History' }).waitFor()
    await page.keyboard.press('?')
    await page.getByRole('heading', { name: 'Keyboard shortcuts' }).waitFor()
    expect(await findings(page)).toEqual([])
  },
)

/** The views that people are in all day. */
const everyday: Audited[] = [
  ['readiness', '/readiness?in=be/nl-BE', 'Findings'],
  ['the catalogue', '/catalogue?in=ch/it-CH', 'Products'],
  ['the board', '/readiness?look=board', 'Board by edition'],
  ['a product', '/catalogue/PE-1830?in=ch/fr-CH', 'Values of the product'],
  ['its prices', '/catalogue/PE-1835?in=ch/fr-CH&side=prices', 'Prices by storefront'],
  ['its history', '/catalogue/OX-3040?in=ch/fr-CH&side=history', 'History'],
  ['the library', '/library?in=ch/fr-CH', 'Pieces'],
  ['a piece', '/library/rack-fit?in=ch/fr-CH', 'The piece'],
  ['the assignments', '/assignments', 'Assignments in page order'],
  ['an assignment', '/assignments/size-help?in=ch/de-CH', 'The assignment'],
  ['the translation desk', '/translation/product%3APE-1830?in=ch/fr-CH', 'Texts'],
  ['the review', '/review/waiting', 'Suggestions'],
  ['the releases', '/releases', 'Releases by storefront'],
]

for (const [screen, width] of [
  ['a phone', 390],
  ['a tablet', 820],
  ['a wide screen', 1920],
] as const)
  test(`axe-core finds nothing wrong on ${screen}`, async ({ page }) => {
    await page.setViewportSize({ width, height: 1000 })
    await audit(page, everyday)
  })

test('axe-core finds nothing wrong at night', async ({ page }) => {
  await page.emulateMedia({ colorScheme: 'dark' })
  await audit(page, everyday)
})

test('on a phone and a tablet nothing scrolls sideways that is read, reviewed or approved', async ({ page }) => {
  await enter(page, '/review/waiting')
  for (const path of ['/review/waiting', '/releases', '/catalogue/PE-1830', '/library/rack-fit', '/readiness']) {
    await page.goto(path)
    await page.getByRole('heading', { level: 1 }).waitFor()
    for (const width of [390, 820]) {
      await page.setViewportSize({ width, height: 800 })
      await page.evaluate(() => new Promise((drawn) => requestAnimationFrame(() => requestAnimationFrame(drawn))))
      const over = await page.evaluate(() =>
        [...document.querySelectorAll<HTMLElement>('body, header, main, main > div')]
          .filter((e) => e.scrollWidth > e.clientWidth + 1)
          .map((e) => `${e.tagName} ${e.className} ${e.scrollWidth} > ${e.clientWidth}`),
      )
      expect(over, `${path} at ${width}`).toEqual([])
    }
  }
})

test('nothing scrolls sideways at 1024, 1280 and 1920, and long German words break', async ({ page }) => {
  // Every view at every width is many pages to open.
  test.slow()
  await enter(page, '/catalogue/TW-4410?in=ch/de-CH')
  for (const path of [
    '/readiness',
    '/catalogue',
    '/catalogue/TW-4410',
    '/library/rack-fit',
    '/assignments/size-help',
    '/translation',
    '/translation/product%3ATW-4410',
    '/review/waiting',
    '/review/recipes/whole-page',
    '/review/run',
    '/review/same-texts',
    '/catalogue/import',
    '/catalogue/pool',
    '/catalogue/TW-4410?side=pool',
  ]) {
    await page.goto(`${path}${path.includes('?') ? '&' : '?'}in=ch/de-CH`)
    await page.getByRole('heading', { level: 1 }).waitFor()
    for (const width of [1024, 1280, 1920]) {
      await page.setViewportSize({ width, height: 800 })
      await page.evaluate(() => new Promise((drawn) => requestAnimationFrame(() => requestAnimationFrame(drawn))))
      const over = await page.evaluate(() =>
        [...document.querySelectorAll<HTMLElement>('body, main, main > div, main [tabindex="0"]:not([role=grid])')]
          .filter((e) => e.scrollWidth > e.clientWidth + 1)
          .map((e) => `${e.tagName} ${e.getAttribute('aria-label') ?? ''} ${e.scrollWidth} > ${e.clientWidth}`),
      )
      expect(over, `${path} at ${width}`).toEqual([])
    }
  }
})

test('text that is not the shopper’s language is marked with its own', async ({ page }) => {
  await enter(page, '/catalogue/TW-0611?in=ch/it-CH')
  await expect(proof(page).locator('h1')).toHaveAttribute('lang', 'en-GB')
  await expect(proof(page).locator('html')).toHaveAttribute('lang', 'it-CH')
})

test('nothing in a text can run', async ({ page }) => {
  await enter(page, '/catalogue/PE-1830?in=uk/en-GB')
  const frame = page.locator('iframe[title="The product page"]')
  await expect(frame).toHaveAttribute('sandbox', 'allow-same-origin')
  await expect(proof(page).locator('script')).toHaveCount(0)
  const { headers } = await page.evaluate(async () => ({
    headers: (await fetch('/catalogue')).headers.get('content-security-policy'),
  }))
  expect(headers).toMatch(/script-src 'self' 'nonce-[^']+'/)
  expect(headers).not.toContain('unsafe')
})
