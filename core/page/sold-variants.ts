import type { Product } from '../catalogue/model'
import { pageHead, type Page, type PageInput, type PageProduct } from './assemble'

/** A variant that is sold on the page of its product, with what the head of its own page says. */
export interface SoldVariant {
  variant: Product
  head: PageProduct
}

/** The variants that are sold on a page: those on sale of its product; none on the page of a variant. */
export function soldVariants(page: Page, input: PageInput): SoldVariant[] {
  const { root, variants } = input.family
  if (page.product.sku !== root.sku) return []
  return variants
    .filter((v) => v.status === 'active')
    .map((variant) => ({ variant, head: pageHead({ ...input, sku: variant.sku }) }))
}
