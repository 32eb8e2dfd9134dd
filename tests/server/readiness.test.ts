import { sql } from 'drizzle-orm'
import { beforeAll, describe, expect, it } from 'vitest'
import { noLimits } from '@core/assignments/limits'
import { evaluate } from '@core/readiness/evaluate'
import { cellAt } from '@core/readiness/cells'
import { now as clock } from '@server/clock'
import { database, inTransaction, nothingInvalidated } from '@server/db/connect'
import { loadFamilies } from '@server/db/queries/families'
import { loadLibrary } from '@server/db/queries/media'
import { countDue, invalidateSet } from '@server/db/queries/readiness'
import { importProducts } from '@server/services/imports/import-products'
import { makeBulkChange } from '@server/services/bulk/bulk-change'
import { patchProduct } from '@server/services/products/products'
import { board, cloth, clothStretch, overview, trend } from '@server/services/readiness/cloth'
import { dropPortion, setPortion } from '@server/services/readiness/portion'
import { evaluateDue, lookAfterReadiness } from '@server/services/readiness/due'
import { askReach, reachOf, type KnownReach } from '@server/services/readiness/known-reach'
import { evaluatedWith } from '@server/services/readiness/prepared'
import { evaluateBlocks, type StartHelpers } from '@server/services/readiness/blocks'
import { evaluateBeforeCommit } from '@server/services/readiness/settle'
import { deleteRecord, getRecord, putRecord } from '@server/services/records/records'
import type { RecordKindName } from '@contracts/operations/records'
import { ada, maren, now, ownDatabase } from './database'

const db = ownDatabase()
evaluateBeforeCommit()

/** A record as far as these tests change it. */
interface Loose {
  attributes: { attribute: string; required: boolean }[]
  settings: Record<string, unknown>
  needed: string[]
  texts: { body: string }[]
  reach: { rule: { value: string } }
}

const patch = (sku: string, body: Parameters<typeof patchProduct>[3]) => patchProduct(maren, sku, '*', body, now)
const value = (attribute: string, v: unknown, language: string | null = null) => ({
  values: [{ attribute, storefront: null, language, value: v as never }],
})
const change = async (kind: RecordKindName, code: string, by: (r: Loose) => void) => {
  const { record, tag } = await getRecord(kind, code)
  const copy = structuredClone(record)
  by(copy as unknown as Loose)
  return putRecord(ada, kind, code, copy, { ifMatch: tag }, now)
}
/** Loads products that say enough to write from, beside what each row says. */
async function load(rows: string[]) {
  const report = await importProducts(
    db.file(
      [
        'sku,type,kind,name@/en-GB,name@/fr-CH,weight,material,price@uk,price@ch,price@ca,season,mounting,reflective,width',
        ...rows.map((r) => `${r},winter,rack,yes,300 mm`),
      ].join('\n'),
    ),
    { mode: 'apply', take: 'all', title: 'Load', personId: null, now },
  )
  expect(report.rejected).toEqual([])
}
/** What is kept of a product in an edition, blockers first. */
async function found(sku: string, edition = 'uk/en-GB') {
  const [storefront, language] = edition.split('/')
  const { rows } = await database().execute<{ key: string; blocker: boolean }>(sql`
    select f.key, n.blocker from finding n join fix f on f.id = n.fix_id join product p on p.id = n.root_id
    join edition e on e.storefront = ${storefront} and e.language = ${language}
    where p.sku = ${sku} and e.n = any(n.editions) order by n.blocker desc, f.key`)
  return rows.map((r) => `${r.blocker ? '!' : ''}${r.key}`)
}
/** Everything that is kept, in one text. */
async function everything() {
  const { rows } = await database().execute<{ t: string }>(sql`
    select (select json_agg(json_build_array(root_id, type, blockers, open, sold, encode(cells, 'hex'),
            (select json_agg((select key from fix where id = s)) from unnest(soles) s)) order by root_id)
      from readiness)::text
      || (select json_agg(json_build_array(n.root_id, f.key, n.blocker, n.at, n.details, n.editions)
        order by n.root_id, f.key, n.at, n.editions) from finding n join fix f on f.id = n.fix_id)::text
      || (select json_agg(c order by 1)
      from (select f.key, edition, sum(pages) as p from fix_count join fix f on f.id = fix_id group by 1, 2
        having sum(pages) <> 0 order by 1, 2) c)::text as t`)
  return rows[0]!.t
}
const ready = async (edition: string) => {
  const [storefront, language] = edition.split('/')
  const { rows } = await database().execute<{ sold: number; ready: number }>(
    sql`
      select coalesce(sum(sold), 0)::int as sold, coalesce(sum(ready), 0)::int as ready from readiness_count c
      join edition e on e.n = c.edition where e.storefront = ${storefront} and e.language = ${language}
    `,
  )
  return rows[0]!
}
const queued = async () =>
  (
    await database().execute<{ n: number }>(
      sql`select count(*)::int as n from job where kind = 'evaluate' and state = 'queued'`,
    )
  ).rows[0]!.n

beforeAll(async () => {
  for (const type of ['bag', 'lock'])
    await change('product-types', type, (r) => {
      for (const a of r.attributes) a.required = ['name', 'weight'].includes(a.attribute)
    })
  await load([
    'B-1,bag,shipped,Regn,Regn,1 kg,canvas,20,30,40',
    'B-2,bag,shipped,Suzu,,,canvas,20,30,40',
    'L-1,lock,shipped,Varg,,2 kg,steel,20,,40',
  ])
  await evaluateDue(() => now)
})

describe('one edit', () => {
  it('shows its effect in the transaction that makes it', async () => {
    expect(await found('B-2')).toEqual(['!fact-missing|weight|bag'])
    expect(await found('B-2', 'ch/fr-CH')).toEqual(['!copy-missing|name|', '!fact-missing|weight|bag'])
    expect(await countDue(database())).toBe(0)
    await patch('B-2', value('weight', { value: 2, unit: 'kg' }))
    expect(await found('B-2')).toEqual([])
    await patch('B-2', value('weight', null))
    expect(await found('B-2')).toEqual(['!fact-missing|weight|bag'])
  })
  it('of two at once, counts both', async () => {
    await Promise.all([
      patch('B-2', value('weight', { value: 3, unit: 'kg' })),
      patch('B-2', value('name', 'Suzu', 'fr-CH')),
    ])
    expect(await found('B-2', 'ch/fr-CH')).toEqual([])
    await Promise.all([patch('B-2', value('weight', null)), patch('B-2', value('name', null, 'fr-CH'))])
    expect(await found('B-2', 'ch/fr-CH')).toEqual(['!copy-missing|name|', '!fact-missing|weight|bag'])
  })
  it('keeps count of what is sold and ready, and of what each fix would do', async () => {
    const pages = async () =>
      (
        await database().execute<{ n: number }>(
          sql`
            select coalesce(sum(pages), 0)::int as n from fix_count join fix on fix.id = fix_id
            where key = 'fact-missing|weight|bag'
          `,
        )
      ).rows[0]!.n
    expect(await ready('uk/en-GB')).toEqual({ sold: 3, ready: 2 })
    expect(await pages()).toBe(2)
    await patch('B-1', value('weight', null))
    expect(await ready('uk/en-GB')).toEqual({ sold: 3, ready: 1 })
    // In French B-1 is blocked by nothing else, B-2 by its name as well.
    expect(await pages()).toBe(2 + 3)
    await patch('B-1', value('weight', { value: 1, unit: 'kg' }))
    expect(await pages()).toBe(2)
    await patch('B-1', { status: 'disabled' })
    expect(await ready('uk/en-GB')).toEqual({ sold: 2, ready: 1 })
    await patch('B-1', { status: 'active' })
  })
})

describe('a change of the set-up', () => {
  it('of a type is left to the worker, and means what it says', async () => {
    await change('product-types', 'lock', (r) => {
      r.attributes.find((a) => a.attribute === 'material')!.required = true
    })
    await change('product-types', 'bag', (r) => {
      r.attributes.find((a) => a.attribute === 'volume')!.required = true
    })
    expect(await queued()).toBe(1)
    expect(await countDue(database())).toBeGreaterThan(0)
    expect(await evaluateDue(() => now)).toEqual({ products: 3 })
    expect(await found('B-1')).toEqual(['!fact-missing|volume|bag'])
    expect(await found('L-1')).toEqual([])
    await change('product-types', 'bag', (r) => {
      r.attributes.find((a) => a.attribute === 'volume')!.required = false
    })
    await evaluateDue(() => now)
  })
  it('of the house style finds and forgets', async () => {
    const part = { code: 'no-regn', field: 'name', storefront: 'uk', language: null, settings: { banned: ['regn'] } }
    await putRecord(maren, 'house-styles', part.code, part, { ifNoneMatch: '*' }, now)
    await evaluateDue(() => now)
    expect(await found('B-1')).toEqual(['!style:banned|name|'])
    expect(await found('B-1', 'ca/en-CA')).toEqual([])
    await change('house-styles', part.code, (r) => {
      r.settings.banned = ['other']
    })
    await evaluateDue(() => now)
    expect(await found('B-1')).toEqual([])
    await expect(
      putRecord(maren, 'house-styles', 'twin', { ...part, code: 'twin' }, { ifNoneMatch: '*' }, now),
    ).rejects.toMatchObject({ status: 422 })
  })
  it('of a piece or an assignment touches what it reaches, at once where that is little', async () => {
    const piece = {
      code: 'care',
      kind: 'tab',
      name: 'Care',
      note: '',
      needed: ['attribute:volume'],
      texts: [
        {
          storefront: null,
          language: 'en-GB',
          title: 'Care',
          body: '<p>Holds <data value="attribute:volume"></data></p>',
        },
      ],
    }
    const rule = {
      base: 'rule',
      rule: { field: 'type', is: 'equals', value: 'bag' },
      chosen: [],
      added: [],
      leftOut: [],
      eachVariant: false,
    }
    await putRecord(maren, 'pieces', 'care', piece, { ifNoneMatch: '*' }, now)
    await putRecord(
      maren,
      'assignments',
      'care',
      { code: 'care', name: 'Care', pieces: ['care'], reach: rule },
      { ifNoneMatch: '*' },
      now,
    )
    expect(await found('B-1')).toEqual(['!piece-empty|care|attribute:volume'])
    expect(await found('L-1')).toEqual([])
    await change('pieces', 'care', (r) => {
      r.needed = []
      r.texts[0]!.body = '<p>Wash by hand.</p>'
    })
    expect(await found('B-1')).toEqual([])
    await change('assignments', 'care', (r) => {
      r.reach.rule.value = 'lock'
    })
    expect(await found('B-1', 'ch/fr-CH')).toEqual([])
    expect(await found('L-1', 'ch/fr-CH')).toContain('!piece-no-text||')
  })
})

describe('a change of many', () => {
  it('is evaluated by the worker, and reads as if each had been evaluated by itself', async () => {
    await load(
      Array.from(
        { length: 260 },
        (_, i) =>
          `M-${String(i).padStart(3, '0')},bag,shipped,Bag ` +
          `${i},${i % 2 ? `Sac ${i}` : ''},${i % 3 ? '1 kg' : ''},canvas,20,30,40`,
      ),
    )
    // Those written at one moment are found by it.
    expect(await countDue(database())).toBe(263)
    expect((await evaluateDue(() => now)).products).toBeGreaterThanOrEqual(260)
    expect(await ready('ca/en-CA')).toEqual({ sold: 263, ready: 263 - 1 - 87 })
    await makeBulkChange(
      {
        filter: { field: 'type', is: 'equals', value: 'bag' },
        lens: { storefront: 'uk' },
        change: {
          do: 'set',
          attribute: 'weight',
          storefront: null,
          language: null,
          members: 'fitting',
          value: { value: 1, unit: 'kg' },
        },
      } as never,
      1,
      now,
    )
    await evaluateDue(() => now)
    expect(await ready('ca/en-CA')).toEqual({ sold: 263, ready: 263 })
    const kept = await everything()
    await inTransaction((tx) => invalidateSet(tx, { all: true }))
    expect(await evaluateDue(() => now)).toEqual({ products: 263 })
    expect(await everything()).toBe(kept)
    await database().execute(sql`delete from readiness`)
    await database().execute(sql`delete from finding`)
    await database().execute(sql`delete from fix_count`)
    await database().execute(sql`delete from readiness_count`)
    await inTransaction((tx) => invalidateSet(tx, { all: true }))
    await evaluateDue(() => now)
    expect(await everything()).toBe(kept)
  })
  it('is evaluated alike with what is known of reaches, which a product that was changed meanwhile is not', async () => {
    const reach = { base: 'rule' as const, rule: null, chosen: [], added: [], leftOut: [], eachVariant: false }
    const rules = [
      { field: 'price', is: 'below', value: '25 GBP' },
      {
        any: [
          { field: 'attribute:weight', is: 'present', value: false },
          { none: [{ field: 'type', is: 'equals', value: 'bag' }] },
        ],
      },
      { field: 'name', is: 'contains', value: '7' },
    ]
    for (const [i, rule] of rules.entries())
      await putRecord(
        ada,
        'assignments',
        `known-${i}`,
        {
          code: `known-${i}`,
          name: `Known ${i}`,
          pieces: ['care'],
          sets: [],
          area: 'details',
          order: i,
          replaces: null,
          resting: false,
          limits: noLimits(),
          reach: { ...reach, rule: rule as never, leftOut: i === 0 ? ['M-004'] : [] },
        },
        { ifNoneMatch: '*' },
        now,
      )
    const evaluated = await evaluatedWith(database(), now)
    const known = await askReach(evaluated)
    const { rows } = await database().execute<{ id: number }>(sql`select id from product where parent_id is null`)
    const families = [
      ...(
        await loadFamilies(
          database(),
          evaluated.setup,
          rows.map((r) => r.id),
          { toEvaluate: true },
        )
      ).values(),
    ]
    const library = await loadLibrary(database(), [])
    const long = known.before - 1
    let kept = 0
    for (const f of families) {
      const family = { root: { ...f.root, changed: long }, variants: f.variants.map((v) => ({ ...v, changed: long })) }
      kept += Number(
        reachOf(known, family)!(
          evaluated.prepared.assignments.findIndex((a) => a.code === 'known-0'),
          evaluated.prepared.evaluated[0]!,
        ),
      )
      expect(evaluate(family, evaluated.prepared, library, reachOf(known, family))).toEqual(
        evaluate(family, evaluated.prepared, library),
      )
    }
    expect(kept).toBe(families.length - 1)
    expect(reachOf(known, { ...families[0]!, root: { ...families[0]!.root, changed: known.before } })).toBeUndefined()
  })
  it('is shared with helpers where very many are due, who are told what is known and counted', async () => {
    await evaluateDue(() => now)
    const kept = await everything()
    await inTransaction((tx) => invalidateSet(tx, { all: true }))
    const told: string[] = []
    const startHelpers: StartHelpers = (onEvaluated) => {
      let begin: (reach: KnownReach) => void
      const given = new Promise<KnownReach>((resolve) => {
        begin = resolve
      })
      const done = given.then((reach) =>
        evaluateBlocks({ now: () => now, reach: () => reach, onEvaluated, stopped: () => false }),
      )
      return [
        {
          use: (reach) => {
            told.push(reach.key)
            begin(reach)
          },
          stop: () => undefined,
          done,
        },
      ]
    }
    expect(await evaluateDue(() => now, {}, { startHelpers, many: 100 })).toEqual({ products: 263 })
    expect(new Set(told).size).toBe(1)
    expect(await countDue(database())).toBe(0)
    expect(await everything()).toBe(kept)
  })
  it('stays whole where it is cancelled between two blocks', async () => {
    await inTransaction((tx) => invalidateSet(tx, { all: true }))
    let blocks = 0
    const { products } = await evaluateDue(() => now, { cancelled: () => blocks++ >= 2 })
    expect(products).toBe(250)
    expect(await countDue(database())).toBe(13)
    expect(await evaluateDue(() => now)).toEqual({ products: 13 })
  })
})

describe('the cloth by campaign', () => {
  const all = { storefronts: [], show: 'all' as const, person: 'me' }
  const skus = async (campaign: string, more = {}) =>
    (await clothStretch(maren, { ...all, ...more, campaign, sort: 'sku', offset: 0, limit: 500 }, now)).items.map(
      (r) => r.sku,
    )
  it('puts products under every campaign that reaches them, and the others under none', async () => {
    const reach = {
      base: 'rule',
      rule: { field: 'sku', is: 'starts-with', value: 'M-00' },
      chosen: [],
      added: ['L-1'],
      leftOut: ['M-001'],
      eachVariant: false,
    }
    const of = (code: string, campaign: string, more: Record<string, unknown>) =>
      putRecord(
        maren,
        'assignments',
        code,
        { code, name: code, pieces: ['care'], reach, limits: { ...noLimits(), campaign }, ...more },
        { ifNoneMatch: '*' },
        now,
      )
    await of('frost-care', 'frost', {})
    await of('thaw-care', 'thaw', {
      reach: { ...reach, base: 'chosen', rule: null, chosen: ['B-1'], added: [], leftOut: [] },
    })
    await of('resting', 'thaw', { resting: true })
    const { groups, products, columns } = await cloth(maren, { ...all, by: 'campaign' }, now)
    expect(Object.fromEntries(groups.map((g) => [g.code, g.products]))).toEqual({ frost: 10, thaw: 1, '': 252 })
    expect(groups.every((g) => g.sold >= g.open && g.sold > 0)).toBe(true)
    expect([products, columns.length]).toEqual([263, 5])
    expect(await skus('thaw')).toEqual(['B-1'])
    expect(await skus('frost')).toEqual(['L-1', 'M-000', ...[2, 3, 4, 5, 6, 7, 8, 9].map((n) => `M-00${n}`)])
    expect(await skus('')).not.toContain('B-1')
    // What narrows the cloth narrows its groups.
    expect(
      (
        await cloth(maren, { ...all, by: 'campaign', filter: { field: 'type', is: 'equals', value: 'lock' } }, now)
      ).groups.map((g) => [g.code, g.products]),
    ).toEqual([['frost', 1]])
    await expect(skus('storm')).rejects.toMatchObject({ status: 422, errors: [{ path: 'campaign' }] })
  })
  it('says on its board what blocks the most pages of each edition', async () => {
    const { items } = await board({})
    expect(items.map((e) => `${e.storefront}/${e.language}`)).toEqual(
      (await cloth(maren, { ...all, by: 'type' }, now)).columns.map((c) => `${c.storefront}/${c.language}`),
    )
    for (const { storefront, language, sold, ready, blocking } of items) {
      const edition = `${storefront}/${language}`
      expect(sold, edition).toBeGreaterThanOrEqual(ready)
      expect(
        [...blocking].sort((a, b) => b.pages - a.pages),
        edition,
      ).toEqual(blocking)
      // Counted another way: the findings of every product, one by one.
      const { rows } = await database().execute<{ pages: number }>(sql`
        select count(distinct n.root_id)::int as pages from finding n join edition e on e.n = any(n.editions)
        where n.blocker and e.storefront = ${storefront} and e.language = ${language}
        group by n.fix_id order by 1 desc limit 4`)
      expect(
        blocking.map((b) => b.pages),
        edition,
      ).toEqual(rows.map((r) => r.pages))
    }
    expect((await board({ storefront: 'uk' })).items.map((e) => e.storefront)).toEqual(['uk'])
  })
  it('shows the portion of somebody else', async () => {
    await setPortion(ada, { products: 3, storefront: null, filter: null }, now)
    expect((await overview(maren, {}, now)).others).toEqual([{ email: ada.email, name: ada.name }])
    const theirs = await cloth(maren, { storefronts: [], by: 'type', show: 'portion', person: ada.email }, now)
    expect(theirs.products).toBeLessThanOrEqual(3)
    await dropPortion(ada)
    expect((await overview(maren, {}, now)).others).toEqual([])
  })
})

it('packs each edition where its number says', async () => {
  const { rows } = await database().execute<{ cells: Buffer; n: number }>(
    sql`
      select r.cells, e.n from readiness r join product p on p.id = r.root_id, edition e where p.sku = 'B-2'
      and e.language = 'fr-CH'
    `,
  )
  expect(cellAt(rows[0]!.cells, rows[0]!.n)).toMatchObject({ blockers: 1, knots: [false, true, false, false, false] })
})

it('is worked out anew when a day begins, and once only', async () => {
  const day = 86_400_000
  await lookAfterReadiness(now)
  await evaluateDue(() => now)
  await lookAfterReadiness(now + 1000)
  expect(await countDue(database())).toBe(0)
  await lookAfterReadiness(now + day)
  expect(await countDue(database())).toBe(263)
  await evaluateDue(() => now + day)
})

it('says how many more pages are ready than yesterday, and not on the first day', async () => {
  const day = 86_400_000
  const since = async (at: number) => (await overview(maren, { storefront: 'uk' }, at)).since
  await database().execute(sql`update readiness_count set day = ${new Date(clock()).toISOString().slice(0, 10)}`)
  expect(await since(clock())).toBe(0)
  await database().execute(sql`update readiness_count set day = '2026-01-05'`)
  // Edits are of the day on which they are made.
  await patch('B-1', value('weight', null))
  expect(await since(clock())).toBe(-1)
  await patch('B-1', value('weight', { value: 1, unit: 'kg' }))
  expect(await since(clock())).toBe(0)
  expect((await trend({ days: 90 }, clock() + day)).items.filter((i) => i.storefront === 'uk').at(-1)).toMatchObject({
    sold: 263,
  })
})

const gone = {
  base: 'rule',
  rule: { field: 'attribute:gone', is: 'present', value: true },
  chosen: [],
  added: [],
  leftOut: [],
  eachVariant: false,
}
const dueSets = async () =>
  (
    await database().execute<{ tries: number; error: string; later: boolean }>(
      sql`select tries, error, after > now() as later from readiness_due_set`,
    )
  ).rows

it('evaluates everything where a set that is due names what has gone, since nobody can tell whom it meant', async () => {
  await inTransaction(async (tx) => {
    await invalidateSet(tx, { reach: gone as never })
    tx.invalidated = nothingInvalidated()
  })
  const { rows } = await database().execute(sql`select 1 from product where parent_id is null`)
  expect((await evaluateDue(() => now)).products).toBe(rows.length)
  expect(await dueSets()).toEqual([])
})

it('can delete everything that a rule named while its products wait to be evaluated', async () => {
  const put = (kind: RecordKindName, record: { code: string } & Record<string, unknown>) =>
    putRecord(ada, kind, record.code, record, { any: true }, now)
  await put('named-rules', {
    code: 'short-lived',
    name: 'Short-lived',
    rule: { field: 'stock', is: 'at-least', value: 0 },
  })
  await put('assignments', {
    code: 'short-lived',
    name: 'Short-lived',
    pieces: ['care'],
    reach: { ...gone, rule: { field: 'rule', is: 'equals', value: 'short-lived' } },
  })
  for (const kind of ['assignments', 'named-rules'] as const) await deleteRecord(ada, kind, 'short-lived', '*', now)
  await evaluateDue(() => now)
  expect(await dueSets()).toEqual([])
  expect(await countDue(database())).toBe(0)
})

it('goes on where a set that is due cannot be found: it is tried again later, five times, and holds up nothing', async () => {
  await inTransaction(async (tx) => {
    // A set that an older version wrote, and that this one cannot read.
    await invalidateSet(tx, { reach: null as never })
    await invalidateSet(tx, { type: 'lock' })
    tx.invalidated = nothingInvalidated()
  })
  const locks = await database().execute(sql`select 1 from product where type = 'lock' and parent_id is null`)
  expect((await evaluateDue(() => now)).products).toBe(locks.rows.length)
  expect(await dueSets()).toEqual([{ tries: 1, error: expect.any(String), later: true }])
  // It is not looked at before its time, and after five tries no more.
  expect(await evaluateDue(() => now)).toEqual({ products: 0 })
  for (let n = 2; n <= 6; n++) {
    await database().execute(sql`update readiness_due_set set after = now()`)
    await evaluateDue(() => now)
  }
  expect(await dueSets()).toMatchObject([{ tries: 5 }])
  await database().execute(sql`delete from readiness_due_set`)
})
