import { beforeAll, describe, expect, it } from 'vitest'
import type { BoardEdition, ClothColumn, ClothRow } from '@contracts/readiness'
import { cellAt } from '@core/readiness/cells'
import { signedIn, type Client } from './client'

let maren: Client
let luc: Client
beforeAll(async () => {
  ;[maren, luc] = [await signedIn('manager'), await signedIn('translator')]
})

interface Evaluated {
  sku: string
  strands: Record<string, { passed: number; of: number }>
  blockers: { code: string; strand: string; message: string; at: string }[]
  remarks: { code: string }[]
}
const list = async (query: string) =>
  (await luc.get<{ items: Evaluated[]; next: string | null }>(`/api/readiness?${query}`)).body
const one = async (sku: string, edition: string) =>
  (
    await maren.get<{ editions: (Evaluated & { storefront: string; language: string })[] }>(
      `/api/products/${sku}/readiness`,
    )
  ).body.editions.find((e) => `${e.storefront}/${e.language}` === edition)!

describe('readiness by HTTP', () => {
  it('lists products in SKU order with what blocks them, page by page', async () => {
    const seen: string[] = []
    for (let cursor: string | null = ''; cursor !== null;) {
      const page: Awaited<ReturnType<typeof list>> = await list(
        `storefront=be&language=nl-BE&limit=70${cursor ? `&cursor=${encodeURIComponent(cursor)}` : ''}`,
      )
      seen.push(...page.items.map((i) => i.sku))
      for (const { strands, blockers } of page.items) {
        expect(Object.keys(strands)).toEqual(['facts', 'copy', 'language', 'media', 'content'])
        for (const { passed, of } of Object.values(strands)) expect(passed).toBeLessThanOrEqual(of)
        for (const b of blockers) expect([b.message.length > 5, b.at.length > 3]).toEqual([true, true])
      }
      cursor = page.next
    }
    expect(seen.length).toBeGreaterThan(200)
    expect(seen).toEqual([...new Set(seen)].sort())
    expect((await maren.get('/api/readiness?storefront=be&language=fr-CH')).status).toBe(422)
    expect((await maren.get('/api/readiness?storefront=be')).status).toBe(422)
    expect((await maren.get('/api/products/NOTHING/readiness')).status).toBe(404)
  })
  it('shows an edit at once, and again when it is taken back', async () => {
    const at = '/api/products/TW-9110'
    const missing = async () =>
      (await one('TW-9110', 'uk/en-GB')).blockers.filter((b) => b.at === 'attribute:child-weight').map((b) => b.code)
    const { body } = await maren.get<{ values: { attribute: string; value: unknown }[] }>(at)
    const value = body.values.find((v) => v.attribute === 'child-weight')!.value
    expect(await missing()).toEqual([])
    await maren.patch(at, { values: [{ attribute: 'child-weight', value: null }] }, { 'if-match': '*' })
    expect(await missing()).toEqual(['fact-missing'])
    await maren.patch(at, { values: [{ attribute: 'child-weight', value }] }, { 'if-match': '*' })
    expect(await missing()).toEqual([])
  })
  it('gives the cloth its columns, groups and rows, filtered and sorted', async () => {
    interface Cloth {
      columns: { n: number; storefront: string; sold: number; ready: number }[]
      groups: { type: string; products: number; sold: number; open: number }[]
      products: number
    }
    const cloth = async (b: object) => (await maren.post<Cloth>('/api/readiness/cloth', b)).body
    const rows = async (b: object) =>
      (await maren.post<{ items: { sku: string; type: string; blockers: number }[] }>('/api/readiness/rows', b)).body
        .items
    const whole = await cloth({})
    expect(whole.columns).toHaveLength(15)
    // What is kept day by day says the same as what stands in the rows.
    const counted = await cloth({ filter: { all: [] } })
    expect(counted).toEqual(whole)
    expect((await cloth({ storefronts: ['be'] })).columns.map((c) => c.storefront)).toEqual(['be', 'be'])
    const blocked = await rows({ strand: 'facts', limit: 500 })
    expect(blocked.length).toBeGreaterThan(0)
    expect(blocked.map((r) => r.blockers)).toEqual(blocked.map((r) => r.blockers).sort((a, b) => b - a))
    const [first] = (
      await maren.get<{ fixes: { id: string; products: number; pages: number }[] }>('/api/readiness/overview')
    ).body.fixes
    const ofFix = await rows({ fix: first!.id, limit: 500 })
    expect(ofFix.length).toBeGreaterThanOrEqual(first!.products)
    expect((await rows({ type: 'rack', sort: 'sku', limit: 3 })).map((r) => r.type)).toEqual(['rack', 'rack', 'rack'])
    expect((await maren.post('/api/readiness/rows', { edition: 'be/de-DE' })).status).toBe(422)
    expect((await maren.post('/api/readiness/cloth', { storefronts: ['xx'] })).status).toBe(422)
    expect(
      (await maren.post('/api/readiness/cloth', { filter: { field: 'nothing', is: 'equals', value: 1 } })).status,
    ).toBe(422)
  })
  it('says what is live, what is ready and not live, and what is live and not ready, as delivery has it', async () => {
    const { body: board } = await maren.get<{ items: BoardEdition[] }>('/api/readiness/board?storefront=uk')
    const edition = board.items[0]!
    const rows = async (show: string) => {
      const { body } = await maren.post<{ items: ClothRow[] }>('/api/readiness/rows', {
        ...{ storefronts: ['uk'], show, limit: 500 },
      })
      return body.items
    }
    const { body: whole } = await maren.post<{ columns: ClothColumn[] }>('/api/readiness/cloth', {
      storefronts: ['uk'],
    })
    const { n } = whole.columns[0]!
    const all = (await rows('all')).map((row) => ({
      sku: row.sku,
      blockers: cellAt(Buffer.from(row.cells, 'base64'), n)!.blockers,
      isLive: row.live.includes(n),
    }))
    const live = all.filter((p) => p.isLive)
    const unreleased = all.filter((p) => p.blockers === 0 && !p.isLive)
    const notReadyLive = live.filter((p) => p.blockers > 0)
    expect(edition).toMatchObject({
      live: live.length,
      unreleased: unreleased.length,
      notReadyLive: notReadyLive.length,
    })
    expect([live.length > 0, notReadyLive.length > 0]).toEqual([true, true])
    const skus = (list: readonly { sku: string }[]) => list.map((p) => p.sku).sort()
    expect(skus(await rows('unreleased'))).toEqual(skus(unreleased))
    expect(skus(await rows('not-ready-live'))).toEqual(skus(notReadyLive))
    for (const { sku, isLive } of all.filter((_, i) => i % 8 === 0)) {
      expect((await maren.get(`/delivery/uk/en-GB/products/${sku}`)).status, sku).toBe(isLive ? 200 : 404)
      const { body } = await maren.get<{ editions: { storefront: string; live: boolean }[] }>(
        `/api/products/${sku}/readiness`,
      )
      expect(body.editions.find((e) => e.storefront === 'uk')!.live, sku).toBe(isLive)
    }
  })
  it('saves findings as a file, a line for each edition', async () => {
    const { body, headers } = await maren.post('/api/readiness/findings', {
      storefronts: ['jp'],
      code: 'piece-no-text',
    })
    const lines = String(body).trim().split('\n')
    expect([headers.get('content-type'), lines[0]]).toEqual([
      expect.stringContaining('text/csv'),
      'sku,storefront,language,strand,level,code,at,message',
    ])
    expect(lines.length).toBeGreaterThan(10)
    for (const l of lines.slice(1)) expect(l).toMatch(/^[^,]+,jp,ja-JP,content,blocker,piece-no-text,piece:/)
  })
  it('keeps a portion of the day, and lets it go', async () => {
    const set = await luc.put<{ of: number; done: number }>('/api/readiness/portion', { products: 5, storefront: 'be' })
    expect(set.body).toMatchObject({ products: 5, storefront: 'be', of: 5, done: 0 })
    expect((await luc.post<{ items: unknown[] }>('/api/readiness/rows', { show: 'portion' })).body.items).toHaveLength(
      5,
    )
    expect(
      (
        await maren.post<{ items: unknown[] }>('/api/readiness/rows', {
          show: 'portion',
          person: 'luc@tarnwheel.example',
        })
      ).body.items,
    ).toHaveLength(5)
    expect(
      (await maren.post('/api/readiness/rows', { show: 'portion', person: 'nobody@tarnwheel.example' })).status,
    ).toBe(422)
    expect((await luc.put('/api/readiness/portion', { products: 0 })).status).toBe(422)
    expect((await luc.ask('DELETE', '/api/readiness/portion')).status).toBe(204)
    expect((await luc.get<{ portion: unknown }>('/api/readiness/overview')).body.portion).toBeNull()
  })
  it('is worked out anew by the worker, with the same answer', async () => {
    const before = await list('storefront=ch&language=fr-CH&limit=200')
    const { status, body } = await maren.post<{ id: string }>('/api/readiness/recomputation', {})
    expect(status).toBe(202)
    let state = ''
    for (let i = 0; i < 200 && state !== 'done'; i++) {
      await new Promise((r) => setTimeout(r, 150))
      state = (await maren.get<{ state: string }>(`/api/jobs/${body.id}`)).body.state
    }
    expect(state).toBe('done')
    expect(await list('storefront=ch&language=fr-CH&limit=200')).toEqual(before)
    expect((await luc.post('/api/readiness/recomputation', {})).status).toBe(403)
  })
})

describe('the house style by HTTP', () => {
  it('tries words against the whole catalogue before they are banned', async () => {
    interface Trial {
      texts: number
      products: number
      items: { sku: string; field: string; language: string; before: string; word: string; after: string }[]
    }
    const trial = async (body: object) => (await luc.post<Trial>('/api/house-styles/trial', body)).body
    const found = await trial({ words: ['child'], language: 'en' })
    expect(found.texts).toBeGreaterThan(5)
    for (const i of found.items) expect(i.word.toLowerCase()).toMatch(/^child(ren|'s|’s|s)?$/)
    expect((await trial({ words: ['child'], language: 'en', field: 'name' })).texts).toBeLessThan(found.texts)
    expect(await trial({ words: ['zzyzx'] })).toEqual({ texts: 0, products: 0, more: false, items: [] })
    expect((await luc.post('/api/house-styles/trial', { words: [] })).status).toBe(422)
    expect((await luc.post('/api/house-styles/trial', { words: ['a'], field: 'no-such' })).status).toBe(422)
  })
  const at = '/api/house-styles/shouting'
  const part = { code: 'shouting', field: 'summary', storefront: null, language: 'en', settings: { banned: ['zzyzx'] } }
  it('is written, read back unchanged, and deleted', async () => {
    expect((await maren.put(at, part)).status).toBeLessThan(300)
    const { body, headers } = await maren.get<Record<string, unknown>>(at)
    expect(body).toMatchObject(part)
    expect((await maren.put(at, body, { 'if-match': headers.get('etag')! })).headers.get('etag')).toBe(
      headers.get('etag'),
    )
    expect(
      (await maren.get<{ items: { code: string }[]; first: unknown[] }>('/api/house-styles')).body.items.map(
        (i) => i.code,
      ),
    ).toContain('shouting')
    expect((await maren.put(at, { ...part, settings: { banned: [''] } }, { 'If-Match': '*' })).status).toBe(422)
    expect((await maren.put('/api/house-styles/other', { ...part, code: 'other' })).status).toBe(422)
    expect((await luc.put(at, part)).status).toBe(403)
    expect((await maren.drop(at)).status).toBe(204)
    expect((await maren.get(at)).status).toBe(404)
  })
})
