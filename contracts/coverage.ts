import type { CoverageRow } from '@core/page/coverage'

/** What stands where: by product type, edition and area. */
export interface Coverage {
  editions: { storefront: string; language: string }[]
  areas: { area: string; name: string }[]
  products: number
  pages: number
  rows: CoverageRow[]
  /** Milliseconds since 1970, for the moment that it holds for. */
  at: number
}
