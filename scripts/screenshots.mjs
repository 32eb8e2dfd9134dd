// Takes one picture of each main view from the demo world, as a new installation has it: docs/screenshots/.
import { mkdirSync, readFileSync, rmSync } from 'node:fs'
import path from 'node:path'
import { ensurePackages } from './packages.mjs'
import { ensureDebian, has, StepFailed } from './run.mjs'

const data = path.resolve('.data/screenshots')
const out = 'docs/screenshots'
const { demoPeople } = JSON.parse(readFileSync('demo/people.json', 'utf8'))
/** A line of a supplier's file; some have something that an import has to refuse. */
function line(_, i) {
  const cells = {
    sku: `QY-${100 + i}`,
    type: i === 17 ? 'boat' : 'pannier',
    category: i === 31 ? 'Bags > Boats' : 'Bags > Panniers',
    brand: i === 44 ? 'Nobody' : 'Oxbrook',
    status: 'draft',
    gtin: i === 58 ? '2005000000005' : '',
    stock: i === 73 ? 'many' : 5,
    'price@ch': '54,50',
    name: `Quay ${i}`,
    'name@/de-CH': `Kaitasche ${i}`,
    volume: i === 88 ? '18.5 L' : '18,5 L',
    'load-limit': i === 97 ? '7' : '7 kg',
    material: 'tarpaulin',
    colour: i === 110 ? 'pinkish' : 'slate',
  }
  return Object.values(cells).join(';')
}
const faulty = [
  'sku;type;category;brand;status;gtin;stock;price@ch;name;name@/de-CH;volume;load-limit;material;colour',
  ...Array.from({ length: 120 }, line),
].join('\n')

/** Chooses an option of a select, by its words. */
async function choose(control, words) {
  await control.click()
  await control.page().getByRole('option', { name: words, exact: true }).click()
}

/** Each view: its address, and what is done before the picture is taken. */
const views = {
  readiness: [
    '/readiness?in=be/nl-BE',
    async (p) => {
      await p.getByRole('row', { name: /PE-9030/ }).waitFor()
      await p.getByRole('grid').focus()
      await p.keyboard.press('Control+Home')
      await p.keyboard.press('ArrowDown')
      for (let i = 0; i < 5; i++) await p.keyboard.press('ArrowRight')
      await p.getByText(/Not ready: \d/).waitFor()
    },
  ],
  'house-style': [
    '/settings/house-style/new?in=de/de-DE',
    async (p) => {
      await choose(p.getByLabel('Language', { exact: true }), 'In German')
      await p.getByLabel('Banned words').fill('Tasche')
      await p.getByLabel('Characters, at most').fill('2000')
      await p.getByRole('button', { name: /Search the whole catalogue/ }).click()
      await p.getByText(/Found in/).waitFor()
    },
  ],
  review: [
    '/review/waiting?by=field&group=summary%40en-GB&in=uk/en-GB',
    async (p) => {
      await p.getByRole('article').nth(3).waitFor()
      await p.getByRole('feed').focus()
      await p.keyboard.press('ArrowDown')
    },
  ],
  catalogue: [
    '/catalogue?in=ch/it-CH',
    async (p) => {
      await p.getByRole('grid').waitFor()
      for (let i = 0; i < 9; i++) await p.keyboard.press('ArrowDown')
    },
  ],
  import: [
    '/catalogue/import',
    async (p) => {
      await p
        .getByLabel('Choose a file')
        .setInputFiles({ name: 'quay.csv', mimeType: 'text/csv', buffer: Buffer.from(faulty) })
      await p.getByText(/problems in/).waitFor()
    },
  ],
  change: [
    '/catalogue/change?type=pannier',
    async (p) => {
      await choose(p.getByLabel('Field', { exact: true }), 'Summary')
      await choose(p.getByLabel('Action'), 'Find and replace')
      await p.getByLabel('Find', { exact: true }).fill('commute')
      await p.getByLabel('Replace with').fill('ride to work')
      await p.getByLabel('Before and after').waitFor()
    },
  ],
  'product-type': [
    '/settings/types/pannier',
    async (p) => {
      await p.getByRole('link', { name: 'Load limit' }).waitFor()
    },
  ],
  product: [
    '/catalogue/PE-1830?in=ch/fr-CH',
    async (p) => {
      await p.getByRole('region', { name: 'Copy' }).scrollIntoViewIfNeeded()
      await p.getByRole('button', { name: /^Summary, fallback/ }).focus()
    },
  ],
  library: [
    '/library?in=ch/fr-CH',
    async (p) => {
      await p.getByText('Fits these racks').waitFor()
    },
  ],
  piece: [
    '/library/rack-fit?in=ch/fr-CH',
    async (p) => {
      await p
        .getByText(/empty on/)
        .first()
        .waitFor()
    },
  ],
  media: [
    '/media',
    async (p) => {
      await p.getByRole('list', { name: 'Pictures and files' }).getByRole('link').nth(17).waitFor()
    },
  ],
  assignments: [
    '/assignments',
    async (p) => {
      await p.getByRole('link', { name: 'Returns on everything' }).waitFor()
    },
  ],
  assignment: [
    '/assignments/rack-fit-on-panniers?in=ch/fr-CH',
    async (p) => {
      await p.getByRole('button', { name: 'Add a condition' }).click()
      await choose(p.getByLabel('Field', { exact: true }).last(), 'Price today')
      await choose(p.getByLabel('How Price today is compared'), 'below')
      await p.getByLabel('Value of Price today').fill('100')
      await p.getByLabel('Does it reach this product?').fill('KZ-1100')
      await p
        .getByRole('option', { name: /KZ-1100/ })
        .first()
        .click()
      await p.getByText('No, it does not match the rule.').waitFor()
    },
  ],
  layout: [
    '/settings/storefronts/uk?in=uk/en-GB',
    async (p) => {
      await choose(p.getByLabel('How details is shown'), 'Accordion, one open at a time')
      await p
        .getByLabel('What would change on this page')
        .or(p.getByText('Nothing would change on this page.'))
        .first()
        .waitFor()
    },
  ],
  page: [
    '/pages/through-the-winter?in=de/de-DE',
    async (p) => {
      await p.getByRole('article').getByText('Von der Werkstatt ausgesucht').waitFor()
    },
  ],
  coverage: [
    '/coverage?in=uk/en-GB',
    async (p) => {
      await p.getByRole('button', { name: /^Count/ }).click()
      await p.getByRole('group', { name: 'Coverage: editions by area' }).waitFor()
    },
  ],
  translation: [
    '/translation/product%3APE-1835?in=de/de-DE',
    async (p) => {
      await p.getByText('Rollverschluss, verschweisste Nähte').waitFor()
      await p.keyboard.press('Alt+1')
      await p.keyboard.press('Control+Enter')
      await p.getByRole('group', { name: 'Key points, segment 2' }).getByRole('textbox').waitFor()
      await p.keyboard.type('Trägt höchstens ')
      await p.keyboard.press('Alt+i')
    },
  ],
  release: [
    '/releases?in=uk/en-GB',
    async (p) => {
      await p.getByRole('link', { name: 'Release 2' }).first().waitFor()
      await p.keyboard.press('n')
      await p.getByLabel('Title', { exact: true }).fill('Winter prices')
      await p.keyboard.press('Control+Enter')
      await p.getByRole('row').nth(1).waitFor()
      await p.frameLocator('iframe[title="The page after"]').getByRole('heading', { level: 1 }).waitFor()
    },
  ],
}
/** What the shop is shown at. */
const shopView = '/uk/en-GB/p/PE-1830'

/** Names on the command line choose among the views; without any, all are taken. */
const asked = process.argv.slice(2)
const isWanted = (name) => asked.length === 0 || asked.includes(name)

let postgres
let programs
let browser
try {
  ensurePackages()
  ensureDebian('chromium', ['chromium', 'fonts-noto-cjk'], () => !has('chromium'))
  mkdirSync(data, { recursive: true })
  const { startPostgres, ensureDatabase, freePort } = await import('./postgres.mjs')
  const { build } = await import('./build.mjs')
  const { environment, serve } = await import('./serve.mjs')
  postgres = await startPostgres(data, { durable: false, from: 57870 })
  await ensureDatabase(postgres.url('postgres'), 'inkloom_shots', { anew: true })
  await build()
  rmSync(path.join(data, 'served'), { recursive: true, force: true })
  const port = await freePort(4990)
  const shopPort = await freePort(4995)
  programs = await serve(
    environment({
      url: postgres.url('inkloom_shots'),
      data: path.join(data, 'served'),
      port,
      host: '127.0.0.1',
      shopPort,
    }),
  )
  const { chromium } = await import('@playwright/test')
  browser = await chromium.launch({
    executablePath: process.env.INKLOOM_CHROMIUM ?? '/usr/bin/chromium',
    args: ['--no-sandbox'],
  })
  const page = await (
    await browser.newContext({
      viewport: { width: 1280, height: 800 },
      locale: 'en-GB',
      timezoneId: 'Europe/Zurich',
      baseURL: `http://127.0.0.1:${port}`,
    })
  ).newPage()
  await page.goto('/sign-in')
  await page.getByLabel('E-mail address').fill(demoPeople[0].email)
  await page.getByLabel('Password').fill(demoPeople[0].password)
  await page.getByRole('button', { name: 'Sign in' }).click()
  await page.waitForURL(/readiness/)
  // A source that has changed since it was translated, so that the desk has something to show.
  const { token } = await (await page.request.get('/api/session')).json()
  const product = await (await page.request.get('/api/products/PE-1830')).json()
  const description = product.values.find((v) => v.attribute === 'description' && v.language === 'en-GB').value
  await page.request.patch('/api/products/PE-1830', {
    headers: { 'If-Match': '*', 'x-inkloom-token': token },
    data: {
      values: [
        {
          attribute: 'description',
          language: 'en-GB',
          value: description.replace('rolls down three times', 'rolls down four times'),
        },
      ],
    },
  })
  // Drafts that wait to be read beside what stands there.
  const run = await (
    await page.request.post('/api/recipes/whole-page/runs', {
      headers: { 'x-inkloom-token': token },
      data: {
        editions: [{ storefront: 'uk', language: 'en-GB' }],
        what: 'all',
        filter: { field: 'type', is: 'one-of', value: ['pannier', 'rack', 'lock'] },
      },
    })
  ).json()
  for (
    let i = 0;
    i < 200 && !['done', 'failed'].includes((await (await page.request.get(`/api/jobs/${run.id}`)).json()).state);
    i++
  )
    await page.waitForTimeout(200)
  mkdirSync(out, { recursive: true })
  for (const [name, [address, prepare]] of Object.entries(views)) {
    if (!isWanted(name)) continue
    await page.goto(address)
    await prepare(page)
    // Work that is followed is told over a connection that stays.
    await page.waitForLoadState('networkidle', { timeout: 8000 }).catch(() => undefined)
    await page.waitForTimeout(500)
    await page.screenshot({ path: `${out}/${name}.png` })
    console.log(`${out}/${name}.png`)
  }
  if (isWanted('shop')) {
    await page.goto(`http://127.0.0.1:${shopPort}${shopView}`)
    await page.waitForLoadState('networkidle')
    await page.screenshot({ path: `${out}/shop.png` })
    console.log(`${out}/shop.png`)
  }
} catch (e) {
  console.error(e instanceof StepFailed ? `\n${e.message}` : e)
  process.exitCode = 1
} finally {
  await browser?.close()
  await programs?.stop()
  postgres?.stop()
}
