import type { Family, Product, Setup, Storefront } from '../catalogue/model'
import { isAvailable } from '../catalogue/range'
import { dayNumber } from '../moments/instant'
import { formatDate } from '../units/format'
import type { Reader } from '../values/resolve'
import { phraseIn } from './phrases'
import type { ValuesOf } from './values'

export const availabilityStates = ['in-stock', 'few-left', 'sold-out', 'not-yet', 'elsewhere'] as const
export type AvailabilityState = (typeof availabilityStates)[number]

/** What a page says about buying, beside the price. */
export interface Availability {
  state: AvailabilityState
  /** In a language that counts for the edition; null where there is none. */
  text: string | null
  /** Of what is sold elsewhere: the address where. */
  link: string | null
}

/** Fewer than so many are few; the wording of the phrase is the storefront's. */
const few = 6

/** Well-known attributes in which a product has words of its own for a state. */
const ownWords: Partial<Record<AvailabilityState, string>> = {
  'sold-out': 'when-sold-out',
  'not-yet': 'when-not-yet',
}

/** The attribute that holds the address at which a product is sold that is sold elsewhere. */
export const soldAt = 'sold-at'

/** The first day on which any of some products is sold, where none is yet though there is stock. */
function firstDay(sold: readonly Product[], today: number): string | null {
  const days = sold.flatMap((p) =>
    p.status !== 'disabled' && p.stock !== 0 && p.availableFrom !== null && dayNumber(p.availableFrom) > today
      ? [p.availableFrom]
      : [],
  )
  return days.sort()[0] ?? null
}

/** How many can be bought; null where the stock of one of them is not counted. */
function stockOf(sold: readonly Product[]): number | null {
  return sold.reduce<number | null>((sum, p) => (sum === null || p.stock === null ? null : sum + p.stock), 0)
}

interface Standing {
  state: AvailabilityState
  /** How many are left, where they are few. */
  left?: number
  /** The first day of sale, where it has not come. */
  day?: string
}

function standingOf(product: Product, { root, variants }: Family, today: number): Standing {
  if (root.kind === 'elsewhere') return { state: 'elsewhere' }
  const sold = product === root && variants.length > 0 ? variants : [product]
  const available = sold.filter((p) => isAvailable(p, root, today))
  if (available.length > 0) {
    const left = stockOf(available)
    return left !== null && left < few ? { state: 'few-left', left } : { state: 'in-stock' }
  }
  const day = root.status === 'disabled' ? null : firstDay(sold, today)
  return day === null ? { state: 'sold-out' } : { state: 'not-yet', day }
}

/** A storefront's phrase for a state, in a language that counts for the edition. */
function phraseFor({ state, left, day }: Standing, storefront: Storefront, reader: Reader, source: string) {
  const phrase = (code: string, n?: number) => phraseIn(storefront.phrases, code, reader.counting, source, n) ?? null
  if (state !== 'not-yet') return phrase(state === 'elsewhere' ? 'sold-elsewhere' : state, left)
  const from = phrase('from-day')
  return from && `${from} ${formatDate(day!, reader.edition.language)}`
}

/**
 * What the page of a product says about buying it on a day, as a day number in the storefront: its own words where it
 * has some for being sold out or not on sale yet, else the storefront's phrase. A parent is in stock while one of its
 * variants is, and not on sale yet until the first of them is.
 */
export function availabilityOf(
  product: Product,
  family: Family,
  { values, reader, setup, today }: { values: ValuesOf; reader: Reader; setup: Setup; today: number },
): Availability {
  const standing = standingOf(product, family, today)
  const read = (code: string | undefined) => {
    const found = code === undefined ? undefined : values(code)
    return found && found.counts && found.value !== null ? String(found.value) : null
  }
  const storefront = setup.storefronts.get(reader.edition.storefront)!
  return {
    state: standing.state,
    text: read(ownWords[standing.state]) ?? phraseFor(standing, storefront, reader, setup.source),
    link: standing.state === 'elsewhere' ? read(soldAt) : null,
  }
}
