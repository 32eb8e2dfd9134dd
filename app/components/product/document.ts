import type { StoredValue } from '@core/attributes/attribute'
import type { Price, RangeEntry, Relation } from '@core/catalogue/model'

/** A product as the server gives it. */
export interface ProductDocument {
  sku: string
  parent: string | null
  type: string
  category: string | null
  categories: string[]
  brand: string | null
  tags: string[]
  status: string
  kind: string
  gtin: string | null
  stock: number | null
  minimum: number | null
  availableFrom: string | null
  range: RangeEntry[]
  differsIn: string[]
  relations: Relation[]
  carried: Record<string, string>
  variants: string[]
  values: StoredValue[]
  prices: Price[]
}
