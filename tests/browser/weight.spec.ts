import type { Page } from '@playwright/test'
import { enter, expect, settled, test } from './desk'

/** The script that has come over the network by now, in bytes as they were sent, and the files that were not packed. */
async function scriptOf(page: Page) {
  return page.evaluate(() => {
    const files = (performance.getEntriesByType('resource') as PerformanceResourceTiming[]).filter((r) =>
      /\.js(\?|$)/.test(new URL(r.name).pathname),
    )
    const header = 300
    return {
      sent: files.reduce((sum, r) => sum + r.encodedBodySize + header, 0),
      // What is small is sent as it is.
      unpacked: files
        .filter((r) => r.decodedBodySize > 2000 && r.encodedBodySize >= r.decodedBodySize)
        .map((r) => r.name),
    }
  })
}

test('the first screen is usable after at most 350 KB of packed script, and later screens bring their own', async ({
  page,
}) => {
  await enter(page, '/readiness?in=uk/en-GB')
  await page.getByRole('grid').getByRole('row').nth(3).waitFor()
  await settled(page)
  const first = await scriptOf(page)
  expect(first.unpacked).toEqual([])
  expect(first.sent).toBeLessThan(350 * 1024)
  expect(first.sent).toBeGreaterThan(50 * 1024)
  await page.getByRole('link', { name: 'Library' }).click()
  await page
    .getByRole('region', { name: 'Pieces' })
    .or(page.getByLabel('Pieces', { exact: true }))
    .first()
    .waitFor()
  await settled(page)
  expect((await scriptOf(page)).sent).toBeGreaterThan(first.sent)
})

const views = [
  '/readiness',
  '/catalogue',
  '/catalogue/PE-1830',
  '/library',
  '/library/rack-fit',
  '/assignments',
  '/assignments/rack-fit-on-panniers',
  '/translation?in=de/de-DE',
  '/review/waiting',
  '/releases',
  '/media',
  '/coverage',
  '/settings/types',
  '/settings/storefronts/uk',
]

interface Shift {
  value: number
  what: string
}

/** What has moved on a page since it began to load, before anybody touched anything, as Chromium counts it. */
const shiftsOf = (page: Page) =>
  page.evaluate(
    () =>
      new Promise<Shift[]>((resolve) => {
        type Entry = PerformanceEntry & { value: number; hadRecentInput: boolean; sources: { node: Node | null }[] }
        const wordsOf = (entry: Entry) => (entry.sources[0]?.node as Element | null)?.outerHTML?.slice(0, 80) ?? ''
        const entriesOf = (list: PerformanceObserverEntryList) =>
          (list.getEntries() as Entry[]).filter((e) => !e.hadRecentInput)
        new PerformanceObserver((list) =>
          resolve(entriesOf(list).map((e) => ({ value: e.value, what: wordsOf(e) }))),
        ).observe({ type: 'layout-shift', buffered: true })
        // Where nothing has moved, nobody is told.
        setTimeout(() => resolve([]), 500)
      }),
  )

test('nothing jumps while a view loads', async ({ page }) => {
  test.slow()
  await enter(page, views[0]!)
  for (const view of views) {
    await page.goto(view)
    await settled(page)
    const moved = await shiftsOf(page)
    const sum = moved.reduce((total, m) => total + m.value, 0)
    expect.soft(sum, `${view}: ${JSON.stringify(moved.filter((m) => m.value > 0.003))}`).toBeLessThan(0.02)
  }
})
