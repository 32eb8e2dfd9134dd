import { day } from '../day'

/** Special prices, which a product file has no columns for. */
export const specials: {
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
}[] = [
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
