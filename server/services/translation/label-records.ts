import type { Db } from '../../db/connect'
import { labelledMedia } from '../../db/queries/library'
import { loadLibrary } from '../../db/queries/media'
import { codesOfRecords, storedRecords } from '../../db/queries/records'
import type { StoredSetup } from '../../db/queries/setup'

/** Where records of each kind are found in the set-up. Pictures and files are not part of it. */
const inSetup: Record<string, (setup: StoredSetup) => ReadonlyMap<string, unknown>> = {
  category: (s) => s.categories,
  attribute: (s) => s.attributes,
  'product-type': (s) => s.types,
  storefront: (s) => s.storefronts,
}

const composedPage = 'composed-page'

/** Records with texts by language, by code; those that exist. */
export async function labelRecords(
  db: Db,
  setup: StoredSetup,
  prefix: string,
  codes: readonly string[],
): Promise<Map<string, unknown>> {
  const all = inSetup[prefix]?.(setup)
  if (all) return new Map(codes.flatMap((c) => (all.has(c) ? [[c, all.get(c)] as const] : [])))
  if (prefix === composedPage) return composedPagesOf(db, codes)
  const { items } = await loadLibrary(db, codes)
  return new Map(codes.flatMap((c) => (items.has(c) ? [[c, items.get(c)!.item] as const] : [])))
}

async function composedPagesOf(db: Db, codes: readonly string[]): Promise<Map<string, unknown>> {
  const wanted = new Set(codes)
  const pages = await storedRecords(db, 'composed-pages')
  return new Map(pages.filter((page) => wanted.has(page.code)).map((page) => [page.code, page]))
}

/**
 * The codes of all records of a kind, in their order. A storefront's own texts are those of the edition's storefront
 * alone.
 */
export async function labelCodes(db: Db, setup: StoredSetup, prefix: string, storefront: string): Promise<string[]> {
  if (prefix === 'storefront') return [storefront]
  const all = inSetup[prefix]?.(setup)
  if (all) return [...all.keys()]
  if (prefix === composedPage) return codesOfRecords(db, 'composed-pages')
  return labelledMedia(db)
}
