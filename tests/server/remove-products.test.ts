import { beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { luc, maren, now, ownDatabase, problemOf } from './database'
import { csvLines } from '../csv'

const { file } = ownDatabase()
const { importProducts } = await import('@server/services/imports/import-products')
const { changedProducts } = await import('@server/services/products/changed-products')
const { productBatch } = await import('@server/services/products/product-batch')
const { deleteProduct, previewRemoval, removeMany } = await import('@server/services/products/remove-products')
const { createProduct } = await import('@server/services/products/make-products')
const { getProduct, patchProduct } = await import('@server/services/products/products')
const { getRecord, putRecord } = await import('@server/services/records/records')
const { reach } = await import('@server/services/reach/reach')
const { undoStep } = await import('@server/services/work/undo-step')
const { inTransaction } = await import('@server/db/connect')
const { beginStep } = await import('@server/db/queries/write-products')

const put = (kind: 'lists' | 'assignments' | 'pieces', code: string, record: object) =>
  putRecord(maren, kind, code, { code, name: code, ...record }, { any: true }, now)
const record = async (kind: 'lists' | 'assignments' | 'pieces', code: string) =>
  (await getRecord(kind, code)).record as unknown as {
    skus: string[]
    reach: { chosen: string[]; added: string[]; leftOut: string[] }
  }
const there = async (...skus: string[]) => (await productBatch(skus)).items.map((p) => p.sku)
const found = async () =>
  (await reach({ condition: { field: 'type', is: 'one-of', value: ['bag', 'glove'] }, limit: 100 }, now)).skus

beforeAll(async () => {
  const report = await importProducts(
    file(
      csvLines(
        'sku,parent,type,brand,size,name@/en-GB,gtin,price@uk',
        'A-1,,bag,oxbrook,,First,2000000010045,60',
        'A-2,,bag,varga,,Second,,70',
        'A-3,,bag,oxbrook,,Third,,',
        'G-1,,glove,,,Gloves,,',
        'G-1-S,G-1,,,S,,,20',
        'G-1-M,G-1,,,M,,,25',
      ),
    ),
    { mode: 'apply', take: 'all', title: 'x', personId: 1, now },
  )
  expect(report.rejected).toEqual([])
})

describe('deleting a product', () => {
  it('asks for its version, and for a product that there is', async () => {
    expect(
      (await problemOf(deleteProduct(maren, 'A-3', { ifMatch: undefined, references: undefined }, now))).status,
    ).toBe(428)
    expect(
      (await problemOf(deleteProduct(maren, 'A-3', { ifMatch: '"1.9"', references: undefined }, now))).status,
    ).toBe(412)
    expect((await problemOf(deleteProduct(maren, 'A-9', { ifMatch: '*', references: undefined }, now))).status).toBe(
      404,
    )
    expect(await there('A-3')).toEqual(['A-3'])
  })

  describe('that others name', () => {
    beforeEach(async () => {
      await put('lists', 'spring', { skus: ['A-1', 'A-2'] })
      await put('pieces', 'care', { kind: 'tab', texts: [{ language: 'en-GB', title: 'Care', body: '<p>Wipe.</p>' }] })
      await put('assignments', 'chosen', {
        pieces: ['care'],
        reach: { base: 'chosen', chosen: ['A-1', 'A-2'], added: ['A-1'], leftOut: [] },
      })
      await put('pieces', 'own', {
        kind: 'tab',
        own: { sku: 'A-1' },
        texts: [{ language: 'en-GB', title: 'Own', body: '<p>Of this bag alone.</p>' }],
      })
      await patchProduct(maren, 'A-2', '*', { relations: [{ kind: 'goes-with', sku: 'A-1' }] }, now)
    })

    it('is refused with what names it, and nothing has happened', async () => {
      const problem = await problemOf(deleteProduct(maren, 'A-1', { ifMatch: '*', references: undefined }, now))
      expect([problem.status, problem.errors?.map((e) => e.path)]).toEqual([
        409,
        ['assignment:chosen', 'list:spring', 'own-piece:own', 'relation:A-2'],
      ])
      expect(await there('A-1')).toEqual(['A-1'])
      expect((await record('lists', 'spring')).skus).toEqual(['A-1', 'A-2'])
    })

    it('takes it out of all of them in one step, which is undone as one', async () => {
      const before = await getProduct('A-1')
      const report = await deleteProduct(maren, 'A-1', { ifMatch: '*', references: 'remove' }, now)
      expect(report).toMatchObject({ products: 1, variants: 0, skus: ['A-1'], referenceCount: 4 })
      expect(await there('A-1', 'A-2')).toEqual(['A-2'])
      expect(await found()).not.toContain('A-1')
      expect((await record('lists', 'spring')).skus).toEqual(['A-2'])
      expect((await record('assignments', 'chosen')).reach).toMatchObject({ chosen: ['A-2'], added: [] })
      expect((await problemOf(getRecord('pieces', 'own'))).status).toBe(404)
      expect((await getProduct('A-2')).document.relations).toEqual([])

      const undone = await undoStep(report.step!, 1, now)
      expect(undone.skipped).toEqual([])
      const { document } = await getProduct('A-1')
      expect({ ...document, changed: '' }).toEqual({ ...before.document, changed: '' })
      expect(await found()).toContain('A-1')
      expect((await record('lists', 'spring')).skus).toEqual(['A-1', 'A-2'])
      expect((await record('assignments', 'chosen')).reach).toMatchObject({ chosen: ['A-1', 'A-2'], added: ['A-1'] })
      expect(await record('pieces', 'own')).toMatchObject({ own: { sku: 'A-1' } })
      expect((await getProduct('A-2')).document.relations).toEqual([{ kind: 'goes-with', sku: 'A-1' }])
    })
  })

  it('takes the variants of a parent along, and leaves a parent without the variant that goes', async () => {
    const one = await deleteProduct(maren, 'G-1-S', { ifMatch: '*', references: undefined }, now)
    expect((await getProduct('G-1')).document.variants).toEqual(['G-1-M'])
    await undoStep(one.step!, 1, now)
    expect((await getProduct('G-1')).document.variants.sort()).toEqual(['G-1-M', 'G-1-S'])

    const all = await deleteProduct(maren, 'G-1', { ifMatch: '*', references: undefined }, now)
    expect([all.products, all.variants]).toEqual([1, 2])
    expect(await there('G-1', 'G-1-S', 'G-1-M')).toEqual([])
    await undoStep(all.step!, 1, now)
    expect((await getProduct('G-1')).document.variants.sort()).toEqual(['G-1-M', 'G-1-S'])
    expect((await getProduct('G-1-M')).document.prices).toMatchObject([{ storefront: 'uk', amount: 25 }])
  })

  it('is not undone where its SKU is another’s by now, which is named', async () => {
    const { step } = await deleteProduct(maren, 'A-3', { ifMatch: '*', references: undefined }, now)
    await createProduct(maren, { sku: 'A-3', type: 'bag' }, now)
    expect((await undoStep(step!, 1, now)).skipped).toEqual([{ sku: 'A-3', path: 'sku' }])
    expect((await getProduct('A-3')).document.values).toEqual([])
  })

  it('is nothing that a translator may do', async () => {
    expect((await problemOf(deleteProduct(luc, 'A-2', { ifMatch: '*', references: 'remove' }, now))).status).toBe(403)
  })
})

describe('deleting many', () => {
  it('says before what goes and what names it, and does so in one step', async () => {
    const body = { filter: { field: 'type', is: 'equals', value: 'bag' } }
    const preview = await previewRemoval(body, now)
    expect(preview).toMatchObject({ products: 3, variants: 0, step: null })
    expect(preview.references.map((r) => r.kind)).toContain('list')
    const report = await removeMany(body, maren, now)
    expect(report).toMatchObject({ products: 3, referenceCount: preview.referenceCount })
    expect(await there('A-1', 'A-2', 'A-3')).toEqual([])
    expect((await undoStep(report.step!, 1, now)).skipped).toEqual([])
    expect(await there('A-1', 'A-2', 'A-3')).toEqual(['A-1', 'A-2', 'A-3'])
  })
  it('leaves everything where it is cancelled', async () => {
    const skus = ['A-1', 'G-1']
    await expect(removeMany({ skus }, maren, now, { cancelled: () => true })).rejects.toThrow()
    expect(await there(...skus)).toEqual(skus)
  })
})

describe('following what was changed', () => {
  const start = async () => (await changedProducts('2026-01-01', 500)).cursor

  it('tells each change once, in order, removed products too', async () => {
    const cursor = await start()
    await patchProduct(maren, 'A-2', '*', { stock: 4 }, now)
    await patchProduct(maren, 'A-1', '*', { stock: 5 }, now)
    const { step } = await deleteProduct(maren, 'A-3', { ifMatch: '*', references: 'remove' }, now)
    const first = await changedProducts(cursor, 2)
    expect(first.items.map((i) => i.sku)).toEqual(['A-2', 'A-1'])
    const rest = await changedProducts(first.next!, 2)
    expect(rest.items).toMatchObject([{ sku: 'A-3', removed: true }])
    expect(rest.next).toBeNull()
    expect((await changedProducts(rest.cursor, 2)).items).toEqual([])
    await undoStep(step!, 1, now)
    expect((await changedProducts(rest.cursor, 2)).items).toMatchObject([{ sku: 'A-3', removed: false }])
  })
  it('waits for a step that began earlier and is not over, so that none is missed', async () => {
    const cursor = await start()
    let finish: () => void = () => undefined
    const hold = new Promise<void>((resolve) => (finish = resolve))
    let began: () => void = () => undefined
    const isUnderWay = new Promise<void>((resolve) => (began = resolve))
    const slow = inTransaction(async (tx) => {
      await beginStep(tx, 'Slow', 1, now)
      began()
      await hold
    })
    await isUnderWay
    await patchProduct(maren, 'A-1', '*', { stock: 6 }, now)
    expect((await changedProducts(cursor, 10)).items).toEqual([])
    finish()
    await slow
    expect((await changedProducts(cursor, 10)).items.map((i) => i.sku)).toEqual(['A-1'])
  })
  it('refuses what is no place, and a place in a database that is another', async () => {
    for (const after of ['x', '2026-99-99', Buffer.from('[1,2]').toString('base64url')])
      expect([after, (await problemOf(changedProducts(after, 5))).status]).toEqual([after, 422])
    const other = Buffer.from(JSON.stringify(['other', 1, 1, 'A-1'])).toString('base64url')
    expect((await problemOf(changedProducts(other, 5))).status).toBe(410)
  })
})

it('gives many products at once, and names those that there are not', async () => {
  const { items, missing } = await productBatch(['G-1-M', 'A-1', 'none'])
  expect([items.map((i) => i.sku), missing]).toEqual([['G-1-M', 'A-1'], ['none']])
  expect(items[0]).toMatchObject({ parent: 'G-1' })
})
