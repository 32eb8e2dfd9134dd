// Saves everything that an installation holds into one folder, and brings it back: npm run backup -- FOLDER, npm run restore -- FOLDER.
import { cpSync, existsSync, mkdirSync, readdirSync, rmSync } from 'node:fs'
import path from 'node:path'
import { run, StepFailed } from './run.mjs'

const [what, folder] = process.argv.slice(2)
const data = path.resolve(process.env.INKLOOM_DATA ?? '.data')
let postgres
try {
  if (!['save', 'restore'].includes(what) || !folder) throw new StepFailed('Name a folder: npm run backup -- FOLDER, or npm run restore -- FOLDER.')
  const { startPostgres, ensureDatabase, databaseRuns, binaries } = await import('./postgres.mjs')
  const given = process.env.INKLOOM_DATABASE_URL
  const ran = given ? true : databaseRuns(data)
  if (!given) postgres = await startPostgres(data)
  const url = given ?? postgres.url('inkloom')
  const dump = path.resolve(folder, 'database.dump')
  const media = path.resolve(folder, 'media')
  const bin = (program) => path.join(binaries() ?? '/usr/bin', program)
  if (what === 'save') {
    if (existsSync(folder) && readdirSync(folder).length > 0) throw new StepFailed(`${folder} is not empty. Choose another folder, so that no older backup is lost.`)
    mkdirSync(folder, { recursive: true })
    run('Saving the database', bin('pg_dump'), ['--format=custom', '--no-owner', `--file=${dump}`, url])
    if (existsSync(path.join(data, 'media'))) cpSync(path.join(data, 'media'), media, { recursive: true })
    console.log(`Saved to ${path.resolve(folder)}.`)
  } else {
    if (!existsSync(dump)) throw new StepFailed(`There is no backup in ${folder}: ${dump} is missing.`)
    if (ran && !given) throw new StepFailed('Ink Loom runs. Stop it first, then restore.')
    if (!given) await ensureDatabase(postgres.url('postgres'), 'inkloom', { anew: true })
    run('Restoring the database', bin('pg_restore'), ['--no-owner', '--exit-on-error', ...(given ? ['--clean', '--if-exists'] : []), `--dbname=${url}`, dump])
    rmSync(path.join(data, 'media'), { recursive: true, force: true })
    if (existsSync(media)) cpSync(media, path.join(data, 'media'), { recursive: true })
    console.log('Restored. Start Ink Loom again.')
  }
  if (ran) postgres = undefined
} catch (e) {
  console.error(e instanceof StepFailed ? e.message : e)
  process.exitCode = 1
} finally {
  postgres?.stop()
}
