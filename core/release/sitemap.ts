import { escapeAttribute } from '../richtext/tree'

// Sitemaps as sitemaps.org has them (protocol 0.9, https://www.sitemaps.org/protocol.html), with alternates in other
// languages as xhtml:link.

/** A file of a sitemap names so many addresses at most. */
export const mostAddresses = 50_000

/** A page of a sitemap. */
export interface SitemapPage {
  address: string
  alternates: readonly { language: string; address: string }[]
}

const escaped = (text: string) => escapeAttribute(text).replaceAll("'", '&apos;')

export const sitemapHead =
  '<?xml version="1.0" encoding="UTF-8"?>\n' +
  '<urlset xmlns="http://www.sitemaps.org/schemas/sitemap/0.9" xmlns:xhtml="http://www.w3.org/1999/xhtml">\n'
export const sitemapEnd = '</urlset>\n'

/** A page as an entry of a sitemap. */
export function sitemapEntry({ address, alternates }: SitemapPage): string {
  const links = alternates.map(
    (a) => `<xhtml:link rel="alternate" hreflang="${escaped(a.language)}" href="${escaped(a.address)}"/>`,
  )
  return `<url><loc>${escaped(address)}</loc>${links.join('')}</url>\n`
}

/** The index of a sitemap of several files, by their addresses. */
export function sitemapIndex(files: readonly string[]): string {
  const entries = files.map((file) => `<sitemap><loc>${escaped(file)}</loc></sitemap>\n`)
  return (
    '<?xml version="1.0" encoding="UTF-8"?>\n' +
    `<sitemapindex xmlns="http://www.sitemaps.org/schemas/sitemap/0.9">\n${entries.join('')}</sitemapindex>\n`
  )
}
