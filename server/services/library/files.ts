import type { ContentFile, ContentReport } from '@contracts/library'
import { parse } from 'csv-parse/sync'
import { stringify } from 'csv-stringify/sync'
import type { PieceRecord, PieceTextRecord } from '@contracts/records'
import { same } from '@core/catalogue/patch'
import { blankPiece } from '@core/page/piece'
import { normalForm } from '@core/richtext/normal-form'
import { guardCell, unguardCell } from '@core/text/guard'
import { database, inTransaction } from '../../db/connect'
import { reusableQuestions } from '../../db/queries/library'
import { readSetup } from '../../db/queries/setup'
import { beginStep } from '../../db/queries/write-products'
import type { Person } from '@contracts/people'
import { unprocessable, Problem } from '../problem'
import type { ContentKey } from '../records/kind'
import { anyVersion, writeIn } from '../records/records'
import { recordKind, recordKinds } from '../records/registry'
import type { RecordKindName } from '@contracts/operations/records'

/** What a file of content holds, each kind after those that it names. */
const parts = Object.keys(recordKinds).flatMap((name) => {
  const kind = name as RecordKindName
  const { inContentFile: part, read } = recordKind(kind)
  return part ? [{ ...part, kind, read }] : []
})

/** Everything of the library and the assignments as one JSON document. */
export async function exportContent(): Promise<ContentFile> {
  const db = database()
  const lists: Partial<Record<ContentKey, { code: string }[]>> = {}
  for (const { key, codes, read } of parts) {
    const list = (lists[key] = [] as { code: string }[])
    for (const code of await codes(db)) list.push((await read(db, code))!)
  }
  return { format: 'inkloom-content', version: 1, ...lists } as ContentFile
}

/** A way out of a transaction that was only to be tried. */
class Tried extends Error {}

/**
 * Takes a file of content through the same checks as writing each record. It is all taken or nothing; checking alone
 * writes nothing. A record is told with everything that is wrong with it.
 */
export async function importContent(
  person: Person,
  file: unknown,
  mode: 'check' | 'apply',
  now: number,
): Promise<ContentReport> {
  const given = file as Partial<ContentFile> | null
  if (given?.format !== 'inkloom-content' || given.version !== 1)
    throw unprocessable('This is not a content file.', [
      {
        path: 'format',
        message:
          'A content file starts with {"format": "inkloom-content", "version": 1}, then campaigns, namedRules, ' +
          'blockKinds, pieces, questionSets, assignments and composedPages.',
      },
    ])
  const odd = Object.keys(given).find((k) => !['format', 'version', ...parts.map((p) => p.key)].includes(k))
  if (odd !== undefined)
    throw unprocessable('This file has other content.', [
      { path: odd, message: `“${odd}” does not belong in a content file.` },
    ])
  const list = parts.flatMap(({ key, kind }) => (given[key] ?? []).map((record) => ({ kind, record })))
  return writeAll(person, list, mode, `Imported a file of ${list.length} records`, now)
}

async function writeAll(
  person: Person,
  list: readonly { kind: RecordKindName; record: { code: string } }[],
  mode: 'check' | 'apply',
  title: string,
  now: number,
): Promise<ContentReport> {
  const report: ContentReport = { mode, created: 0, updated: 0, unchanged: 0, rejected: [], step: null }
  try {
    await inTransaction(async (tx) => {
      report.step = await beginStep(tx, title, person.id, now)
      for (const { kind, record } of list) await writeOne(person, kind, record, report, now)
      if (mode === 'check' || report.rejected.length > 0) throw new Tried()
    })
  } catch (e) {
    if (!(e instanceof Tried)) throw e
    report.step = null
  }
  return report
}

/** One record of a file, within a savepoint: what is wrong with it is told, and the others are looked at too. */
async function writeOne(
  person: Person,
  kind: RecordKindName,
  record: { code: string },
  report: ContentReport,
  now: number,
) {
  const code = typeof record?.code === 'string' ? record.code : ''
  try {
    await inTransaction(async (inner) => {
      const setup = await readSetup(inner.db)
      const within = { setup, step: report.step! }
      const { created, changed } = await writeIn(inner, person.id, kind, code, record, anyVersion, now, within)
      report[created ? 'created' : changed ? 'updated' : 'unchanged']++
    })
  } catch (e) {
    if (!(e instanceof Problem)) throw e
    for (const p of e.errors ?? [{ path: '', message: e.detail }])
      report.rejected.push({ kind, code, path: p.path, message: p.message })
  }
}

const columns = ['code', 'language', 'storefront', 'question', 'answer', 'name', 'tags'] as const

/** All questions as CSV: a line for each text, its answer as rich text. */
export async function exportQuestions(): Promise<string> {
  const db = database()
  const lines: string[][] = []
  for (const code of await reusableQuestions(db)) {
    const record = (await recordKinds.pieces.read(db, code))!
    for (const x of record.texts)
      lines.push([
        code,
        x.language,
        x.storefront ?? '',
        guardCell(x.title),
        guardCell(x.body),
        guardCell(record.name),
        record.tags.join('|'),
      ])
  }
  return stringify(lines, { header: true, columns: [...columns], record_delimiter: '\r\n' })
}

/**
 * Questions from a CSV file: `code`, `language`, `question` and `answer` are wanted, `storefront`, `name` and `tags`
 * may stand there. A text that is named takes the place of the one that is there; all others stay.
 */
export async function importQuestions(
  person: Person,
  csv: string,
  mode: 'check' | 'apply',
  now: number,
): Promise<ContentReport> {
  let lines: Record<string, string>[]
  try {
    lines = parse(csv, {
      columns: (header: string[]) => header.map((h) => h.trim().toLowerCase()),
      bom: true,
      skip_empty_lines: true,
      relax_column_count: false,
    })
  } catch (e) {
    throw unprocessable('This is not a valid CSV file.', [{ path: 'file', message: (e as Error).message }])
  }
  const missing = ['code', 'language', 'question', 'answer'].filter((c) => lines.length > 0 && !(c in lines[0]!))
  if (missing.length > 0)
    throw unprocessable(
      'Columns are missing.',
      missing.map((c) => ({
        path: c,
        message: `The file has no column “${c}”. Its first line names the columns: ${columns.join(', ')}.`,
      })),
    )
  const db = database()
  const records = new Map<string, PieceRecord>()
  for (const line of lines) {
    const code = line.code!.trim()
    const known = records.get(code) ??
      (await recordKinds.pieces.read(db, code)) ?? {
        ...blankPiece(),
        code,
        kind: 'question' as const,
        name: line.name?.trim() || line.question!.trim(),
      }
    if (known.kind !== 'question')
      throw unprocessable('This file names something else.', [
        { path: 'code', message: `“${code}” is a ${known.kind}, not a question.` },
      ])
    const record: PieceRecord = {
      ...known,
      ...(line.name?.trim() ? { name: unguardCell(line.name.trim()) } : {}),
      ...(line.tags === undefined
        ? {}
        : {
            tags: line.tags
              .split('|')
              .map((x) => x.trim())
              .filter(Boolean),
          }),
    }
    const text: PieceTextRecord = {
      storefront: line.storefront?.trim() || null,
      language: line.language!.trim(),
      title: unguardCell(line.question!.trim()),
      body: normalForm(
        /<\w/.test(line.answer!)
          ? unguardCell(line.answer!)
          : unguardCell(line.answer!)
              .split(/\r?\n\s*\r?\n/)
              .map((p) => `<p>${p.replace(/&/g, '&amp;').replace(/</g, '&lt;')}</p>`)
              .join(''),
      ),
    }
    const before = record.texts.find((x) => x.language === text.language && x.storefront === text.storefront)
    const texts =
      before && same([before.title, before.body], [text.title, text.body])
        ? record.texts
        : [...record.texts.filter((x) => x !== before), text]
    records.set(code, { ...record, texts })
  }
  return writeAll(
    person,
    [...records.values()].map((record) => ({ kind: 'pieces' as const, record })),
    mode,
    `Imported a file of ${records.size} questions`,
    now,
  )
}
