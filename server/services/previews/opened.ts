import { LRUCache } from 'lru-cache'
import type { OpenedPreview, PreviewPage, PreviewPageQuery, PreviewPageRow } from '@contracts/previews'
import type { Counted } from '@contracts/paging'
import { canonicalText, mediaOf, type ReleasedDocument } from '@core/release/document'
import { database } from '../../db/connect'
import { commentsByLink } from '../../db/queries/page-comments'
import { isOnPageOfRelease, noteOpened, previewByHash, type PreviewRow } from '../../db/queries/previews'
import { stagedPages } from '../../db/queries/released-pages'
import { loadSetup } from '../../db/queries/setup'
import { settings } from '../../settings'
import { notFound, Problem } from '../problem'
import { savedPage } from '../proof/proof'
import { storedRelease } from '../release/documents'
import { releasePage } from '../release/releases'
import { endOf, hashOfSecret } from './links'

// What somebody without an account sees who opened a link.

/** The link that a secret opens. Throws 404 where there is none, 410 where it is over or was withdrawn. */
export async function openedBy(secret: string, now: number): Promise<PreviewRow> {
  const link = await previewByHash(database(), hashOfSecret(secret))
  if (!link) throw notFound('preview with this address')
  refuseEnded(link, now)
  return link
}

/** Throws 410 where a link is over or was withdrawn. */
export function refuseEnded(link: PreviewRow, now: number): void {
  const ended = endOf(link, now)
  if (ended === 'withdrawn')
    throw new Problem(410, 'Gone', 'This preview was withdrawn. Ask whoever sent it for another.')
  if (ended === 'over')
    throw new Problem(410, 'Gone', `This preview ended on ${link.until}. Ask whoever sent it for another.`)
}

/** Opening is noted once in so many milliseconds. */
const openedNotedEvery = 60_000

const lensOfLink = ({ group, at }: PreviewRow) => ({ group, ...(at === null ? {} : { at: at.toISOString() }) })

/** What a link shows; that it was opened is noted. Throws 404, 410. */
export async function openPreview(secret: string, now: number): Promise<OpenedPreview> {
  const db = database()
  const link = await openedBy(secret, now)
  await noteOpened(db, link.id, new Date(now), new Date(now - openedNotedEvery))
  const { storefronts, groups } = await loadSetup(db)
  const editions = link.editions.flatMap((e) => {
    const storefront = storefronts.get(e.storefront)
    return storefront ? [{ ...e, name: storefront.name }] : []
  })
  return {
    audience: link.audience,
    sku: link.sku,
    release: link.releaseId,
    title: await titleOf(link, now),
    editions,
    until: link.until,
    group: link.group === null ? null : (groups.get(link.group)?.name ?? link.group),
    at: link.at?.toISOString() ?? null,
    shop: shopOf(link, secret),
  }
}

/** Where a shop shows the planned release of a link. */
function shopOf({ releaseId }: PreviewRow, secret: string): string | null {
  const { shopPreviews } = settings()
  return releaseId === null || shopPreviews === null ? null : `${shopPreviews}${secret}`
}

async function titleOf(link: PreviewRow, now: number): Promise<string> {
  if (link.releaseId !== null) return (await storedRelease(String(link.releaseId))).title
  const page = await documentOfProduct(link, link.editions[0]!, now)
  return page?.name ?? link.sku!
}

type Edition = Pick<PreviewPageQuery, 'storefront' | 'language'>

/** Throws 404 where a link does not show an edition. */
export function refuseOtherEditions({ editions }: PreviewRow, { storefront, language }: Edition): void {
  if (!editions.some((e) => e.storefront === storefront && e.language === language))
    throw notFound(`edition “${storefront}/${language}” in this preview`)
}

const documentOfProduct = (link: PreviewRow, { storefront, language }: Edition, now: number) =>
  savedPage(link.sku!, { storefront, language, ...lensOfLink(link) }, now)

/** The pages that a link shows in an edition, some at a time. Throws 404, 410. */
export async function previewPages(
  secret: string,
  { offset, limit, q, ...edition }: Edition & { offset: number; limit: number; q?: string },
  now: number,
): Promise<Counted<PreviewPageRow>> {
  const link = await openedBy(secret, now)
  refuseOtherEditions(link, edition)
  if (link.releaseId === null) {
    const page = await documentOfProduct(link, edition, now)
    const items = [{ kind: 'product', key: link.sku!, name: page?.name ?? link.sku!, change: 'changed' as const }]
    return { items: items.slice(offset, offset + limit), count: items.length }
  }
  const filter = { language: edition.language, going: true, ...(q ? { q } : { folded: true }) }
  const { items, count } = await stagedPages(database(), link.releaseId, filter, { offset, limit })
  return { items: items.map(({ kind, key, title, change }) => ({ kind, key, name: title, change })), count }
}

/** The page that a link shows; null where shoppers would get none. Throws 404 where the link does not show it. */
export async function documentOfLink(
  link: PreviewRow,
  page: PreviewPageQuery,
  now: number,
): Promise<ReleasedDocument | null> {
  refuseOtherEditions(link, page)
  if (link.releaseId === null) {
    if (page.kind !== 'product' || page.key !== link.sku) throw notFound(`page of “${page.key}” in this preview`)
    return documentOfProduct(link, page, now)
  }
  const { after, held, anyway, leftOut } = await releasePage(String(link.releaseId), page, now)
  // What stays as it is live is none of what is to be released.
  if ((held.length > 0 && anyway === null) || leftOut !== null) throw notFound(`page of “${page.key}” in this preview`)
  return after
}

/** A page that a link shows, with what was said of it by this link. Throws 404, 410. */
export async function previewPage(secret: string, page: PreviewPageQuery, now: number): Promise<PreviewPage> {
  const link = await openedBy(secret, now)
  const document = await documentOfLink(link, page, now)
  return { document, comments: await commentsByLink(database(), link.id, page) }
}

/** What the page of a product names changes as it is written; so long, in milliseconds, it is not looked up again. */
const namedFor = 30_000
const named = new LRUCache<number, Set<string>>({ max: 500, ttl: namedFor })

async function mediaOfProduct(link: PreviewRow, now: number): Promise<Set<string>> {
  const known = named.get(link.id)
  if (known) return known
  const all = new Set<string>()
  for (const edition of link.editions) {
    const page = await documentOfProduct(link, edition, now).catch(() => null)
    for (const name of page ? mediaOf(page, canonicalText(page)) : []) all.add(name)
  }
  named.set(link.id, all)
  return all
}

/** Whether a picture or file stands on a page that one of these secrets opens. */
export async function isOnPreview(secrets: readonly string[], name: string, now: number): Promise<boolean> {
  for (const secret of secrets) {
    const link = await previewByHash(database(), hashOfSecret(secret))
    if (!link || endOf(link, now) !== null) continue
    const isNamed =
      link.releaseId === null
        ? (await mediaOfProduct(link, now)).has(name)
        : await isOnPageOfRelease(database(), link.releaseId, name)
    if (isNamed) return true
  }
  return false
}
