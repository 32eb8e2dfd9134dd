// The suites in the order in which they run. Each says what it needs, and adds what it came to.
import { otherDays } from '../other-days.mjs'
import { ensureDebian, has, run } from '../run.mjs'
import { command, data, playwright, vitest } from './runners.mjs'

// What depends on a time zone must not depend on the machine's.
const zones = ['UTC', 'America/Toronto', 'Asia/Tokyo']

const ensureChromium = () => ensureDebian('chromium', ['chromium', 'fonts-noto-cjk'], () => !has('chromium'))
const ensureNginx = () => ensureDebian('nginx', ['nginx'])
const ensureTranslateToolkit = () => ensureDebian('translate-toolkit', ['translate-toolkit'], () => !has('xliff2po'))

/** The formatter, the type checker and the linter, at the same time. */
async function checks({ results, asked }) {
  const format = async () => results.add('format', await command('format', 'npx', ['prettier', '--check', '.']))
  const types = async () => results.add('types', await command('types', 'npx', ['vue-tsc', '-b']))
  const lint = async () => results.add('lint', await command('lint', 'npx', ['eslint', '.', '--max-warnings', '0']))
  if (asked('types')) {
    const env = { ...process.env, NUXT_TELEMETRY_DISABLED: '1' }
    run('Preparing the types', 'npx', ['nuxt', 'prepare'], { env })
  }
  await Promise.all([asked('types') && types(), asked('lint') && lint(), asked('format') && format()])
}

async function core({ results, filters }) {
  results.add('core', await vitest('core', { filters }))
}

/** What the interface computes by itself, in a browser that is none. */
async function app({ results, filters }) {
  results.add('app', await vitest('app', { filters }))
}

async function inZones({ results, filters }) {
  for (const zone of zones) {
    const name = `zones ${zone.replace('/', '-')}`
    results.add(name, await vitest(name, { project: 'zones', filters, env: { TZ: zone } }))
  }
}

async function conformance({ results, filters }) {
  ensureTranslateToolkit()
  results.add('conformance', await vitest('conformance', { filters }))
}

async function server({ results, filters, place }) {
  ensureNginx()
  await place.build()
  const { url } = await place.postgres()
  const env = { INKLOOM_TEST_ADMIN_URL: url('postgres'), INKLOOM_TEST_DATA: data }
  results.add('server', await vitest('server', { filters, env }))
}

/** The HTTP contract on one installation, then the interface on that one and another at the same time. */
async function served({ results, filters, place, asked }) {
  if (asked('browser')) ensureChromium()
  await place.build()
  const [first, second] = await place.installations(asked('browser') ? 2 : 1)
  const urls = [await place.serve(first)]
  const shops = [first, second].filter(Boolean).map((made) => `http://${made.INKLOOM_HOST}:${made.INKLOOM_SHOP_PORT}`)
  const env = () => ({
    INKLOOM_TEST_URL: urls.join(' '),
    INKLOOM_TEST_SHOP: shops.join(' '),
    INKLOOM_TEST_DATA: data,
  })
  if (asked('contract')) results.add('contract', await vitest('contract', { filters, env: env() }))
  if (asked('browser')) {
    urls.push(await place.serve(second))
    results.add('browser', await playwright('browser', { filters, env: env() }))
  }
  await place.stopPrograms()
}

/** So many other days are tried at the same time. */
const daysAtOnce = 2

/** What leans on dates, with a demo made on other days than today, and programs whose clock shows them. */
async function onOtherDays({ results, place }) {
  ensureChromium()
  await place.build()
  const days = otherDays(Date.now())
  for (let first = 0; first < days.length; first += daysAtOnce) {
    const some = days.slice(first, first + daysAtOnce)
    const made = []
    // One after the other: making the demo takes all there is of the machine.
    for (const [n, { name, at }] of some.entries()) {
      const shift = { INKLOOM_CLOCK_SHIFT: String(Math.round((at - Date.now()) / 1000)) }
      const url = await place.serve(await place.installationOnAnotherDay(shift, n))
      made.push({ name, env: { ...shift, INKLOOM_TEST_URL: url, INKLOOM_TEST_DATA: data } })
    }
    await Promise.all(made.map((day) => onOneDay(day, results)))
    await place.stopPrograms()
  }
}

async function onOneDay({ name, env }, results) {
  const files = ['content', 'readiness', 'http'].map((file) => `tests/contract/${file}.test.ts`)
  const contract = `days ${name}, contract`
  results.add(contract, await vitest(contract, { project: 'contract', filters: files, env }))
  const browser = `days ${name}, browser`
  results.add(browser, await playwright(browser, { env, grep: ['@dated'] }))
}

/** What is done to break it, on installations of its own; `all` tries more, and longer. */
async function hostile({ results, filters, place, asked }) {
  await place.stop()
  await place.build()
  const env = { INKLOOM_HOSTILE: asked('all') ? 'all' : 'some' }
  results.add('hostile', await vitest('hostile', { filters, env }))
}

/**
 * `names`: what asks for a suite on the command line; `filtered`: whether words beside the names choose among its
 * files.
 */
export const suites = [
  { names: ['format', 'types', 'lint'], run: checks },
  { names: ['core'], run: core, filtered: true },
  { names: ['app'], run: app, filtered: true },
  { names: ['zones'], run: inZones, filtered: true },
  { names: ['conformance'], run: conformance, filtered: true },
  { names: ['server'], run: server, filtered: true },
  { names: ['contract', 'browser'], run: served, filtered: true },
  { names: ['days'], run: onOtherDays },
  { names: ['hostile'], run: hostile, filtered: true },
]
