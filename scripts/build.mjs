import { createHash } from 'node:crypto'
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import path from 'node:path'
import { pathToFileURL } from 'node:url'
import { run } from './run.mjs'

const sources = [
  'app',
  'core',
  'contracts',
  'server',
  'demo',
  'shop',
  'public',
  'nuxt.config.ts',
  'package.json',
  'package-lock.json',
  'scripts/build.mjs',
]

function* files(at) {
  if (!existsSync(at)) return
  if (statSync(at).isFile()) yield at
  else for (const name of readdirSync(at).sort()) yield* files(path.join(at, name))
}

/** A digest of the files of some places. */
function digestOf(places) {
  const hash = createHash('sha256')
  for (const place of places)
    for (const file of files(place)) hash.update(file).update('\0').update(readFileSync(file)).update('\0')
  return hash.digest('hex')
}

/** Builds the application and the programs beside it, where the sources have changed since. */
export async function build() {
  const wanted = digestOf(sources)
  const mark = '.output/built'
  if (existsSync(mark) && readFileSync(mark, 'utf8') === wanted) return
  console.log('Building …')
  run('Building the application', 'npx', ['nuxt', 'build'], {
    env: { ...process.env, NODE_ENV: 'production', NUXT_TELEMETRY_DISABLED: '1' },
  })
  await bundle()
  writeFileSync(mark, wanted)
}

/** How the programs beside the web server are bundled, each one file; packages stay where npm put them. */
export const programs = (outdir) => ({
  entryPoints: {
    main: 'server/jobs/main.ts',
    'evaluation-thread': 'server/jobs/evaluation-thread.ts',
    prepare: 'demo/prepare.ts',
    decoder: 'server/decoder/main.ts',
    shop: 'shop/main.ts',
  },
  outdir,
  outExtension: { '.js': '.mjs' },
  bundle: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  packages: 'external',
  sourcemap: 'linked',
  logLevel: 'warning',
  // Pages that were put together by other code are put together again.
  define: { 'process.env.INKLOOM_PAGE_CODE': JSON.stringify(digestOf(['core', 'server'])) },
  alias: Object.fromEntries(['core', 'contracts', 'server', 'demo'].map((room) => [`@${room}`, path.resolve(room)])),
})

async function bundle() {
  const esbuild = await import('esbuild')
  await esbuild.build(programs('.output/worker'))
}

if (import.meta.url === pathToFileURL(process.argv[1] ?? '').href) await build()
