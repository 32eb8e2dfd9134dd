/** By what a page of a storefront is known. */
export interface PageKey {
  language: string
  kind: string
  key: string
}
