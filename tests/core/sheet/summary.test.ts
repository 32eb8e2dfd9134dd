import { describe, expect, it } from 'vitest'
import type { SheetCell } from '@core/sheet/cells'
import { parseSheetColumn, showsField, type SheetColumn } from '@core/sheet/columns'
import { summaryOf } from '@core/sheet/summary'
import { fieldsNamedIn } from '@core/rules/condition'
import { testSetup } from '../../world'

const setup = testSetup()
const columnOf = (id: string) => parseSheetColumn(id, setup) as SheetColumn
const cell = (text: string, change: Partial<SheetCell> = {}): SheetCell => ({
  shown: text,
  text,
  value: null,
  origin: text === '' ? 'missing' : 'own',
  language: null,
  counts: text !== '',
  base: null,
  ...change,
})
const priced = (amount: number) => cell(`£${amount}`, { base: amount })
const weighing = (value: number, unit: string) => cell(`${value} ${unit}`, { value: { value, unit } })

describe('what selected cells hold together', () => {
  it('says the value that all have, else how many there are and how many are empty', () => {
    expect(summaryOf([cell('bag'), cell('bag')], columnOf('type'))).toMatchObject({ same: 'bag', empty: 0 })
    const some = summaryOf([cell('bag'), cell('bag'), cell('')], columnOf('type'))
    expect(some).toEqual({ cells: 3, empty: 1, different: 1 })
    expect(summaryOf([cell('bag'), cell('glove')], columnOf('type'))).toMatchObject({ different: 2 })
  })
  it('gives the range of prices by their amounts, not by their letters', () => {
    const { range } = summaryOf([priced(100), priced(35), priced(9)], columnOf('price@uk'))
    expect(range).toEqual({ least: '£9', most: '£100' })
  })
  it('adds up what is counted in pieces, and nothing else', () => {
    expect(summaryOf([cell('4', { base: 4 }), cell(''), cell('7', { base: 7 })], columnOf('stock')).total).toBe(11)
    expect(summaryOf([priced(1), priced(2)], columnOf('price@uk')).total).toBeUndefined()
  })
  it('compares measures of one unit only', () => {
    const weight = columnOf('weight')
    expect(summaryOf([weighing(2, 'kg'), weighing(1.2, 'kg')], weight).range).toEqual({
      least: '1.2 kg',
      most: '2 kg',
    })
    expect(summaryOf([weighing(2, 'kg'), weighing(900, 'g')], weight).range).toBeUndefined()
  })
})

describe('columns that a filter asks about', () => {
  it('are found by the fields of its conditions, however deep', () => {
    const fields = fieldsNamedIn({
      all: [
        { field: 'type', is: 'equals', value: 'bag' },
        { any: [{ variant: { field: 'price', is: 'less', value: 60 } }, { field: 'attribute:weight', is: 'set' }] },
      ],
    })
    expect(fields).toEqual(['type', 'price', 'attribute:weight'])
    const shown = ['type', 'price@uk', 'weight', 'stock'].filter((id) =>
      fields.some((field) => showsField(columnOf(id), field)),
    )
    expect(shown).toEqual(['type', 'price@uk', 'weight'])
  })
})
