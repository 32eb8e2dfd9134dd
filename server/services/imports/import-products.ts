import { setImmediate as yieldToEventLoop } from 'node:timers/promises'
import type { ImportReport } from '@contracts/imports'
import { typeOfCategory, valueAt } from '@core/catalogue/model'
import { applyPatch, same, type Difference, type ProductPatch } from '@core/catalogue/patch'
import type { Mapping } from '@core/imports/mapping'
import { readRow, rowKeys, type RowDraft, type RowProblem } from '@core/imports/row'
import { inTransaction, Turns, type Tx } from '../../db/connect'
import {
  loadFamilies,
  ownersOfGtins,
  rootsOfSkus,
  type StoredFamily,
  type StoredProduct,
} from '../../db/queries/families'
import { loadSetup, type StoredSetup } from '../../db/queries/setup'
import { placesMeet, slugHolders, slugTaken } from '../../db/queries/search-keys'
import { addSuggestions, type NewSuggestion } from '../../db/queries/suggestions'
import { beginRun, type Run } from '../suggestions/run'
import { beginStep, reserveProductIds, WriteSet } from '../../db/queries/write-products'
import type { CsvRecord } from '../files/csv-file'
import { openTable, type TableFile } from '../files/table-file'
import { overviewOf, type Overview } from './overview'
import { emptyReport } from './import-report'
import { tellOfImport } from './import-told'
import { Cancelled } from '../work/jobs'
import { markTranslations, newProduct } from '../products/products'

export interface ImportOptions {
  mode: 'check' | 'apply'
  /** `all`: a file with a problem changes nothing; `good`: rows without problems are taken. */
  take: 'all' | 'good'
  /** What becomes of values that would replace others: they are written, or wait as suggestions. */
  over?: 'write' | 'suggest'
  /** What the columns mean, where the file names them otherwise. */
  mapping?: Mapping
  title: string
  personId: number | null
  now: number
  /** Rows that are written together; tests make it small. */
  batch?: number
  onProgress?: (done: number, total: number) => void
  /** Asked now and then; true stops the import and changes nothing. */
  cancelled?: () => boolean
}

const standardBatch = 1500
const progressEvery = 1000
const keptProblems = 2000
/** After so many rows the process looks after its connections: the database waits for answers while it writes. */
const breath = 25

/** Ends a transaction on purpose: nothing of it stands. */
class NothingWritten extends Error {}

interface Draft extends RowDraft {
  line: number
}

/** A product and its family, as they are after all rows before. */
interface Known {
  family: StoredFamily
  product: StoredProduct
}

/** What the database had of a batch's products when it was asked. */
interface Found {
  families: Map<number, StoredFamily>
  owners: Map<string, string>
  slugs: Awaited<ReturnType<typeof slugHolders>>
}

/**
 * Imports products from a CSV file in one transaction: all of it, the good rows, or nothing.
 * The file is read twice as a stream, so memory does not grow with it. A check does the same and writes nothing.
 * Throws CsvFileError where the file cannot be read to its end, Cancelled where it was.
 */
export async function importProducts(file: string, options: ImportOptions): Promise<ImportReport> {
  let report: ImportReport | undefined
  try {
    await inTransaction(async (tx) => {
      const setup = await loadSetup(tx.db)
      const table = await openTable(file)
      const seen = await overviewOf(table, setup, options.mapping ?? null)
      report = emptyReport(options.mode, seen, setup)
      if (seen.headerProblems.length > 0) {
        report.rejected = seen.headerProblems
        report.rejectedCount = seen.headerProblems.length
        throw new NothingWritten()
      }
      const run = new ImportRun(tx, setup, seen, report, options)
      await run.run(table)
      if (options.mode === 'check' || (options.take === 'all' && report.rejectedCount > 0)) throw new NothingWritten()
      report.applied = true
      report.step = run.writtenStep
      await tellOfImport(tx, options.title, report, options.now)
    })
  } catch (e) {
    if (!(e instanceof NothingWritten)) throw e
  }
  return report!
}

/**
 * One reading of a file, batch by batch. While the database writes a batch, the next is read; what it has of a batch's
 * products is asked one batch ahead, so families that the two batches before have changed are kept at hand.
 */
class ImportRun {
  private readonly gtins = new Map<string, string>()
  private readonly freed = new Set<string>()
  private readonly slugs: Found['slugs'] = new Map()
  private readonly rejectedRows = new Set<number>()
  private readonly deferred: CsvRecord[] = []
  /** New products that a check did not write: variants further down ask for them. */
  private readonly unwritten = new Map<string, StoredProduct>()
  /** By SKU: what the last batches changed, where a later row can ask for it: by its parent, or of the same family. */
  private readonly namesParents: boolean
  private readonly batch: number
  private recent: Map<string, Known>[] = [new Map(), new Map()]
  private waiting: { records: CsvRecord[]; found: Promise<Found> } | undefined
  private readonly ids: number[] = []
  private readonly turns = new Turns()
  private sending: Promise<void> = Promise.resolve()
  private step: number | undefined
  /** The work that its suggestions belong to, once there is one. */
  private suggesting: Promise<Run> | undefined
  private read = 0
  /** Once a row of an all-or-nothing import is refused, what follows is only checked. */
  private get writing() {
    return this.options.mode === 'apply' && (this.options.take === 'good' || this.report.rejectedCount === 0)
  }

  constructor(
    private readonly tx: Tx,
    private readonly setup: StoredSetup,
    private readonly seen: Overview,
    private readonly report: ImportReport,
    private readonly options: ImportOptions,
  ) {
    this.batch = options.batch ?? standardBatch
    this.namesParents = seen.columns.some((c) => c.kind === 'field' && c.field === 'parent')
  }

  async run(table: TableFile) {
    try {
      let batch: CsvRecord[] = []
      let header = true
      for await (const record of table.records()) {
        if (header) {
          header = false
          continue
        }
        batch.push(record)
        if (batch.length >= this.batch) {
          await this.queue(batch, false)
          batch = []
        }
        if (++this.read % progressEvery === 0) this.progress()
        if (this.read % breath === 0) await yieldToEventLoop()
      }
      await this.queue(batch, false)
      await this.queue([], false)
      // Variants that stand above their parents in the file.
      for (let i = 0; i < this.deferred.length; i += this.batch)
        await this.queue(this.deferred.slice(i, i + this.batch), true)
      await this.queue([], true)
    } finally {
      // Nothing may be under way on this connection when its transaction ends, however it ends.
      await Promise.allSettled([this.waiting?.found, this.sending])
    }
    await this.sending
    this.report.rejectedRows = this.rejectedRows.size
    // Some problems show only once the whole file is known; they are read by line all the same.
    this.report.rejected.sort((a, b) => a.row - b.row)
    this.progress()
  }

  /** Asks the database about a batch, and takes the one asked about before. */
  private async queue(records: CsvRecord[], last: boolean) {
    const before = this.waiting
    this.waiting = records.length === 0 ? undefined : { records, found: this.lookUp(records) }
    // A failure is met where the batch is taken.
    this.waiting?.found.catch(() => undefined)
    if (before) await this.take(before.records, await before.found, last)
  }

  private async lookUp(records: readonly CsvRecord[]): Promise<Found> {
    const { tx, setup } = this
    const skus: string[] = []
    const gtins: string[] = []
    const slugs: string[] = []
    const slugColumns = this.seen.columns.filter((c) => c.kind === 'attribute' && c.attribute.code === 'slug')
    for (const { cells } of records) {
      for (const c of slugColumns) if (cells[c.index]) slugs.push(cells[c.index]!.trim())
      const keys = rowKeys(cells, this.seen.columns)
      skus.push(keys.sku)
      if (keys.parent !== '') skus.push(keys.parent)
      if (keys.gtin !== '') gtins.push(keys.gtin)
    }
    return this.turns.take(async () => {
      const roots = await rootsOfSkus(tx.db, skus)
      const owners = await ownersOfGtins(tx.db, gtins)
      for (const id of await reserveProductIds(tx, this.writing && this.ids.length < 2 * this.batch ? this.batch : 0))
        this.ids.push(id)
      return {
        families: await loadFamilies(tx.db, setup, [...roots.values()]),
        owners,
        slugs: await slugHolders(tx.db, slugs),
      }
    })
  }

  private progress() {
    this.options.onProgress?.(this.read, this.seen.rows)
    if (this.options.cancelled?.()) throw new Cancelled()
  }

  private reject(line: number, p: RowProblem) {
    this.report.rejectedCount++
    this.rejectedRows.add(line)
    if (this.report.rejected.length < keptProblems)
      this.report.rejected.push({ row: line, column: p.column, value: p.value, code: p.code, message: p.message })
  }

  private draftOf({ line, cells }: CsvRecord, again: boolean): Draft | undefined {
    const draft: Draft = { ...readRow(cells, this.seen.columns, this.setup, this.seen.sign), line }
    const { width } = this.seen
    if (cells.length > width && cells.slice(width).some((c) => c.trim() !== '')) {
      draft.problems.push({
        column: '',
        value: cells[width]!.slice(0, 200),
        code: 'too-many-cells',
        message:
          `This row has ${cells.length} cells, the header has ${width}. A cell with a separator in it needs ` +
          'quotation marks.',
      })
    } else if (cells.length < width && cells.length === 1 && width > 1) {
      draft.problems.push({
        column: '',
        value: cells[0]!.slice(0, 200),
        code: 'too-few-cells',
        message: `This row has one cell, the header has ${width}.`,
      })
    }
    if (!again && draft.problems.length === 0 && this.seen.skus.get(draft.sku)) {
      draft.problems.push({
        column: 'sku',
        value: draft.sku,
        code: 'sku-twice',
        message: `“${draft.sku}” is in this file twice. Use one row per product.`,
      })
    }
    this.seen.skus.set(draft.sku, true)
    for (const p of draft.problems) this.reject(line, p)
    return draft.problems.length === 0 ? draft : undefined
  }

  /** Holds drafts against what is stored, and writes what differs. */
  private async take(records: readonly CsvRecord[], { families, owners, slugs }: Found, last: boolean) {
    const { tx, setup } = this
    const stored = new Set(families.keys())
    const bySku = new Map<string, Known>()
    for (const family of families.values())
      for (const product of [family.root, ...family.variants]) bySku.set(product.sku, { family, product })
    for (const batch of this.recent) {
      for (const [sku, known] of batch) {
        bySku.set(sku, known)
        if (known.family.root.id > 0) stored.add(known.family.root.id)
      }
    }
    let set: WriteSet | undefined
    const changedFamilies = new Set<StoredFamily>()
    const created: StoredProduct[] = []
    const suggested: NewSuggestion[] = []
    for (const [i, record] of records.entries()) {
      if (i % breath === 0) await yieldToEventLoop()
      const draft = this.draftOf(record, last)
      if (!draft) continue
      const problem = (column: string, value: string, code: string, message: string) =>
        this.reject(draft.line, { column, value, code, message })
      const known = bySku.get(draft.sku)
      const parent = draft.parent ? (bySku.get(draft.parent) ?? this.pending(draft.parent)) : undefined
      if (draft.parent && !parent) {
        if (!last && this.seen.skus.has(draft.parent)) this.deferred.push(record)
        else
          problem(
            'parent',
            draft.parent,
            'unknown-parent',
            `There is no product “${draft.parent}”, in the catalogue or in this file's good rows. Add it, or ` +
              'correct the SKU.',
          )
        continue
      }
      const wrong = this.parentProblem(draft, known?.product, parent?.product)
      if (wrong) {
        problem('parent', draft.parent ?? '', 'bad-parent', wrong)
        continue
      }
      if (!known && !draft.patch.fields.type && !parent) draft.patch.fields.type = this.usualType(draft)
      if (!known && !draft.patch.fields.type && !parent) {
        problem(
          'type',
          '',
          'required',
          `“${draft.sku}” is new, so the row needs a product type, or a category that has one.`,
        )
        continue
      }
      if (parent && draft.patch.fields.type && draft.patch.fields.type !== parent.product.type) {
        problem(
          'type',
          draft.patch.fields.type,
          'bad-parent',
          `A variant has its parent's product type, “${parent.product.type}”.`,
        )
        continue
      }
      const { gtin } = draft.patch.fields
      const owner = gtin ? (this.gtins.get(gtin) ?? (this.freed.has(gtin) ? undefined : owners.get(gtin))) : undefined
      if (gtin && owner !== undefined && owner !== draft.sku) {
        problem('gtin', gtin, 'gtin-taken', `${owner} already has this GTIN. Each GTIN must be unique.`)
        continue
      }
      if (gtin) this.gtins.set(gtin, draft.sku)
      const slug = this.takenSlug(draft, slugs)
      if (slug) {
        problem('slug', slug.slug, 'slug-taken', slugTaken(slug.slug, slug.sku))
        continue
      }
      const before = known?.product ?? null
      const base =
        before ??
        newProduct(draft.sku, parent?.product.sku ?? null, this.writing ? this.ids.pop()! : 0, this.options.now)
      if (!before && parent)
        Object.assign(base, {
          type: parent.product.type,
          category: parent.product.category,
          brand: parent.product.brand,
          kind: parent.product.kind,
          status: parent.product.status,
        })
      const waits = before && this.options.over === 'suggest' ? this.heldBack(before, draft.patch) : []
      if (waits.length > 0) {
        this.report.suggested += waits.length
        draft.patch.values = draft.patch.values.filter((v) => !waits.includes(v))
        if (this.writing)
          suggested.push(
            ...waits.map((v) => ({
              root: known!.family.root.id,
              product: before!.id,
              picture: null,
              attribute: v.attribute,
              storefront: v.storefront ?? '',
              language: v.language ?? '',
              step: null,
              value: v.value!,
              base: valueAt(before!, v),
              made_from: [],
              alternatives: [],
              invented: [],
            })),
          )
      }
      const { product: after, differences } = applyPatch(base, draft.patch)
      const marked: Difference[] = markTranslations(before, after, differences, new Map(), setup)
      if (before && differences.length === 0) {
        this.report.unchanged++
        continue
      }
      if (before) {
        this.report.updated++
        Object.assign(after, { version: before.version + 1, changed: this.options.now })
      } else this.report.created++
      if (before?.gtin && before.gtin !== after.gtin) this.freed.add(before.gtin)
      const family = this.place(known?.family ?? parent?.family, after, before)
      bySku.set(after.sku, { family, product: after })
      changedFamilies.add(family)
      if (!before) created.push(after)
      if (!this.writing) continue
      set ??= new WriteSet(setup, (this.step ??= await this.beginStep()))
      set.add(
        {
          before,
          after,
          differences: before
            ? [...differences, ...marked]
            : [{ path: 'created', before: null, after: after.sku }, ...differences],
        },
        family.root.id,
      )
    }
    if (this.writing && suggested.length > 0) {
      const run = await (this.suggesting ??= this.turns.take(() =>
        beginRun(tx.db, {
          origin: 'import',
          recipe: null,
          job: null,
          title: this.options.title,
          personId: this.options.personId,
          now: this.options.now,
        }),
      ))
      await this.turns.take(() => addSuggestions(tx, run.id, suggested))
    }
    // After a refusal, in this very batch too, nothing of it is written.
    if (!this.writing)
      for (const p of created) this.unwritten.set(p.sku, { ...p, values: [], marks: new Map(), hashes: new Map() })
    if (!this.writing || !set) return
    this.recent = [
      this.recent[1]!,
      new Map(
        [...changedFamilies]
          .filter((f) => this.namesParents || f.variants.length > 0)
          .flatMap((family) => [family.root, ...family.variants].map((product) => [product.sku, { family, product }])),
      ),
    ]
    await set.derive([...changedFamilies], stored)
    await this.sending
    this.sending = set.send(tx, this.turns)
    this.sending.catch(() => undefined)
  }

  /** A slug of a row that another product has, in the catalogue or in the rows before. */
  private takenSlug(draft: Draft, stored: Found['slugs']): { slug: string; sku: string } | undefined {
    for (const v of draft.patch.values) {
      if (v.attribute !== 'slug' || typeof v.value !== 'string') continue
      const storefront = v.storefront === null ? 0 : this.setup.storefrontIds.get(v.storefront)!
      const place = { storefront, language: v.language ?? '' }
      const known = [...(this.slugs.get(v.value) ?? []), ...(stored.get(v.value) ?? [])]
      const other = known.find((o) => o.sku !== draft.sku && placesMeet(o, place))
      if (other) return { slug: v.value, sku: other.sku }
      this.slugs.set(v.value, [...(this.slugs.get(v.value) ?? []), { sku: draft.sku, ...place }])
    }
    return undefined
  }

  /** Values that would take the place of others, and wait to be read. To clear a value is not to suggest another. */
  private heldBack(before: StoredProduct, patch: ProductPatch): ProductPatch['values'] {
    return patch.values.filter((v) => {
      const there = valueAt(before, v)
      return there !== null && v.value !== null && !same(there, v.value)
    })
  }

  /** The step of what was written, if anything was. */
  get writtenStep(): number | null {
    return this.step ?? null
  }

  private beginStep() {
    return this.turns.take(() => beginStep(this.tx, this.options.title, this.options.personId, this.options.now))
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

  /** The type of a new product whose row has none: that of the mapping, else the usual one of its category. */
  private usualType({ patch }: Draft): string | undefined {
    const category = patch.fields.category ?? null
    return this.options.mapping?.type || typeOfCategory(this.setup, category) || undefined
  }

  private parentProblem(
    draft: Draft,
    known: StoredProduct | undefined,
    parent: StoredProduct | undefined,
  ): string | undefined {
    if (draft.parent === undefined) return undefined
    if (draft.parent === draft.sku) return 'A product cannot be its own parent.'
    if (parent && parent.parent !== null)
      return `“${parent.sku}” is a variant itself, of “${parent.parent}”. Variants belong to the parent.`
    if (known && (known.parent ?? '') !== draft.parent)
      return known.parent === null
        ? `“${known.sku}” is a product of its own; an import does not make it a variant.`
        : `“${known.sku}” is a variant of “${known.parent}”; an import does not move it.`
    return undefined
  }
}
