import { beforeAll, describe, expect, it } from 'vitest'
import { signedIn, type Client } from './client'

let maren: Client
let luc: Client
beforeAll(async () => {
  ;[maren, luc] = [await signedIn('manager'), await signedIn('translator')]
})

interface Suggested {
  id: number
  sku: string
  attribute: string
  language: string | null
  value: unknown
  now: unknown
  moved: boolean
  changed: string[]
  findings: unknown[]
  state: string
  run: { id: number; origin: string }
}
const list = async (query: string, who = maren) =>
  (await who.get<{ items: Suggested[]; count: number }>(`/api/suggestions?${query}`)).body
/** Waits for a job's end. */
async function ended(id: string) {
  for (let i = 0; i < 200; i++) {
    const { body } = await maren.get<{
      state: string
      result: { suggestions: number; run: number } | null
      error: string | null
    }>(`/api/jobs/${id}`)
    if (['done', 'failed', 'cancelled'].includes(body.state)) return body
    await new Promise((r) => setTimeout(r, 200))
  }
  throw new Error('The job did not end.')
}
const recipe = {
  code: 'by-http',
  name: 'By HTTP',
  note: '',
  storefront: null,
  steps: [
    { kind: 'facts', instruction: '' },
    { kind: 'summary', instruction: '<p>Write 1 sentence of <data value="attribute:name"></data></p>' },
  ],
}

describe('recipes by HTTP', () => {
  it('travel whole, with an entity tag; a PUT of what a GET gave changes nothing', async () => {
    expect((await luc.put('/api/recipes/by-http', recipe)).status).toBe(403)
    expect((await maren.put('/api/recipes/by-http', recipe)).status).toBe(201)
    const { body, headers } = await maren.get('/api/recipes/by-http')
    expect(body).toEqual(recipe)
    const again = await maren.put('/api/recipes/by-http', body, { 'if-match': headers.get('etag')! })
    expect([again.status, again.headers.get('etag')]).toEqual([200, headers.get('etag')])
    expect((await maren.put('/api/recipes/by-http', recipe, { 'if-match': '"other"' })).status).toBe(412)
  })
  it('are refused with the path of what is wrong', async () => {
    const wrong = await maren.put<{ errors: { path: string; message: string }[] }>('/api/recipes/wrong', {
      ...recipe,
      code: 'wrong',
      steps: [
        {
          kind: 'summary',
          instruction: '<p><data value="step:description"></data> <data value="attribute:nothing"></data></p>',
        },
        { kind: 'summary', instruction: '' },
      ],
    })
    expect(wrong.status).toBe(422)
    expect(wrong.body.errors.map((e) => e.path)).toEqual([
      'steps[0].instruction',
      'steps[1].kind',
      'steps[0].instruction',
    ])
    expect((await maren.put('/api/recipes/wrong', { ...recipe, code: 'wrong', steps: [] })).status).toBe(422)
  })
  it('are tried on a few products, and nothing is kept', async () => {
    const { status, body } = await luc.post<{
      items: { sku: string; steps: { kind: string; text: string; texts: { attribute: string; value: string }[] }[] }[]
    }>('/api/recipes/trial', { recipe, skus: ['PE-1818', 'TW-4410'], storefront: 'de', language: 'de-DE' })
    expect(status).toBe(200)
    expect(body.items.map((i) => i.sku)).toEqual(['PE-1818', 'TW-4410'])
    expect(body.items[0]!.steps[0]!.text).toContain('Volumen: 18')
    expect(body.items[0]!.steps[1]!.texts[0]!.value).toMatch(/^Gepäckträgertasche aus verschweißter/)
    expect(
      (await luc.post('/api/recipes/trial', { recipe, skus: ['NOTHING'], storefront: 'de', language: 'de-DE' })).status,
    ).toBe(422)
    expect(
      (
        await luc.post<{ detail: string }>('/api/recipes/trial', {
          recipe,
          skus: ['PE-1818'],
          storefront: 'jp',
          language: 'ja-JP',
        })
      ).body.detail,
    ).toMatch(/does not write ja-JP/)
  })
  it(
    'run over what a filter finds; suggestions wait, are decided once, and are put into products only ' + 'then',
    async () => {
      const body = {
        editions: [{ storefront: 'be', language: 'fr-BE' }],
        what: 'all',
        filter: { field: 'sku', is: 'one-of', value: ['PE-1818', 'PE-1822', 'PE-1825'] },
      }
      expect((await luc.post('/api/recipes/by-http/runs', body)).status).toBe(403)
      expect((await maren.post('/api/recipes/nothing/runs', body)).status).toBe(404)
      expect((await maren.post('/api/recipes/by-http/runs/preview', body)).body).toMatchObject({
        products: 3,
        thin: 0,
        sample: 3,
      })
      const { status, body: job } = await maren.post<{ id: string }>('/api/recipes/by-http/runs', body)
      expect(status).toBe(202)
      const done = await ended(job.id)
      expect(done).toMatchObject({ state: 'done', result: { suggestions: 3 } })
      const { items, count } = await list(`run=${done.result!.run}`)
      expect(count).toBe(3)
      expect(items[0]).toMatchObject({
        attribute: 'summary',
        language: 'fr-BE',
        state: 'open',
        now: null,
        run: { origin: 'recipe' },
      })
      expect(
        (await maren.get<{ items: { key: string; open: number }[] }>(`/api/suggestions/groups?by=run`)).body.items.find(
          (g) => g.key === String(done.result!.run),
        ),
      ).toMatchObject({ open: 3 })
      const [first, second, third] = items as [Suggested, Suggested, Suggested]
      // Luc translates into French of Switzerland, not of Belgium.
      expect(
        (
          await luc.post<{ failedCount: number }>('/api/suggestions/decisions', {
            decisions: [{ id: first.id, do: 'accept' }],
          })
        ).body.failedCount,
      ).toBe(1)
      const decided = await maren.post('/api/suggestions/decisions', {
        decisions: [
          { id: first.id, do: 'accept', now: first.now },
          { id: second.id, do: 'accept', value: 'Une sacoche.' },
          { id: third.id, do: 'refuse' },
        ],
      })
      expect(decided.body).toMatchObject({ accepted: 2, refused: 1, failedCount: 0 })
      const values = (
        await maren.get<{ values: { attribute: string; language: string; value: string }[] }>(
          `/api/products/${second.sku}`,
        )
      ).body.values
      expect(values.find((v) => v.attribute === 'summary' && v.language === 'fr-BE')?.value).toBe('Une sacoche.')
      expect((await list(`run=${done.result!.run}&state=decided`)).items.map((s) => s.state).sort()).toEqual([
        'accepted',
        'edited',
        'refused',
      ])
      expect(
        (
          await maren.post('/api/suggestions/decisions', {
            decisions: [{ id: first.id, do: 'accept' }],
            all: { do: 'accept' },
          })
        ).status,
      ).toBe(422)
      expect((await maren.drop('/api/recipes/by-http')).status).toBe(204)
      expect((await list(`run=${done.result!.run}&state=decided`)).count).toBe(3)
    },
  )
})

describe('other suggestions by HTTP', () => {
  it('come from photos and from the data pool', async () => {
    const { body: photos } = await maren.post<{ id: string }>('/api/photo-readings', {
      storefront: 'uk',
      language: 'en-GB',
      filter: { field: 'type', is: 'equals', value: 'bottle-cage' },
    })
    expect(await ended(photos.id)).toMatchObject({ state: 'done' })
    const { body: pool } = await maren.post<{ id: string }>('/api/data-pool/suggestions', {})
    const done = await ended(pool.id)
    expect(done.state).toBe('done')
    expect(done.result!.suggestions).toBeGreaterThan(0)
    const { items } = await list(`run=${done.result!.run}`)
    expect(items.every((s) => s.run.origin === 'data-pool' && s.value !== null)).toBe(true)
    expect((await maren.get<{ open: number }>('/api/suggestions/waiting')).body.open).toBeGreaterThanOrEqual(
      items.length,
    )
  })
})

describe('search texts by HTTP', () => {
  it('are said for an edition, and slugs lead to their product', async () => {
    const at = '/api/products/PE-9010'
    const { body } = await maren.get<{ slug: { text: string; from: string } }>(
      `${at}/search-texts?storefront=de&language=de-DE`,
    )
    expect(body.slug).toMatchObject({ from: 'made', text: expect.stringMatching(/-pe-9010$/) as string })
    for (const slug of ['erster', 'zweiter'])
      expect(
        (
          await maren.patch(
            at,
            { values: [{ attribute: 'slug', language: 'de-DE', value: slug }] },
            { 'if-match': '*' },
          )
        ).status,
      ).toBe(200)
    expect((await luc.get('/api/slugs/de/de-DE/erster')).body).toEqual({
      sku: 'PE-9010',
      slug: 'zweiter',
      redirect: true,
    })
    const redirects = await luc.get<{ items: object[] }>('/api/redirects?storefront=de&language=de-DE')
    // Other products have redirects too, by other tests.
    expect(redirects.body.items).toContainEqual({ from: 'erster', to: 'zweiter', sku: 'PE-9010' })
    expect(
      (
        await maren.patch<{ errors: { message: string }[] }>(
          '/api/products/PE-9020',
          { values: [{ attribute: 'slug', language: 'de-DE', value: 'zweiter' }] },
          { 'if-match': '*' },
        )
      ).body.errors[0]!.message,
    ).toMatch(/PE-9010 has the slug/)
    expect(
      (
        await maren.patch(
          '/api/products/PE-9020',
          { values: [{ attribute: 'slug', language: 'de-DE', value: '防水' }] },
          { 'if-match': '*' },
        )
      ).status,
    ).toBe(422)
    expect((await luc.get('/api/slugs/de/de-DE/keiner')).status).toBe(404)
  })
})
