import type { SheetSort } from '@contracts/sheet'

/** Which rows the sheet has. */
export type Members = 'parents' | 'variants' | 'both'
export const memberWords: Record<Members, string> = {
  parents: 'one row per product',
  variants: 'one row per variant',
  both: 'products and variants',
}

/** What the sheet shows; `price@` is the lens's storefront, `beside` the edition that it is compared with, or ''. */
export interface SheetView {
  columns: string[]
  members: Members
  beside: string
  sort?: SheetSort | null
}
