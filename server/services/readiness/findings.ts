import { guardCell } from '@core/text/guard'
import { stringify } from 'csv-stringify/sync'
import type { ClothFilter, EditionDocument, FindingDocument, ProductReadiness } from '@contracts/readiness'
import { cellAt } from '@core/readiness/cells'
import { strands, type Strand } from '@core/readiness/finding'
import { findingKinds } from '@core/readiness/kinds'
import { database } from '../../db/connect'
import { clothRoots, evaluatedAfter, storedReadiness, type StoredFinding } from '../../db/queries/cloth'
import { loadContent } from '../../db/queries/content'
import { familySkus, rootsOfSkus } from '../../db/queries/families'
import { liveEditionsOf } from '../../db/queries/live-editions'
import { loadEditions, type NumberedEditions } from '../../db/queries/readiness'
import { loadSetup } from '../../db/queries/setup'
import type { ExportedFile } from '../files/export-products'
import type { Person } from '@contracts/people'
import { unprocessable, notFound } from '../problem'
import { clothWhere, editionsOf } from './cloth'
import { Words } from './words'

/** A finding as it is answered, in words. */
export function findingDocument(f: StoredFinding, words: Words, language: string): FindingDocument {
  const code = f.key.split('|')[0]!
  return {
    code,
    strand: findingKinds[code]?.strand ?? 'facts',
    message: words.message(code, f.at, f.details, language),
    at: f.at,
    label: findingKinds[code]?.label ?? code,
    fix: findingKinds[code]?.perLanguage ? `${f.fix_id}:${language}` : `${f.fix_id}`,
  }
}

function editionDocument(
  n: number,
  editions: NumberedEditions,
  cells: Buffer,
  findings: readonly StoredFinding[],
  words: Words,
): EditionDocument | undefined {
  const cell = cellAt(cells, n)
  if (!cell) return undefined
  const here = findings.filter((f) => f.editions.includes(n))
  const of = (blocker: boolean) =>
    here.filter((f) => f.blocker === blocker).map((f) => findingDocument(f, words, editions.list[n]!.language))
  return {
    ...editions.list[n]!,
    strands: Object.fromEntries(strands.map((s, i) => [s, { passed: cell.passed[i]!, of: cell.of[i]! }])) as Record<
      Strand,
      { passed: number; of: number }
    >,
    blockers: of(true),
    remarks: of(false),
  }
}

/** How a product stands in every edition in which it is sold; a variant's SKU stands for its parent. Throws 404. */
export async function productReadiness(sku: string): Promise<ProductReadiness> {
  const db = database()
  const root = (await rootsOfSkus(db, [sku])).get(sku)
  if (root === undefined) throw notFound(`product “${sku}”`)
  const setup = await loadSetup(db)
  const editions = await loadEditions(db, setup)
  const words = new Words(setup, await loadContent(db, setup))
  const { cells, findings } = await storedReadiness(db, [root])
  const row = cells.get(root)
  const [rootSku] = (await familySkus(db, [sku])).get(sku)!
  const live = (await liveEditionsOf(db, [rootSku!])).get(rootSku!) ?? []
  return {
    sku,
    due: row === undefined,
    editions:
      row === undefined
        ? []
        : editionsOf(setup, editions, []).flatMap((n) => {
            const found = editionDocument(n, editions, row, findings, words)
            return found ? { ...found, live: live.includes(n) } : []
          }),
  }
}

/** How products stand in an edition, in SKU order. */
export async function listReadiness(q: { storefront: string; language: string; limit: number; cursor?: string }) {
  const db = database()
  const setup = await loadSetup(db)
  const editions = await loadEditions(db, setup)
  const n = editions.numberOf.get(`${q.storefront}/${q.language}`)
  if (n === undefined) throw unprocessable(`There is no edition ${q.storefront}/${q.language}.`)
  const roots = await evaluatedAfter(db, n, q.cursor, q.limit + 1)
  const some = roots.slice(0, q.limit)
  const words = new Words(setup, await loadContent(db, setup))
  const { cells, findings } = await storedReadiness(
    db,
    some.map((r) => r.id),
  )
  const items = some.flatMap(({ id, sku }) => {
    const e = editionDocument(
      n,
      editions,
      cells.get(id)!,
      findings.filter((f) => f.root_id === id),
      words,
    )
    return e ? [{ sku, strands: e.strands, blockers: e.blockers, remarks: e.remarks }] : []
  })
  return { items, next: roots.length > q.limit ? some.at(-1)!.sku : null }
}

/** Every finding of the products of a cloth as a CSV file, a line for each edition. */
export async function findingsFile(person: Person, body: ClothFilter, now: number): Promise<ExportedFile> {
  const db = database()
  const setup = await loadSetup(db)
  const editions = await loadEditions(db, setup)
  const where = await clothWhere(person, body, setup, editions, now)
  const numbers = new Set(editionsOf(setup, editions, body.storefronts))
  const words = new Words(setup, await loadContent(db, setup))
  async function* lines() {
    yield stringify([['sku', 'storefront', 'language', 'strand', 'level', 'code', 'at', 'message']])
    for (let after = ''; ;) {
      const roots = await clothRoots(db, setup, where, after, 500)
      if (roots.length === 0) return
      after = roots.at(-1)!.sku
      const { findings } = await storedReadiness(
        db,
        roots.map((r) => r.id),
      )
      const skus = new Map(roots.map((r) => [r.id, r.sku]))
      yield stringify(
        findings
          .filter((f) => wanted(f, body))
          .flatMap((f) => {
            return f.editions
              .filter((n) => numbers.has(n))
              .map((n) => ({ e: editions.list[n]!, d: findingDocument(f, words, editions.list[n]!.language) }))
              .filter(({ d }) => body.fix === undefined || d.fix === body.fix)
              .map(({ e, d }) =>
                [
                  skus.get(f.root_id)!,
                  e.storefront,
                  e.language,
                  d.strand,
                  f.blocker ? 'blocker' : 'remark',
                  d.code,
                  f.at,
                  d.message,
                ].map(guardCell),
              )
          }),
      )
    }
  }
  return {
    name: `findings-${new Date(now).toISOString().slice(0, 10)}.csv`,
    type: 'text/csv; charset=utf-8; header=present',
    chunks: lines(),
  }
}

const wanted = (f: StoredFinding, body: ClothFilter) =>
  (body.code === undefined || f.key.split('|')[0] === body.code) &&
  (body.strand === undefined || findingKinds[f.key.split('|')[0]!]?.strand === body.strand)
