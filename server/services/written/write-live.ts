import path from 'node:path'
import { listPart, type DeliveredPages } from '@contracts/delivery'
import { chunked } from '@core/lists/chunked'
import { withAllUnder, type ReleasedCategories, type ReleasedCategory } from '@core/release/site'
import { database, inTransaction } from '../../db/connect'
import { lastSteps, type LastStep } from '../../db/queries/live-steps'
import { tryLock } from '../../db/queries/locks'
import { loadSetup } from '../../db/queries/setup'
import { settings } from '../../settings'
import { WrittenBucket } from '../../storage/written-bucket'
import { WrittenFolder } from '../../storage/written-folder'
import type { Tree, WrittenPlace, WrittenRelease } from '../../storage/written-place'
import { pagesInTurn } from '../delivery/everything'
import { readingOf, type Reading } from '../delivery/live'
import { ifThere, madeDocument, madeList, madePage, madePages, madeProduct, type Made } from '../delivery/made'
import { sitemapLines } from '../delivery/sitemap'
import { together } from '../delivery/together'
import { touchedSince } from '../delivery/touched'
import { editionFolder, fileOf } from './addresses'
import { writeMedia } from './write-media'

/** Where more pages than this have changed, all are written anew. */
const mostTouched = 20_000

/** What is written of an edition. */
interface Writing {
  tree: Tree
  reading: Reading
  language: string
  now: number
}

/** The steps of which is known that the files of a storefront in a place have all that they changed. */
const known = new Map<string, string>()

/** The places that the settings name, each with what it is called. */
function placesOf(storefront: string): [name: string, place: WrittenPlace][] {
  const { writtenFolder, writtenBucket } = settings()
  const places: [string, WrittenPlace][] = []
  if (writtenFolder !== null) places.push(['folder', new WrittenFolder(path.join(writtenFolder, storefront))])
  if (writtenBucket !== null) places.push(['bucket', new WrittenBucket(writtenBucket, `written/${storefront}`)])
  return places
}

/**
 * Writes every storefront out as files of which something has changed since. Nothing where no place is named. One that
 * cannot be written holds up no other; what was wrong is thrown then.
 */
export async function writeWhatIsLive(now: number): Promise<void> {
  if (placesOf('').length === 0) return
  const last = await lastSteps(database())
  const steps = JSON.stringify([...last])
  const problems: unknown[] = []
  for (const [storefront, { number }] of last) {
    if (number === 0) continue
    for (const [name, place] of placesOf(storefront)) {
      const at = `${name}:${storefront}`
      if (known.get(at) === steps) continue
      try {
        if (await writeAlone(at, place, storefront, last, now)) known.set(at, steps)
      } catch (e) {
        problems.push(e)
      }
    }
  }
  if (problems.length > 0) throw problems[0]
}

/** Writes a storefront where no other worker does so; says whether it did. */
const writeAlone = (
  at: string,
  folder: WrittenPlace,
  storefront: string,
  last: ReadonlyMap<string, LastStep>,
  now: number,
): Promise<boolean> =>
  inTransaction(async (tx) => {
    if (!(await tryLock(tx.db, `written:${at}`))) return false
    await writeStorefront(folder, storefront, last, now)
    return true
  })

/** Writes a storefront into a place, as far as it differs from what stands there. */
export async function writeStorefront(
  folder: WrittenPlace,
  storefront: string,
  last: ReadonlyMap<string, LastStep>,
  now: number,
): Promise<void> {
  const found = (await loadSetup(database())).storefronts.get(storefront)
  if (!found) return
  const current = await folder.current()
  const changed = current === undefined ? 'all' : await changedSkus(last, current)
  const isBehind = current?.steps[storefront] !== last.get(storefront)?.step
  if (!isBehind && changed !== 'all' && changed.size === 0) return
  const reading = await readingOf({ storefront }, now)
  const tree = await folder.begin({ like: changed === 'all' ? 'nothing' : 'live' })
  try {
    for (const { language } of found.editions) {
      const writing = { tree, reading, language, now }
      if (changed === 'all') await writeAllProducts(writing)
      else await writeProducts(writing, [...changed])
      await writeSite(writing)
    }
    const media = await writeMedia(tree, reading, changed === 'all' ? {} : (current?.media ?? {}))
    const steps = Object.fromEntries([...last].map(([code, { step }]) => [code, step]))
    await folder.publish(tree, { storefront, release: reading.number, at: new Date(now).toISOString(), steps, media })
  } catch (e) {
    await folder.discard(tree)
    throw e
  }
}

/** The products of which something has changed: on their own pages, or on others that are their alternates. */
async function changedSkus(last: ReadonlyMap<string, LastStep>, current: WrittenRelease): Promise<Set<string> | 'all'> {
  const skus = new Set<string>()
  for (const [storefront, at] of last) {
    const touched = await touchedSince(storefront, current.steps[storefront] ?? 0, at, mostTouched)
    // Where pages are is said in all that name them.
    if (touched === 'all' || touched.some((page) => page.kind === 'addresses')) return 'all'
    for (const page of touched) if (page.kind === 'product') skus.add(page.key)
  }
  return skus
}

async function put({ tree }: Writing, file: string | undefined, { text }: Pick<Made, 'text'>): Promise<void> {
  if (file !== undefined) await tree.put(file, text)
}

const fileIn = ({ reading, language }: Writing, ...words: string[]): string | undefined =>
  fileOf(reading.storefront, language, ...words)

async function writeAllProducts(writing: Writing): Promise<void> {
  const { reading, language, now } = writing
  for await (const pages of pagesInTurn(reading, { language, kind: 'product' }, now))
    await putProducts(
      writing,
      pages.map((page) => page.key),
    )
}

/** Writes the pages of some products anew, or takes them away where they have gone. */
async function writeProducts(writing: Writing, skus: readonly string[]): Promise<void> {
  // Slugs can go from one product to another: all are taken away before any is given.
  for (const sku of skus) {
    const file = fileIn(writing, 'products', sku)
    const before = file && (await writing.tree.read(file))
    if (!file || before === undefined) continue
    const { slug } = JSON.parse(before) as { slug: string | null }
    const bySlug = slug === null ? undefined : fileIn(writing, 'by-slug', slug)
    await writing.tree.remove(file)
    if (bySlug) await writing.tree.remove(bySlug)
  }
  await putProducts(writing, skus)
}

/** Writes pages of products that are there, each by its SKU and by its slug. */
async function putProducts(writing: Writing, skus: readonly string[]): Promise<void> {
  const { reading, language, now } = writing
  // As many as are read together: a transaction asks one question at a time.
  for (const some of chunked(skus, together.maxBatchSize)) {
    const all = await Promise.all(some.map((sku) => ifThere(madeProduct(reading, { language, sku }, now))))
    for (const [i, made] of all.entries()) if (made !== undefined) await putProduct(writing, some[i]!, made)
  }
}

async function putProduct(writing: Writing, sku: string, made: Made): Promise<void> {
  await put(writing, fileIn(writing, 'products', sku), made)
  const { slug } = JSON.parse(made.text) as { slug: string | null }
  if (slug !== null) await put(writing, fileIn(writing, 'by-slug', slug), made)
}

/** Writes what stands beside the products: menu, phrases, pages, the tree of categories with lists, the sitemap. */
async function writeSite(writing: Writing): Promise<void> {
  const { reading, language, now, tree } = writing
  const folder = editionFolder(reading.storefront, language)
  for (const kind of ['menu', 'phrases'] as const) {
    const made = await ifThere(madeDocument(reading, { language, kind, key: kind }, now))
    if (made) await put(writing, fileIn(writing, kind), made)
  }
  await tree.removeAll(`${folder}/pages`)
  const pages = await madePages(reading, language, now)
  await put(writing, fileIn(writing, 'pages'), pages)
  for (const { code, slug, use } of (JSON.parse(pages.text) as DeliveredPages).items) {
    const kind = use === 'standing' ? 'page' : 'composed'
    await put(writing, fileIn(writing, 'pages', slug), await madePage(reading, { language, kind, key: code }, now))
  }
  await tree.removeAll(`${folder}/categories`)
  const made = await ifThere(madeDocument(reading, { language, kind: 'categories', key: 'categories' }, now))
  if (made) {
    await put(writing, fileIn(writing, 'categories'), made)
    await writeLists(writing, (JSON.parse(made.text) as ReleasedCategories).categories)
  }
  await writeSitemap(writing, folder)
}

/** Writes the list of every category, part by part. */
async function writeLists(writing: Writing, categories: readonly ReleasedCategory[]): Promise<void> {
  const { reading, language, now } = writing
  for (const { code } of categories.flatMap(withAllUnder))
    for (let cursor: string | undefined; ;) {
      const part = { language, code, limit: listPart, ...(cursor === undefined ? {} : { cursor }) }
      const { made, cursor: next } = await madeList(reading, part, now)
      const place = cursor === undefined ? [] : ['after', cursor]
      await put(writing, fileIn(writing, 'categories', code, ...place), made)
      if (next === null) break
      cursor = next
    }
}

async function writeSitemap({ tree, reading, language, now }: Writing, folder: string): Promise<void> {
  const here = `${settings().publicUrl ?? ''}/${folder}/sitemap.xml`
  const linesOf = (part: number | undefined) => ifThere(sitemapLines(reading, { language, part, here }, now))
  const whole = await linesOf(undefined)
  if (whole === undefined) return
  await tree.put(`${folder}/sitemap.xml`, await joined(whole))
  // An index is one piece; its parts follow until there is none.
  if (!Array.isArray(whole)) return
  for (let part = 1; ; part++) {
    const lines = await linesOf(part)
    if (lines === undefined) return
    await tree.put(`${folder}/sitemap.xml.part-${part}.xml`, await joined(lines))
  }
}

async function joined(lines: AsyncIterable<string> | Iterable<string>): Promise<string> {
  let text = ''
  for await (const line of lines) text += line
  return text
}
