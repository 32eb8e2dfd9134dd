import type {
  CellBody,
  CellsBody,
  CellsReport,
  OfferedColumn,
  SheetBody,
  SheetLens,
  SheetPage,
  SheetRow,
} from '@contracts/sheet'
import { applyPatch, type Difference } from '@core/catalogue/patch'
import { numberInCell } from '@core/imports/row'
import { displayValue, valuesFor } from '@core/page/values'
import { cellsOf, patchOfCell } from '@core/sheet/cells'
import { fieldLabels, isWritable, parseSheetColumn, type ColumnEdition, type SheetColumn } from '@core/sheet/columns'
import { decimalSignOf, type DecimalSign } from '@core/units/parse'
import type { Reader } from '@core/values/resolve'
import { database, inTransaction } from '../../db/connect'
import {
  loadFamilies,
  lockFamilies,
  memberOf,
  ownersOfGtins,
  rootsOfSkus,
  type StoredFamily,
  type StoredProduct,
} from '../../db/queries/families'
import { loadSetup, type StoredSetup } from '../../db/queries/setup'
import { fillOfFound, findRows } from '../../db/queries/sheet'
import { sortKey } from '../../db/queries/sheet-order'
import { beginStep, WriteSet } from '../../db/queries/write-products'
import { may } from '../people/permission'
import type { Person } from '@contracts/people'
import { unprocessable } from '../problem'
import { editionOrProblem, markTranslations } from './products'
import { filterOf, lensOf } from '../reach/reach'

/** The columns of ids, or a 422 problem that names those that are none. */
function columnsOf(ids: readonly string[], setup: StoredSetup): SheetColumn[] {
  const columns = ids.map((id) => parseSheetColumn(id, setup))
  const errors = columns.flatMap((c, i) => (typeof c === 'string' ? [{ path: `columns[${i}]`, message: c }] : []))
  if (errors.length > 0) throw unprocessable('Some columns cannot be shown.', errors)
  return columns as SheetColumn[]
}

/** The order that is asked for. Throws a 422 problem where there is no such column, or it has no order. */
function sortOf({ column, descending }: NonNullable<SheetBody['sort']>, lens: SheetLens, setup: StoredSetup) {
  const parsed = parseSheetColumn(column, setup)
  const key = typeof parsed === 'string' ? undefined : sortKey(setup, parsed, lens)
  if (key) return { key, descending }
  const message = typeof parsed === 'string' ? parsed : `Rows cannot be sorted by “${column}”.`
  throw unprocessable('Rows cannot be sorted like this.', [{ path: 'sort.column', message }])
}

/** Readers by edition, each made once. */
function readers(setup: StoredSetup, lens: SheetLens): (column: SheetColumn) => Reader {
  const known = new Map<string, Reader>()
  return (column) => {
    const { storefront, language } = column.kind === 'attribute' && column.edition ? column.edition : lens
    const key = `${storefront}/${language}`
    if (!known.has(key)) known.set(key, editionOrProblem(setup, storefront, language))
    return known.get(key)!
  }
}

/** A stretch of the sheet: rows in SKU order or in that of a column, cells column by column. */
export async function sheetRows(body: SheetBody, now: number): Promise<SheetPage> {
  const db = database()
  const setup = await loadSetup(db)
  const columns = columnsOf(body.columns, setup)
  const readerOf = readers(setup, body.lens)
  const main = editionOrProblem(setup, body.lens.storefront, body.lens.language)
  const sort = body.sort && sortOf(body.sort, body.lens, setup)
  const lens = lensOf(setup, body.lens, now)
  const { count, rows } = await findRows(db, setup, filterOf(setup, body.filter), lens, { ...body, sort })
  const families = await loadFamilies(db, setup, [...new Set(rows.map((r) => r.root))])
  const items = rows.flatMap(({ id, root }): SheetRow[] => {
    const family = families.get(root)
    const product = family && [family.root, ...family.variants].find((p) => p.id === id)
    if (!family || !product) return []
    const read = valuesFor(product, family, main, setup)
    const name = read('name')
    const pictures = read('pictures')?.value
    return [
      {
        sku: product.sku,
        parent: product.parent,
        type: family.root.type,
        status: product.status,
        variants: product === family.root ? family.variants.length : 0,
        name: name?.value === undefined || name.value === null ? null : displayValue('name', name.value, main, setup),
        nameLanguage: name?.language ?? null,
        nameCounts: name?.counts ?? false,
        picture: Array.isArray(pictures) ? ((pictures as string[])[0] ?? null) : null,
        cells: cellsOf(product, family, columns, readerOf, setup),
      },
    ]
  })
  return { count, items }
}

/** The number in a cell that is written as text; undefined where the column holds none. */
function numberIn(cell: CellBody, columns: ReadonlyMap<string, SheetColumn>): string | undefined {
  if (cell.text === undefined) return undefined
  const column = columns.get(cell.column)
  return column && numberInCell(cell.text, column)
}

/**
 * How the numbers of cells that are written together are read: each by the one sign that it can have; one that reads in
 * two ways by the sign of the others, where they agree, else as whoever writes them writes decimals. Where the others
 * disagree, nothing tells how to read it: undefined.
 */
function signsOf(
  cells: readonly CellBody[],
  columns: ReadonlyMap<string, SheetColumn>,
  standard: DecimalSign,
): (cell: CellBody) => DecimalSign | undefined {
  const certain = new Set<DecimalSign>()
  for (const cell of cells) {
    const number = numberIn(cell, columns)
    const sign = number === undefined ? undefined : decimalSignOf(number)
    if (sign !== undefined) certain.add(sign)
  }
  const [first, second] = certain
  const shared = second === undefined ? (first ?? standard) : undefined
  return (cell) => {
    const number = numberIn(cell, columns)
    // Without a dot or a comma it reads the same with both.
    if (number === undefined || !/[.,]/.test(number)) return '.'
    return decimalSignOf(number) ?? shared
  }
}

/**
 * Writes cells in one transaction and one step. Each is checked by itself: those that cannot be taken are refused with
 * the reason, and the others stand. Throws a 422 problem only where a column or the lens is unknown.
 */
export async function writeCells(
  person: Person,
  { lens, cells, decimalSign }: CellsBody,
  now: number,
): Promise<CellsReport> {
  return inTransaction(async (tx) => {
    const setup = await loadSetup(tx.db)
    editionOrProblem(setup, lens.storefront, lens.language)
    const ids = [...new Set(cells.map((c) => c.column))]
    const columns = new Map(columnsOf(ids, setup).map((c) => [c.id, c]))
    const signFor = signsOf(cells, columns, decimalSign)
    const report: CellsReport = { step: null, written: 0, unchanged: 0, refused: [] }
    const roots = await rootsOfSkus(tx.db, [...new Set(cells.map((c) => c.sku))])
    const rootIds = [...new Set(roots.values())]
    await lockFamilies(tx, rootIds)
    const families = await loadFamilies(tx.db, setup, rootIds)
    const bySku = new Map(
      [...families.values()].flatMap((f) => [f.root, ...f.variants].map((p) => [p.sku, f] as const)),
    )
    const gtins = await ownersOfGtins(
      tx.db,
      cells.filter((c) => c.column === 'gtin' && c.text).map((c) => c.text!.replace(/[\s-]/g, '')),
    )
    const changed = new Map<string, { before: StoredProduct; after: StoredProduct; differences: Difference[] }>()
    for (const cell of cells) {
      const family = bySku.get(cell.sku)
      const refuse = (message: string) => {
        report.refused.push({ sku: cell.sku, column: cell.column, message })
      }
      if (!family) {
        refuse(`There is no product “${cell.sku}”.`)
        continue
      }
      const before = changed.get(cell.sku)?.before ?? memberOf(family, cell.sku)
      const product = changed.get(cell.sku)?.after ?? before
      const sign = signFor(cell)
      if (sign === undefined) {
        refuse(
          `“${cell.text}” is ambiguous, and the other numbers use both the point and the comma. ` +
            'Write it without a thousands separator.',
        )
        continue
      }
      const result = takeCell(person, product, cell, columns.get(cell.column)!, lens, sign, gtins, setup)
      if (typeof result === 'string') refuse(result)
      else if (result.differences.length === 0) report.unchanged++
      else {
        report.written++
        changed.set(cell.sku, {
          before,
          after: result.product,
          differences: [...(changed.get(cell.sku)?.differences ?? []), ...result.differences],
        })
        for (const d of result.differences)
          if (d.path === 'gtin' && d.after !== null) gtins.set(d.after as string, cell.sku)
      }
    }
    if (changed.size === 0) return report
    const title =
      report.written === 1 ? `Changed ${[...changed.keys()][0]}` : `Changed ${report.written} values in the sheet`
    const step = (report.step = await beginStep(tx, title, person.id, now))
    const set = new WriteSet(setup, step)
    const changedFamilies = new Set<StoredFamily>()
    for (const { before, after, differences } of changed.values()) {
      const family = bySku.get(before.sku)!
      Object.assign(after, { version: before.version + 1, changed: now })
      const all = [...differences, ...markTranslations(before, after, differences, new Map(), setup)]
      if (family.root === before) family.root = after
      else family.variants = family.variants.map((v) => (v === before ? after : v))
      set.add({ before, after, differences: all }, family.root.id)
      changedFamilies.add(family)
    }
    await set.derive([...changedFamilies], new Set(rootIds))
    await set.send(tx)
    return report
  })
}

/** A product after one cell of it was written, or the reason why it cannot be. */
function takeCell(
  person: Person,
  product: StoredProduct,
  cell: CellBody,
  column: SheetColumn,
  lens: SheetLens,
  sign: DecimalSign,
  gtins: ReadonlyMap<string, string>,
  setup: StoredSetup,
) {
  const edition: ColumnEdition = column.kind === 'attribute' && column.edition ? column.edition : lens
  const language = column.kind === 'attribute' && column.attribute.translatable ? edition.language : null
  const translates = language !== null && language !== setup.source
  if (!isWritable(column)) return 'This cannot be edited in a cell.'
  if (!may(person, translates ? 'translate' : 'edit-products', translates ? language : undefined))
    return `${person.name} cannot change this.`
  const result = patchOfCell(
    product,
    column,
    edition,
    cell.text === undefined ? { value: cell.value } : { text: cell.text },
    cell.base,
    sign,
    setup,
  )
  if ('problem' in result) return result.problem
  const owner = result.fields.gtin ? gtins.get(result.fields.gtin) : undefined
  if (owner !== undefined && owner !== product.sku) return `${owner} already has this GTIN. Each GTIN must be unique.`
  return applyPatch(product, result)
}

/**
 * The columns that the products found could be shown with: what must be filled and is not stands first, then by how
 * many products a value would help. Fields of the product come last.
 */
export async function offeredColumns(
  body: { filter?: unknown; lens: SheetLens },
  now: number,
): Promise<{ items: OfferedColumn[] }> {
  const db = database()
  const setup = await loadSetup(db)
  editionOrProblem(setup, body.lens.storefront, body.lens.language)
  const { types, filled } = await fillOfFound(
    db,
    setup,
    filterOf(setup, body.filter),
    lensOf(setup, body.lens, now),
    body.lens.language,
  )
  const attributes = [...setup.attributes.values()]
    .map((a): OfferedColumn => {
      let [products, needed, missing] = [0, 0, 0]
      for (const [type, n] of types) {
        const use = setup.types.get(type)?.attributes.find((u) => u.attribute === a.code)
        if (!use) continue
        products += n
        if (use.required && (use.requiredIn.length === 0 || use.requiredIn.includes(body.lens.storefront))) needed += n
        if (use.default === null) missing += n - (filled.get(a.code)?.get(type) ?? 0)
      }
      return { id: a.code, label: a.labels[setup.source] ?? a.code, group: 'attribute', products, needed, missing }
    })
    .filter((c) => c.products > 0 || filled.has(c.id))
  const helps = (c: OfferedColumn) => (c.needed > 0 && c.missing > 0 ? 1e9 : 0) + c.missing
  const rest = { group: 'product' as const, products: 0, needed: 0, missing: 0 }
  return {
    items: [
      ...attributes.sort((a, b) => helps(b) - helps(a) || b.products - a.products),
      ...Object.entries(fieldLabels).map(([id, label]) => ({ id, label, ...rest })),
      ...[...setup.storefronts.values()].map((s) => ({
        id: `price@${s.code}`,
        label: `Base price, ${s.name}`,
        ...rest,
      })),
    ],
  }
}
