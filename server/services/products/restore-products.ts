import { sourceDifference } from '@core/catalogue/source'
import type { Tx } from '../../db/connect'
import {
  loadFamilies,
  lockFamilies,
  ownersOfGtins,
  rootsOfSkus,
  type StoredFamily,
  type StoredProduct,
} from '../../db/queries/families'
import type { StoredSetup } from '../../db/queries/setup'
import { writeSources } from '../../db/queries/sources'
import { WriteSet } from '../../db/queries/write-products'
import type { RemovedProduct } from './remove-products'

/** A product as it was, as far as the set-up still has what it is made of. */
function productOf(removed: RemovedProduct, setup: StoredSetup, now: number): StoredProduct {
  const { marks, sources: _, ...product } = removed
  return {
    ...product,
    category: product.category !== null && setup.categories.has(product.category) ? product.category : null,
    categories: product.categories.filter((code) => setup.categories.has(code)),
    values: product.values.filter((v) => setup.attributes.has(v.attribute)),
    prices: product.prices.filter((p) => setup.storefronts.has(p.storefront)),
    lists: [],
    marks: new Map(marks),
    hashes: new Map(),
    version: product.version + 1,
    changed: now,
  }
}

/** Why a product cannot be made again; undefined where it can. */
function obstacleTo(
  product: StoredProduct,
  setup: StoredSetup,
  known: { skus: ReadonlyMap<string, number>; gtins: ReadonlyMap<string, string>; parents: ReadonlySet<string> },
): 'sku' | 'gtin' | 'parent' | 'type' | undefined {
  if (known.skus.has(product.sku)) return 'sku'
  if (product.gtin !== null && known.gtins.has(product.gtin)) return 'gtin'
  if (product.parent !== null && !known.parents.has(product.parent)) return 'parent'
  return setup.types.has(product.type) ? undefined : 'type'
}

/**
 * Makes removed products again as they were, under their numbers, as part of a step. One whose SKU, GTIN, parent or type
 * is not to be had any more stays away, and is named with that. Parents come before their variants.
 */
export async function restoreProducts(
  tx: Tx,
  setup: StoredSetup,
  removed: readonly RemovedProduct[],
  step: number,
  { personId, now }: { personId: number | null; now: number },
): Promise<{ restored: number; skipped: { sku: string; path: string }[] }> {
  const products = removed.map((r) => productOf(r, setup, now))
  const skus = await rootsOfSkus(tx.db, [...products.map((p) => p.sku), ...products.flatMap((p) => p.parent ?? [])])
  const gtins = await ownersOfGtins(
    tx.db,
    products.flatMap((p) => p.gtin ?? []),
  )
  const parents = new Set(skus.keys())
  const skipped: { sku: string; path: string }[] = []
  const coming: StoredProduct[] = []
  for (const product of products) {
    const obstacle = obstacleTo(product, setup, { skus, gtins, parents })
    if (obstacle) skipped.push({ sku: product.sku, path: obstacle })
    else {
      coming.push(product)
      parents.add(product.sku)
    }
  }
  if (coming.length === 0) return { restored: 0, skipped }

  const existing = [...new Set(coming.flatMap((p) => (p.parent === null ? [] : (skus.get(p.parent) ?? []))))]
  await lockFamilies(tx, existing)
  const families = new Map<string, StoredFamily>()
  for (const family of (await loadFamilies(tx.db, setup, existing)).values()) families.set(family.root.sku, family)
  for (const product of coming) {
    if (product.parent === null) families.set(product.sku, { root: product, variants: [] })
    else families.get(product.parent)!.variants.push(product)
  }
  const set = new WriteSet(setup, step)
  for (const product of coming) {
    const root = families.get(product.parent ?? product.sku)!.root
    set.add(
      { before: null, after: product, differences: [{ path: 'created', before: null, after: product.sku }] },
      root.id,
    )
  }
  await set.derive([...families.values()], new Set(existing))
  await set.send(tx)
  const restored = new Set(coming.map((p) => p.sku))
  await writeSources(
    tx,
    removed
      .filter((r) => restored.has(r.sku))
      .map((r) => ({ id: r.id, differences: r.sources.map(([path, source]) => sourceDifference(path, null, source)) })),
    personId,
  )
  return { restored: coming.length, skipped }
}
