import type { PageKey } from '../../db/queries/page-key'

// What answers of delivery are made of, by names under which they are dropped when it changes.

/** A page of an edition. */
export const pagePart = (storefront: string, { language, kind, key }: PageKey): string =>
  ['page', storefront, language, kind, key].join('\n')

/** Where a product or composed page has a page, in all storefronts and languages: its alternates. */
export const elsewherePart = (key: string): string => ['elsewhere', key].join('\n')

/** All lists of an edition: who is in them, their cards and counts. */
export const listsPart = (storefront: string, language: string): string => ['lists', storefront, language].join('\n')

/** The list of an edition's pages that are not of products. */
export const pagesPart = (storefront: string, language: string): string => ['pages', storefront, language].join('\n')

/** What is another once a page of a storefront is another. */
export function partsWith(storefront: string, page: PageKey): string[] {
  const { language, kind, key } = page
  const itself = pagePart(storefront, page)
  if (kind === 'product') return [itself, elsewherePart(key), listsPart(storefront, language)]
  if (kind === 'categories') return [itself, listsPart(storefront, language)]
  if (kind === 'page') return [itself, pagesPart(storefront, language)]
  if (kind === 'composed') return [itself, elsewherePart(key), pagesPart(storefront, language)]
  return [itself]
}
