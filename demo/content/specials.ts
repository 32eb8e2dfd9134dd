import { day } from '../day'

/** Special prices of a product, which a product file has no columns for. */
interface SpecialsOf {
  sku: string
  prices: {
    storefront: string
    group: string | null
    from: string | null
    to: string | null
    quantity: number
    priority?: number
    amount: number
  }[]
}

/** Those that are live from the opening on. */
export const openingSpecials: SpecialsOf[] = [
  {
    sku: 'PE-6516',
    prices: [
      { storefront: 'uk', group: 'workshop', from: null, to: null, quantity: 1, amount: 22 },
      { storefront: 'de', group: 'workshop', from: null, to: null, quantity: 1, amount: 26 },
    ],
  },
]

/** Those that wait for the next release. */
export const specials: SpecialsOf[] = [
  {
    sku: 'PE-1830',
    prices: [
      { storefront: 'ch', group: 'workshop', from: null, to: null, quantity: 1, amount: 96 },
      { storefront: 'uk', group: null, from: day(7), to: day(10), quantity: 1, amount: 84 },
    ],
  },
  {
    sku: 'OX-5120',
    prices: [
      { storefront: 'uk', group: 'club', from: null, to: null, quantity: 1, amount: 41.5 },
      // Clearance comes first, also for the club.
      { storefront: 'uk', group: null, from: day(20), to: day(34), quantity: 1, priority: 1, amount: 38 },
      { storefront: 'ch', group: null, from: day(-9), to: day(7), quantity: 1, amount: 52 },
    ],
  },
  { sku: 'LU-0140', prices: [{ storefront: 'uk', group: 'workshop', from: null, to: null, quantity: 1, amount: 36 }] },
]
