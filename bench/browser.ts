import { readFileSync } from 'node:fs'
import { chromium, type Page } from '@playwright/test'
import { connections } from '@server/db/connect'
import { note, quantile } from './measure'

/**
 * How the interface behaves among 100,000 products, in headless Chromium with the application that is served at `url`.
 */
export async function benchBrowser(url: string) {
  await evaluated()
  const browser = await chromium.launch({
    executablePath: process.env.INKLOOM_CHROMIUM ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-dev-shm-usage'],
  })
  try {
    const page = await (await browser.newContext({ baseURL: url, viewport: { width: 1280, height: 800 } })).newPage()
    const { demoPeople } = JSON.parse(readFileSync('demo/people.json', 'utf8')) as {
      demoPeople: { email: string; password: string; role: string }[]
    }
    const { email, password } = demoPeople.find((p) => p.role === 'manager')!
    await page.request.post('/api/session', { data: { email, password } })
    await scrolling(page, '/catalogue', 'the sheet')
    await scrolling(page, '/readiness', 'the cloth')
    await desk(page)
  } finally {
    await browser.close()
  }
}

/** Waits until the worker has evaluated what is due. */
async function evaluated() {
  for (;;) {
    const { rows } = await connections().query<{ busy: boolean }>(`
      select exists (select 1 from readiness_due)
        or exists (select 1 from readiness_due_set)
        or exists (select 1 from job where state in ('queued', 'running')) as busy`)
    if (!rows[0]!.busy) return
    await new Promise((r) => setTimeout(r, 1000))
  }
}

/** The longest task of a page while a wheel turns: by some rows many times, then by many rows some times. */
async function scrolling(page: Page, path: string, called: string) {
  await page.goto(path)
  await page.getByRole('grid').getByRole('row').nth(5).waitFor()
  await page.waitForTimeout(3000)
  await page.evaluate(() => {
    const long: number[] = ((globalThis as { long?: number[] }).long = [])
    new PerformanceObserver((l) => long.push(...l.getEntries().map((e) => e.duration))).observe({
      entryTypes: ['longtask'],
    })
  })
  const box = (await page.getByRole('grid').first().boundingBox())!
  await page.mouse.move(box.x + 400, box.y + 300)
  for (const [turns, by, pause] of [
    [60, 700, 60],
    [20, 20_000, 150],
  ] as const) {
    for (let i = 0; i < turns; i++) {
      await page.mouse.wheel(0, by)
      await page.waitForTimeout(pause)
    }
  }
  await page.waitForTimeout(1000)
  const long = (await page.evaluate(() => (globalThis as { long?: number[] }).long!)).filter((t) => t > 50)
  note(
    `Longest task while ${called} scrolls, 80 turns of a wheel`,
    Math.max(50, ...long),
    50,
    ' ms',
    long.length === 0 ? 'none over 50 ms' : `${long.length} over 50 ms`,
  )
}

/** From a press in the list of work to the segments of a product, and from a key to the next segment. */
async function desk(page: Page) {
  const opened: number[] = []
  const moved: number[] = []
  for (let i = 0; i < 12; i++) {
    await page.goto('/translation?in=de/de-DE&kinds=product')
    const row = page.getByRole('row').nth(3 + i)
    await row.waitFor()
    await page.waitForTimeout(400)
    await row
      .getByRole('link')
      .first()
      .evaluate((link) => {
        const times: number[] = ((globalThis as { times?: number[] }).times = [performance.now()])
        const seen = new MutationObserver(() => {
          if (!document.querySelector('.segment')) return
          seen.disconnect()
          requestAnimationFrame(() => times.push(performance.now()))
        })
        seen.observe(document.body, { childList: true, subtree: true })
        ;(link as HTMLElement).click()
      })
    await page.locator('.segment').first().waitFor()
    await page.waitForTimeout(400)
    opened.push(
      ...(await page.evaluate(() => {
        const [from, to] = (globalThis as { times?: number[] }).times!
        return [to! - from!]
      })),
    )
  }
  await page.goto('/translation/product:KZ-0316?in=de/de-DE')
  await page.locator('.segment').nth(3).waitFor()
  await page.waitForTimeout(1000)
  for (let n = 0; n < 20; n++) {
    await page.evaluate(() => {
      const times: number[] = ((globalThis as { times?: number[] }).times = [])
      addEventListener('keydown', () => times.push(performance.now()), { capture: true, once: true })
      const seen = new MutationObserver((l) => {
        if (!l.some((m) => m.attributeName === 'aria-current')) return
        seen.disconnect()
        requestAnimationFrame(() => times.push(performance.now()))
      })
      seen.observe(document.body, { attributes: true, subtree: true })
    })
    // Down the text and up again.
    await page.keyboard.press(n % 6 < 3 ? 'Alt+ArrowDown' : 'Alt+ArrowUp')
    await page.waitForTimeout(250)
    moved.push(
      ...(await page.evaluate(() => {
        const [from, to] = (globalThis as { times?: number[] }).times!
        return to === undefined ? [] : [to - from!]
      })),
    )
  }
  for (const [what, list, most] of [
    ['The desk opens a product, 95th percentile', opened, 200],
    ['The next segment at the desk, 95th percentile', moved, 50],
  ] as const) {
    const sorted = list.sort((a, b) => a - b)
    note(what, quantile(sorted, 0.95), most, ' ms', `median ${quantile(sorted, 0.5).toFixed(0)} ms of ${list.length}`)
  }
}
