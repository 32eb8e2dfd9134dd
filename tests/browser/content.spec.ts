import type { Locator, Page } from '@playwright/test'
import { inWords } from '../days'
import { choose, audit, enter, expect, findings, proof, settled, test, daysOf, dropWaiting } from './desk'

const save = async (page: Page) => {
  await page.keyboard.press('Control+S')
  await expect(page.getByText(/^(Created|Saved)$/).first()).toBeVisible()
  await expect(page).not.toHaveURL(/\/new/)
}
const tabs = (page: Page) => proof(page).getByRole('tab')
/** Asks the panel beside an assignment whether it reaches a product. */
async function asks(page: Page, sku: string): Promise<Locator> {
  await page.getByLabel('Does it reach this product?').fill(sku)
  await page
    .getByRole('option', { name: new RegExp(`${sku}$`) })
    .first()
    .click()
  return page.getByRole('region', { name: 'Does it reach' }).getByRole('status')
}
async function condition(page: Page, field: string, is: string, fill: (page: Page) => Promise<unknown>) {
  await dropWaiting(page)
  await page.getByRole('button', { name: 'Add a condition' }).last().click()
  await choose(page.getByLabel('Field', { exact: true }).last(), field)
  await choose(page.getByLabel(`How ${field} is compared`).last(), is)
  await fill(page)
}
async function write(page: Page, name: string, title: string, text: string) {
  await page.getByLabel('Internal name').fill(name)
  await page.getByLabel('Title, for shoppers').first().fill(title)
  await page.getByRole('textbox', { name: /^Text in English/ }).click()
  await page.keyboard.type(text)
}

test('spare parts stand last on every lock, after the built-in reviews', async ({ page }) => {
  await enter(page, '/library/new?in=uk/en-GB')
  await write(page, 'Spare parts', 'Spare parts', 'Springs and keys of this lock are kept for ten years.')
  await page.getByRole('radio', { name: 'parcel' }).check({ force: true })
  await save(page)
  await page.getByRole('link', { name: 'Assign', exact: true }).click()
  await expect(page.getByRole('heading', { level: 1, name: 'New assignment' })).toBeVisible()
  await page.getByLabel('Internal name').fill('Spare parts on locks')
  await condition(page, 'Product type', 'is', (p) => choose(p.getByLabel('Value of Product type'), 'Lock'))
  await page.getByLabel('Order, low numbers first').fill('9000')
  await expect(await asks(page, 'OX-3040')).toContainText('Yes, it matches the rule.')
  await expect(await asks(page, 'PE-1830')).toContainText('No, it does not match the rule.')
  await expect(page.getByRole('region', { name: 'Before saving' })).toContainText(
    '“Spare parts” has no title or text in',
  )
  // The page as it would be, before anything is saved.
  await page.getByRole('button', { name: 'Its page' }).click()
  await expect(page.getByText('Nothing would change on this page.')).toBeVisible()
  await save(page)
  await page.goto('/catalogue/OX-3040?in=uk/en-GB')
  await expect(tabs(page).last()).toHaveText('Spare parts')
  await page.keyboard.press('c')
  const content = page.getByRole('region', { name: 'Content on this page' })
  await expect(content).toContainText('9000')
  await expect(content).toContainText('How safe is this lock?')
  expect(await findings(page)).toEqual([])
})

test('a note for everything with a battery goes to two storefronts alone, in each language that it has', async ({
  page,
}) => {
  await enter(page, '/library/new?in=gulf/ar-AE')
  await write(page, 'Lithium', 'Lithium inside', 'Flown goods: the cell holds lithium.')
  await page.getByLabel('Title, for shoppers').last().fill('يحتوي على الليثيوم')
  await page.getByRole('textbox', { name: /^Text in Arabic/ }).click()
  await page.keyboard.type('تحتوي البطارية على الليثيوم.')
  await save(page)
  await page.getByRole('link', { name: 'Assign', exact: true }).click()
  await expect(page.getByRole('heading', { level: 1, name: 'New assignment' })).toBeVisible()
  await page.getByLabel('Internal name').fill('Lithium where a battery is included')
  await condition(page, 'Battery included', 'is', (p) => choose(p.getByLabel('Value of Battery included'), 'yes'))
  await page.getByRole('checkbox', { name: 'Gulf', exact: true }).check()
  await page.getByRole('checkbox', { name: 'Canada', exact: true }).check()
  await expect(
    page.getByText(/Battery included is yes · Canada, Gulf|Battery included is yes · Gulf, Canada/),
  ).toBeVisible()
  const everywhere = page.getByRole('region', { name: 'Before saving' })
  await expect(everywhere.getByRole('row')).toHaveCount(3)
  await expect(await asks(page, 'LU-0140')).toContainText('Yes, it matches the rule.')
  await save(page)
  await page.goto('/catalogue/LU-0140?in=gulf/ar-AE')
  await expect(proof(page).locator('html')).toHaveAttribute('dir', 'rtl')
  await expect(proof(page).getByRole('button', { name: 'يحتوي على الليثيوم' })).toBeVisible()
  await page.goto('/catalogue/LU-0140?in=jp/ja-JP')
  await expect(proof(page).locator('html')).toHaveAttribute('lang', 'ja-JP')
  await page.getByText(/\d+ not assigned to this product/).click()
  await expect(page.getByLabel('Reasons')).toContainText(/Lithium · only in (Gulf, Canada|Canada, Gulf)/)
})

test('a note on trade prices asks the price in pounds or in euros, for workshops alone', async ({ page }) => {
  await enter(page, '/library/new?in=uk/en-GB')
  await write(page, 'Trade price', 'For workshops', 'Ask for the price of ten.')
  await save(page)
  await page.getByRole('link', { name: 'Assign', exact: true }).click()
  await expect(page.getByRole('heading', { level: 1, name: 'New assignment' })).toBeVisible()
  await page.getByLabel('Internal name').fill('Trade note between prices')
  await choose(page.getByLabel('Which conditions must be met'), 'at least one of these')
  for (const [low, high, currency] of [
    ['35', '60', 'GBP'],
    ['40', '70', 'EUR'],
  ] as const) {
    await condition(page, 'Price today', 'from … to', async (p) => {
      await p.getByLabel('Value of Price today, lower end').last().fill(low)
      await p.getByLabel('Value of Price today, upper end').last().fill(high)
      await choose(p.getByLabel('Unit of Price today').last(), currency)
    })
  }
  await page.getByRole('checkbox', { name: 'workshop' }).check()
  await expect(page.getByText('Priced 35 to 60 GBP or priced 40 to 70 EUR · workshop')).toBeVisible()
  await choose(page.getByLabel(/^Area/), 'beside the price')
  await save(page)
  const has = async (at: string) => {
    await page.goto(at)
    await expect(proof(page).getByRole('heading', { level: 1 })).toBeVisible()
    return proof(page).getByRole('heading', { name: 'For workshops' }).count()
  }
  // A light that workshops get for 36 pounds, both ends included; shoppers pay more, and do not see it either.
  expect([
    await has('/catalogue/LU-0140?in=uk/en-GB&for=workshop'),
    await has('/catalogue/LU-0140?in=uk/en-GB'),
  ]).toEqual([1, 0])
  await page.goto('/assignments/trade-note-between-prices?in=uk/en-GB&for=workshop')
  await expect(await asks(page, 'PE-1830')).toContainText('No, it does not match the rule.')
})

test('a changed rule says what is gained and lost before it is saved, and what collides', async ({ page }) => {
  await enter(page, '/assignments/spare-parts-on-locks?in=uk/en-GB')
  await choose(page.getByLabel('Value of Product type'), 'Pump')
  const everywhere = page.getByRole('region', { name: 'Before saving' })
  await expect(everywhere.getByRole('row', { name: /United Kingdom/ })).toContainText(/\+\d+.*−\d+/)
  await expect(page.getByText(/^No longer, \d+$/)).toBeVisible()
  await page.getByRole('button', { name: 'Discard changes' }).click()
  await page.getByRole('combobox', { name: 'replaces' }).fill('which si')
  await page.getByRole('option', { name: 'Which size' }).click()
  await expect(everywhere).toContainText(/Nothing to replace on all \d+: “Which size” does not appear there\./)
  expect(await findings(page)).toEqual([])
  await page.getByRole('button', { name: 'Discard changes' }).click()
})

test('the page’s order is changed by keyboard and by dragging, and numbers follow', async ({ page }) => {
  await enter(page, '/assignments?in=uk/en-GB')
  const order = () => page.locator('[data-row] a.font-semibold').allInnerTexts()
  await expect(page.getByRole('link', { name: 'Spare parts on locks' })).toBeVisible()
  // Areas and built-in parts come a moment later, and put the list in another order.
  await settled(page)
  const before = await order()
  const at = before.indexOf('Spare parts on locks')
  await page.getByRole('link', { name: 'Spare parts on locks' }).focus()
  await page.keyboard.press('Alt+ArrowUp')
  await expect.poll(order).toEqual(before.map((x, i) => (i === at - 1 ? before[at]! : i === at ? before[at - 1]! : x)))
  const handle = page.locator('[data-row="rack-fit-on-panniers"] [data-handle]')
  await handle.dragTo(page.locator('[data-row="size-help"] td').first(), { targetPosition: { x: 30, y: 44 } })
  await expect
    .poll(async () => {
      const o = await order()
      return o.indexOf('Rack fit on panniers') > o.indexOf('Size help on clothing')
    })
    .toBe(true)
  await page.getByRole('link', { name: 'Spare parts on locks' }).focus()
  await page.keyboard.press('r')
  await expect(page.getByText('“Spare parts on locks” is paused', { exact: true })).toBeVisible()
  await page.getByRole('button', { name: /^Resume ?: Spare parts on locks/ }).click()
  await expect(page.getByText('“Spare parts on locks” is running again', { exact: true })).toBeVisible()
  expect(await findings(page)).toEqual([])
  // Where it was, for whoever looks at pages next.
  const { token } = (await (await page.request.get('/api/session')).json()) as { token: string }
  expect(
    (
      await page.request.post('/api/assignments/order', {
        headers: { 'x-inkloom-token': token },
        data: { storefront: 'uk', area: 'details', code: 'rack-fit-on-panniers', before: 'mounting-on-hardware' },
      })
    ).status(),
  ).toBe(200)
})

test('the clock moves to the end of a campaign, by the strip of moments', { tag: '@dated' }, async ({ page }) => {
  await enter(page, '/catalogue')
  const day = await daysOf(page)
  await page.goto(`/catalogue/PE-1830?in=uk/en-GB&at=${day(1)}T12:00`)
  const moments = page.getByRole('region', { name: 'When this page changes' })
  await expect(proof(page).getByText('Bought for a present?')).toHaveCount(1)
  await moments.getByRole('button', { name: new RegExp(`^${inWords(day(8))}: `) }).click()
  await expect(moments).toContainText('Longer returns in Dark evenings')
  await moments.getByRole('button', { name: 'Show the page then' }).click()
  await expect(page).toHaveURL(new RegExp(`at=${day(8)}T00(:|%3A)00`))
  await expect(proof(page).getByText('Bought for a present?')).toHaveCount(0)
  await expect(proof(page).getByText('to change your mind')).toHaveCount(1)
})

test('a product’s own piece is written on it, and becomes reusable in one step', async ({ page }) => {
  await enter(page, '/catalogue/OX-3040?in=uk/en-GB')
  await expect(tabs(page).first()).toBeVisible()
  await page.keyboard.press('c')
  await page.getByRole('link', { name: 'New piece for this product only' }).click()
  await write(page, 'Key of OX-3040', 'The key', 'It has five notches.')
  await expect(tabs(page).filter({ hasText: 'The key' })).toHaveCount(1)
  await save(page)
  await page.getByRole('button', { name: 'Make reusable' }).click()
  await expect(
    page.getByRole('region', { name: 'Where it appears' }).getByRole('link', { name: 'Key of OX-3040' }),
  ).toBeVisible()
  await page.goto('/catalogue/OX-3040?in=uk/en-GB')
  await expect(tabs(page).filter({ hasText: 'The key' })).toHaveCount(1)
})

test('a description is split at its headings, for a storefront and for one product alone', async ({ page }) => {
  await enter(page, '/catalogue/OX-3040?in=uk/en-GB')
  const { token } = (await (await page.request.get('/api/session')).json()) as { token: string }
  const description =
    '<p>For one night at the station.</p><h2>Care</h2><p>One drop of oil.</p><h2>Keys</h2><p>Two come ' +
    'along.</p><h3>More keys</h3><p>On request.</p>'
  expect(
    (
      await page.request.patch('/api/products/OX-3040', {
        headers: { 'If-Match': '*', 'x-inkloom-token': token },
        data: { values: [{ attribute: 'description', language: 'en-GB', value: description }] },
      })
    ).status(),
  ).toBe(200)
  await page.reload()
  await expect(tabs(page).first()).toBeVisible()
  await page.keyboard.press('c')
  const panel = page.getByRole('region', { name: 'Split description' })
  await panel.getByRole('checkbox', { name: 'Care' }).check()
  await panel.getByRole('checkbox', { name: 'Keys', exact: true }).check()
  await expect(panel.getByRole('listitem').filter({ hasText: 'Two come along. More keys' })).toBeVisible()
  await panel.getByRole('button', { name: 'Save for United Kingdom' }).click()
  await expect(tabs(page).filter({ hasText: 'Care' })).toHaveCount(1)
  await expect(page.getByRole('region', { name: 'Content on this page' })).toContainText('split from the description')
  // For this product alone: seen on its page before it is saved, there after a reload, and removed again.
  await panel.getByRole('checkbox', { name: 'Care' }).uncheck()
  await expect(page.getByText('preview with this split saved')).toBeVisible()
  await expect(tabs(page).filter({ hasText: 'Care' })).toHaveCount(0)
  await panel.getByRole('button', { name: 'Save for this product' }).click()
  await expect(panel).toContainText('The pattern is this product’s own.')
  await page.reload()
  await expect(tabs(page).filter({ hasText: 'Keys' })).toHaveCount(1)
  await expect(tabs(page).filter({ hasText: 'Care' })).toHaveCount(0)
  await page.keyboard.press('c')
  await panel.getByRole('button', { name: 'Remove this product’s own' }).click()
  await expect(panel).toContainText('The pattern is the storefront’s.')
  await expect(tabs(page).filter({ hasText: 'Care' })).toHaveCount(1)
  expect(await findings(page)).toEqual([])
})

test('a storefront’s page is laid out with a live preview, and kept', async ({ page }) => {
  await enter(page, '/settings/storefronts/uk?in=uk/en-GB')
  await expect(tabs(page).first()).toBeVisible()
  await choose(page.getByLabel('How details is shown'), 'accordion, one open at a time')
  await expect(proof(page).locator('[data-one-open]')).toBeVisible()
  await page.getByRole('button', { name: 'Felt' }).click()
  await expect(proof(page).locator('.area.corner-round')).not.toHaveCount(0)
  const heads = proof(page).locator('.accordion h2 button')
  await heads.nth(1).click()
  await heads.nth(2).click()
  await expect(proof(page).locator('button[aria-expanded=true]')).toHaveCount(1)
  await heads.nth(2).press('Enter')
  await expect(proof(page).locator('button[aria-expanded=true]')).toHaveCount(0)
  await page.getByLabel('Name of the new area').fill('Banner')
  await page.getByRole('button', { name: 'Add an area' }).click()
  await page.keyboard.press('Control+S')
  await expect(page.getByText('Saved', { exact: true }).first()).toBeVisible()
  await page.reload()
  await expect(page.getByLabel('How details is shown')).toHaveText('Accordion, one open at a time')
  await expect(page.getByLabel('How Banner is shown')).toBeVisible()
  expect(await findings(page)).toEqual([])
  await choose(page.getByLabel('How details is shown'), 'tabs')
  await page.getByRole('button', { name: 'Ledger' }).click()
  await page.keyboard.press('Control+S')
  await expect(page.getByText('Saved', { exact: true }).first()).toBeVisible()
})

test('what is pasted is cleaned, and what that took is said; pictures, videos and markup have their forms', async ({
  page,
}) => {
  await enter(page, '/library/returns?in=uk/en-GB')
  const text = page.getByRole('textbox', { name: 'Text in English (United Kingdom)' })
  await text.click()
  await page.keyboard.press('Control+End')
  await text.evaluate((element) => {
    const data = new DataTransfer()
    data.setData(
      'text/html',
      '<p class="Mso" style="color:red">Pasted <b>bold</b><script>alert(1)</script></p><p><a ' +
        'href="javascript:alert(1)">odd</a></p>',
    )
    element.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }))
  })
  await expect(
    page.getByText(
      /Removed from the pasted text: .*colours, sizes and fonts.*embedded content.*links that lead nowhere/,
    ),
  ).toBeVisible()
  await expect(text.getByText('Pasted')).toBeVisible()
  await page.getByRole('button', { name: 'Video by link' }).click()
  await page.getByLabel('Address of the video').fill('https://elsewhere.example/film')
  await page.getByRole('button', { name: 'Insert video' }).click()
  await expect(page.getByRole('alert').filter({ hasText: 'house style' })).toBeVisible()
  await page.locator('#work').getByRole('button', { name: 'Cancel' }).click()
  await page.getByRole('button', { name: 'HTML' }).click()
  await page
    .getByLabel(/HTML of the text/)
    .fill('<h2 onclick="x()">Back</h2><p>Soon.</p><iframe src="https://x.example"></iframe>')
  await page.getByRole('button', { name: 'Apply' }).click()
  await expect(text.getByRole('heading', { name: 'Back' })).toBeVisible()
  await page.getByRole('button', { name: 'Full window' }).click()
  await settled(page)
  expect(await findings(page)).toEqual([])
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Discard changes' }).click()
})

test('what a shared text says of single products is remarked', async ({ page }) => {
  await enter(page, '/library/size-help?in=uk/en-GB')
  await page.getByRole('textbox', { name: 'Text in English (United Kingdom)' }).click()
  await page.keyboard.press('Control+Home')
  await page.keyboard.type('Made of merino wool. ')
  await expect(page.getByRole('status', { name: 'Remarks on the shared text' })).toContainText(
    /This text is on \d+ products; it mentions Merino wool, which \d+ of them are not\./,
  )
  await page.getByRole('button', { name: 'Discard changes' }).click()
})

test('the library is put in order, and words are replaced everywhere and put back', async ({ page }) => {
  await enter(page, '/tidy?in=uk/en-GB')
  await page.getByLabel('Find', { exact: true }).fill('notches')
  await page.getByLabel('Replace with').fill('teeth')
  await page.keyboard.press('Control+Enter')
  await expect(page.getByRole('status').filter({ hasText: '1 place in 1 piece' })).toBeVisible()
  await page.getByRole('button', { name: 'Replace in 1' }).click()
  await expect(page.getByText('Replaced 1 time in 1 piece')).toBeVisible()
  await page.getByRole('button', { name: 'Undo last replace' }).click()
  await expect
    .poll(
      async () =>
        ((await (await page.request.get('/api/pieces/key-of-ox-3040')).json()) as { texts: { body: string }[] })
          .texts[0]!.body,
      { timeout: 20_000 },
    )
    .toContain('notches')
  expect(await findings(page)).toEqual([])
})

test('named rules are made once and named in others; question sets are arranged; coverage is counted', async ({
  page,
}) => {
  await enter(page, '/rules/new?in=uk/en-GB')
  await page.getByLabel('Name', { exact: true }).fill('Big bags')
  await condition(page, 'Product type', 'is', (p) => choose(p.getByLabel('Value of Product type'), 'Pannier'))
  await save(page)
  await page.goto('/assignments/new?in=uk/en-GB')
  await condition(page, 'Named rule', 'is', (p) => choose(p.getByLabel('Value of Named rule'), 'Big bags'))
  await expect(page.getByText('What “Big bags” finds')).toBeVisible()
  await page.goto('/questions/asked-of-locks?in=jp/ja-JP')
  await page.getByRole('button', { name: 'Move Can I order a second key? up' }).click()
  await page.keyboard.press('Control+S')
  await expect(page.getByText('Saved', { exact: true }).first()).toBeVisible()
  await page.goto('/catalogue/OX-3040?in=jp/ja-JP')
  await expect(proof(page).getByText('合鍵は注文できますか？')).toHaveCount(1)
  await page.goto('/coverage?in=uk/en-GB')
  await choose(page.getByRole('button', { name: /^In\b/ }), 'Switzerland')
  await page.keyboard.press('Control+Enter')
  await expect(page.getByRole('group', { name: 'Coverage: editions by area' })).toBeVisible({
    timeout: 60_000,
  })
  await expect(page.getByRole('row', { name: /^Lock/ })).toContainText('%')
  // A crossing says its figure without being pointed at, and leads to its products, pressed anywhere.
  const crossing = page.getByRole('button', { name: /^Switzerland, German, Details: 100% of \d+ products/ })
  await expect(crossing).toContainText('100%')
  await crossing.click()
  await page.getByRole('status').filter({ hasText: 'Switzerland, German, Details' }).getByRole('button').first().click()
  await expect(proof(page).locator('h1')).toBeVisible()
  expect(await findings(page)).toEqual([])
})

test('axe-core finds nothing wrong with the views of the library', ({ page }) =>
  audit(
    page,
    Object.entries({
      'question sets': '/questions',
      'named rules': '/rules',
      campaigns: '/campaigns',
      'a campaign': '/campaigns/dark-evenings',
      'files in and out': '/content-files',
      'block types': '/settings/block-kinds/steps',
      'standing pages': '/settings/storefronts/ch',
      'a block with fields': '/library/chain-in-four-steps',
    }).map(([name, path]) => [name, `${path}?in=uk/en-GB`, 'Main sections'] as const),
  ))

test('pasted SKUs are taken however they are written, and those that no product has are named', async ({ page }) => {
  await enter(page, '/assignments/new?in=uk/en-GB')
  await page.getByRole('radio', { name: 'Chosen products' }).check()
  const choose = page.getByRole('combobox', { name: 'Choose a product' })
  await choose.focus()
  await page.evaluate(() => {
    const data = new DataTransfer()
    data.setData('text', 'pe-1830; OX-3040\n\tNO-SUCH-1, kz-1100')
    document.activeElement!.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true }))
  })
  await expect(page.getByRole('alert').filter({ hasText: 'No product has this SKU: NO-SUCH-1' })).toBeVisible()
  for (const sku of ['PE-1830', 'OX-3040', 'KZ-1100'])
    await expect(page.getByRole('button', { name: `Remove ${sku} from: Choose a product` })).toBeVisible()
  await expect(page.getByRole('region', { name: 'Reach', exact: true }).getByRole('status').first()).toContainText('3')
})

test('the list of assignments says how many products each reaches; a campaign begins one of its own', async ({
  page,
}) => {
  await enter(page, '/library?in=ch/de-CH')
  await expect(page.getByRole('row', { name: /Common questions|Returns tab/ }).first()).toContainText(/\d+ *\d+$/)
  await page.goto('/assignments?in=uk/en-GB')
  const row = page.getByRole('row', { name: /Common questions/ })
  await expect(row.getByRole('cell').nth(4)).toHaveText(/^\d[\d,]*$/)
  await page.goto('/campaigns?in=uk/en-GB')
  await page.getByRole('table').getByRole('link').first().click()
  await page.getByRole('link', { name: 'Add an assignment' }).click()
  await expect(page.getByRole('heading', { level: 1, name: 'New assignment' })).toBeVisible()
  await expect(page.getByLabel('Campaign')).not.toHaveText('None')
})
