import { spawn, type ChildProcess } from 'node:child_process'
import { mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { createServer } from 'node:net'
import path from 'node:path'
import sharp from 'sharp'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { csvLines } from '../csv'
import { ada, maren, now, ownDatabase } from './database'

// A storefront written out as files, served by Debian's nginx (https://nginx.org/en/docs/): it has to answer what
// delivery answers.

const { file, folder } = ownDatabase()
const written = path.join(folder, 'written')
process.env.INKLOOM_WRITTEN_FOLDER = written
const { release } = await import('@demo/releases')
const { database } = await import('@server/db/connect')
const { importProducts } = await import('@server/services/imports/import-products')
const { readingOf } = await import('@server/services/delivery/live')
const { madeDocument, madeList, madePages, madeProduct } = await import('@server/services/delivery/made')
const { takeMedia } = await import('@server/services/media/media')
const { sitemapLines } = await import('@server/services/delivery/sitemap')
const { patchProduct } = await import('@server/services/products/products')
const { goBack } = await import('@server/services/release/going-live')
const { writeAllGoneBack } = await import('@server/services/release/live-rows')
const { anyVersion, getRecord, putRecord } = await import('@server/services/records/records')
const { writeWhatIsLive } = await import('@server/services/written/write-live')
const { listPart } = await import('@contracts/delivery')

const [storefront, language] = ['uk', 'en-GB']
const source = { personId: 1, origin: 'test', by: 'test' } as Parameters<typeof goBack>[4]

/** Releases everything of the storefront, ready or not. */
const releaseAll = () => release(maren, storefront, { title: 'All', scope: {}, anyway: 'wanted by the test' })
const rename = (sku: string, name: string) =>
  patchProduct(maren, sku, '*', { values: [{ attribute: 'name', language: 'en-GB', value: name }] }, now)

const products = 2 * listPart + 5
/** Keys that lead out of the folder, or want a folder where a file stands. */
const unwritable = ['A/../../../X', 'BG-000.json/X']
const skuOf = (i: number) => `BG-${String(i).padStart(3, '0')}`

let nginx: ChildProcess
let base: string
beforeAll(async () => {
  const { record } = await getRecord('storefronts', storefront)
  const site = 'https://shop.example/{language}'
  const addresses = {
    ...{ home: site, product: `${site}/p/{sku}`, category: `${site}/c/{category}`, page: `${site}/page/{page}` },
    picture: 'https://shop.example/media/{name}',
  }
  const pages = [
    { code: 'returns', name: 'Returns', titles: { 'en-GB': 'Returns' }, bodies: { 'en-GB': '<p>Sixty days.</p>' } },
  ]
  await putRecord(ada, 'storefronts', storefront, { ...record, addresses, pages }, anyVersion, now)
  const drawn = '<svg xmlns="http://www.w3.org/2000/svg" width="90" height="90"><rect width="60" height="60"/></svg>'
  const photo = await sharp(Buffer.from(drawn)).resize(900).jpeg().toBuffer()
  await takeMedia(maren, file(drawn, 'drawn'), { name: 'bag.svg', taken: 'over' }, now)
  await takeMedia(maren, file(photo, 'photo'), { name: 'bag.jpg', taken: 'over' }, now)
  await takeMedia(
    maren,
    file(await sharp(photo).rotate(90).jpeg().toBuffer(), 'other'),
    { name: 'other.jpg', taken: 'over' },
    now,
  )
  const pictureOf = (i: number) => (i === 0 ? 'bag.jpg' : i === 2 ? 'bag.svg' : '')
  const lines = Array.from(
    { length: products },
    (_, i) => `${skuOf(i)},bag,panniers,Bag ${i},${20 + i},active,${pictureOf(i)}`,
  )
  const odd = ['BG/7 X', ...unwritable]
  const more = odd.map((sku) => `${sku},bag,roll-top,Straße für Löwen,9,active,`)
  await importProducts(file(csvLines('sku,type,category,name,price@uk,status,pictures', ...lines, ...more)), {
    ...{ mode: 'apply', take: 'all', title: 'Importing', personId: null, now },
  })
  await releaseAll()
  await writeWhatIsLive(now)
  base = await serve(path.join(written, storefront, 'live'))
}, 120_000)
afterAll(() => void nginx?.kill())

/** Serves a folder by nginx, configured as the documents for operators say; returns the address. */
async function serve(root: string): Promise<string> {
  const port = await new Promise<number>((resolve) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as { port: number }
      probe.close(() => resolve(port))
    })
  })
  const place = path.join(folder, 'nginx')
  mkdirSync(place, { recursive: true })
  const docs = readFileSync('docs/operators.md', 'utf8')
  const location = /```nginx\n([^]*?)```/.exec(docs)![1]!.replace('/srv/inkloom/written/uk/live', root)
  const temporary = ['client_body', 'proxy', 'fastcgi', 'uwsgi', 'scgi'].map((of) => `${of}_temp_path ${place}/${of};`)
  const config = path.join(place, 'nginx.conf')
  writeFileSync(
    config,
    `daemon off; master_process off; pid ${place}/pid; error_log ${place}/errors;
    events {} http { access_log off; ${temporary.join(' ')}
    server { listen 127.0.0.1:${port}; ${location} } }`,
  )
  nginx = spawn('nginx', ['-c', config, '-p', place, '-e', `${place}/errors`], { stdio: 'inherit' })
  const address = `http://127.0.0.1:${port}`
  for (let i = 0; i < 100; i++) {
    if (await fetch(address).catch(() => undefined)) return address
    await new Promise((resolve) => setTimeout(resolve, 50))
  }
  throw new Error('nginx does not answer.')
}

const at = (address: string) => `${base}/delivery/${storefront}/${language}/${address}`
async function served(address: string): Promise<string | undefined> {
  const answer = await fetch(at(address))
  return answer.status === 200 ? answer.text() : undefined
}

describe('a storefront that is written out as files', () => {
  it('is served as delivery answers it: pages, lists by cursor, menu, phrases, sitemap', async () => {
    const reading = await readingOf({ storefront }, now)
    for (const sku of [skuOf(0), skuOf(products - 1), 'BG/7 X']) {
      const made = await madeProduct(reading, { language, sku }, now)
      expect(await served(`products/${encodeURIComponent(sku)}`)).toBe(made.text)
      const { slug } = JSON.parse(made.text) as { slug: string | null }
      if (slug !== null) expect(await served(`by-slug/${encodeURIComponent(slug)}`)).toBe(made.text)
    }
    for (const kind of ['menu', 'phrases', 'categories'] as const) {
      const made = await madeDocument(reading, { language, kind, key: kind }, now)
      expect(await served(kind)).toBe(made.text)
    }
    expect(await served('pages')).toBe((await madePages(reading, language, now)).text)
    expect(await served('pages/returns')).toBe(
      (await madeDocument(reading, { language, kind: 'page', key: 'returns' }, now)).text,
    )
    let seen = 0
    for (let cursor: string | undefined; ;) {
      const part = { language, code: 'bags', limit: listPart, ...(cursor === undefined ? {} : { cursor }) }
      const { made, cursor: next } = await madeList(reading, part, now)
      expect(await served(`categories/bags${cursor === undefined ? '' : `?cursor=${cursor}`}`)).toBe(made.text)
      seen += (JSON.parse(made.text) as { items: unknown[] }).items.length
      if (next === null) break
      cursor = next
    }
    expect(seen).toBe(products + 1 + unwritable.length)
    const here = `/delivery/${storefront}/${language}/sitemap.xml`
    let sitemap = ''
    for await (const line of await sitemapLines(reading, { language, part: undefined, here }, now)) sitemap += line
    const answer = await fetch(at('sitemap.xml'))
    expect(answer.headers.get('content-type')).toMatch(/xml/)
    expect(await answer.text()).toBe(sitemap)
    expect((await fetch(at('products/BG-000'))).headers.get('content-type')).toMatch(/^application\/json/)
    for (const sku of ['never', ...unwritable])
      expect(await served(`products/${encodeURIComponent(sku)}`)).toBeUndefined()
  })

  it('has the pictures of its pages, and no others, as pages show them', async () => {
    const of = async (name: string) => {
      const answer = await fetch(`${base}/delivery/media/${name}?width=480`)
      return {
        status: answer.status,
        type: answer.headers.get('content-type'),
        body: Buffer.from(await answer.arrayBuffer()),
      }
    }
    const photo = await of('bag.jpg')
    expect([photo.status, photo.type]).toEqual([200, 'image/webp'])
    expect(await sharp(photo.body).metadata()).toMatchObject({ format: 'webp', width: 480 })
    const drawn = await of('bag.svg')
    expect([drawn.status, drawn.type]).toEqual([200, 'image/svg+xml'])
    expect(drawn.body.toString()).toContain('<rect')
    expect((await of('other.jpg')).status).toBe(404)
  })

  it('changes with a release at once, and goes back with it; unchanged contents are kept once', async () => {
    const contents = () => readdirSync(path.join(written, storefront, 'content'), { recursive: true }).length
    const before = await served(`products/${skuOf(1)}`)
    const kept = contents()
    await rename(skuOf(1), 'Another bag')
    await patchProduct(maren, skuOf(2), '*', { status: 'disabled' }, now)
    await releaseAll()
    expect(await served(`products/${skuOf(1)}`)).toBe(before)
    await writeWhatIsLive(now)
    expect(await served(`products/${skuOf(1)}`)).toContain('Another bag')
    expect(await served(`products/${skuOf(2)}`)).toBeUndefined()
    expect((await fetch(`${base}/delivery/media/bag.svg`)).status).toBe(404)
    expect(await served('categories/bags')).toContain('Another bag')
    // A few contents more, of what changed, while the tree before is still kept.
    expect(contents() - kept).toBeLessThan(30)
    await goBack(maren, storefront, 1, now, source)
    await writeAllGoneBack()
    await writeWhatIsLive(now)
    expect(await served(`products/${skuOf(1)}`)).toBe(before)
    expect(await served(`products/${skuOf(2)}`)).toBeDefined()
    expect((await fetch(`${base}/delivery/media/bag.svg`)).status).toBe(200)
    expect(readdirSync(path.join(written, storefront, 'trees'))).toHaveLength(2)
  })

  it('is the same, written step by step, as written from nothing', async () => {
    await rename(skuOf(3), 'Third bag')
    await releaseAll()
    await writeWhatIsLive(now)
    const files = (root: string) =>
      (readdirSync(root, { recursive: true, encoding: 'utf8' }) as string[])
        .filter((name) => /\.(json|xml)$/.test(name) && name !== 'release.json')
        .sort()
        .map((name) => [name, readFileSync(path.join(root, name), 'utf8')])
    const live = path.join(written, storefront, 'live')
    const step = files(live)
    const { WrittenFolder } = await import('@server/storage/written-folder')
    const { writeStorefront } = await import('@server/services/written/write-live')
    const { lastSteps } = await import('@server/db/queries/live-steps')
    const anew = path.join(folder, 'anew')
    await writeStorefront(new WrittenFolder(anew), storefront, await lastSteps(database()), now)
    expect(files(path.join(anew, 'live'))).toEqual(step)
    expect(step.length).toBeGreaterThan(products)
  })
})
