import { beforeAll, describe, expect, it } from 'vitest'
import { Client, signedIn } from './client'

let maren: Client
let luc: Client
beforeAll(async () => {
  ;[maren, luc] = await Promise.all([signedIn('manager'), signedIn('translator')])
})
const nobody = new Client()
const lens = { storefront: 'uk', language: 'en-GB' }
type Problem = { errors: { path: string; message: string }[] }

describe('set-up that travels whole', () => {
  it('is listed with counts, read, and written back without a change', async () => {
    for (const [list, code] of [
      ['product-types', 'pannier'],
      ['attributes', 'material'],
      ['categories', 'panniers'],
    ] as const) {
      expect(
        (await maren.get<{ items: { code: string }[] }>(`/api/${list}`)).body.items.map((i) => i.code),
        list,
      ).toContain(code)
      const { body, headers } = await maren.get(`/api/${list}/${code}`)
      const again = await maren.put(`/api/${list}/${code}`, body, { 'if-match': headers.get('etag')! })
      expect([again.status, again.headers.get('etag'), again.body], list).toEqual([200, headers.get('etag'), body])
      expect((await luc.put(`/api/${list}/${code}`, body)).status, list).toBe(403)
      expect((await maren.put(`/api/${list}/${code}`, body, { 'if-none-match': '*' })).status, list).toBe(412)
      // Whatever is still needed stays, and says by what.
      const gone = await maren.drop<Problem>(`/api/${list}/${code}`)
      expect([gone.status, gone.body.errors.length > 0], list).toEqual([409, true])
    }
  })
  it('shows what becomes of values before an attribute is changed, and says where it cannot be', async () => {
    const { body: attribute } = await maren.get('/api/attributes/security-level')
    const preview = await maren.post<{ values: number; changed: number }>(
      '/api/attributes/security-level/rework/preview',
      { record: { ...attribute, type: 'text', allowed: null } },
    )
    expect(preview.status).toBe(200)
    expect(preview.body.changed).toBe(preview.body.values)
    const bad = await maren.post<Problem>('/api/attributes/security-level/rework', {
      record: { ...attribute, allowed: { least: 10, most: 1, pattern: null } },
    })
    expect([bad.status, bad.body.errors[0]!.path]).toEqual([422, 'allowed.most'])
    expect((await luc.post('/api/attributes/security-level/rework', { record: attribute })).status).toBe(403)
  })
})

describe('special prices with a priority', () => {
  const at = '/api/products/TW-0611'
  const special = { storefront: 'uk', group: null, from: null, to: null, quantity: 1 }
  const isPriced = (amount: string) => ({
    condition: {
      all: [
        { field: 'sku', is: 'equals', value: 'TW-0611' },
        { field: 'price', is: 'equals', value: amount },
      ],
    },
    lens: { storefront: 'uk' },
  })
  const count = async (amount: string) =>
    (await maren.post<{ count: number }>('/api/reach', isPriced(amount))).body.count

  it('are written, read, counted by rules and undone', async () => {
    const cheap = { ...special, amount: 4 }
    const first = { ...special, amount: 9, priority: 1 }
    const { status, body } = await maren.patch<{ prices: object[] }>(
      at,
      { specials: [cheap, first] },
      { 'If-Match': '*' },
    )
    expect(status).toBe(200)
    expect(body.prices).toEqual(expect.arrayContaining([expect.objectContaining(first)]))
    // What rules read is what a customer pays: the dearer one, which comes first.
    expect([await count('9 GBP'), await count('4 GBP')]).toEqual([1, 0])
    const { body: proof } = await maren.get<{ product: { price: { amount: number } } }>(
      '/api/proof/TW-0611?storefront=uk&language=en-GB',
    )
    expect(proof.product.price.amount).toBe(9)
    // Null is none.
    const none = await maren.patch<{ prices: object[] }>(
      at,
      { specials: [cheap, { ...first, priority: null }] },
      { 'If-Match': '*' },
    )
    expect(none.body.prices.some((price) => 'priority' in price)).toBe(false)
    expect([await count('9 GBP'), await count('4 GBP')]).toEqual([0, 1])
    expect((await maren.patch(at, { specials: [] }, { 'If-Match': '*' })).status).toBe(200)
  })
  it.each([0, 1.5, 10_000, 'first'])('are refused with the priority %s', async (priority) => {
    const refused = await maren.patch<Problem>(
      at,
      { specials: [{ ...special, amount: 9, priority }] },
      { 'If-Match': '*' },
    )
    expect([refused.status, refused.body.errors[0]!.path]).toEqual([422, 'specials[0].priority'])
  })
})

describe('products made over HTTP', () => {
  it('are created, given variants and copied, each refused with the place where it cannot be', async () => {
    const made = await maren.post('/api/products', { sku: 'HT-1', type: 'gloves', category: 'gloves' })
    expect([made.status, made.headers.get('etag')]).toEqual([201, expect.stringMatching(/^"\d+\.1"$/)])
    expect((await maren.post<Problem>('/api/products', { sku: 'HT-1', type: 'gloves' })).body.errors).toMatchObject([
      { path: 'sku' },
    ])
    expect(
      (await maren.post<Problem>('/api/products', { sku: 'HT 2', type: 'boat', stock: -1 })).body.errors.map(
        (e) => e.path,
      ),
    ).toEqual(['stock'])
    const variants = await maren.put('/api/products/HT-1/variants', {
      differsIn: ['size'],
      variants: ['S', 'M'].map((size) => ({ sku: `HT-1-${size}`, values: [{ attribute: 'size', value: size }] })),
    })
    expect([variants.status, variants.body]).toMatchObject([200, { made: 2, changed: 0 }])
    const copy = await maren.post('/api/products/HT-1/copy', { sku: 'HT-9', variants: { 'HT-1-S': 'HT-9-S' } })
    expect([copy.status, copy.body]).toMatchObject([201, { sku: 'HT-9', status: 'disabled', variants: ['HT-9-S'] }])
    expect((await luc.post('/api/products', { sku: 'HT-3', type: 'gloves' })).status).toBe(403)
    expect((await nobody.post('/api/products', { sku: 'HT-3', type: 'gloves' })).status).toBe(401)
  })
})

describe('the sheet', () => {
  it('gives rows, offers columns, and takes cells one by one', async () => {
    const rows = await maren.post<{ count: number; items: { sku: string; cells: { shown: string }[] }[] }>(
      '/api/sheet',
      { lens, columns: ['load-limit', 'price@uk'], limit: 2, filter: { field: 'type', is: 'equals', value: 'rack' } },
    )
    expect([rows.status, rows.body.items.length, rows.body.items[0]!.cells.length]).toEqual([200, 2, 2])
    expect((await maren.post<{ items: unknown[] }>('/api/sheet/columns', { lens })).body.items.length).toBeGreaterThan(
      20,
    )
    const { sku } = rows.body.items[0]!
    const report = await maren.post<{ step: number; written: number; refused: Problem['errors'] }>('/api/sheet/cells', {
      lens,
      cells: [
        { sku, column: 'load-limit', text: '26 kg' },
        { sku, column: 'load-limit', text: 'much' },
      ],
    })
    expect(report.body).toMatchObject({ written: 1, refused: [{ sku, column: 'load-limit' }] })
    const back = await maren.post<{ id: string }>(`/api/steps/${report.body.step}/undo`, {})
    expect(back.status).toBe(202)
    expect((await maren.post('/api/sheet', { lens, columns: ['nothing'] })).status).toBe(422)
    expect((await maren.post('/api/sheet/cells', { lens, cells: [{ sku, column: 'stock' }] })).status).toBe(422)
    expect(
      (
        await luc.post<{ refused: unknown[] }>('/api/sheet/cells', {
          lens,
          cells: [{ sku, column: 'stock', text: '1' }],
        })
      ).body.refused,
    ).toHaveLength(1)
  })
  it('keeps views and mappings for those who made them', async () => {
    const view = { kind: 'view', name: 'Over HTTP', content: { columns: ['stock'], members: 'both', filter: {} } }
    const { status, body } = await maren.put<{ id: number }>('/api/saved', view)
    expect(status).toBe(200)
    expect((await luc.get<{ items: unknown[] }>('/api/saved?kind=view')).body.items).not.toContainEqual(
      expect.objectContaining({ id: body.id }),
    )
    expect((await luc.ask('DELETE', `/api/saved/${body.id}`)).status).toBe(404)
    expect((await maren.ask('DELETE', `/api/saved/${body.id}`)).status).toBe(204)
    expect((await maren.put('/api/saved', { ...view, content: { columns: 'stock' } })).status).toBe(422)
  })
})

it('takes a file in, suggests what it means, and imports it through a mapping', async () => {
  const sent = await maren.ask<{
    upload: string
    format: string
    suggested: { header: string; means: string; unit: string }[]
  }>('POST', '/api/uploads?name=a.csv&type=lock', {
    text: 'Item no,Title,Length (in)\nUP-1,Short chain,31.5\n',
    headers: { 'content-type': 'application/octet-stream' },
  })
  expect(sent.body).toMatchObject({
    format: 'csv',
    suggested: [{ means: 'sku' }, { means: 'name@/en-GB' }, { means: 'length', unit: 'in' }],
  })
  const mapping = {
    columns: sent.body.suggested.map(({ header, means, unit }) => ({ header, means, unit })),
    type: 'lock',
  }
  const report = await maren.post(`/api/imports?mode=apply&upload=${sent.body.upload}`, { mapping })
  expect([report.status, report.body]).toMatchObject([200, { created: 1, applied: true, step: expect.any(Number) }])
  expect((await maren.get<{ values: object[] }>('/api/products/UP-1')).body.values).toContainEqual(
    expect.objectContaining({ attribute: 'length', value: { value: 31.5, unit: 'in' } }),
  )
  // Once it is imported, the file is gone.
  expect((await maren.post(`/api/imports?mode=apply&upload=${sent.body.upload}`, { mapping })).status).toBe(404)
  expect(
    (await maren.post(`/api/imports?mode=check&upload=${sent.body.upload}`, { mapping: { columns: 'all' } })).status,
  ).toBe(422)
  expect(
    (
      await luc.ask('POST', '/api/uploads?name=a.csv', {
        text: 'sku\n',
        headers: { 'content-type': 'application/octet-stream' },
      })
    ).status,
  ).toBe(403)
  const xlsx = await fetch(`${process.env.INKLOOM_TEST_URL}/api/exports`, {
    method: 'POST',
    headers: { cookie: maren.cookie, 'content-type': 'application/json' },
    body: JSON.stringify({ format: 'xlsx', filter: { field: 'type', is: 'equals', value: 'lock' } }),
  })
  expect([
    xlsx.status,
    Buffer.from(await xlsx.arrayBuffer())
      .subarray(0, 2)
      .toString(),
  ]).toEqual([200, 'PK'])
})

describe('the history of work', () => {
  interface Past {
    items: { id: string; title: string; step: number | null; undone: boolean; person: string | null }[]
    next: string | null
  }
  it('is read page by page, of everybody or of oneself, and not without its place', async () => {
    const first = await maren.get<Past>('/api/work?limit=1')
    expect([first.status, first.body.items.length]).toEqual([200, 1])
    if (first.body.next !== null) {
      const { body } = await maren.get<Past>(`/api/work?limit=1&cursor=${encodeURIComponent(first.body.next)}`)
      expect(body.items[0]?.id).not.toBe(first.body.items[0]!.id)
    }
    expect((await luc.get<Past>('/api/work?mine=true')).body.items.every((w) => w.person !== 'Maren Oddvik')).toBe(true)
    expect((await maren.get<Problem>('/api/work?cursor=nowhere')).body.errors[0]?.path).toBe('cursor')
  })
})

describe('what is stated of a product beside its values', () => {
  const sku = 'TW-0612'
  const at = `/api/products/${sku}`
  const write = (body: object) => maren.patch<Problem>(at, body, { 'If-Match': '*' })
  const stating = (attribute: string, value: unknown, language: string | null = null) =>
    write({ values: [{ attribute, storefront: null, language, value }] })
  interface Proof {
    product: { availability: { state: string; text: string | null } }
    areas: Record<string, { piece: string; html: string }[]>
    related: { title: string; items: { sku: string; quantity?: number }[] }[]
  }
  const proof = async (edition = 'storefront=uk&language=en-GB') =>
    (await maren.get<Proof>(`/api/proof/${sku}?${edition}`)).body
  const resolved = async (attribute: string, edition = 'storefront=uk&language=en-GB') =>
    (await maren.get<{ items: { attribute: string }[] }>(`${at}/resolved?${edition}`)).body.items.find(
      (item) => item.attribute === attribute,
    )
  const facts = (page: Proof) =>
    Object.values(page.areas)
      .flat()
      .find((part) => part.piece === 'facts')!.html

  it('may be that a fact does not apply: filled, found by no rule, said as the type says', async () => {
    expect((await stating('warranty-years', { applies: false })).status).toBe(200)
    expect(await resolved('warranty-years')).toMatchObject({ value: { applies: false }, shown: 'Does not apply' })
    const reached = async (rule: object) => {
      const condition = { all: [{ field: 'sku', is: 'equals', value: sku }, rule] }
      return (await maren.post<{ count: number }>('/api/reach', { condition })).body.count
    }
    const field = 'attribute:warranty-years'
    expect(await reached({ field, is: 'present' })).toBe(0)
    expect(await reached({ field, is: 'present', value: false })).toBe(1)
    expect(await reached({ field, is: 'at-least', value: 0 })).toBe(0)
    expect(facts(await proof())).not.toContain('Warranty')

    const { body: product } = await maren.get<{ type: string }>(at)
    const typeAt = `/api/product-types/${product.type}`
    const { body: type, headers } = await maren.get<{ attributes: { attribute: string }[] }>(typeAt)
    const attributes = type.attributes.map((use) =>
      use.attribute === 'warranty-years' ? { ...use, notApplicable: { 'en-GB': 'No warranty' } } : use,
    )
    const changed = await maren.put(typeAt, { ...type, attributes }, { 'if-match': headers.get('etag')! })
    expect(changed.status).toBe(200)
    expect(facts(await proof())).toContain('<td>No warranty</td>')
    expect(facts(await proof('storefront=jp&language=ja-JP'))).not.toContain('No warranty')
    const tag = changed.headers.get('etag')!
    expect((await maren.put(typeAt, type, { 'if-match': tag })).status).toBe(200)

    const text = await stating('summary', { applies: false }, 'en-GB')
    expect([text.status, text.body.errors[0]!.message]).toEqual([422, expect.stringContaining('text')])
    expect((await stating('warranty-years', null)).status).toBe(200)
  })

  it('may be what its page says when it is sold out', async () => {
    const { body: before } = await maren.get<{ stock: number | null }>(at)
    expect((await write({ stock: 0 })).status).toBe(200)
    expect((await proof()).product.availability).toEqual({ state: 'sold-out', text: 'Sold out', link: null })
    await stating('when-sold-out', 'Back in May', 'en-GB')
    expect((await proof()).product.availability.text).toBe('Back in May')
    // A text in a language that does not count is shown to nobody.
    expect((await proof('storefront=de&language=de-DE')).product.availability.text).toBe('Zurzeit ausverkauft')
    await stating('when-sold-out', null, 'en-GB')
    expect((await write({ stock: before.stock })).status).toBe(200)
  })

  it('may be what a set contains, and how many of it', async () => {
    const relations = [{ kind: 'part', sku: 'TW-0611', quantity: 3 }]
    expect((await write({ relations })).status).toBe(200)
    expect((await proof()).related).toContainEqual(
      expect.objectContaining({
        title: 'In this set',
        items: [expect.objectContaining({ sku: 'TW-0611', quantity: 3 })],
      }),
    )
    for (const odd of [
      [{ kind: 'part', sku: 'TW-0611', quantity: 0 }],
      [{ kind: 'goes-with', sku: 'TW-0611', quantity: 2 }],
      [
        { kind: 'part', sku: 'TW-0611' },
        { kind: 'part', sku: 'TW-0611', quantity: 2 },
      ],
    ])
      expect((await write({ relations: odd })).status, JSON.stringify(odd)).toBe(422)
    expect((await write({ relations: [] })).status).toBe(200)
  })

  it('is measured as the carrier of a storefront takes packages', async () => {
    await stating('package-width', { value: 30.48, unit: 'cm' })
    expect(await resolved('package-width', 'storefront=ca&language=en-CA')).toMatchObject({
      value: { value: 30.48, unit: 'cm' },
      forCarrier: { value: 12, unit: 'in' },
    })
    expect(await resolved('package-width')).toMatchObject({ forCarrier: null })
    await stating('package-width', null)
  })
})

describe('phrases that a storefront adds', () => {
  it('have a code of their own, wordings by language, and are translated', async () => {
    const at = '/api/storefronts/ch'
    const { body, headers } = await maren.get<{ phrases: object; addedPhrases: object[] }>(at)
    const phrase = { code: 'gift-days', note: 'Under the price, before holidays', counted: true }
    const added = {
      ...body,
      addedPhrases: [phrase],
      phrases: { ...body.phrases, 'gift-days': { 'en-GB': { one: 'One day left', other: '{n} days left' } } },
    }
    const made = await maren.put<Problem>(at, added, { 'if-match': headers.get('etag')! })
    expect(made.status).toBe(200)
    const desk = await maren.get<{ units: { unit: string; note: string }[] }>(
      '/api/translations/units?storefront=ch&language=fr-CH&record=storefront:ch',
    )
    expect(desk.body.units).toContainEqual(
      expect.objectContaining({ unit: 'phrase:gift-days:one', note: 'Under the price, before holidays' }),
    )
    const tag = { 'if-match': made.headers.get('etag')! }
    const taken = await maren.put<Problem>(at, { ...body, addedPhrases: [{ ...phrase, code: 'sold-out' }] }, tag)
    expect([taken.status, taken.body.errors[0]!.path]).toEqual([422, 'addedPhrases[0].code'])
    const orphan = await maren.put<Problem>(at, { ...added, addedPhrases: [] }, tag)
    expect([orphan.status, orphan.body.errors[0]!.path]).toEqual([422, 'phrases.gift-days'])
    expect((await maren.put(at, body, tag)).status).toBe(200)
  })
})
