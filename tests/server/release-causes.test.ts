import { describe, expect, it } from 'vitest'
import type { BulkChange } from '@core/bulk/shape'
import { csvLines } from '../csv'
import { maren, now, ownDatabase } from './database'

const { file } = ownDatabase()
const { database } = await import('@server/db/connect')
const { lastChangedIn, productStepsSince, recordChangesSince } = await import('@server/db/queries/causes')
const { rootsOfSkus } = await import('@server/db/queries/families')
const { makeBulkChange } = await import('@server/services/bulk/bulk-change')
const { importProducts } = await import('@server/services/imports/import-products')
const { patchProduct } = await import('@server/services/products/products')
const { anyVersion, putRecord } = await import('@server/services/records/records')
const { goLive, hour } = await import('./released')

describe('what changed since a moment', () => {
  it('is each step that touched a product, alone or with many others, and no earlier one', async () => {
    const lines = csvLines('sku,type,name,status', 'BG-1,bag,One,draft', 'BG-2,bag,Two,draft')
    await importProducts(file(lines), { mode: 'apply', take: 'all', title: 'Importing', personId: null, now })
    const ids = await rootsOfSkus(database(), ['BG-1', 'BG-2'])
    const products = [...ids].map(([sku, id]) => ({ sku, id })).sort((a, b) => (a.sku < b.sku ? -1 : 1))

    const values = [{ attribute: 'name', language: 'en-GB', value: 'One more' }]
    await patchProduct(maren, 'BG-1', '*', { values }, now + hour)
    const change = { do: 'set', attribute: 'field:status', members: 'parents', value: 'active' }
    const filter = { field: 'type', is: 'equals', value: 'bag' }
    const bulk = { ...change, storefront: null, language: null } as BulkChange
    const { step } = await makeBulkChange({ filter, change: bulk }, maren.id, now + 2 * hour)

    const stepsOf = async (since: number) => {
      const found = await productStepsSince(database(), [...products, { sku: 'GONE', id: null }], since)
      return products.map(({ sku }) => (found.get(sku) ?? []).map((s) => (s.at - now) / hour))
    }
    expect(await stepsOf(now - 1)).toEqual([
      [2, 1, 0],
      [2, 0],
    ])
    expect(await stepsOf(now)).toEqual([[2, 1], [2]])
    expect(await stepsOf(now + hour)).toEqual([[2], [2]])
    expect(await stepsOf(now + 2 * hour)).toEqual([[], []])
    const last = await productStepsSince(database(), products, now + hour)
    expect(last.get('BG-2')![0]!.step).toBe(step)
  })

  it('is each change of a record that pages are made of, as it was and as it is', async () => {
    const campaign = (name: string) => ({ code: 'frost', name, from: null, to: null, storefronts: [], note: '' })
    await putRecord(maren, 'campaigns', 'frost', campaign('Frost'), anyVersion, now)
    await putRecord(maren, 'campaigns', 'frost', campaign('Hard frost'), anyVersion, now + hour)
    const since = (at: number) => recordChangesSince(database(), at)
    expect((await since(now)).map((c) => [c.kind, c.code, c.at])).toEqual([['campaigns', 'frost', now + hour]])
    const [change] = await since(now)
    expect([change!.before, change!.after]).toMatchObject([{ name: 'Frost' }, { name: 'Hard frost' }])
    expect(await since(now + hour)).toEqual([])
  })

  it('is counted from the release in which a page changed last, also where it went then', async () => {
    await goLive('causes', { A: [[0, 1]], B: [[0, 2]], C: [[0, 3]] }, now)
    await goLive('causes', { A: [[0, 4]], C: [] }, now)
    await goLive('causes', { B: [[0, 5]] }, now)
    const at = async (release: number) => {
      const of = { language: 'en-GB', kind: 'product', keys: ['A', 'B', 'C', 'never'] }
      return Object.fromEntries(await lastChangedIn(database(), 'causes', release, of))
    }
    expect(await at(1)).toEqual({ A: 1, B: 1, C: 1 })
    expect(await at(2)).toEqual({ A: 2, B: 1, C: 2 })
    expect(await at(3)).toEqual({ A: 2, B: 3, C: 2 })
  })
})
