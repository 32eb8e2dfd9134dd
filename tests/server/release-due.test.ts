import { sql } from 'drizzle-orm'
import fc from 'fast-check'
import { beforeAll, describe, expect, it } from 'vitest'
import { csvLines } from '../csv'
import { ada, asSomebodyElse, maren, now as start, ownDatabase } from './database'

// A release puts together only what something was changed for. What it prepares has to be the same, row by row and byte
// by byte, as if every page had been put together: nothing else would notice what was left out.

const { file } = ownDatabase()
const { database } = await import('@server/db/connect')
const { undoStep } = await import('@server/services/work/undo-step')
const { importProducts } = await import('@server/services/imports/import-products')
const { patchProduct } = await import('@server/services/products/products')
const { anyVersion, getRecord, putRecord } = await import('@server/services/records/records')
const { letComeBack, removeAtOnce, revertPage } = await import('@server/services/release/at-once')
const { noteWhatWentLive } = await import('@server/services/release/differing')
const { goBack, goLive } = await import('@server/services/release/going-live')
const { writeAhead } = await import('@server/services/release/live-rows')
const { releaseAnyway } = await import('@server/services/release/pages-taken')
const { putTogether } = await import('@server/services/release/put-together')
const { createRelease } = await import('@server/services/release/releases')
const { forgetOldReleases } = await import('@server/services/release/retention')
const { Problem } = await import('@server/services/problem')
const { aChange, day, everyKindOfChange, fillWorld, parents, variants } = await import('./random-changes')

const storefront = 'ch'
const importing = () => ({ mode: 'apply', take: 'all', title: 'Importing', personId: null, now }) as const
const source = { personId: maren.id, origin: 'test', by: 'test' }
let now = start

/** Has a release prepared. Returns its number, and how many products were put together for it. */
async function prepare(scope: object = {}, onProgress?: () => void): Promise<{ id: number; put: number }> {
  const { id } = await createRelease(maren, { storefront, title: 'Draft', scope }, now)
  let put = 0
  const told = (_done: number, total: number) => {
    put = total
    onProgress?.()
  }
  await putTogether(id, () => now, { onProgress: told })
  return { id, put }
}

/** All that a release keeps of its pages. */
async function preparedIn(id: number) {
  const db = database()
  const { rows: pages } = await db.execute(sql`
    select language, kind, key, change, changes, title, type, held, like_key from release_page
    where release_id = ${id} order by language, kind, key`)
  const { rows } = await db.execute(sql`
    select language, kind, key, group_code, begins::text, encode(d.digest, 'hex') as digest, slug, category, name
    from release_row r left join released_document d on d.id = r.document
    where release_id = ${id} order by language, kind, key, group_code, begins`)
  const { rows: counts } = await db.execute(sql`select counts from release where id = ${id}`)
  return { pages, rows, counts }
}

/** The same of a release for which every page is put together; what was known before is known again after it. */
async function preparedFromNothing(scope: object) {
  const db = database()
  await db.execute(sql`create table known_before as select * from page_state`)
  await db.execute(sql`delete from page_state`)
  const all = await preparedIn((await prepare(scope)).id)
  await db.execute(sql`delete from page_state`)
  await db.execute(sql`insert into page_state select * from known_before`)
  await db.execute(sql`drop table known_before`)
  return all
}

/** Has everything go live, what is not ready too. */
async function release(scope: object = {}): Promise<number> {
  const { id } = await prepare(scope)
  const { pages } = await preparedIn(id)
  for (const { language, kind, key, held } of pages as { language: string; kind: string; key: string; held: unknown }[])
    if (held !== null) await releaseAnyway(maren, String(id), { language, kind, key } as never, 'wanted by the test')
  const { rows } = await database().execute<{ base: number }>(sql`select base from release where id = ${id}`)
  // Of small releases all is written before, of others some.
  await writeAhead(2)
  const live = await goLive(maren, String(id), { base: rows[0]!.base }, now, source)
  await noteWhatWentLive()
  return live.number!
}

/** Does what people may do; what is refused changes nothing. */
async function attempt(work: () => Promise<unknown>): Promise<boolean> {
  try {
    await work()
    return true
  } catch (e) {
    if (e instanceof Problem) return false
    throw e
  }
}

const scopes = fc.constantFrom<object>(
  {},
  {},
  { condition: { field: 'type', is: 'equals', value: 'bag' } },
  { skus: ['GL-1', 'BG-2'] },
  { campaign: 'frost' },
  { languages: ['fr-CH'] },
)
const anAct = fc.oneof(
  { weight: 6, arbitrary: aChange.map(({ says, make }) => ({ says, act: () => make(now) })) },
  {
    weight: 2,
    arbitrary: scopes.map((scope) => ({ says: `release ${JSON.stringify(scope)}`, act: () => release(scope) })),
  },
  {
    weight: 1,
    arbitrary: fc.integer({ min: 1, max: 40 }).map((days) => ({
      says: `${days} days`,
      act: () => Promise.resolve((now += days * day + 3_600_000)),
    })),
  },
  {
    weight: 1,
    arbitrary: fc.oneof(
      fc.nat({ max: 3 }).map((n) => ({ says: `back by ${n}`, act: () => back(n) })),
      fc.constantFrom(...parents).map((sku) => ({ says: `revert ${sku}`, act: () => revert(sku) })),
      fc.constantFrom(...parents).map((sku) => ({ says: `remove ${sku}`, act: () => remove(sku) })),
      fc.constantFrom(...parents).map((sku) => ({ says: `let ${sku} come`, act: () => comeBack(sku) })),
      fc.constant({ says: 'undo', act: () => undoLast() }),
      fc.constant({ says: 'forget', act: () => forgetOldReleases(now) }),
    ),
  },
)
async function liveNumber(): Promise<number> {
  const { rows } = await database().execute<{ number: number }>(
    sql`select number from live_release where storefront = ${storefront}`,
  )
  return rows[0]!.number
}
const back = async (n: number) => goBack(maren, storefront, (await liveNumber()) - n, now, source)
const revert = async (sku: string) =>
  revertPage(maren, storefront, { sku, number: (await liveNumber()) - 1 }, now, source)
const remove = (sku: string) =>
  removeAtOnce(maren, { storefronts: [storefront], skus: [sku], reason: 'a test' }, now, source)
const comeBack = (sku: string) => letComeBack(maren, storefront, sku)
async function undoLast() {
  const { rows } = await database().execute<{ id: number }>(sql`select max(id)::int as id from step`)
  return undoStep(rows[0]!.id, maren.id, now)
}

beforeAll(async () => {
  const of = (sku: string) =>
    sku.startsWith('GL') ? 'glove,wear' : `${sku.startsWith('LO') ? 'lock' : 'bag'},panniers`
  const lines = [
    ...parents.map((sku) => `${sku},,${of(sku)},Product ${sku},60,active,1 kg`),
    ...variants.map((sku) => `${sku},${sku.slice(0, 4)},${of(sku)},Variant ${sku},60,active,1 kg`),
  ]
  const head = 'sku,parent,type,category,name,price@ch,status,weight'
  await importProducts(file(csvLines(head, ...lines)), importing())
  await fillWorld(start)
  await release()
}, 120_000)

/** Has all that is due put together and live, and looked at once more, so that nothing is due. */
async function settleAll() {
  await attempt(() => release())
  await prepare()
}

describe('a release made of what is due', () => {
  it.each(everyKindOfChange)('has what is changed by $says', async ({ make }) => {
    await settleAll()
    await make(now)
    const { id } = await prepare()
    const prepared = await preparedIn(id)
    expect(prepared).toEqual(await preparedFromNothing({}))
    expect(prepared.pages.length, 'a page differs').toBeGreaterThan(0)
  })

  it('is the same as one made from nothing, whatever was changed, released and taken back before', async () => {
    let differing = 0
    let done = 0
    await fc.assert(
      fc.asyncProperty(fc.array(anAct, { minLength: 1, maxLength: 4 }), scopes, async (acts, scope) => {
        for (const { act } of acts) if (await attempt(act)) done++
        // A scope may name a product that was deleted.
        let id = 0
        if (!(await attempt(async () => ({ id } = await prepare(scope))))) return
        const prepared = await preparedIn(id)
        expect(prepared, acts.map((a) => a.says).join('; ')).toEqual(await preparedFromNothing(scope))
        differing += prepared.pages.length
      }),
      { numRuns: 90, seed: 4870, endOnFailure: true },
    )
    expect(done, 'acts that were not refused').toBeGreaterThan(100)
    expect(differing, 'pages that differ from what is live').toBeGreaterThan(100)
  }, 600_000)
})

describe('what is due', () => {
  const patch = (sku: string, name: string) =>
    patchProduct(maren, sku, '*', { values: [{ attribute: 'name', language: 'fr-CH', value: name }] }, now)
  // Products that nothing at random has touched.
  beforeAll(async () => {
    const { record } = await getRecord('product-types', 'lock')
    await putRecord(ada, 'product-types', 'pump', { ...record, code: 'pump' }, anyVersion, now)
    const lines = ['OWN-1', 'OWN-2'].map((sku) => `${sku},pump,panniers,Own ${sku},20,active`)
    await importProducts(file(csvLines('sku,type,category,name,price@ch,status', ...lines)), importing())
  })

  it('is only what was changed, and nothing once that is live', async () => {
    await settleAll()
    expect((await prepare()).put).toBe(0)
    await patch('OWN-1', 'Serrure')
    expect((await prepare()).put).toBe(1)
    expect((await prepare()).put, 'until it is live').toBe(1)
    await settleAll()
    expect((await prepare()).put).toBe(0)
  })

  it('is not more when a day begins', async () => {
    await settleAll()
    now += 3 * day
    expect((await prepare()).put).toBe(0)
  })

  it('stays due where it is changed while a release is prepared', async () => {
    await settleAll()
    await patch('OWN-1', 'Avant')
    await settleAll()
    await patch('OWN-2', 'Un autre')
    let changed: Promise<unknown> | undefined
    await prepare({}, () => (changed ??= asSomebodyElse(() => patch('OWN-1', 'Pendant'))))
    await changed
    const { id } = await prepare()
    const { pages } = await preparedIn(id)
    expect(pages.map((p) => p.key)).toContain('OWN-1')
  })

  it('is found among very many that were changed at once, also where nobody looked for them yet', async () => {
    await settleAll()
    // Very many are found by the moment at which they were changed.
    now += 1000
    const lines = Array.from({ length: 130 }, (_, i) => `MA-${i},bag,panniers,Many ${i},20,active`)
    await importProducts(file(csvLines('sku,type,category,name,price@ch,status', ...lines)), importing())
    expect((await prepare()).put).toBe(130)
    await settleAll()
    await database().execute(sql`insert into readiness_due_set (what, tries) values ('{"type": "pump"}', 5)`)
    expect((await prepare()).put, 'what could not be found stays due').toBe(2)
    await database().execute(sql`delete from readiness_due_set`)
    expect((await prepare()).put).toBe(0)
  })
})
