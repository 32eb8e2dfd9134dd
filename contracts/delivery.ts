import type { ShownSection } from '@core/composed/compose'
import type { PageUse } from '@core/composed/page'
import type { PagePicture } from '@core/page/media'
import type { Availability } from '@core/page/availability'
import type { PageInEdition } from '@core/release/alternates'
import type { ReleasedComposedPage } from '@core/release/composed-document'
import type { ReleasedPrice, ReleasedProduct } from '@core/release/document'
import type { ChangeKind } from '@core/release/compare'

/** A storefront with something live, as shops choose among them. */
export interface DeliveredStorefront {
  storefront: string
  name: string
  currency: string
  languages: { language: string; name: string }[]
}

/** A product page as it is answered: with its own address, and those of the same page in other languages. */
export interface DeliveredProduct extends ReleasedProduct {
  /** Null where the storefront does not say where its pages are. */
  address: string | null
  /** The page in each language there is, this one too; empty where there is no other (hreflang). */
  alternates: PageInEdition[]
}

/** What a list shows of a product. */
export interface DeliveredCard {
  sku: string
  slug: string | null
  name: string
  nameLanguage: string | null
  summary: string | null
  picture: PagePicture | null
  price: ReleasedPrice | null
  availability: Availability
}

interface NamedByCode {
  code: string
  name: string
}

/** Products of a category, and of those under it, in the order of their names. */
export interface DeliveredList {
  category: NamedByCode
  /** From the topmost category down to this one. */
  path: NamedByCode[]
  /** The categories right under it that have products, with how many. */
  under: (NamedByCode & { count: number })[]
  /** How many products there are in all. */
  count: number
  items: DeliveredCard[]
  /** With what the next ones are asked for; null where there are none. */
  next: string | null
}

/** A page that is not of a product. */
export interface ListedPageBeside {
  code: string
  /** The last part of its address, by which it is read. */
  slug: string
  title: string
  /** A standing page, such as the one on returns, or how a composed page is used. */
  use: 'standing' | PageUse
}

/** The pages that are not of products. */
export interface DeliveredPages {
  items: ListedPageBeside[]
}

/** A section of a composed page with what it shows of products. */
export interface DeliveredSection extends Omit<ShownSection, 'products'> {
  /** Of a row: its products, a few more than a shop shows, so that it can pass over some; null of other sections. */
  products: { atMost: number; items: DeliveredCard[] } | null
}

/** A composed page as it is answered: with its own address, and those of the same page in other languages. */
export interface DeliveredComposedPage extends Omit<ReleasedComposedPage, 'sections' | 'over'> {
  sections: DeliveredSection[]
  address: string | null
  alternates: PageInEdition[]
}

/** That a page was added, changed or removed, for whoever keeps a copy. */
export interface DeliveredChange {
  language: string
  /** `product`, or what stands beside the products: `phrases`, `menu`, `page`… */
  kind: string
  /** Of a product its SKU. */
  key: string
  change: Exclude<ChangeKind, 'moved'>
}

/** What changed, in order. */
export interface DeliveredChanges {
  items: DeliveredChange[]
  /** With what the changes after these are asked for. */
  next: string
}

/** A customer group whose pages can be asked for with a key. */
export interface DeliveredGroup {
  group: string
  name: string
}

/** A delivery key as it is listed: the key itself is known to nobody but the shop. */
export interface DeliveryKey {
  id: number
  name: string
  /** The storefronts that it opens. */
  storefronts: string[]
  /** Who made it; null where they are no longer here. */
  maker: string | null
  made: string
  /** When it was used last, to the hour; null where it never was. */
  used: string | null
}

/** A key that was just made; it is told this once. */
export interface MadeDeliveryKey extends DeliveryKey {
  key: string
}

/** What a key is made of. */
export interface DeliveryKeyBody {
  name: string
  storefronts: string[]
}

/** So many products are in a part of a list, where nobody says how many. */
export const listPart = 24
