import type { Browser, Page } from '@playwright/test'
import { enter, expect, findings, more, settled, test } from './desk'

const sku = 'PE-1830'
const comment = 'Please say how heavy it may be loaded.'

const openDialog = (page: Page) => page.getByRole('button', { name: 'Share', exact: true }).first().click()

/** Shares what is open with somebody, and returns the link. */
async function share(page: Page, audience: string, open = openDialog): Promise<string> {
  await open(page)
  const dialog = page.getByRole('dialog', { name: 'Share a preview' })
  await dialog.getByLabel('For whom').fill(audience)
  expect(await findings(page)).toEqual([])
  await page.keyboard.press('Control+Enter')
  await expect(dialog.getByText('it will not be shown again')).toBeVisible()
  const link = await dialog.locator('code').innerText()
  await page.keyboard.press('Escape')
  return link
}

/** Opens a link as somebody does who has never been here. */
async function openAsGuest(browser: Browser, link: string, width = 1280): Promise<Page> {
  const page = await (await browser.newContext({ viewport: { width, height: 800 } })).newPage()
  await page.goto(link)
  return page
}
const pageOf = (guest: Page) => guest.frameLocator('iframe[title="The page"]')

test('a page is shared with somebody without an account, whose comment on a part is answered and resolved', async ({
  page,
  browser,
}) => {
  await enter(page, `/catalogue/${sku}?in=uk/en-GB`)
  await settled(page)
  const link = await share(page, 'Nordlicht Studio')
  const guest = await openAsGuest(browser, link)
  await expect(guest.getByText('Preview for Nordlicht Studio')).toBeVisible()
  await expect(guest.getByRole('navigation', { name: 'Main sections' })).toHaveCount(0)
  const name = await pageOf(guest).getByRole('heading', { level: 1 }).innerText()
  await expect(guest.getByRole('heading', { level: 1, name })).toBeVisible()
  await pageOf(guest).locator('[data-piece]').first().click()
  const comments = guest.getByRole('region', { name: 'Comments' })
  const part = await comments
    .getByRole('status')
    .getByRole('strong')
    .or(comments.getByRole('status').locator('b'))
    .innerText()
  await comments.getByLabel('Your name').fill('Ida')
  await comments.getByLabel('Comment', { exact: true }).fill(comment)
  expect(await findings(guest)).toEqual([])
  await guest.keyboard.press('Control+Enter')
  const list = guest.getByRole('list', { name: 'Comments on this page' })
  await expect(list).toContainText(comment)
  await expect(list).toContainText(part)

  await page.goto('/review/comments')
  const thread = page.getByRole('article', { name: 'Comment by Ida' })
  await expect(thread).toContainText(comment)
  await expect(page.getByText('shared with Nordlicht Studio')).toBeVisible()
  await thread.getByRole('button', { name: 'Answer' }).click()
  await page.getByLabel('Answer', { exact: true }).fill('25 kg, now in the table of facts.')
  expect(await findings(page)).toEqual([])
  await page.keyboard.press('Control+Enter')
  await expect(thread).toContainText('25 kg, now in the table of facts.')

  // The answer is there when the guest comes back to the window; so is what they say to it.
  await guest.bringToFront()
  await guest.evaluate(() => window.dispatchEvent(new Event('focus')))
  await expect(list).toContainText('25 kg, now in the table of facts.')

  await page.bringToFront()
  await page.goto(`/catalogue/${sku}?in=uk/en-GB`)
  await page.getByLabel('Reasons').getByText('1 open comment').click()
  await page.getByLabel('Reasons').getByRole('button', { name: 'Resolve' }).click()
  await expect(page.getByText('1 open comment')).toHaveCount(0)

  await openDialog(page)
  const links = page.getByRole('region', { name: 'Links in use' })
  await expect(links).toContainText('Nordlicht Studio')
  const mine = links.getByRole('listitem').filter({ hasText: 'Nordlicht Studio' })
  await mine.getByRole('button', { name: 'Withdraw' }).click()
  await expect(page.getByText('The link for Nordlicht Studio opens nothing any more.')).toBeVisible()
  await guest.reload()
  await expect(guest.getByRole('alert')).toContainText('This preview was withdrawn.')
  await guest.context().close()
})

test('a release on its way is shared: every page of it is walked through by keyboard, also on a phone', async ({
  page,
  browser,
}) => {
  test.slow()
  await enter(page, '/releases?in=uk/en-GB')
  await page.keyboard.press('n')
  await page.getByLabel('Title', { exact: true }).fill('Winter for the agency')
  await page.keyboard.press('Control+Enter')
  await expect(page.getByRole('heading', { level: 1, name: 'Winter for the agency' })).toBeVisible()
  await expect(page.getByRole('grid', { name: 'Pages of this release' }).getByRole('row').first()).toBeVisible()
  const link = await share(page, 'Nordlicht Studio', () => more(page, 'Winter for the agency', 'Share'))
  const guest = await openAsGuest(browser, link)
  await expect(guest.getByRole('heading', { level: 1, name: 'Winter for the agency' })).toBeVisible()
  const pages = guest.getByRole('grid', { name: 'Pages' })
  const second = pages.getByRole('row').nth(1)
  const name = (await second.locator('p').first().innerText()).trim()
  await guest.keyboard.press('ArrowDown')
  await expect(second).toHaveAttribute('aria-selected', 'true')
  await expect(pageOf(guest).getByRole('heading', { level: 1 })).toHaveText(name)
  expect(await findings(guest)).toEqual([])
  await guest.setViewportSize({ width: 390, height: 800 })
  const widest = await guest.evaluate(() => document.documentElement.scrollWidth)
  expect(widest).toBeLessThanOrEqual(390)

  // All of it as shoppers will see it: the shop says so on every page, until the preview is ended there.
  await guest.goto((await guest.getByRole('link', { name: 'See it in the shop' }).getAttribute('href'))!)
  const says = guest.getByText('Preview: this is planned and not live yet')
  await expect(says).toBeVisible()
  await guest.locator('.card a, .tile a').first().click()
  await expect(says).toBeVisible()
  expect(await findings(guest)).toEqual([])
  expect(await guest.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390)
  await guest.getByRole('button', { name: 'End preview' }).click()
  await expect(guest.getByRole('heading').first()).toBeVisible()
  await expect(says).toHaveCount(0)
  await guest.context().close()
  const id = new URL(page.url()).pathname.split('/').at(-1)
  const session = (await (await page.request.get('/api/session')).json()) as { token: string }
  await page.request.delete(`/api/releases/${id}`, { headers: { 'x-inkloom-token': session.token } })
})
