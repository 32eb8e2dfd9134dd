import fc from 'fast-check'
import { sql } from 'drizzle-orm'
import { beforeAll, describe, expect, it } from 'vitest'
import type { BulkChange } from '@core/bulk/shape'
import { membersOf, outcomeOf } from '@core/bulk/change'
import { applyPatch } from '@core/catalogue/patch'
import { checkCondition } from '@core/rules/check'
import { dateIn } from '@core/moments/instant'
import { factsOf } from '@core/rules/facts'
import { compilePredicate } from '@core/rules/predicate'
import type { Family } from '@core/catalogue/model'
import { aFamily } from '../catalogues'
import { someMoment } from '../world'
import { asSomebodyElse, maren, ownDatabase } from './database'

ownDatabase()
const { database, inTransaction } = await import('@server/db/connect')
const { changesOfStep, setsOfStep } = await import('@server/db/queries/history')
const { loadSetup } = await import('@server/db/queries/setup')
const { loadFamilies } = await import('@server/db/queries/families')
const { reserveProductIds, beginStep, writeProducts } = await import('@server/db/queries/write-products')
const { refreshFacts } = await import('@server/services/products/refresh-facts')
const { makeBulkChange, previewBulkChange } = await import('@server/services/bulk/bulk-change')
const { undoStep } = await import('@server/services/work/undo-step')
const { getProduct, patchProduct, productHistory } = await import('@server/services/products/products')
const { Cancelled } = await import('@server/services/work/jobs')
const { foldWhenFree } = await import('@server/services/products/fold-versions')
const { rootIdsOf } = await import('@server/db/queries/reach')
const { changedSince } = await import('@server/db/queries/cached-reach')
type Stored = import('@server/db/queries/families').StoredFamily

beforeAll(async () => {
  const families = fc.sample(aFamily, { numRuns: 90, seed: 99 })
  await inTransaction(async (tx) => {
    const setup = await loadSetup(tx.db)
    const products = families.flatMap((f) => [f.root, ...f.variants]).map((p) => ({ ...p, lists: [] }))
    const ids = await reserveProductIds(tx, products.length)
    const stored = new Map(
      products.map((p, i) => [p.sku, { ...p, id: ids[i]!, version: 1, marks: new Map(), hashes: new Map() }]),
    )
    const storedFamilies = families.map((f) => ({
      root: stored.get(f.root.sku)!,
      variants: f.variants.map((v) => stored.get(v.sku)!),
    })) as Stored[]
    await writeProducts(
      tx,
      setup,
      [...stored.values()].map((after) => ({
        before: null,
        after,
        differences: [{ path: 'created', before: null, after: after.sku }],
      })),
      storedFamilies,
      new Set(),
      await beginStep(tx, 'Test', null, someMoment),
    )
  })
})

const all = async (): Promise<Stored[]> => {
  const { rows } = await database().execute<{ id: number }>(
    sql`select id from product where parent_id is null order by sku`,
  )
  return [
    ...(
      await loadFamilies(
        database(),
        await loadSetup(database()),
        rows.map((r) => r.id),
      )
    ).values(),
  ].sort((a, b) => (a.root.sku < b.root.sku ? -1 : 1))
}
const facts = async () =>
  (
    await database().execute<{
      row: string
    }>(sql`select concat_ws('|', attribute_id, storefront_id, root_id, product_id, num, txt) as row from fact
  union all select concat_ws('|', attribute_id, product_id, num, txt) from value where num is not null
  or txt is not null order by 1`)
  ).rows.map((r) => r.row)
const history = async (step: number) =>
  (await changesOfStep(database(), step, null, 100_000))
    .map(({ sku, differences }) => ({ sku, differences }))
    .sort((a, b) => (a.sku < b.sku ? -1 : 1))

/** What core says a change does, product by product: before, after and history. */
function expected(
  families: readonly Family[],
  filter: unknown,
  change: BulkChange,
  setup: Awaited<ReturnType<typeof loadSetup>>,
) {
  const meets = compilePredicate(checkCondition(filter, setup))
  const found = families.filter((f) => meets(factsOf(f, { storefront: 'uk', group: null, moment: someMoment }, setup)))
  const members = found.flatMap((f) => membersOf(f, change, setup).map((product) => ({ f, product })))
  const changes = members
    .flatMap(({ f, product }) => {
      const outcome = outcomeOf(product, f, change, setup)
      return outcome && 'patch' in outcome ? [{ sku: product.sku, ...applyPatch(product, outcome.patch) }] : []
    })
    .sort((a, b) => (a.sku < b.sku ? -1 : 1))
  return { found: found.length, looked: members.length, changes }
}

const target = fc.oneof(
  fc.constantFrom('wool', 'steel').map((value) => ({ attribute: 'material', value })),
  fc.constantFrom('S', 'L').map((value) => ({ attribute: 'size', value })),
  fc.constantFrom({ value: 1, unit: 'kg' }, { value: 12, unit: 'oz' }).map((value) => ({ attribute: 'weight', value })),
  fc.boolean().map((value) => ({ attribute: 'reflective', value })),
  fc.subarray(['rack', 'frame'], { minLength: 1 }).map((value) => ({ attribute: 'mounting', value })),
  fc.constantFrom('2026-11-25').map((value) => ({ attribute: 'launched', value })),
  fc.constantFrom('Regn  30', 'x').map((value) => ({ attribute: 'model', value })),
  fc.constantFrom('active', 'disabled').map((value) => ({ attribute: 'field:status', value })),
  fc.constantFrom('oxbrook').map((value) => ({ attribute: 'field:brand', value })),
  fc.subarray(['Wet  weather', 'ÉTÉ'], { minLength: 1 }).map((value) => ({ attribute: 'field:tags', value })),
  fc.constantFrom('wear', 'bags').map((value) => ({ attribute: 'field:category', value })),
  fc.subarray(['a.jpg', 'b.jpg'], { minLength: 1 }).map((value) => ({ attribute: 'pictures', value })),
)
const aChange: fc.Arbitrary<BulkChange> = fc
  .tuple(
    target,
    fc.constantFrom('set', 'set', 'clear') as fc.Arbitrary<'set' | 'clear'>,
    fc.constantFrom('fitting', 'fitting', 'parents', 'variants', 'both') as fc.Arbitrary<BulkChange['members']>,
    fc.boolean(),
  )
  .map(([{ attribute, value }, as, members, onlyEmpty]): BulkChange => ({
    do: as === 'clear' && attribute === 'field:status' ? 'set' : as,
    attribute,
    storefront: null,
    language: null,
    members,
    value,
    ...(as === 'set' && onlyEmpty ? { onlyEmpty } : {}),
  }))
const filters = fc.constantFrom<unknown>(
  { all: [] },
  { field: 'type', is: 'equals', value: 'glove' },
  { field: 'brand', is: 'present', value: false },
  { field: 'variant', is: 'equals', value: true },
  { field: 'attribute:weight', is: 'present' },
)

describe('a change over sets', () => {
  it('does to values, versions, history and facts what core says of each product', async () => {
    const setup = await loadSetup(database())
    let changed = 0
    await fc.assert(
      fc.asyncProperty(aChange, filters, async (change, filter) => {
        const before = await all()
        const wanted = expected(before, filter, change, setup)
        const body = { filter, change, lens: { storefront: 'uk' } }
        const preview = await previewBulkChange(body, someMoment)
        const report = await makeBulkChange(body, 1, someMoment)
        expect([preview.found, preview.looked, preview.changed]).toEqual([
          wanted.found,
          wanted.looked,
          wanted.changes.length,
        ])
        expect({ ...report, step: null }).toEqual(preview)
        expect(preview.sample.map((s) => s.sku)).toEqual(wanted.changes.slice(0, 60).map((c) => c.sku))
        if (wanted.changes.length === 0) {
          expect(report.step).toBeNull()
          return
        }
        changed += wanted.changes.length
        expect(await history(report.step!)).toEqual(
          wanted.changes.map((c) => ({ sku: c.sku, differences: c.differences })),
        )
        const after = new Map((await all()).flatMap((f) => [f.root, ...f.variants]).map((p) => [p.sku, p]))
        for (const family of before) {
          for (const p of [family.root, ...family.variants]) {
            const made = wanted.changes.find((c) => c.sku === p.sku)
            const sorted = (x: typeof p) => ({
              ...x,
              values: [...x.values].sort((a, b) => (JSON.stringify(a) < JSON.stringify(b) ? -1 : 1)),
              prices: [],
            })
            expect(sorted(after.get(p.sku)!)).toEqual(
              sorted(made ? { ...(made.product as typeof p), version: p.version + 1, changed: someMoment } : p),
            )
          }
        }
        const written = await facts()
        await inTransaction((tx) => refreshFacts(tx, null))
        expect(written).toEqual(await facts())
      }),
      { numRuns: 60, seed: 4870 },
    )
    expect(changed).toBeGreaterThan(800)
  }, 120_000)

  it('is counted in versions and in what rules ask of changes, whether it is folded into them or not', async () => {
    const setup = await loadSetup(database())
    const later = someMoment + 40 * 86_400_000
    const roots = async () => (await all()).map((f) => f.root)
    const changedLate = async () =>
      (
        await rootIdsOf(
          database(),
          setup,
          checkCondition({ field: 'changed', is: 'at-least', value: dateIn('Europe/London', later) }, setup),
          { storefront: 'uk', group: null, moment: later },
        )
      ).length
    const waiting = async () => (await database().execute(sql`select 1 from change_set where not folded`)).rows.length
    await foldWhenFree()
    const before = await roots()
    expect(await changedLate()).toBe(0)
    const change = (value: string, at: number) =>
      makeBulkChange(
        {
          filter: { all: [] },
          change: {
            do: 'set',
            attribute: 'field:status',
            storefront: null,
            language: null,
            members: 'parents',
            value,
          } as BulkChange,
        },
        1,
        at,
      )
    const [first, second] = [await change('disabled', later), await change('draft', later + 1000)]
    expect(await waiting()).toBeGreaterThan(1)
    const counted = await roots()
    expect(counted.some((r, i) => r.version === before[i]!.version + 2 && r.changed === later + 1000)).toBe(true)
    expect(await changedLate()).toBe(before.length)
    expect(await changedSince(database(), later + 500, 1000)).toHaveLength(second.changed)
    // One that is changed by hand meanwhile goes on from the version that people saw.
    const one = counted.at(-1)!
    const { tag } = await getProduct(one.sku)
    await patchProduct(maren, one.sku, tag, { tags: ['by hand'] }, later + 2000)
    await expect(patchProduct(maren, one.sku, tag, { tags: ['too late'] }, later + 3000)).rejects.toThrow(
      'Somebody else has changed this product',
    )
    const then = await roots()
    expect(then.at(-1)).toMatchObject({ version: one.version + 1, changed: later + 2000 })
    await foldWhenFree()
    expect(await waiting()).toBe(0)
    expect(await roots()).toEqual(then)
    expect(await changedLate()).toBe(before.length)
    await foldWhenFree()
    expect(await roots()).toEqual(then)
    expect(first.changed).toBeGreaterThan(50)
  })

  it('folds a change of few at once, and only that', async () => {
    await foldWhenFree()
    const change = (filter: unknown, value: string) =>
      makeBulkChange(
        {
          filter,
          change: {
            do: 'set',
            attribute: 'field:status',
            storefront: null,
            language: null,
            members: 'parents',
            value,
          } as BulkChange,
        },
        1,
        someMoment,
      )
    await change({ all: [] }, 'disabled')
    const before = await all()
    const few = {
      field: 'name',
      is: 'equals',
      value: before.flatMap((f) =>
        f.root.values
          .filter((v) => v.attribute === 'name' && v.language === 'en-GB' && v.storefront === null)
          .map((v) => v.value),
      )[0],
    }
    const report = await change(few, 'active')
    expect(report.changed).toBeGreaterThan(0)
    expect(report.changed).toBeLessThan(20)
    const { rows } = await database().execute<{ own: boolean }>(
      sql`select step_id = ${report.step} as own from change_set where not folded`,
    )
    expect(rows.length).toBeGreaterThan(0)
    expect(rows.some((r) => r.own)).toBe(false)
    const versions = (list: Stored[]) => list.reduce((sum, f) => sum + f.root.version, 0)
    expect(versions(await all())).toBe(versions(before) + report.changed)
  })

  it('leaves folding for another time where somebody is writing products', async () => {
    await makeBulkChange(
      {
        filter: { all: [] },
        change: {
          do: 'set',
          attribute: 'field:status',
          storefront: null,
          language: null,
          members: 'parents',
          value: 'active',
        } as BulkChange,
      },
      1,
      someMoment,
    )
    const before = await all()
    await inTransaction(async (tx) => {
      await tx.db.execute(sql`select 1 from product limit 1 for update`)
      await asSomebodyElse(foldWhenFree)
    })
    expect((await database().execute(sql`select 1 from change_set where not folded`)).rows.length).toBeGreaterThan(0)
    await foldWhenFree()
    expect(await all()).toEqual(before)
  })

  it('is called off between its parts, and then nothing stands', async () => {
    const before = await facts()
    const body = {
      filter: { all: [] },
      change: {
        do: 'set',
        attribute: 'model',
        storefront: null,
        language: null,
        members: 'parents',
        value: 'Another',
      } as BulkChange,
    }
    let parts = 0
    await expect(makeBulkChange(body, 1, someMoment, { cancelled: () => ++parts > 3 })).rejects.toThrow(Cancelled)
    expect(await facts()).toEqual(before)
    expect((await all()).some((f) => f.root.values.some((v) => v.value === 'Another'))).toBe(false)
  })

  it('is put back as any step is', async () => {
    const before = await all()
    const report = await makeBulkChange(
      {
        filter: { all: [] },
        change: {
          do: 'set',
          attribute: 'weight',
          storefront: null,
          language: null,
          members: 'both',
          value: { value: 3, unit: 'lb' },
        },
      },
      1,
      someMoment,
    )
    expect(report.changed).toBeGreaterThan(100)
    expect(await undoStep(report.step!, 1, someMoment)).toMatchObject({ products: report.changed, skippedCount: 0 })
    const values = (list: Stored[]) =>
      list
        .flatMap((f) => [f.root, ...f.variants])
        .map((p) => [p.sku, p.values.find((v) => v.attribute === 'weight')?.value])
    expect(values(await all())).toEqual(values(before))
    const written = await facts()
    await inTransaction((tx) => refreshFacts(tx, null))
    expect(written).toEqual(await facts())
  })

  it('is put back where nothing was changed since, which is named, whatever was changed', async () => {
    const lb = (value: number) => ({ value, unit: 'lb' })
    const targets: [string, unknown, unknown, unknown][] = [
      ['weight', lb(8), lb(9), '1 g'],
      ['mounting', ['rack', 'frame'], ['frame'], ['rack']],
      ['reflective', false, true, false],
      ['field:tags', ['in', 'common'], ['put', 'back'], ['mine']],
      ['field:status', 'active', 'disabled', 'draft'],
      ['field:category', 'bags', 'wear', 'bags'],
      ['size', 'M', 'L', 'S'],
      // What is cleared comes back.
      ['model', 'One for all', null, 'another'],
    ]
    for (const [attribute, first, value, other] of targets) {
      const make = (v: unknown) =>
        makeBulkChange(
          {
            filter: { all: [] },
            change: {
              do: v === null ? 'clear' : 'set',
              attribute,
              storefront: null,
              language: null,
              members: 'fitting',
              value: v,
            } as BulkChange,
          },
          1,
          someMoment,
        )
      await make(first)
      const before = await all()
      const report = await make(value)
      expect(report.changed, attribute).toBeGreaterThan(60)
      expect(await setsOfStep(database(), report.step!, 60), attribute).toHaveLength(1)
      const history = await changesOfStep(database(), report.step!, null, 10_000)
      // One is changed again by hand.
      const again = history[7]!.sku
      const field = attribute.startsWith('field:')
      await patchProduct(
        maren,
        again,
        '*',
        field ? { [attribute.slice(6)]: other } : { values: [{ attribute, value: other }] },
        someMoment,
      )
      const back = await undoStep(report.step!, 1, someMoment)
      expect(back, attribute).toMatchObject({
        products: report.changed - 1,
        skippedCount: 1,
        skipped: [{ sku: again }],
      })
      const shape = (p: Stored['root']) =>
        JSON.stringify([p.tags, p.status, p.category, [...p.values].map((v) => JSON.stringify(v)).sort()])
      const was = new Map(before.flatMap((f) => [f.root, ...f.variants]).map((p) => [p.sku, p]))
      for (const p of (await all()).flatMap((f) => [f.root, ...f.variants]))
        if (p.sku !== again) expect(shape(p), `${attribute} of ${p.sku}`).toBe(shape(was.get(p.sku)!))
      const written = await facts()
      await inTransaction((tx) => refreshFacts(tx, null))
      expect(written, attribute).toEqual(await facts())
      expect((await productHistory(history[0]!.sku, { limit: 1 })).items[0]).toMatchObject({ title: back.title })
    }
  }, 60_000)
})
