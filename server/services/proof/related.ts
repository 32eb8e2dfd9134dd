import { namesIn } from '@core/media/versions'
import { shownAs, type Related } from '@core/page/relations'
import { displayValue, valuesFor } from '@core/page/values'
import type { Reader } from '@core/values/resolve'
import type { Relation } from '@core/catalogue/model'
import type { Db } from '../../db/connect'
import { loadFamilies, memberOf, rootsOfSkus, type StoredFamily, type StoredProduct } from '../../db/queries/families'
import { relationsTo } from '../../db/queries/related'
import type { StoredSetup } from '../../db/queries/setup'

/** Says which products are related to one of some families, as its page in an edition names them. */
export type RelatedReader = (family: StoredFamily, sku: string, reader: Reader) => Related

/** The relations that show on a product's page: its own and its parent's, and those of others to its family. */
function relationsOf(family: StoredFamily, sku: string, toFamily: readonly Relation[]): Relation[] {
  const own = [...new Set([...memberOf(family, sku).relations, ...family.root.relations])]
  return [...own.filter((r) => shownAs[r.kind].on === 'own'), ...toFamily.filter((r) => shownAs[r.kind].on === 'other')]
}

/** Reads what pages of families need of the products that are related to them, all at once. */
export async function readRelated(
  db: Db,
  setup: StoredSetup,
  families: readonly StoredFamily[],
): Promise<RelatedReader> {
  const toFamilies = await relationsTo(
    db,
    families.map((f) => f.root.sku),
  )
  const named = new Set(
    families.flatMap((family) =>
      [family.root, ...family.variants].flatMap((p) =>
        relationsOf(family, p.sku, toFamilies.get(family.root.sku) ?? []).map((r) => r.sku),
      ),
    ),
  )
  const roots = [...(await rootsOfSkus(db, [...named])).values()]
  const members = new Map<string, { family: StoredFamily; product: StoredProduct }>()
  for (const family of (await loadFamilies(db, setup, roots)).values())
    for (const product of [family.root, ...family.variants]) members.set(product.sku, { family, product })

  return (of, sku, reader) => {
    const groups: Related = {}
    for (const { kind, sku: other, quantity } of relationsOf(of, sku, toFamilies.get(of.root.sku) ?? [])) {
      const found = members.get(other)
      // Only of those that are sold and have a name that counts in the edition.
      if (!found || found.product.status === 'disabled' || found.family.root.status === 'disabled') continue
      const read = valuesFor(found.product, found.family, reader, setup)
      const name = read('name')
      if (!name || name.value === null || !name.counts) continue
      ;(groups[shownAs[kind].under] ??= []).push({
        sku: other,
        name: displayValue('name', name.value, reader, setup),
        picture: namesIn(read('pictures')?.value ?? null)[0] ?? null,
        ...(quantity === undefined ? {} : { quantity }),
      })
    }
    return groups
  }
}
