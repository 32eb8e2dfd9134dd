import type { Db } from '../../db/connect'
import { labelledMedia } from '../../db/queries/library'
import { loadLibrary } from '../../db/queries/media'
import type { StoredSetup } from '../../db/queries/setup'
import { labelKinds } from './label-kinds'

/** Where records of each kind are found in the set-up. Pictures and files are not part of it. */
const inSetup: Record<string, (setup: StoredSetup) => ReadonlyMap<string, unknown>> = {
  category: (s) => s.categories,
  attribute: (s) => s.attributes,
  'product-type': (s) => s.types,
  storefront: (s) => s.storefronts,
}

/** All records of a kind that is stored whole, by code; undefined of other kinds. */
async function storedOf(db: Db, prefix: string): Promise<ReadonlyMap<string, unknown> | undefined> {
  const records = await labelKinds[prefix]!.stored?.(db)
  return records && new Map(records.map((record) => [record.code, record]))
}

/** Records with texts by language, by code; those that exist. */
export async function labelRecords(
  db: Db,
  setup: StoredSetup,
  prefix: string,
  codes: readonly string[],
): Promise<Map<string, unknown>> {
  const all = inSetup[prefix]?.(setup) ?? (await storedOf(db, prefix))
  if (all) return new Map(codes.flatMap((c) => (all.has(c) ? [[c, all.get(c)] as const] : [])))
  const { items } = await loadLibrary(db, codes)
  return new Map(codes.flatMap((c) => (items.has(c) ? [[c, items.get(c)!.item] as const] : [])))
}

/**
 * The codes of all records of a kind, in their order. A storefront's own texts are those of the edition's storefront
 * alone.
 */
export async function labelCodes(db: Db, setup: StoredSetup, prefix: string, storefront: string): Promise<string[]> {
  if (prefix === 'storefront') return [storefront]
  const all = inSetup[prefix]?.(setup) ?? (await storedOf(db, prefix))
  if (all) return [...all.keys()]
  return labelledMedia(db)
}
