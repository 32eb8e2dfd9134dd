import { describe, expect, it } from 'vitest'
import { inPlace, keysOfNames, libraryName, matchName, nameKey, viewOfName } from '@core/media/match-names'

const skus = new Map(['PE-1818', 'PE-1818-M', 'KZ 0316', 'A/7', '2000000010014'].map((s) => [nameKey(s), s]))
const match = (file: string) => matchName(file, skus)

describe('names of files', () => {
  it('begin with the longest SKU or GTIN that is known, however it is written', () => {
    expect(match('PE-1818.jpg').sku).toBe('PE-1818')
    expect(match('pe_1818_m detail.JPG').sku).toBe('PE-1818-M')
    expect(match('pe1818-3.png')).toEqual({ file: 'pe1818-3.png', sku: 'PE-1818', place: 3 })
    expect(match('shoot/2026/kz.0316 front (2).jpeg').sku).toBe('KZ 0316')
    expect(match('2000000010014_1.webp')).toMatchObject({ sku: '2000000010014', place: 1 })
  })
  it('are no match where another word begins, or a SKU ends within a word', () => {
    expect(match('new PE-1818.jpg').sku).toBeNull()
    expect(match('PE-18181.jpg').sku).toBeNull()
    expect(match('.jpg')).toEqual({ file: '.jpg', sku: null, place: null })
  })
  it('are looked up by all their beginnings at once', () => {
    expect(keysOfNames(['PE-1818 M.jpg', 'PE-1818.jpg'])).toEqual(['pe1818m', 'pe1818', 'pe'])
  })
  it('say the view at their end', () => {
    expect(
      [
        'a detail.jpg',
        'a_in-use_2.jpg',
        'a inuse.jpg',
        'PE packed 12.png',
        'detailed.jpg',
        'detail view.jpg',
        'scale.jpg',
      ].map(viewOfName),
    ).toEqual(['detail', 'in-use', 'in-use', 'packed', null, null, 'scale'])
  })
  it('order the pictures of a product: those without a number first, then by number, then by name', () => {
    expect(
      inPlace(['pe-1818-10.jpg', 'pe-1818-2.jpg', 'pe-1818.jpg', 'pe-1818-b.jpg'].map(match)).map((m) => m.file),
    ).toEqual(['pe-1818-b.jpg', 'pe-1818.jpg', 'pe-1818-2.jpg', 'pe-1818-10.jpg'])
  })
  it('become names of the library', () => {
    expect(['Neue Tasche grün.JPG', '../x/y z.png', 'かばん.jpg', 'a.tar.gz', '-_-.pdf'].map(libraryName)).toEqual([
      'Neue-Tasche-grun.jpg',
      'y-z.png',
      'picture.jpg',
      'a.tar.gz',
      'picture.pdf',
    ])
  })
})
