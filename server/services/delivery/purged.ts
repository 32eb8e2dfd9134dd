import type { DeliveredChange } from '@contracts/delivery'
import { groupBy } from '@core/lists/group-by'
import { database } from '../../db/connect'
import { pagesElsewhere } from '../../db/queries/delivered-pages'
import type { PageKey } from '../../db/queries/page-key'
import { addressed } from './links'
import { addressesOf, liveEditions } from './live'

/** A changed page with the addresses at which it is kept by whoever caches it. */
export interface ChangedAddresses extends DeliveredChange {
  /** Where delivery answers it; null of what has no address of its own. */
  delivery: string | null
  /** Where the storefront's shop shows it; null where nobody says where, and where it is gone. */
  page: string | null
}

/** Where documents of each kind are answered, under the address of their edition. */
const paths: Record<string, (key: string) => string> = {
  product: (key) => `products/${encodeURIComponent(key)}`,
  page: (key) => `pages/${encodeURIComponent(key)}`,
  categories: () => 'categories',
  menu: () => 'menu',
  phrases: () => 'phrases',
}

/** Where delivery answers a page of a storefront; null of what has no address of its own. */
export function deliveryAddress(storefront: string, { language, kind, key }: PageKey): string | null {
  const path = paths[kind]?.(key)
  return path === undefined
    ? null
    : `/delivery/${encodeURIComponent(storefront)}/${encodeURIComponent(language)}/${path}`
}

/** The addresses of changed pages of a storefront, in their order. */
export async function addressesOfChanges(
  storefront: string,
  changes: readonly DeliveredChange[],
  now: number,
): Promise<ChangedAddresses[]> {
  const pages = await pagesOfProducts(storefront, changes, now)
  return changes.map((change) => ({
    ...change,
    delivery: deliveryAddress(storefront, change),
    page: change.kind === 'product' ? (pages.get(`${change.language}/${change.key}`) ?? null) : null,
  }))
}

/** Where the shop shows the products among them, by language and SKU. */
async function pagesOfProducts(
  storefront: string,
  changes: readonly DeliveredChange[],
  now: number,
): Promise<Map<string, string>> {
  const editions = (await liveEditions()).filter((e) => e.storefront === storefront)
  const addresses = await addressesOf(editions, now)
  const products = changes.filter((c) => c.kind === 'product')
  const found = new Map<string, string>()
  for (const [language, some] of groupBy(products, (c) => c.language)) {
    const edition = editions.filter((e) => e.language === language)
    const keys = some.map((c) => c.key)
    const there = await pagesElsewhere(database(), edition, { kind: 'product', keys, now })
    const shown = addressed(there, addresses)
    there.forEach(({ key }, i) => shown[i] && found.set(`${language}/${key}`, shown[i].address))
  }
  return found
}
