import { describe, expect, it } from 'vitest'
import { readRange, readRelations, readSpecials, writeRange, writeRelations, writeSpecials } from '@core/imports/packed'
import { mappedColumns, suggestMapping } from '@core/imports/mapping'
import { testSetup } from '../../world'

const setup = testSetup()

describe('cells that hold several entries', () => {
  it.each([
    'uk club 2026-11-27/2026-12-01T18:00 10+ 41.5',
    'ch 52',
    'uk ../2026-12-01 9 | ca workshop 2026-12-01/.. 0',
    'uk club 10+ #1 41.5 | uk #9999 40',
  ])('special prices “%s” are written as they are read', (cell) =>
    expect(writeSpecials(readSpecials(cell, setup))).toBe(cell),
  )
  it.each(['uk', 'ch club,workshop 2026-01-01/.. | ca', 'uk retail'])('ranges “%s”', (cell) =>
    expect(writeRange(readRange(cell, setup))).toBe(cell),
  )
  it('relations, whatever spaces a SKU has', () =>
    expect(writeRelations(readRelations('goes-with A 1|spare-part B-2'))).toBe('goes-with A 1 | spare-part B-2'))
  it.each<[string, () => unknown, string]>([
    ['a storefront', () => readRange('xx', setup), 'no storefront “xx”'],
    ['a group', () => readRange('uk kings', setup), 'no customer group “kings”'],
    ['a time', () => readRange('uk 2026-13-01/..', setup), 'is not a period'],
    ['an amount', () => readSpecials('uk cheap', setup), 'amount of money'],
    ['a priority', () => readSpecials('uk #0 40', setup), 'a whole number from 1 to 9999'],
    ['a priority that is too large', () => readSpecials('uk #10000 40', setup), 'such as #1'],
    ['a relation', () => readRelations('loves A'), 'is not a relation'],
  ])('say where %s cannot be read', (_what, read, message) => expect(read).toThrow(message))
})

describe('what columns mean', () => {
  const means = (headers: string[], rows: string[][] = [], type = '') =>
    Object.fromEntries(
      suggestMapping(headers, rows, setup, type).map((s) => [s.header, [s.means, s.unit].filter(Boolean).join(' ')]),
    )
  it('is read from the names that suppliers use', () => {
    expect(means(['Net weight (oz)', 'Qty on hand', 'Launch', 'Short description'])).toEqual({
      'Net weight (oz)': 'weight oz',
      'Qty on hand': 'stock',
      Launch: 'launched',
      'Short description': 'summary@/en-GB',
    })
  })
  it('is read from names with languages, currencies and units behind them', () => {
    expect(
      means([
        'Artikel-Nr.',
        'name_fr',
        'Summary (French)',
        'Weight [lb]',
        'width_mm',
        'Preis CHF',
        'price_ca',
        'EAN',
        'Hersteller',
        'Keywords',
        'grade@uk/',
        'season (fr)',
        'Weight (in)',
      ]),
    ).toEqual({
      'Artikel-Nr.': 'sku',
      name_fr: 'name@/fr-CH',
      'Summary (French)': 'summary@/fr-CH',
      'Weight [lb]': 'weight lb',
      width_mm: 'width mm',
      'Preis CHF': 'price@ch',
      price_ca: 'price@ca',
      EAN: 'gtin',
      Hersteller: 'brand',
      Keywords: 'tags',
      'grade@uk/': 'grade@uk/',
      'season (fr)': 'season',
      'Weight (in)': '',
    })
  })
  it('is guessed from cells where the name says nothing, and never twice', () => {
    const rows = [
      ['A-1', '2000000000107', 'Oxbrook', 'Bags > Panniers', 'wool', '12 L', 'x'],
      ['A-2', '2000000000114', 'oxbrook', 'Wear', 'steel', '8 L', 'x'],
    ]
    expect(means(['a', 'b', 'c', 'd', 'e', 'f', 'g'], rows)).toEqual({
      a: 'sku',
      b: 'gtin',
      c: 'brand',
      d: 'category',
      e: 'material',
      f: 'volume',
      g: '',
    })
    expect(means(['sku', 'SKU', 'brand', 'Marke'], [])).toEqual({ sku: 'sku', SKU: '', brand: 'brand', Marke: '' })
  })
  it('keeps each column at its place in the file, and names problems by the file’s own headers', () => {
    const mapping = {
      columns: [
        { header: 'No', means: 'sku', unit: '' },
        { header: 'W', means: 'weight', unit: 'lb' },
        { header: 'Rest', means: '', unit: '' },
        { header: 'Bad', means: 'nothing', unit: '' },
      ],
      type: '',
    }
    const { columns, problems } = mappedColumns(['Rest', 'W', 'No', 'Bad', 'New'], mapping, setup)
    expect(columns).toMatchObject([
      { index: 1, header: 'W', unit: 'lb' },
      { index: 2, header: 'No', field: 'sku' },
    ])
    expect(problems.map((p) => [p.column, p.code])).toEqual([
      ['Bad', 'unknown-column'],
      ['New', 'unmapped'],
    ])
  })
})
