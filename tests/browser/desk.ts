import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { capitalised } from '../../core/language/letters'
import { demoDays } from '../days'
import { test as base, expect, type BrowserContext, type Page, type Locator } from '@playwright/test'

const { demoPeople } = JSON.parse(readFileSync('demo/people.json', 'utf8')) as {
  demoPeople: { email: string; password: string; role: string }[]
}
const axeSource = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8')

/** Sessions of this worker's application, by role: a password is slow to check on purpose, so each signs in once. */
const sessions = new Map<string, Awaited<ReturnType<BrowserContext['cookies']>>>()

/** Goes to an address as a demo person, signed in without the form. */
export async function enter(page: Page, path: string, role = 'manager') {
  const known = sessions.get(role)
  await page.context().clearCookies()
  if (known) await page.context().addCookies(known)
  // A test may have signed out.
  if (!known || !(await page.request.get('/api/session')).ok()) {
    const { email, password } = demoPeople.find((p) => p.role === role)!
    expect((await page.request.post('/api/session', { data: { email, password } })).status()).toBe(200)
    sessions.set(role, await page.context().cookies())
  }
  await page.goto(path)
  await expect(page.getByRole('navigation', { name: 'Main sections' })).toBeVisible()
}

/** A page on which nothing goes wrong unseen: no error of a script, no refusal by the content policy. */
export const test = base.extend<object, { browserOfWorker: BrowserContext }>({
  // One for all tests of a worker, so that the application is fetched and compiled once, not for every test.
  browserOfWorker: [
    async ({ browser }, use, { project }) => {
      const { baseURL, viewport, locale, timezoneId } = project.use
      const context = await browser.newContext({
        baseURL: baseURL!,
        viewport: viewport!,
        locale: locale!,
        timezoneId: timezoneId!,
      })
      await use(context)
      await context.close()
    },
    { scope: 'worker' },
  ],
  context: async ({ browserOfWorker }, use) => {
    await use(browserOfWorker)
    // Nothing of a test is left for the next: neither who is signed in nor what the browser keeps.
    const [page] = browserOfWorker.pages()
    if (page?.url().startsWith('http'))
      await page
        .evaluate(() => {
          localStorage.clear()
          sessionStorage.clear()
        })
        .catch(() => undefined)
    await Promise.all(browserOfWorker.pages().map((p) => p.close()))
    await browserOfWorker.clearCookies()
  },
  page: async ({ context }, use) => {
    const page = await context.newPage()
    const wrong: string[] = []
    page.on('pageerror', (e) => wrong.push(e.message))
    page.on('console', (m) => {
      if (m.type() === 'error' && !/status of (401|403|404|409|412|422)/.test(m.text())) wrong.push(m.text())
    })
    await use(page)
    expect(wrong, 'errors in the browser').toEqual([])
  },
})
export { expect }

const shops = (process.env.INKLOOM_TEST_SHOP ?? '').split(' ')
/** The address of the shop of the installation that this worker tests on. */
export const shop = () => shops[Number(process.env.TEST_PARALLEL_INDEX ?? 0)]!

/** Waits until nothing moves or fades any more: what is half faded has no colours of its own. */
async function atRest(page: Page): Promise<void> {
  await page.evaluate(async () => {
    const ending = document.getAnimations().filter((a) => a.effect?.getComputedTiming().iterations !== Infinity)
    const ended = Promise.all(ending.map((a) => a.finished.catch(() => undefined)))
    await Promise.race([ended, new Promise((late) => setTimeout(late, 3000))])
  })
}

/** What axe-core finds wrong on the page as it stands. */
export async function findings(page: Page): Promise<string[]> {
  await atRest(page)
  await page.evaluate(axeSource)
  return page.evaluate(async () => {
    const { violations } = await (
      window as unknown as {
        axe: {
          run: (
            o: object,
          ) => Promise<{ violations: { id: string; nodes: { html: string; failureSummary: string }[] }[] }>
        }
      }
    ).axe.run({ runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'] })
    return violations.flatMap((v) =>
      v.nodes.map((n) => `${v.id}: ${n.html.slice(0, 140)} ${n.failureSummary.split('\n')[1] ?? ''}`),
    )
  })
}

/** A view that axe-core looks at: what it is, where, the label of something on it, and what is done there first. */
export type Audited = readonly [name: string, path: string, landmark: string, first?: (page: Page) => Promise<void>]

/** Goes from view to view as links do, without loading the application anew, and says what axe-core finds on each. */
export async function audit(page: Page, views: readonly Audited[]) {
  // Many views, each with a second of looking.
  base.slow()
  await enter(page, views[0]![1])
  for (const [name, path, landmark, first] of views) {
    await base.step(name, async () => {
      await page.evaluate(
        (to) =>
          (
            document.querySelector('#__nuxt') as unknown as {
              __vue_app__: { $nuxt: { $router: { push: (to: string) => Promise<void> } } }
            }
          ).__vue_app__.$nuxt.$router.push(to),
        path,
      )
      await expect(page.getByLabel(landmark, { exact: true }).first(), name).toBeAttached()
      await first?.(page)
      await settled(page)
      expect.soft(await findings(page), name).toEqual([])
    })
  }
}

/** Days around the one on which the demo was made, by their distance. */
export const daysOf = (page: Page) =>
  demoDays(async (path) => (await page.request.get(path)).json() as Promise<{ from: string }>)

/** The proof's document. */
export const proof = (page: Page) => page.frameLocator('iframe[title="The product page"]')

/** Waits until a page has nothing more to say: nothing in it has changed for a while, and its pictures have come. */
export async function settled(page: Page, quiet = 400) {
  await page.evaluate(
    (ms) =>
      new Promise<void>((resolve) => {
        let timer = setTimeout(look, ms)
        const again = () => {
          clearTimeout(timer)
          timer = setTimeout(look, ms)
        }
        const observer = new MutationObserver(again)
        observer.observe(document.body, { subtree: true, childList: true, attributes: true, characterData: true })
        function look() {
          // Lazy ones outside of what is seen never come.
          if ([...document.images].some((i) => !i.complete && i.loading !== 'lazy')) return again()
          observer.disconnect()
          resolve()
        }
      }),
    quiet,
  )
}

/** Writes values of a product past the screen, as another person or program would. */
export async function patchValues(
  page: Page,
  sku: string,
  values: { attribute: string; language?: string; value: unknown; base?: unknown }[],
): Promise<void> {
  const { token } = (await (await page.request.get('/api/session')).json()) as { token: string }
  const done = await page.request.patch(`/api/products/${sku}`, {
    headers: { 'If-Match': '*', 'x-inkloom-token': token },
    data: { values },
  })
  expect(done.status()).toBe(200)
}

/** Makes a record where there is none, as the application would. */
export async function putRecord(page: Page, kind: string, record: { code: string }): Promise<void> {
  const { token } = (await (await page.request.get('/api/session')).json()) as { token: string }
  const done = await page.request.put(`/api/${kind}/${record.code}`, {
    headers: { 'If-None-Match': '*', 'x-inkloom-token': token },
    data: record,
  })
  expect([201, 412]).toContain(done.status())
}

/** The condition with which a new assignment begins waits for its value: another takes its place. */
export async function dropWaiting(root: Page | Locator) {
  await root.getByRole('button', { name: 'Add a condition' }).first().waitFor()
  const value = root.getByLabel('Value of Product type')
  if ((await value.count()) === 1 && (await value.innerText()) === 'choose')
    await root.getByRole('button', { name: 'Remove the condition on Product type' }).click()
}

/** Shows the values of a product that are folded away, as nobody asks for them and they are empty. */
export async function unfold(page: Page) {
  const folded = page.getByRole('button', { name: /^\d+ more without a value$/ })
  await folded.first().waitFor()
  for (let n = await folded.count(); n > 0; n--) await folded.first().click()
}

/** Does something from the menu at the head of a page. */
export async function more(page: Page, title: string, action: string) {
  await page.getByRole('button', { name: `More: ${title}`, exact: true }).click()
  await page.getByRole('menuitem', { name: new RegExp(`^${action}( |$)`) }).click()
}

/** Chooses an option of a select, or an action of a menu, by its words. */
export async function choose(control: Locator, words: string) {
  const page = control.page()
  await control.click()
  await page
    .getByRole('option', { name: words, exact: true })
    .or(page.getByRole('option', { name: capitalised(words), exact: true }))
    .or(page.getByRole('menuitem', { name: words, exact: true }))
    .click()
}
