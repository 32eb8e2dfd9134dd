import type { PreparedAssignment } from '@core/assignments/assignment'
import { causeFinder, mostCauses, type ChangedPage } from '@core/release/causes'
import type { Db } from '../../db/connect'
import {
  lastChangedIn,
  productStepsSince,
  recordChangesSince,
  releasesMade,
  type ProductId,
} from '../../db/queries/causes'

/** A page whose causes are looked for, with the products that it is made of. */
export type PageWithProducts = Omit<ChangedPage, 'storefront' | 'since'> & { products: ProductId[] }

/** Finds the steps that changed some pages of one kind in an edition, by key, the latest first. */
export type CauseReader = (
  db: Db,
  of: { language: string; kind: string },
  pages: readonly PageWithProducts[],
) => Promise<Map<string, number[]>>

/** Since the beginning of time: a page that was never released may have been changed by anything. */
const always = 0

/**
 * Reads what can have changed pages of a storefront since each of them was last released; the changes of records once
 * for all of them.
 */
export async function causeReader(
  db: Db,
  { storefront, base, assigned }: { storefront: string; base: number; assigned: readonly PreparedAssignment[] },
): Promise<CauseReader> {
  const made = await releasesMade(db, storefront)
  const find = causeFinder(await recordChangesSince(db, base === 0 ? always : Math.min(...made.values())), assigned)
  return async (db, { language, kind }, pages) => {
    if (pages.length === 0) return new Map()
    const keys = pages.map((page) => page.key)
    const last = await lastChangedIn(db, storefront, base, { language, kind, keys })
    const sinceOf = (key: string) => made.get(last.get(key) ?? 0) ?? always
    const since = Math.min(...keys.map(sinceOf))
    const products = new Map(pages.flatMap((page) => page.products.map((product) => [product.sku, product])))
    const steps = await productStepsSince(db, [...products.values()], since)
    return new Map(
      pages.map(({ key, products, ...page }) => {
        const since = sinceOf(key)
        const own = products.flatMap(({ sku }) => steps.get(sku) ?? []).filter(({ at }) => at > since)
        const all = [...own.map(({ step }) => step), ...find({ ...page, key, storefront, since })]
        return [key, [...new Set(all)].sort((a, b) => b - a).slice(0, mostCauses)]
      }),
    )
  }
}
