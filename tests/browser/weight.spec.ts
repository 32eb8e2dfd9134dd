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

test('nothing jumps while a view loads', async ({ page }) => {
  test.slow()
  // As web-vitals counts it, without the windows of a session: all that moves before anybody touches anything.
  await page.addInitScript(() => {
    const moved: { value: number; what: string }[] = []
    Object.assign(window, { moved })
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries() as (PerformanceEntry & {
        value: number
        hadRecentInput: boolean
        sources: { node: Node | null }[]
      })[])
        if (!entry.hadRecentInput)
          moved.push({
            value: entry.value,
            what: (entry.sources[0]?.node as Element | null)?.outerHTML?.slice(0, 80) ?? '',
          })
    }).observe({ type: 'layout-shift', buffered: true })
  })
  await enter(page, views[0]!)
  for (const view of views) {
    await page.goto(view)
    await settled(page)
    const moved = await page.evaluate(() => (window as unknown as { moved: { value: number; what: string }[] }).moved)
    const sum = moved.reduce((total, m) => total + m.value, 0)
    expect.soft(sum, `${view}: ${JSON.stringify(moved.filter((m) => m.value > 0.003))}`).toBeLessThan(0.02)
  }
})
