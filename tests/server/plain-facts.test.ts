import { sql } from 'drizzle-orm'
import { beforeAll, describe, expect, it } from 'vitest'
import type { Attribute, ProductType } from '@core/attributes/attribute'
import { checkCondition } from '@core/rules/check'
import { factsOf } from '@core/rules/facts'
import { isScalar } from '@core/rules/scalar'
import { compilePredicate } from '@core/rules/predicate'
import { asSomebodyElse, maren, now, ownDatabase, problemOf } from './database'

const { file } = ownDatabase()
const { database, inTransaction } = await import('@server/db/connect')
const { loadFamilies } = await import('@server/db/queries/families')
const { rootIdsOf } = await import('@server/db/queries/reach')
const { loadSetup } = await import('@server/db/queries/setup')
const { importProducts } = await import('@server/services/imports/import-products')
const { makeBulkChange } = await import('@server/services/bulk/bulk-change')
const { getProduct, patchProduct } = await import('@server/services/products/products')
const { deleteRecord, getRecord, putRecord } = await import('@server/services/records/records')
const { reworkAttribute } = await import('@server/services/bulk/rework-attribute')

const lens = (storefront: string) => ({ storefront, group: null, moment: now })
const conditions = [
  { field: 'attribute:weight', is: 'at-least', value: '900 g' },
  { field: 'attribute:weight', is: 'present' },
  { field: 'attribute:weight', is: 'present', value: false },
  { none: [{ field: 'attribute:weight', is: 'equals', value: '1 kg' }] },
  { variant: { field: 'attribute:weight', is: 'at-most', value: '1 kg' } },
  { field: 'attribute:model', is: 'starts-with', value: 'regn' },
  { field: 'any-text', is: 'contains', value: 'regn' },
  { field: 'attribute:season', is: 'one-of', value: ['winter'] },
  { field: 'attribute:season', is: 'present' },
]
const put = (kind: 'attributes' | 'product-types', record: { code: string }) =>
  putRecord(maren, kind, record.code, record, { any: true }, now)

/** Asks every condition of the database and in memory. Returns what the first finds, by SKU. */
async function agreed(): Promise<string[]> {
  const db = database()
  const setup = await loadSetup(db)
  const { rows } = await db.execute<{ id: number }>(sql`select id from product where parent_id is null order by sku`)
  const families = [
    ...(
      await loadFamilies(
        db,
        setup,
        rows.map((r) => r.id),
      )
    ).values(),
  ]
  let first: string[] | undefined
  for (const condition of conditions)
    for (const storefront of ['uk', 'ch']) {
      const node = checkCondition(condition, setup)
      const ids = new Set(await rootIdsOf(db, setup, node, lens(storefront)))
      const meets = compilePredicate(node)
      const found = families
        .filter((f) => meets(factsOf(f, lens(storefront), setup)))
        .map((f) => f.root.sku)
        .sort()
      expect(
        families
          .filter((f) => ids.has(f.root.id))
          .map((f) => f.root.sku)
          .sort(),
        `${JSON.stringify(condition)} in ${storefront}`,
      ).toEqual(found)
      first ??= found
    }
  return first!
}
const rowsBeside = async (code: string) =>
  (
    await database().execute<{ n: number }>(
      sql`select count(*)::int as n from fact f join attribute a on a.id = f.attribute_id where a.code = ${code}`,
    )
  ).rows[0]!.n
const isScalarNow = async (code: string) => {
  const setup = await loadSetup(database())
  return isScalar(setup.attributes.get(code)!, setup)
}
const typeWith = async (type: string, code: string, use: object) => {
  const { record } = (await getRecord('product-types', type)) as unknown as { record: ProductType }
  await put('product-types', {
    ...record,
    attributes: record.attributes.map((a) => (a.attribute === code ? { ...a, ...use } : a)),
  } as ProductType)
}

beforeAll(async () => {
  const rows = [
    'sku,parent,type,weight,model,season',
    'B-1,,bag,1 kg,Regn 20,winter',
    'B-2,,bag,400 g,,summer',
    'B-3,,bag,,regn,',
    'G-1,,glove,900 g,,winter',
    'G-1-S,G-1,,2 kg,,',
    'G-1-M,G-1,,,,',
    'L-1,,lock,1.2 kg,Vakt,',
    'L-2,,lock,,,',
  ]
  await importProducts(file(rows.join('\n')), { mode: 'apply', take: 'all', title: 'Importing', personId: null, now })
})

describe('the facts of a plain attribute', () => {
  it('are its values, wherever those are written', async () => {
    expect(await isScalarNow('weight')).toBe(true)
    expect(await agreed()).toEqual(['B-1', 'G-1', 'L-1'])
    expect(await rowsBeside('weight')).toBe(0)
    await patchProduct(
      maren,
      'B-2',
      (await getProduct('B-2')).tag,
      { values: [{ attribute: 'weight', value: '2 lb' }] },
      now,
    )
    expect(await agreed()).toEqual(['B-1', 'B-2', 'G-1', 'L-1'])
    // A variant has a value of its own, which is not what its parent weighs.
    await makeBulkChange(
      {
        filter: { all: [] },
        change: {
          do: 'set',
          attribute: 'weight',
          storefront: null,
          language: null,
          members: 'variants',
          value: { value: 5, unit: 'kg' },
        },
      },
      1,
      now,
    )
    expect(await agreed()).toEqual(['B-1', 'B-2', 'G-1', 'L-1'])
    await makeBulkChange(
      {
        filter: { field: 'type', is: 'equals', value: 'glove' },
        change: { do: 'clear', attribute: 'weight', storefront: null, language: null, members: 'parents' },
      },
      1,
      now,
    )
    expect(await agreed()).toEqual(['B-1', 'B-2', 'L-1'])
  })
  it('stand beside them from where a type has a default, and in them again where none has', async () => {
    await typeWith('bag', 'weight', { default: { value: 1, unit: 'kg' } })
    expect(await isScalarNow('weight')).toBe(false)
    expect(await agreed()).toEqual(['B-1', 'B-2', 'B-3', 'L-1'])
    expect(await rowsBeside('weight')).toBe(4)
    await patchProduct(
      maren,
      'L-2',
      (await getProduct('L-2')).tag,
      { values: [{ attribute: 'weight', value: '3 kg' }] },
      now,
    )
    expect(await agreed()).toEqual(['B-1', 'B-2', 'B-3', 'L-1', 'L-2'])
    await typeWith('bag', 'weight', { default: null })
    expect(await agreed()).toEqual(['B-1', 'B-2', 'L-1', 'L-2'])
    expect(await rowsBeside('weight')).toBe(0)
  })
  it('do so too where variants differ in it', async () => {
    await typeWith('glove', 'weight', { perVariant: true })
    expect(await agreed()).toEqual(['B-1', 'B-2', 'G-1', 'L-1', 'L-2'])
    await makeBulkChange(
      {
        filter: { all: [] },
        change: {
          do: 'set',
          attribute: 'weight',
          storefront: null,
          language: null,
          members: 'both',
          value: { value: 800, unit: 'g' },
        },
      },
      1,
      now,
    )
    expect(await agreed()).toEqual([])
    await typeWith('glove', 'weight', { perVariant: false })
    await makeBulkChange(
      {
        filter: { field: 'type', is: 'equals', value: 'glove' },
        change: {
          do: 'set',
          attribute: 'weight',
          storefront: null,
          language: null,
          members: 'parents',
          value: { value: 1, unit: 'kg' },
        },
      },
      1,
      now,
    )
    expect(await agreed()).toEqual(['G-1'])
    expect(await rowsBeside('weight')).toBe(0)
  })
  it('follow a type that is made and removed', async () => {
    const { record } = (await getRecord('product-types', 'lock')) as unknown as { record: ProductType }
    await put('product-types', {
      ...record,
      code: 'chain',
      attributes: record.attributes.map((a) => (a.attribute === 'weight' ? { ...a, perVariant: true } : a)),
    } as ProductType)
    expect(await isScalarNow('weight')).toBe(false)
    expect(await agreed()).toEqual(['G-1'])
    expect(await rowsBeside('weight')).toBe(6)
    await deleteRecord(maren, 'product-types', 'chain', '*', now)
    expect(await agreed()).toEqual(['G-1'])
    expect(await rowsBeside('weight')).toBe(0)
  })
  it('stay where they are while others write products for long, which is said', async () => {
    await inTransaction(async (tx) => {
      await tx.db.execute(sql`select 1 from product limit 1 for update`)
      expect(
        await problemOf(asSomebodyElse(() => typeWith('bag', 'weight', { default: { value: 1, unit: 'kg' } }))),
      ).toMatchObject({ status: 409, title: 'Products are being written' })
    })
    expect(await isScalarNow('weight')).toBe(true)
    expect(await agreed()).toEqual(['G-1'])
  }, 20_000)
  it('do so too where storefronts have their own', async () => {
    const { record } = (await getRecord('attributes', 'weight')) as unknown as { record: Attribute }
    await put('attributes', { ...record, perStorefront: true } as Attribute)
    expect(await agreed()).toEqual(['G-1'])
    await patchProduct(
      maren,
      'G-1',
      (await getProduct('G-1')).tag,
      { values: [{ attribute: 'weight', storefront: 'uk', value: '3 g' }] },
      now,
    )
    expect(await agreed()).toEqual([])
    await patchProduct(
      maren,
      'G-1',
      (await getProduct('G-1')).tag,
      { values: [{ attribute: 'weight', storefront: 'uk', value: null }] },
      now,
    )
    await put('attributes', record as Attribute)
    expect(await agreed()).toEqual(['G-1'])
    expect(await rowsBeside('weight')).toBe(0)
  })
  it('follow an attribute that becomes another, also where its values read the same', async () => {
    const { record } = (await getRecord('attributes', 'season')) as unknown as { record: Attribute }
    const as = (type: Attribute['type']) =>
      reworkAttribute(
        'season',
        {
          record: { ...record, type, options: type === 'text' ? [] : record.options } as Attribute,
          instead: {},
          lose: false,
        },
        1,
        now,
      )
    await as('choices')
    expect(await agreed()).toEqual(['G-1'])
    await as('choice')
    expect(await agreed()).toEqual(['G-1'])
    const { rows } = await database().execute<{ txt: string }>(
      sql`select v.txt from value v join attribute a on a.id = v.attribute_id where a.code = 'season' order by 1`,
    )
    expect(rows.map((r) => r.txt)).toEqual(['summer', 'winter', 'winter'])
  })
})
