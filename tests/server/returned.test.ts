import { beforeAll, describe, expect, it } from 'vitest'
import type { Category } from '@core/catalogue/model'
import type { SegmentChange } from '@core/translation/unit-segments'
import { ada, luc, maren, now, ownDatabase } from './database'

const { file } = ownDatabase()
const { importProducts } = await import('@server/services/imports/import-products')
const { getRecord, putRecord } = await import('@server/services/records/records')
const { getProduct, patchProduct } = await import('@server/services/products/products')
const { listUnits, saveUnits } = await import('@server/services/translation/desk')
const { listWork, progress, shareWork } = await import('@server/services/translation/work')

const fr = { storefront: 'ch', language: 'fr-CH' }
beforeAll(async () => {
  const rows = ['sku,type,category,name,summary', 'P-1,bag,Bags,Regn 22,Keeps 22 L dry.']
  await importProducts(file(rows.join('\n')), { mode: 'apply', take: 'all', title: 'Import', personId: 1, now })
})

const desk = (record: string) => listUnits({ ...fr, record })
const firstSegment = async (record: string, unit: string) =>
  (await desk(record)).units.find((u) => u.unit === unit)!.segments[0]!

/** Writes the only segment of a unit. */
async function write(record: string, unit: string, target: string, more: Partial<SegmentChange> = {}, who = luc) {
  const { text, target: base } = await firstSegment(record, unit)
  const change = { index: 0, source: text, base, target, state: 'translated' as const, ...more }
  return saveUnits(who, { ...fr, record, units: [{ unit, segments: [change] }] }, now)
}

describe('a translation that is returned', () => {
  const returnedTo = (writer: number) =>
    listWork({ ...fr, show: 'returned', writer, kinds: ['product', 'category'], limit: 9, offset: 0 }, now)
  const returnWith = (words: string, record: string, name: string, target: string) =>
    write(record, name, target, { state: 'initial', returned: words }, maren)
  it('is work of whoever made it, with its comment, until it is answered', async () => {
    await write('product:P-1', 'attribute:summary', 'Garde 22 L au sec.')
    await returnWith('Say that it closes.', 'product:P-1', 'attribute:summary', 'Garde 22 L au sec.')
    const { comments } = await desk('product:P-1')
    expect(comments.at(-1)).toMatchObject({ words: 'Say that it closes.', person: maren.name, settled: false })
    expect(await firstSegment('product:P-1', 'attribute:summary')).toMatchObject({ returned: true })
    expect((await returnedTo(luc.id)).items).toMatchObject([{ record: 'product:P-1', returned: 1 }])
    expect((await returnedTo(maren.id)).items).toEqual([])
    const open = await listWork({ ...fr, show: 'open', kinds: ['product'], limit: 9, offset: 0 }, now)
    expect(open.items.map((w) => w.record)).toContain('product:P-1')
    expect((await progress(now)).items.find((i) => i.language === fr.language)!.states.returned).toBe(1)
    await write('product:P-1', 'attribute:summary', 'Se ferme et garde 22 L au sec.')
    expect((await returnedTo(luc.id)).items).toEqual([])
  })
  it('is answered by whoever writes the text elsewhere, too', async () => {
    const here = 'Se ferme et garde 22 L au sec.'
    await returnWith('Shorter.', 'product:P-1', 'attribute:summary', here)
    expect((await returnedTo(luc.id)).items).toHaveLength(1)
    const { tag } = await getProduct('P-1')
    const value = { attribute: 'summary', language: fr.language, value: 'Se ferme, reste sec.' }
    await patchProduct(ada, 'P-1', tag, { values: [value] }, now)
    expect((await returnedTo(luc.id)).items).toEqual([])
  })
  it('is the work of who has the record, where nobody knows who wrote it', async () => {
    const { record } = await getRecord('categories', 'wear')
    const names = { ...(record as unknown as Category).names, 'fr-CH': 'Vêtements' }
    await putRecord(ada, 'categories', 'wear', { ...record, names }, { any: true }, now)
    await returnWith('Too general.', 'category:wear', 'name', 'Vêtements')
    expect((await returnedTo(luc.id)).items).toEqual([])
    await shareWork(maren, { language: 'fr-CH', records: ['category:wear'], person: luc.id, due: null })
    expect((await returnedTo(luc.id)).items).toMatchObject([{ record: 'category:wear', returned: 1 }])
  })
})
