import sharp from 'sharp'
import { beforeAll, describe, expect, it } from 'vitest'
import type { Uploaded } from '@contracts/media'
import { base, signedIn, type Client } from './client'

let maren: Client
beforeAll(async () => {
  maren = await signedIn('manager')
})
const drawn = (colour: string) =>
  Buffer.from(
    '<svg xmlns="http://www.w3.org/2000/svg" width="1200" height="1200"><rect width="1200" height="1200" ' +
      `fill="#fff"/><rect x="300" y="300" width="600" height="700" fill="${colour}"/></svg>`,
  )
async function send(name: string, content: Buffer | string, query = '') {
  const response = await fetch(`${base}/api/media?name=${encodeURIComponent(name)}${query}`, {
    method: 'POST',
    headers: { cookie: maren.cookie, 'content-type': 'application/octet-stream' },
    body: new Uint8Array(Buffer.from(content)),
  })
  return { status: response.status, body: (await response.json()) as Uploaded & { title: string; detail: string } }
}

describe('the media library by HTTP', () => {
  it('takes a picture by its content, describes it, and refuses a stale description', async () => {
    const { status, body } = await send('contract bag.jpg', await sharp(drawn('#345')).jpeg().toBuffer())
    expect([status, body.name, body.one.content.mime]).toEqual([200, 'contract-bag.jpg', 'image/jpeg'])
    const { headers, body: item } = await maren.get('/api/media/contract-bag.jpg')
    const tag = headers.get('etag')!
    expect((await maren.put('/api/media/contract-bag.jpg', item, { 'if-match': tag })).headers.get('etag')).toBe(tag)
    expect(
      (
        await maren.put(
          '/api/media/contract-bag.jpg',
          { ...item, labels: { 'en-GB': 'A bag' }, view: 'whole' },
          { 'if-match': tag },
        )
      ).status,
    ).toBe(200)
    expect(
      (await maren.put('/api/media/contract-bag.jpg', { ...item, origin: 'late' }, { 'if-match': tag })).status,
    ).toBe(412)
    const wrong = await maren.put(
      '/api/media/contract-bag.jpg',
      { ...item, view: 'sideways', crop: { left: 2, top: 0, width: 1, height: 1 } },
      { 'if-match': '*' },
    )
    expect([wrong.status, (wrong.body.errors as { path: string }[]).map((e) => e.path)]).toEqual([
      422,
      ['view', 'crop.left'],
    ])
    expect(
      (await maren.get<{ items: { name: string; label: string }[]; count: number }>('/api/media?q=contract')).body,
    ).toMatchObject({ count: 1, items: [{ name: 'contract-bag.jpg', label: 'A bag', used: 0 }] })
  })
  it('refuses what is no picture with a problem that says what to do', async () => {
    const { status, body } = await send('x.jpg', 'words')
    expect([status, body.title]).toEqual([422, 'Not valid'])
    expect(body.detail).toContain('Pictures are JPEG')
    expect(
      (await maren.ask('POST', '/api/media', { text: 'x', headers: { 'content-type': 'application/octet-stream' } }))
        .status,
    ).toBe(422)
  })
  it('sends pictures to whoever is signed in, cut and cacheable, and drawings so that nothing in them runs', async () => {
    const send = (path: string, headers: Record<string, string> = {}) =>
      fetch(`${base}/delivery/media/${path}`, { headers: { cookie: maren.cookie, ...headers } })
    const first = await send('contract-bag.jpg?width=240&shape=square')
    expect([first.status, first.headers.get('content-type'), first.headers.get('cache-control')]).toEqual([
      200,
      'image/webp',
      'private, max-age=300',
    ])
    expect(await sharp(Buffer.from(await first.arrayBuffer())).metadata()).toMatchObject({ width: 240, height: 240 })
    expect(
      (await send('contract-bag.jpg?width=240&shape=square', { 'if-none-match': first.headers.get('etag')! })).status,
    ).toBe(304)
    expect((await send('contract-bag.jpg?width=123')).status).toBe(422)
    const cut = await send('contract-bag.jpg?width=480&height=240&format=avif')
    expect([cut.status, cut.headers.get('content-type')]).toEqual([200, 'image/avif'])
    expect(await sharp(Buffer.from(await cut.arrayBuffer())).metadata()).toMatchObject({ width: 480, height: 240 })
    expect((await send('contract-bag.jpg?height=200')).status).toBe(422)
    expect((await send('contract-bag.jpg?width=480&format=gif')).status).toBe(422)
    expect((await send('pe-1818.svg?width=240&format=png')).headers.get('content-type')).toBe('image/png')
    expect((await send('nothing.jpg')).status).toBe(404)
    const svg = await send('pe-1818.svg')
    expect([svg.headers.get('content-type'), svg.headers.get('content-security-policy')]).toEqual([
      'image/svg+xml',
      "default-src 'none'; style-src 'unsafe-inline'; sandbox",
    ])
    // Nothing is released yet, so nothing is anybody's.
    expect((await fetch(`${base}/delivery/media/contract-bag.jpg`)).status).toBe(401)
  })
  it('says what is wrong with the pictures of a product', async () => {
    const { body } = await maren.get<{ findings: { code: string; picture: string }[]; wanted: string[] }>(
      '/api/products/PE-1818/pictures?storefront=uk&language=en-GB',
    )
    expect(body.wanted).toEqual(['whole'])
    expect(body.findings).toMatchObject([{ code: 'no-label', picture: 'pe-1818-detail.svg' }])
  })
  it('puts a batch on products as a job that can be put back', async () => {
    await send('tw-9999-nothing.jpg', await sharp(drawn('#765')).jpeg().toBuffer())
    const {
      body: { name },
    } = await send('kz-0324 in use.jpg', await sharp(drawn('#567')).jpeg().toBuffer())
    const batch = { files: [name, 'tw-9999-nothing.jpg'] }
    expect((await maren.post('/api/picture-batches/preview', batch)).body).toMatchObject({
      products: [{ sku: 'KZ-0324', had: 2 }],
      rest: ['tw-9999-nothing.jpg'],
    })
    const { status, headers } = await maren.post('/api/picture-batches', batch)
    expect(status).toBe(202)
    const job = async () =>
      (await maren.get<{ state: string; result: { step: number } }>(headers.get('location')!)).body
    await expect.poll(async () => (await job()).state, { timeout: 20_000 }).toBe('done')
    const pictures = async () =>
      (await maren.get<{ values: { attribute: string; value: string[] }[] }>('/api/products/KZ-0324')).body.values.find(
        (v) => v.attribute === 'pictures',
      )!.value
    expect(await pictures()).toEqual(['kz-0324.svg', 'kz-0324-detail.svg', name])
    expect((await maren.drop(`/api/media/${name}`)).status).toBe(409)
    const back = await maren.post(`/api/steps/${(await job()).result.step}/undo`, {})
    await expect
      .poll(async () => (await maren.get<{ state: string }>(back.headers.get('location')!)).body.state, {
        timeout: 20_000,
      })
      .toBe('done')
    expect(await pictures()).toHaveLength(2)
    expect((await maren.drop(`/api/media/${name}`)).status).toBe(204)
  })
})
