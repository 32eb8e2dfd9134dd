import { and, desc, eq } from 'drizzle-orm'
import { putRecordBack, recordDifferences } from '@core/records/put-back'
import { database } from '../db/connect'
import * as t from '../db/schema'
import { require, type Person } from './permission'
import { notFitting, notFound } from './problem'
import { getRecord, recordKinds, requireFor, writeRecord, type RecordKindName } from './records'

/** The kind of record that an address names. Throws 404 for another word. */
function kindOf(kind: string): RecordKindName {
  if (!(kind in recordKinds)) throw notFound(`kind of record “${kind}”`)
  return kind as RecordKindName
}

/** What was changed in a record that travels whole, newest first. */
export async function recordHistory(kind: string, code: string) {
  const rows = await database().select({ id: t.change.id, at: t.step.at, person: t.person.name, title: t.step.title, differences: t.change.differences })
    .from(t.change).innerJoin(t.step, eq(t.step.id, t.change.stepId)).leftJoin(t.person, eq(t.person.id, t.step.personId))
    .where(eq(t.change.record, `${kindOf(kind)}:${code}`)).orderBy(desc(t.change.id)).limit(100)
  return {
    items: rows.map(({ differences: [whole], ...r }) => ({ ...r, at: r.at.toISOString(), made: whole!.before === null, differences: recordDifferences(whole!.before as object | null, whole!.after as object | null) })),
    next: null,
  }
}

/** Takes one change of a record back. What was changed again since stays and is named. */
export async function putBackRecord(person: Person, kindName: string, code: string, changeId: number, now: number) {
  const kind = kindOf(kindName)
  const [change] = await database().select({ differences: t.change.differences }).from(t.change).where(and(eq(t.change.id, changeId), eq(t.change.record, `${kind}:${code}`)))
  const whole = change?.differences[0]
  if (!whole) throw notFound('such change of this record')
  if (whole.before === null) throw notFitting('This change made the record. It cannot be taken back; put the record to rest instead.')
  const { record: current, tag } = await getRecord(kind, code)
  const { record, kept } = putRecordBack(current, whole.before as { code: string }, whole.after as { code: string })
  await requireFor(person, kind, code, record)
  const written = await writeRecord(person, kind, code, record, tag, undefined, now)
  return { kept, record: written.record, tag: written.tag }
}
