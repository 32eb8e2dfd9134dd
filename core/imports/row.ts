import { isGuarded, unguardCell } from '../text/guard'
import type { Attribute } from '../attributes/attribute'
import { checkedValue } from '../attributes/checked-value'
import { attributeTypes } from '../attributes/types/registry'
import { ValueProblem } from '../attributes/types/shape'
import { bareGtin, gtinProblem } from '../gtin/check-digit'
import { categoryPath, productKinds, productStatuses, type Setup } from '../catalogue/model'
import type { ProductPatch } from '../catalogue/patch'
import { dayNumber } from '../moments/instant'
import { fold } from '../text/fold'
import { decimalSignOf, parseNumber, splitMeasure, type DecimalSign } from '../units/parse'
import type { Column } from './columns'
import { PackedProblem, readRange, readRelations, readSpecials } from './packed'

export interface RowProblem {
  column: string
  value: string
  code: string
  message: string
}

/** A row understood: what it says of which product. Not yet held against what is stored. */
export interface RowDraft {
  sku: string
  /** Undefined where the row says nothing of a parent. */
  parent: string | undefined
  patch: ProductPatch
  /** The columns that say something, by the path of what they change, for naming trouble found later. */
  problems: RowProblem[]
}

/** Alone in a cell, it clears the value. */
const clears = '\\-'

/**
 * A category found by the path of its names or codes, `Bags > Panniers`, in any language; or by its own name or code
 * alone, where no other has it.
 */
export function findCategory(path: string, setup: Setup): string | undefined {
  const steps = path.split('>').map(fold)
  if (steps.some((s) => s === '')) return undefined
  const indexed = categoryIndex(setup)
  let parent: string | null = null
  for (const step of steps) {
    const found: string | undefined = indexed.get(`${parent ?? ''}\n${step}`)
    if (found === undefined) return steps.length === 1 ? onlyCategory(path, setup) : undefined
    parent = found
  }
  return parent ?? undefined
}

/** The categories, at any depth, that have a name in some language. */
const categoriesNamed = (name: string, setup: Setup) =>
  [...setup.categories.values()].filter((c) => Object.values(c.names).some((n) => fold(n) === fold(name)))

/** The category of a code, or the only one of a name. */
function onlyCategory(name: string, setup: Setup): string | undefined {
  if (setup.categories.has(name.trim())) return name.trim()
  const named = categoriesNamed(name, setup)
  return named.length === 1 ? named[0]!.code : undefined
}

/** What to write where a category cannot be found. */
function categoryMessage(text: string, setup: Setup): string {
  const pathOf = (code: string) =>
    categoryPath(setup, code)
      .reverse()
      .map((c) => setup.categories.get(c)!.names[setup.source] ?? c)
      .join(' > ')
  const named = categoriesNamed(text, setup)
  return named.length > 1
    ? `There are ${named.length} categories “${text}”. Write the path: ${named.map((c) => pathOf(c.code)).join(' or ')}.`
    : `There is no category “${text}”. Write its name, or its path from the top: Bags > Panniers.`
}

const categoryIndexes = new WeakMap<Setup['categories'], Map<string, string>>()
function categoryIndex(setup: Setup): Map<string, string> {
  let index = categoryIndexes.get(setup.categories)
  if (!index) {
    index = new Map()
    for (const c of setup.categories.values()) {
      for (const name of [c.code, ...Object.values(c.names)]) index.set(`${c.parent ?? ''}\n${fold(name)}`, c.code)
    }
    categoryIndexes.set(setup.categories, index)
  }
  return index
}

/** What is known of a column where its cells are read: of an attribute's, its type. */
type ColumnOfCells = { kind: 'attribute'; attribute: Pick<Attribute, 'type'> } | { kind: 'field' | 'price' | 'carried' }

/** The number within a cell, as it is written there; undefined where the column holds none. */
export function numberInCell(cell: string, column: ColumnOfCells): string | undefined {
  if (column.kind === 'price') return cell
  return column.kind === 'attribute' ? attributeTypes[column.attribute.type].numberIn?.(cell) : undefined
}

/** The decimal sign that a row's numbers can only have; undefined where every cell could be read both ways. */
export function decimalSignOfRow(cells: readonly string[], columns: readonly Column[]): DecimalSign | undefined {
  for (const c of columns) {
    const cell = cells[c.index]
    if (!cell) continue
    const number = numberInCell(cell, c)
    const sign = number === undefined ? undefined : decimalSignOf(number)
    if (sign) return sign
  }
  return undefined
}

/** What a row is found by, before it is read as a whole: texts as `readRow` gives them where they are sound. */
export function rowKeys(
  cells: readonly string[],
  columns: readonly Column[],
): { sku: string; parent: string; gtin: string } {
  const keys = { sku: '', parent: '', gtin: '' }
  for (const c of columns) {
    if (c.kind !== 'field') continue
    if (c.field === 'sku' || c.field === 'parent') keys[c.field] = (cells[c.index] ?? '').trim()
    else if (c.field === 'gtin') keys.gtin = bareGtin(cells[c.index] ?? '')
  }
  return keys
}

const skuShape = /^[A-Za-z0-9][A-Za-z0-9._/ -]{0,63}$/

/** Whether a number that does not read with a decimal sign would with the other. */
const hasOtherSign = (cell: string, sign: DecimalSign) =>
  parseNumber(cell, sign) === undefined && parseNumber(cell, sign === '.' ? ',' : '.') !== undefined

/** What a row of a file says, cell by cell. An empty cell says nothing; `\-` alone clears. */
export function readRow(
  cells: readonly string[],
  columns: readonly Column[],
  setup: Setup,
  sign: DecimalSign,
): RowDraft {
  const draft: RowDraft = {
    sku: '',
    parent: undefined,
    patch: { fields: {}, values: [], basePrices: [] },
    problems: [],
  }
  const { patch } = draft
  const problem: Report = (code, message, column, raw) => {
    draft.problems.push({ column: column.header, value: raw.slice(0, 200), code, message })
  }
  for (const column of columns) {
    const raw = replaced(cells[column.index] ?? '', column)
    const cell = raw.trim()
    if (cell === '' && !(column.kind === 'field' && column.field === 'sku')) continue
    if (column.kind === 'attribute') {
      const { attribute, storefront, language } = column
      if (cell === clears) {
        patch.values.push({ attribute: attribute.code, storefront, language, value: null })
        continue
      }
      try {
        const text = isGuarded(raw) ? unguardCell(raw) : cell
        const value = checkedValue(
          attributeTypes[attribute.type].fromCell(withUnit(text, column), attribute, sign),
          attribute,
          language,
        )
        if (value !== null) patch.values.push({ attribute: attribute.code, storefront, language, value })
      } catch (e) {
        if (!(e instanceof ValueProblem)) throw e
        problem(e.code, e.message, column, raw)
      }
    } else if (column.kind === 'carried')
      (patch.carried ??= {})[column.name] = cell === clears ? null : isGuarded(raw) ? unguardCell(raw) : cell
    else if (column.kind === 'price') {
      if (cell === clears) patch.basePrices.push({ storefront: column.storefront, amount: null })
      else {
        const amount = parseNumber(cell, sign)
        if (amount === undefined || amount < 0)
          problem(
            'not-a-price',
            hasOtherSign(cell, sign)
              ? `“${cell}” is not an amount of money with “${sign}” as the decimal sign, which this file uses.`
              : `“${cell}” is not an amount of money.`,
            column,
            raw,
          )
        else if (Math.abs(amount * 1e4 - Math.round(amount * 1e4)) > 1e-6 || amount >= 1e10)
          problem('not-a-price', `“${cell}” has more digits than an amount of money.`, column, raw)
        else patch.basePrices.push({ storefront: column.storefront, amount })
      }
    } else readField(column, cell, raw, draft, setup, problem)
  }
  return draft
}

/** A cell as the mapping reads it, where it says so. */
const replaced = (cell: string, { values }: Column) => values?.get(cell.trim()) ?? cell

/** A measure's cell that names no unit has its column's. */
function withUnit(cell: string, { unit }: { unit?: string }): string {
  return unit !== undefined && splitMeasure(cell)?.unit === '' ? `${cell} ${unit}` : cell
}

type FieldOf = Extract<Column, { kind: 'field' }>
type Report = (code: string, message: string, column: Column, raw: string) => void

function readField(column: FieldOf, cell: string, raw: string, draft: RowDraft, setup: Setup, report: Report) {
  const { fields } = draft.patch
  const problem = (code: string, message: string) => report(code, message, column, raw)
  const packed = (read: () => void) => {
    try {
      read()
    } catch (e) {
      if (!(e instanceof PackedProblem)) throw e
      problem('not-read', e.message)
    }
  }
  const clear = cell === clears
  const text = isGuarded(raw) ? unguardCell(raw).trim() : cell
  switch (column.field) {
    case 'sku':
      draft.sku = text
      if (text === '') problem('no-sku', 'This row has no SKU, so the product is unknown.')
      else if (!skuShape.test(text))
        problem('bad-sku', `“${text.slice(0, 60)}” cannot be a SKU: up to 64 letters, digits, spaces and . _ / - are.`)
      return
    case 'parent':
      draft.parent = clear ? '' : text
      return
    case 'type': {
      if (clear) return problem('required', 'A product has a type; it cannot be cleared.')
      const type =
        setup.types.get(text) ??
        [...setup.types.values()].find(
          (t) => fold(t.code) === fold(text) || Object.values(t.labels).some((l) => fold(l) === fold(text)),
        )
      if (!type) return problem('unknown-type', `There is no product type “${text}”.`)
      fields.type = type.code
      return
    }
    case 'category': {
      const code = clear ? null : findCategory(text, setup)
      if (code === undefined) return problem('unknown-category', categoryMessage(text, setup))
      fields.category = code
      return
    }
    case 'brand': {
      const brand = clear
        ? null
        : (setup.brands.get(text) ??
          [...setup.brands.values()].find((b) => fold(b.name) === fold(text) || fold(b.code) === fold(text)))
      if (brand === undefined) return problem('unknown-brand', `There is no brand “${text}”.`)
      fields.brand = brand?.code ?? null
      return
    }
    case 'tags':
      fields.tags = clear
        ? []
        : [
            ...new Set(
              text
                .split('|')
                .map((t) => t.trim())
                .filter((t) => t !== ''),
            ),
          ]
      return
    case 'status': {
      const status = productStatuses.find((s) => s === fold(text))
      if (!status) return problem('unknown-status', `“${text}” is not a status: ${productStatuses.join(', ')}.`)
      fields.status = status
      return
    }
    case 'kind': {
      const kind = productKinds.find((k) => k === fold(text))
      if (!kind) return problem('unknown-kind', `“${text}” is not a kind: ${productKinds.join(', ')}.`)
      fields.kind = kind
      return
    }
    case 'gtin': {
      const gtin = bareGtin(text)
      const wrong = clear ? undefined : gtinProblem(gtin)
      if (wrong) return problem('bad-gtin', wrong)
      fields.gtin = clear ? null : gtin
      return
    }
    case 'categories': {
      const paths = clear
        ? []
        : text
            .split('|')
            .map((p) => p.trim())
            .filter((p) => p !== '')
      const codes = paths.map((p) => findCategory(p, setup))
      const odd = paths.find((_p, i) => codes[i] === undefined)
      if (odd !== undefined) return problem('unknown-category', categoryMessage(odd, setup))
      fields.categories = [...new Set(codes as string[])]
      return
    }
    case 'available-from': {
      if (clear) fields.availableFrom = null
      else if (!/^\d{4}-\d\d-\d\d$/.test(text) || Number.isNaN(dayNumber(text)))
        return problem('not-a-date', `“${text}” is not a date; write it as year, month and day: 2026-11-27.`)
      else fields.availableFrom = text
      return
    }
    case 'relations':
      return packed(() => {
        fields.relations = clear ? [] : readRelations(text)
      })
    case 'range':
      return packed(() => {
        fields.range = clear ? [] : readRange(text, setup)
      })
    case 'special-prices':
      return packed(() => {
        draft.patch.specials = clear ? [] : readSpecials(text, setup)
      })
    case 'differs-in': {
      const codes = clear
        ? []
        : text
            .split('|')
            .map((c) => c.trim())
            .filter((c) => c !== '')
      const odd = codes.find((c) => !setup.attributes.has(c))
      if (odd !== undefined) return problem('unknown-attribute', `There is no attribute “${odd}”.`)
      fields.differsIn = [...new Set(codes)]
      return
    }
    case 'minimum':
    case 'stock':
      if (!clear && (!/^\d{1,9}$/.test(text) || (column.field === 'minimum' && Number(text) < 1)))
        return problem(
          'not-a-count',
          `“${text}” is not a whole number of items${column.field === 'minimum' ? ', 1 or more' : ''}.`,
        )
      fields[column.field] = clear ? null : Number(text)
  }
}
