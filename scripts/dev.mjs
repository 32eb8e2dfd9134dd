// Starts Ink Loom for those who write it: a change of the interface or of a route shows in seconds, and the worker is
// started again when its sources change. It has a database and a data folder of its own. Ctrl+C stops all of it.
import { spawn } from 'node:child_process'
import { once } from 'node:events'
import { mkdirSync } from 'node:fs'
import path from 'node:path'
import { ensurePackages } from './packages.mjs'
import { run, stay, StepFailed } from './run.mjs'

const data = path.resolve('.data/dev')
const folder = '.data/dev/programs'
const port = Number(process.env.INKLOOM_PORT || 4870)
const host = '127.0.0.1'
let postgres
let web
let worker
let watching
let stopping = false

async function stop(code) {
  if (stopping) return
  stopping = true
  await watching?.dispose()
  worker?.kill('SIGTERM')
  web?.kill('SIGTERM')
  await postgres?.stop()
  process.exit(code)
}
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void stop(0))

/** Starts the worker, or starts it again with what was bundled last. */
async function startWorker(env) {
  const before = worker
  worker = undefined
  if (before && before.exitCode === null) {
    before.kill('SIGTERM')
    await once(before, 'exit')
  }
  worker = stay(['--enable-source-maps', `${folder}/main.mjs`], { env, onLine: console.log })
}

/** Bundles the programs beside the web server now, and again whenever their sources change. */
async function watchPrograms(env) {
  const esbuild = await import('esbuild')
  const { programs } = await import('./build.mjs')
  await esbuild.build(programs(folder))
  run('Preparing the database', process.execPath, ['--enable-source-maps', `${folder}/prepare.mjs`], {
    env,
    show: true,
  })
  const restart = {
    name: 'restart-worker',
    setup(build) {
      build.onEnd(({ errors }) => {
        if (errors.length === 0 && !stopping) void startWorker(env)
      })
    },
  }
  watching = await esbuild.context({ ...programs(folder), plugins: [restart] })
  await watching.watch()
}

try {
  ensurePackages()
  mkdirSync(data, { recursive: true })
  const { startPostgres, ensureDatabase, freePort } = await import('./postgres.mjs')
  if ((await freePort(port)) !== port)
    throw new StepFailed(`Port ${port} is taken. Choose another: INKLOOM_PORT=4880 npm run dev`)
  postgres = await startPostgres(data)
  await ensureDatabase(postgres.url('postgres'), 'inkloom')
  const { environment } = await import('./serve.mjs')
  const env = {
    ...environment({ url: postgres.url('inkloom'), data, port, host }),
    NODE_ENV: 'development',
    NUXT_TELEMETRY_DISABLED: '1',
    INKLOOM_PROGRAMS: folder,
  }
  await watchPrograms(env)
  // In its own process and no further one, so that it ends when it is told to.
  const nuxt = ['node_modules/nuxt/bin/nuxt.mjs', 'dev', '--no-fork', '--port', String(port), '--host', host]
  web = spawn(process.execPath, nuxt, { env, stdio: 'inherit' })
  web.once('exit', (code) => void stop(code ?? 0))
  console.log(`\nInk Loom is at http://${host}:${port} as soon as Nuxt says so. Ctrl+C stops everything.`)
} catch (e) {
  console.error(e instanceof StepFailed ? `\n${e.message}` : e)
  await stop(1)
}
