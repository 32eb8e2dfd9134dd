// Runs the benchmarks on a database of their own and writes bench/figures.md.
import path from 'node:path'
import { ensurePackages } from './packages.mjs'
import { ensureDebian, has, run, StepFailed } from './run.mjs'

let postgres
let application
try {
  ensurePackages()
  const { startPostgres, ensureDatabase, freePort } = await import('./postgres.mjs')
  const data = path.resolve('.data/bench')
  postgres = await startPostgres(data, { from: 56870 })
  const parts = process.argv.slice(2)
  await ensureDatabase(postgres.url('postgres'), 'inkloom_bench', {
    anew: parts.length === 0 || parts.includes('import'),
  })
  const esbuild = await import('esbuild')
  const { programs } = await import('./build.mjs')
  const bundled = programs('.data/bench/program')
  await esbuild.build({ ...bundled, entryPoints: { ...bundled.entryPoints, main: 'bench/main.ts' } })
  process.env.INKLOOM_PROGRAMS = '.data/bench/program'
  const { environment, heavyWork, serve } = await import('./serve.mjs')
  const env = environment({ url: postgres.url('inkloom_bench'), data, port: 4870, host: '127.0.0.1' })
  run('Preparing the database', process.execPath, ['.data/bench/program/prepare.mjs'], { env, show: true })
  const main = (env, parts) =>
    run(
      'The benchmarks',
      process.execPath,
      [
        '--expose-gc',
        ...heavyWork,
        ...(process.env.INKLOOM_PROFILE ? ['--cpu-prof', '--cpu-prof-dir=.data/bench/profile'] : []),
        '.data/bench/program/main.mjs',
        ...parts,
      ],
      { env, show: true },
    )
  const withApplication = ['browser', 'writers', 'delivery']
  const alone = parts.filter((p) => !withApplication.includes(p))
  if (parts.length === 0 || alone.length > 0)
    main({ ...env, ...(parts.length === 0 ? { INKLOOM_BENCH_WHOLE: 'true' } : {}) }, alone)
  const served = withApplication.filter((p) => parts.length === 0 || parts.includes(p))
  if (served.length > 0) {
    // The interface is measured with the application running, which the other parts would feel.
    const { build } = await import('./build.mjs')
    await build()
    if (served.includes('delivery')) ensureDebian('wrk', ['wrk'], () => !has('wrk'))
    const place = { ...env, NITRO_PORT: String(await freePort(4880)) }
    application = await serve(place)
    main(
      {
        ...place,
        INKLOOM_BENCH_URL: `http://127.0.0.1:${place.NITRO_PORT}`,
        INKLOOM_BENCH_WEB: String(application.web().pid),
      },
      served,
    )
  }
} catch (e) {
  console.error(e instanceof StepFailed ? `\n${e.message}` : e)
  process.exitCode = 1
} finally {
  await application?.stop()
  postgres?.stop()
}
