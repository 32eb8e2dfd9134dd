import type { DeliveredChange } from '@contracts/delivery'
import { productAddress } from '@core/catalogue/page-addresses'
import { database } from '../../db/connect'
import { pagesElsewhere, type LiveEdition } from '../../db/queries/delivered-pages'
import type { LiveStep } from '../../db/queries/live-steps'
import type { PageKey } from '../../db/queries/page-key'
import { settings } from '../../settings'
import { addressesOf, editionKey } from './live'

/** A changed page with the addresses at which caches may hold it, those that it had before too. */
export interface ChangedAddresses extends DeliveredChange {
  addresses: string[]
}

/** Where documents of each kind are answered, under the address of their edition. */
const paths: Record<string, (key: string) => string> = {
  product: (key) => `products/${encodeURIComponent(key)}`,
  page: (key) => `pages/${encodeURIComponent(key)}`,
  composed: (key) => `pages/${encodeURIComponent(key)}`,
  categories: () => 'categories',
  menu: () => 'menu',
  phrases: () => 'phrases',
}

const editionPath = (storefront: string, language: string): string =>
  `/delivery/${encodeURIComponent(storefront)}/${encodeURIComponent(language)}`

/** Where delivery answers a page of a storefront; null of what has no address of its own. */
export function deliveryAddress(storefront: string, { language, kind, key }: PageKey): string | null {
  const path = paths[kind]?.(key)
  return path === undefined ? null : `${editionPath(storefront, language)}/${path}`
}

/** How a storefront stood at a moment of one of its releases. */
interface State {
  release: number
  at: number
}

/** How it stood before a step, and after it. */
const statesAround = ({ number, after, at }: LiveStep): State[] => [
  after === null ? { release: number - 1, at } : { release: number, at: after },
  { release: number, at },
]

/** Pages that a step of a storefront changed with their addresses, in their order: the same whenever it is asked. */
export async function changedAddresses(
  storefront: string,
  step: LiveStep,
  changes: readonly DeliveredChange[],
): Promise<ChangedAddresses[]> {
  const ofProducts = new Map<string, Set<string>>()
  for (const state of statesAround(step)) await addProducts(ofProducts, storefront, changes, state)
  const origin = settings().publicUrl ?? ''
  return changes.map((change) => {
    const own = deliveryAddress(storefront, change)
    const more = change.kind === 'product' ? (ofProducts.get(`${change.language}/${change.key}`) ?? []) : []
    const addresses = [...(own === null ? [] : [own]), ...more]
    return { ...change, addresses: addresses.map((at) => (at.startsWith('/') ? origin + at : at)) }
  })
}

/** Adds where products among the changes are shown and answered in a state, by language and SKU. */
async function addProducts(
  found: Map<string, Set<string>>,
  storefront: string,
  changes: readonly DeliveredChange[],
  { release, at }: State,
): Promise<void> {
  const products = changes.filter((c) => c.kind === 'product')
  const languages = [...new Set(products.map((c) => c.language))]
  const editions = languages.map((language): LiveEdition => ({ storefront, language, release }))
  const sites = await addressesOf(editions, at)
  for (const edition of editions) {
    const { language } = edition
    const keys = products.filter((c) => c.language === language).map((c) => c.key)
    const site = sites.get(editionKey(edition))
    for (const { key, slug } of await pagesElsewhere(database(), [edition], { kind: 'product', keys, now: at })) {
      const of = `${language}/${key}`
      const addresses = found.get(of) ?? new Set<string>()
      if (slug !== null) addresses.add(`${editionPath(storefront, language)}/by-slug/${encodeURIComponent(slug)}`)
      if (site) addresses.add(productAddress(site, { language, sku: key, slug }))
      found.set(of, addresses)
    }
  }
}
