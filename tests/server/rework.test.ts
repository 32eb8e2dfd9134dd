import { beforeAll, describe, expect, it } from 'vitest'
import type { Attribute } from '@core/attributes/attribute'
import { maren, now, ownDatabase, problemOf } from './database'
import { attributes } from '../world'

const { file } = ownDatabase()
const { importProducts } = await import('@server/services/imports/import-products')
const { deleteRecord, getRecord, putRecord } = await import('@server/services/records/records')
const { previewRework, reworkAttribute } = await import('@server/services/bulk/rework-attribute')
const { undoStep } = await import('@server/services/work/undo-step')
const { getFacts, getProduct } = await import('@server/services/products/products')
const { listAttributes, listCategories, listTypes } = await import('@server/services/setup/list-setup')

const of = (code: string, change: Partial<Attribute> = {}) => ({
  ...attributes.find((a) => a.code === code)!,
  ...change,
})
const body = (record: Attribute, more: { instead?: Record<string, string | null>; lose?: boolean } = {}) => ({
  record,
  instead: {},
  lose: false,
  ...more,
})
const value = async (sku: string, code: string) =>
  (await getProduct(sku)).document.values.find((v) => v.attribute === code)?.value
const lens = { storefront: 'uk', group: null, moment: now }
beforeAll(async () => {
  const rows = [
    'sku,type,category,model,season,summary@/en-GB',
    'A-1,bag,Bags,12,winter,Dry',
    'A-2,bag,Bags > Panniers,Regn,summer,Wet',
    'A-3,glove,Wear,13.5,winter,',
  ]
  await importProducts(file(rows.join('\n')), { mode: 'apply', take: 'all', title: 'Importing', personId: null, now })
})

describe('changing an attribute that has values', () => {
  it('shows what becomes of every value, and changes nothing by that', async () => {
    const report = await previewRework('model', body(of('model', { type: 'number' })))
    expect(report).toMatchObject({
      values: 3,
      products: 3,
      changed: 2,
      lost: 1,
      losses: [{ sku: 'A-2', before: 'Regn', why: '“Regn” is not a number.' }],
    })
    expect(report.sample).toContainEqual({ sku: 'A-3', scope: '', before: '13.5', after: '13.5' })
    expect(await value('A-1', 'model')).toBe('12')
  })
  it('is refused as a plain write, and where values would be lost that may not be', async () => {
    expect(
      (await problemOf(putRecord(maren, 'attributes', 'model', of('model', { type: 'number' }), { any: true }, now)))
        .errors,
    ).toMatchObject([{ path: 'type', message: expect.stringContaining('3 values') }])
    expect(await problemOf(reworkAttribute('model', body(of('model', { type: 'number' })), 1, now))).toMatchObject({
      status: 409,
    })
    expect(await value('A-2', 'model')).toBe('Regn')
    expect((await getRecord('attributes', 'model')).record).toMatchObject({ type: 'text' })
  })
  it('changes it with its values and what rules read, as one step that can be put back where it fits', async () => {
    const report = await reworkAttribute('model', body(of('model', { type: 'number' }), { lose: true }), 1, now)
    expect([await value('A-1', 'model'), await value('A-2', 'model'), await value('A-3', 'model')]).toEqual([
      12,
      undefined,
      13.5,
    ])
    expect((await getFacts('A-3', lens))['attribute:model']).toBe(13.5)
    const back = await undoStep(report.step!, 1, now)
    // The old texts do not fit a number; nothing of it is forced in.
    expect(back).toMatchObject({ products: 0, skippedCount: 3 })
    await reworkAttribute('model', body(of('model')), 1, now)
    expect(await undoStep(report.step!, 1, now)).toMatchObject({ products: 1 })
    expect([await value('A-1', 'model'), await value('A-2', 'model')]).toEqual(['12', 'Regn'])
  })
  it('gives products with an option that goes another one', async () => {
    const record = of('season', { options: of('season').options.filter((o) => o.code !== 'winter') })
    expect(await previewRework('season', body(record))).toMatchObject({ values: 3, unchanged: 1, lost: 2 })
    expect(await previewRework('season', body(record, { instead: { winter: 'summer' } }))).toMatchObject({
      unchanged: 1,
      changed: 2,
      lost: 0,
    })
    expect(await problemOf(previewRework('season', body(record, { instead: { winter: 'autumn' } })))).toMatchObject({
      status: 422,
      errors: [{ path: 'instead.winter' }],
    })
    await reworkAttribute('season', body(record, { instead: { winter: 'summer' } }), 1, now)
    expect(await value('A-1', 'season')).toBe('summer')
    await reworkAttribute('season', body(of('season')), 1, now)
  })
  it('is refused where a rule could not be asked any more', async () => {
    const reach = {
      base: 'rule',
      rule: { field: 'attribute:model', is: 'equals', value: 'regn' },
      chosen: [],
      added: [],
      leftOut: [],
      eachVariant: false,
    }
    await putRecord(maren, 'pieces', 'p', { code: 'p', kind: 'tab', name: 'P' }, { any: true }, now)
    await putRecord(maren, 'assignments', 'a', { code: 'a', name: 'On Regn', pieces: ['p'], reach }, { any: true }, now)
    expect(await problemOf(previewRework('model', body(of('model', { type: 'number' }))))).toMatchObject({
      status: 422,
      errors: [{ message: expect.stringContaining('“On Regn”') }],
    })
  })
})

describe('categories, types and attributes that are needed', () => {
  it('are not deleted, and say by what', async () => {
    expect(
      (await problemOf(deleteRecord(maren, 'attributes', 'model', '*', now))).errors!.map((e) => e.message).join(' '),
    ).toMatch(/3 values.*product types “bag”.*“On Regn”/)
    expect(
      (await problemOf(deleteRecord(maren, 'product-types', 'bag', '*', now))).errors!.map((e) => e.message).join(' '),
    ).toMatch(/2 products.*“Bags”/)
    expect(
      (await problemOf(deleteRecord(maren, 'categories', 'bags', '*', now))).errors!.map((e) => e.message).join(' '),
    ).toMatch(/1 categories are under it.*1 products/)
  })
  it('are deleted where nothing needs them, and can be made again', async () => {
    await putRecord(maren, 'attributes', 'spare', of('model', { code: 'spare' }), { ifNoneMatch: '*' }, now)
    await deleteRecord(maren, 'attributes', 'spare', '*', now)
    expect((await problemOf(getRecord('attributes', 'spare'))).status).toBe(404)
  })
  it('moves categories about, and never under themselves', async () => {
    const { record } = await getRecord('categories', 'panniers')
    expect(record).toMatchObject({ parent: 'bags', position: 0 })
    expect(
      (
        await problemOf(
          putRecord(
            maren,
            'categories',
            'bags',
            { ...(await getRecord('categories', 'bags')).record, parent: 'roll-top' },
            { any: true },
            now,
          ),
        )
      ).errors,
    ).toMatchObject([{ path: 'parent' }])
    await putRecord(maren, 'categories', 'panniers', { ...record, parent: null, position: 0 }, { any: true }, now)
    expect((await listCategories()).items.filter((c) => c.parent === null).map((c) => c.code)).toEqual([
      'panniers',
      'bags',
      'wear',
    ])
    await putRecord(maren, 'categories', 'panniers', record, { any: true }, now)
    expect((await listCategories()).items.map((c) => [c.code, c.products, c.below])).toContainEqual(['bags', 1, 2])
  })
  it('asks a type for what there is', async () => {
    const { record } = await getRecord('product-types', 'bag')
    const uses = (record as unknown as { attributes: object[] }).attributes
    const odd = {
      ...record,
      attributes: [
        {
          ...uses[0],
          required: true,
          requiredIn: ['nowhere'],
          requiredWhere: { field: 'nothing', is: 'equals', value: 1 },
        },
      ],
    }
    expect(
      (await problemOf(putRecord(maren, 'product-types', 'bag', odd, { any: true }, now))).errors!.map((e) => e.path),
    ).toEqual(['attributes[0].requiredIn[0]', 'attributes[0].requiredWhere'])
    expect((await listTypes()).items).toContainEqual(
      expect.objectContaining({ code: 'bag', products: 2, attributes: uses.length }),
    )
    expect((await listAttributes()).items).toContainEqual(
      expect.objectContaining({ code: 'model', values: 3, types: ['bag', 'glove', 'lock'] }),
    )
  })
})
