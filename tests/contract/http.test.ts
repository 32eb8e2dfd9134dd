import { beforeAll, describe, expect, it } from 'vitest'
import { Client, base, password, signedIn } from './client'

let maren: Client
let luc: Client
let ada: Client
beforeAll(async () => {
  ;[maren, luc, ada] = await Promise.all([signedIn('manager'), signedIn('translator'), signedIn('administrator')])
})
const nobody = new Client()
const problem = (status: number) => ({
  type: expect.any(String),
  title: expect.any(String),
  status,
  detail: expect.stringMatching(/\w{3}/),
})
type Listed = { items: { sku: string }[]; next: string | null; count: number }

describe('health and errors', () => {
  it('says that it can serve', async () => {
    expect(await nobody.get('/api/health')).toMatchObject({
      status: 200,
      body: { status: 'ok', database: 'ok', version: expect.stringMatching(/^\d+\.\d+/) },
    })
  })
  it.each(['/api/nothing', '/api/products/x/y/z', '/delivery/uk/en-GB/products/none', '/delivery/x'])(
    'answers %s with a problem document, not with a page',
    async (path) => {
      const { status, body, headers } = await maren.get(path)
      expect([status, headers.get('content-type')]).toEqual([404, expect.stringContaining('application/problem+json')])
      expect(body).toEqual(expect.objectContaining(problem(404)))
    },
  )
  it('answers what is no JSON with 400 or 422, never 500', async () => {
    for (const text of ['{', '[1', 'null', '"x"']) {
      const { status, body } = await maren.ask('POST', '/api/reach', {
        text,
        headers: { 'content-type': 'application/json' },
      })
      expect([400, 422], text).toContain(status)
      expect(body).toEqual(expect.objectContaining(problem(status)))
    }
  })
  it('describes itself in OpenAPI 3.1, with every path that the contract names', async () => {
    const { body } = await nobody.get<{
      openapi: string
      paths: Record<string, Record<string, { requestBody?: unknown; responses: object }>>
    }>('/api/openapi.json')
    expect(body.openapi).toBe('3.1.0')
    expect(Object.keys(body.paths)).toEqual(
      expect.arrayContaining([
        '/api/health',
        '/api/session',
        '/api/products',
        '/api/products/{sku}',
        '/api/products/{sku}/resolved',
        '/api/products/{sku}/facts',
        '/api/imports',
        '/api/reach',
        '/api/reach/explain',
        '/api/proof/{sku}',
        '/api/attributes/{code}',
        '/api/product-types/{code}',
        '/api/storefronts/{code}',
        '/api/pieces/{code}',
        '/api/assignments/{code}',
        '/api/openapi.json',
      ]),
    )
    const patch = body.paths['/api/products/{sku}']!.patch!
    expect(JSON.stringify(patch.requestBody)).toContain('"stock"')
    expect(Object.keys(patch.responses)).toEqual(
      expect.arrayContaining(['200', '401', '403', '404', '412', '422', '428']),
    )
  })
})

describe('signing in', () => {
  it('is asked of everybody: 401 as a problem document', async () => {
    for (const [method, path] of [
      ['GET', '/api/products'],
      ['PATCH', '/api/products/PE-1830'],
      ['POST', '/api/imports?mode=check'],
      ['GET', '/api/session'],
      ['PUT', '/api/pieces/x'],
    ] as const) {
      expect(await nobody.ask(method, path, method === 'GET' ? {} : { json: {} }), path).toMatchObject({
        status: 401,
        body: problem(401),
      })
    }
  })
  it('refuses a wrong password without saying which part was wrong', async () => {
    const [known, unknown] = await Promise.all([
      nobody.post('/api/session', { email: password('manager').email, password: 'x' }),
      nobody.post('/api/session', { email: 'nobody@tarnwheel.example', password: 'x' }),
    ])
    expect([known.status, unknown.status]).toEqual([401, 401])
    expect(known.body).toEqual(unknown.body)
  })
  it('gives a signed cookie that scripts cannot read, takes no other, and ends with it', async () => {
    const client = new Client()
    const { headers, body } = await client.post('/api/session', {
      email: password('manager').email,
      password: password('manager').password,
    })
    expect(headers.get('set-cookie')).toMatch(/HttpOnly/i)
    expect(headers.get('set-cookie')).toMatch(/SameSite=Lax/i)
    expect(JSON.stringify(body)).not.toMatch(/password|hash/i)
    expect((await client.get('/api/session')).body).toMatchObject({ person: { email: password('manager').email } })
    const { cookie } = client
    client.cookie = cookie.replace(/=(.)/, (_, first: string) => `=${first === 'a' ? 'b' : 'a'}`)
    expect((await client.get('/api/session')).status).toBe(401)
    client.cookie = cookie
    expect((await client.ask('DELETE', '/api/session')).status).toBe(204)
    client.cookie = cookie
    expect((await client.get('/api/session')).status).toBe(401)
  })
  it('refuses a write that another site could have sent', async () => {
    expect(
      await maren.patch('/api/products/PE-1830', { stock: 1 }, { 'If-Match': '*', origin: 'https://evil.example' }),
    ).toMatchObject({ status: 403 })
    const { body } = await maren.get<{ token: string }>('/api/session')
    expect(
      (
        await maren.patch(
          '/api/products/PE-1830',
          { stock: 11 },
          { 'If-Match': '*', origin: base, 'x-inkloom-token': body.token },
        )
      ).status,
    ).toBe(200)
  })
  it('works by personal token, which can be ended', async () => {
    const { status, body } = await maren.post<{ id: string; secret: string }>('/api/tokens', { name: 'export job' })
    expect(status).toBe(201)
    const bearer = { authorization: `Bearer ${body.secret}` }
    expect((await nobody.get('/api/products?limit=1', bearer)).status).toBe(200)
    expect((await maren.get('/api/tokens')).body).toMatchObject({ items: [{ id: body.id, name: 'export job' }] })
    expect(JSON.stringify((await maren.get('/api/tokens')).body)).not.toContain(body.secret)
    expect((await luc.ask('DELETE', `/api/tokens/${body.id}`)).status).toBe(404)
    expect((await maren.ask('DELETE', `/api/tokens/${body.id}`)).status).toBe(204)
    expect((await nobody.get('/api/products?limit=1', bearer)).status).toBe(401)
  })
  it('does not let people do what is not theirs: 403', async () => {
    const { body: piece } = await maren.get('/api/pieces/rack-fit')
    const refused = [
      luc.patch('/api/products/PE-1830', { stock: 2 }, { 'If-Match': '*' }),
      luc.put('/api/pieces/rack-fit', piece),
      maren.put('/api/storefronts/uk', {}),
      luc.put('/api/attributes/weight', {}),
      luc.ask('POST', '/api/imports?mode=check', { text: 'sku\n', headers: { 'content-type': 'text/csv' } }),
    ]
    for (const r of await Promise.all(refused)) expect(r).toMatchObject({ status: 403, body: problem(403) })
  })
})

describe('products', () => {
  it('come by SKU order, page by page', async () => {
    const seen: string[] = []
    for (let cursor: string | null = ''; cursor !== null;) {
      const { body }: { body: Listed } = await maren.get<Listed>(
        `/api/products?limit=20${cursor ? `&cursor=${encodeURIComponent(cursor)}` : ''}`,
      )
      seen.push(...body.items.map((i) => i.sku))
      cursor = body.next
    }
    expect(seen).toEqual([...seen].sort())
    expect(new Set(seen).size).toBe(seen.length)
    expect(seen.length).toBeGreaterThanOrEqual(80)
    expect((await maren.get<Listed>('/api/products?q=PE-1830')).body.items.map((i) => i.sku)).toEqual(['PE-1830'])
    expect(await maren.get('/api/products?limit=0')).toMatchObject({
      status: 422,
      body: { errors: [{ path: 'limit' }] },
    })
  })
  it('are read with every stored value, and changed by version', async () => {
    const { body, headers } = await maren.get<{ sku: string; values: { attribute: string }[] }>('/api/products/PE-1822')
    const tag = headers.get('etag')!
    expect(body.values).toEqual(
      expect.arrayContaining([
        { attribute: 'volume', storefront: null, language: null, value: { value: 22, unit: 'L' } },
      ]),
    )
    expect(await maren.patch('/api/products/PE-1822', { stock: 3 })).toMatchObject({ status: 428, body: problem(428) })
    const changed = await maren.patch('/api/products/PE-1822', { stock: 3 }, { 'If-Match': tag })
    expect(changed).toMatchObject({ status: 200, body: { stock: 3 } })
    expect(changed.headers.get('etag')).not.toBe(tag)
    expect(await maren.patch('/api/products/PE-1822', { stock: 4 }, { 'If-Match': tag })).toMatchObject({
      status: 412,
      body: problem(412),
    })
    expect(await maren.patch('/api/products/PE-1822', { stock: -4 }, { 'If-Match': '*' })).toMatchObject({
      status: 422,
      body: { errors: [{ path: 'stock' }] },
    })
    expect(await maren.get('/api/products/none')).toMatchObject({ status: 404, body: problem(404) })
  })
  it('are read as an edition resolves them, and as rules see them', async () => {
    const { body } = await maren.get<{ items: { attribute: string }[] }>(
      '/api/products/PE-1822/resolved?storefront=ch&language=it-CH',
    )
    expect(body.items.find((i) => i.attribute === 'summary')).toMatchObject({
      origin: 'fallback',
      language: 'en-GB',
      counts: false,
    })
    expect(body.items.find((i) => i.attribute === 'volume')).toMatchObject({
      origin: 'own',
      language: null,
      counts: true,
    })
    expect(await maren.get('/api/products/PE-1822/resolved?storefront=uk&language=it-CH')).toMatchObject({
      status: 422,
    })
    const facts = await maren.get('/api/products/KZ-1100/facts?storefront=ch&group=club&at=2030-11-25T12:00:00Z')
    expect(facts.body).toMatchObject({
      type: 'helmet',
      currency: 'CHF',
      category: ['helmets', 'clothing'],
      variants: expect.arrayContaining([
        expect.objectContaining({ 'attribute:size': expect.any(String), type: 'helmet' }),
      ]),
    })
    expect(await maren.get('/api/products/PE-1822/facts?storefront=xx')).toMatchObject({ status: 422 })
  })
})

describe('imports', () => {
  const send = (csv: string, mode: string, client = maren, headers: Record<string, string> = {}) =>
    client.ask('POST', `/api/imports?mode=${mode}`, { text: csv, headers: { 'content-type': 'text/csv', ...headers } })
  it('check, apply, and report by line', async () => {
    const csv =
      'sku,type,name,weight,price@ch\nHTTP-1,pannier,From a program,1.2 kg,59.90\nHTTP-2,pannier,Bad,heavy,1\n'
    const checked = await send(csv, 'check')
    expect(checked).toMatchObject({
      status: 200,
      body: {
        rows: 2,
        created: 1,
        updated: 0,
        unchanged: 0,
        rejected: [{ row: 3, column: 'weight', value: 'heavy', code: 'not-a-measure', message: expect.any(String) }],
      },
    })
    expect((await maren.get('/api/products/HTTP-1')).status).toBe(404)
    expect(await send(csv, 'apply')).toMatchObject({ body: { applied: false } })
    expect((await maren.get('/api/products/HTTP-1')).status).toBe(404)
    expect(await send(csv.replace('heavy', '900 g'), 'apply')).toMatchObject({
      status: 200,
      body: { created: 2, applied: true, rejected: [] },
    })
    expect((await maren.get('/api/products/HTTP-1')).body).toMatchObject({
      type: 'pannier',
      prices: [{ storefront: 'ch', amount: 59.9 }],
    })
    expect(await send(csv.replace('heavy', '900 g'), 'apply')).toMatchObject({ body: { unchanged: 2 } })
  })
  it('answer what is no CSV with a report, and other types with 415', async () => {
    expect(await send('sku,name\nA,"open\n', 'check')).toMatchObject({
      status: 200,
      body: { rejected: [{ row: 2, code: 'broken-quotes' }] },
    })
    expect(await send('', 'check')).toMatchObject({ body: { rejected: [{ code: 'empty-file' }] } })
    expect(
      (
        await maren.ask('POST', '/api/imports?mode=check', {
          text: '{}',
          headers: { 'content-type': 'application/json' },
        })
      ).status,
    ).toBe(415)
    expect((await send('sku\n', 'perhaps')).status).toBe(422)
  })
  it('can be waited for elsewhere', async () => {
    const { status, body, headers } = await send('sku,stock\nHTTP-1,9\n', 'apply', maren, { prefer: 'respond-async' })
    expect([status, headers.get('location')]).toEqual([202, `/api/jobs/${String(body.id)}`])
    for (let i = 0; i < 100; i++) {
      const job = await maren.get(`/api/jobs/${String(body.id)}`)
      if (job.body.state === 'done') return expect(job.body).toMatchObject({ result: { updated: 1 } })
      await new Promise((r) => setTimeout(r, 100))
    }
    throw new Error('The job did not end.')
  })
})

describe('reach and proof', () => {
  const condition = {
    all: [
      { field: 'type', is: 'equals', value: 'pannier' },
      { field: 'price', is: 'below', value: '100 CHF' },
    ],
  }
  const lens = { storefront: 'ch' }
  it('find by condition and by JsonLogic alike, in SKU order', async () => {
    const byCondition = await maren.post<{ skus: string[]; count: number }>('/api/reach', { condition, lens })
    const byLogic = await maren.post('/api/reach', {
      logic: {
        and: [
          { '==': [{ var: 'type' }, 'pannier'] },
          { some: [{ var: 'variants' }, { '<': [{ var: 'price' }, 100] }] },
        ],
      },
      lens,
    })
    expect(byLogic.body).toEqual(byCondition.body)
    expect(byCondition.body.count).toBe(byCondition.body.skus.length)
    expect(byCondition.body.skus).toContain('PE-1818')
    expect(await maren.post('/api/reach', { condition, logic: true })).toMatchObject({ status: 422 })
    expect(await maren.post('/api/reach', { logic: { '<': [{ var: 'price' }, 100] }, lens })).toMatchObject({
      status: 422,
      body: { errors: [{ path: 'logic', message: expect.stringContaining('{"some": [{"var": "variants"}') }] },
    })
    expect(
      await maren.post('/api/reach', { condition: { all: [{ field: 'price', is: 'below', value: 3 }] } }),
    ).toMatchObject({ status: 422, body: { errors: [{ path: 'condition.all[0]' }] } })
  })
  it('explain condition by condition', async () => {
    const { body } = await maren.post('/api/reach/explain', { condition, lens, sku: 'PE-1835' })
    expect(body).toMatchObject({
      met: false,
      explanation: {
        kind: 'all',
        met: false,
        children: [
          { field: 'type', met: true, value: 'pannier' },
          { field: 'price', met: false, value: 145 },
        ],
      },
    })
    expect((await maren.post('/api/reach/explain', { condition, sku: 'none' })).status).toBe(404)
  })
  it('explain an assignment’s whole reach', async () => {
    const asked = (sku: string, assignment = 'rack-fit-on-panniers') =>
      maren.post('/api/reach/explain', { assignment, sku, lens })
    expect((await asked('PE-1830')).body).toMatchObject({ met: true, reason: 'rule', explanation: { met: true } })
    const { body } = await asked('KZ-1100')
    expect(body).toMatchObject({
      met: false,
      reason: 'not-met',
      sentence: expect.stringMatching(/pannier/i),
      explanation: { met: false },
    })
    expect((await asked('PE-1830', 'none')).status).toBe(404)
    expect((await maren.post('/api/reach/explain', { assignment: 'x', condition, sku: 'PE-1830' })).status).toBe(422)
  })
  it('show the page with its reasons, and what is left out', async () => {
    const { body } = await maren.get<{
      areas: Record<string, { piece: string }[]>
      left_out: { piece: string; area: string; reason: string }[]
    }>('/api/proof/PE-1830?storefront=ch&language=fr-CH&group=workshop')
    expect(body.areas.details!.find((p) => p.piece === 'rack-fit')).toMatchObject({
      kind: 'tab',
      title: 'Porte-bagages adaptés',
      html: expect.stringContaining('16\u202fmm'),
      because: { reach: 'rule', explanation: { met: true } },
    })
    expect(body.left_out).toEqual(
      expect.arrayContaining([
        expect.objectContaining({
          piece: 'mounting',
          area: 'details',
          reason: expect.stringContaining('its text comes from “Mounting'),
        }),
      ]),
    )
    expect(JSON.stringify(body)).toContain('96.00')
    expect(await maren.get('/api/proof/PE-1830?storefront=ch&language=xx')).toMatchObject({ status: 422 })
    expect(await maren.get('/api/proof/PE-1830?storefront=ch&language=fr-CH&at=yesterday')).toMatchObject({
      status: 422,
      body: { errors: [{ path: 'at' }] },
    })
  })
})

describe('exports', () => {
  it('are files that an import reads as no change', async () => {
    const answer = await maren.post<string>('/api/exports', {
      format: 'csv',
      filter: { field: 'type', is: 'equals', value: 'helmet' },
    })
    expect([answer.status, answer.headers.get('content-type'), answer.headers.get('content-disposition')]).toEqual([
      200,
      'text/csv; charset=utf-8; header=present',
      expect.stringMatching(/^attachment; filename="products-\d{4}-\d\d-\d\d\.csv"$/),
    ])
    const csv = answer.body
    const { body } = await maren.ask('POST', '/api/imports?mode=apply', {
      text: csv,
      headers: { 'content-type': 'text/csv' },
    })
    expect(body).toMatchObject({ created: 0, updated: 0, rejected: [] })
    expect((body as { unchanged: number }).unchanged).toBe(csv.trimEnd().split('\r\n').length - 1)
  })
  it('are refused for a format or a column that there is not', async () => {
    expect(await maren.post('/api/exports', { format: 'pdf' })).toMatchObject({
      status: 422,
      body: { errors: [{ path: 'format' }] },
    })
    expect(await maren.post('/api/exports', { format: 'csv', columns: ['sku', 'nothing'] })).toMatchObject({
      status: 422,
      body: { errors: [{ path: 'columns[1]' }] },
    })
  })
})

describe('what clients of HTTP expect', () => {
  it('what they have already is not sent again', async () => {
    for (const at of ['/api/products/PE-1830', '/api/pieces/rack-fit']) {
      const tag = (await maren.get(at)).headers.get('etag')!
      for (const has of [tag, `W/${tag}`, `"other", ${tag}`, '*']) {
        const again = await maren.get(at, { 'If-None-Match': has })
        expect([again.status, again.body, again.headers.get('etag')], has).toEqual([304, '', tag])
      }
      expect((await maren.get(at, { 'If-None-Match': '"other"' })).status).toBe(200)
    }
  })
  it('HEAD answers as GET, without a body', async () => {
    const get = await maren.get('/api/products/PE-1830')
    const head = await maren.ask('HEAD', '/api/products/PE-1830')
    expect([head.status, head.headers.get('etag'), head.body]).toEqual([200, get.headers.get('etag'), ''])
    expect((await maren.ask('HEAD', '/api/products/none')).status).toBe(404)
    expect((await new Client().ask('HEAD', '/api/products/PE-1830')).status).toBe(401)
  })
  it('OPTIONS and 405 say which methods there are', async () => {
    const options = await maren.ask('OPTIONS', '/api/pieces/rack-fit')
    expect([options.status, options.headers.get('allow')]).toEqual([204, 'DELETE, GET, HEAD, OPTIONS, PUT'])
    const wrong = await maren.post('/api/pieces/rack-fit', {})
    expect([wrong.status, wrong.headers.get('allow')]).toEqual([405, 'DELETE, GET, HEAD, OPTIONS, PUT'])
    expect(wrong.headers.get('content-type')).toBe('application/problem+json')
    expect((await maren.ask('DELETE', '/api/storefronts/uk')).status).toBe(405)
    expect((await maren.post('/api/no-such-thing', {})).status).toBe(404)
  })
})

describe('set-up as files', () => {
  it.each([
    ['attributes', 'weight'],
    ['product-types', 'pannier'],
    ['storefronts', 'ch'],
    ['pieces', 'rack-fit'],
    ['assignments', 'rack-fit-on-panniers'],
  ])('%s: a PUT of what a GET gave changes nothing', async (kind, code) => {
    const { body, headers } = await ada.get(`/api/${kind}/${code}`)
    const put = await ada.put(`/api/${kind}/${code}`, body, { 'If-Match': headers.get('etag')! })
    expect([put.status, put.headers.get('etag')]).toEqual([200, headers.get('etag')])
    expect(put.body).toEqual(body)
    expect((await ada.put(`/api/${kind}/${code}`, body, { 'If-Match': '"old"' })).status).toBe(412)
    expect((await ada.get(`/api/${kind}/none`)).status).toBe(404)
    // Who does not say which version is written over, or deleted, is asked.
    const unsaid = await ada.put(`/api/${kind}/${code}`, body)
    expect([unsaid.status, unsaid.headers.get('content-type')]).toEqual([428, 'application/problem+json'])
    expect((await ada.put(`/api/${kind}/${code}`, body, { 'If-Match': `W/${headers.get('etag')!}` })).status).toBe(200)
    if (kind !== 'storefronts') {
      expect((await ada.ask('DELETE', `/api/${kind}/${code}`)).status).toBe(428)
      const old = await ada.ask('DELETE', `/api/${kind}/${code}`, { headers: { 'If-Match': '"old"' } })
      expect(old.status).toBe(412)
    }
    const away = await ada.put(`/api/${kind}/no-longer`, { ...body, code: 'no-longer' }, { 'If-Match': '"old"' })
    expect(away.status).toBe(412)
  })
  it('make a piece and an assignment that stand on the page at once', async () => {
    const made = await maren.put('/api/pieces/http-note', {
      code: 'http-note',
      kind: 'tab',
      name: 'A note',
      texts: [
        { language: 'en-GB', title: 'From a program', body: '<p>Holds <data value="attribute:volume"></data></p>' },
      ],
    })
    expect(made.status).toBe(201)
    const reach = { base: 'rule', rule: { field: 'sku', is: 'equals', value: 'pe-1818' } }
    expect(
      (
        await maren.put('/api/assignments/http-note', {
          code: 'http-note',
          name: 'A note',
          pieces: ['http-note'],
          reach,
        })
      ).status,
    ).toBe(201)
    const { body } = await maren.get<{ areas: Record<string, { piece: string; html: string }[]> }>(
      '/api/proof/PE-1818?storefront=uk&language=en-GB',
    )
    expect(body.areas.details!.find((p) => p.piece === 'http-note')?.html).toMatch(
      /^<p>Holds <data value="attribute:volume">18\sl<\/data><\/p>$/,
    )
    expect(
      (
        await maren.put(
          '/api/assignments/http-note',
          { code: 'http-note', name: 'A note', pieces: ['http-note'], reach, resting: true },
          { 'If-Match': '*' },
        )
      ).status,
    ).toBe(200)
  })
})
