import type { ComposedPage } from '@core/composed/page'
import type { Library } from '@core/media/versions'
import { composedOverTime } from '@core/release/composed'
import type { StretchesOfGroup } from '@core/release/over-time'
import type { HeldBack, ReleaseScope } from '@contracts/release'
import type { Db } from '../../db/connect'
import { storedRecords } from '../../db/queries/records'
import { sinceWords, type MadePage } from './made-pages'
import { isEverything, type Workbench } from './workbench'

// Composed pages as they would be released.

/** The composed pages that a release covers: all, or those of its campaign. */
export async function composedOfScope(db: Db, scope: ReleaseScope): Promise<ComposedPage[]> {
  if (!isEverything(scope) && scope.campaign === undefined) return []
  const pages = await storedRecords(db, 'composed-pages')
  return scope.campaign === undefined ? pages : pages.filter((page) => page.limits.campaign === scope.campaign)
}

/** What keeps a page from going: what is missing on it now, at some moment or for some group, each once. */
function heldBack(page: readonly StretchesOfGroup[], bench: Workbench): HeldBack[] {
  const all = page.flatMap(({ lacking }) => lacking)
  const once = new Map(all.map((piece) => [`${piece.piece} ${piece.reason}`, piece]))
  return [...once.values()].map(({ piece, title, reason, ...since }) => ({
    code: 'section-not-shown',
    message: `${title} is not ready${sinceWords(since, bench)}: ${reason}.`,
    at: `section:${piece}`,
  }))
}

/** Composed pages in a language as they would be released. */
export function madeComposedPages(
  bench: Workbench,
  pages: readonly ComposedPage[],
  library: Library,
  language: string,
): MadePage[] {
  const { setup, storefront, now } = bench
  const lens = { storefront: storefront.code, language, group: null, moment: now }
  return pages.map((one): MadePage => {
    const page = composedOverTime({ page: one, lens, setup, library }, now)
    const held = heldBack(page, bench)
    return { kind: 'composed', key: one.code, type: null, category: null, page, held, products: [] }
  })
}
