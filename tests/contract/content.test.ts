import { beforeAll, describe, expect, it } from 'vitest'
import type { AssignmentReaches, PieceReaches } from '@contracts/reach'
import { hostile, look } from '../hostile-html'
import { demoDays } from '../days'
import { signedIn, type Client } from './client'

let maren: Client
let luc: Client
let day: (offset: number) => string
beforeAll(async () => {
  ;[maren, luc] = await Promise.all([signedIn('manager'), signedIn('translator')])
  day = await demoDays(async (path) => (await maren.get<{ from: string }>(path)).body)
})

type Page = {
  areas: Record<string, { piece: string; questions?: { piece: string }[] }[]>
  left_out: { piece: string; area: string; reason: string }[]
  structured: { '@type': string }[]
}
const proof = (sku: string, query = 'storefront=uk&language=en-GB') => maren.get<Page>(`/api/proof/${sku}?${query}`)

describe('content over HTTP', () => {
  it.each([
    'pieces/mounting',
    'assignments/returns-in-dark-evenings',
    'question-sets/asked-of-locks',
    'block-kinds/steps',
    'campaigns/dark-evenings',
    'storefronts/uk',
  ])('%s changes nothing when it is put as it was got', async (path) => {
    const before = await maren.get(`/api/${path}`)
    const { status, headers, body } = await maren.put(`/api/${path}`, before.body, {
      'If-Match': before.headers.get('etag')!,
    })
    expect([status, headers.get('etag'), body]).toEqual([200, before.headers.get('etag'), before.body])
    expect((await luc.put(`/api/${path}`, { ...before.body, name: 'x' }, { 'If-Match': '*' })).status).toBe(403)
    expect(
      (
        await maren.put(
          `/api/${path}`,
          { ...before.body, ...(path.startsWith('storefronts') ? { facts: {} } : { name: 'x' }) },
          { 'If-Match': '"old"' },
        )
      ).status,
    ).toBe(412)
  })
  it('has every part of a page with its reason, and every one that is left out', async () => {
    const { body } = await proof('OX-3040', `storefront=uk&language=en-GB&at=${day(1)}T12:00:00Z`)
    expect(body.areas.details!.find((p) => p.piece === 'faq')!.questions!.map((q) => q.piece)).toEqual(
      expect.arrayContaining(['how-safe-is-it', 'how-long-to-return']),
    )
    expect(body.left_out).toContainEqual(
      expect.objectContaining({
        piece: 'returns',
        area: 'details',
        reason: '“Returns until January” replaces it',
      }),
    )
    expect(body.structured.map((d) => d['@type'])).toEqual(['Product', 'BreadcrumbList', 'FAQPage'])
    expect(
      (await maren.get(`/api/proof/OX-3040/moments?storefront=uk&language=en-GB&at=${day(1)}T12:00:00Z&days=20`)).body,
    ).toMatchObject({ items: expect.arrayContaining([expect.objectContaining({ local: `${day(8)}T00:00` })]) })
  })
  it('tries what is not saved, and says what saving would do', async () => {
    const { body: assignment } = await maren.get('/api/assignments/size-help')
    const tried = await maren.post<Page & { changes: { what: string; piece: string }[] }>('/api/proof/OX-3040/trial', {
      storefront: 'uk',
      language: 'en-GB',
      assignment: { ...assignment, reach: { ...(assignment.reach as object), base: 'everything', rule: null } },
    })
    expect(tried.body.changes).toContainEqual(expect.objectContaining({ what: 'comes', piece: 'size-help' }))
    expect((await proof('OX-3040')).body.areas.details!.map((p) => p.piece)).not.toContain('size-help')
    const { body } = await maren.post<{ storefronts: { gained: number; lost: number }[] }>('/api/reach/before-saving', {
      assignment: { ...assignment, reach: { ...(assignment.reach as object), base: 'everything', rule: null } },
    })
    expect(body.storefronts).toHaveLength(8)
    expect(body.storefronts.every((s) => s.gained > 0 && s.lost === 0)).toBe(true)
    expect(
      (
        await maren.post('/api/reach/before-saving', {
          assignment: { ...assignment, reach: { base: 'rule', rule: { field: 'nothing' } } },
        })
      ).status,
    ).toBe(422)
  })
  it('travels as one file, for those who may', async () => {
    const file = await maren.get('/api/library/content')
    expect(file.body).toMatchObject({ format: 'inkloom-content', version: 1 })
    expect((await maren.post('/api/library/content?mode=apply', file.body)).body).toMatchObject({
      created: 0,
      updated: 0,
      rejected: [],
    })
    expect((await luc.post('/api/library/content', file.body)).status).toBe(403)
    const csv = await maren.ask<string>('GET', '/api/library/questions')
    expect([csv.headers.get('content-type'), csv.body.split('\r\n')[0]]).toEqual([
      expect.stringContaining('text/csv'),
      'code,language,storefront,question,answer,name,tags',
    ])
    expect(
      (
        await maren.ask('POST', '/api/library/questions?mode=check', {
          text: csv.body,
          headers: { 'content-type': 'text/csv' },
        })
      ).body,
    ).toMatchObject({ created: 0, updated: 0, rejected: [] })
  })
  it(
    'lets nothing hostile in: what comes back of every text, and what stands on the page, is of the ' + 'subset',
    async () => {
      const whole = hostile.map((h) => `<p>x</p>${h}`).join('')
      // No text can hold U+0000.
      expect(
        await maren.put('/api/pieces/hostile', {
          code: 'hostile',
          kind: 'block',
          name: 'Hostile',
          texts: [{ language: 'en-GB', title: 'x', body: 'a\u0000b' }],
        }),
      ).toMatchObject({ status: 422, body: { errors: [{ path: 'texts[0].body' }] } })
      const body = whole.replaceAll('\u0000', '')
      const piece = {
        code: 'hostile',
        kind: 'block',
        name: 'Hostile',
        texts: [{ language: 'en-GB', title: '<script>alert(1)</script>', body }],
      }
      const written = await maren.put<{ texts: { body: string }[] }>('/api/pieces/hostile', piece)
      expect([200, 201]).toContain(written.status)
      look(written.body.texts[0]!.body)
      const { body: tried } = await maren.post<{ areas: Record<string, { piece: string; html: string }[]> }>(
        '/api/proof/OX-3040/trial',
        {
          storefront: 'uk',
          language: 'en-GB',
          assignment: { code: 'h', name: 'H', pieces: ['hostile'], reach: { base: 'everything' } },
        },
      )
      look(tried.areas.details!.find((p) => p.piece === 'hostile')!.html)
      expect((await maren.drop('/api/pieces/hostile')).status).toBe(204)
    },
  )
  it('says why a record cannot go', async () => {
    const { status, body } = await maren.drop<{ errors: { message: string }[] }>(
      '/api/question-sets/asked-of-everything',
    )
    expect([status, body.errors[0]!.message]).toEqual([409, expect.stringContaining('“Common questions”')])
  })
})

describe('what is read beside lists', () => {
  it('says of SKUs which there are, however they are written', async () => {
    const { status, body } = await maren.post('/api/products/known', { skus: [' pe-1830', 'PE-1830', 'nothing-9'] })
    expect([status, body]).toEqual([200, { skus: ['PE-1830'], unknown: ['nothing-9'] }])
  })
  it('counts the products of each assignment in a storefront', async () => {
    const { body } = await maren.get<AssignmentReaches>('/api/assignments/reaches?storefront=de')
    const { body: all } = await maren.get<{ items: { code: string }[] }>('/api/assignments?limit=1000')
    expect(Object.keys(body.storefronts).sort()).toEqual(all.items.map((a) => a.code).sort())
    const everywhere = body.assignments['asked-of-everything']!
    expect(everywhere.products).toBeGreaterThan(100)
    expect(everywhere.pages).toBeLessThanOrEqual(everywhere.products)
    expect(everywhere.conflicts).toBe(0)
    expect((await maren.get('/api/assignments/reaches?storefront=none')).status).toBe(422)
  })
  it('says on how many products and pages each piece stands, and in which storefronts', async () => {
    const { body } = await maren.get<PieceReaches>('/api/piece-reaches?storefront=ch')
    for (const [code, { products, pages, storefronts }] of Object.entries(body.pieces)) {
      // Switzerland has three languages.
      expect(pages, code).toBeLessThanOrEqual(3 * products)
      expect(storefronts.includes('ch') || products === 0, code).toBe(true)
    }
    expect(Object.values(body.pieces).some((p) => p.pages > p.products)).toBe(true)
    expect((await maren.get('/api/piece-reaches?storefront=none')).status).toBe(422)
  })
})
