/** A page in an edition, with its address. */
export interface PageInEdition {
  storefront: string
  language: string
  address: string
}

/**
 * The pages of one product that name each other as the same in other languages (hreflang): one for each language, the
 * first in the order given, since a language that were named twice would lead nowhere. A page that is not among them
 * has no alternates, so that every alternate names this page back.
 */
export function alternatesOf<P extends PageInEdition>(
  pages: readonly P[],
  of: Pick<PageInEdition, 'storefront' | 'language'>,
): P[] {
  const byLanguage = new Map<string, P>()
  for (const page of pages) if (!byLanguage.has(page.language)) byLanguage.set(page.language, page)
  const isAmong = byLanguage.get(of.language)?.storefront === of.storefront
  return isAmong && byLanguage.size > 1 ? [...byLanguage.values()] : []
}
