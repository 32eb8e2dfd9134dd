import { appendFileSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import path from 'node:path'
import { beforeAll, beforeEach, describe, expect, it, vi } from 'vitest'
import { luc, maren, now, ownDatabase, problemOf } from './database'
import { csvLines } from '../csv'

const { folder, file } = ownDatabase()
process.env.INKLOOM_POOL_ANSWERS_AFTER = '60'
const { importProducts } = await import('@server/services/imports/import-products')
const { besideProduct, findItems, keepOwn, sourcesOf, takeFromPool } = await import('@server/services/pool/data-pool')
const { setMeaning } = await import('@server/services/pool/meanings')
const { makeFromPool } = await import('@server/services/pool/products-from-pool')
const { listQueries, lookAfterQueries } = await import('@server/services/pool/queries')
const { getProduct, patchProduct, productHistory, undoProductChange } =
  await import('@server/services/products/products')
const { undoStep } = await import('@server/services/work/undo-step')
const { answerTo } = await import('@server/stand-ins/file-pool')

const items = path.join(folder, 'pool', 'items.jsonl')
const gtin = { bag: '2000000010014', lock: '2000000010021', other: '2000000010038', glove: '2000000010045' }
const lines = [
  {
    gtin: gtin.bag,
    brand: 'Oxbrook',
    model: 'Market M',
    updated: '2026-03-04',
    properties: {
      'Product name (en)': 'Market pannier M',
      'Article number': 'OX-1',
      'Product type': 'bag',
      Brand: 'Oxbrook',
      Weight: '1.3 kg',
      Volume: '20 L',
      Material: 'canvas',
      'Net mass': '1.1 kg',
      Launched: 'last spring',
    },
    doubtful: { Weight: '1.2 kg' },
  },
  {
    gtin: gtin.lock,
    brand: 'Varga & Daughter',
    model: 'Shackle',
    updated: '2026-01-01',
    properties: {
      'Product name (en)': 'Shackle lock',
      'Article number': 'VD-9',
      'Product type': 'lock',
      Brand: 'Varga & Daughter',
      Material: 'steel',
    },
  },
  {
    gtin: gtin.other,
    brand: 'Varga & Daughter',
    model: 'Shackle XL',
    updated: '2026-01-01',
    properties: {
      'Product name (en)': 'Shackle lock XL',
      'Article number': 'VD-10',
      'Product type': 'lock',
      Weight: 'heavy',
    },
  },
  {
    gtin: gtin.glove,
    brand: 'Oxbrook',
    model: 'Glove S',
    updated: '2026-01-01',
    properties: { 'Product name (en)': 'Glove', Size: 'S' },
  },
]
const row = async (sku: string, property: string) =>
  (await besideProduct(sku, undefined)).rows.find((r) => r.property === property)!
const take = (sku: string, ...paths: string[]) =>
  takeFromPool(maren, sku, { gtin: gtin.bag, take: paths.map((p) => ({ path: p })) }, now)
const keep = (reason: string, ask = false) =>
  keepOwn(maren, 'B-1', { gtin: gtin.bag, path: 'attribute:weight', reason, ask }, now)
const latest = async (sku: string) => (await productHistory(sku, { limit: 1 })).items[0]!

beforeAll(async () => {
  mkdirSync(path.dirname(items), { recursive: true })
  writeFileSync(items, lines.map((l) => `${JSON.stringify(l)}\n`).join(''))
  const report = await importProducts(
    file(
      csvLines(
        'sku,parent,type,brand,gtin,weight,material,name@/en-GB,model,size',
        `B-1,,bag,oxbrook,${gtin.bag},1.2 kg,steel,Market bag,,`,
        'B-2,,bag,oxbrook,,,,Unnamed,Market,',
        'G-1,,glove,oxbrook,,,,Glove,,',
        `G-1-S,G-1,,,${gtin.glove},,,,,S`,
      ),
    ),
    { mode: 'apply', take: 'all', title: 'x', personId: 1, now },
  )
  expect(report.rejected).toEqual([])
})

describe('the data pool', () => {
  it('is looked up by GTINs, or by brand and model, and says who has an item already', async () => {
    const found = await findItems({ gtin: `${gtin.bag}, ${gtin.lock}\n2000000019994` })
    expect(found.items.map((i) => [i.name, i.sku, i.suggested])).toEqual([
      ['Market pannier M', 'B-1', { sku: 'OX-1', type: 'bag' }],
      ['Shackle lock', null, { sku: 'VD-9', type: 'lock' }],
    ])
    expect(found.unknown).toEqual(['2000000019994'])
    expect((await findItems({ brand: 'varga & daughter', model: 'shackle' })).items.map((i) => i.gtin)).toEqual([
      gtin.lock,
      gtin.other,
    ])
    expect((await findItems({ model: 'nothing like it' })).items).toEqual([])
    expect(
      (await problemOf(findItems({ gtin: Array.from({ length: 201 }, (_, i) => String(20000000 + i)).join(' ') })))
        .detail,
    ).toContain('Up to 200')
  })
  it('finds the item of a product by its GTIN, its variants’ GTINs, or its brand and model', async () => {
    expect((await besideProduct('B-1', undefined)).gtin).toBe(gtin.bag)
    expect((await besideProduct('B-2', undefined)).gtin).toBe(gtin.bag)
    expect((await besideProduct('G-1', undefined)).gtin).toBe(gtin.glove)
    expect((await besideProduct('G-1', gtin.lock)).gtin).toBe(gtin.lock)
    expect((await problemOf(besideProduct('G-1', '2000000019994'))).status).toBe(404)
  })
  it('says what is wrong where its file is broken, and is well again when that is mended', async () => {
    const whole = readFileSync(items, 'utf8')
    appendFileSync(items, '{"gtin": \n')
    expect(await problemOf(findItems({ gtin: gtin.bag }))).toMatchObject({
      status: 502,
      title: 'The data pool does not answer',
      detail: expect.stringContaining('Each line of it is an item') as string,
    })
    writeFileSync(items, whole)
    expect((await findItems({ gtin: gtin.bag })).items).toHaveLength(1)
  })
})

describe('taking over', () => {
  it('writes values with their source, as one step that is put back with it', async () => {
    await take('B-1', 'attribute:volume', 'attribute:name@/en-GB')
    const { document } = await getProduct('B-1')
    expect(document.values.find((v) => v.attribute === 'volume')!.value).toEqual({ value: 20, unit: 'L' })
    expect((await sourcesOf('B-1'))['attribute:volume']).toMatchObject({
      source: 'data-pool',
      item: gtin.bag,
      property: 'Volume',
      value: { value: 20, unit: 'L' },
      updated: '2026-03-04',
      reason: null,
    })
    expect((await row('B-1', 'Volume')).source).not.toBeNull()
    const entry = await latest('B-1')
    expect(entry.title).toBe('Applied 2 values from the data pool')
    expect((await undoProductChange(maren, 'B-1', entry.id, ['attribute:volume'], now)).skipped).toEqual([])
    expect(Object.keys(await sourcesOf('B-1'))).toEqual(['attribute:name@/en-GB'])
    expect((await getProduct('B-1')).document.values.some((v) => v.attribute === 'volume')).toBe(false)
  })
  it('keeps the source beside a value that is changed by hand afterwards, and notices', async () => {
    await take('B-1', 'attribute:volume')
    await patchProduct(maren, 'B-1', '*', { values: [{ attribute: 'volume', value: '21 L' }] }, now)
    expect(await row('B-1', 'Volume')).toMatchObject({
      state: 'differs',
      explained: false,
      source: { value: { value: 20, unit: 'L' } },
    })
  })
  it('takes nothing where a value is no longer what was seen, or cannot be read, or nobody may', async () => {
    const stale = takeFromPool(
      maren,
      'B-1',
      {
        gtin: gtin.bag,
        take: [
          { path: 'attribute:material', base: 'wool' },
          { path: 'attribute:weight', base: { value: 1.2, unit: 'kg' } },
        ],
      },
      now,
    )
    expect(await problemOf(stale)).toMatchObject({ status: 412, errors: [{ path: 'attribute:material' }] })
    expect((await problemOf(take('B-1', 'attribute:weight', 'attribute:launched'))).errors).toEqual([
      { path: 'take[1].path', message: expect.stringContaining('cannot be read') as string },
    ])
    expect((await problemOf(take('B-1', 'attribute:grade'))).errors![0]!.message).toContain('has no value for')
    expect(
      (await problemOf(takeFromPool(luc, 'B-1', { gtin: gtin.bag, take: [{ path: 'attribute:weight' }] }, now))).status,
    ).toBe(403)
    expect((await getProduct('B-1')).document.values.find((v) => v.attribute === 'weight')!.value).toEqual({
      value: 1.2,
      unit: 'kg',
    })
  })
  it('knows a property of another name once somebody has said what it means', async () => {
    expect((await row('B-1', 'Net mass')).state).toBe('unknown')
    expect(
      (await problemOf(setMeaning(maren, { property: 'Net mass', means: 'nothing-here' }))).errors![0]!.message,
    ).toContain('neither a field nor an attribute')
    await setMeaning(maren, { property: 'Net mass', means: 'width' })
    expect((await row('B-1', 'Net mass')).state).toBe('unread')
    await setMeaning(maren, { property: 'Net mass', means: 'grade' })
    await setMeaning(maren, { property: 'Net mass', means: '' })
    expect((await row('B-1', 'Net mass')).state).toBe('unknown')
  })
})

describe('an own value that differs', () => {
  beforeEach(() => {
    vi.useRealTimers()
  })
  it('stands with its reason, in the history, until the pool says something else', async () => {
    expect((await row('B-1', 'Weight')).explained).toBe(false)
    await keep('weighed in our workshop')
    expect(await row('B-1', 'Weight')).toMatchObject({
      state: 'differs',
      explained: true,
      source: { reason: 'weighed in our workshop' },
    })
    expect((await latest('B-1')).differences).toMatchObject([{ path: 'source:attribute:weight', before: null }])
    expect(
      (await problemOf(keepOwn(maren, 'B-1', { gtin: gtin.bag, path: 'brand', reason: 'we know', ask: false }, now)))
        .errors![0]!.message,
    ).toBe('The product and the pool have the same value.')
  })
  it('is asked of the pool once, which answers after a while and is right from then on', async () => {
    await keep('weighed again', true)
    expect((await problemOf(keep('and again', true))).detail).toContain('has not answered yet')
    expect(await lookAfterQueries(now)).toEqual({ sent: 1, answered: 0 })
    expect(await lookAfterQueries(now)).toEqual({ sent: 0, answered: 0 })
    expect((await listQueries({ state: 'open', limit: 10 })).items).toMatchObject([
      {
        sku: 'B-1',
        property: 'Weight',
        ours: '1.2 kg',
        theirs: '1.3 kg',
        reason: 'weighed again',
        person: 'Maren',
        answered: null,
      },
    ])
    vi.useFakeTimers({ now: Date.now() + 61_000, toFake: ['Date'] })
    expect(await lookAfterQueries(now)).toEqual({ sent: 0, answered: 1 })
    expect(await row('B-1', 'Weight')).toMatchObject({
      state: 'same',
      query: { agreed: true, words: 'The maker agrees: “1.2 kg”.' },
      source: { value: { value: 1.2, unit: 'kg' }, reason: null },
    })
    expect(await latest('B-1')).toMatchObject({ title: 'The data pool agreed', person: null })
    expect((await listQueries({ state: 'answered', limit: 10 })).items).toHaveLength(1)
  })
  it('is refused by the pool where the maker says otherwise, and stays', async () => {
    await keepOwn(
      maren,
      'B-1',
      { gtin: gtin.bag, path: 'attribute:material', reason: 'it is steel, look', ask: true },
      now,
    )
    await lookAfterQueries(now)
    vi.useFakeTimers({ now: Date.now() + 120_000, toFake: ['Date'] })
    await lookAfterQueries(now)
    expect(await row('B-1', 'Material')).toMatchObject({
      state: 'differs',
      explained: true,
      query: { agreed: false, words: 'The maker stands by “canvas”.' },
    })
  })
  it('gets the maker’s third word where neither is right', () => {
    const question = { id: '1', gtin: gtin.bag, property: 'Weight', proposed: '1.25 kg', reason: 'x' }
    expect(answerTo(question, lines[0] as never)).toEqual({
      id: '1',
      agreed: false,
      words: 'The maker has looked again and says “1.2 kg”.',
    })
    expect(answerTo({ ...question, proposed: '1200 g' }, lines[0] as never).agreed).toBe(true)
    expect(answerTo(question, undefined).words).toBe('The pool no longer has this.')
  })
})

describe('drafts from the pool', () => {
  it('are made in one step with their sources, tell what was left out, and are put back as one', async () => {
    const report = await makeFromPool(
      maren,
      {
        items: [
          { gtin: gtin.lock, sku: 'VD-9', type: 'lock' },
          { gtin: gtin.other, sku: 'VD-10', type: 'lock' },
        ],
      },
      now,
    )
    expect(report.made.map((m) => [m.sku, m.values])).toEqual([
      ['VD-9', 3],
      ['VD-10', 1],
    ])
    expect(report.left).toMatchObject([{ sku: 'VD-10', property: 'Weight', text: 'heavy' }])
    const { document } = await getProduct('VD-9')
    expect(document).toMatchObject({ status: 'draft', gtin: gtin.lock, brand: 'varga', type: 'lock' })
    expect(Object.keys(await sourcesOf('VD-9'))).toEqual(['attribute:material', 'attribute:name@/en-GB', 'brand'])
    expect((await findItems({ gtin: gtin.lock })).items[0]!.sku).toBe('VD-9')
    const back = await undoStep(report.step, 1, now, {})
    expect(back).toMatchObject({ removed: 2, skippedCount: 0 })
    expect((await problemOf(getProduct('VD-9'))).status).toBe(404)
  })
  it('are all made or none', async () => {
    const wrong = makeFromPool(
      maren,
      {
        items: [
          { gtin: gtin.lock, sku: 'NEW-1', type: 'lock' },
          { gtin: '2000000019994', sku: 'NEW-2', type: 'boat' },
        ],
      },
      now,
    )
    expect((await problemOf(wrong)).errors!.map((e) => e.path)).toEqual(['items[1].gtin', 'items[1].type'])
    expect(
      (await problemOf(makeFromPool(maren, { items: [{ gtin: gtin.bag, sku: 'NEW-1', type: 'bag' }] }, now))).errors,
    ).toEqual([{ path: 'items[0].gtin', message: 'B-1 already has this GTIN. Each GTIN must be unique.' }])
    expect((await problemOf(getProduct('NEW-1'))).status).toBe(404)
  })
})
