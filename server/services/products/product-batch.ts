import type { ProductBatch } from '@contracts/product'
import { database } from '../../db/connect'
import { loadFamilies, memberOf, rootsOfSkus } from '../../db/queries/families'
import { loadSetup } from '../../db/queries/setup'
import { productDocument } from './products'

/** Many products at once, in the order asked for; those that there are not are named. */
export async function productBatch(skus: readonly string[]): Promise<ProductBatch> {
  const db = database()
  const setup = await loadSetup(db)
  const roots = await rootsOfSkus(db, [...skus])
  const families = await loadFamilies(db, setup, [...new Set(roots.values())])
  const found = skus.filter((sku) => roots.has(sku))
  return {
    items: found.map((sku) => {
      const family = families.get(roots.get(sku)!)!
      return productDocument(memberOf(family, sku), family)
    }),
    missing: skus.filter((sku) => !roots.has(sku)),
  }
}
