import { productAddress, type PageAddresses } from '@core/catalogue/page-addresses'
import { alternatesOf, type PageInEdition } from '@core/release/alternates'
import type { PageElsewhere } from '../../db/queries/delivered-pages'
import { editionKey } from './live'

/** A document with what is joined to it when it is read: where its page is, and where it is in other languages. */
export interface Linked {
  address: string | null
  alternates: PageInEdition[]
}

/** Pages of products in editions with their addresses; those of which nobody says where they are are left out. */
export const addressed = (
  pages: readonly PageElsewhere[],
  addresses: ReadonlyMap<string, PageAddresses | null>,
): PageInEdition[] =>
  pages.flatMap((page) => {
    const of = addresses.get(editionKey(page))
    const { storefront, language, key, slug } = page
    return of ? [{ storefront, language, address: productAddress(of, { language, sku: key, slug }) }] : []
  })

/** A page in an edition, and the same in others, given with all that there are in order. */
export function linksAmong(
  pages: readonly PageInEdition[],
  of: Pick<PageInEdition, 'storefront' | 'language'>,
): Linked {
  const own = pages.find((p) => editionKey(p) === editionKey(of))
  return { address: own?.address ?? null, alternates: alternatesOf(pages, of) }
}
