import { choose, enter, expect, findings, test } from './desk'
import { Receiver, takes } from '../receiver'

const other = new Receiver()
test.beforeAll(() => other.start())
test.afterAll(() => other.stop())

test('a connection is made, tested, told of a release, and what failed is sent again', async ({ page }) => {
  await enter(page, '/settings/connections')
  await expect(page.getByText('Only administrators can see and create connections.')).toBeVisible()
  await enter(page, '/settings/connections', 'administrator')
  await expect(page.getByRole('link', { name: /^New connection/ })).toBeVisible()
  await page.keyboard.press('n')
  await page.getByLabel('Name').fill('Cache of the test')
  await page.getByLabel('Address').fill(`${other.base}/cache`)
  await page.getByRole('checkbox', { name: 'Gulf' }).check()
  await page.keyboard.press('Control+s')
  await expect(page).toHaveURL(/settings\/connections\/cache-of-the-test/)
  await expect(page.getByText('needs a signing secret')).toBeVisible()
  await page.getByRole('button', { name: 'Create signing secret' }).click()
  await expect(page.getByText('Copy the secret now')).toBeVisible()
  await page.getByRole('button', { name: 'Send a test' }).click()
  await expect(page.getByText('The address is verified: messages are sent to it.')).toBeVisible()
  expect(await findings(page)).toEqual([])

  other.answering = (got) => (got.body.challenge ? takes(got) : { status: 500, text: '' })
  const session = (await (await page.request.get('/api/session')).json()) as { token: string }
  const removed = await page.request.post('/api/releases/removals', {
    headers: { 'x-inkloom-token': session.token },
    data: { storefronts: ['gulf'], skus: ['VD-0215'], reason: 'the test' },
  })
  expect(removed.ok()).toBe(true)
  const row = page.getByRole('table', { name: 'Messages' }).getByRole('row', { name: /A release went live · Gulf/ })
  await expect
    .poll(
      async () => {
        await page.getByRole('button', { name: 'Refresh' }).click()
        return row.getByText('It answered with the status 500.').count()
      },
      { timeout: 30_000 },
    )
    .toBe(1)
  const told = other.received.find(({ body }) => body.event === 'release.live' && body.storefront === 'gulf')
  const pages = told!.body.pages as { key: string; change: string; addresses: string[] }[]
  const gone = pages.filter(({ key, change }) => key === 'VD-0215' && change === 'removed')
  expect(gone.length).toBeGreaterThan(0)
  for (const { addresses } of gone) expect(addresses.some((at) => at.startsWith('http'))).toBe(true)
  other.answering = takes
  await row.getByRole('button', { name: 'Send now' }).click()
  await expect
    .poll(
      async () => {
        await page.getByRole('button', { name: 'Refresh' }).click()
        return row.getByText('sent', { exact: true }).count()
      },
      { timeout: 30_000 },
    )
    .toBe(1)
  expect(await findings(page)).toEqual([])
  await page.getByRole('button', { name: 'Delete', exact: true }).click()
  await page.getByRole('alert').getByRole('button', { name: 'Delete', exact: true }).click()
  await expect(page).toHaveURL(/settings\/connections$/)
})

test('files are set up with the columns that a market wants, written, and said to be', async ({ page }) => {
  await enter(page, '/settings/connections/new', 'administrator')
  await choose(page.getByLabel('What it sends'), 'files')
  await page.getByLabel('Name', { exact: true }).fill('Price list of the test')
  await page.getByLabel('Folder').fill('Market')
  await page.getByRole('group', { name: 'Storefronts' }).getByRole('checkbox', { name: 'Gulf' }).check()
  await page.keyboard.press('Control+s')
  await expect(page.getByText('A folder is named by small letters').first()).toBeVisible()
  await page.getByLabel('Folder').fill('market')
  await page.getByLabel('Header of column 2').fill('title')
  await choose(page.getByLabel('Add a column'), 'Brand')
  await expect(page.getByLabel('Header of column 9')).toHaveValue('Brand')
  await page.getByLabel('Header of column 9').press('Alt+ArrowUp')
  await expect(page.getByLabel('Header of column 8')).toHaveValue('Brand')
  await page.getByRole('checkbox', { name: 'On a schedule' }).check()
  await page.getByLabel('Time').fill('05:30')
  expect(await findings(page)).toEqual([])
  await page.keyboard.press('Control+s')
  await expect(page).toHaveURL(/settings\/connections\/price-list-of-the-test/)
  await page.getByRole('button', { name: 'Test the folder' }).click()
  await expect(page.getByText('Files can be written there.')).toBeVisible()
  await page.getByRole('button', { name: 'Write files now' }).click()
  const row = page.getByRole('table', { name: 'Messages' }).getByRole('row', { name: /Everything that is live · Gulf/ })
  await expect
    .poll(
      async () => {
        await page.getByRole('button', { name: 'Refresh' }).click()
        return row.getByText('sent', { exact: true }).count()
      },
      { timeout: 30_000 },
    )
    .toBe(1)
  await expect(row).toContainText(/done in [\d,]+ ms/)
  expect(await findings(page)).toEqual([])
  await page.goto('/settings/connections')
  const line = page.getByRole('row', { name: /Price list of the test/ })
  await expect(line).toContainText('Monday to Friday at 05:30')
  expect(await findings(page)).toEqual([])
  await line.getByRole('link').click()
  await page.getByRole('button', { name: 'Delete', exact: true }).click()
  await page.getByRole('alert').getByRole('button', { name: 'Delete', exact: true }).click()
  await expect(page).toHaveURL(/settings\/connections$/)
})
