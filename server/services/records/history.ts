import { undoneRecord, recordDifferences } from '@core/records/undo'
import { database, type Tx } from '../../db/connect'
import { readSetup } from '../../db/queries/setup'
import { changesOfRecord, facetsOfRecord, pageOfHistory } from '../../db/queries/history'
import { changeOfRecord, recordChangesOfStep } from '../../db/queries/steps'
import type { HistoryFacets, HistoryQuery, History } from '@contracts/history'
import type { Person } from '@contracts/people'
import { unprocessable, notFound } from '../problem'
import { getRecord, authorizeFor, writeIn, writeRecord, anyVersion } from './records'
import { recordKind } from './registry'
import { isRecordKind, type RecordKindName } from '@contracts/operations/records'
import { onlyTextsDiffer } from '../translation/label-kinds'

/** The kind of record that an address names. Throws 404 for another word. */
function kindOf(kind: string): RecordKindName {
  if (!isRecordKind(kind)) throw notFound(`kind of record “${kind}”`)
  return kind
}

/**
 * Takes back what a step changed in records that travel whole, as part of a transaction; those that it deleted are
 * written again. Records that it made, or that are gone since, stay as they are and are named, as is every part that was
 * changed again.
 */
export async function undoRecords(
  tx: Tx,
  personId: number | null,
  stepId: number,
  step: () => Promise<number>,
  now: number,
): Promise<{ records: number; skipped: { sku: string; path: string }[] }> {
  const setup = await readSetup(tx.db)
  const languages = [...new Set([...setup.storefronts.values()].flatMap((s) => s.editions.map((e) => e.language)))]
  const rows = await recordChangesOfStep(tx.db, stepId)
  const skipped: { sku: string; path: string }[] = []
  let records = 0
  for (const {
    record,
    differences: [whole],
  } of rows) {
    const at = record.indexOf(':')
    const kind = record.slice(0, at)
    if (!isRecordKind(kind)) continue
    const code = record.slice(at + 1)
    // What else a step changes beside products, such as an attribute, is put back by its own history; of it, only
    // translations are put back, and nothing that other parts of the step rest on.
    const onlyTexts = () =>
      whole?.before && whole.after && onlyTextsDiffer(kind, whole.before, whole.after, languages, setup.source)
    if (!whole || !(recordKind(kind).undoneWithStep || onlyTexts())) continue
    const current = await recordKind(kind).read(tx.db, code)
    if (whole.after === null && !current && whole.before !== null) {
      const within = { setup: await readSetup(tx.db), step: await step() }
      await writeIn(tx, personId, kind, code, whole.before, anyVersion, now, within)
      records++
      continue
    }
    if (whole.before === null || whole.after === null || !current) {
      skipped.push({ sku: record, path: whole.before === null ? 'made' : 'gone' })
      continue
    }
    const back = undoneRecord(current, whole.before as { code: string }, whole.after as { code: string })
    skipped.push(...back.skipped.map((path) => ({ sku: record, path })))
    const done = await writeIn(tx, personId, kind, code, back.record, anyVersion, now, {
      setup: await readSetup(tx.db),
      step: await step(),
    })
    if (done.changed) records++
  }
  return { records, skipped }
}

/** What was changed in a record that travels whole, newest first. */
export async function recordHistory(kind: string, code: string, asked: HistoryQuery): Promise<History> {
  const { limit, before, ...filter } = asked
  const found = await changesOfRecord(
    database(),
    `${kindOf(kind)}:${code}`,
    { ...filter, before: before ?? null },
    limit + 1,
  )
  const { items, next } = pageOfHistory(found, limit)
  return {
    items: items.map(({ differences: [whole], ...change }) => ({
      ...change,
      made: whole!.before === null,
      differences: recordDifferences(whole!.before as object | null, whole!.after as object | null),
    })),
    next,
  }
}

/** By what the history of a record can be filtered. */
export const recordHistoryFacets = (kind: string, code: string): Promise<HistoryFacets> =>
  facetsOfRecord(database(), `${kindOf(kind)}:${code}`)

/** Takes one change of a record back. What was changed again since stays and is named. */
export async function undoRecordChange(person: Person, kindName: string, code: string, changeId: number, now: number) {
  const kind = kindOf(kindName)
  const [whole] = await changeOfRecord(database(), `${kind}:${code}`, changeId)
  if (!whole) throw notFound('such change of this record')
  if (whole.before === null)
    throw unprocessable('This change created the record. It cannot be undone; pause or delete the record instead.')
  const { record: current, tag } = await getRecord(kind, code)
  const { record, skipped } = undoneRecord(current, whole.before as { code: string }, whole.after as { code: string })
  await authorizeFor(person, kind, code, record)
  const written = await writeRecord(person, kind, code, record, { ifMatch: tag }, now)
  return { skipped, record: written.record, tag: written.tag }
}
