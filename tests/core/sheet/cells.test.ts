import { describe, expect, it } from 'vitest'
import type { Value } from '@core/attributes/attribute'
import { editionReader } from '@core/page/values'
import { cellsOf, patchOfCell, scopeOfCell, type CellWrite } from '@core/sheet/cells'
import { parseSheetColumn, type SheetColumn } from '@core/sheet/columns'
import type { Product } from '@core/catalogue/model'
import { family, price, product, single, special, testSetup } from '../../world'

const setup = testSetup()
const fr = { storefront: 'ch', language: 'fr-CH' }
const columnOf = (id: string): SheetColumn => {
  const column = parseSheetColumn(id, setup)
  if (typeof column === 'string') throw new Error(column)
  return column
}
const reader = editionReader(setup, fr.storefront, fr.language)
/** A cell of a product as the sheet shows it in French for Switzerland. */
const cell = (p: Product, id: string, of = single(p)) => cellsOf(p, of, [columnOf(id)], () => reader, setup)[0]!
/** What a write into a cell changes: the parts of the patch that are not empty. */
function written(p: Product, id: string, write: CellWrite, base?: unknown) {
  const patch = patchOfCell(p, columnOf(id), fr, write, base, '.', setup)
  if ('problem' in patch) return patch.problem
  const parts = Object.entries(patch).filter(([, part]) => part !== undefined && Object.keys(part as object).length > 0)
  return Object.fromEntries(parts)
}

const bag = product(
  'B-1',
  {
    category: 'roll-top',
    categories: ['wear'],
    tags: ['rain', 'new'],
    brand: 'varga',
    stock: 4,
    carried: { bin: 'A-12' },
    prices: [price('ch', 96), special('ch', 80)],
  },
  {
    'name@/en-GB': 'Regn 30',
    'name@/fr-CH': 'Regn 30 (fr)',
    'summary@/en-GB': 'Keeps dry.',
    weight: { value: 1.2, unit: 'kg' },
    'width@/': { value: 30, unit: 'cm' },
    'width@ch/': { value: 31, unit: 'cm' },
    material: 'canvas',
    mounting: ['rack', 'frame'],
    reflective: true,
    'description@/fr-CH': '<p>Reste <strong>sec</strong>.</p>',
  },
)

describe('a cell', () => {
  it.each<[string, string, string]>([
    ['name', 'Regn 30 (fr)', 'Regn 30 (fr)'],
    ['weight', '1,2 kg', '1.2 kg'],
    ['material', 'canvas-fr', 'canvas'],
    ['mounting', 'rack-fr et frame-fr', 'rack|frame'],
    ['category', 'Roll-top', 'Bags > Panniers > Roll-top'],
    ['categories', 'Wear', 'Wear'],
    ['tags', 'rain, new', 'rain|new'],
    ['brand', 'Varga & Daughter', 'Varga & Daughter'],
    ['type', 'bag', 'bag'],
    ['stock', '4', '4'],
    ['price@ch', '96', '96'],
    ['carried@bin', 'A-12', 'A-12'],
  ])('of %s is shown in the edition’s words, and copied as a file has it', (id, shown, text) => {
    const { shown: as, text: copied } = cell(bag, id)
    expect([as.replaceAll('\u00a0', ' ').replaceAll('\u202f', ' '), copied]).toEqual([shown, text])
  })
  it('says where its value comes from, and whether a shopper may be given it', () => {
    expect(cell(bag, 'name')).toMatchObject({ origin: 'own', language: 'fr-CH', counts: true })
    expect(cell(bag, 'summary')).toMatchObject({ shown: 'Keeps dry.', language: 'en-GB', counts: false })
    expect(cell(bag, 'season')).toMatchObject({ shown: '', origin: 'missing', value: null, base: null })
    expect(cell(bag, 'carried@lot')).toMatchObject({ shown: '', origin: 'missing', base: null })
  })
  it('of a variant has what its parent has, and its own where it has one', () => {
    const small = product('B-1-S', { prices: [] }, {})
    const of = family(bag, small)
    const [variant] = of.variants
    expect(cell(variant!, 'price@ch', of)).toMatchObject({ shown: '96', origin: 'inherited', base: null })
    expect(cell(variant!, 'material', of)).toMatchObject({ text: 'canvas', origin: 'inherited', base: null })
    const own = product('B-1-L', { prices: [price('ch', 99)] }, { material: 'wool' })
    const withOwn = family(bag, own)
    expect(cell(withOwn.variants[0]!, 'price@ch', withOwn)).toMatchObject({ shown: '99', origin: 'own', base: 99 })
    expect(cell(withOwn.variants[0]!, 'material', withOwn)).toMatchObject({ text: 'wool', origin: 'own', base: 'wool' })
  })
  it('writes the storefront’s own value where the product has one there, else the general one', () => {
    const width = columnOf('width') as Extract<SheetColumn, { kind: 'attribute' }>
    expect(scopeOfCell(bag, width, fr)).toEqual({ attribute: 'width', storefront: 'ch', language: null })
    expect(scopeOfCell(bag, width, { storefront: 'uk', language: 'en-GB' })).toMatchObject({ storefront: null })
    const name = columnOf('name') as Extract<SheetColumn, { kind: 'attribute' }>
    expect(scopeOfCell(bag, name, fr)).toEqual({ attribute: 'name', storefront: null, language: 'fr-CH' })
  })
})

describe('what is written into a cell', () => {
  it.each<[string, string, CellWrite, object]>([
    [
      'a text of the edition',
      'summary',
      { text: 'Garde au sec.' },
      { values: [{ attribute: 'summary', storefront: null, language: 'fr-CH', value: 'Garde au sec.' }] },
    ],
    [
      'a measure in another unit',
      'weight',
      { text: '900 g' },
      { values: [{ attribute: 'weight', storefront: null, language: null, value: { value: 900, unit: 'g' } }] },
    ],
    [
      'a choice by its label',
      'material',
      { text: 'steel' },
      { values: [{ attribute: 'material', storefront: null, language: null, value: 'steel' }] },
    ],
    [
      'a value in its form',
      'reflective',
      { value: false },
      { values: [{ attribute: 'reflective', storefront: null, language: null, value: false }] },
    ],
    ['a field', 'stock', { text: '7' }, { fields: { stock: 7 } }],
    ['tags', 'tags', { text: 'rain|sale' }, { fields: { tags: ['rain', 'sale'] } }],
    ['a category by its path', 'category', { text: 'Bags > Panniers' }, { fields: { category: 'panniers' } }],
    ['a price', 'price@ch', { text: '98.50' }, { basePrices: [{ storefront: 'ch', amount: 98.5 }] }],
    ['data of another system', 'carried@bin', { text: 'A-13' }, { carried: { bin: 'A-13' } }],
  ])('changes %s, and nothing else', (_what, id, write, patch) => {
    expect(written(bag, id, write)).toEqual(patch)
  })
  it('clears where it is empty', () => {
    expect(written(bag, 'material', { text: ' ' })).toMatchObject({ values: [{ attribute: 'material', value: null }] })
    expect(written(bag, 'price@ch', { text: '' })).toEqual({ basePrices: [{ storefront: 'ch', amount: null }] })
  })
  it.each<[string, string, CellWrite, RegExp]>([
    ['an option that there is not', 'material', { text: 'felt' }, /felt/],
    ['a number that is none', 'stock', { text: 'many' }, /many/],
    ['a category that there is not', 'category', { text: 'Boats' }, /Boats/],
    ['a form where only text is written', 'stock', { value: 4 }, /written as text/],
    ['another shape', 'weight', { value: 'heavy' as Value }, /./],
  ])('is refused with what is wrong: %s', (_what, id, write, problem) => {
    expect(written(bag, id, write)).toMatch(problem)
  })
  it('leaves a variant its parent’s product type', () => {
    const of = family(bag, product('B-1-S'))
    expect(written(of.variants[0]!, 'type', { text: 'lock' })).toBe('A variant has its parent’s product type.')
  })
  it('is not written over what somebody else has written since it was seen', () => {
    const overtaken = /^Somebody else has changed this/
    expect(written(bag, 'stock', { text: '7' }, 4)).toEqual({ fields: { stock: 7 } })
    expect(written(bag, 'stock', { text: '7' }, 3)).toMatch(overtaken)
    expect(written(bag, 'summary', { text: 'Sec.' }, null)).toMatchObject({ values: [{ value: 'Sec.' }] })
    expect(written(bag, 'name', { text: 'Regn' }, null)).toMatch(overtaken)
    expect(written(bag, 'price@ch', { text: '90' }, 95)).toMatch(overtaken)
    expect(written(bag, 'tags', { text: 'sale' }, ['rain'])).toMatch(overtaken)
    expect(written(bag, 'carried@bin', { text: 'B-1' }, null)).toMatch(overtaken)
  })
  it('is taken where the other wrote the very same', () => {
    expect(written(bag, 'stock', { text: '4' }, 3)).toEqual({ fields: { stock: 4 } })
    expect(written(bag, 'price@ch', { text: '96' }, 90)).toEqual({ basePrices: [{ storefront: 'ch', amount: 96 }] })
    expect(written(bag, 'carried@bin', { text: 'A-12' }, null)).toEqual({ carried: { bin: 'A-12' } })
  })
})

it('names categories, types and what variants differ in, in the language that is looked through', () => {
  const rollTop = { ...setup.categories.get('roll-top')!, names: { 'en-GB': 'Roll-top', fr: 'Roulée' } }
  const named = { ...setup, categories: new Map(setup.categories).set('roll-top', rollTop) }
  const read = { ...reader, chain: ['fr-CH', 'fr'] }
  const [category] = cellsOf(bag, single(bag), [columnOf('category')], () => read, named)
  expect([category!.shown, category!.text]).toEqual(['Roulée', 'Bags > Panniers > Roll-top'])
})
