import { beforeAll, describe, expect, it } from 'vitest'
import { signedIn, type Client } from './client'

let maren: Client
let luc: Client
beforeAll(async () => {
  ;[maren, luc] = [await signedIn('manager'), await signedIn('translator')]
})

const fr = { storefront: 'ch', language: 'fr-CH' }
const query = (o: object) => new URLSearchParams(Object.entries(o).map(([k, v]) => [k, String(v)])).toString()
interface Segment {
  text: string
  target: string | null
  state: string
  placeholders: unknown[]
}
interface Desk {
  title: string
  units: { unit: string; state: string | null; target: unknown; segments: Segment[] }[]
}
const desk = async (record: string, edition = fr) =>
  (await luc.get<Desk>(`/api/translations/units?${query({ ...edition, record })}`)).body
/** Waits for a job's end. */
async function ended<T>(id: string) {
  for (let i = 0; i < 300; i++) {
    const { body } = await maren.get<{ state: string; result: T; error: string | null }>(`/api/jobs/${id}`)
    if (['done', 'failed', 'cancelled'].includes(body.state)) return body
    await new Promise((r) => setTimeout(r, 100))
  }
  throw new Error('The job did not end.')
}

describe('units by HTTP', () => {
  it('are read segment by segment, and saved over what was seen', async () => {
    const { units } = await desk('product:TW-4410')
    const summary = units.find((u) => u.unit === 'attribute:name')!
    const { text, target } = summary.segments[0]!
    const change = (base: string | null, to: string) => ({
      ...fr,
      record: 'product:TW-4410',
      units: [{ unit: 'attribute:name', segments: [{ index: 0, source: text, base, target: to, state: 'reviewed' }] }],
    })
    const { status, body } = await luc.put<Desk>('/api/translations/units', change(target, 'Un nom tout neuf'))
    expect([status, body.units.find((u) => u.unit === 'attribute:name')]).toMatchObject([
      200,
      { target: 'Un nom tout neuf', state: 'reviewed' },
    ])
    const refused = await luc.put('/api/translations/units', change('something else', 'x'))
    expect([refused.status, refused.headers.get('content-type')]).toEqual([412, 'application/problem+json'])
    expect((await luc.put('/api/translations/units', { ...change(target, 'x'), language: 'it-CH' })).status).toBe(403)
    expect(
      (
        await luc.put('/api/translations/units', {
          ...fr,
          record: 'product:TW-4410',
          units: [{ unit: 'attribute:name' }],
        })
      ).status,
    ).toBe(422)
    expect((await luc.get(`/api/translations/units?${query({ ...fr, record: 'product:NOT-THERE' })}`)).status).toBe(404)
  })
  it('are listed as work, by kind, and counted for every edition', async () => {
    const { body } = await luc.get<{
      items: { record: string; missing: number }[]
      count: number
      total: { texts: number }
    }>(`/api/translations/work?${query({ ...fr, kinds: 'storefront', show: 'all' })}`)
    expect(body).toMatchObject({ count: 1, items: [{ record: 'storefront:ch' }] })
    const { body: all } = await luc.get<{ items: { language: string; states: Record<string, number> }[] }>(
      '/api/translations/progress',
    )
    expect(all.items.map((i) => i.language)).toEqual(expect.arrayContaining(['fr-CH', 'ja-JP', 'ar-AE']))
    const { body: page } = await luc.get<{ items: { record: string }[] }>(
      `/api/translations/work?${query({ ...fr, page: 'PE-1830', show: 'all' })}`,
    )
    expect(page.items.map((i) => i.record)).toEqual(
      expect.arrayContaining(['product:PE-1830', 'piece:rack-fit', 'category:roll-top']),
    )
    const { body: along } = await luc.get<{ items: { sku: string; left: unknown[] }[] }>(
      `/api/translations/carried-over?${query({ ...fr, q: 'PE-1830', limit: 5 })}`,
    )
    expect(along.items).toMatchObject([{ sku: 'PE-1830' }])
  })
  it('of a storefront are its phrases and menu, which travel with it', async () => {
    const { body } = await maren.get<{ menu: { code: string }[]; phrases: object }>('/api/storefronts/ch')
    expect(body.menu.map((m) => m.code)).toContain('help')
    const { units } = await desk('storefront:ch')
    expect(units.map((u) => u.unit)).toEqual(
      expect.arrayContaining(['phrase:choose-size', 'menu:help', 'part:description']),
    )
  })
})

describe('the memory and the glossary by HTTP', () => {
  it('give matches with their scores, and take TMX', async () => {
    const tmx =
      '<tmx version="1.4"><header srclang="en-GB"/><body><tu><tuv xml:lang="en-GB"><seg>Turn the thumb ' +
      'screw twice to the left</seg></tuv><tuv xml:lang="fr-CH"><seg>Tournez deux fois la molette vers la ' +
      'gauche</seg></tuv></tu></body></tmx>'
    expect(
      (await luc.ask('POST', '/api/memory/import', { text: tmx, headers: { 'content-type': 'application/x-tmx+xml' } }))
        .status,
    ).toBe(403)
    expect(
      (
        await maren.ask('POST', '/api/memory/import', {
          text: tmx,
          headers: { 'content-type': 'application/x-tmx+xml' },
        })
      ).body,
    ).toMatchObject({ read: 1, added: 1 })
    const { body } = await luc.get<{ items: { score: number; target: { text: string } }[] }>(
      `/api/memory/matches?${query({ source: 'Turn the thumb screw twice to the right', to: 'fr-CH' })}`,
    )
    expect(body.items[0]).toMatchObject({ score: 87, target: { text: 'Tournez deux fois la molette vers la gauche' } })
    expect(
      (await luc.get(`/api/memory/matches?${query({ source: 'x', to: 'fr-CH', placeholders: '{' })}`)).status,
    ).toBe(422)
    const out = await luc.get<string>('/api/memory/export')
    expect([out.headers.get('content-type'), out.body]).toEqual([
      'application/x-tmx+xml; charset=utf-8',
      expect.stringContaining('thumb screw'),
    ])
  })
  it('terms travel whole; a PUT of what a GET gave changes nothing', async () => {
    const { body, headers } = await maren.get('/api/glossary/rack')
    expect(
      (await maren.put('/api/glossary/rack', body, { 'if-match': headers.get('etag')! })).headers.get('etag'),
    ).toBe(headers.get('etag'))
    expect((await luc.put('/api/glossary/rack', body)).status).toBe(403)
    expect(
      (await maren.put('/api/glossary/rack', { ...body, languages: { fr: { term: 'x' } } }, { 'If-Match': '*' }))
        .status,
    ).toBe(422)
    expect((await maren.ask<string>('GET', '/api/glossary-file')).body.split('\r\n')[0]).toMatch(
      /^code,part-of-speech,note,ar,ar:forbidden/,
    )
  })
})

describe('files and machines by HTTP', () => {
  const locks = { field: 'type', is: 'equals', value: 'lock' }
  it.each(['xliff-2.1', 'xliff-1.2'])('%s goes out by a filter and comes back as no change', async (format) => {
    const out = await luc.ask<string>('POST', '/api/translations/export', {
      json: { target: fr, format, filter: locks },
    })
    expect([out.status, out.headers.get('content-disposition')]).toEqual([
      200,
      expect.stringMatching(/ch-fr-CH-.*\.xlf/),
    ])
    const back = await luc.ask('POST', '/api/translations/import', {
      text: out.body,
      headers: { 'content-type': 'application/xliff+xml' },
    })
    expect(back.body).toMatchObject({ taken: 0, refused: [] })
  })
  it('what cannot be read is refused as a whole, with the line', async () => {
    const { status, body } = await luc.ask('POST', '/api/translations/import', {
      text: '<xliff version="2.1" srcLang="en">\n<file>\n</xliff>',
      headers: { 'content-type': 'application/xliff+xml' },
    })
    expect([status, body]).toMatchObject([422, { detail: expect.stringContaining('line 3') }])
  })
  it('translates beforehand, weighs and checks in the queue', async () => {
    const asked = { target: fr, filter: locks, show: 'missing' }
    const run = async <T>(path: string, more = {}) =>
      (await ended<T>((await luc.post<{ id: string }>(path, { ...asked, ...more })).body.id)).result
    const before = await run<{ weighted: number; words: number; segments: number }>('/api/translations/effort')
    expect(before.weighted).toBeLessThanOrEqual(before.words)
    const report = await run<{ segments: number; byMachine: number; fromMemory: number; left: number; step: number }>(
      '/api/translations/pretranslations',
    )
    expect(report).toMatchObject({ segments: before.segments, left: 0, fromMemory: report.segments - report.byMachine })
    expect((await run<{ segments: number }>('/api/translations/effort')).segments).toBe(0)
    const checked = await run<{ foundCount: number; counts: { n: number }[] }>('/api/translations/checks', {
      show: 'all',
    })
    expect(checked.foundCount).toBe(checked.counts.reduce((n, c) => n + c.n, 0))
    await maren.post(`/api/steps/${report.step}/undo`, {})
  })
  it('translates single segments and reads them back, and says what it did not know', async () => {
    const { body } = await luc.post<{ items: { text: string; unknown: string[] }[] }>('/api/translations/machine', {
      from: 'en-GB',
      to: 'it-CH',
      segments: [
        {
          text: 'Waterproof bag with <1>roll closure</1>, sturdy',
          placeholders: [{ n: 1, tag: 'strong', attributes: {}, alone: false }],
        },
      ],
    })
    expect(body.items).toEqual([
      { text: 'Impermeabile borsa con <1>chiusura a rotolo</1>, sturdy', unknown: ['sturdy'] },
    ])
    const back = await luc.post<{ items: { text: string }[] }>('/api/translations/machine', {
      from: 'it-CH',
      to: 'en-GB',
      segments: [{ text: 'Borsa con chiusura a rotolo' }],
    })
    expect(back.body.items[0]!.text).toContain('with roll closure')
    expect(
      (await luc.post('/api/translations/machine', { from: 'en-GB', to: 'tlh', segments: [{ text: 'x' }] })).status,
    ).toBe(422)
  })
})
