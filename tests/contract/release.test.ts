import { beforeAll, describe, expect, it } from 'vitest'
import type { ReleaseDocument, ReleasePageComparison, ReleasePageRow } from '@contracts/release'
import type { ReleasedProduct } from '@core/release/document'
import { base, signedIn, type Client } from './client'

// One product through the whole chain: prepared, released, delivered, changed, compared, released, gone back.

let maren: Client
let luc: Client
beforeAll(async () => {
  ;[maren, luc] = await Promise.all([signedIn('manager'), signedIn('translator')])
})

const sku = 'OX-3040'
const edition = { storefront: 'de', language: 'de-DE' }
const delivery = `/delivery/${edition.storefront}/${edition.language}`
const address = `${delivery}/products/${sku}`

/** Has a release prepared, and waits for it. */
async function prepare(scope: object, storefront = edition.storefront): Promise<ReleaseDocument> {
  const { status, body } = await maren.post<ReleaseDocument>('/api/releases', { storefront, scope })
  expect(status).toBe(201)
  return settled(body.id)
}

async function settled(id: number): Promise<ReleaseDocument> {
  for (;;) {
    const { body } = await maren.get<ReleaseDocument>(`/api/releases/${id}`)
    if (body.state !== 'preparing') return body
    await new Promise((resolve) => setTimeout(resolve, 100))
  }
}

const goLive = (release: ReleaseDocument) =>
  maren.post<ReleaseDocument>(`/api/releases/${release.id}/live`, { base: release.base })
const delivered = (headers?: Record<string, string>) => maren.get<ReleasedProduct>(address, headers)
const pagesOf = async (release: ReleaseDocument, query = '') =>
  (await maren.get<{ items: ReleasePageRow[]; count: number }>(`/api/releases/${release.id}/pages${query}`)).body

/** Writes the German name, as somebody at the product would. */
async function rename(name: string) {
  const values = [{ attribute: 'name', language: 'de-DE', value: name }]
  const { status } = await maren.patch(`/api/products/${sku}`, { values }, { 'If-Match': '*' })
  expect(status).toBe(200)
}

/** Has all pages of the product prepared to go, ready or not. */
async function prepareAll(): Promise<ReleaseDocument> {
  const draft = await prepare({ skus: [sku] })
  for (const row of (await pagesOf(draft, '?change=held')).items)
    await maren.put(`/api/releases/${draft.id}/pages/${row.language}/${row.kind}/${row.key}/override`, {
      reason: 'wanted by the test',
    })
  return draft
}

/** Releases the product, all of its pages, ready or not; returns the release. */
async function releaseAll(): Promise<ReleaseDocument> {
  const { status, body } = await goLive(await prepareAll())
  expect(status).toBe(200)
  return body
}

describe('a release', () => {
  it('brings a page to shoppers, frozen until the next, and back', async () => {
    const first = await releaseAll()
    const before = await delivered()
    expect(before.status).toBe(200)
    expect(before.body).toMatchObject({ kind: 'product', sku, ...edition })
    expect(before.headers.get('inkloom-release')).toBe(String(first.number))
    expect(before.headers.get('cache-control')).toMatch(/^public, max-age=\d+$/)
    const tag = before.headers.get('etag')!
    expect(tag).toMatch(/^W\/"/)
    expect((await delivered({ 'If-None-Match': tag })).status).toBe(304)

    const { name } = before.body
    await rename(`${name} neu`)
    expect((await delivered()).body.name).toBe(name)

    const draft = await prepare({ skus: [sku] })
    expect(draft).toMatchObject({ state: 'draft', base: first.number })
    const { items } = await pagesOf(draft, `?language=de-DE&q=${sku}`)
    const row = items.find((r) => r.key === sku)!
    expect(row.changes).toContainEqual({ what: 'changed', of: 'name', title: '', area: '' })
    const compared = await maren.get<ReleasePageComparison>(`/api/releases/${draft.id}/pages/de-DE/product/${sku}`)
    expect(compared.body.before).toMatchObject({ name })
    expect(compared.body.after).toMatchObject({ name: `${name} neu` })
    await maren.drop(`/api/releases/${draft.id}`)
    expect((await maren.get(`/api/releases/${draft.id}`)).status).toBe(404)

    const second = await releaseAll()
    expect(second.number).toBe(first.number! + 1)
    expect((await delivered()).body.name).toBe(`${name} neu`)
    expect((await delivered({ 'If-None-Match': tag })).status).toBe(200)

    const back = await maren.put<ReleaseDocument>(`/api/releases/storefronts/${edition.storefront}/live`, {
      number: first.number,
    })
    expect(back.body).toMatchObject({ number: second.number! + 1, backTo: first.number, state: 'live' })
    expect((await delivered({ 'If-None-Match': tag })).status).toBe(304)
    const listed = await maren.get<{ items: ReleaseDocument[] }>(`/api/releases?storefront=${edition.storefront}`)
    expect(listed.body.items.filter((r) => r.state === 'live').map((r) => r.id)).toEqual([back.body.id])
    await rename(name)
  })

  it('holds back what is not ready, and says why', async () => {
    const values = [{ attribute: 'name', language: 'de-DE', value: null }]
    const other = 'OX-1500'
    const before = (
      await maren.get<{ values: { attribute: string; language: string | null; value: unknown }[] }>(
        `/api/products/${other}`,
      )
    ).body.values.find((v) => v.attribute === 'name' && v.language === 'de-DE')!
    await maren.patch(`/api/products/${other}`, { values }, { 'If-Match': '*' })
    const draft = await prepare({ skus: [other] })
    const row = (await pagesOf(draft, '?change=held')).items.find((r) => r.key === other)!
    expect(row.held.length).toBeGreaterThan(0)
    expect(draft.counts!.held).toBeGreaterThan(0)
    const override = `/api/releases/${draft.id}/pages/de-DE/product/${other}/override`
    expect((await maren.put(override, { reason: '' })).status).toBe(422)
    const taken = await maren.put<ReleasePageRow>(override, { reason: 'the fair opens tomorrow' })
    expect(taken.body.anyway).toMatchObject({ reason: 'the fair opens tomorrow' })
    expect((await maren.drop<ReleasePageRow>(override)).body.anyway).toBeNull()
    await maren.patch(
      `/api/products/${other}`,
      { values: [{ ...values[0], value: before.value }] },
      { 'If-Match': '*' },
    )
    await maren.drop(`/api/releases/${draft.id}`)
  })

  it('refuses to go live where its pages went live in another since, or when somebody saw another comparison', async () => {
    const { name } = (await delivered()).body
    await rename(`${name}, erstes`)
    const first = await prepareAll()
    await releaseAll()
    const late = await goLive(first)
    expect(late.status).toBe(409)
    expect(late.body).toMatchObject({ title: 'Overtaken' })
    const again = await maren.post<ReleaseDocument>(`/api/releases/${first.id}/preparation`, {})
    expect(again.body.state).toBe('preparing')
    const fresh = await settled(first.id)
    expect(fresh.base).toBeGreaterThan(first.base)
    expect((await maren.post(`/api/releases/${first.id}/live`, { base: first.base })).status).toBe(409)
    await maren.drop(`/api/releases/${first.id}`)
    await rename(name)
  })

  it('is made by those who may release, of what there is', async () => {
    expect((await luc.post('/api/releases', { storefront: 'de', scope: {} })).status).toBe(403)
    expect((await maren.post('/api/releases', { storefront: 'nowhere', scope: {} })).status).toBe(422)
    expect((await maren.post('/api/releases', { storefront: 'de', scope: { languages: ['fr-CH'] } })).status).toBe(422)
    const wrong = { condition: { field: 'nonsense', is: 'equals', value: 1 } }
    expect((await maren.post('/api/releases', { storefront: 'de', scope: wrong })).status).toBe(422)
    expect((await maren.put('/api/releases/storefronts/de/live', { number: 999 })).status).toBe(404)
    expect((await maren.get('/api/releases/999999')).status).toBe(404)
  })
})

describe('delivery', () => {
  const open = (path: string) => fetch(base + path)
  it('needs no sign-in, and says of what is not released that it is not there', async () => {
    expect((await open(address)).status).toBe(200)
    for (const path of [`${delivery}/products/none`, '/delivery/nowhere/de-DE/products/x', `${delivery}/nonsense`]) {
      const answer = await open(path)
      expect([answer.status, answer.headers.get('content-type')]).toEqual([404, 'application/problem+json'])
    }
  })
  it('finds a page by its slug, and leads from a slug that it had to the one that it has', async () => {
    const give = async (slug: string | null) => {
      const values = [{ attribute: 'slug', language: 'de-DE', value: slug }]
      expect((await maren.patch(`/api/products/${sku}`, { values }, { 'If-Match': '*' })).status).toBe(200)
      await releaseAll()
    }
    const before = (await delivered()).body.slug
    await give('eel-erster-name')
    const first = await open(`${delivery}/by-slug/eel-erster-name`)
    expect([first.status, ((await first.json()) as ReleasedProduct).sku]).toEqual([200, sku])
    await give('eel-zweiter-name')
    const moved = await fetch(`${base}${delivery}/by-slug/eel-erster-name`, { redirect: 'manual' })
    expect([moved.status, moved.headers.get('location')]).toEqual([301, `${delivery}/by-slug/eel-zweiter-name`])
    expect((await open(`${delivery}/by-slug/never-there`)).status).toBe(404)
    await give(before)
  })
  it('gives all of an edition as lines, of one release', async () => {
    const answer = await open(`${delivery}/everything`)
    expect(answer.headers.get('content-type')).toMatch(/^application\/jsonl/)
    const documents = (await answer.text())
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line) as { kind: string; sku?: string })
    expect(documents.some((d) => d.kind === 'product' && d.sku === sku)).toBe(true)
  })
  it('sends the pictures of released pages to everybody, and others only to those who are signed in', async () => {
    const page = (await (await open(address)).json()) as ReleasedProduct
    const picture = await open(`/delivery/media/${page.pictures[0]!.name}?width=400`)
    expect(picture.status).toBe(200)
    expect(picture.headers.get('cache-control')).toMatch(/^public/)
    const { items } = (await maren.get<{ items: { name: string }[] }>('/api/media?limit=100')).body
    const answers = await Promise.all(
      items.map(async ({ name }) => ({ name, of: await open(`/delivery/media/${name}`) })),
    )
    const hidden = answers.find(({ of }) => of.status === 401)!
    expect((await maren.get(`/delivery/media/${hidden.name}`)).status).toBe(200)
  })
})
