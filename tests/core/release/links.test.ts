import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import { productAddress, pageAddress, categoryAddress, type PageAddresses } from '@core/catalogue/page-addresses'
import type { ReleasedProduct } from '@core/release/document'
import { isMissing, linksOf, outsideProblem, targetOf } from '@core/release/links'

const shop: PageAddresses = {
  home: 'https://shop.example/{language}',
  product: 'https://shop.example/{language}/p/{slug}',
  category: 'https://shop.example/{language}/c/{category}',
  page: 'https://shop.example/{language}/i/{page}',
  picture: 'https://shop.example/pictures/{name}',
}

describe('what a link leads to', () => {
  it.each([
    ['/de-DE/p/trage-15', { to: 'product', name: 'trage-15', language: 'de-DE' }],
    ['https://shop.example/de-DE/p/trage-15/', { to: 'product', name: 'trage-15', language: 'de-DE' }],
    ['https://shop.example/de-DE/p/trage-15?x=1#facts', { to: 'product', name: 'trage-15', language: 'de-DE' }],
    ['/fr-CH/c/panniers', { to: 'category', name: 'panniers', language: 'fr-CH' }],
    ['/de-DE/i/returns', { to: 'page', name: 'returns', language: 'de-DE' }],
    ['/pictures/guide.pdf', { to: 'file', name: 'guide.pdf' }],
    ['/delivery/media/f%C3%BChrung.pdf', { to: 'file', name: 'führung.pdf' }],
    ['#rack-fit', { to: 'part', name: 'rack-fit' }],
    ['/de-DE', { to: 'outside', address: 'https://shop.example/de-DE' }],
    ['/basket?x=1#y', { to: 'outside', address: 'https://shop.example/basket?x=1' }],
    ['https://elsewhere.example/p/x', { to: 'outside', address: 'https://elsewhere.example/p/x' }],
    ['mailto:help@shop.example', { to: 'nothing' }],
    ['tel:+4930555', { to: 'nothing' }],
    ['https://[', { to: 'nothing' }],
    ['/de-DE/p/%E0%A4%A', { to: 'outside', address: 'https://shop.example/de-DE/p/%E0%A4%A' }],
  ])('%s', (href, target) => {
    expect(targetOf(href, shop)).toEqual(target)
  })
  it('is not known of a path where nobody says where the shop is', () => {
    expect(targetOf('/de-DE/p/x', null)).toEqual({ to: 'nothing' })
    expect(targetOf('https://elsewhere.example', null)).toEqual({
      to: 'outside',
      address: 'https://elsewhere.example/',
    })
  })
  it('is the page whose address it is, whatever it is called', () => {
    const name = fc.string({ minLength: 1, unit: 'grapheme' }).filter((s) => !/^\.{1,2}$/.test(s))
    fc.assert(
      fc.property(name, (slug) => {
        const language = 'ar-AE'
        const product = productAddress(shop, { language, sku: 'X', slug })
        expect(targetOf(product, shop)).toEqual({ to: 'product', name: slug, language })
        expect(targetOf(categoryAddress(shop, language, slug), shop)).toEqual({ to: 'category', name: slug, language })
        expect(targetOf(pageAddress(shop, language, slug), shop)).toEqual({ to: 'page', name: slug, language })
      }),
    )
  })
})

describe('the links of a page', () => {
  it('are those that people wrote, each once; those to its own parts lead somewhere', () => {
    const part = (piece: string, html: string) => ({ piece, kind: 'tab', title: piece, html })
    const page = {
      kind: 'product',
      areas: [
        {
          area: 'tabs',
          as: 'tabs',
          parts: [
            part('a', '<p><a href="https://x.example/?a=1&amp;b=2">x</a> <a href="#b">b</a> <a href="#c">c</a></p>'),
            { ...part('b', ''), questions: [part('q', '<p><a href="https://x.example/?a=1&amp;b=2">x</a></p>')] },
          ],
        },
      ],
    } as unknown as ReleasedProduct
    expect(linksOf(page)).toEqual(['#c', 'https://x.example/?a=1&b=2'])
  })
})

describe('a site outside', () => {
  it('is not there once it has said so twice, or that it is gone', () => {
    const answer = (status: number | null, failures: number) =>
      outsideProblem({ status, problem: status === null ? 'x.example could not be reached.' : null, failures })
    expect(answer(200, 0)).toBeNull()
    expect(answer(403, 0)).toBeNull()
    expect(answer(404, 1)).toBeNull()
    expect(answer(404, 2)).toBe('It answers with the status 404.')
    expect(answer(410, 1)).toBe('It answers with the status 410.')
    expect(answer(null, 2)).toBe('x.example could not be reached.')
    expect([200, 301, 401, 403, 405, 429].some(isMissing)).toBe(false)
    expect([404, 410, 500, 503, null].every(isMissing)).toBe(true)
  })
})
