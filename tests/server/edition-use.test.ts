import { beforeAll, describe, expect, it } from 'vitest'
import type { Storefront } from '@core/catalogue/model'
import { ada, maren, now, ownDatabase, problemOf } from './database'
import { csvLines } from '../csv'

const { file } = ownDatabase()
const { importProducts } = await import('@server/services/imports/import-products')
const { getRecord, putRecord } = await import('@server/services/records/records')
const { editionUse } = await import('@server/services/setup/edition-use')
const { cloth } = await import('@server/services/readiness/cloth')
const { getResolved } = await import('@server/services/products/products')
const { evaluateDue, queueAll } = await import('@server/services/readiness/due')

const storefront = async () => (await getRecord('storefronts', 'ch')).record as unknown as Storefront
const write = (record: Storefront) => putRecord(ada, 'storefronts', 'ch', record, { any: true }, now)
const shown = async (language: string) =>
  (await getResolved('A-1', 'ch', language, now)).items.find((i) => i.attribute === 'name')?.shown

beforeAll(async () => {
  const report = await importProducts(
    file(csvLines('sku,type,name@/en-GB,name@/fr-CH', 'A-1,bag,First,Première', 'A-2,bag,Second,')),
    { mode: 'apply', take: 'all', title: 'x', personId: 1, now },
  )
  expect(report.rejected).toEqual([])
})

describe('taking an edition away', () => {
  it('tells before what uses it', async () => {
    const any = { any: true } as const
    const texts = [{ language: 'en-GB', title: 'Care', body: '<p>Wipe it.</p>' }]
    await putRecord(maren, 'pieces', 'care', { code: 'care', kind: 'tab', name: 'Care', texts }, any, now)
    const limits = { storefronts: ['ch'], languages: ['fr-CH'], groups: [], from: null, to: null, campaign: null }
    const assignment = { code: 'french', name: 'French', pieces: ['care'], reach: { base: 'everything' }, limits }
    await putRecord(maren, 'assignments', 'french', assignment, any, now)
    await queueAll(maren)
    await evaluateDue(() => now)
    const use = await editionUse('ch', 'fr-CH')
    expect(use).toMatchObject({ pages: 2, texts: 1, shares: 0, assignments: [{ code: 'french', name: 'French' }] })
    expect((await problemOf(editionUse('ch', 'xx'))).status).toBe(404)
    expect((await problemOf(editionUse('none', 'fr-CH'))).status).toBe(404)
  })

  it('leaves its texts, which are there again when it comes back', async () => {
    const before = await storefront()
    await write({ ...before, editions: before.editions.filter((e) => e.language !== 'fr-CH') })
    const { columns } = await cloth(maren, { by: 'type', storefronts: ['ch'], show: 'all', person: 'me' }, now)
    expect(columns.map((c) => c.language)).not.toContain('fr-CH')
    await expect(shown('fr-CH')).rejects.toThrow()

    await write(before)
    expect(await shown('fr-CH')).toBe('Première')
  })

  it('is refused for the last one of a storefront', async () => {
    const record = await storefront()
    expect((await problemOf(write({ ...record, editions: [] }))).status).toBe(422)
  })
})
