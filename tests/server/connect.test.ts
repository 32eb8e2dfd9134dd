import { sql } from 'drizzle-orm'
import { beforeAll, describe, expect, it } from 'vitest'
import { asSomebodyElse, ownDatabase } from './database'

ownDatabase()
const { besideTransactions, database, guardCommits, inTransaction, isOutage, isPoolFull, sqlState } =
  await import('@server/db/connect')
const { loadSetup, raiseStamp } = await import('@server/db/queries/setup')

beforeAll(async () => {
  await database().execute(sql`create table noted (n int primary key)`)
})
const noted = async () =>
  (await asSomebodyElse(() => database().execute<{ n: number }>(sql`select n from noted order by n`))).rows.map(
    (r) => r.n,
  )
const note = (n: number) => database().execute(sql`insert into noted values (${n})`)
const backend = async () =>
  (await database().execute<{ pid: number }>(sql`select pg_backend_pid() as pid`)).rows[0]!.pid

describe('a transaction', () => {
  it('is what everything in it is asked of: one connection, however deep, and many at once', async () => {
    await inTransaction(async (tx) => {
      const { rows } = await tx.db.execute<{ pid: number }>(sql`select pg_backend_pid() as pid`)
      expect(await backend()).toBe(rows[0]!.pid)
      expect(await inTransaction(backend)).toBe(rows[0]!.pid)
    })
    // Far more than there are connections, each of which asks for the database in its middle.
    const all = await Promise.all(
      Array.from({ length: 60 }, (_, i) =>
        inTransaction(async () => {
          await note(1000 + i)
          return loadSetup(database())
        }),
      ),
    )
    expect(all).toHaveLength(60)
    await database().execute(sql`delete from noted`)
  })
  it('is seen by nobody else before it stands, and by itself at once', async () => {
    await inTransaction(async () => {
      await note(1)
      expect((await database().execute(sql`select 1 from noted`)).rows).toHaveLength(1)
      expect(await noted()).toEqual([])
    })
    expect(await noted()).toEqual([1])
  })
  it('within another falls alone where that goes on, and falls with it where it does not', async () => {
    await inTransaction(async () => {
      await note(2)
      await expect(
        inTransaction(async () => {
          await note(3)
          throw new Error('only this')
        }),
      ).rejects.toThrow('only this')
      await inTransaction(() => note(4))
    })
    expect(await noted()).toEqual([1, 2, 4])
    await expect(
      inTransaction(async () => {
        await inTransaction(() => note(5))
        throw new Error('all of it')
      }),
    ).rejects.toThrow('all of it')
    expect(await noted()).toEqual([1, 2, 4])
  })
  it('that has ended is asked nothing more: what it left running gets another connection', async () => {
    let later: Promise<number> | undefined
    await inTransaction(async () => {
      later = new Promise((resolve) => {
        setTimeout(() => void backend().then(resolve), 50)
      })
    })
    expect(await later).toBeGreaterThan(0)
  })
  it('that loses a deadlock begins again', async () => {
    let begun = 0
    const both = (first: number, second: number) =>
      asSomebodyElse(() =>
        inTransaction(async () => {
          begun++
          await database().execute(sql`update noted set n = n where n = ${first}`)
          await new Promise((r) => setTimeout(r, 200))
          await database().execute(sql`update noted set n = n where n = ${second}`)
        }),
      )
    await Promise.all([both(1, 2), both(2, 1)])
    expect(begun).toBe(3)
  })
  it('of guarded work asks last thing before it stands', async () => {
    const work = () => inTransaction(() => note(6))
    await expect(guardCommits(() => Promise.reject(new Error('called away')), work)).rejects.toThrow('called away')
    expect(await noted()).not.toContain(6)
    await guardCommits(() => Promise.resolve(), work)
    expect(await noted()).toContain(6)
  })
})

describe('what is cached of the set-up', () => {
  it('is nothing that a transaction has read which may yet fall', async () => {
    const before = await loadSetup(database())
    await expect(
      inTransaction(async (tx) => {
        await tx.db.execute(sql`update brand set name = 'Fallen' where code = 'oxbrook'`)
        await raiseStamp(tx.db, 'setup')
        expect((await loadSetup(tx.db)).brands.get('oxbrook')!.name).toBe('Fallen')
        throw new Error('falls')
      }),
    ).rejects.toThrow('falls')
    await inTransaction((tx) => raiseStamp(tx.db, 'setup'))
    expect((await loadSetup(database())).brands.get('oxbrook')!.name).toBe(before.brands.get('oxbrook')!.name)
  })
})

describe('time limits', () => {
  it('end a statement, a wait for a lock and a transaction in which nothing happens', async () => {
    const {
      rows: [limits],
    } = await database().execute<Record<string, string>>(sql`
      select current_setting('statement_timeout') as statement, current_setting('lock_timeout') as lock,
        current_setting('idle_in_transaction_session_timeout') as idle`)
    expect(limits).toEqual({ statement: '1min', lock: '15s', idle: '1min' })
    await expect(
      inTransaction(async (tx) => {
        await tx.db.execute(sql`set local statement_timeout = 50`)
        await tx.db.execute(sql`select pg_sleep(2)`)
      }).catch((e: unknown) => {
        throw new Error(sqlState(e))
      }),
    ).rejects.toThrow('57014')
  })
  it('are told from an outage', async () => {
    expect(isOutage(Object.assign(new Error(), { code: 'ECONNREFUSED' }))).toBe(true)
    expect(isOutage(new Error('wrapped', { cause: Object.assign(new Error(), { code: '57P01' }) }))).toBe(true)
    const full = new Error('timeout exceeded when trying to connect')
    expect([isOutage(full), isPoolFull(full)]).toEqual([false, true])
    expect(isOutage(Object.assign(new Error(), { code: '57014' }))).toBe(false)
    await expect(besideTransactions().execute(sql`select pg_terminate_backend(pg_backend_pid())`)).rejects.toSatisfy(
      isOutage,
    )
    // The next question opens another connection.
    expect((await besideTransactions().execute(sql`select 1`)).rows).toHaveLength(1)
  })
})

describe('the audit log', () => {
  it('is only ever added to', async () => {
    const { writeAudit } = await import('@server/services/people/audit')
    await writeAudit('sign-out', { personId: 1, origin: '127.0.0.1', by: 'cookie' })
    for (const change of [sql`update audit set kind = 'x'`, sql`delete from audit`, sql`truncate audit`]) {
      await expect(
        database()
          .execute(change)
          .catch((e: Error) => {
            throw e.cause
          }),
      ).rejects.toThrow('append-only')
    }
    await expect(
      inTransaction(async () => {
        await writeAudit('export', { personId: 1, origin: '', by: '' })
        throw new Error('falls')
      }),
    ).rejects.toThrow()
    expect((await database().execute(sql`select 1 from audit`)).rows).toHaveLength(1)
  })
})
