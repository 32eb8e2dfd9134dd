import { beforeAll, describe, expect, it } from 'vitest'
import { signedIn, type Client } from './client'

let maren: Client
let luc: Client
beforeAll(async () => {
  ;[maren, luc] = [await signedIn('manager'), await signedIn('translator')]
})

interface Beside {
  gtin: string
  rows: {
    property: string
    path: string | null
    state: string
    ours: unknown
    explained: boolean
    query: { reason: string; answered: string | null } | null
  }[]
}
const gtin = '2000000010052'
const at = '/api/products/PE-1835'
const row = async (property: string) =>
  (await maren.get<Beside>(`${at}/data-pool`)).body.rows.find((r) => r.property === property)!
const paths = (body: Record<string, unknown>) => (body.errors as { path: string }[]).map((e) => e.path)

describe('the data pool by HTTP', () => {
  it('is looked up by GTIN or by brand and model, and asks for one of them', async () => {
    const { body } = await luc.get<{ items: { gtin: string; sku: string | null }[]; unknown: string[] }>(
      `/api/data-pool/items?gtin=${gtin},2000000019994`,
    )
    expect([body.items.map((i) => [i.gtin, i.sku]), body.unknown]).toEqual([[[gtin, 'PE-1835']], ['2000000019994']])
    const found = (await maren.get<{ items: { brand: string }[] }>('/api/data-pool/items?brand=Kazemori&model=mini'))
      .body.items
    expect([found.length > 3, new Set(found.map((i) => i.brand))]).toEqual([true, new Set(['Kazemori'])])
    expect((await maren.get('/api/data-pool/items')).status).toBe(422)
    expect((await maren.get('/api/data-pool/items?gtin=not-a-gtin')).body).toMatchObject({ items: [] })
  })
  it('stands beside a product, property by property', async () => {
    const { status, body } = await luc.get<Beside>(`${at}/data-pool`)
    expect([status, body.gtin]).toEqual([200, gtin])
    expect(new Set(body.rows.map((r) => r.state))).toContain('same')
    expect((await maren.get('/api/products/NOTHING/data-pool')).status).toBe(404)
    expect((await maren.get(`${at}/data-pool?gtin=2000000019994`)).status).toBe(404)
  })
  it('gives a value with its source, unless it was changed meanwhile', async () => {
    expect(
      (await maren.patch(at, { values: [{ attribute: 'volume', value: null }] }, { 'if-match': '*' })).status,
    ).toBe(200)
    expect((await row('Volume')).state).toBe('empty')
    expect(
      (
        await maren.post(`${at}/data-pool/take`, {
          gtin,
          take: [{ path: 'attribute:volume', base: { value: 1, unit: 'L' } }],
        })
      ).status,
    ).toBe(412)
    const taken = await maren.post(`${at}/data-pool/take`, { gtin, take: [{ path: 'attribute:volume', base: null }] })
    expect([taken.status, taken.headers.get('etag')]).toEqual([200, expect.stringMatching(/^"\d+\.\d+"$/)])
    expect((await maren.get(`${at}/sources`)).body).toMatchObject({
      'attribute:volume': {
        source: 'data-pool',
        item: gtin,
        property: 'Volume',
        value: { value: 35, unit: 'L' },
        reason: null,
      },
    })
    const wrong = await maren.post(`${at}/data-pool/take`, { gtin, take: [{ path: 'attribute:nothing' }] })
    expect([wrong.status, paths(wrong.body)]).toEqual([422, ['take[0].path']])
    expect((await luc.post(`${at}/data-pool/take`, { gtin, take: [{ path: 'attribute:volume' }] })).status).toBe(403)
  })
  it('lets an own value stand with a reason, and is asked to put its own right', async () => {
    await maren.patch(at, { values: [{ attribute: 'weight', value: '1 kg' }] }, { 'if-match': '*' })
    expect((await maren.post(`${at}/data-pool/overrides`, { gtin, path: 'attribute:weight', reason: '' })).status).toBe(
      422,
    )
    expect(
      (
        await maren.post(`${at}/data-pool/overrides`, {
          gtin,
          path: 'attribute:weight',
          reason: 'on our scales',
          ask: true,
        })
      ).status,
    ).toBe(204)
    expect(await row('Net weight')).toMatchObject({
      state: 'differs',
      explained: true,
      query: { reason: 'on our scales', answered: null },
    })
    const { body } = await luc.get<{ items: { sku: string; ours: string }[]; next: string | null }>(
      '/api/data-pool/queries?state=open',
    )
    expect(body.items).toContainEqual(expect.objectContaining({ sku: 'PE-1835', ours: '1 kg' }))
    expect((await maren.get('/api/data-pool/queries?state=some')).status).toBe(422)
  })
  it('is told what its properties mean', async () => {
    expect(
      (await maren.put('/api/data-pool/meanings', { property: 'Country of origin', means: 'no-such-thing' })).status,
    ).toBe(422)
    expect(
      (await maren.put('/api/data-pool/meanings', { property: 'Country of origin', means: 'carried@origin' })).status,
    ).toBe(204)
    expect((await maren.put('/api/data-pool/meanings', { property: 'Country of origin', means: '' })).status).toBe(204)
    expect((await luc.put('/api/data-pool/meanings', { property: 'Country of origin', means: '' })).status).toBe(403)
  })
  it('makes drafts, all or none', async () => {
    const [item] = (
      await maren.get<{ items: { gtin: string; suggested: { sku: string; type: string } }[] }>(
        '/api/data-pool/items?brand=Oxbrook&model=parade trail',
      )
    ).body.items
    const draft = { gtin: item!.gtin, ...item!.suggested }
    const refused = await maren.post('/api/data-pool/products', {
      items: [draft, { ...draft, gtin: '2000000019994', sku: 'OX-99999' }],
    })
    expect([refused.status, paths(refused.body)]).toEqual([422, ['items[1].gtin']])
    expect((await maren.get(`/api/products/${draft.sku}`)).status).toBe(404)
    const { status, body } = await maren.post<{ step: number; made: { sku: string }[] }>('/api/data-pool/products', {
      items: [draft],
    })
    expect([status, body.made.map((m) => m.sku)]).toEqual([201, [draft.sku]])
    expect((await maren.get(`/api/products/${draft.sku}`)).body).toMatchObject({
      status: 'draft',
      gtin: draft.gtin,
      type: 'tyre',
    })
    expect((await maren.post(`/api/steps/${body.step}/undo`, {})).status).toBe(202)
    await expect.poll(async () => (await maren.get(`/api/products/${draft.sku}`)).status, { timeout: 15_000 }).toBe(404)
  })
})
