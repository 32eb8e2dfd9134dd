/** Where a link of a section leads: a product, or another composed page by its code. */
export type SectionLink = { sku: string } | { page: string }
