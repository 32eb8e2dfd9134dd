// Starts Ink Loom: sets up what is missing, the database, the web server and the worker. Ctrl+C stops all of it.
import { mkdirSync, readFileSync } from 'node:fs'
import path from 'node:path'
import { ensurePackages } from './packages.mjs'
import { StepFailed } from './run.mjs'

const data = path.resolve(process.env.INKLOOM_DATA ?? '.data')
const port = Number(process.env.INKLOOM_PORT || 4870)
const host = process.env.INKLOOM_HOST ?? '127.0.0.1'
/** The stand-in of a shop, beside the application; `off` starts none. */
const wantsShop = process.env.INKLOOM_SHOP_PORT !== 'off'
const wantedShopPort = Number(process.env.INKLOOM_SHOP_PORT || port + 1)
let postgres
let programs
let stopping = false

async function stop(code) {
  if (stopping) return
  stopping = true
  await programs?.stop()
  await postgres?.stop()
  process.exit(code)
}
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void stop(0))

function checkPort() {
  if (Number.isInteger(port) && port >= 1 && port <= 65535) return
  throw new StepFailed(`INKLOOM_PORT is “${process.env.INKLOOM_PORT}”. It has to be a number from 1 to 65535.`)
}

/** The address of the database: the given one, or that of a private cluster, which is then kept running. */
async function database() {
  const given = process.env.INKLOOM_DATABASE_URL
  if (given) return given
  const { startPostgres, ensureDatabase } = await import('./postgres.mjs')
  postgres = await startPostgres(data)
  postgres.keepRunning(console.log)
  await ensureDatabase(postgres.url('postgres'), 'inkloom')
  return postgres.url('inkloom')
}

try {
  checkPort()
  ensurePackages()
  mkdirSync(data, { recursive: true })
  const { freePort } = await import('./postgres.mjs')
  if ((await freePort(port)) !== port)
    throw new StepFailed(
      `Port ${port} is taken by another program, or Ink Loom runs already. Stop that, or choose another ` +
        'port: INKLOOM_PORT=4880 npm start',
    )
  const shopPort = wantsShop ? await freePort(wantedShopPort) : undefined
  const url = await database()
  const { build } = await import('./build.mjs')
  await build()
  const { environment, serve } = await import('./serve.mjs')
  programs = await serve(environment({ url, data, port, host, shopPort }))
  const { demoPeople } = JSON.parse(readFileSync('demo/people.json', 'utf8'))
  console.log(`\nInk Loom is at http://${host}:${port}\n\nSign in as one of the demo people:`)
  for (const p of demoPeople) console.log(`  ${p.email.padEnd(30)} ${p.password.padEnd(18)} ${p.about}`)
  if (shopPort !== undefined) console.log(`\nThe shop that shows what is released is at http://${host}:${shopPort}`)
  console.log('\nCtrl+C stops everything.')
} catch (e) {
  console.error(e instanceof StepFailed ? `\n${e.message}` : e)
  await stop(1)
}
