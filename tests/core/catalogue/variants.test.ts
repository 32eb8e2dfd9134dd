import { describe, expect, it } from 'vitest'
import { matchCategories } from '@core/catalogue/find-category'
import {
  combinations,
  hasValues,
  likePattern,
  skuOfCombination,
  variantFindings,
  type VariantRow,
} from '@core/catalogue/variants'
import { testSetup } from '../../world'

const { attributes } = testSetup()
const row = (sku: string, values: VariantRow['values'], more: Partial<VariantRow> = {}): VariantRow => ({
  sku,
  gtin: null,
  stock: null,
  status: 'active',
  prices: {},
  picture: null,
  name: null,
  values,
  ...more,
})
const found = (rows: VariantRow[], differsIn = ['size', 'material']) =>
  variantFindings(rows, differsIn, attributes, 'en-GB').map((f) => `${f.row} ${f.at} ${f.weight}: ${f.message}`)

describe('the grid of variants', () => {
  it('makes every combination, the last attribute changing fastest, and a SKU for each', () => {
    const all = combinations([
      { attribute: 'size', values: ['S', 'M'] },
      { attribute: 'material', values: ['canvas', 'steel'] },
    ])
    expect(all.map((c) => Object.values(c).join(' '))).toEqual(['S canvas', 'S steel', 'M canvas', 'M steel'])
    expect(all.filter((c) => hasValues(row('A', { size: 'M', material: 'steel', season: null }), c))).toEqual([
      { size: 'M', material: 'steel' },
    ])
    expect(skuOfCombination('GL', all[3]!, attributes, new Set())).toBe('GL-M-STEEL')
    expect(skuOfCombination('GL', all[3]!, attributes, new Set(['GL-M-STEEL']))).toBe('GL-M-STEEL-2')
    expect(skuOfCombination('GL', { weight: { value: 1.5, unit: 'kg' } }, attributes, new Set())).toBe('GL-15KG')
    expect(combinations([])).toEqual([{}])
  })
  it('says what should differ and does not', () => {
    expect(
      found([
        row('A', { size: 'S', material: 'steel' }, { gtin: '1' }),
        row('a', { size: 'M', material: 'steel' }, { gtin: '1' }),
        row('', { size: 'S', material: 'steel' }),
        row('D', { size: null, material: 'wool' }),
      ]),
    ).toEqual([
      '1 sku blocker: The same SKU as S, steel.',
      '1 gtin blocker: The same GTIN as S, steel.',
      '2 sku blocker: Each variant has a SKU of its own.',
      '2 value:size blocker: The same combination as A.',
      '3 value:size blocker: What it differs in is missing: size.',
    ])
  })
  it('tells pictures that belong to another colour from those that sizes share', () => {
    const rows = ['S', 'M', 'L'].flatMap((size) => [
      row(`C-${size}`, { size, material: 'canvas' }, { picture: 'c.svg' }),
      ...(size === 'L' ? [] : [row(`S-${size}`, { size, material: 'steel' }, { picture: 's.svg' })]),
    ])
    expect(found(rows)).toEqual([])
    expect(found([...rows, row('D', { size: 'L', material: 'steel' }, { picture: 'c.svg' })])).toEqual([
      '5 picture remark: The same picture as C-S, which looks different.',
    ])
  })
  it('reads names for values of other rows, as whole words', () => {
    const rows = [
      row('A', { material: 'canvas' }, { name: 'Regn canvas' }),
      row('B', { material: 'steel' }, { name: 'Regn canvas' }),
      row('C', { material: 'wool' }, { name: 'Regn steelworks' }),
    ]
    expect(found(rows, ['material'])).toEqual(['1 name remark: The name says “canvas”, but this is steel.'])
  })
  it('gives a pattern’s price, stock, status and picture to others, and nothing that must differ', () => {
    const pattern = row(
      'A',
      { size: 'S' },
      { gtin: '1', stock: 4, status: 'draft', prices: { uk: 9 }, picture: 'a.svg', name: 'A' },
    )
    const [, b, c] = likePattern([pattern, row('B', { size: 'M' }), row('C', { size: 'L' })], pattern, [0, 1])
    expect(b).toEqual(row('B', { size: 'M' }, { stock: 4, status: 'draft', prices: { uk: 9 }, picture: 'a.svg' }))
    expect(c).toEqual(row('C', { size: 'L' }))
  })
})

it('finds categories by typing, the deepest that fits first', () => {
  const codes = (typed: string) => matchCategories(typed, testSetup()).map((m) => m.code)
  expect(codes('bag')).toEqual(['bags'])
  expect(codes('pann')).toEqual(['panniers'])
  expect(codes('sacoches arr')).toEqual(['panniers'])
  expect(codes('bags roll')).toEqual(['roll-top'])
  expect(codes('')[0]).toBe('roll-top')
  expect(codes('boat')).toEqual([])
})
