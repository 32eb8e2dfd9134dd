import { spawn, spawnSync } from 'node:child_process'
import { once } from 'node:events'
import {
  chmodSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  truncateSync,
  writeFileSync,
} from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import { createHash } from 'node:crypto'
import { describe, expect, it } from 'vitest'
import { ownWorld, signIn, until, type World } from './world'

// A backup stops nothing and is whole or not there; a restore changes nothing until it is whole.

const world: World = ownWorld({ name: 'backup' })
const folder = mkdtempSync(path.join(os.tmpdir(), 'inkloom-backup-'))
const at = (name: string) => path.join(folder, name)

async function backup(what: 'save' | 'restore', where: string): Promise<{ status: number; said: string }> {
  const child = spawn(process.execPath, ['scripts/backup.mjs', what, where], {
    env: { ...process.env, INKLOOM_DATA: world.data, INKLOOM_DATABASE_URL: '' },
  })
  let said = ''
  for (const stream of [child.stdout, child.stderr])
    stream.on('data', (d: Buffer) => {
      said += d.toString()
    })
  // No password stands on a command line while it runs.
  const password = new URL(world.url).password
  const timer = setInterval(() => {
    const { stdout } = spawnSync('ps', ['-eo', 'args'], { encoding: 'utf8' })
    if (stdout.includes(password)) said += '\nPASSWORD ON A COMMAND LINE'
  }, 50)
  const [status] = (await once(child, 'close')) as [number]
  clearInterval(timer)
  expect(said).not.toContain('PASSWORD ON A COMMAND LINE')
  return { status, said }
}
const stock = async () =>
  (await world.sql<{ stock: number }>("select stock from product where sku = 'PE-1830'"))[0]!.stock
const databases = async () =>
  (
    await world.sql<{ datname: string }>("select datname from pg_database where datname like 'inkloom%' order by 1")
  ).map((r) => r.datname)

describe('a backup', () => {
  it('is made while it runs, whole, for its owner’s eyes alone, and stops nothing', async () => {
    await world.patch('/api/products/PE-1830', { stock: 41 })
    mkdirSync(path.join(world.data, 'uploads'), { recursive: true })
    writeFileSync(path.join(world.data, 'uploads', 'waiting'), 'a file that waits')
    expect(await backup('save', at('first'))).toMatchObject({ status: 0 })
    const list = JSON.parse(readFileSync(at('first/contents.json'), 'utf8')) as {
      rows: Record<string, number>
      files: { file: string; sha256: string; bytes: number }[]
    }
    expect(list.files.map((f) => f.file)).toEqual(
      expect.arrayContaining([
        'database.dump',
        'secret',
        path.join('uploads', 'waiting'),
        path.join('pool', 'items.jsonl'),
      ]),
    )
    expect(list.files.some((f) => f.file.startsWith('media'))).toBe(true)
    expect(list.rows['public.product']).toBeGreaterThan(200)
    for (const { file } of list.files) expect(statSync(at(path.join('first', file))).mode & 0o777, file).toBe(0o600)
    expect((await world.get('/api/products?limit=1')).status).toBe(200)
    world.note('a backup beside a running server: whole, mode 600, nothing stopped')
  }, 60_000)
  it('that fails leaves nothing half, and the live database as it is', async () => {
    writeFileSync(path.join(world.data, 'media-blocked'), '')
    const full = at('unwritable')
    writeFileSync(full, 'a file, not a folder')
    const { status } = await backup('save', path.join(full, 'inside'))
    expect(status).toBe(1)
    expect((await world.get('/api/products?limit=1')).status).toBe(200)
    expect(await backup('save', at('first'))).toMatchObject({
      status: 1,
      said: expect.stringContaining('is not empty'),
    })
    expect(readdirSync(folder).filter((name) => name.includes('partial'))).toEqual([])
    rmSync(path.join(world.data, 'media-blocked'))
    world.note('a backup that fails: nothing half, nothing stopped')
  }, 60_000)
})

describe('a restore', () => {
  it('is refused while anything runs on that data, by the database’s own word', async () => {
    const { status, said } = await backup('restore', at('first'))
    expect([status, said]).toEqual([1, expect.stringContaining('runs on this database')])
    expect(await databases()).toEqual(['inkloom'])
    world.note('a restore beside a running server: refused')
  }, 60_000)
  it('of a dump that is cut short, changed or broken changes nothing', async () => {
    await world.patch('/api/products/PE-1830', { stock: 99 })
    await world.programs.stop()
    spawnSync('cp', ['-r', at('first'), at('short')])
    truncateSync(at('short/database.dump'), 50_000)
    expect(await backup('restore', at('short'))).toMatchObject({ status: 1, said: expect.stringContaining('damaged') })
    // Also where the list was made to fit.
    const list = JSON.parse(readFileSync(at('short/contents.json'), 'utf8')) as {
      files: { file: string; sha256: string; bytes: number }[]
    }
    const dump = list.files.find((f) => f.file === 'database.dump')!
    Object.assign(dump, {
      bytes: 50_000,
      sha256: createHash('sha256')
        .update(readFileSync(at('short/database.dump')))
        .digest('hex'),
    })
    writeFileSync(at('short/contents.json'), JSON.stringify(list))
    expect((await backup('restore', at('short'))).status).toBe(1)
    expect(await databases()).toEqual(['inkloom'])
    expect(await stock()).toBe(99)
    expect(existsSync(path.join(world.data, 'media'))).toBe(true)
    expect(readdirSync(world.data).filter((name) => /^(restored|before)-/.test(name))).toEqual([])
    rmSync(at('short/contents.json'))
    expect(await backup('restore', at('short'))).toMatchObject({
      status: 1,
      said: expect.stringContaining('no whole backup'),
    })
    world.note('dumps that are cut short or made to look whole: refused, nothing changed')
  }, 120_000)
  it('puts everything in its place, and wakes nothing that has ended', async () => {
    await world.sql('delete from session where person_id = (select person_id from session limit 1)')
    await world.sql(
      "insert into job (id, kind, title, input, state, created) values ('later', 'coverage', 'Later', " +
        "'{}', 'done', now())",
    )
    chmodSync(at('first'), 0o700)
    const result = await backup('restore', at('first'))
    expect(result).toMatchObject({ status: 0, said: expect.stringContaining('Restored') })
    expect(await databases()).toEqual(['inkloom'])
    expect(await stock()).toBe(41)
    // The session of before the backup was ended since, and stays ended.
    expect(await world.sql('select 1 from session')).toEqual([])
    expect(await world.sql("select 1 from job where state in ('queued', 'running')")).toEqual([])
    expect(readFileSync(path.join(world.data, 'uploads', 'waiting'), 'utf8')).toBe('a file that waits')
    expect(readdirSync(world.data).filter((name) => /^(restored|before)-/.test(name))).toEqual([])
    const { environment, serve } = await import('../../scripts/serve.mjs')
    const { port } = new URL(world.base)
    world.programs = (await serve(
      environment({ url: world.url, data: world.data, port: Number(port), host: '127.0.0.1' }),
      { say: (line) => world.said.push(line) },
    )) as typeof world.programs
    await until('health', async () => (await world.get('/api/health')).status === 200)
    expect((await world.get('/api/session')).status).toBe(401)
    await signIn(world)
    expect((await world.get<{ stock: number }>('/api/products/PE-1830')).body.stock).toBe(41)
    rmSync(folder, { recursive: true, force: true })
    world.note('a restore: everything as it was saved, sessions and work that had ended stay ended')
  }, 120_000)
})
