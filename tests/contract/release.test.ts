import { beforeAll, describe, expect, it } from 'vitest'
import type { Items } from '@contracts/paging'
import type { DeliveredProof, Proof } from '@contracts/proof'
import type {
  ComparedReleases,
  PageOfTwoReleases,
  ReleaseCause,
  ReleaseDocument,
  ReleasePageComparison,
  ReleasePageRow,
  UnreleasedChanges,
} from '@contracts/release'
import type { Piece } from '@core/page/piece'
import type { ReleasedProduct } from '@core/release/document'
import { signedIn, type Client } from './client'
import { releasing } from './releasing'

// One product through the whole chain: prepared, released, delivered, changed, compared, released, gone back.

const sku = 'OX-3040'
const edition = { storefront: 'de', language: 'de-DE' }
const { maren, settled, prepare, goLive, pagesOf, write, prepareAll, releaseAll } = await releasing('de', sku)
const rename = (name: string) => write('name', 'de-DE', name)
let luc: Client
beforeAll(async () => {
  luc = await signedIn('translator')
})

const delivery = `/delivery/${edition.storefront}/${edition.language}`
const address = `${delivery}/products/${sku}`

const delivered = (headers?: Record<string, string>) => maren.get<ReleasedProduct>(address, headers)
describe('two releases', () => {
  it('are compared page by page, in both directions, with what changed in between', async () => {
    const one = await releaseAll()
    const { name } = (await delivered()).body
    await rename(`${name} verglichen`)
    const other = await releaseAll()
    const [from, to] = [one.number!, other.number!]
    const address = '/api/releases/storefronts/de/comparison'
    const compare = (from: number, to: number) =>
      maren.get<ComparedReleases>(`${address}?from=${from}&to=${to}&q=${sku}`)
    const { body } = await compare(from, to)
    const row = body.items.find((r) => r.key === sku)!
    expect(row).toMatchObject({ kind: 'product', language: 'de-DE', change: 'changed', releases: [to] })
    expect(row.changes).toContainEqual({ what: 'changed', of: 'name', title: '', area: '' })
    expect(body.count).toBe(body.counts.added + body.counts.changed + body.counts.removed)
    expect((await compare(to, from)).body.counts).toEqual(body.counts)
    expect((await compare(to, to)).body).toEqual({ counts: { added: 0, changed: 0, removed: 0 }, count: 0, items: [] })

    const filtered = async (filter: string) =>
      (await maren.get<ComparedReleases>(`${address}?from=${from}&to=${to}&q=${sku}&${filter}`)).body.count
    expect(await filtered('type=lock')).toBe(1)
    expect(await filtered('type=pannier')).toBe(0)
    expect(await filtered('category=on-the-bike&type=lock')).toBe(1)
    expect(await filtered('category=bags')).toBe(0)

    const pageIn = (from: number, to: number) =>
      maren.get<PageOfTwoReleases>(`${address}/pages/de-DE/product/${sku}?from=${from}&to=${to}`)
    const page = (await pageIn(from, to)).body
    expect([page.before, page.after]).toMatchObject([{ name }, { name: `${name} verglichen` }])
    expect(page.causes.map((c) => c.person)).toContain('Maren Oddvik')
    expect((await pageIn(to, from)).body).toMatchObject({ before: { name: `${name} verglichen` }, after: { name } })

    expect((await compare(from, 9999)).status).toBe(404)
    expect((await maren.get(`${address}?from=${from}`)).status).toBe(422)
    expect((await maren.get(`${address}/pages/de-DE/product/NO-1?from=${from}&to=${to}`)).status).toBe(404)
    await rename(name)
  })
})

describe('a release', () => {
  it('brings a page to shoppers, frozen until the next, and back', async () => {
    const first = await releaseAll()
    const before = await delivered()
    expect(before.status).toBe(200)
    expect(before.body).toMatchObject({ kind: 'product', sku, ...edition })
    expect(before.headers.get('inkloom-release')).toBe(String(first.number))
    expect(before.headers.get('cache-control')).toMatch(/^public, max-age=\d+, stale-while-revalidate=\d+$/)
    const tag = before.headers.get('etag')!
    expect(tag).toMatch(/^W\/"/)
    expect((await delivered({ 'If-None-Match': tag })).status).toBe(304)

    // Shoppers get the parts that the proof shows, and no other.
    const shown = await maren.get<Proof>(`/api/proof/${sku}?${new URLSearchParams(edition)}`)
    const pieces = (parts: readonly { piece: string }[] = []) => parts.map((part) => part.piece)
    for (const { area } of shown.body.layout)
      expect(pieces(before.body.areas.find((a) => a.area === area)?.parts)).toEqual(pieces(shown.body.areas[area]))

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

    // The proof at a past moment is the page as it was delivered then; now, as it is.
    const asGot = async (at?: string) =>
      (
        await maren.get<DeliveredProof>(
          `/api/proof/${sku}/delivered?${new URLSearchParams({ ...edition, ...(at && { at }) })}`,
        )
      ).body
    const then = await asGot(first.live!.at)
    expect(then.release).toMatchObject({ number: first.number, until: second.live!.at, forgotten: false })
    expect(then.page!.name).toBe(name)
    expect((await asGot()).release).toMatchObject({ number: second.number, until: null })
    expect((await asGot()).page!.name).toBe(`${name} neu`)
    expect(await asGot('2001-01-01T00:00:00Z')).toEqual({ release: null, page: null })

    const back = await maren.put<ReleaseDocument>(`/api/releases/storefronts/${edition.storefront}/live`, {
      number: first.number,
    })
    expect(back.body).toMatchObject({ number: second.number! + 1, backTo: first.number, state: 'live' })
    expect((await delivered({ 'If-None-Match': tag })).status).toBe(304)
    const listed = await maren.get<{ items: ReleaseDocument[] }>(`/api/releases?storefront=${edition.storefront}`)
    expect(listed.body.items.filter((r) => r.state === 'live').map((r) => r.id)).toEqual([back.body.id])
    await rename(name)
  })
  it('is looked at after it has gone live: shoppers get it as released', async () => {
    const { name } = (await delivered()).body
    await rename(`${name} geprüft`)
    const { id } = await releaseAll()
    const checked = async () => (await maren.get<ReleaseDocument>(`/api/releases/${id}`)).body.checked
    await expect.poll(checked, { timeout: 30_000 }).not.toBeNull()
    const found = await checked()
    expect(found).toMatchObject({ wrong: [] })
    expect(found!.asked).toBeGreaterThan(0)
    await rename(name)
  })

  it('is offered where something was changed: it is told of how many products', async () => {
    const { name } = (await delivered()).body
    await rename(`${name}, ungezählt`)
    const changed = async () => {
      const { items } = (await maren.get<Items<UnreleasedChanges>>('/api/releases/changes')).body
      const { products, unknown } = items.find((c) => c.storefront === edition.storefront)!
      return products + unknown
    }
    await expect.poll(changed, { timeout: 60_000 }).toBeGreaterThan(0)
    await rename(name)
  })

  it('of several storefronts is one for each, which go live together', async () => {
    const { name } = (await delivered()).body
    await rename(`${name}, gemeinsam`)
    const body = { storefront: 'de', with: ['uk'], title: 'Both', scope: { skus: [sku] } }
    const made = await maren.post<ReleaseDocument>('/api/releases', body)
    expect(made.status).toBe(201)
    expect(made.body.together).toMatchObject([{ storefront: 'uk' }])
    const [other] = made.body.together
    const [first] = await Promise.all([settled(made.body.id), settled(other!.id)])
    expect((await maren.get<ReleaseDocument>(`/api/releases/${other!.id}`)).body.together).toMatchObject([
      { id: first.id, storefront: 'de', state: 'draft' },
    ])
    const alone = await maren.post(`/api/releases/${first.id}/live`, { base: first.base })
    expect(alone.status).toBe(409)
    expect((await maren.post('/api/releases', { ...body, with: ['nowhere'] })).status).toBe(422)
    for (const id of [first.id, other!.id]) expect((await maren.drop(`/api/releases/${id}`)).status).toBe(204)
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

  it('says of each page what changed it since it was released last, and of each change which pages', async () => {
    await releaseAll()
    const parts = (await delivered()).body.areas.flatMap((area) => area.parts)
    const code = parts.find((part) => part.kind === 'tab')!.piece
    const before = (await maren.get<Piece>(`/api/pieces/${code}`)).body
    const texts = before.texts.map((text) => ({ ...text, title: `${text.title} …` }))
    expect((await maren.put(`/api/pieces/${code}`, { ...before, texts }, { 'If-Match': '*' })).status).toBe(200)
    const draft = await prepare({ skus: [sku], languages: ['de-DE'] })
    const { items } = (await maren.get<Items<ReleaseCause & { pages: number }>>(`/api/releases/${draft.id}/causes`))
      .body
    expect(items.map((cause) => cause.title)).toEqual([`Changed the piece “${before.name}”`])
    const [cause] = items
    expect(cause!.person).not.toBeNull()
    const its = await pagesOf(draft, `?cause=${cause!.step}`)
    expect(its.count).toBe(cause!.pages)
    expect(its.items[0]!.changes.map((change) => change.of)).toContain(code)
    const of = `/api/releases/${draft.id}/pages/de-DE/product/${its.items[0]!.key}`
    const compared = (await maren.get<ReleasePageComparison>(of)).body
    expect(compared.causes.map((one) => one.step)).toEqual([cause!.step])
    expect((await pagesOf(draft, '?cause=999999999')).count).toBe(0)
    await maren.drop(`/api/releases/${draft.id}`)
    await maren.put(`/api/pieces/${code}`, before, { 'If-Match': '*' })
  })

  it('leaves variants that change as their product does to it, until something is decided about them alone', async () => {
    const bell = 'KZ-2010'
    const { write, goLive } = await releasing('de', bell)
    const { name } = (await maren.get<ReleasedProduct>(`${delivery}/products/${bell}`)).body
    await goLive(await prepare({ skus: [bell], languages: ['de-DE'] }))
    await write('name', 'de-DE', `${name} neu`)
    const draft = await prepare({ skus: [bell], languages: ['de-DE'] })
    const all = (await pagesOf(draft)).items
    const folded = (await pagesOf(draft, '?folded=true')).items
    expect(folded.map((row) => row.key)).toEqual([bell])
    expect(folded[0]!.variants).toBe(all.length - 1)
    expect(all.length).toBeGreaterThan(2)

    const exclusion = (key: string) => `/api/releases/${draft.id}/pages/de-DE/product/${key}/exclusion`
    expect((await maren.put(exclusion(bell), { reason: 'wanted by the test' })).status).toBe(200)
    expect((await pagesOf(draft)).items.every((row) => row.leftOut !== null)).toBe(true)
    const variant = all.find((row) => row.key !== bell)!.key
    expect((await maren.drop(exclusion(variant))).status).toBe(200)
    const apart = (await pagesOf(draft, '?folded=true')).items
    expect(apart.map((row) => [row.key, row.leftOut === null])).toEqual([
      [bell, false],
      [variant, true],
    ])
    await maren.drop(`/api/releases/${draft.id}`)
    await write('name', 'de-DE', name)
  })

  it('covers what a campaign’s assignments go to', async () => {
    const covered = async (scope: object) => {
      const draft = await prepare(scope)
      await maren.drop(`/api/releases/${draft.id}`)
      return Object.values(draft.counts!).reduce((sum, n) => sum + n, 0)
    }
    const { items } = (await maren.get<{ items: { code: string }[] }>('/api/campaigns?limit=100')).body
    const counts: number[] = []
    for (const { code } of items) counts.push(await covered({ campaign: code }))
    expect(Math.max(...counts)).toBeGreaterThan(0)
    expect(Math.min(...counts)).toBeLessThan(await covered({}))
  })

  it('is made by those who may release, of what there is', async () => {
    expect((await luc.post('/api/releases', { storefront: 'de', scope: {} })).status).toBe(403)
    expect((await maren.post('/api/releases', { storefront: 'nowhere', scope: {} })).status).toBe(422)
    expect((await maren.post('/api/releases', { storefront: 'de', scope: { languages: ['fr-CH'] } })).status).toBe(422)
    const wrong = { condition: { field: 'nonsense', is: 'equals', value: 1 } }
    expect((await maren.post('/api/releases', { storefront: 'de', scope: wrong })).status).toBe(422)
    for (const scope of [{ skus: ['never'] }, { skus: [] }, { campaign: 'never' }, { ...wrong, skus: [sku] }])
      expect((await maren.post('/api/releases', { storefront: 'de', scope })).status).toBe(422)
    expect((await maren.put('/api/releases/storefronts/de/live', { number: 999 })).status).toBe(404)
    expect((await maren.get('/api/releases/999999')).status).toBe(404)
  })
})
