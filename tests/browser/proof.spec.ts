import { choose, enter, expect, findings, patchValues, proof, test } from './desk'

const sku = 'KZ-0316'
const bag = `/catalogue/${sku}?in=uk/en-GB`

test('the proof is pulled wider by mouse and keys, has its reasons beside the page, and stays so', async ({ page }) => {
  await enter(page, bag)
  const panel = page.getByRole('complementary', { name: 'Proof' })
  await expect(proof(page).getByRole('heading', { name: 'Tani side bag 16' })).toBeVisible()
  const edge = panel.getByRole('separator', { name: 'Width of the proof' })
  const before = (await panel.boundingBox())!.width
  await edge.focus()
  for (let i = 0; i < 10; i++) await page.keyboard.press('ArrowLeft')
  await expect(edge).toHaveAttribute('aria-valuenow', String(before + 240))
  expect((await panel.boundingBox())!.width).toBe(before + 240)
  await panel.getByRole('button', { name: /^Fits these racks/ }).click()
  await expect(panel.getByText('Assignment 1, Rack fit on panniers')).toBeVisible()

  const box = (await edge.boundingBox())!
  await page.mouse.move(box.x + 4, box.y + 300)
  await page.mouse.down()
  await page.mouse.move(box.x + 104, box.y + 300)
  await page.mouse.up()
  await expect.poll(async () => Math.abs((await panel.boundingBox())!.width - (before + 140))).toBeLessThan(8)
  const pulled = (await panel.boundingBox())!.width
  await page.reload()
  await expect.poll(async () => (await panel.boundingBox())?.width).toBe(pulled)
})

test('the proof is enlarged over the window, at true widths, with what is live beside it', async ({ page }) => {
  await enter(page, bag)
  await expect(proof(page).getByRole('heading', { name: 'Tani side bag 16' })).toBeVisible()
  await page.keyboard.press('P')
  const whole = page.getByRole('region', { name: 'Enlarged proof' })
  await expect(whole).toBeFocused()
  const framed = page.frameLocator('iframe[title="The page"]')
  const innerWidth = () => framed.locator('body').evaluate(() => window.innerWidth)
  for (const [screen, width] of [
    ['tablet', 768],
    ['desk', 1280],
    ['phone', 360],
  ] as const) {
    await whole.getByRole('button', { name: screen }).click()
    await expect.poll(innerWidth).toBe(width - 2)
  }
  // A note stands at the height of its part, and says why.
  const note = whole.getByRole('button', { name: /^Description/ })
  const tab = (await framed.getByRole('tab', { name: 'Description' }).boundingBox())!
  await expect.poll(async () => Math.abs((await note.boundingBox())!.y - tab.y)).toBeLessThan(30)
  await note.click()
  await expect(whole.getByText('Placed by the storefront’s layout.')).toBeVisible()
  await whole.getByText('In the list of its category').click()
  await expect(whole.getByRole('article')).toContainText('£64.00')
  await whole.getByText('Phrases around the page').click()
  await expect(whole.getByText('Choose a size first')).toBeVisible()

  await choose(whole.getByRole('button', { name: 'Beside it' }), 'What is live')
  await expect(whole.getByRole('heading', { name: /^Live: release \d+$/ })).toBeVisible()
  await expect(whole.getByRole('status')).toContainText(/What differs|No part differs/)
  expect(await findings(page)).toEqual([])
  // The lens still works, and a link opens the same.
  await page.reload()
  await expect(whole.getByRole('heading', { name: /^Live: release \d+$/ })).toBeVisible()
  await choose(whole.getByRole('button', { name: 'Beside it' }), 'Another edition')
  await choose(whole.getByRole('button', { name: 'Edition beside it' }), 'Germany, German')
  await expect(page.frameLocator('iframe[title="The page beside it"]').locator('html')).toHaveAttribute('lang', 'de-DE')
  await page.keyboard.press('Escape')
  await expect(whole).toHaveCount(0)
  await expect(proof(page).getByRole('heading', { name: 'Tani side bag 16' })).toBeVisible()
})

/** A moment as the clocks of the United Kingdom show it, to the second. */
const inUnitedKingdom = (moment: number) =>
  new Date(moment).toLocaleString('sv', { timeZone: 'Europe/London' }).replace(' ', 'T')

test('a past moment shows what shoppers got then, and says so where nothing was live', async ({ page }) => {
  test.slow()
  await enter(page, `${bag}&at=2020-02-03T10:00`)
  await expect(page.getByText('Nothing had been released then.')).toBeVisible()
  const { items } = (await (await page.request.get('/api/releases?storefront=uk')).json()) as {
    items: { number: number | null; live: { at: string } | null }[]
  }
  const opening = items.find((r) => r.number === 1)!
  const then = Date.parse(opening.live!.at) + 1000
  // What was a moment ago is still now.
  await expect.poll(() => Date.now() - then, { timeout: 90_000 }).toBeGreaterThan(65_000)
  await patchValues(page, sku, [{ attribute: 'name', language: 'en-GB', value: 'Tani side bag sixteen' }])
  await page.goto(`${bag}&at=${inUnitedKingdom(then)}`)
  await expect(page.getByText(/^As shoppers got it: release 1, live since /)).toBeVisible()
  await expect(proof(page).getByRole('heading', { name: 'Tani side bag 16', exact: true })).toBeVisible()
  await page.goto(bag)
  await expect(proof(page).getByRole('heading', { name: 'Tani side bag sixteen' })).toBeVisible()
  await patchValues(page, sku, [{ attribute: 'name', language: 'en-GB', value: 'Tani side bag 16' }])
})
