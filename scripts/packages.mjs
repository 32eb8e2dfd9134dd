import { createHash } from 'node:crypto'
import { existsSync, readFileSync, writeFileSync } from 'node:fs'
import { run } from './run.mjs'

/** Installs the npm packages of the lockfile where they are missing or the lockfile has changed. */
export function ensurePackages() {
  const wanted = createHash('sha256').update(readFileSync('package-lock.json')).digest('hex')
  const mark = 'node_modules/.inkloom'
  if (existsSync(mark) && readFileSync(mark, 'utf8') === wanted) return
  console.log('Installing npm packages …')
  // Not `npm ci`: it refuses a lockfile in which a registry had no packages for other platforms. The lockfile's
  // versions are installed all the same.
  run('Installing npm packages', 'npm', ['install', '--no-save', '--no-audit', '--no-fund'], {
    hint: 'Is the npm registry reachable?',
  })
  writeFileSync(mark, wanted)
}
