import type { Page } from '@playwright/test'
import { choose, audit, enter, expect, patchValues, proof, test, unfold } from './desk'

const feed = (page: Page) => page.getByRole('feed', { name: 'Suggestions' })
const rows = (page: Page) => feed(page).getByRole('article')
/** The suggestion that the keys are at. */
const here = (page: Page) => feed(page).locator('article.current')
const trial = (page: Page) => page.getByRole('complementary', { name: 'Trial' })
const step = (page: Page, name: string) => trial(page).getByRole('region', { name, exact: true })
const waiting = (page: Page) => page.getByRole('status').filter({ hasText: /\d+ (suggestions|in “)/ })
const count = async (page: Page) => Number((await waiting(page).innerText()).replace(/[^\d].*$/, ''))

test('a recipe is tried on three products, and another instruction gives another text', async ({ page }) => {
  await enter(page, '/review/recipes?in=de/de-DE')
  await page.getByRole('link', { name: 'The whole page' }).click()
  await expect(page.getByRole('heading', { level: 1, name: 'The whole page' })).toBeVisible()
  // Whatever else there is by now, this one says enough to write from.
  const first = page.getByLabel('Product 1 of the trial')
  await first.fill('KZ-0316')
  await page
    .getByRole('option', { name: /KZ-0316$/ })
    .first()
    .click()
  await expect(first).toHaveValue(/KZ-0316/)
  await page.keyboard.press('Control+Enter')
  await expect(step(page, 'Gather facts')).toContainText('Volumen: 16')
  await expect(step(page, 'Description')).toContainText('Diese Gepäckträgertasche besteht aus recyceltem Nylon.')
  await expect(step(page, 'Search texts')).toContainText('seitentasche-tani-16')
  const instruction = page.getByRole('textbox', { name: 'Instruction of Description' })
  await instruction.click()
  await page.keyboard.press('Control+Home')
  await page.keyboard.type('Begin with the load limit. Leave out the weight. ')
  await page.keyboard.press('Control+Enter')
  await expect(step(page, 'Description')).toContainText(
    /^Description\s*(Die Zuladung beträgt|Diese Gepäckträgertasche trägt)/,
  )
  await expect(step(page, 'Description')).not.toContainText('608 g.')
  await page.keyboard.press('Control+s')
  await expect(page.getByText('Saved', { exact: true })).toBeVisible()
  await page.reload()
  await expect(instruction).toContainText('Begin with the load limit.')
})

test('a step that names a later one is refused where it stands, and nothing is lost', async ({ page }) => {
  await enter(page, '/review/recipes/new?in=de/de-DE')
  await page.getByLabel('Name').fill('Backwards')
  await page.getByRole('button', { name: 'Remove the step Gather facts' }).click()
  await page.keyboard.press('Control+s')
  await expect(page.getByRole('alert').filter({ hasText: 'which is not a step before it' })).toBeVisible()
  await choose(page.getByRole('button', { name: 'Add a step' }), 'Gather facts')
  await page.keyboard.press('Control+s')
  await expect(page.getByRole('heading', { level: 1, name: 'Backwards' })).toBeVisible()
  await page.getByRole('button', { name: 'Delete recipe' }).click()
  await expect(page.getByRole('link', { name: 'The whole page' })).toBeVisible()
  await expect(page.getByRole('link', { name: 'Backwards' })).toBeHidden()
})

test(
  'a run over many products goes on behind the scenes, and whoever started it is told when it waits to ' + 'be read',
  async ({ page }) => {
    await enter(page, '/review/run?recipe=whole-page&in=de/de-DE&type=pannier')
    await expect(page.getByText(/products.*About [\d,]+ units of 100 characters/)).toBeVisible()
    await choose(page.getByLabel('Product type'), 'Schloss')
    await page.getByRole('button', { name: 'All products' }).click()
    await expect(page.getByText(/\b\d{3} products/)).toBeVisible()
    await page.keyboard.press('Control+Enter')
    await expect(page.getByText(/The whole page in German \(Germany\): [\d,]+ suggestions to review/)).toBeVisible({
      timeout: 60_000,
    })
    await expect(
      page
        .getByRole('navigation', { name: 'Groups of suggestions' })
        .getByRole('button', { name: /The whole page in German/ }),
    ).toBeVisible()
    await expect(
      page.getByRole('navigation', { name: 'Main sections' }).getByRole('link', { name: /Review.*to review/ }),
    ).toBeVisible()
  },
)

test('suggestions are read, accepted, edited and refused by keyboard, and nothing is live before', async ({ page }) => {
  await enter(page, '/review/waiting?by=field&group=description%40de-DE&in=de/de-DE')
  await expect(rows(page).first()).toBeVisible()
  const before = await count(page)
  expect(before).toBeGreaterThan(60)
  await expect(here(page)).toContainText('Empty so far.')
  const sku = (await here(page).locator('.code').first().innerText()).trim()
  await expect(proof(page).getByText('besteht aus')).toHaveCount(0)
  await feed(page).focus()
  await page.keyboard.press('a')
  await expect.poll(() => count(page)).toBe(before - 1)
  // Several are marked and accepted at once.
  for (let i = 0; i < 4; i++) {
    await page.keyboard.press('Space')
    await page.keyboard.press('ArrowDown')
  }
  await expect(page.getByText(/, 4 selected/)).toBeVisible()
  await page.keyboard.press('a')
  await expect(page.getByText('Accepted 4 suggestions')).toBeVisible()
  await expect.poll(() => count(page)).toBe(before - 5)
  await page.keyboard.press('e')
  const editor = page.getByRole('textbox', { name: 'Description, as it is accepted' })
  await expect(editor).toBeFocused()
  const edited = (await here(page).locator('.code').first().innerText()).trim()
  await page.keyboard.press('Control+End')
  await page.keyboard.type(' Von Hand gelesen.')
  await page.keyboard.press('Control+Enter')
  await expect.poll(() => count(page)).toBe(before - 6)
  // Undo is for what was decided last, also where nothing has come of it yet.
  await page.route('**/api/suggestions/decisions', async (route) => {
    await new Promise((later) => setTimeout(later, 500))
    await route.continue()
  })
  await page.keyboard.press('x')
  const reopened = page.waitForRequest((sent) => sent.postData()?.includes('"reopen"') ?? false)
  await page.keyboard.press('u')
  const { decisions } = (await reopened).postDataJSON() as { decisions: { id: number }[] }
  expect(decisions).toHaveLength(1)
  await expect(page.getByText('Back in the list')).toBeVisible()
  await expect.poll(() => count(page)).toBe(before - 6)
  // What was accepted is on the page and in the history, under the name of who read it.
  await page.goto(`/catalogue/${edited}?in=de/de-DE&side=history`)
  await expect(page.getByRole('region', { name: 'History' })).toContainText(
    /Accepted an edited suggestion: Description in German \(Germany\).*Maren/,
  )
  await expect(proof(page).getByText('Von Hand gelesen.')).toBeVisible()
  const { values } = (await (await page.request.get(`/api/products/${sku}`)).json()) as {
    values: { attribute: string; language: string; state?: string }[]
  }
  expect(values.find((v) => v.attribute === 'description' && v.language === 'de-DE')?.state).toBe('reviewed')
})

test('suggestions are marked on the way, and what cannot be accepted stays to be mended', async ({ page }) => {
  await enter(page, '/review/waiting?by=field&group=slug%40de-DE&in=de/de-DE')
  await expect(rows(page).first()).toBeVisible()
  const before = await count(page)
  await feed(page).focus()
  await page.keyboard.press('Home')
  await page.keyboard.press('e')
  const editor = page.getByRole('textbox', { name: 'Slug, as it is accepted' })
  await expect(editor).toBeFocused()
  await editor.fill('防水')
  await page.keyboard.press('Control+Enter')
  await expect(page.getByText('1 could not be decided')).toBeVisible()
  await expect(page.getByText('“防水” has nothing that can be written in Latin letters.')).toBeVisible()
  // Nothing that was written is lost.
  await expect(editor).toHaveValue('防水')
  expect(await count(page)).toBe(before)
  await editor.fill('a-slug-that-was-mended')
  await page.keyboard.press('Control+Enter')
  await expect.poll(() => count(page)).toBe(before - 1)
  await page.keyboard.press('Home')
  await page.keyboard.press('Shift+ArrowDown')
  await page.keyboard.press('Shift+ArrowDown')
  await expect(page.getByText(/, 3 selected/)).toBeVisible()
  await page.keyboard.press('x')
  await expect(page.getByText('Rejected 3 suggestions')).toBeVisible()
  await expect.poll(() => count(page)).toBe(before - 4)
  // Enter on a button presses it, and opens no product.
  await here(page)
    .getByRole('button', { name: /^Accept/ })
    .focus()
  await page.keyboard.press('Enter')
  await expect.poll(() => count(page)).toBe(before - 5)
  await expect(page).toHaveURL(/\/review\/waiting/)
})

test('a fact that has changed since makes a suggestion outdated, and accepting all leaves it', async ({ page }) => {
  await enter(page, '/review/waiting?by=field&group=key-points%40de-DE&in=de/de-DE')
  await expect(rows(page).first()).toBeVisible()
  const sku = (await here(page).locator('.code').first().innerText()).trim()
  const attribute = await (async () => {
    const { items } = (await (
      await page.request.get(`/api/suggestions?sku=${sku}&field=key-points&language=de-DE`)
    ).json()) as { items: { madeFrom: string[] }[] }
    return items[0]!.madeFrom.find((a) => ['load-limit', 'weight', 'volume', 'security-level'].includes(a))!
  })()
  const value =
    attribute === 'security-level' ? 3 : attribute === 'volume' ? { value: 3, unit: 'L' } : { value: 3, unit: 'kg' }
  await patchValues(page, sku, [{ attribute, value }])
  await page.reload()
  await expect(rows(page).first()).toContainText(/Outdated: it was based on .+, which has changed since\./)
  await page.getByLabel('only outdated').check()
  await expect(waiting(page)).toContainText('1 in')
  await page.getByLabel('only outdated').uncheck()
  await expect.poll(() => count(page)).toBeGreaterThan(10)
  await page.getByRole('button', { name: 'Accept all' }).click()
  await page.getByRole('button', { name: 'Accept them' }).click()
  await expect(page.getByText(/Accepted \d+ suggestions/)).toBeVisible({ timeout: 30_000 })
  await expect.poll(() => count(page)).toBe(1)
  await expect(rows(page)).toHaveCount(1)
})

test('old and new stand side by side with what differs', async ({ page }) => {
  await enter(page, '/review/run?recipe=whole-page&in=uk/en-GB&q=PE-1822')
  await patchValues(page, 'PE-1822', [
    { attribute: 'summary', language: 'en-GB', value: 'A pannier made of old tarpaulin that holds 22 l.' },
  ])
  await page.getByLabel('all texts, to compare with the current ones').check()
  await expect(page.getByText(/^1 product\./)).toBeVisible()
  await page.getByRole('button', { name: /Start the run/ }).click()
  await expect(page.getByText(/The whole page in English \(United Kingdom\): \d+ suggestions to review/)).toBeVisible({
    timeout: 30_000,
  })
  await page.goto('/review/waiting?by=product&group=PE-1822&language=en-GB&in=uk/en-GB')
  const summary = rows(page).filter({ hasText: 'Summary' })
  await expect(summary.locator('del').filter({ hasText: 'old' })).toBeVisible()
  await expect(summary.locator('ins').filter({ hasText: 'and carries up to' })).toBeVisible()
  // Two texts that have nothing in common are read without marks.
  await expect(rows(page).filter({ hasText: 'Description' }).locator('ins')).toHaveCount(0)
})

test('a product shows how it stands in search results, and a slug that was changed leads on', async ({ page }) => {
  await enter(page, '/catalogue/PE-1825?in=ch/fr-CH&field=slug')
  const result = page.getByRole('region', { name: 'In search results' })
  await expect(result).toContainText('sacoche-etanche-regn-25-pe-1825')
  await expect(result).toContainText('title: the name')
  for (const slug of ['sacoche-regn', 'regn-25']) {
    await page.locator('#field-slug').getByRole('button', { name: /^Slug/ }).last().click()
    await page.getByRole('textbox', { name: /Slug/ }).fill(slug)
    await page.keyboard.press('Enter')
    await expect(result).toContainText(`ch / fr-CH / ${slug}`)
  }
  await expect(result).toContainText('One former slug leads here: sacoche-regn')
  await unfold(page)
  await page
    .locator('#field-search-title')
    .getByRole('button', { name: /^Search title/ })
    .last()
    .click()
  await page
    .getByRole('textbox', { name: /Search title/ })
    .fill('Sacoche étanche Regn 25 pour les trajets sous la pluie battante et les longues vacances à vélo')
  await page.keyboard.press('Enter')
  await expect(result).toContainText(/\d+ of 580 pixels/)
  await expect(result).toContainText('…')
  await expect(result.getByRole('list')).toContainText(/“trajets”.*are not in the text of the page/)
})

test('two descriptions that say the same are found', async ({ page }) => {
  await enter(page, '/review/same-texts?in=uk/en-GB')
  await page.keyboard.press('Control+Enter')
  const group = page.getByRole('region', { name: 'Group 1', exact: true })
  await expect(group).toContainText('word for word')
  await expect(page.getByText(/groups are duplicated on \d+ products/)).toBeVisible()
  await page.reload()
  await expect(group).toContainText('word for word')
  await group.getByRole('link').first().click()
  await expect(page).toHaveURL(/field=description/)
})

test('axe-core finds nothing wrong with the views of the review', ({ page }) =>
  audit(page, [
    ['the review', '/review/waiting?in=de/de-DE', 'Suggestions'],
    ['the recipes', '/review/recipes', 'Recipes'],
    [
      'a recipe',
      '/review/recipes/whole-page?in=de/de-DE',
      'The recipe',
      async () => {
        await page.keyboard.press('Control+Enter')
        await expect(step(page, 'Description')).toBeVisible()
      },
    ],
    ['a run', '/review/run?in=de/de-DE', 'Product type'],
  ]))
