import type { Product } from '@core/catalogue/model'

/** A product as the server gives it: with moments as texts, and the SKUs of its variants. */
export type ProductDocument = Omit<Product, 'created' | 'changed'> & {
  created: string
  changed: string
  variants: string[]
}
