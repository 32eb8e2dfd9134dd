import { runningCampaigns } from '../assignments/campaign'
import { cachedFor } from '../cache/cached-for'
import {
  categoriesOf,
  productKinds,
  productStatuses,
  type Family,
  type Product,
  type Setup,
  type Storefront,
} from '../catalogue/model'
import { isAvailable, isInRange } from '../catalogue/range'
import { dayNumber, dayNumberIn, type LocalWindow } from '../moments/instant'
import { effectivePrice, type PriceList } from '../prices/effective'
import { digitAwareKey, fold } from '../text/fold'
import type { FactLens, FactValue } from './fact-shape'
import type { FieldKind } from './operator-shape'

/** What a fact is asked of: a product of a family, through a lens. */
export interface FieldSubject {
  product: Product
  family: Family
  lens: FactLens
  setup: Setup
  storefront: Storefront
  /** Today's day number in the storefront. */
  today: number
}

/** The same of what is sold by itself, with the prices that hold for it. */
export interface SoldSubject extends FieldSubject {
  prices: PriceList
}

/** A field that every product has: how rules see it, where its fact is from, and how it is said. */
export interface BuiltInField {
  name: string
  label: string
  kind: FieldKind
  /** The attribute it reads, for names under which an attribute is also known. */
  attribute?: string
  codes?: (setup: Setup) => { code: string; label: string }[]
  /** The fact of a root, where it stands in its own record, so that nothing else need be read; undefined where it has none. */
  recordFact?(of: Pick<FieldSubject, 'product' | 'setup'>): FactValue | undefined
  /** The fact of a root that takes more. */
  fact?(of: FieldSubject): FactValue | undefined
  /** The fact of each variant for itself; and the one that orders it, where that is another. */
  soldFact?(of: SoldSubject): FactValue | undefined
  orderFact?: { key: string; of(subject: SoldSubject): FactValue }
  /** Whether it reads the same through every storefront's lens; else it is asked of each. */
  sameEverywhere?: true
  /** Whether it changes as time goes by, or with the customer, while nobody changes the product. */
  changesByItself?: true
  /** The windows at whose ends it may change, some by the clock of another storefront than the lens has. */
  windows?(family: Family, setup: Setup): { window: LocalWindow; timeZone?: string }[]
  /** How the sentence says that it is one of some values; `%` stands for them, in quotation marks or small letters. */
  chosen?: { phrase: string; style?: 'quoted' | 'small' }
  /** How it says yes and no. */
  flagged?: readonly [string, string]
  /** How it says amounts: what stands before them, before two of them, and what it is where there is none. */
  amounts?: { phrase: string; range: string; noun: string }
}

const asCodes = (codes: readonly string[]) => () => codes.map((code) => ({ code, label: code }))
const named = (list: Iterable<{ code: string; name: string }>) =>
  [...list].map((x) => ({ code: x.code, label: x.name }))

/** What has entries, or nothing. */
const filled = (list: string[]) => (list.length > 0 ? list : undefined)

/** Asked of every product, and the same for all of them in a storefront at a moment. */
const campaigns = cachedFor<Setup, string[]>(1000)

/** The fields that do not depend on the set-up. A new one is an entry here, and one of `fieldQueries` for the database. */
export const builtInFields: readonly BuiltInField[] = [
  {
    name: 'sku',
    label: 'SKU',
    kind: 'sku',
    sameEverywhere: true,
    soldFact: ({ product }) => fold(product.sku),
    orderFact: { key: 'sku-order', of: ({ product }) => digitAwareKey(product.sku) },
  },
  {
    name: 'gtin',
    label: 'GTIN',
    kind: 'text',
    sameEverywhere: true,
    soldFact: ({ product }) => (product.gtin === null ? undefined : fold(product.gtin)),
  },
  { name: 'name', label: 'Name', kind: 'text', attribute: 'name' },
  {
    name: 'type',
    label: 'Product type',
    kind: 'code',
    sameEverywhere: true,
    codes: (s) => [...s.types.values()].map((t) => ({ code: t.code, label: t.labels[s.source] ?? t.code })),
    recordFact: ({ product }) => product.type,
    chosen: { phrase: '%', style: 'small' },
  },
  {
    name: 'category',
    label: 'Category',
    kind: 'category',
    sameEverywhere: true,
    codes: (s) => [...s.categories.values()].map((c) => ({ code: c.code, label: c.names[s.source] ?? c.code })),
    recordFact: ({ product, setup }) => filled(categoriesOf(setup, product)),
    chosen: { phrase: 'in %' },
  },
  {
    name: 'tags',
    label: 'Tags',
    kind: 'codes',
    sameEverywhere: true,
    recordFact: ({ product }) => filled(product.tags.map(fold)),
    chosen: { phrase: 'tagged %' },
  },
  {
    name: 'list',
    label: 'Named list',
    kind: 'codes',
    sameEverywhere: true,
    codes: (s) => named(s.lists.values()),
    recordFact: ({ product }) => filled(product.lists),
    chosen: { phrase: 'in the list %', style: 'quoted' },
  },
  {
    name: 'rule',
    label: 'Named rule',
    kind: 'code',
    codes: (s) => named(s.rules.values()),
    chosen: { phrase: 'what % finds', style: 'quoted' },
  },
  {
    name: 'brand',
    label: 'Brand',
    kind: 'code',
    sameEverywhere: true,
    codes: (s) => named(s.brands.values()),
    recordFact: ({ product }) => product.brand ?? undefined,
    chosen: { phrase: 'from %' },
  },
  { name: 'season', label: 'Season', kind: 'code', attribute: 'season' },
  { name: 'model', label: 'Model', kind: 'text', attribute: 'model' },
  {
    name: 'status',
    label: 'Status',
    kind: 'code',
    sameEverywhere: true,
    codes: asCodes(productStatuses),
    recordFact: ({ product }) => product.status,
  },
  {
    name: 'kind',
    label: 'Kind',
    kind: 'code',
    sameEverywhere: true,
    codes: asCodes(productKinds),
    recordFact: ({ product }) => product.kind,
  },
  {
    name: 'created',
    label: 'Created',
    kind: 'date',
    fact: ({ product, storefront }) => dayNumberIn(storefront.timeZone, product.created),
  },
  {
    name: 'changed',
    label: 'Changed',
    kind: 'date',
    fact: ({ product, storefront }) => dayNumberIn(storefront.timeZone, product.changed),
  },
  {
    name: 'available',
    label: 'Available',
    kind: 'yes-no',
    changesByItself: true,
    soldFact: ({ product, family, today }) => isAvailable(product, family.root, today),
    flagged: ['available', 'not available'],
  },
  {
    name: 'available-from',
    label: 'Available from',
    kind: 'date',
    fact: ({ product }) => (product.availableFrom === null ? undefined : dayNumber(product.availableFrom)),
  },
  {
    name: 'sold-in',
    label: 'Selling storefront',
    kind: 'codes',
    changesByItself: true,
    codes: (s) => named(s.storefronts.values()),
    fact: ({ product, setup, lens }) =>
      filled(
        [...setup.storefronts.values()]
          .filter((s) => isInRange(product.range, s.code, s.timeZone, lens.group, lens.moment))
          .map((s) => s.code),
      ),
    // Where it is sold elsewhere, each storefront goes by its own clock.
    windows: ({ root }, setup) =>
      root.range.map((window) => {
        const timeZone = setup.storefronts.get(window.storefront)?.timeZone
        return timeZone === undefined ? { window } : { window, timeZone }
      }),
    chosen: { phrase: 'sold in %' },
  },
  {
    name: 'minimum',
    label: 'Minimum order quantity',
    kind: 'number',
    sameEverywhere: true,
    fact: ({ product }) => product.minimum ?? undefined,
  },
  {
    name: 'stock',
    label: 'Stock',
    kind: 'number',
    sameEverywhere: true,
    soldFact: ({ product }) => product.stock ?? undefined,
  },
  {
    name: 'variant',
    label: 'Has variants',
    kind: 'yes-no',
    sameEverywhere: true,
    fact: ({ family }) => family.variants.length > 0,
    flagged: ['with variants', 'without variants'],
  },
  {
    name: 'price',
    label: 'Price today',
    kind: 'price',
    changesByItself: true,
    soldFact: ({ prices, lens }) => effectivePrice(prices, lens.group, lens.moment)?.amount,
    amounts: { phrase: 'priced', range: 'priced', noun: 'price' },
  },
  {
    name: 'basePrice',
    label: 'Base price',
    kind: 'price',
    soldFact: ({ prices }) => prices.base ?? undefined,
    amounts: { phrase: 'with a base price', range: 'with a base price of', noun: 'base price' },
  },
  {
    name: 'campaign',
    label: 'Running campaign',
    kind: 'codes',
    changesByItself: true,
    codes: (s) => named(s.campaigns.values()),
    fact: ({ setup, lens, storefront }) =>
      filled(
        campaigns(setup, `${lens.storefront} ${lens.moment}`, () =>
          runningCampaigns(setup.campaigns.values(), lens.storefront, storefront.timeZone, lens.moment),
        ),
      ),
    windows: (_family, setup) => [...setup.campaigns.values()].map((window) => ({ window })),
    chosen: { phrase: 'while % runs', style: 'quoted' },
  },
  // Its fact is all texts of the product, gathered where those are read.
  { name: 'any-text', label: 'Any text', kind: 'texts' },
]

const byName = new Map(builtInFields.map((f) => [f.name, f]))

/** The entry of a built-in field. */
export function builtInField(name: string): BuiltInField | undefined {
  return byName.get(name)
}
