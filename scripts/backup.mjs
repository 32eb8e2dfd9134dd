// Saves everything that an installation holds into one folder, and brings it back:
// npm run backup -- FOLDER, npm run restore -- FOLDER.
import { createHash, randomBytes } from 'node:crypto'
import {
  chmodSync,
  cpSync,
  createReadStream,
  existsSync,
  lstatSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs'
import path from 'node:path'
import { pipeline } from 'node:stream/promises'
import { run, StepFailed } from './run.mjs'

/** What of the data folder belongs to an installation, beside its database. Renditions are made again by themselves. */
const parts = ['media', 'feeds', 'pool', 'uploads', 'secret']
const listName = 'contents.json'
const dumpName = 'database.dump'
/** The version of what a backup folder holds. */
const format = 1

const [what, folder] = process.argv.slice(2)
const data = path.resolve(process.env.INKLOOM_DATA ?? '.data')
const stamp = `${new Date().toISOString().replace(/[-:T]/g, '').slice(0, 14)}_${randomBytes(3).toString('hex')}`

/** Files under a place, relative to it, in order. Links are not followed. */
function filesUnder(place, below = '') {
  const at = path.join(place, below)
  const stats = lstatSync(at)
  if (stats.isFile()) return [below]
  if (!stats.isDirectory()) return []
  return readdirSync(at)
    .sort()
    .flatMap((name) => filesUnder(place, path.join(below, name)))
}

async function digestOf(file) {
  const hash = createHash('sha256')
  await pipeline(createReadStream(file), hash)
  return hash.digest('hex')
}

/** Nobody but the owner reads a backup: it holds password hashes and the secret. */
function onlyForOwner(place) {
  const stats = lstatSync(place)
  if (stats.isSymbolicLink()) return
  chmodSync(place, stats.isDirectory() ? 0o700 : 0o600)
  if (stats.isDirectory()) for (const name of readdirSync(place)) onlyForOwner(path.join(place, name))
}

/**
 * How a database is named to PostgreSQL's programs: its password stands in their environment, never on a command line.
 */
function addressed(url, database) {
  const { hostname, port, username, password, pathname, searchParams } = new URL(url)
  const env = { ...process.env, PGPASSWORD: decodeURIComponent(password), PGAPPNAME: 'inkloom backup' }
  const sslmode = searchParams.get('sslmode')
  if (sslmode) env.PGSSLMODE = sslmode
  const name = database ?? decodeURIComponent(pathname.slice(1))
  return {
    args: [
      '--host',
      hostname,
      '--port',
      port || '5432',
      '--username',
      decodeURIComponent(username),
      '--no-password',
      '--dbname',
      name,
    ],
    env,
    name,
  }
}

const withDatabase = (url, name) => Object.assign(new URL(url), { pathname: `/${encodeURIComponent(name)}` }).href

async function connected(url, work) {
  const { default: pg } = await import('pg')
  const client = new pg.Client({ connectionString: url, application_name: 'inkloom backup' })
  client.on('error', () => undefined)
  await client.connect()
  try {
    return await work(client)
  } finally {
    await client.end().catch(() => undefined)
  }
}

const quoted = (name) => `"${name.replaceAll('"', '""')}"`

/** The number of rows of every table. */
async function countRows(client) {
  const { rows } = await client.query(
    "select schemaname as s, tablename as t from pg_tables where schemaname in ('public', 'drizzle') order by 1, 2",
  )
  const counts = {}
  for (const { s, t } of rows)
    counts[`${s}.${t}`] = Number((await client.query(`select count(*) as n from ${quoted(s)}.${quoted(t)}`)).rows[0].n)
  return counts
}

/**
 * Saves the database and the files beside the wanted folder, lists them with their digests, and renames all of it at
 * the end.
 */
async function save(url, program) {
  const target = path.resolve(folder)
  if (existsSync(target) && readdirSync(target).length > 0)
    throw new StepFailed(`${folder} is not empty. Choose another folder, so that no older backup is lost.`)
  const beside = `${target}.partial-${stamp}`
  mkdirSync(beside, { recursive: true, mode: 0o700 })
  try {
    const rows = await connected(url, async (client) => {
      // The rows are counted in the very state that is saved.
      await client.query('begin isolation level repeatable read read only')
      const {
        rows: [{ snapshot }],
      } = await client.query('select pg_export_snapshot() as snapshot')
      const counts = await countRows(client)
      const { args, env } = addressed(url)
      run(
        'Saving the database',
        program('pg_dump'),
        ['--format=custom', '--no-owner', `--snapshot=${snapshot}`, `--file=${path.join(beside, dumpName)}`, ...args],
        { env },
      )
      return counts
    })
    for (const part of parts)
      if (existsSync(path.join(data, part))) cpSync(path.join(data, part), path.join(beside, part), { recursive: true })
    const files = []
    for (const file of filesUnder(beside))
      files.push({
        file,
        bytes: statSync(path.join(beside, file)).size,
        sha256: await digestOf(path.join(beside, file)),
      })
    const { version } = JSON.parse(readFileSync('package.json', 'utf8'))
    writeFileSync(
      path.join(beside, listName),
      `${JSON.stringify({ format, version, made: new Date().toISOString(), rows, files }, null, 1)}\n`,
    )
    onlyForOwner(beside)
    if (existsSync(target)) rmSync(target, { recursive: true })
    renameSync(beside, target)
  } catch (e) {
    rmSync(beside, { recursive: true, force: true })
    throw e
  }
  console.log(`Saved to ${target}.`)
  if (process.env.INKLOOM_STORAGE === 's3')
    console.log('The contents of the media library lie in the bucket and are not part of it.')
}

/**
 * The list of a backup, after every file was held against it. Throws where something is missing, cut short or changed.
 */
async function checkedList() {
  const source = path.resolve(folder)
  if (!existsSync(path.join(source, listName)))
    throw new StepFailed(`There is no whole backup in ${folder}: ${listName} is missing.`)
  const list = JSON.parse(readFileSync(path.join(source, listName), 'utf8'))
  if (list.format !== format)
    throw new StepFailed(`This backup is of the format ${list.format}; this version reads ${format}.`)
  for (const { file, bytes, sha256 } of list.files) {
    const at = path.join(source, file)
    if (path.relative(source, at).startsWith('..'))
      throw new StepFailed(`The list of the backup names a file outside of it: ${file}.`)
    if (!existsSync(at)) throw new StepFailed(`The backup is not whole: ${file} is missing. Nothing has been changed.`)
    if (statSync(at).size !== bytes || (await digestOf(at)) !== sha256)
      throw new StepFailed(
        `The backup is damaged: ${file} is not what it was when it was saved. Nothing has been changed.`,
      )
  }
  return list
}

/**
 * What a restored database must not bring back to life: sessions and tokens that have ended since, and work that was
 * open then. Its transactions are numbered anew, so that whatever it holds was written before them.
 */
async function layToRest(client, stillThere) {
  await client.query('delete from session where not (hash = any($1::text[]))', [stillThere])
  await client.query('update step set written = 0')
  await client.query(
    "update job set state = 'cancelled', finished = now(), error = 'This was open when the backup was " +
      "made. Start it again if it is still wanted.' where state in ('queued', 'running')",
  )
}

const hasTable = async (client, table) =>
  (await client.query('select to_regclass($1) is not null as there', [table])).rows[0].there

/** The sessions and tokens that are valid now. */
const sessionsOf = (url) =>
  connected(url, async (client) =>
    (await hasTable(client, 'public.session'))
      ? (await client.query('select hash from session')).rows.map((r) => r.hash)
      : [],
  )

async function refuseWhileUsed(admin, name) {
  const { rows } = await admin.query(
    'select application_name as program from pg_stat_activity where datname = $1 and pid <> ' +
      "pg_backend_pid() and backend_type = 'client backend'",
    [name],
  )
  if (rows.length === 0) return
  const programs = new Set(rows.map((r) => r.program || 'another program'))
  throw new StepFailed(
    `Ink Loom runs on this database (${[...programs].join(', ')}). Stop it first, then restore. ` +
      'Nothing has been changed.',
  )
}

/**
 * Restores into a new database, holds it against the list, and only then puts it, and the files, in the place of what
 * was there.
 */
async function restore(url, program) {
  const list = await checkedList()
  const source = path.resolve(folder)
  const { name } = addressed(url)
  const [fresh, old] = [`${name}_restored_${stamp}`, `${name}_before_${stamp}`]
  const staged = path.join(data, `restored-${stamp}`)
  const before = path.join(data, `before-${stamp}`)
  await connected(withDatabase(url, 'postgres'), async (admin) => {
    const exists = (await admin.query('select 1 from pg_database where datname = $1', [name])).rows.length > 0
    await refuseWhileUsed(admin, name)
    const stillThere = exists ? await sessionsOf(url) : []
    await admin.query(`create database ${quoted(fresh)} template template0`)
    try {
      const { args, env } = addressed(url, fresh)
      run(
        'Restoring the database',
        program('pg_restore'),
        ['--no-owner', '--exit-on-error', ...args, path.join(source, dumpName)],
        { env, hint: 'Nothing has been changed.' },
      )
      await connected(withDatabase(url, fresh), async (client) => {
        const counts = await countRows(client)
        const other = Object.keys({ ...list.rows, ...counts }).find((table) => list.rows[table] !== counts[table])
        if (other)
          throw new StepFailed(
            `The restored database is not what was saved: ${other} has ${counts[other] ?? 'no'} rows, and ` +
              `should have ${list.rows[other] ?? 'none'}. Nothing has been changed.`,
          )
        await layToRest(client, stillThere)
      })
      mkdirSync(staged, { recursive: true, mode: 0o700 })
      for (const part of parts)
        if (existsSync(path.join(source, part)))
          cpSync(path.join(source, part), path.join(staged, part), { recursive: true })
      for (const { file, sha256 } of list.files) {
        if (file !== dumpName && (await digestOf(path.join(staged, file))) !== sha256)
          throw new StepFailed(`${file} could not be copied whole. Nothing has been changed.`)
      }
      await refuseWhileUsed(admin, name)
      // Both names change in one transaction; the database itself refuses where somebody is connected.
      await admin.query('begin')
      if (exists) await admin.query(`alter database ${quoted(name)} rename to ${quoted(old)}`)
      await admin.query(`alter database ${quoted(fresh)} rename to ${quoted(name)}`)
      await admin.query('commit')
    } catch (e) {
      await admin.query('rollback').catch(() => undefined)
      await admin.query(`drop database if exists ${quoted(fresh)} with (force)`)
      rmSync(staged, { recursive: true, force: true })
      throw e
    }
    mkdirSync(before, { recursive: true, mode: 0o700 })
    for (const part of parts) {
      if (existsSync(path.join(data, part))) renameSync(path.join(data, part), path.join(before, part))
      if (existsSync(path.join(staged, part))) renameSync(path.join(staged, part), path.join(data, part))
    }
    rmSync(staged, { recursive: true, force: true })
    // Only now, when all is in its place, what was there goes.
    if (exists) await admin.query(`drop database ${quoted(old)} with (force)`)
    rmSync(before, { recursive: true, force: true })
  })
  console.log('Restored. Start Ink Loom again.')
}

let postgres
let ran = true
try {
  if (!['save', 'restore'].includes(what) || !folder)
    throw new StepFailed('Name a folder: npm run backup -- FOLDER, or npm run restore -- FOLDER.')
  const { startPostgres, ensureDatabase, databaseRuns, binaries } = await import('./postgres.mjs')
  const given = process.env.INKLOOM_DATABASE_URL || undefined
  if (!given) {
    ran = databaseRuns(data)
    postgres = await startPostgres(data)
    if (what === 'save') await ensureDatabase(postgres.url('postgres'), 'inkloom')
  }
  const program = (name) => path.join(binaries() ?? '/usr/bin', name)
  await (what === 'save' ? save : restore)(given ?? postgres.url('inkloom'), program)
} catch (e) {
  console.error(e instanceof StepFailed ? e.message : e)
  process.exitCode = 1
} finally {
  // What ran before this began goes on.
  if (!ran) postgres?.stop()
}
