import { describe, expect, it } from 'vitest'
import { parseHeader } from '@core/imports/columns'
import { decimalSignOfRow, findCategory, readRow } from '@core/imports/row'
import { checkDigit } from '@core/gtin/check-digit'
import { testSetup } from '../../world'

const setup = testSetup()
const read = (row: Record<string, string>, sign: '.' | ',' = '.') => {
  const { columns, problems } = parseHeader(Object.keys(row), setup)
  expect(problems).toEqual([])
  return readRow(Object.values(row), columns, setup, sign)
}
const problemOf = (row: Record<string, string>) => read({ sku: 'A-1', ...row }).problems.map((p) => [p.column, p.code])
const body = '200000000101'
const gtin = body + String(checkDigit(body))

describe('a row of a product file', () => {
  it('says what is to be set, and nothing where a cell is empty', () => {
    const d = read({
      sku: ' A-1 ',
      parent: '',
      type: 'bag',
      category: 'Bags > Panniers',
      brand: 'varga & daughter',
      tags: 'a| b |a',
      status: 'ACTIVE',
      kind: 'shipped',
      gtin: gtin,
      stock: '4',
      'price@uk': '59.90',
      weight: '1.2 kg',
      'name@/fr-CH': 'Sacoche',
      summary: '',
      mounting: 'rack|frame',
    })
    expect(d.problems).toEqual([])
    expect(d).toMatchObject({ sku: 'A-1', parent: undefined })
    expect(d.patch.fields).toEqual({
      type: 'bag',
      category: 'panniers',
      brand: 'varga',
      tags: ['a', 'b'],
      status: 'active',
      kind: 'shipped',
      gtin,
      stock: 4,
    })
    expect(d.patch.basePrices).toEqual([{ storefront: 'uk', amount: 59.9 }])
    expect(d.patch.values).toEqual([
      { attribute: 'weight', storefront: null, language: null, value: { value: 1.2, unit: 'kg' } },
      { attribute: 'name', storefront: null, language: 'fr-CH', value: 'Sacoche' },
      { attribute: 'mounting', storefront: null, language: null, value: ['rack', 'frame'] },
    ])
  })

  it('clears with \\- alone', () => {
    const d = read({
      sku: 'A-1',
      category: '\\-',
      gtin: '\\-',
      'price@uk': '\\-',
      name: '\\-',
      summary: 'ends with \\-',
      tags: '\\-',
    })
    expect(d.patch.fields).toEqual({ category: null, gtin: null, tags: [] })
    expect(d.patch.basePrices).toEqual([{ storefront: 'uk', amount: null }])
    expect(d.patch.values.map((v) => v.value)).toEqual([null, 'ends with \\-'])
  })

  it('takes away the sign that guards a formula, and only that', () => {
    const d = read({ sku: 'A-1', name: "'=SUM(A1)", summary: "'tis dry", model: "'-3" })
    expect(d.patch.values.map((v) => v.value)).toEqual(['=SUM(A1)', "'tis dry", '-3'])
  })

  it.each<[Record<string, string>, string, string]>([
    [{ type: 'boat' }, 'type', 'unknown-type'],
    [{ type: '\\-' }, 'type', 'required'],
    [{ category: 'Bags > Boats' }, 'category', 'unknown-category'],
    [{ category: 'Panniers > Bags' }, 'category', 'unknown-category'],
    [{ brand: 'Nobody' }, 'brand', 'unknown-brand'],
    [{ status: 'on' }, 'status', 'unknown-status'],
    [{ kind: 'boat' }, 'kind', 'unknown-kind'],
    [{ gtin: `${body}${(checkDigit(body) + 1) % 10}` }, 'gtin', 'bad-gtin'],
    [{ gtin: '12345' }, 'gtin', 'bad-gtin'],
    [{ stock: '4.5' }, 'stock', 'not-a-count'],
    [{ stock: '-1' }, 'stock', 'not-a-count'],
    [{ 'price@uk': '-3' }, 'price@uk', 'not-a-price'],
    [{ 'price@uk': '1.23456' }, 'price@uk', 'not-a-price'],
    [{ weight: '1,2 kg' }, 'weight', 'not-a-measure'],
    [{ weight: '12' }, 'weight', 'no-unit'],
    [{ season: 'spring' }, 'season', 'unknown-option'],
  ])('finds %j wrong', (row, column, code) => expect(problemOf(row)).toEqual([[column, code]]))

  it('finds every problem of a row, not the first', () => {
    expect(problemOf({ brand: 'Nobody', gtin: '1', weight: '3' })).toHaveLength(3)
  })
  it('wants a SKU that can be one', () => {
    expect(read({ sku: '' }).problems[0]!.code).toBe('no-sku')
    expect(read({ sku: 'a\tb;c' }).problems[0]!.code).toBe('bad-sku')
  })
})

describe('the decimal sign of a file', () => {
  const sign = (row: Record<string, string>) =>
    decimalSignOfRow(Object.values(row), parseHeader(Object.keys(row), setup).columns)
  it('comes from cells that can be read one way only', () => {
    expect(sign({ sku: 'A', weight: '1,5 kg' })).toBe(',')
    expect(sign({ sku: 'A', grade: '1,234', weight: '1.5 kg' })).toBe('.')
    expect(sign({ sku: 'A', weight: '1,234 kg', model: '1,5' })).toBeUndefined()
  })
})

describe('categories by path', () => {
  it('are found by names in any language or by codes', () => {
    expect([
      findCategory('Bags > Panniers > Roll-top', setup),
      findCategory('sacoches>SACOCHES ARRIÈRE', setup),
      findCategory('roll-top', setup),
      findCategory('Roll-top', setup),
      findCategory('Bags > ', setup),
    ]).toEqual(['roll-top', 'panniers', 'roll-top', 'roll-top', undefined])
  })
})

describe('a category', () => {
  const twice = {
    ...setup,
    categories: new Map([
      ...setup.categories,
      ['wear-covers', { code: 'wear-covers', parent: 'wear', names: { 'en-GB': 'Covers' }, type: null }],
      ['bag-covers', { code: 'bag-covers', parent: 'bags', names: { 'en-GB': 'Covers' }, type: null }],
    ]),
  }
  it('is found by its own name or code where no other has it', () => {
    expect(['Panniers', 'panniers', ' PANNIERS '].map((name) => findCategory(name, setup))).toEqual([
      'panniers',
      'panniers',
      'panniers',
    ])
    expect(findCategory('Covers', twice)).toBeUndefined()
    expect(findCategory('Bags > Covers', twice)).toBe('bag-covers')
  })
  it('that several are called is asked for by its path', () => {
    const { columns } = parseHeader(['sku', 'category'], twice)
    const { problems } = readRow(['A-1', 'Covers'], columns, twice, '.')
    expect(problems[0]?.message).toMatch(
      /There are 2 categories “Covers”\. Write the path: .+ > Covers or Bags > Covers\./,
    )
  })
})
