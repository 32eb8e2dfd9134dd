import { beforeAll, describe, expect, it } from 'vitest'
import type {
  MadePreviewLink,
  OpenedPreview,
  PageComment,
  PreviewLink,
  PreviewPage,
  PreviewPageRow,
} from '@contracts/previews'
import type { DeliveredList, DeliveredProduct, DeliveredStorefront } from '@contracts/delivery'
import { mostPreviewDays } from '@core/previews/limits'
import type { Counted, Items, Page } from '@contracts/paging'
import type { ReleasePageRow } from '@contracts/release'
import type { ReleasedProduct } from '@core/release/document'
import { base, signedIn, type Client } from './client'
import { releasing } from './releasing'

// Links with which people without an account look at pages that are not live, and what they say of them.

const sku = 'OX-1500'
const edition = { storefront: 'de', language: 'de-DE' }
const { maren, prepareAll, pagesOf, write } = await releasing('de', sku)
let luc: Client
beforeAll(async () => {
  luc = await signedIn('translator')
})

const dayIn = (days: number) => new Date(Date.now() + days * 86_400_000).toISOString().slice(0, 10)
const wanted = { audience: 'Print agency', sku, editions: [edition], until: dayIn(7) }
const make = async (body: object = wanted) => (await maren.post<MadePreviewLink>('/api/previews', body)).body

/** What somebody gets who has nothing but an address. */
const open = (path: string, init: RequestInit = {}) => fetch(base + path, init)
async function read<T>(path: string): Promise<T> {
  const answer = await open(path)
  expect(answer.status).toBe(200)
  return (await answer.json()) as T
}
const secretOf = ({ address }: MadePreviewLink) => address.split('/').at(-1)!
const opened = (link: MadePreviewLink, path = '') => `/api/preview/${secretOf(link)}${path}`
const pageOf = (link: MadePreviewLink, key = sku, kind = 'product') =>
  opened(link, `/page?${new URLSearchParams({ ...edition, key, kind })}`)
const send = (path: string, body: object) =>
  open(path, { method: 'POST', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) })
const said = { ...edition, key: sku, name: 'Mira', words: 'The load is wrong.' }
async function comment(link: MadePreviewLink, body: object = said): Promise<PageComment[]> {
  const answer = await send(opened(link, '/comments'), body)
  expect(answer.status).toBe(200)
  return ((await answer.json()) as Items<PageComment>).items
}
const partOf = (page: PreviewPage) => (page.document as ReleasedProduct).areas[0]!.parts[0]!

describe('a link to a product’s page', () => {
  it('shows it as it is saved, to whoever has its address, and says nothing else', async () => {
    const link = await make()
    expect(link.address).toMatch(/^\/preview\/[\w-]{43}$/)
    await write('name', 'de-DE', 'Trage neu benannt')
    const preview = await read<OpenedPreview>(opened(link))
    expect(preview).toMatchObject({ audience: 'Print agency', sku, release: null, title: 'Trage neu benannt' })
    const page = await read<PreviewPage>(pageOf(link))
    expect(page.document).toMatchObject({ kind: 'product', sku, name: 'Trage neu benannt', ...edition })
    expect(Object.keys(page)).toEqual(['document', 'comments'])
    const answer = await open(pageOf(link))
    expect(answer.headers.get('cache-control')).toBe('no-store')
    const { items } = await read<Counted<PreviewPageRow>>(opened(link, `/pages?${new URLSearchParams(edition)}`))
    expect(items.map((i) => i.key)).toEqual([sku])
  })
  it('shows no other product, edition or kind of page', async () => {
    const link = await make()
    const other = new URLSearchParams({ storefront: 'uk', language: 'en-GB', key: sku })
    for (const path of [pageOf(link, 'PE-1830'), pageOf(link, sku, 'menu'), opened(link, `/page?${other}`)])
      expect((await open(path)).status).toBe(404)
    expect((await open(`/api/preview/${'x'.repeat(43)}`)).status).toBe(404)
  })
  it('shows it for the group and the moment that were asked', async () => {
    const at = new Date(Date.now() + 3 * 86_400_000).toISOString()
    const link = await make({ ...wanted, group: 'workshop', at })
    expect(await read<OpenedPreview>(opened(link))).toMatchObject({ at, group: 'Workshop' })
  })
  it('opens its pictures for whoever opened it, and no others', async () => {
    const link = await make()
    const { pictures } = (await read<PreviewPage>(pageOf(link))).document as ReleasedProduct
    const cookie = (await open(opened(link))).headers.getSetCookie()[0]!
    expect(cookie).toMatch(/HttpOnly.*SameSite=Lax/)
    const picture = (name: string, headers: Record<string, string> = {}) =>
      open(`/delivery/media/${name}?width=160`, { headers })
    const headers = { cookie: cookie.split(';')[0]! }
    const unreleased = (await maren.get<{ items: { code: string }[] }>('/api/media?limit=200')).body.items
    const named = new Set(pictures.map((p) => p.name))
    expect((await picture(pictures[0]!.name, headers)).status).toBe(200)
    const elsewhere = []
    for (const { code } of unreleased.filter((m) => !named.has(m.code)).slice(0, 60))
      if ((await picture(code)).status === 401) elsewhere.push(code)
    for (const code of elsewhere) expect((await picture(code, headers)).status).toBe(401)
    await maren.drop(`/api/previews/${link.id}`)
  })
  it('is made of what there is, until a day that is not far, by whoever may', async () => {
    const refused: [object, number][] = [
      [{ ...wanted, until: dayIn(-2) }, 422],
      [{ ...wanted, until: dayIn(mostPreviewDays + 3) }, 422],
      [{ ...wanted, until: '2026-02-31' }, 422],
      [{ ...wanted, sku: 'NO-1' }, 404],
      [{ ...wanted, editions: [{ storefront: 'de', language: 'fr-FR' }] }, 404],
      [{ ...wanted, editions: [] }, 422],
      [{ ...wanted, group: 'nobody' }, 422],
      [{ ...wanted, release: 1 }, 422],
      [{ ...wanted, audience: ' ' }, 422],
    ]
    for (const [body, status] of refused)
      expect([(await maren.post('/api/previews', body)).status, body]).toEqual([status, body])
    expect((await luc.post('/api/previews', wanted)).status).toBe(403)
  })
  it('opens nothing once it is withdrawn, says so, and that is written down', async () => {
    const link = await make()
    await comment(link)
    expect((await luc.drop(`/api/previews/${link.id}`)).status).toBe(403)
    const withdrawn = await maren.drop<PreviewLink>(`/api/previews/${link.id}`)
    expect(withdrawn.body.ended).toBe('withdrawn')
    for (const path of [opened(link), pageOf(link)]) {
      const answer = await open(path)
      expect(answer.status).toBe(410)
      expect(((await answer.json()) as { detail: string }).detail).toContain('was withdrawn')
    }
    expect((await send(opened(link, '/comments'), said)).status).toBe(410)
    const lena = await signedIn('administrator')
    const { items } = (await lena.get<{ items: { kind: string; detail: { preview?: number } }[] }>('/api/audit')).body
    expect(items.filter((i) => i.detail.preview === link.id).map((i) => i.kind)).toEqual([
      'preview-withdrawn',
      'preview-made',
    ])
    expect(JSON.stringify(items)).not.toContain(secretOf(link))
    expect((await maren.drop('/api/previews/x')).status).toBe(404)
  })
})

describe('a link to a release', () => {
  it('shows the pages that it takes live, and none that stay as they are', async () => {
    await write('name', 'de-DE', 'Trage für die Vorschau')
    const draft = await prepareAll()
    const link = await make({ audience: 'Legal', release: draft.id, editions: [edition], until: dayIn(7) })
    const listed = await read<Counted<PreviewPageRow>>(opened(link, `/pages?${new URLSearchParams(edition)}`))
    const rows = (await pagesOf(draft, '?language=de-DE&folded=true')).items
    const isGoing = (r: ReleasePageRow) => (r.held.length === 0 || r.anyway !== null) && r.leftOut === null
    expect(listed.items.map((i) => i.key)).toEqual(rows.filter(isGoing).map((r) => r.key))
    expect(listed.items.map((i) => i.key)).toContain(sku)
    const page = await read<PreviewPage>(pageOf(link))
    expect(page.document).toMatchObject({ name: 'Trage für die Vorschau' })
    await maren.put(`/api/releases/${draft.id}/pages/de-DE/product/${sku}/exclusion`, { reason: 'not yet' })
    expect((await open(pageOf(link))).status).toBe(404)

    // The draft is deleted: nothing is left to be shown, and its comments stay.
    await maren.drop(`/api/releases/${draft.id}`)
    expect((await open(opened(link))).status).toBe(404)
  })
  it('has delivery answer as if it were live, in pages and lists, for a shop that shows it', async () => {
    const name = `Trage im Laden ${Date.now()}`
    await write('name', 'de-DE', name)
    await write('slug', 'de-DE', 'trage-im-laden')
    const draft = await prepareAll()
    const link = await make({ audience: 'Legal', release: draft.id, editions: [edition], until: dayIn(7) })
    const preview = `preview=${secretOf(link)}`
    const product = `/delivery/de/de-DE/products/${sku}`
    const planned = await open(`${product}?${preview}`)
    expect(planned.headers.get('cache-control')).toMatch(/^private, max-age=0/)
    const page = (await planned.json()) as DeliveredProduct
    expect(page.name).toBe(name)
    const nameAt = async (path: string) => ((await (await open(path)).json()) as { name?: string }).name
    expect(await nameAt(product)).not.toBe(name)
    const bySlug = `/delivery/de/de-DE/by-slug/trage-im-laden?${preview}`
    expect((await read<DeliveredProduct>(bySlug)).name).toBe(name)
    const category = page.categories.at(-1)!.code
    const listed = await read<DeliveredList>(`/delivery/de/de-DE/categories/${category}?limit=100&${preview}`)
    expect(listed.items.map((card) => card.name)).toContain(name)
    const everything = await (await open(`/delivery/de/de-DE/everything?${preview}`)).text()
    expect(everything).toContain(name)
    expect((await read<Items<DeliveredStorefront>>(`/delivery?${preview}`)).items).toMatchObject([
      { storefront: 'de', languages: [{ language: 'de-DE' }] },
    ])
    const picture = `/delivery/media/${encodeURIComponent(page.pictures[0]!.name)}?width=160`
    expect((await open(`${picture}&${preview}`)).status).toBe(200)

    await maren.put(`/api/releases/${draft.id}/pages/de-DE/product/${sku}/exclusion`, { reason: 'not yet' })
    expect(await nameAt(`${product}?${preview}`)).not.toBe(name)
    expect((await open(`/delivery/uk/en-GB/products/${sku}?${preview}`)).status).toBe(404)
    const ofProduct = await make()
    expect((await open(`${product}?preview=${secretOf(ofProduct)}`)).status).toBe(404)
    await maren.drop(`/api/previews/${link.id}`)
    expect((await open(`${product}?${preview}`)).status).toBe(410)
    await maren.drop(`/api/releases/${draft.id}`)
  })
  it('is of its storefront, without group or moment, and only before it is live', async () => {
    const draft = await prepareAll()
    const ofRelease = { audience: 'Legal', release: draft.id, editions: [edition], until: dayIn(7) }
    const uk = { storefront: 'uk', language: 'en-GB' }
    expect((await maren.post('/api/previews', { ...ofRelease, editions: [uk] })).status).toBe(422)
    expect((await maren.post('/api/previews', { ...ofRelease, group: 'workshop' })).status).toBe(422)
    await maren.drop(`/api/releases/${draft.id}`)
    expect((await maren.post('/api/previews', ofRelease)).status).toBe(404)
  })
})

describe('comments', () => {
  it('are about the page or a part of it, answered by both sides, resolved and open again', async () => {
    const link = await make()
    const part = partOf(await read<PreviewPage>(pageOf(link)))
    const [first] = await comment(link, { ...said, part: part.piece })
    expect(first).toMatchObject({
      ...{ name: 'Mira', guest: true, words: said.words, audience: 'Print agency', settled: false, answers: [] },
      part: { piece: part.piece, title: part.title },
    })
    const path = `/api/page-comments/${first!.id}`
    const listed = (await luc.get<Page<PageComment>>(`/api/page-comments?sku=${sku}`)).body.items
    expect(listed.map((c) => c.id)).toContain(first!.id)
    expect((await luc.post(`${path}/answers`, { words: 'Yes.' })).status).toBe(403)
    const answered = (await maren.post<PageComment>(`${path}/answers`, { words: 'It is 25 kg now.' })).body
    expect(answered.answers).toMatchObject([{ name: 'Maren Oddvik', guest: false, words: 'It is 25 kg now.' }])
    const settled = (await maren.put<PageComment>(`${path}/settled`, { settled: true })).body
    expect(settled.settled).toBe(true)
    const open = async () => (await maren.get<Page<PageComment>>('/api/page-comments?mine=true')).body.items
    expect((await open()).map((c) => c.id)).not.toContain(first!.id)

    const again = await send(opened(link, `/comments/${first!.id}/answers`), { name: 'Mira', words: 'And the width?' })
    const { items } = (await again.json()) as Items<PageComment>
    expect(items[0]).toMatchObject({ settled: false, answers: [{ guest: false }, { guest: true, name: 'Mira' }] })
    expect((await open()).map((c) => c.id)).toContain(first!.id)
    const links = (await maren.get<Page<PreviewLink>>(`/api/previews?sku=${sku}`)).body.items
    expect(links.find((l) => l.id === link.id)).toMatchObject({ open: 1 })
  })
  it('of another link are neither shown nor answered', async () => {
    const [one, other] = [await make(), await make()]
    const [first] = await comment(one)
    expect((await read<PreviewPage>(pageOf(other))).comments).toEqual([])
    const answer = await send(opened(other, `/comments/${first!.id}/answers`), { name: 'X', words: 'Y' })
    expect(answer.status).toBe(404)
  })
  it('are refused where they mean a part that is not on the page, or say nothing', async () => {
    const link = await make()
    for (const body of [
      { ...said, part: 'no-such-part' },
      { ...said, words: '  ' },
      { ...said, name: '' },
      { ...said, words: 'x'.repeat(2001) },
    ])
      expect((await send(opened(link, '/comments'), body)).status).toBe(422)
    expect((await send(opened(link, '/comments'), { ...said, key: 'PE-1830' })).status).toBe(404)
  })
  it('are taken thirty in ten minutes, from however many at once', async () => {
    const link = await make()
    const statuses = await Promise.all(
      Array.from({ length: 40 }, async () => {
        const answer = await send(opened(link, '/comments'), said)
        if (answer.status === 429) expect(answer.headers.get('retry-after')).toBe('600')
        return answer.status
      }),
    )
    expect(statuses.filter((s) => s === 200)).toHaveLength(30)
    expect(statuses.filter((s) => s === 429)).toHaveLength(10)
  })
  it('come page by page', async () => {
    const link = await make()
    for (let i = 0; i < 3; i++) await comment(link, { ...said, words: `No. ${i}` })
    const first = (await maren.get<Page<PageComment>>('/api/page-comments?limit=2')).body
    const second = (await maren.get<Page<PageComment>>(`/api/page-comments?limit=1&cursor=${first.next}`)).body
    expect([...first.items, ...second.items].map((c) => c.words)).toEqual(['No. 2', 'No. 1', 'No. 0'])
    expect((await maren.get('/api/page-comments?cursor=x')).status).toBe(422)
  })
})
