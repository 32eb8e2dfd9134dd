// Runs every suite: lint, types, core, conformance, server, the HTTP contract, and the interface in a browser.
// It has a database cluster and a folder of its own. `npm test -- core` runs the suites that are named.
import { spawn } from 'node:child_process'
import { once } from 'node:events'
import { cpSync, mkdirSync, readFileSync, rmSync } from 'node:fs'
import path from 'node:path'
import { otherDays } from './other-days.mjs'
import { ensurePackages } from './packages.mjs'
import { ensureDebian, has, run, StepFailed } from './run.mjs'

const data = path.resolve('.data/test')
const wanted = process.argv.slice(2)
const suites = []
let postgres
const programs = []

async function clear() {
  await Promise.all(programs.splice(0).map((p) => p.stop()))
  postgres?.stop()
  postgres = undefined
}
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'])
  process.on(signal, () => void clear().finally(() => process.exit(1)))

const suiteNames = ['types', 'lint', 'core', 'zones', 'conformance', 'server', 'contract', 'browser', 'days', 'hostile']
const asked = (name) => wanted.every((w) => !suiteNames.includes(w)) || wanted.includes(name)
const began = Date.now()

/** Runs a command; what several say at once is told one after the other, each when it ends. */
let telling = 0
async function told(name, command, args, env) {
  const alone = telling++ === 0
  const head = `\n== ${name}`
  if (alone) console.log(head)
  const said = []
  const child = spawn(command, args, { stdio: ['inherit', 'pipe', 'pipe'], env })
  for (const stream of [child.stdout, child.stderr])
    stream.on('data', (d) => (alone ? process.stdout.write(d) : said.push(d)))
  const [status] = await once(child, 'close')
  telling--
  if (!alone) process.stdout.write(`${head}\n${Buffer.concat(said)}`)
  return status
}

/** One suite: runs it, and notes what passed and failed. `count` reads its numbers; without it, the whole is one check. */
async function suite(name, command, args, { env = {}, count } = {}) {
  if (!asked(name.split(/[ -]/)[0])) return
  const status = await told(name, command, args, { ...process.env, ...env })
  let [passed, failed] = status === 0 ? [1, 0] : [0, 1]
  if (count) {
    try {
      ;[passed, failed] = count()
    } catch {
      ;[passed, failed] = [0, 1]
    }
    // A runner that ended badly without naming a failed test has failed all the same.
    if (status !== 0 && failed === 0) failed = 1
  }
  suites.push({ name, passed, failed })
}

const playwright = (label, env, args = []) => {
  const report = path.join(data, `${label}.json`)
  return suite(label, 'npx', ['playwright', 'test', '-c', 'tests/browser/playwright.config.ts', ...args], {
    env: { ...env, PLAYWRIGHT_JSON_OUTPUT_NAME: report },
    count: () => {
      const { stats } = JSON.parse(readFileSync(report, 'utf8'))
      return [stats.expected + stats.flaky, stats.unexpected]
    },
  })
}

const vitest = (project, env = {}, label = project, files = []) => {
  const report = path.join(data, `${label}.json`)
  return suite(
    label,
    'npx',
    [
      'vitest',
      'run',
      ...files,
      '--project',
      project,
      '--reporter=default',
      '--reporter=json',
      `--outputFile.json=${report}`,
    ],
    {
      env: { NODE_ENV: 'test', ...env },
      count: () => {
        const { numPassedTests, numFailedTests, numFailedTestSuites } = JSON.parse(readFileSync(report, 'utf8'))
        return [numPassedTests, numFailedTests || (numFailedTestSuites > 0 ? numFailedTestSuites : 0)]
      },
    },
  )
}

/** What leans on dates, with a demo made on other days than today, and programs whose clock shows them. */
async function onOtherDays() {
  const { ensureDatabase, freePort } = await import('./postgres.mjs')
  const { environment, serve } = await import('./serve.mjs')
  await Promise.all(programs.splice(0).map((p) => p.stop()))
  for (const { name, at } of otherDays(Date.now())) {
    const folder = path.join(data, 'other-day')
    rmSync(folder, { recursive: true, force: true })
    await ensureDatabase(postgres.url('postgres'), 'inkloom_other_day', { anew: true })
    const shift = { INKLOOM_CLOCK_SHIFT: String(Math.round((at - Date.now()) / 1000)) }
    const url = postgres.url('inkloom_other_day')
    const env = { ...environment({ url, data: folder, port: await freePort(4970), host: '127.0.0.1' }), ...shift }
    const program = await serve(env)
    programs.push(program)
    const tests = { ...shift, INKLOOM_TEST_URL: `http://127.0.0.1:${env.INKLOOM_PORT}`, INKLOOM_TEST_DATA: data }
    await vitest(
      'contract',
      tests,
      `days ${name}, contract`,
      ['content', 'readiness', 'http'].map((f) => `tests/contract/${f}.test.ts`),
    )
    await playwright(`days ${name}, browser`, tests, ['--grep', '@dated'])
    programs.splice(programs.indexOf(program), 1)
    await program.stop()
  }
}

try {
  ensurePackages()
  mkdirSync(data, { recursive: true })
  ensureDebian('chromium', ['chromium', 'fonts-noto-cjk'], () => !has('chromium'))
  if (asked('conformance')) ensureDebian('translate-toolkit', ['translate-toolkit'], () => !has('xliff2po'))
  if (asked('types'))
    run('Preparing the types', 'npx', ['nuxt', 'prepare'], { env: { ...process.env, NUXT_TELEMETRY_DISABLED: '1' } })
  await Promise.all([
    suite('types', 'npx', ['vue-tsc', '-b']),
    suite('lint', 'npx', ['eslint', '.', '--max-warnings', '0']),
  ])
  await vitest('core')
  // What depends on a time zone must not depend on the machine's.
  for (const zone of ['UTC', 'America/Toronto', 'Asia/Tokyo'])
    if (asked('zones')) await vitest('zones', { TZ: zone }, `zones-${zone.replace('/', '-')}`)
  await vitest('conformance')
  if (['server', 'contract', 'browser', 'days'].some(asked)) {
    const { startPostgres, ensureDatabase, freePort } = await import('./postgres.mjs')
    const { build } = await import('./build.mjs')
    postgres = await startPostgres(data, { durable: false, from: 55870 })
    await build()
    await vitest('server', { INKLOOM_TEST_ADMIN_URL: postgres.url('postgres'), INKLOOM_TEST_DATA: data })
    if (asked('contract') || asked('browser')) {
      const { environment, serve } = await import('./serve.mjs')
      const served = []
      for (const n of [0, 1]) {
        const name = `inkloom_served_${n}`
        const folder = path.join(data, name)
        rmSync(folder, { recursive: true, force: true })
        // The demo is loaded once; the second application has a copy.
        await ensureDatabase(postgres.url('postgres'), name, {
          anew: true,
          ...(n === 0 ? {} : { like: 'inkloom_served_0' }),
        })
        if (n > 0) cpSync(path.join(data, 'inkloom_served_0'), folder, { recursive: true })
        // Feeds of the tests are fetched from this machine.
        process.env.INKLOOM_ALLOW_PRIVATE_FETCH ??= '127.0.0.1'
        const env = environment({
          url: postgres.url(name),
          data: folder,
          port: await freePort(4970 + n),
          host: '127.0.0.1',
        })
        run('Preparing the database', process.execPath, ['--enable-source-maps', '.output/worker/prepare.mjs'], {
          env,
          show: true,
        })
        served.push(env)
      }
      const urls = served.map((e) => `http://127.0.0.1:${e.INKLOOM_PORT}`)
      const start = async (env) => programs.push(await serve(env))
      await start(served[0])
      const env = { INKLOOM_TEST_URL: urls[0], INKLOOM_TEST_DATA: data }
      await vitest('contract', env)
      if (asked('browser')) {
        await start(served[1])
        env.INKLOOM_TEST_URL = urls.join(' ')
      }
      await playwright('browser', env)
    }
  }
  if (asked('days')) await onOtherDays()
  if (asked('hostile')) {
    // It has installations of its own; `npm test -- hostile all` tries more, and longer.
    await clear()
    const { build } = await import('./build.mjs')
    await build()
    await vitest('hostile', { INKLOOM_HOSTILE: wanted.includes('all') ? 'all' : 'some' })
  }
} catch (e) {
  console.error(e instanceof StepFailed ? `\n${e.message}` : e)
  suites.push({ name: 'set-up', passed: 0, failed: 1 })
} finally {
  await clear()
}

console.log('')
for (const s of suites) console.log(`${s.name.padEnd(22)} ${s.passed} passed${s.failed ? `, ${s.failed} FAILED` : ''}`)
console.log(`in ${Math.round((Date.now() - began) / 1000)} s\n`)
const sum = (key) => suites.reduce((n, s) => n + s[key], 0)
console.log(`${sum('passed')} passed, ${sum('failed')} failed`)
process.exit(sum('failed') > 0 || suites.length === 0 ? 1 : 0)
