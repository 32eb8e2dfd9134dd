import { expect, it } from 'vitest'
import { countPage, shareFilled, sumCells, type CoverageRow } from '@core/page/coverage'
import { layoutDifferences, type LaidOut } from '@core/page/differences'
import type { AreaForm, AreaPlace } from '@core/page/layout'

const area = (name: string, as: AreaForm = 'tabs'): AreaPlace => ({
  area: name,
  name: '',
  as,
  limit: null,
  needed: false,
})
const laidOut = (areas: AreaPlace[], more: Partial<LaidOut['look']> = {}): LaidOut => ({
  areas,
  look: { spacing: 'even', line: 'hair', corner: 'square', emphasis: 'weight', ...more },
})
const told = (before: LaidOut, after: LaidOut) =>
  layoutDifferences(before, after).map((d) => [d.what, d.area, d.title, d.before].join(' ').trim())

it('tells of a layout what changes in forms, order and look', () => {
  const before = laidOut([area('summary', 'plain'), area('details'), area('foot')])
  expect(told(before, before)).toEqual([])
  expect(told(before, laidOut([area('summary', 'plain'), area('details', 'accordion'), area('foot')]))).toEqual([
    'form details accordion tabs',
  ])
  expect(told(before, laidOut([area('foot'), area('summary', 'plain'), area('details')]))).toEqual(['area foot 1 3'])
  expect(told(before, laidOut(before.areas as AreaPlace[], { spacing: 'wide' }))).toEqual(['look  spacing wide even'])
})
it('says nothing of areas that come or go: their parts do', () => {
  expect(told(laidOut([area('details')]), laidOut([area('details'), area('care')]))).toEqual([])
})

it('counts pieces apart from what the page makes by itself', () => {
  const row: CoverageRow = { type: 'bag', products: 2, cells: {} }
  const page = (...kinds: string[]) =>
    ({
      layout: [area('details')],
      areas: { details: kinds.map((kind) => ({ kind })) },
      product: { sku: 'PE-1' },
    }) as unknown as Parameters<typeof countPage>[2]
  countPage(row, 'uk/en-GB', page('built-in', 'split'))
  countPage(row, 'uk/en-GB', page('built-in', 'tab', 'faq'))
  const cell = sumCells(Object.values(row.cells))
  expect([cell.parts, cell.pieces]).toEqual([
    [0, 0, 1, 1, 0],
    [1, 0, 1, 0, 0],
  ])
  expect([shareFilled(cell, 'parts'), shareFilled(cell, 'pieces')]).toEqual([1, 0.5])
})
