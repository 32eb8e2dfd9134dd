import { AsyncResource } from 'node:async_hooks'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import path from 'node:path'
import pg from 'pg'
import { afterAll, beforeAll } from 'vitest'
import type { Person } from '@contracts/people'
import { templateName } from './template'

let made = 0
/** A database of this file's own, copied from the template; gone when the file has ended. */
export function ownDatabase() {
  const admin = process.env.INKLOOM_TEST_ADMIN_URL!
  const name = `inkloom_t${process.pid}_${++made}`
  const folder = mkdtempSync(path.join(process.env.INKLOOM_TEST_DATA ?? '/tmp', 'files-'))
  const url = admin.replace(/\/[^/]*$/, `/${name}`)
  const ask = async (sql: string) => {
    const client = new pg.Client({ connectionString: admin })
    await client.connect()
    // Only one copy at a time can be made of a template.
    await client.query('select pg_advisory_lock(4870)')
    await client.query(sql)
    await client.end()
  }
  const shift = Math.round((Date.UTC(2026, 10, 25, 12) - Date.now()) / 1000)
  Object.assign(process.env, {
    INKLOOM_CLOCK_SHIFT: String(shift),
    INKLOOM_ALLOW_PRIVATE_FETCH: '127.0.0.1',
    INKLOOM_DATABASE_URL: url,
    INKLOOM_DATA: folder,
    INKLOOM_SECRET: 'a secret that only tests know, long enough',
  })
  beforeAll(() => ask(`create database ${name} template ${templateName}`))
  afterAll(async () => {
    const { disconnect } = await import('@server/db/connect')
    await disconnect()
    await ask(`drop database if exists ${name} with (force)`)
    rmSync(folder, { recursive: true, force: true })
  })
  return {
    url,
    folder,
    file: (text: string | Buffer, as = 'file.csv') => {
      const file = path.join(folder, as)
      writeFileSync(file, text)
      return file
    },
  }
}

export const maren: Person = { id: 1, email: 'maren@tarnwheel.example', name: 'Maren', role: 'manager', languages: [] }
export const luc: Person = {
  id: 2,
  email: 'luc@tarnwheel.example',
  name: 'Luc',
  role: 'translator',
  languages: ['fr-CH'],
}
export const ada: Person = { id: 3, email: 'ada@tarnwheel.example', name: 'Ada', role: 'administrator', languages: [] }
/** The moment at which these tests stand, whenever they run: the clock of the programs shows it too. */
export const now = Date.UTC(2026, 10, 25, 12)

/**
 * Does what somebody else does at the same time: within a test's transaction, what is asked would else be a part of it.
 */
export const asSomebodyElse: <T>(work: () => Promise<T>) => Promise<T> = AsyncResource.bind(
  <T>(work: () => Promise<T>) => work(),
)

/** The problem that a call is refused with. */
export async function problemOf(
  work: Promise<unknown>,
): Promise<{ status: number; title: string; detail: string; errors?: { path: string; message: string }[] }> {
  try {
    await work
  } catch (e) {
    const document = (e as { document?: () => never }).document?.()
    if (document) return document
    throw e
  }
  throw new Error('It was not refused.')
}
