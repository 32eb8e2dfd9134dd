import fc from 'fast-check'
import { sql } from 'drizzle-orm'
import { beforeAll, describe, expect, it } from 'vitest'
import type { Person } from '@contracts/people'
import type { PageRow } from '@server/db/queries/released-pages'
import { ada, now, ownDatabase, problemOf } from './database'
import { hour } from './released'

ownDatabase()
const { database, inTransaction } = await import('@server/db/connect')
const { keyOfSlug } = await import('@server/db/queries/delivered-pages')
const { personById } = await import('@server/db/queries/people')
const { insertStaged, rowsOfPages, writeReleased } = await import('@server/db/queries/released-pages')
const { keepDocuments, readDocument } = await import('@server/db/queries/released-documents')
const { insertRelease, lockLivePointer, movePointer, releaseOfNumber, updateRelease } =
  await import('@server/db/queries/releases')
const { readStorefront, writeStorefront } = await import('@server/db/queries/set-up-records')
const { raiseStamp } = await import('@server/db/queries/setup')
const { deliverChanges } = await import('@server/services/delivery/changes')
const { readingOf } = await import('@server/services/delivery/live')
const { goBack } = await import('@server/services/release/going-live')
const { writeAllGoneBack } = await import('@server/services/release/live-rows')
const { forgetOldReleases, pinRelease } = await import('@server/services/release/retention')
const { stepOfRelease } = await import('@server/services/release/steps')

const source = { personId: 1, origin: 'test', by: 'test' }
const language = 'en-GB'
/** Pages by key: the number of what each says; its address is its key and that number. */
type State = Record<string, number>
const keys = ['A', 'B', 'C']

let lena: Person
beforeAll(async () => {
  lena = (await personById(database(), ada.id))!
})

async function keep(storefront: string, keeps: number) {
  await inTransaction(async (tx) => {
    const stored = (await readStorefront(tx.db, storefront))!
    await writeStorefront(tx, { ...stored, releasing: { approvals: 0, frozen: null, keeps } })
    await raiseStamp(tx.db, 'setup')
  })
}

const readAll = (texts: Iterable<string>) => new Map([...texts].map((text) => [text, readDocument({ text })]))

/** Has a state go live, an hour for each release after the first. Returns the number of the release. */
async function release(storefront: string, before: State, after: State): Promise<number> {
  return inTransaction(async (tx) => {
    const pointer = await lockLivePointer(tx, storefront)
    const number = pointer.number + 1
    const texts = new Map(keys.flatMap((key) => (after[key] ? [[key, `${storefront} ${key} ${after[key]}`]] : [])))
    const json = new Map([...texts].map(([key, text]) => [key, JSON.stringify({ kind: 'phrases', text })]))
    const documents = await keepDocuments(tx, { storefront, language }, readAll(json.values()))
    const made = { madeBy: 1, made: new Date(now) }
    const id = await insertRelease(tx, { storefront, title: '', scope: {}, base: pointer.number, ...made })
    const rowOf = (key: string): PageRow => ({
      ...{ group: '', begins: -Infinity, document: documents.get(json.get(key)!)! },
      ...{ slug: `${key}-${after[key]}`, category: null, name: null },
    })
    const staged = keys
      .filter((key) => before[key] !== after[key])
      .map((key) => ({
        ...{ language, kind: 'product', key, change: 'changed' as const, changes: [], title: key, type: null },
        ...{ held: [], causes: [], like: null, rows: after[key] ? [rowOf(key)] : [] },
      }))
    await insertStaged(tx, id, staged)
    await writeReleased(tx, { releaseId: id, storefront, number })
    const at = now + number * hour
    await stepOfRelease(tx, storefront, pointer, { number, at })
    await updateRelease(tx, id, { number, state: 'past', live: new Date(at) })
    await movePointer(tx, storefront, { number, reads: number })
    return number
  })
}

async function stateAt(storefront: string, number: number): Promise<State> {
  const rows = await rowsOfPages(database(), storefront, number, { language, kind: 'product', keys })
  return Object.fromEntries([...rows].map(([key, [row]]) => [key, Number(row!.slug!.split('-')[1])]))
}
const kept = async (storefront: string, numbers: readonly number[]) => {
  const found = await Promise.all(numbers.map((n) => releaseOfNumber(database(), storefront, n)))
  return found.flatMap((r) => (r && r.forgotten === null ? [r.number!] : []))
}
/** Long after everything in these tests. */
const later = now + 1000 * hour
const changesAfter = (storefront: string, after: string | undefined) =>
  deliverChanges(storefront, { ...(after === undefined ? {} : { after }), limit: 100, wait: 0 }, () => false)

const aState = fc
  .array(fc.nat({ max: 3 }), { minLength: keys.length, maxLength: keys.length })
  .map((list) => Object.fromEntries(keys.flatMap((key, i) => (list[i] ? [[key, list[i]]] : []))) as State)

describe('releases that are no longer kept', () => {
  it('leave those that are kept as they were, whatever went live, and every address leads on', async () => {
    const storefronts = ['uk', 'ch', 'de', 'be']
    let at = 0
    await fc.assert(
      fc.asyncProperty(fc.array(aState, { minLength: 4, maxLength: 8 }), fc.nat({ max: 7 }), async (states, pin) => {
        const storefront = storefronts[at++ % storefronts.length]!
        await database().execute(sql`
          delete from released_page where storefront = ${storefront}`)
        for (const table of ['release', 'live_release', 'live_step'])
          await database().execute(sql`delete from ${sql.raw(table)} where storefront = ${storefront}`)
        const exists = (await readStorefront(database(), storefront)) !== undefined
        if (!exists) return
        await keep(storefront, 2)
        const all: State[] = [{}, ...states]
        for (let i = 1; i < all.length; i++) await release(storefront, all[i - 1]!, all[i]!)
        const pinned = 1 + (pin % states.length)
        await pinRelease(lena, String((await releaseOfNumber(database(), storefront, pinned))!.id), true, source)
        await forgetOldReleases(later)
        const numbers = states.map((_, i) => i + 1)
        const expected = numbers.filter((n) => n === pinned || n > states.length - 2)
        expect(await kept(storefront, numbers)).toEqual(expected)
        for (const n of expected) expect(await stateAt(storefront, n)).toEqual(all[n])
        for (const [i, state] of states.entries())
          for (const [key, said] of Object.entries(state))
            expect(
              await keyOfSlug(
                database(),
                { storefront, release: states.length },
                { language, kind: 'product', slug: `${key}-${said}` },
              ),
              `the address of ${key} in release ${i + 1}`,
            ).toBe(key)
      }),
      { numRuns: 15 },
    )
  })

  it('are not gone back to, nor read, and what changed is told from the oldest that is kept', async () => {
    await database().execute(sql`delete from released_page where storefront = 'uk'`)
    for (const table of ['release', 'live_release', 'live_step'])
      await database().execute(sql`delete from ${sql.raw(table)} where storefront = 'uk'`)
    await keep('uk', 2)
    const states: State[] = [{}, { A: 1 }, { A: 1, B: 1 }, { B: 2 }, { B: 2, C: 1 }]
    const cursors: string[] = []
    for (let i = 1; i < states.length; i++) {
      await release('uk', states[i - 1]!, states[i]!)
      cursors.push((await changesAfter('uk', cursors.at(-1))).next)
    }
    expect(await forgetOldReleases(later)).toBe(2)
    expect((await problemOf(goBack(lena, 'uk', 1, later, source))).status).toBe(409)
    expect((await problemOf(readingOf({ storefront: 'uk', pinned: 1, any: true }, later))).status).toBe(410)
    expect((await problemOf(changesAfter('uk', cursors[0]))).status).toBe(410)
    expect((await changesAfter('uk', cursors[2])).items).toEqual([
      { language, kind: 'product', key: 'C', change: 'added' },
    ])
    expect((await goBack(lena, 'uk', 3, later, source)).number).toBe(5)
    await writeAllGoneBack()
    expect(await stateAt('uk', 5)).toEqual({ B: 2 })
  })

  it('take their documents with them, and nothing that is read', async () => {
    const { rows } = await database().execute<{ unread: number; missing: number }>(sql`
      select (select count(*)::int from released_document d
          where not exists (select 1 from released_page p where p.document = d.id)
            and not exists (select 1 from release_row w where w.document = d.id)) as unread,
        (select count(*)::int from released_page p
          where p.document is not null and not exists (select 1 from released_document d where d.id = p.document))
          as missing`)
    expect(rows[0]).toEqual({ unread: 0, missing: 0 })
  })

  it('stay while something is compared with them, and for the hour after they were live', async () => {
    await database().execute(sql`delete from released_page where storefront = 'uk'`)
    for (const table of ['release', 'live_release', 'live_step'])
      await database().execute(sql`delete from ${sql.raw(table)} where storefront = 'uk'`)
    await keep('uk', 2)
    for (const n of [1, 2, 3, 4, 5]) await release('uk', { A: n - 1 }, { A: n })
    await inTransaction((tx) =>
      insertRelease(tx, { storefront: 'uk', title: '', scope: {}, base: 2, madeBy: 1, made: new Date(now) }),
    )
    // Release 4 took the place of release 3 half an hour ago.
    await forgetOldReleases(now + 4.5 * hour)
    expect(await kept('uk', [1, 2, 3, 4, 5])).toEqual([2, 3, 4, 5])
    await forgetOldReleases(later)
    expect(await kept('uk', [1, 2, 3, 4, 5])).toEqual([2, 4, 5])
  })
})
