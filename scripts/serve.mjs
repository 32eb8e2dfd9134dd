// The web server and the worker, started together, kept running, and stopped together.
import { randomBytes } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import path from 'node:path'
import { run, stay, StepFailed } from './run.mjs'
import { supervise } from './supervise.mjs'

/** A secret of this installation, made once and kept under a name. */
function savedSecret(data, name) {
  const file = path.join(data, name)
  if (!existsSync(file)) writeFileSync(file, randomBytes(32).toString('base64url'), { mode: 0o600 })
  return readFileSync(file, 'utf8')
}

/** The environment in which all programs of one installation run. */
export function environment({ url, data, port, host, shopPort }) {
  mkdirSync(data, { recursive: true })
  return {
    ...process.env,
    NODE_ENV: 'production',
    INKLOOM_DATABASE_URL: url,
    INKLOOM_DATA: data,
    INKLOOM_SECRET: process.env.INKLOOM_SECRET ?? savedSecret(data, 'secret'),
    INKLOOM_PORT: String(port),
    INKLOOM_HOST: host,
    NITRO_PORT: String(port),
    NITRO_HOST: host,
    ...(shopPort === undefined ? {} : shopEnvironment({ data, port, host, shopPort })),
  }
}

/** What the shop that is started together with the server is told, and the server of it. */
const shopEnvironment = ({ data, port, host, shopPort }) => ({
  INKLOOM_SHOP_PORT: String(shopPort),
  INKLOOM_SHOP_DELIVERY: `http://${host}:${port}`,
  INKLOOM_SHOP_PREVIEWS: process.env.INKLOOM_SHOP_PREVIEWS ?? `http://${host}:${shopPort}/preview/`,
  INKLOOM_SHOP_KEY: process.env.INKLOOM_SHOP_KEY ?? savedSecret(data, 'shop-key'),
  ...(process.env.INKLOOM_SHOP_SECRET === undefined ? {} : { INKLOOM_SHOP_SECRET: process.env.INKLOOM_SHOP_SECRET }),
})

/**
 * How Node runs what holds thousands of products at a time: with room for young objects, which are otherwise copied
 * about for a sixth of the time.
 */
export const heavyWork = ['--max-semi-space-size=32']

const listens = 'Listening on'
/** Said by the web server once its first answers come as quickly as all others. */
const warm = 'warm after'
const isNews = (line) =>
  line.trim() !== '' &&
  line !== 'worker ready' &&
  line !== 'shop ready' &&
  !line.startsWith(listens) &&
  !line.startsWith(warm)

/**
 * Brings the database up to date and loads the demo where it is empty; then starts the programs, the shop too where it
 * has a port, and keeps them running.
 */
export async function serve(env, { say = console.log } = {}) {
  run('Preparing the database', process.execPath, ['--enable-source-maps', '.output/worker/prepare.mjs'], {
    env,
    show: true,
  })
  const show = (line) => {
    if (isNews(line)) say(line)
  }
  const program = (args, onLine = show) =>
    stay([...args.slice(0, -1), '--enable-source-maps', args.at(-1)], { env, onLine })

  const worker = supervise('worker', () => program([...heavyWork, '.output/worker/main.mjs']), { say })
  let ready
  const web = supervise(
    'web server',
    () =>
      program(['.output/server/index.mjs'], (line) => {
        if (line.startsWith(warm)) ready?.()
        show(line)
      }),
    { say },
  )
  const shop = env.INKLOOM_SHOP_DELIVERY
    ? supervise('shop', () => program(['.output/worker/shop.mjs']), { say })
    : undefined
  const stop = async () => {
    await Promise.all([worker.stop(), web.stop(), shop?.stop()])
  }

  try {
    await new Promise((resolve, reject) => {
      ready = resolve
      // What cannot start once will not start at the next try.
      web.first.once('exit', () => reject(new StepFailed('The web server did not start.')))
    })
  } catch (e) {
    await stop()
    throw e
  }
  return { stop, web: () => web.running(), worker: () => worker.running() }
}
