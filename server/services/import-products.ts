import type { ImportReport, Rejected } from '@contracts/imports'
import { applyPatch, type Difference } from '@core/catalogue/patch'
import { parseHeader, type Column } from '@core/imports/columns'
import { decimalSignOfRow, readRow, type RowDraft, type RowProblem } from '@core/imports/row'
import type { DecimalSign } from '@core/units/parse'
import { inTransaction, type Tx } from '../db/connect'
import { loadFamilies, ownersOfGtins, rootsOfSkus, type StoredFamily, type StoredProduct } from '../db/queries/families'
import { loadSetup, type StoredSetup } from '../db/queries/setup'
import { beginStep, reserveProductIds, writeProducts, type ProductWrite } from '../db/queries/write-products'
import { CsvFileError, readRecords, sniff, type CsvRecord } from './csv-file'
import { markTranslations, newProduct } from './products'

export interface ImportOptions {
  mode: 'check' | 'apply'
  /** `all`: a file with a problem changes nothing; `good`: rows without problems are taken. */
  take: 'all' | 'good'
  title: string
  personId: number | null
  now: number
  onProgress?: (done: number, total: number) => void
  /** Asked now and then; true stops the import and changes nothing. */
  cancelled?: () => boolean
}

const batchSize = 1000
const keptProblems = 2000

/** Ends a transaction on purpose: nothing of it stands. */
class NothingWritten extends Error {}
export class ImportCancelled extends Error {}

interface Draft extends RowDraft {
  line: number
}

/** What a first reading of the file tells: the columns, the decimal sign, all SKUs, the number of records. */
interface Overview {
  columns: Column[]
  headerProblems: Rejected[]
  sign: DecimalSign
  separator: ',' | ';' | '\t'
  rows: number
  skus: Set<string>
}

async function overview(file: string, setup: StoredSetup): Promise<Overview> {
  const separator = await sniff(file)
  let columns: Column[] | undefined
  let headerProblems: Rejected[] = []
  const signs = { '.': 0, ',': 0 }
  const skus = new Set<string>()
  let rows = 0
  let skuAt = -1
  for await (const { cells } of readRecords(file, separator)) {
    if (!columns) {
      const header = parseHeader(cells, setup)
      columns = header.columns
      headerProblems = header.problems.map((p) => ({ row: 1, value: '', ...p }))
      skuAt = columns.find((c) => c.kind === 'field' && c.field === 'sku')?.index ?? -1
      continue
    }
    rows++
    const sign = decimalSignOfRow(cells, columns)
    if (sign) signs[sign]++
    skus.add((cells[skuAt] ?? '').trim())
  }
  if (!columns) throw new CsvFileError({ code: 'empty-file', message: 'The file has no lines with text. It needs a header row with the column “sku” and a row for each product.' }, 1)
  return { columns, headerProblems, sign: signs[','] > signs['.'] ? ',' : '.', separator, rows, skus }
}

const meaningOf = (c: Column, setup: StoredSetup) => {
  if (c.kind === 'field') return c.field
  if (c.kind === 'price') return `base price, ${setup.storefronts.get(c.storefront)!.name}`
  const label = c.attribute.labels[setup.source] ?? c.attribute.code
  return [label, c.storefront && setup.storefronts.get(c.storefront)!.name, c.language].filter(Boolean).join(', ')
}

/**
 * Imports products from a CSV file in one transaction: all of it, the good rows, or nothing.
 * The file is read twice as a stream, so memory does not grow with it. A check does the same and writes nothing.
 * Throws CsvFileError where the file cannot be read to its end, ImportCancelled where it was called off.
 */
export async function importProducts(file: string, options: ImportOptions): Promise<ImportReport> {
  let report: ImportReport | undefined
  try {
    await inTransaction(async (tx) => {
      const setup = await loadSetup(tx.db)
      const seen = await overview(file, setup)
      report = {
        mode: options.mode, rows: seen.rows, created: 0, updated: 0, unchanged: 0, rejected: [], rejectedCount: 0, rejectedRows: 0, applied: false,
        columns: seen.columns.map((c) => ({ header: c.header, meaning: meaningOf(c, setup) })), decimalSign: seen.sign, separator: seen.separator,
      }
      if (seen.headerProblems.length > 0) {
        report.rejected = seen.headerProblems
        report.rejectedCount = seen.headerProblems.length
        throw new NothingWritten()
      }
      await new ImportRun(tx, setup, seen, report, options).run(file)
      if (options.mode === 'check' || (options.take === 'all' && report.rejectedCount > 0)) throw new NothingWritten()
      report.applied = true
    })
  } catch (e) {
    if (!(e instanceof NothingWritten)) throw e
  }
  return report!
}

/** One reading of a file, batch by batch. */
class ImportRun {
  private readonly done = new Set<string>()
  private readonly gtins = new Map<string, string>()
  private readonly rejectedRows = new Set<number>()
  private deferred: Draft[] = []
  /** New products that a check did not write: variants further down ask for them. */
  private readonly unwritten = new Map<string, StoredProduct>()
  private step: number | undefined
  private read = 0
  /** Once a row of an all-or-nothing import is refused, what follows is only checked. */
  private get writing() {
    return this.options.mode === 'apply' && (this.options.take === 'good' || this.report.rejectedCount === 0)
  }

  constructor(
    private readonly tx: Tx, private readonly setup: StoredSetup, private readonly seen: Overview,
    private readonly report: ImportReport, private readonly options: ImportOptions,
  ) {}

  async run(file: string) {
    let batch: Draft[] = []
    let header = true
    for await (const record of readRecords(file, this.seen.separator)) {
      if (header) {
        header = false
        continue
      }
      const draft = this.draftOf(record)
      if (draft) batch.push(draft)
      if (batch.length >= batchSize) {
        await this.take(batch, false)
        batch = []
      }
      if (++this.read % batchSize === 0) this.progress()
    }
    await this.take(batch, false)
    // Variants that stand above their parents in the file.
    for (let rest = this.deferred; rest.length > 0;) {
      await this.take(rest.slice(0, batchSize), true)
      rest = rest.slice(batchSize)
    }
    this.report.rejectedRows = this.rejectedRows.size
    // Some problems show only once the whole file is known; they are read by line all the same.
    this.report.rejected.sort((a, b) => a.row - b.row)
    this.progress()
  }

  private progress() {
    this.options.onProgress?.(this.read, this.seen.rows)
    if (this.options.cancelled?.()) throw new ImportCancelled()
  }

  private reject(line: number, p: RowProblem) {
    this.report.rejectedCount++
    this.rejectedRows.add(line)
    if (this.report.rejected.length < keptProblems) this.report.rejected.push({ row: line, column: p.column, value: p.value, code: p.code, message: p.message })
  }

  private draftOf({ line, cells }: CsvRecord): Draft | undefined {
    const draft: Draft = { ...readRow(cells, this.seen.columns, this.setup, this.seen.sign), line }
    const width = this.seen.columns.length
    if (cells.length > width && cells.slice(width).some((c) => c.trim() !== '')) {
      draft.problems.push({ column: '', value: cells[width]!.slice(0, 200), code: 'too-many-cells', message: `This row has ${cells.length} cells, the header has ${width}. A cell with a separator in it needs quotation marks.` })
    } else if (cells.length < width && cells.length === 1 && width > 1) {
      draft.problems.push({ column: '', value: cells[0]!.slice(0, 200), code: 'too-few-cells', message: `This row has one cell, the header has ${width}.` })
    }
    if (draft.problems.length === 0 && this.done.has(draft.sku)) {
      draft.problems.push({ column: 'sku', value: draft.sku, code: 'sku-twice', message: `“${draft.sku}” stands in this file before. One row says everything of a product.` })
    }
    this.done.add(draft.sku)
    for (const p of draft.problems) this.reject(line, p)
    return draft.problems.length === 0 ? draft : undefined
  }

  /** Holds drafts against what is stored, and writes what differs. */
  private async take(drafts: Draft[], last: boolean) {
    if (drafts.length === 0) return
    const { tx, setup } = this
    const skus = drafts.flatMap((d) => (d.parent ? [d.sku, d.parent] : [d.sku]))
    const roots = await rootsOfSkus(tx.db, skus)
    const families = await loadFamilies(tx.db, setup, [...roots.values()])
    const stored = new Set(families.keys())
    const owners = await ownersOfGtins(tx.db, drafts.flatMap((d) => d.patch.fields.gtin ?? []))
    const bySku = new Map<string, { family: StoredFamily; product: StoredProduct }>()
    for (const family of families.values()) for (const product of [family.root, ...family.variants]) bySku.set(product.sku, { family, product })
    const fresh = await reserveProductIds(tx, this.writing ? drafts.filter((d) => !bySku.has(d.sku)).length : 0)
    const writes: ProductWrite[] = []
    const touched = new Set<StoredFamily>()
    for (const draft of drafts) {
      const problem = (column: string, value: string, code: string, message: string) => this.reject(draft.line, { column, value, code, message })
      const known = bySku.get(draft.sku)
      const parent = draft.parent ? bySku.get(draft.parent) ?? this.pending(draft.parent) : undefined
      if (draft.parent && !parent) {
        if (!last && this.seen.skus.has(draft.parent)) this.deferred.push(draft)
        else problem('parent', draft.parent, 'unknown-parent', `There is no product “${draft.parent}”, in the catalogue or in this file's good rows. Add it, or correct the SKU.`)
        continue
      }
      const wrong = this.parentProblem(draft, known?.product, parent?.product)
      if (wrong) {
        problem('parent', draft.parent ?? '', 'bad-parent', wrong)
        continue
      }
      if (!known && !draft.patch.fields.type && !parent) {
        problem('type', '', 'required', `“${draft.sku}” is new, so the row has to say its product type.`)
        continue
      }
      if (parent && draft.patch.fields.type && draft.patch.fields.type !== parent.product.type) {
        problem('type', draft.patch.fields.type, 'bad-parent', `A variant has its parent's product type, “${parent.product.type}”.`)
        continue
      }
      const { gtin } = draft.patch.fields
      const owner = gtin ? this.gtins.get(gtin) ?? owners.get(gtin) : undefined
      if (gtin && owner !== undefined && owner !== draft.sku) {
        problem('gtin', gtin, 'gtin-taken', `${owner} has this GTIN already. Each item has one of its own.`)
        continue
      }
      if (gtin) this.gtins.set(gtin, draft.sku)
      const before = known?.product ?? null
      const base = before ?? newProduct(draft.sku, parent?.product.sku ?? null, fresh.pop() ?? 0, this.options.now)
      if (!before && parent) Object.assign(base, { type: parent.product.type, category: parent.product.category, brand: parent.product.brand, kind: parent.product.kind, status: parent.product.status })
      const { product, differences } = applyPatch(base, draft.patch)
      const after: StoredProduct = { ...base, ...product, marks: base.marks }
      const marked: Difference[] = markTranslations(before, after, differences, new Map(), setup)
      if (before && differences.length === 0) {
        this.report.unchanged++
        continue
      }
      if (before) {
        this.report.updated++
        Object.assign(after, { version: before.version + 1, changed: this.options.now })
      } else this.report.created++
      const family = this.place(known?.family ?? parent?.family, after, before)
      bySku.set(after.sku, { family, product: after })
      touched.add(family)
      if (!this.writing && !before) this.unwritten.set(after.sku, { ...after, values: [], marks: new Map() })
      writes.push({ before, after, differences: before ? [...differences, ...marked] : [{ path: 'created', before: null, after: after.sku }, ...differences] })
    }
    if (!this.writing || writes.length === 0) return
    this.step ??= await beginStep(tx, this.options.title, this.options.personId, this.options.now)
    await writeProducts(tx, setup, writes, [...touched], stored, this.step)
  }

  private pending(sku: string) {
    const product = this.unwritten.get(sku)
    return product && { family: { root: product, variants: [] }, product }
  }

  private place(family: StoredFamily | undefined, after: StoredProduct, before: StoredProduct | null): StoredFamily {
    if (!family) return { root: after, variants: [] }
    if (family.root === before) family.root = after
    else if (before) family.variants = family.variants.map((v) => (v === before ? after : v))
    else family.variants.push(after)
    return family
  }

  private parentProblem(draft: Draft, known: StoredProduct | undefined, parent: StoredProduct | undefined): string | undefined {
    if (draft.parent === undefined) return undefined
    if (draft.parent === draft.sku) return 'A product cannot be its own parent.'
    if (parent && parent.parent !== null) return `“${parent.sku}” is a variant itself, of “${parent.parent}”. Variants belong to the parent.`
    if (known && (known.parent ?? '') !== draft.parent) return known.parent === null ? `“${known.sku}” is a product of its own; an import does not make it a variant.` : `“${known.sku}” is a variant of “${known.parent}”; an import does not move it.`
    return undefined
  }
}

