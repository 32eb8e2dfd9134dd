// Starts Ink Loom: sets up what is missing, the database, the web server and the worker. Ctrl+C stops all of it.
import { randomBytes } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import path from 'node:path'
import { ensurePackages } from './packages.mjs'
import { stay, run, StepFailed } from './run.mjs'

const data = path.resolve(process.env.INKLOOM_DATA ?? '.data')
const port = Number(process.env.INKLOOM_PORT ?? 4870)
const host = process.env.INKLOOM_HOST ?? '127.0.0.1'
const children = new Set()
let postgres
let stopping = false

async function stop(code) {
  if (stopping) return
  stopping = true
  for (const child of children) child.kill('SIGTERM')
  await Promise.race([Promise.all([...children].map((c) => c.exitCode === null && c.signalCode === null ? new Promise((r) => c.once('exit', r)) : null)), new Promise((r) => setTimeout(r, 4000))])
  for (const child of children) child.kill('SIGKILL')
  postgres?.stop()
  process.exit(code)
}
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void stop(0))

/** A secret of this installation, made once and kept. */
function keptSecret(name) {
  const file = path.join(data, name)
  if (!existsSync(file)) writeFileSync(file, randomBytes(32).toString('base64url'), { mode: 0o600 })
  return readFileSync(file, 'utf8')
}

function program(name, file, env, onLine) {
  const child = stay(process.execPath, ['--enable-source-maps', file], { env, onLine })
  children.add(child)
  child.once('exit', (code, signal) => {
    children.delete(child)
    if (stopping) return
    if (name === 'worker') {
      console.error(`The worker ended (${signal ?? code}); it is started again. Work in its hands begins anew.`)
      setTimeout(() => { if (!stopping) program(name, file, env, onLine) }, 1000)
    } else {
      console.error(`The web server ended (${signal ?? code}).`)
      void stop(1)
    }
  })
  return child
}

try {
  ensurePackages()
  mkdirSync(data, { recursive: true })
  const { startPostgres, ensureDatabase, freePort } = await import('./postgres.mjs')
  if (await freePort(port) !== port) throw new StepFailed(`Port ${port} is taken by another program, or Ink Loom runs already. Stop that, or choose another port: INKLOOM_PORT=4880 npm start`)
  let url = process.env.INKLOOM_DATABASE_URL
  if (!url) {
    postgres = await startPostgres(data)
    await ensureDatabase(postgres.url('postgres'), 'inkloom')
    url = postgres.url('inkloom')
  }
  const { build } = await import('./build.mjs')
  await build()
  const env = {
    ...process.env, NODE_ENV: 'production', INKLOOM_DATABASE_URL: url, INKLOOM_DATA: data, INKLOOM_SECRET: process.env.INKLOOM_SECRET ?? keptSecret('secret'),
    INKLOOM_PORT: String(port), INKLOOM_HOST: host, NITRO_PORT: String(port), NITRO_HOST: host,
  }
  run('Preparing the database', process.execPath, ['--enable-source-maps', '.output/worker/prepare.mjs'], { env, show: true })
  const show = (line) => { if (line.trim() && !line.startsWith('Listening on')) console.log(line) }
  program('worker', '.output/worker/main.mjs', env, (line) => { if (line !== 'worker ready') show(line) })
  await new Promise((resolve, reject) => {
    const child = program('web server', '.output/server/index.mjs', env, (line) => {
      if (line.startsWith('Listening on')) resolve()
      else show(line)
    })
    child.once('exit', () => reject(new StepFailed('The web server did not start.')))
  })
  const { demoPeople } = JSON.parse(readFileSync('demo/people.json', 'utf8'))
  console.log(`\nInk Loom is at http://${host}:${port}\n\nSign in as one of the demo people:`)
  for (const p of demoPeople) console.log(`  ${p.email.padEnd(30)} ${p.password.padEnd(18)} ${p.about}`)
  console.log('\nCtrl+C stops everything.')
} catch (e) {
  console.error(e instanceof StepFailed ? `\n${e.message}` : e)
  await stop(1)
}
