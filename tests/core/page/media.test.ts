import { describe, expect, it } from 'vitest'
import { blankItem, type LibraryItem, type MediaItem } from '@core/media/item'
import { libraryOf } from '@core/media/versions'
import { editionReader } from '@core/page/values'
import { assemblePage } from '@core/page/assemble'
import { fileLinks, pagePictures } from '@core/page/media'
import { product, single, someMoment, testSetup } from '../../world'

const setup = testSetup()
setup.attributes.get('guides')!.serves = ['facts']
const one = (code: string, item: Partial<MediaItem> = {}, mime = 'image/jpeg'): LibraryItem => ({
  item: { ...blankItem(code, code), ...item },
  content: {
    digest: code,
    mime,
    bytes: 1,
    width: mime === 'image/jpeg' ? 1200 : null,
    height: mime === 'image/jpeg' ? 900 : null,
    vector: false,
    measured: null,
  },
})
const library = libraryOf([
  one('bag.jpg', { labels: { 'en-GB': 'A bag', 'fr-CH': 'Un sac' } }),
  one('bare.jpg'),
  one('sizes.jpg', { words: 'en-GB', labels: { 'en-GB': 'Sizes', 'fr-CH': 'Tailles' } }),
  one('sizes-fr.jpg', { of: { name: 'sizes.jpg', language: 'fr-CH', storefront: null }, words: 'fr-CH' }),
  one('guide.pdf', { labels: { 'en-GB': 'Mounting & care' } }, 'application/pdf'),
  one('notes.pdf', {}, 'application/pdf'),
])
const [uk, fr, de] = [
  editionReader(setup, 'uk', 'en-GB'),
  editionReader(setup, 'ch', 'fr-CH'),
  editionReader(setup, 'ch', 'de-CH'),
]
const names = ['bag.jpg', 'sizes.jpg', 'bare.jpg', 'gone.jpg']

describe('pictures of a page', () => {
  it('stand in their order with the text of the edition, those that are not there left out', () => {
    expect(pagePictures(names, library, uk)).toEqual([
      { name: 'bag.jpg', alternative: 'A bag', width: 1200, height: 900 },
      { name: 'sizes.jpg', alternative: 'Sizes', width: 1200, height: 900 },
      { name: 'bare.jpg', alternative: '', width: 1200, height: 900 },
    ])
    expect(pagePictures(null, library, uk)).toEqual([])
  })
  it('are their own versions where there are, with the text of the picture they are versions of', () => {
    expect(pagePictures(names, library, fr).map((p) => [p.name, p.alternative])).toEqual([
      ['bag.jpg', 'Un sac'],
      ['sizes-fr.jpg', 'Tailles'],
      ['bare.jpg', ''],
    ])
  })
  it('are left out where their words are not read', () => {
    expect(pagePictures(names, library, de).map((p) => p.name)).toEqual(['bag.jpg', 'bare.jpg'])
  })
})

describe('files of a page', () => {
  it('are linked by their titles, and not without one', () => {
    expect(fileLinks(library, uk)('guide.pdf')).toEqual({ href: '/delivery/media/guide.pdf', title: 'Mounting & care' })
    expect([
      fileLinks(library, uk)('notes.pdf'),
      fileLinks(library, fr)('guide.pdf'),
      fileLinks(library, uk)('gone.pdf'),
    ]).toEqual([undefined, undefined, undefined])
  })
  it('stand among the facts, and make no row where none is linked', () => {
    const facts = (guides: string[]) =>
      assemblePage({
        family: single(product('B-1', {}, { 'name@/en-GB': 'Bag', guides })),
        sku: 'B-1',
        lens: { storefront: 'uk', language: 'en-GB', group: null, moment: someMoment },
        setup,
        assignments: [],
        pieces: new Map(),
        sets: new Map(),
        own: [],
        library,
        related: {},
      }).areas.details?.find((p) => p.piece === 'facts')?.html
    expect(facts(['guide.pdf', 'notes.pdf'])).toBe(
      '<table><tbody><tr><th>guides</th><td><ul><li><a href="/delivery/media/guide.pdf">Mounting &amp; ' +
        'care</a></li></ul></td></tr></tbody></table>',
    )
    expect(facts(['notes.pdf'])).toBeUndefined()
  })
})
