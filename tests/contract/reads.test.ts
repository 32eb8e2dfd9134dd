import { beforeAll, describe, expect, it } from 'vitest'
import { operations, type Operation } from '@contracts/operations'
import type { MadePreviewLink } from '@contracts/previews'
import { base, type Client, signedIn } from './client'

// Every call that reads, on the demo: the client holds each answer to the contract.

let maren: Client
let ada: Client
beforeAll(async () => {
  ;[maren, ada] = await Promise.all([signedIn('manager'), signedIn('administrator')])
  const until = new Date(Date.now() + 86_400_000).toISOString().slice(0, 10)
  const shared = { audience: 'The test', sku: 'PE-1830', editions: [lens], until }
  named.token = (await maren.post<MadePreviewLink>('/api/previews', shared)).body.address.split('/').at(-1)!
})

const edition = 'storefront=de&language=de-DE'
const lens = { storefront: 'de', language: 'de-DE' }
const named: Record<string, string> = {
  sku: 'PE-1830',
  kind: 'pieces',
  storefront: 'de',
  language: 'de-DE',
  slug: 'none',
  page: 'none',
  category: 'bags',
  id: '1',
  name: 'none.jpg',
}
/** The code of a record that the demo has, by kind. */
const codes: Record<string, string> = {
  attributes: 'weight',
  'product-types': 'pannier',
  categories: 'bags',
  storefronts: 'de',
  pieces: 'mounting',
}

/** What a call is asked with beside its path, where it needs anything. */
const queries: Record<string, string> = {
  listReleases: 'storefront=de',
  compareReleases: 'from=1&to=2',
  listSaved: 'kind=view',
  find: 'q=helmet',
  listRedirects: edition,
  assignmentReaches: 'storefront=de',
  pieceReaches: 'storefront=de',
  listReadiness: edition,
  getResolved: edition,
  searchTexts: edition,
  checkPictures: edition,
  proof: edition,
  proofMoments: edition,
  deliveredProof: edition,
  listUnits: `${edition}&record=product:PE-1830`,
  listWork: edition,
  listCarriedOver: edition,
  translators: 'language=de-DE',
  memoryMatches: 'source=Weight&to=de-DE',
  findPoolItems: 'model=Regn',
  previewPages: edition,
  previewPage: `${edition}&key=PE-1830`,
}
const weight = { field: 'attribute:weight', is: 'present' }
const bodies: Record<string, unknown> = {
  batchProducts: { skus: ['PE-1830', 'none'] },
  knownSkus: { skus: ['pe-1830', 'none'] },
  previewRemoval: { skus: ['PE-1830'] },
  exportProducts: { format: 'csv', filter: { field: 'sku', is: 'equals', value: 'PE-1830' } },
  sheet: { lens, columns: ['name', 'weight'], limit: 3 },
  offeredColumns: { lens },
  reach: { condition: weight, limit: 3 },
  explain: { condition: weight, sku: 'PE-1830' },
  tryAssignment: { reach: { base: 'rule', rule: weight } },
  reachFill: { storefront: 'de' },
  tryProof: lens,
  tryComposedPage: { ...lens, page: { code: 'new', name: 'New' } },
  cloth: {},
  clothRows: { limit: 3 },
  findingsFile: { storefronts: ['de'] },
  tryWords: { words: ['robust'] },
  sameTexts: { field: 'summary', language: 'de-DE' },
  coverage: { storefronts: ['de'] },
  weighWork: { target: lens },
  checkTranslations: { target: lens, page: 'PE-1830' },
  translateSegments: { from: 'en-GB', to: 'de-DE', segments: [{ text: 'Weight' }] },
  exportTranslations: { target: lens, format: 'xliff-2.1', page: 'PE-1830' },
}
/** Bodies that hold a whole record, which is read first. */
const withRecord: Record<string, { path: string; as: string }> = {
  beforeSaving: { path: '/api/assignments/mounting-on-hardware', as: 'assignment' },
  sharedTextRemarks: { path: '/api/pieces/mounting', as: 'piece' },
}
/** Tried elsewhere: a stream without an end, a recipe with its stand-in, what has to be begun or prepared first. */
const elsewhere = new Set(['events', 'tryRecipe', 'getJob', 'releasePage', 'pageOfTwoReleases', 'deliverGroups'])

const reads = (Object.entries(operations) as [string, Operation][]).filter(
  ([name, o]) => (o.method === 'get' || o.reads) && !elsewhere.has(name),
)

/** A code of the kind that a path names: one that the demo surely has, else the first that its list has. */
async function codeIn(path: string): Promise<string> {
  const kind = path.split('/')[2]!
  if (codes[kind]) return codes[kind]
  const { body } = await maren.get<{ items?: { code?: string; name?: string }[] }>(`/api/${kind}`)
  return body.items?.[0]?.code ?? body.items?.[0]?.name ?? 'none'
}

describe('every call that reads', () => {
  it.each(reads)('%s', async (name, { method, path, action, answerType }) => {
    const code = path.includes('{code}') ? await codeIn(path.replace('/history/{kind}', '/pieces')) : ''
    const address = path.replace(/\{(\w+)\}/g, (_, key: string) => (key === 'code' ? code : named[key]!))
    const asked = queries[name] ? `${address}?${queries[name]}` : address
    const whole = withRecord[name]
    const json = whole ? { [whole.as]: (await maren.get(whole.path)).body } : bodies[name]
    const client = action === 'set-up' ? ada : maren
    const { status, body, headers } = await client.ask(method.toUpperCase(), asked, json === undefined ? {} : { json })
    // What the demo has none of is not found; all else is there.
    const isNone = address.includes('/none') || code === 'none'
    expect([status, JSON.stringify(body).slice(0, 200)]).toEqual([isNone ? 404 : expect.any(Number), expect.anything()])
    if (!isNone) expect([200, 202], JSON.stringify(body).slice(0, 300)).toContain(status)
    if (status === 200 && answerType === undefined) expect(headers.get('content-type')).toMatch(/^application\/json/)
  })
})

describe('media types', () => {
  it('that an answer cannot have are refused with 406', async () => {
    const refused = await maren.get('/api/products', { accept: 'text/html' })
    expect([refused.status, refused.body.detail]).toEqual([406, expect.stringContaining('application/json')])
    for (const accept of ['application/json', 'application/*', 'text/html, */*;q=0.1'])
      expect([accept, (await maren.get('/api/products?limit=1', { accept })).status]).toEqual([accept, 200])
  })
  it('are those of the reference: a page that scripts cannot run in', async () => {
    const { status, headers, body } = await maren.get<unknown>('/api/docs')
    expect([status, headers.get('content-type')]).toEqual([200, 'text/html; charset=utf-8'])
    expect(headers.get('content-security-policy')).toContain("default-src 'none'")
    for (const name of Object.keys(operations)) expect(body).toContain(`id="${name}"`)
  })
})

describe('what is not the interface', () => {
  it.each(['/sitemap.xml', '/nonsense', '/catalogue/x/y/z'])('%s is not found', async (path) => {
    expect((await fetch(base + path)).status).toBe(404)
  })
  it.each(['/', '/catalogue', '/catalogue/PE-1830', '/sign-in'])('%s is a page', async (path) => {
    expect((await fetch(base + path)).status).toBe(200)
  })
  it('tells search engines to stay away', async () => {
    const answer = await fetch(`${base}/robots.txt`)
    expect([answer.status, await answer.text()]).toEqual([200, expect.stringContaining('Disallow: /')])
  })
})

describe('long answers', () => {
  const encodingOf = async (path: string, encodings: string) =>
    (await fetch(base + path, { headers: { 'accept-encoding': encodings } })).headers.get('content-encoding')
  it('are compressed for whoever takes them so', async () => {
    expect(await encodingOf('/api/openapi.json', 'gzip, br')).toBe('br')
    expect(await encodingOf('/api/openapi.json', 'gzip')).toBe('gzip')
    expect(await encodingOf('/api/openapi.json', 'br;q=0, gzip;q=0')).toBeNull()
    expect(await encodingOf('/api/health', 'br')).toBeNull()
  })
})

describe('products that go', () => {
  interface Changes {
    items: { sku: string; removed: boolean }[]
    next: string | null
    cursor: string
  }
  /** What was changed since, and the cursor behind it. */
  async function follow(after: string) {
    const seen: Changes['items'] = []
    for (let cursor = after; ;) {
      const { body } = await maren.get<Changes>(`/api/products?changed-after=${cursor}&limit=500`)
      seen.push(...body.items)
      if (body.next === null) return { seen, cursor: body.cursor }
      cursor = body.next
    }
  }

  it('are deleted by version, told to whoever follows changes, and come back with their step', async () => {
    const sku = 'GONE-1'
    const { cursor } = await follow('2020-01-01')
    expect((await maren.post('/api/products', { sku, type: 'lock' })).status).toBe(201)
    expect((await maren.ask('DELETE', `/api/products/${sku}`)).status).toBe(428)
    await maren.put('/api/lists/gone', { code: 'gone', name: 'Gone', skus: [sku] }, { 'If-None-Match': '*' })
    const refused = await maren.drop(`/api/products/${sku}`)
    expect([refused.status, refused.body.errors]).toEqual([409, [expect.objectContaining({ path: 'list:gone' })]])
    const { headers } = await maren.get(`/api/products/${sku}`)
    const removed = await maren.ask<{ step: number }>('DELETE', `/api/products/${sku}?references=remove`, {
      headers: { 'If-Match': headers.get('etag')! },
    })
    expect(removed).toMatchObject({ status: 200, body: { products: 1, referenceCount: 1 } })
    expect((await maren.get(`/api/products/${sku}`)).status).toBe(404)
    // The worker may be at work of its own, behind which changes are told.
    await expect
      .poll(async () => (await follow(cursor)).seen, { timeout: 30_000 })
      .toContainEqual(expect.objectContaining({ sku, removed: true }))

    const { body: job } = await maren.post<{ id: string }>(`/api/steps/${removed.body.step}/undo`, {})
    await expect
      .poll(async () => (await maren.get<{ state: string }>(`/api/jobs/${job.id}`)).body.state, { timeout: 20_000 })
      .toBe('done')
    const { body: batch } = await maren.post('/api/products/batch', { skus: [sku, 'NO-SUCH'] })
    expect(batch).toMatchObject({ items: [{ sku }], missing: ['NO-SUCH'] })
    // Other suites look at the same application.
    expect((await maren.drop(`/api/products/${sku}?references=remove`)).status).toBe(200)
    expect((await maren.drop('/api/lists/gone')).status).toBe(204)
  })
})
