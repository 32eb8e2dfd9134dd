import { beforeAll, describe, expect, it } from 'vitest'
import { luc, maren, now, ownDatabase, problemOf } from './database'
import { csvLines } from '../csv'

const { file } = ownDatabase()
const { importProducts } = await import('@server/services/imports/import-products')
const { copyProduct, createProduct, saveVariants } = await import('@server/services/products/make-products')
const { getProduct, patchProduct } = await import('@server/services/products/products')
const { getRecord, putRecord } = await import('@server/services/records/records')
const { proof } = await import('@server/services/proof/proof')
const { reach } = await import('@server/services/reach/reach')

const sized = (sku: string, size: string, more: object = {}) => ({
  sku,
  stock: 3,
  values: [{ attribute: 'size', value: size }],
  ...more,
})
beforeAll(async () => {
  await importProducts(
    file(
      csvLines(
        'sku,type,name,name@/fr-CH,price@uk,status,relations,range,special-prices,carried@tax-class',
        'GL,glove,Suzu,Suzu fr,22,active,goes-with GL-X,uk | ch club 2026-01-01/..,uk club 10+ 20,A2',
        'GL-X,glove,Suzu X,,9,active,,,,',
      ),
    ),
    { mode: 'apply', take: 'all', title: 'Importing', personId: null, now },
  )
})

describe('products made by hand', () => {
  it('are drafts of the type that is said, each with a SKU and GTIN of its own', async () => {
    await createProduct(
      maren,
      {
        sku: 'NEW-1',
        type: 'bag',
        category: 'panniers',
        gtin: '2000000000107',
        values: [{ attribute: 'name', language: 'en-GB', value: 'New bag' }],
      },
      now,
    )
    expect((await getProduct('NEW-1')).document).toMatchObject({ status: 'draft', type: 'bag', category: 'panniers' })
    expect((await problemOf(createProduct(maren, { sku: 'NEW-1', type: 'bag' }, now))).errors).toMatchObject([
      { path: 'sku' },
    ])
    expect(
      (await problemOf(createProduct(maren, { sku: 'NEW-2', type: 'bag', gtin: '2000000000107' }, now))).errors,
    ).toMatchObject([{ path: 'gtin', message: expect.stringContaining('NEW-1') }])
    expect((await problemOf(createProduct(maren, { sku: 'NEW-2' }, now))).errors).toMatchObject([{ path: 'type' }])
    expect((await problemOf(createProduct(luc, { sku: 'NEW-2', type: 'bag' }, now))).status).toBe(403)
    expect(
      (await reach({ condition: { field: 'name', is: 'equals', value: 'new bag' }, limit: 10 }, now)).skus,
    ).toEqual(['NEW-1'])
  })
})

describe('variants', () => {
  it('are made and changed in one step; those not named stay', async () => {
    expect(
      await saveVariants(
        maren,
        'GL',
        {
          differsIn: ['size'],
          variants: [sized('GL-S', 'S'), sized('GL-M', 'M', { prices: [{ storefront: 'uk', amount: 24 }] })],
        },
        now,
      ),
    ).toMatchObject({ made: 2, changed: 0 })
    expect((await getProduct('GL')).document).toMatchObject({ differsIn: ['size'], variants: ['GL-M', 'GL-S'] })
    expect((await getProduct('GL-M')).document).toMatchObject({
      parent: 'GL',
      type: 'glove',
      status: 'active',
      stock: 3,
    })
    expect(
      await saveVariants(
        maren,
        'GL',
        { differsIn: ['size'], variants: [sized('GL-M', 'M', { stock: 9 }), sized('GL-L', 'L')] },
        now,
      ),
    ).toMatchObject({ made: 1, changed: 1 })
    expect([(await getProduct('GL-S')).document.stock, (await getProduct('GL-M')).document.stock]).toEqual([3, 9])
    expect(
      (await reach({ condition: { field: 'attribute:size', is: 'equals', value: 'L' }, limit: 10 }, now)).skus,
    ).toEqual(['GL'])
  })
  it('are all refused where one is wrong, each problem at its place', async () => {
    const problem = await problemOf(
      saveVariants(
        maren,
        'GL',
        { differsIn: ['size'], variants: [sized('GL-XS', 'S'), sized('GL-X', 'S'), sized('GL-XXS', 'tiny')] },
        now,
      ),
    )
    expect(problem.errors!.map((e) => e.path)).toEqual(['variants[2].values[0].value'])
    expect(
      (
        await problemOf(
          saveVariants(maren, 'GL', { differsIn: ['size'], variants: [sized('GL-XS', 'S'), sized('GL-X', 'S')] }, now),
        )
      ).errors,
    ).toMatchObject([{ path: 'variants[1].sku' }])
    expect((await problemOf(getProduct('GL-XS'))).status).toBe(404)
    expect((await problemOf(saveVariants(maren, 'GL-S', { differsIn: [], variants: [] }, now))).status).toBe(422)
  })
})

it('copies a product with all it has; the copy is disabled, and named where its pattern is', async () => {
  await putRecord(maren, 'pieces', 'p', { code: 'p', kind: 'tab', name: 'P' }, { any: true }, now)
  await putRecord(
    maren,
    'assignments',
    'a',
    {
      code: 'a',
      name: 'A',
      pieces: ['p'],
      reach: { base: 'chosen', rule: null, chosen: ['GL'], added: [], leftOut: ['GL-S'], eachVariant: false },
    },
    { any: true },
    now,
  )
  await copyProduct(maren, 'GL', { sku: 'GL2', gtin: null, name: 'Suzu Two', variants: { 'GL-S': 'GL2-S' } }, now)
  const copy = (await getProduct('GL2')).document
  expect(copy).toMatchObject({
    status: 'disabled',
    gtin: null,
    variants: ['GL2-S'],
    differsIn: ['size'],
    carried: { 'tax-class': 'A2' },
    relations: [{ kind: 'goes-with', sku: 'GL-X' }],
    range: [{ storefront: 'uk' }, { storefront: 'ch', groups: ['club'], from: '2026-01-01' }],
  })
  expect(copy.prices).toEqual(
    expect.arrayContaining([expect.objectContaining({ special: true, group: 'club', quantity: 10, amount: 20 })]),
  )
  expect(copy.values.filter((v) => v.attribute === 'name').map((v) => [v.language, v.value])).toEqual([
    ['en-GB', 'Suzu Two'],
  ])
  expect((await getProduct('GL2-S')).document).toMatchObject({ status: 'disabled', parent: 'GL2', stock: 3 })
  expect((await getRecord('assignments', 'a')).record).toMatchObject({
    reach: { chosen: ['GL', 'GL2'], leftOut: ['GL-S', 'GL2-S'] },
  })
  expect(
    (await problemOf(copyProduct(maren, 'GL', { sku: 'GL2', gtin: null, name: '', variants: {} }, now))).errors,
  ).toMatchObject([{ path: 'sku' }])
})

it('shows related products on the page, each relation where shoppers look for it', async () => {
  await patchProduct(maren, 'GL-X', '*', { relations: [{ kind: 'spare-part', sku: 'GL' }] }, now)
  const related = async (language: string) =>
    (await proof('GL', { storefront: language === 'en-GB' ? 'uk' : 'ch', language }, now)).related
  expect(await related('en-GB')).toEqual([
    { title: 'Goes with it', items: [{ sku: 'GL-X', name: 'Suzu X', picture: null }] },
    { title: 'Spare parts', items: [{ sku: 'GL-X', name: 'Suzu X', picture: null }] },
  ])
  // A name that is missing in the language shows nothing of a product.
  expect(await related('fr-CH')).toEqual([])
})
