import { SaxesParser } from 'saxes'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { alternatesOf, type PageInEdition } from '@core/release/alternates'
import { sitemapEnd, sitemapEntry, sitemapHead, sitemapIndex } from '@core/release/sitemap'

// Sitemaps, held against the protocol of sitemaps.org (https://www.sitemaps.org/protocol.html, from memory): the
// namespace, the elements and their order, what has to be escaped. Alternates as a crawler reads them: every page that
// is named names the naming page back.

interface Element {
  name: string
  attributes: Record<string, string>
  text: string
  children: Element[]
}

function parsed(xml: string): Element {
  const root: Element = { name: '', attributes: {}, text: '', children: [] }
  const open = [root]
  const parser = new SaxesParser()
  parser.on('opentag', ({ name, attributes }) => {
    const element: Element = { name, attributes: attributes as Record<string, string>, text: '', children: [] }
    open.at(-1)!.children.push(element)
    open.push(element)
  })
  parser.on('text', (text) => {
    open.at(-1)!.text += text
  })
  parser.on('closetag', () => open.pop())
  parser.write(xml).close()
  return root.children[0]!
}

const aPage = fc.record({
  storefront: fc.constantFrom('a', 'b', 'c'),
  language: fc.constantFrom('de-DE', 'fr-CH', 'en-GB', 'ja-JP'),
})
const somePages = fc.uniqueArray(aPage, { selector: (p) => `${p.storefront}/${p.language}`, maxLength: 8 })
const addressed = (pages: { storefront: string; language: string }[]): PageInEdition[] =>
  pages.map((p) => ({ ...p, address: `https://${p.storefront}.example/${p.language}` }))

describe('a sitemap', () => {
  it('is well-formed in the namespace of sitemaps.org, with every address escaped', () => {
    const address = `https://shop.example/a?b=1&c='"<>`
    const alternates = [{ language: 'de-DE', address }]
    const root = parsed(sitemapHead + sitemapEntry({ address, alternates }) + sitemapEnd)
    expect(root).toMatchObject({
      name: 'urlset',
      attributes: {
        xmlns: 'http://www.sitemaps.org/schemas/sitemap/0.9',
        'xmlns:xhtml': 'http://www.w3.org/1999/xhtml',
      },
    })
    const [url] = root.children
    expect(url!.children.map((c) => c.name)).toEqual(['loc', 'xhtml:link'])
    expect(url!.children[0]!.text).toBe(address)
    expect(url!.children[1]!.attributes).toEqual({ rel: 'alternate', hreflang: 'de-DE', href: address })
  })
  it('of several files has an index', () => {
    const root = parsed(sitemapIndex(['https://x.example/1', 'https://x.example/2?a=1&b=2']))
    expect(root.name).toBe('sitemapindex')
    expect(root.children.map((c) => c.children[0]!.text)).toEqual([
      'https://x.example/1',
      'https://x.example/2?a=1&b=2',
    ])
  })
})

describe('alternates', () => {
  it('name every language once, this page too, and are named back', () => {
    fc.assert(
      fc.property(somePages, (some) => {
        const pages = addressed(some)
        for (const page of pages) {
          const named = alternatesOf(pages, page)
          expect(new Set(named.map((n) => n.language)).size).toBe(named.length)
          if (named.length > 0) expect(named).toContainEqual(page)
          for (const other of named) expect(alternatesOf(pages, other)).toEqual(named)
        }
      }),
    )
  })
})
