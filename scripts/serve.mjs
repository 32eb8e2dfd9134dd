// The web server and the worker, started together and stopped together.
import { randomBytes } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import path from 'node:path'
import { run, stay, StepFailed } from './run.mjs'

/** A secret of this installation, made once and kept. */
function keptSecret(data) {
  const file = path.join(data, 'secret')
  if (!existsSync(file)) writeFileSync(file, randomBytes(32).toString('base64url'), { mode: 0o600 })
  return readFileSync(file, 'utf8')
}

/** The environment in which all programs of one installation run. */
export function environment({ url, data, port, host }) {
  mkdirSync(data, { recursive: true })
  return {
    ...process.env, NODE_ENV: 'production', INKLOOM_DATABASE_URL: url, INKLOOM_DATA: data, INKLOOM_SECRET: process.env.INKLOOM_SECRET ?? keptSecret(data),
    INKLOOM_PORT: String(port), INKLOOM_HOST: host, NITRO_PORT: String(port), NITRO_HOST: host,
  }
}

/** How Node runs what holds thousands of products at a time: with room for young objects, which are otherwise copied about for a sixth of the time. */
export const heavyWork = ['--max-semi-space-size=32']

/** Brings the database up to date and loads the demo where it is empty; then starts both programs. `onEnd` is called where the web server ends by itself. */
export async function serve(env, { onEnd = () => undefined, say = console.log } = {}) {
  const children = new Set()
  let stopping = false
  run('Preparing the database', process.execPath, ['--enable-source-maps', '.output/worker/prepare.mjs'], { env, show: true })
  const show = (line) => { if (line.trim() && line !== 'worker ready' && !line.startsWith('Listening on')) say(line) }

  const program = (name, file, onLine) => {
    const child = stay([...(name === 'worker' ? heavyWork : []), '--enable-source-maps', file], { env, onLine })
    children.add(child)
    child.once('exit', (code, signal) => {
      children.delete(child)
      if (stopping) return
      if (name === 'worker') {
        say(`The worker ended (${signal ?? code}); it is started again. Work in its hands begins anew.`)
        setTimeout(() => { if (!stopping) program(name, file, onLine) }, 1000)
      } else {
        say(`The web server ended (${signal ?? code}).`)
        onEnd()
      }
    })
    return child
  }
  program('worker', '.output/worker/main.mjs', show)
  await new Promise((resolve, reject) => {
    const child = program('web server', '.output/server/index.mjs', (line) => (line.startsWith('Listening on') ? resolve() : show(line)))
    child.once('exit', () => reject(new StepFailed('The web server did not start.')))
  })
  return {
    async stop() {
      stopping = true
      for (const child of children) child.kill('SIGTERM')
      const gone = Promise.all([...children].map((c) => (c.exitCode === null && c.signalCode === null ? new Promise((r) => c.once('exit', r)) : null)))
      await Promise.race([gone, new Promise((r) => setTimeout(r, 4000))])
      for (const child of children) child.kill('SIGKILL')
    },
  }
}
