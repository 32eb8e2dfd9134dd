import type { Page } from '@playwright/test'
import { choose, enter, expect, findings, more, patchValues, settled, shop, test } from './desk'

/** A product without variants that is ready in the United Kingdom, with its name. */
async function readyProduct(page: Page): Promise<{ sku: string; name: string }> {
  interface Listed {
    items: { sku: string; blockers: unknown[] }[]
    next: string | null
  }
  for (let cursor = ''; ;) {
    const path = `/api/readiness?storefront=uk&language=en-GB&limit=200${cursor && `&cursor=${cursor}`}`
    const { items, next } = (await (await page.request.get(path)).json()) as Listed
    for (const { sku } of items.filter((i) => i.blockers.length === 0)) {
      const { product } = (await (await page.request.get(`/api/proof/${sku}?storefront=uk&language=en-GB`)).json()) as {
        product: { name: string; availability: { state: string } }
      }
      if (product.availability.state === 'in-stock') return { sku, name: product.name }
    }
    cursor = next!
  }
}

/** Deletes the release that is open, and waits for the list of releases. */
async function deleteRelease(page: Page): Promise<void> {
  await more(page, await page.getByRole('heading', { level: 1 }).innerText(), 'Delete')
  await page.getByRole('button', { name: 'Delete the release' }).click()
  await expect(page).toHaveURL(/\/releases(\?|$)/)
}

/** Has the release that is being made cover one product. */
async function coverProduct(page: Page, sku: string): Promise<void> {
  await page.getByRole('radio', { name: 'selected products' }).check()
  await page.getByLabel('Products of the release').fill(sku)
  await page.getByRole('option', { name: sku }).first().click()
}

test('a product is released, looked at in the shop, changed, compared and released again, and taken back', async ({
  page,
}) => {
  test.slow()
  await enter(page, '/releases?in=uk/en-GB')
  const { sku, name } = await readyProduct(page)
  await patchValues(page, sku, [{ attribute: 'name', language: 'en-GB', value: `${name} I` }])
  await page.keyboard.press('n')
  await page.getByLabel('Title', { exact: true }).fill('Lights for winter')
  await coverProduct(page, sku)
  expect(await findings(page)).toEqual([])
  await page.keyboard.press('Control+Enter')
  await expect(page.getByRole('heading', { level: 1, name: 'Lights for winter' })).toBeVisible()
  const list = page.getByRole('grid', { name: 'Pages of this release' })
  await expect(list.getByRole('row').first()).toContainText(sku)
  await settled(page)
  expect(await findings(page)).toEqual([])
  await page.keyboard.press('Control+Enter')
  await expect(page.getByRole('alert')).toContainText('will change for shoppers')
  await page.keyboard.press('Control+Enter')
  await expect(page.getByText(/^Release \d+ is live in United Kingdom\.$/)).toBeVisible()

  await page.goto(`${shop()}/uk/en-GB/p/${sku}`)
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(`${name} I`)
  await expect(page.getByText('£').first()).toBeVisible()
  const variants = page.locator('select[name=sku]')
  if ((await variants.count()) === 1) {
    await page.getByRole('button', { name: 'Add to basket' }).click()
    await expect(page.getByText('Choose a size first')).toBeVisible()
    await variants.selectOption({ index: 1 })
  }
  await page.getByRole('button', { name: 'Add to basket' }).click()
  await expect(page.getByText('Added to your basket')).toBeVisible()
  expect(await findings(page)).toEqual([])

  await enter(page, '/catalogue')
  await patchValues(page, sku, [{ attribute: 'name', language: 'en-GB', value: `${name} II` }])
  await page.goto('/releases/storefronts/uk?in=uk/en-GB')
  // The screen takes keys once it is there.
  await expect(page.getByRole('button', { name: /^New release/ })).toBeVisible()
  await page.keyboard.press('n')
  await coverProduct(page, sku)
  await page.keyboard.press('Control+Enter')
  await expect(list.getByRole('row').first()).toContainText('changed: name')
  const causes = page.getByRole('list', { name: 'What changed it since it was released last' })
  await expect(causes.getByRole('listitem').first()).toContainText(sku)
  await expect(page.frameLocator('iframe[title="The page before"]').getByRole('heading', { level: 1 })).toHaveText(
    `${name} I`,
  )
  await expect(page.frameLocator('iframe[title="The page after"]').getByRole('heading', { level: 1 })).toHaveText(
    `${name} II`,
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
    .toBe(`${name} II`)

  await enter(page, '/releases/storefronts/uk?in=uk/en-GB')
  await expect(page.getByRole('cell', { name: 'live', exact: true })).toHaveCount(1)
  const pin = page.getByRole('button', { name: /^Pin release/ }).last()
  await pin.click()
  await expect(page.getByText(/is kept until you unpin it/)).toBeVisible()
  await expect(pin).toHaveAttribute('aria-pressed', 'true')
  await pin.click()
  await expect(pin).toHaveAttribute('aria-pressed', 'false')
  await page
    .getByRole('button', { name: /^Go back to this/ })
    .first()
    .click()
  await page.getByRole('button', { name: 'Go back', exact: true }).click()
  await expect(page.getByText(/is back at release \d+/)).toBeVisible()
  await settled(page)
  expect(await findings(page)).toEqual([])
  await patchValues(page, sku, [{ attribute: 'name', language: 'en-GB', value: name }])
})

test('a release says which links would lead nowhere, and on which pages', async ({ page }) => {
  await enter(page, '/releases?in=uk/en-GB')
  const { sku } = await readyProduct(page)
  const { values } = (await (await page.request.get(`/api/products/${sku}`)).json()) as {
    values: { attribute: string; language?: string; value: unknown }[]
  }
  const old = String(values.find((v) => v.attribute === 'description' && v.language === 'en-GB')!.value)
  const describe = (value: string) => patchValues(page, sku, [{ attribute: 'description', language: 'en-GB', value }])
  await describe(`${old}<p>It goes well with <a href="/uk/en-GB/p/no-such-light">the small one</a>.</p>`)
  await page.reload()
  await page.getByRole('button', { name: 'New release of United Kingdom' }).click()
  await coverProduct(page, sku)
  await page.getByRole('button', { name: /^Prepare the release/ }).click()
  await expect(page.getByRole('grid').getByRole('row').first()).toContainText('changed')
  await page.getByText('1 broken link', { exact: true }).click()
  const links = page.getByRole('list', { name: 'Broken links' })
  await expect(links).toContainText('There is no product page “no-such-light” in English (United Kingdom).')
  expect(await findings(page)).toEqual([])
  await expect(links.getByRole('link')).toHaveAttribute('href', new RegExp(`/catalogue/${sku}\\?in=uk`))
  await deleteRelease(page)
  await describe(old)
})

test('a page that is not ready is held back with its reasons, and released anyway with one', async ({ page }) => {
  const sku = 'LU-0120'
  await enter(page, '/releases?in=uk/en-GB')
  await patchValues(page, sku, [{ attribute: 'summary', language: 'en-GB', value: null }])
  await page.reload()
  await page.getByRole('button', { name: 'New release of United Kingdom' }).click()
  await coverProduct(page, sku)
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
  await deleteRelease(page)
})

test('the shop says what is not there, at the width of a phone', async ({ page }) => {
  await page.setViewportSize({ width: 360, height: 720 })
  await page.goto(`${shop()}/uk/en-GB/p/none`)
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
  await page.goto(shop())
  expect(await findings(page)).toEqual([])
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(360)
})

test('the shop lists a category some products at a time, and each page names itself in other languages', async ({
  page,
}) => {
  await page.setViewportSize({ width: 390, height: 844 })
  await page.goto(`${shop()}/de/de-DE/c/bags`)
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Taschen')
  const cards = page.locator('.card a')
  const first = await cards.first().innerText()
  const seen = await cards.count()
  await page.getByRole('link', { name: 'Weitere Produkte' }).press('Enter')
  await expect(page).toHaveURL(/after=/)
  await expect(cards.first()).not.toHaveText(first)
  expect(await cards.count()).toBeLessThan(seen)
  expect(await findings(page)).toEqual([])
  await cards.first().press('Enter')
  const canonical = await page.locator('link[rel=canonical]').getAttribute('href')
  expect(new URL(canonical!).pathname).toBe(new URL(page.url()).pathname)
  const alternates = await page
    .locator('link[rel=alternate]')
    .evaluateAll((links) => links.map((l) => l.getAttribute('hreflang')))
  expect(alternates).toContain('de-DE')
  expect(alternates).toContain('ja-JP')
})

test('a release that others prepared is approved with a comment, scheduled, called off, and released', async ({
  page,
}) => {
  await enter(page, '/releases?in=be/nl-BE', 'manager')
  await expect(page.getByRole('row', { name: /Belgium/ })).toContainText('waiting for approval')
  await page.getByRole('link', { name: 'Helmets' }).click()
  await expect(page.getByText('Approved by 0 of 1.')).toBeVisible()
  await settled(page)
  expect(await findings(page)).toEqual([])
  // One page is not to go: it stays as it is live.
  const list = page.getByRole('grid', { name: 'Pages of this release' })
  await list.focus()
  await page.keyboard.press('x')
  await page.getByLabel('Reason', { exact: true }).fill('the colour is sold out')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: 'Left out' })).toBeVisible()
  await expect(list.getByRole('row').first()).toContainText('left out: the colour is sold out')
  await page.keyboard.press('Control+Enter')
  await page.getByLabel('Comment', { exact: true }).fill('Looks good.')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('list', { name: 'Decisions and comments' })).toContainText('Looks good.')
  await page.getByRole('button', { name: /^Schedule/ }).click()
  await page.getByLabel('When it goes live').fill('2099-01-01T06:00')
  await page.getByRole('button', { name: 'Schedule the release' }).click()
  await expect(page.getByText('Goes live on 1 Jan 2099, 06:00 in Belgium.')).toBeVisible()
  expect(await findings(page)).toEqual([])
  await page.getByRole('button', { name: 'Cancel the schedule' }).click()
  await page.getByRole('button', { name: /^Release Ctrl/ }).click()
  await page.getByRole('button', { name: 'Release now' }).click()
  await expect(page.getByText('Release 3 is live in Belgium.')).toBeVisible()
})

test('a storefront that wants approval has a release wait for it; one that is frozen says so', async ({ page }) => {
  await enter(page, '/settings/storefronts/jp', 'administrator')
  const releases = page.getByRole('button', { name: 'Releases', exact: true })
  await releases.click()
  await choose(page.getByLabel('Who approves a release'), 'one other person')
  await page.getByRole('checkbox', { name: 'Frozen' }).check()
  await page.getByLabel('Why it is frozen').fill('stocktaking')
  expect(await findings(page)).toEqual([])
  await page.keyboard.press('Control+s')
  await expect(page.getByText('Saved', { exact: true }).first()).toBeVisible()
  await enter(page, '/releases/storefronts/jp?in=jp/ja-JP', 'manager')
  await page.getByRole('button', { name: /^Go back to this/ }).click()
  await page.getByRole('button', { name: 'Go back', exact: true }).click()
  await expect(
    page.getByText(/Japan is frozen.*: stocktaking\. Until then only an administrator can release it\./),
  ).toBeVisible()
  const sku = 'KZ-0316'
  await patchValues(page, sku, [{ attribute: 'name', language: 'ja-JP', value: '谷 16 改' }])
  await page.keyboard.press('n')
  await coverProduct(page, sku)
  await page.keyboard.press('Control+Enter')
  await expect(page.getByRole('grid').getByRole('row').first()).toContainText('held back')
  await expect(page.getByRole('button', { name: /^Ask for approval/ })).toBeDisabled()
  // What is decided about a page is decided beside it.
  await expect(page.getByRole('region', { name: 'Comparison' })).toBeVisible()
  await page.getByRole('grid').focus()
  await page.keyboard.press('o')
  await page.getByLabel('Reason', { exact: true }).fill('the name was wrong')
  await page.keyboard.press('Enter')
  await page.getByRole('button', { name: /^Ask for approval/ }).click()
  await expect(page.getByText('Somebody else has to approve it: you prepared it')).toBeVisible()
  await deleteRelease(page)
  await enter(page, '/settings/storefronts/jp', 'administrator')
  await releases.click()
  await choose(page.getByLabel('Who approves a release'), 'nobody')
  await page.getByRole('checkbox', { name: 'Frozen' }).uncheck()
  await page.keyboard.press('Control+s')
  await expect(page.getByText('Saved', { exact: true }).first()).toBeVisible()
})

test('a standing plan is made, told on the list of storefronts, paused, changed and deleted', async ({ page }) => {
  await enter(page, '/releases/storefronts/ca?in=ca/en-CA', 'manager')
  await page.getByRole('button', { name: 'New plan' }).click()
  const dialog = page.getByRole('dialog', { name: 'New standing plan' })
  await dialog.getByLabel('Title', { exact: true }).fill('Mornings')
  await dialog.getByRole('checkbox', { name: 'Saturday' }).check()
  await dialog.getByLabel('Time', { exact: true }).fill('05:45')
  await expect(
    dialog.getByText(/^Monday, Tuesday, Wednesday, Thursday, Friday and Saturday at 05:45, first/),
  ).toBeVisible()
  await dialog.getByLabel('Fewest pages that have to be left').fill('100')
  expect(await findings(page)).toEqual([])
  await page.keyboard.press('Control+Enter')
  const plans = page.getByRole('region', { name: 'Standing plans' })
  await expect(plans).toContainText('Stops if more than 30% would change or go or fewer than 100 pages would be left.')
  await expect(plans).toContainText(/Next: \d+ \w+ \d{4}, 05:45 in Toronto/)
  expect(await findings(page)).toEqual([])
  await plans.getByRole('button', { name: 'Change' }).click()
  const changing = page.getByRole('dialog', { name: 'Change the plan' })
  await expect(changing.getByRole('checkbox', { name: 'Sunday' })).not.toBeChecked()
  await changing.getByRole('checkbox', { name: 'Sunday' }).check()
  await page.keyboard.press('Control+Enter')
  await expect(plans).toContainText('Every day at 05:45')
  await plans.getByRole('button', { name: 'Pause' }).click()
  await expect(plans).toContainText('Paused.')
  await page.goto('/releases')
  await expect(page.getByText('Every day at 05:45: Mornings, paused')).toBeVisible()
  await page.goto('/releases/storefronts/ca?in=ca/en-CA')
  await plans.getByRole('button', { name: 'Resume' }).click()
  await expect(plans).toContainText('Next: ')
  await plans.getByRole('button', { name: 'Delete', exact: true }).click()
  await plans.getByRole('button', { name: 'Delete the plan' }).click()
  await expect(plans).toHaveCount(0)
})

test('a product is removed at once, stays out, and comes back when somebody says so', async ({ page }) => {
  await enter(page, '/releases/storefronts/nord?in=nord/sv-SE', 'manager')
  const sku = 'KZ-0316'
  await page.getByRole('button', { name: 'Remove products at once' }).click()
  await page.getByLabel('SKUs to remove').fill(sku)
  await page.getByLabel('Reason', { exact: true }).fill('the clip can break')
  expect(await findings(page)).toEqual([])
  await page.keyboard.press('Control+Enter')
  await expect(page.getByText('Removed from Nordics.')).toBeVisible()
  const out = page.getByRole('region', { name: 'Kept out' })
  await expect(out).toContainText('the clip can break')
  await expect(page.getByRole('link', { name: `Removed: ${sku}` })).toBeVisible()
  expect(await findings(page)).toEqual([])
  await out.getByRole('button', { name: `Allow again: ${sku}` }).click()
  await expect(out).toHaveCount(0)
  // What the release took away is taken back, page by page.
  await page.getByRole('link', { name: `Removed: ${sku}` }).click()
  await page.getByRole('button', { name: /^Roll this product back to release \d+$/ }).click()
  await page.getByRole('button', { name: 'Roll back' }).click()
  await expect(page.getByText(/is as it was in release \d+, by release \d+\./)).toBeVisible()
})

test('an earlier release is compared with what is live, by keyboard, and turned around', async ({ page }) => {
  await enter(page, '/releases/storefronts/ch?in=ch/de-CH')
  await page.getByRole('link', { name: 'Compare with live: release 1' }).click()
  await expect(page.getByRole('heading', { level: 1, name: 'Compare releases' })).toBeVisible()
  const grid = page.getByRole('grid', { name: 'Pages that differ' })
  const second = grid.getByRole('row').nth(1)
  await grid.getByRole('row').first().click()
  await page.keyboard.press('ArrowDown')
  await expect(second).toHaveAttribute('aria-selected', 'true')
  const comparison = page.getByRole('region', { name: 'Comparison' })
  await expect(comparison).toContainText('Before · release 1')
  expect(await findings(page)).toEqual([])
  await page.keyboard.press('t')
  await expect(comparison).toContainText('After · release 1')
  await expect(page).toHaveURL(/to=1(&|$)/)
  await page.reload()
  await expect(comparison).toContainText('After · release 1')
  await page.getByLabel('Search by SKU or name').fill('there is no such page')
  await expect(page.getByText('No page matches these filters.')).toBeVisible()
})

test('the pages that differ are filtered by type and category', async ({ page }) => {
  await enter(page, '/releases/compare/de?in=de/de-DE&from=1&to=2')
  const grid = page.getByRole('grid', { name: 'Pages that differ' })
  await expect(grid.getByRole('row').first()).toBeVisible()
  await page.getByLabel('Category').fill('bells')
  await page.getByRole('option', { name: 'Klingeln' }).click()
  await expect(grid.getByRole('row').first()).toContainText('Klingel')
  await choose(page.getByLabel('Product type'), 'Klingel')
  await expect(grid.getByRole('row').first()).toContainText('Klingel')
  await choose(page.getByLabel('Product type'), 'Helm')
  await expect(page.getByText('No page matches these filters.')).toBeVisible()
  await choose(page.getByLabel('Product type'), 'All types')
  await expect(grid.getByRole('row').first()).toContainText('Klingel')
  await page.getByLabel('Category').fill('')
  await page.keyboard.press('Tab')
  await expect(grid.getByRole('row').first()).toBeVisible()
})

test('releases of two storefronts are prepared together, and each says with which it goes live', async ({ page }) => {
  test.slow()
  await enter(page, '/releases?in=uk/en-GB')
  await page.getByRole('button', { name: 'New release of United Kingdom' }).click()
  await page.getByLabel('Title', { exact: true }).fill('Both islands')
  await coverProduct(page, 'LU-0120')
  await page.getByRole('group', { name: 'Together with' }).getByRole('checkbox', { name: 'Japan' }).check()
  expect(await findings(page)).toEqual([])
  await page.getByRole('button', { name: /^Prepare the release/ }).click()
  await expect(page.getByRole('heading', { level: 1, name: 'Both islands' })).toBeVisible()
  const first = page.url()
  const beside = page.getByLabel('Releases that go with it')
  await expect(beside).toContainText('Goes live together with Japan')
  expect(await findings(page)).toEqual([])
  await beside.getByRole('link', { name: 'Japan' }).click()
  await expect(beside).toContainText('Goes live together with United Kingdom')
  await deleteRelease(page)
  await page.goto(first)
  await deleteRelease(page)
})
