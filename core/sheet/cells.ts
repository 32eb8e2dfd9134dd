import { checkedValue } from '../attributes/checked-value'
import { attributeTypes } from '../attributes/types/registry'
import { ValueProblem } from '../attributes/types/shape'
import type { Value } from '../attributes/attribute'
import { basePriceIn, valueAt, type Family, type Product, type Setup } from '../catalogue/model'
import { same, type ProductPatch } from '../catalogue/patch'
import { fieldCell } from '../exports/row'
import { readRow } from '../imports/row'
import type { Column } from '../imports/columns'
import { valueForTeam, valuesFor } from '../page/values'
import type { DecimalSign } from '../units/parse'
import type { Origin, Reader } from '../values/resolve'
import { labelIn, type Labels } from '../language/labels'
import type { ColumnEdition, SheetColumn, SheetField } from './columns'

/** A cell as it is seen. */
export interface SheetCell {
  /** As people read it. */
  shown: string
  /** As a file has it, and the clipboard. */
  text: string
  value: Value | null
  origin: Origin
  language: string | null
  /** Whether a shopper of the edition may be given it. */
  counts: boolean
  /** The product's own value where the cell writes: what a change of it is made over. */
  base: unknown
}

const plain = (text: string, base: unknown, origin: Origin = text === '' ? 'missing' : 'own'): SheetCell => ({
  shown: text,
  text,
  value: null,
  origin,
  language: null,
  counts: text !== '',
  base,
})

/** Where a cell of an attribute writes: the storefront's own value where the product has one, else the general one. */
export function scopeOfCell(
  product: Product,
  column: Extract<SheetColumn, { kind: 'attribute' }>,
  edition: ColumnEdition,
) {
  const { code, translatable, perStorefront } = column.attribute
  const language = translatable ? edition.language : null
  const own =
    perStorefront &&
    product.values.some((v) => v.attribute === code && v.storefront === edition.storefront && v.language === language)
  return { attribute: code, storefront: own ? edition.storefront : null, language }
}

/** Cells of one product, column by column; each attribute is read through the reader of its column. */
export function cellsOf(
  product: Product,
  family: Family,
  columns: readonly SheetColumn[],
  readerOf: (column: SheetColumn) => Reader,
  setup: Setup,
): SheetCell[] {
  const reads = new Map<Reader, ReturnType<typeof valuesFor>>()
  return columns.map((column): SheetCell => {
    if (column.kind === 'field') return fieldOf(product, column.field, setup, readerOf(column).chain)
    if (column.kind === 'carried')
      return plain(product.carried[column.name] ?? '', product.carried[column.name] ?? null)
    if (column.kind === 'price') {
      const own = basePriceIn(product, column.storefront)
      const amount = own ?? basePriceIn(family.root, column.storefront)
      return plain(
        amount === null ? '' : String(amount),
        own,
        amount === null ? 'missing' : own === null ? 'inherited' : 'own',
      )
    }
    const reader = readerOf(column)
    let read = reads.get(reader)
    if (!read) reads.set(reader, (read = valuesFor(product, family, reader, setup)))
    const found = read(column.attribute.code)
    const base = valueAt(product, scopeOfCell(product, column, reader.edition))
    if (!found || found.value === null) return { ...plain('', base), value: null }
    return {
      shown: valueForTeam(column.attribute.code, found.value, reader, setup),
      text: attributeTypes[column.attribute.type].toCell(found.value, column.attribute),
      value: found.value,
      origin: found.origin,
      language: found.language,
      counts: found.counts,
      base,
    }
  })
}

/** A field as a cell: names of categories and types in the first of some languages that has them. */
function fieldOf(product: Product, field: SheetField, setup: Setup, languages: readonly string[]): SheetCell {
  const text = fieldCell(product, field, setup)
  const named = (labels: Labels | undefined, code: string) => labelIn(labels ?? {}, [...languages, setup.source], code)
  const categoryName = (code: string) => named(setup.categories.get(code)?.names, code)
  switch (field) {
    case 'type':
      return {
        ...plain(product.type, product.type),
        shown: named(setup.types.get(product.type)?.labels, product.type),
      }
    case 'category':
      return {
        ...plain(text, product.category),
        shown: product.category === null ? '' : categoryName(product.category),
      }
    case 'categories':
      return {
        ...plain(text, product.categories),
        shown: product.categories.map(categoryName).join(', '),
      }
    case 'tags':
      return { ...plain(text, product.tags), shown: product.tags.join(', ') }
    case 'special-prices':
      return plain(
        text,
        product.prices.filter((p) => p.special),
      )
    case 'available-from':
      return plain(text, product.availableFrom)
    case 'differs-in':
      return {
        ...plain(text, product.differsIn),
        shown: product.differsIn.map((c) => named(setup.attributes.get(c)?.labels, c)).join(', '),
      }
    default:
      return plain(text, product[field])
  }
}

/**
 * What somebody writes into a cell: a value in its form, or a text as a file or the clipboard has it. An empty one
 * clears.
 */
export type CellWrite = { value: unknown } | { text: string }

/**
 * What a write into a cell changes of a product, or why it cannot be taken. `base` is what was seen; where the product
 * has another value there by now, and not the one that is written, nothing is overwritten.
 */
export function patchOfCell(
  product: Product,
  column: SheetColumn,
  edition: ColumnEdition,
  write: CellWrite,
  base: unknown,
  sign: DecimalSign,
  setup: Setup,
): ProductPatch | { problem: string } {
  const patch: ProductPatch = { fields: {}, values: [], basePrices: [] }
  try {
    if ('value' in write) {
      if (column.kind !== 'attribute') throw new ValueProblem('wrong-shape', 'This is written as text.')
      patch.values.push({
        ...scopeOfCell(product, column, edition),
        value: checkedValue(write.value, column.attribute),
      })
    } else {
      const draft = readRow(
        [product.sku, write.text.trim() === '' ? '\\-' : write.text],
        [{ index: 0, header: 'sku', kind: 'field', field: 'sku' }, importColumn(product, column, edition)],
        setup,
        sign,
      )
      const [wrong] = draft.problems
      if (wrong) return { problem: wrong.message }
      Object.assign(patch, draft.patch)
    }
  } catch (e) {
    if (e instanceof ValueProblem) return { problem: e.message }
    throw e
  }
  if (column.kind === 'field' && column.field === 'type' && product.parent !== null)
    return { problem: 'A variant has its parent’s product type.' }
  if (
    base !== undefined &&
    !same(baseNow(product, column, edition), base) &&
    !saysTheSame(product, patch, column, edition)
  )
    return { problem: 'Somebody else has changed this. Compare, and enter your value again if you want to keep it.' }
  return patch
}

function importColumn(product: Product, column: SheetColumn, edition: ColumnEdition): Column {
  const place = { index: 1, header: column.id }
  if (column.kind === 'field') return { ...place, kind: 'field', field: column.field }
  if (column.kind === 'price') return { ...place, kind: 'price', storefront: column.storefront }
  if (column.kind === 'carried') return { ...place, kind: 'carried', name: column.name }
  const { storefront, language } = scopeOfCell(product, column, edition)
  return {
    ...place,
    kind: 'attribute',
    attribute: column.attribute,
    storefront,
    language,
    ...(column.attribute.unit ? { unit: column.attribute.unit } : {}),
  }
}

/** What stands where a cell writes. */
function baseNow(product: Product, column: SheetColumn, edition: ColumnEdition): unknown {
  if (column.kind === 'attribute') return valueAt(product, scopeOfCell(product, column, edition))
  if (column.kind === 'price') return basePriceIn(product, column.storefront)
  if (column.kind === 'carried') return product.carried[column.name] ?? null
  if (column.field === 'special-prices') return product.prices.filter((p) => p.special)
  if (column.field === 'available-from') return product.availableFrom
  if (column.field === 'differs-in') return product.differsIn
  return product[column.field]
}

function saysTheSame(product: Product, patch: ProductPatch, column: SheetColumn, edition: ColumnEdition): boolean {
  const next =
    patch.values[0]?.value ??
    patch.basePrices[0]?.amount ??
    patch.specials ??
    Object.values(patch.carried ?? {})[0] ??
    Object.values(patch.fields)[0] ??
    null
  return same(next, baseNow(product, column, edition))
}
