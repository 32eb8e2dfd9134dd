import { spawnSync } from 'node:child_process'
import { appendFileSync, chownSync, mkdirSync, mkdtempSync, rmSync } from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { asPostgres, binaries, ensureDatabase, freePort, startPostgres } from '../../scripts/postgres.mjs'

// Delivery that reads a copy which follows the database, as PostgreSQL keeps one by streaming replication.

/** Runs a program of PostgreSQL as the account that may, which is never root. */
function postgres(program: string, args: string[]): void {
  const { status, stderr } = spawnSync(...asPostgres(path.join(binaries()!, program), args), { encoding: 'utf8' })
  if (status !== 0) throw new Error(`${program}: ${stderr}`)
}

let primary: Awaited<ReturnType<typeof startPostgres>>
let copyFolder: string
let folder: string

/** Makes a copy that follows, and starts it. Returns the address of a database in it. */
async function startCopy(name: string): Promise<string> {
  const source = primary.url(name)
  copyFolder = path.join(os.tmpdir(), `inkloom-copy-${process.pid}`)
  mkdirSync(copyFolder, { mode: 0o700 })
  if (process.getuid?.() === 0) {
    const { stdout } = spawnSync('id', ['-u', 'postgres'], { encoding: 'utf8' })
    chownSync(copyFolder, Number(stdout), Number(stdout))
  }
  postgres('pg_basebackup', ['-D', copyFolder, '-d', source, '-R', '-X', 'stream', '-c', 'fast'])
  const port = await freePort(58400)
  appendFileSync(path.join(copyFolder, 'postgresql.auto.conf'), `port = ${port}\nlisten_addresses = '127.0.0.1'\n`)
  appendFileSync(path.join(copyFolder, 'postgresql.auto.conf'), "unix_socket_directories = ''\nmax_connections = 200\n")
  postgres('pg_ctl', ['-D', copyFolder, '-w', '-l', path.join(copyFolder, 'server.log'), 'start'])
  return source.replace(/:\d+\//, `:${port}/`)
}

beforeAll(async () => {
  folder = mkdtempSync(path.join(process.env.INKLOOM_TEST_DATA ?? '/tmp', 'copied-'))
  primary = await startPostgres(folder, { durable: false, from: 58200 })
  await ensureDatabase(primary.url('postgres'), 'copied')
  Object.assign(process.env, {
    INKLOOM_DATABASE_URL: primary.url('copied'),
    INKLOOM_DATA: folder,
    INKLOOM_SECRET: 'a secret that only tests know, long enough',
    INKLOOM_DELIVERY_DATABASE_URL: await startCopy('copied'),
  })
}, 120_000)
afterAll(async () => {
  const { disconnect } = await import('@server/db/connect')
  await disconnect()
  postgres('pg_ctl', ['-D', copyFolder, '-m', 'immediate', 'stop'])
  primary.stop()
  rmSync(copyFolder, { recursive: true, force: true })
  rmSync(folder, { recursive: true, force: true })
})

/** Looks until something is there, as who waits for a copy has to. */
async function until<T>(look: () => Promise<T | undefined>): Promise<T> {
  const end = Date.now() + 20_000
  for (;;) {
    const found = await look()
    if (found !== undefined) return found
    if (Date.now() > end) throw new Error('The copy does not follow.')
    await new Promise((resolve) => setTimeout(resolve, 50))
  }
}

describe('delivery from a copy of the database', () => {
  it('reads there what was written elsewhere, and writes elsewhere', async () => {
    const { migrateAll } = await import('@server/db/migrate')
    await migrateAll()
    const { database, inTransaction, readingForDelivery } = await import('@server/db/connect')
    const { insertDeliveryKey, deliveryKeys } = await import('@server/db/queries/delivery-keys')
    const { opens } = await import('@server/services/delivery/keys')
    const { hashOfKey } = await import('@server/services/delivery/group-signature')
    const { goLive } = await import('./released')
    const { deliverChanges } = await import('@server/services/delivery/changes')
    const { readingOf } = await import('@server/services/delivery/live')

    const isCopy = () => readingForDelivery(() => database().execute('select pg_is_in_recovery() as copy'))
    expect((await isCopy()).rows).toEqual([{ copy: true }])
    expect((await database().execute('select pg_is_in_recovery() as copy')).rows).toEqual([{ copy: false }])

    const now = Date.now()
    await database().execute(`
      insert into person (id, email, name, role, languages, password_hash)
      values (1, 'maren@tarnwheel.example', 'Maren', 'manager', '{}', '-')`)
    const number = await goLive('uk', { 'A-1': [[0, null]] }, now)
    const reading = await until(() =>
      readingForDelivery(() => readingOf({ storefront: 'uk' }, now)).catch(() => undefined),
    )
    expect(reading.number).toBe(number)
    const asked = { limit: 10, wait: 0 }
    const changes = await readingForDelivery(() => deliverChanges('uk', asked, () => false))
    expect(changes.items.map((item) => item.key)).toEqual(['A-1'])

    // That a key is used is noted where it can be written, though it is asked for where it cannot.
    const key = { name: 'Key', storefronts: ['uk'], hash: hashOfKey('a key'), madeBy: 1, made: new Date(now) }
    await inTransaction((tx) => insertDeliveryKey(tx.db, key))
    await until(async () => ((await readingForDelivery(() => opens('uk', 'a key', now))) ? true : undefined))
    const used = await until(async () => (await deliveryKeys(database()))[0]?.used ?? undefined)
    expect(used.getTime()).toBe(now)
  }, 60_000)

  it('goes on while the database that is written to is away', async () => {
    const { readingForDelivery } = await import('@server/db/connect')
    const { readingOf } = await import('@server/services/delivery/live')
    primary.stop()
    expect(await readingForDelivery(() => readingOf({ storefront: 'uk' }, Date.now()))).toMatchObject({ number: 1 })
  }, 60_000)
})
