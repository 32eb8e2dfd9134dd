import { attributeTypes } from '@core/attributes/types/registry'
import type { SheetCell } from '@core/sheet/cells'
import { fieldLabels, type SheetColumn } from '@core/sheet/columns'
import { editors } from '../catalogue/editors'

/** What a column of the sheet is called, and the edition behind it where it has one of its own. */
export function columnLabel(
  column: SheetColumn,
  setup: {
    label: (labels: Record<string, string> | undefined, code: string) => string
    storefrontName: (code: string) => string
  },
): string {
  if (column.kind === 'attribute') return setup.label(column.attribute.labels, column.attribute.code)
  if (column.kind === 'price') return `Price, ${setup.storefrontName(column.storefront)}`
  if (column.kind === 'carried') return column.name
  return fieldLabels[column.field]
}

/** How wide a column is, in pixels: what it holds says so. */
export function columnWidth(column: SheetColumn): number {
  if (column.kind === 'price') return 132
  if (column.kind === 'carried') return 120
  if (column.kind === 'field')
    return {
      parent: 110,
      type: 110,
      category: 130,
      categories: 150,
      brand: 110,
      tags: 150,
      status: 78,
      kind: 90,
      gtin: 122,
      stock: 64,
      minimum: 80,
      'available-from': 100,
      'differs-in': 130,
      relations: 170,
      range: 170,
      'special-prices': 200,
    }[column.field]
  return editors[attributeTypes[column.attribute.type].editor].width
}

/** Whether its cells are read as numbers, and stand to the right. */
export const isNumeric = (column: SheetColumn) =>
  column.kind === 'price' ||
  (column.kind === 'field' && (column.field === 'stock' || column.field === 'minimum')) ||
  (column.kind === 'attribute' && attributeTypes[column.attribute.type].numberIn !== undefined)

/** The language that a column is written in: that of its edition, else the lens's. */
export const languageOf = (lensLanguage: string, column: SheetColumn) =>
  column.kind === 'attribute' && column.edition ? column.edition.language : lensLanguage

/** The language of what stands in a cell, where it is in one. */
export const languageOfCell = (cell: SheetCell, column: SheetColumn) =>
  column.kind === 'attribute' && column.attribute.translatable && cell.language ? cell.language : undefined
