import type { RelatedProduct } from '@core/page/relations'
import type { LeftOut, Shown } from '@core/page/because'
import type { AreaPlace, Look } from '@core/page/layout'
import type { PageDifference } from '@core/page/differences'
import type { PageMoment } from '@core/page/moments'
import type { PageProduct } from '@core/page/assemble'
import type { PhraseForms } from '@core/page/phrases'
import type { ReleasedProduct } from '@core/release/document'
import type { SpecialPrice } from '@core/prices/effective'

/** A text on a page that a machine translated and nobody has confirmed, and the record that it is translated on. */
export interface UnreadText {
  title: string
  record: string
}

/** The price that holds. */
export interface ShownPrice {
  amount: number
  /** The base price, or a special one: moments in milliseconds since 1970, null where that side is open. */
  because: 'base' | (Omit<SpecialPrice, 'from' | 'to'> & { from: number | null; to: number | null })
}

/** A product page through a lens, with the reason for each part and for each that is left out. */
export interface Proof {
  product: Omit<PageProduct, 'price'> & {
    price: ShownPrice | null
    /** As shoppers read them; the base price where another holds. */
    priceShown: string | null
    basePriceShown: string | null
  }
  /** The storefront's name. */
  storefront: string
  direction: 'ltr' | 'rtl'
  look: Look
  /** Whether the storefront's pieces are switched off. */
  off: boolean
  layout: Pick<AreaPlace, 'area' | 'name' | 'as'>[]
  areas: Record<string, Shown[]>
  related: { title: string; items: RelatedProduct[] }[]
  left_out: LeftOut[]
  unread: UnreadText[]
  /** JSON-LD in the words of schema.org, as the page carries it. */
  structured: object[]
}

/** What shoppers got of a product at a moment, by the release that was live then. */
export interface DeliveredProof {
  /** The release that was live at the moment, or is live now for a coming one; null where none was. */
  release: {
    number: number
    /** When it went live, and when the next did; null where it still is. Moments as RFC 3339. */
    since: string
    until: string | null
    /** Whether its pages are no longer kept. */
    forgotten: boolean
  } | null
  /** The page as it was delivered; null where there was none, or it is no longer kept. */
  page: ReleasedProduct | null
}

/** A phrase of an edition's pages: where a shopper meets it, and what it says there. */
export interface EditionPhrase {
  code: string
  note: string
  /** By plural category of CLDR; null where it has no wording in the edition's languages. */
  forms: PhraseForms | null
}

/** A page as it would be, and what would change on it. */
export interface TriedProof extends Proof {
  changes: PageDifference[]
}

/** When a page will change; moments in milliseconds since 1970. */
export interface ProofMoments {
  from: number
  to: number
  items: PageMoment[]
}
