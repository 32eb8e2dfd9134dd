import { productAddress, type PageAddresses } from '@core/catalogue/page-addresses'
import { alternatesOf, type PageInEdition } from '@core/release/alternates'
import type { PageElsewhere } from '../../db/queries/delivered-pages'
import { editionKey } from './live'

/** A document with what is joined to it when it is read: where its page is, and where it is in other languages. */
export interface Linked {
  address: string | null
  alternates: PageInEdition[]
}

/** Where a page is, by the addresses of its storefront. */
type AddressOf = (addresses: PageAddresses, page: PageElsewhere) => string

const ofProduct: AddressOf = (addresses, { language, key, slug }) =>
  productAddress(addresses, { language, sku: key, slug })

/**
 * Pages in editions with their addresses, of products where nothing else is said; those of which nobody says where they
 * are are left out.
 */
export const addressed = (
  pages: readonly PageElsewhere[],
  addresses: ReadonlyMap<string, PageAddresses | null>,
  addressOf = ofProduct,
): PageInEdition[] =>
  pages.flatMap((page) => {
    const of = addresses.get(editionKey(page))
    const { storefront, language } = page
    return of ? [{ storefront, language, address: addressOf(of, page) }] : []
  })

/** A page in an edition, and the same in others, given with all that there are in order. */
export function linksAmong(
  pages: readonly PageInEdition[],
  of: Pick<PageInEdition, 'storefront' | 'language'>,
): Linked {
  const own = pages.find((p) => editionKey(p) === editionKey(of))
  return { address: own?.address ?? null, alternates: alternatesOf(pages, of) }
}
