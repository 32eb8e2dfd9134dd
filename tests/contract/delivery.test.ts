import { describe, expect, it } from 'vitest'
import type { DeliveredChanges, DeliveredList, DeliveredPages, DeliveredProduct } from '@contracts/delivery'
import type { Storefront } from '@core/catalogue/model'
import type { ReleasedProduct } from '@core/release/document'
import type { ReleasedCategories, ReleasedCategory, ReleasedStandingPage } from '@core/release/site'
import { base, signedIn } from './client'
import { releasing } from './releasing'

// What shops are given of what is live, without signing in.

const sku = 'KZ-0316'
const delivery = '/delivery/de/de-DE'
const address = `${delivery}/products/${sku}`
const { maren, write, releaseAll } = await releasing('de', sku)
const open = (path: string, init?: RequestInit) => fetch(base + path, init)
async function read<T>(path: string): Promise<T> {
  const answer = await open(path)
  expect(answer.status).toBe(200)
  return (await answer.json()) as T
}
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
      await write('slug', 'de-DE', slug)
      await releaseAll()
    }
    const before = (await read<DeliveredProduct>(address)).slug
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
    const picture = await open(`/delivery/media/${page.pictures[0]!.name}?width=480`)
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

describe('lists', () => {
  const flat = (tree: readonly ReleasedCategory[]): ReleasedCategory[] => tree.flatMap((c) => [c, ...flat(c.children)])

  it('have each product of a category and of those under it once, in the order of their names', async () => {
    const items: DeliveredList['items'] = []
    let count = 0
    for (let cursor: string | null = ''; cursor !== null;) {
      const query: string = `?limit=7${cursor && `&cursor=${encodeURIComponent(cursor)}`}`
      const list = await read<DeliveredList>(`${delivery}/categories/bags${query}`)
      items.push(...list.items)
      count = list.count
      cursor = list.next
    }
    expect(new Set(items.map((i) => i.sku)).size).toBe(items.length)
    expect(items.length).toBe(count)
    const { compare } = new Intl.Collator('de-DE')
    const names = items.map((i) => i.name)
    expect(names).toEqual([...names].sort(compare))
    const page = await read<DeliveredProduct>(`${delivery}/products/${items[0]!.sku}`)
    expect(items[0]).toMatchObject({ name: page.name, summary: page.summary, price: page.price })
    expect(items[0]!.picture).toEqual(page.pictures[0])
  })
  it('are those of the tree, in the language, with how many products are under each', async () => {
    const { categories } = await read<ReleasedCategories>(`${delivery}/categories`)
    const bags = flat(categories).find((c) => c.code === 'bags')!
    const list = await read<DeliveredList>(`${delivery}/categories/bags`)
    expect(list.category.name).toBe(bags.name)
    for (const { code, count } of list.under) {
      expect(bags.children.map((c) => c.code)).toContain(code)
      expect((await read<DeliveredList>(`${delivery}/categories/${code}?limit=1`)).count).toBe(count)
    }
  })
  it('refuse what they do not have', async () => {
    expect((await open(`${delivery}/categories/nonsense`)).status).toBe(404)
    expect((await open(`${delivery}/categories/bags?cursor=nonsense`)).status).toBe(422)
    expect((await open(`${delivery}/categories/bags?limit=0`)).status).toBe(422)
  })
})

describe('pages of the storefront', () => {
  it('go live with a release of everything, and go when they are deleted', async () => {
    const lena = await signedIn('administrator')
    const before = (await lena.get<Storefront>('/api/storefronts/ca')).body
    const pages = [
      {
        code: 'returns',
        name: 'Returns',
        titles: { 'en-CA': 'Returns' },
        bodies: { 'en-CA': '<p>Call <data value="storefront:phone">phone</data>.</p>' },
      },
    ]
    const { prepare, goLive } = await releasing('ca', sku)
    const save = (record: Storefront) => lena.put('/api/storefronts/ca', record, { 'If-Match': '*' })
    const languages = ['en-CA']
    expect((await save({ ...before, pages })).status).toBe(200)
    expect((await goLive(await prepare({ languages }))).status).toBe(200)
    expect(await read<DeliveredPages>('/delivery/ca/en-CA/pages')).toEqual({
      items: [{ code: 'returns', slug: 'returns', title: 'Returns', use: 'standing' }],
    })
    const page = await read<ReleasedStandingPage>('/delivery/ca/en-CA/pages/returns')
    expect(page.html).toMatch(/^<p>Call [\d +-]+\.<\/p>$/)
    expect(await (await open('/delivery/ca/en-CA/sitemap.xml')).text()).toContain('/page/returns</loc>')
    expect((await save({ ...before, pages: [] })).status).toBe(200)
    expect((await goLive(await prepare({ languages }))).status).toBe(200)
    expect((await open('/delivery/ca/en-CA/pages/returns')).status).toBe(404)
  })
})

describe('alternates', () => {
  it('of a page name each language once, and each of their pages names all of them back', async () => {
    const page = await read<DeliveredProduct>(address)
    expect(page.address).toMatch(new RegExp(`/de/de-DE/p/${page.slug ?? sku}$`))
    expect(page.alternates.length).toBeGreaterThan(3)
    expect(new Set(page.alternates.map((a) => a.language)).size).toBe(page.alternates.length)
    for (const { storefront, language, address } of page.alternates) {
      const other = await read<DeliveredProduct>(`/delivery/${storefront}/${language}/products/${sku}`)
      expect(other.address).toBe(address)
      expect(other.alternates).toEqual(page.alternates)
    }
  })
  it('are in the sitemap too', async () => {
    const page = await read<DeliveredProduct>(address)
    const answer = await open(`${delivery}/sitemap.xml`)
    expect(answer.headers.get('content-type')).toMatch(/^application\/xml/)
    const entry = (await answer.text()).split('\n').find((line) => line.includes(`<loc>${page.address}</loc>`))!
    for (const { language, address } of page.alternates)
      expect(entry).toContain(`<xhtml:link rel="alternate" hreflang="${language}" href="${address}"/>`)
    expect((await open(`${delivery}/sitemap.xml?part=2`)).status).toBe(404)
  })
  it('are part of the entity tag: it changes where the page in another language goes', async () => {
    const tag = (await open(address)).headers.get('etag')
    await write('slug', 'de-DE', 'eel-anders')
    const elsewhere = `/delivery/uk/en-GB/products/${sku}`
    const before = (await open(elsewhere)).headers.get('etag')
    await releaseAll()
    expect((await open(address)).headers.get('etag')).not.toBe(tag)
    expect((await open(elsewhere)).headers.get('etag')).not.toBe(before)
    await write('slug', 'de-DE', null)
    await releaseAll()
    expect((await open(elsewhere)).headers.get('etag')).toBe(before)
  })
})

describe('changes', () => {
  const after = (cursor: string, more = '') =>
    read<DeliveredChanges>(`/delivery/de/changes?after=${encodeURIComponent(cursor)}${more}`)

  it('are told after everything was read, and waited for', async () => {
    const cursor = (await open(`${delivery}/everything`)).headers.get('inkloom-changes')!
    expect((await after(cursor)).items).toEqual([])
    const waiting = after(cursor, '&wait=30')
    const name = (await read<DeliveredProduct>(address)).name
    await write('name', 'de-DE', `${name}, anders`)
    await releaseAll()
    const told = await waiting
    expect(told.items).toContainEqual({ language: 'de-DE', kind: 'product', key: sku, change: 'changed' })
    expect((await after(told.next)).items).toEqual([])
    await write('name', 'de-DE', name)
    await releaseAll()
  })
  it('are told from the first on, as many at a time as are asked for', async () => {
    const { items, next } = await read<DeliveredChanges>('/delivery/de/changes?limit=2')
    expect(items.map((i) => i.change)).toEqual(['added', 'added'])
    expect((await after(next, '&limit=2')).items).toHaveLength(2)
    expect((await open('/delivery/de/changes?after=nonsense')).status).toBe(422)
  })
})

describe('a release that is pinned', () => {
  it('is read for ten minutes after another went live, by its number', async () => {
    const before = await releaseAllAs('eel-eins')
    await releaseAllAs('eel-zwei')
    expect((await read<DeliveredProduct>(address)).slug).toBe('eel-zwei')
    const old = await open(`${address}?release=${before.number}`)
    expect(old.headers.get('inkloom-release')).toBe(String(before.number))
    expect(((await old.json()) as ReleasedProduct).slug).toBe('eel-eins')
    const list = await open(`${delivery}/categories/bags?release=${before.number}`)
    expect(list.headers.get('inkloom-release')).toBe(String(before.number))
    expect((await open(`${address}?release=99999`)).status).toBe(404)
    await write('slug', 'de-DE', null)
    await releaseAll()
  })
  async function releaseAllAs(slug: string) {
    await write('slug', 'de-DE', slug)
    return releaseAll()
  }
})

describe('answers', () => {
  it('that are ready say the same as when they were made, in body and in headers', async () => {
    const { slug } = await read<DeliveredProduct>(address)
    const paths = ['categories', 'categories/bags', 'menu', 'phrases', 'pages', `products/${sku}`]
    for (const path of [...paths, ...(slug === null ? [] : [`by-slug/${slug}`])]) {
      // Two addresses of the same, so that the first of each is made anew.
      const [first, second] = await Promise.all([0, 1].map(() => told(`${delivery}/${path}`)))
      expect(second).toEqual(first)
      expect(await told(`${delivery}/${path}`)).toEqual(first)
      const list = await told(`${delivery}/${path}`, { Accept: 'text/html' })
      expect(list.status).toBe(406)
    }
  })
  it('that are ready are sent packed, by HEAD and to scripts of the site as others are', async () => {
    const { origin } = new URL((await read<DeliveredProduct>(address)).address!)
    for (const encoding of ['br', 'gzip', 'identity', 'br'])
      expect((await told(address, { 'Accept-Encoding': encoding })).body).toEqual((await told(address)).body)
    const whole = await open(address, { headers: { Origin: origin } })
    const again = await open(address, { headers: { Origin: origin } })
    expect(again.headers.get('access-control-allow-origin')).toBe(origin)
    expect(whole.headers.get('access-control-allow-origin')).toBe(origin)
    const head = await open(address, { method: 'HEAD' })
    expect([head.status, head.headers.get('etag')]).toEqual([200, whole.headers.get('etag')])
  })

  /** All that an answer says but the time of day. */
  async function told(path: string, headers: Record<string, string> = {}) {
    const answer = await open(path, { headers })
    const said = Object.fromEntries([...answer.headers].filter(([name]) => !timely.has(name)))
    return { status: answer.status, headers: said, body: await answer.text() }
  }
  const timely = new Set(['date', 'cache-control'])

  it('can be kept, asked for again and had compressed, as HTTP has it (RFC 9110, RFC 9111)', async () => {
    const whole = await open(address)
    const tag = whole.headers.get('etag')!
    expect(whole.headers.get('vary')).toMatch(/Accept-Encoding/)
    expect(whole.headers.get('cache-control')).toMatch(/^public, max-age=\d+, stale-while-revalidate=\d+$/)
    const again = await open(address, { headers: { 'If-None-Match': `"other", ${tag}` } })
    expect([again.status, again.headers.get('etag'), await again.text()]).toEqual([304, tag, ''])
    expect(again.headers.get('vary')).toMatch(/Accept-Encoding/)
    const head = await open(address, { method: 'HEAD' })
    expect([head.status, head.headers.get('etag'), await head.text()]).toEqual([200, tag, ''])
    const options = await open(address, { method: 'OPTIONS' })
    expect([options.status, options.headers.get('allow')]).toEqual([204, 'GET, HEAD, OPTIONS'])
    expect((await open(address, { method: 'POST' })).status).toBe(405)
    const packed = await open(address, { headers: { 'Accept-Encoding': 'gzip' } })
    expect(packed.headers.get('content-encoding')).toBe('gzip')
    expect(await packed.json()).toEqual(await whole.json())
  })
  it('can be read by scripts of the site that the storefront names, and of no other', async () => {
    const { origin } = new URL((await read<DeliveredProduct>(address)).address!)
    const asked = (from: string, init?: RequestInit) => open(address, { ...init, headers: { Origin: from } })
    expect((await asked(origin)).headers.get('access-control-allow-origin')).toBe(origin)
    const other = await asked('https://elsewhere.example')
    expect(other.headers.get('access-control-allow-origin')).toBeNull()
    expect(other.headers.get('vary')).toMatch(/Origin/)
    const preflight = await open(address, {
      method: 'OPTIONS',
      headers: { Origin: origin, 'Access-Control-Request-Method': 'GET' },
    })
    expect(preflight.headers.get('access-control-allow-headers')).toBe('If-None-Match')
  })
})
