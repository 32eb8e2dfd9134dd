import { readFileSync } from 'node:fs'
import { createServer, type IncomingMessage, type ServerResponse } from 'node:http'
import { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { composedPage } from './composed'
import { deliveryOf, NotDelivered } from './delivery'
import type { Html } from './html'
import { homeOf, type Place } from './frame'
import { categoryPage, choicePage, homePage, missingPage, productPage, searchPage, standingPage } from './pages'
import { PushedPages } from './pushed'
import { basketCookie, basketOf, groupCookie, groupOf, previewCookie, previewOf } from './shopper'

// A shop as a business might have one: it knows the delivery interface, and nothing else of where its pages come from.

const port = Number(process.env.INKLOOM_SHOP_PORT ?? 4871)
const host = process.env.INKLOOM_HOST ?? '127.0.0.1'
const key = process.env.INKLOOM_SHOP_KEY
/** With what pages are signed that are given to this shop. */
const pushed = new PushedPages(process.env.INKLOOM_SHOP_SECRET)
const delivery = deliveryOf(process.env.INKLOOM_SHOP_DELIVERY ?? 'http://127.0.0.1:4870', key, Date.now)

const headers = {
  'Content-Security-Policy':
    "default-src 'none'; style-src 'self'; script-src 'self'; img-src 'self'; font-src 'self'; form-action 'self'; " +
    "base-uri 'none'; frame-ancestors 'none'",
  'X-Content-Type-Options': 'nosniff',
  'Referrer-Policy': 'same-origin',
}

const fonts = 'node_modules/@fontsource'
/** What lies beside the pages, by its address: where it is on the disk, and of which media type. */
const assets: Record<string, { file: string; type: string }> = {
  '/assets/shop.css': { file: 'shop/assets/shop.css', type: 'text/css; charset=utf-8' },
  '/assets/shop.js': { file: 'shop/assets/shop.js', type: 'text/javascript; charset=utf-8' },
  '/assets/japanese.css': { file: `${fonts}/noto-sans-jp/japanese-400.css`, type: 'text/css; charset=utf-8' },
  '/assets/arabic.css': { file: `${fonts}/noto-naskh-arabic/arabic-400.css`, type: 'text/css; charset=utf-8' },
}
const fontFiles: Record<string, string> = {
  'literata-400': `${fonts}/literata/files/literata-latin-400-normal.woff2`,
  'literata-600': `${fonts}/literata/files/literata-latin-600-normal.woff2`,
  'sans-400': `${fonts}/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-400-normal.woff2`,
  'sans-600': `${fonts}/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-600-normal.woff2`,
}

interface Request {
  req: IncomingMessage
  res: ServerResponse
  url: URL
  /** The parts of its path. */
  path: string[]
}

function send(res: ServerResponse, status: number, page: Html): void {
  res.writeHead(status, {
    ...headers,
    'Content-Type': 'text/html; charset=utf-8',
    'Cache-Control': 'private, no-cache',
  })
  res.end(page.text)
}

function sendFile(res: ServerResponse, file: string, type: string): void {
  const body = readFileSync(file)
  res.writeHead(200, { ...headers, 'Content-Type': type, 'Cache-Control': 'public, max-age=3600' })
  res.end(body)
}

async function placeOf(req: IncomingMessage, storefront: string, language: string): Promise<Place> {
  const [{ preview, storefronts }, groups] = await Promise.all([
    shownIn(previewOf(req), { storefront, language }),
    delivery.groups(storefront),
  ])
  const named = groupOf(req, key)
  // A group that there is no longer is nobody's.
  const group = groups.some((g) => g.group === named) ? named : ''
  const shelf = await delivery.shelf({ storefront, language, group, preview })
  return { storefront, language, group, groups, shelf, storefronts, basket: basketOf(req), preview }
}

/** What the shop shows in an edition: a preview where that can be opened and has the edition, else what is live. */
async function shownIn(
  preview: string,
  edition: { storefront: string; language: string },
): Promise<Pick<Place, 'preview' | 'storefronts'>> {
  const planned = preview === '' ? [] : await delivery.storefronts(preview).catch(() => [])
  const has = planned.some(
    (s) => s.storefront === edition.storefront && s.languages.some((l) => l.language === edition.language),
  )
  return has ? { preview, storefronts: planned } : { preview: '', storefronts: await delivery.storefronts('') }
}

/** Shows a planned release to whoever was sent a link, from its first page on. */
async function openPreview({ res, path }: Request): Promise<void> {
  const preview = path[1] ?? ''
  const [first] = await delivery.storefronts(preview)
  if (!first) throw new NotDelivered(404)
  const home = homeOf({ storefront: first.storefront, language: first.languages[0]!.language })
  res.writeHead(303, { ...headers, Location: home, 'Set-Cookie': previewCookie(preview) })
  res.end()
}

/** Shows what is live again. */
function endPreview({ res }: Request): void {
  res.writeHead(303, { ...headers, Location: '/', 'Set-Cookie': previewCookie('') })
  res.end()
}

const numberIn = (url: URL): number => Math.max(1, Math.trunc(Number(url.searchParams.get('page') ?? 1)) || 1)

/** Of the body of a form, and of pages that are given, more than this is not read, in bytes. */
const mostOfForm = 4096
const mostOfPages = 64 * 1024 * 1024

async function textOf(req: IncomingMessage, most: number): Promise<string> {
  const chunks: Buffer[] = []
  let bytes = 0
  for await (const chunk of req as AsyncIterable<Buffer>) {
    bytes += chunk.length
    if (bytes > most) throw new NotDelivered(413)
    chunks.push(chunk)
  }
  return Buffer.concat(chunks).toString('utf8')
}

const formOf = async (req: IncomingMessage): Promise<URLSearchParams> =>
  new URLSearchParams(await textOf(req, mostOfForm))

function sendJson(res: ServerResponse, status: number, body: object): void {
  res.writeHead(status, { ...headers, 'Content-Type': 'application/json', 'Cache-Control': 'no-store' })
  res.end(JSON.stringify(body))
}

/** Takes pages that are given to the shop, and shows what it was given: of a page by what follows the address. */
async function answerPushed({ req, res, path }: Request): Promise<void> {
  if (req.method === 'POST') {
    const { status, body } = pushed.take(req.headers, await textOf(req, mostOfPages))
    return sendJson(res, status, body)
  }
  const [, storefront, language, kind, key] = path
  if (storefront === undefined) return sendJson(res, 200, { pages: pushed.count })
  const page = pushed.page(storefront, language ?? '', kind ?? '', key ?? '')
  return page ? sendJson(res, 200, page) : sendJson(res, 404, { problem: 'No such page was given.' })
}

/** Puts a product into the basket, and leads back to its page, which says so. */
async function putIntoBasket({ req, res }: Request, storefront: string, language: string): Promise<void> {
  const form = await formOf(req)
  const sku = form.get('product') ?? ''
  const home = homeOf({ storefront, language })
  const product = await delivery.product(await placeOf(req, storefront, language), sku)
  const chosen = form.get('sku')
  const isChosen = product.variants.length === 0 || product.variants.some((v) => v.sku === chosen)
  res.writeHead(303, {
    ...headers,
    Location: `${home}/p/${encodeURIComponent(sku)}?said=${isChosen ? 'added' : 'choose'}`,
    ...(isChosen ? { 'Set-Cookie': basketCookie(basketOf(req) + 1) } : {}),
  })
  res.end()
}

/** The page from which a form was sent. */
function pathOfReferrer(req: IncomingMessage): string {
  const url = URL.parse(req.headers.referer ?? '')
  return url === null ? '' : url.pathname + url.search
}

/** Shows the shop as a customer group gets it, from the page on which that was chosen. */
async function chooseGroup({ req, res }: Request, storefront: string, language: string): Promise<void> {
  if (key === undefined) throw new NotDelivered(404)
  const form = await formOf(req)
  const wanted = form.get('group') ?? ''
  const groups = await delivery.groups(storefront)
  const group = groups.some((g) => g.group === wanted) ? wanted : ''
  const home = homeOf({ storefront, language })
  const from = pathOfReferrer(req)
  // Nobody is led to another site.
  const location = from === home || from.startsWith(`${home}/`) ? from : home
  res.writeHead(303, { ...headers, Location: location, 'Set-Cookie': groupCookie(key, group) })
  res.end()
}

/** Sends a picture or file of a page on from the delivery interface. */
async function sendPicture({ req, res, url, path }: Request): Promise<void> {
  const width = url.searchParams.get('width')
  const preview = previewOf(req)
  const asked = new URLSearchParams({ ...(width === null ? {} : { width }), ...(preview === '' ? {} : { preview }) })
  const answer = await delivery.picture(path[1] ?? '', asked.size === 0 ? '' : `?${asked}`)
  if (!answer.ok || !answer.body) throw new NotDelivered(answer.status)
  res.writeHead(200, {
    ...headers,
    'Content-Security-Policy': "default-src 'none'; style-src 'unsafe-inline'; sandbox",
    'Content-Type': answer.headers.get('content-type') ?? 'application/octet-stream',
    'Cache-Control': answer.headers.get('cache-control') ?? 'no-cache',
  })
  await pipeline(Readable.fromWeb(answer.body as never), res)
}

/** The pages of an edition, by what follows its address. */
async function pageOf(request: Request): Promise<{ status: number; page: Html }> {
  const { req, url, path } = request
  const [storefront, language, what, of] = path as [string, string, string?, string?]
  const place = await placeOf(req, storefront, language)
  const missing = { status: 404, page: missingPage(place) }
  if (what === undefined) return { status: 200, page: homePage(place, numberIn(url)) }
  if (what === 'search') return { status: 200, page: searchPage(place, url.searchParams.get('q') ?? '', numberIn(url)) }
  const make = of === undefined ? undefined : detailPages[what]
  if (!make) return missing
  try {
    const page = await make(place, of!, url)
    return page ? { status: 200, page } : missing
  } catch (e) {
    if (e instanceof NotDelivered && noSuchPage.has(e.status)) return missing
    throw e
  }
}

/** There is none, or a cursor in its address is none of a list's. */
const noSuchPage = new Set([404, 410, 422])

/** Pages that are one of many, by what stands in their address before which one. */
const detailPages: Record<string, (place: Place, of: string, url: URL) => Promise<Html | undefined>> = {
  async p(place, of, url) {
    const product = await delivery.product(place, of)
    return productPage(place, product, url.searchParams.get('said'))
  },
  async c(place, of, url) {
    const list = await delivery.list(place, of, url.searchParams.get('after'))
    return categoryPage(place, list)
  },
  async page(place, of) {
    const page = await delivery.page(place, of)
    return page.kind === 'composed' ? composedPage(place, page) : standingPage(place, page)
  },
}

/** Sends the sitemap of an edition on from the delivery interface. */
async function sendSitemap({ res, url, path }: Request): Promise<void> {
  const answer = await delivery.sitemap(path[0]!, path[1]!, url.search)
  if (!answer.ok || !answer.body) throw new NotDelivered(answer.status)
  res.writeHead(200, { ...headers, 'Content-Type': 'application/xml; charset=utf-8' })
  await pipeline(Readable.fromWeb(answer.body as never), res)
}

async function answer(request: Request): Promise<void> {
  const { req, res, url, path } = request
  const asset = assets[url.pathname]
  if (asset) return sendFile(res, asset.file, asset.type)
  if (path[0] === 'assets' && path[1] === 'fonts' && fontFiles[path[2] ?? ''])
    return sendFile(res, fontFiles[path[2]!]!, 'font/woff2')
  // The style sheets of the other scripts' fonts name their files beside them.
  const scriptFont = /^\/assets\/files\/(noto-(?:sans-jp|naskh-arabic)-[\w-]+\.woff2?)$/.exec(url.pathname)
  if (scriptFont) {
    const family = scriptFont[1]!.startsWith('noto-sans-jp') ? 'noto-sans-jp' : 'noto-naskh-arabic'
    return sendFile(res, `${fonts}/${family}/files/${scriptFont[1]}`, 'font/woff2')
  }
  if (url.pathname === '/favicon.ico') return void res.writeHead(204).end()
  if (path[0] === 'pictures') return sendPicture(request)
  if (path[0] === 'preview') return req.method === 'POST' ? endPreview(request) : openPreview(request)
  if (path[0] === 'pushed') return answerPushed(request)
  if (path.length === 0) return send(res, 200, choicePage(await delivery.storefronts('')))
  if (path.length === 1) return send(res, 404, missingPage(null))
  if (req.method === 'POST' && path[2] === 'basket') return putIntoBasket(request, path[0]!, path[1]!)
  if (req.method === 'POST' && path[2] === 'group') return chooseGroup(request, path[0]!, path[1]!)
  if (req.method !== 'GET' && req.method !== 'HEAD') {
    res.writeHead(405, { ...headers, Allow: 'GET, HEAD' })
    res.end()
    return
  }
  if (path[2] === 'sitemap.xml') return sendSitemap(request)
  const { status, page } = await pageOf(request)
  send(res, status, page)
}

/** The parts of a path; undefined where they cannot be read. */
function pathOf(url: URL): string[] | undefined {
  try {
    return url.pathname
      .split('/')
      .filter((p) => p !== '')
      .map(decodeURIComponent)
  } catch {
    return undefined
  }
}

function failed(res: ServerResponse, e: unknown): void {
  const status = e instanceof NotDelivered && e.status === 404 ? 404 : 502
  if (status === 502) console.error('The shop could not answer:', (e as Error).message)
  if (res.headersSent) return void res.destroy()
  send(res, status, missingPage(null))
}

const server = createServer((req, res) => {
  const url = new URL(req.url ?? '/', 'http://shop.invalid')
  const path = pathOf(url)
  if (!path) return send(res, 404, missingPage(null))
  answer({ req, res, url, path }).catch((e: unknown) => failed(res, e))
})
server.requestTimeout = 20_000
server.listen(port, host, () => console.log('shop ready'))
for (const signal of ['SIGINT', 'SIGTERM'] as const)
  process.on(signal, () => {
    server.close(() => process.exit(0))
    setTimeout(() => process.exit(0), 1000).unref()
  })
