import { createHash } from 'node:crypto'
import { recordContracts, type ListQuery, type RecordKindName } from '@contracts/operations/records'
import type { AnyOf } from '@contracts/schema'
import type { Counted } from '@contracts/paging'
import { same } from '@core/catalogue/patch'
import { isFreeInAddresses } from '@core/text/code'
import { database, inTransaction, type Tx } from '../../db/connect'
import { loadSetup, raiseStamp, type StoredSetup } from '../../db/queries/setup'
import { insertChanges, lockRecord } from '../../db/queries/steps'
import { beginStep } from '../../db/queries/write-products'
import { checkVersion } from '../entity-tag'
import { may, authorize } from '../people/permission'
import type { Person } from '@contracts/people'
import { unprocessable, notFound, Problem } from '../problem'
import { validate } from '@contracts/validation'
import { markLabels } from '../translation/mark-labels'
import type { RecordKind } from './kind'
import { recordKind } from './registry'

type Changing = Record<string, unknown>

const tagOf = (record: unknown) =>
  `"${createHash('sha256').update(JSON.stringify(record)).digest('base64url').slice(0, 22)}"`

/** A record in a sentence: “the piece “Free return””, by its code where nobody has named it. */
function calledOf(
  { name, called }: RecordKind<{ code: string }>,
  record: { code: string; name?: unknown },
  { source }: StoredSetup,
): string {
  const own = called === undefined ? record.name : called(record, source)
  return `the ${name} “${typeof own === 'string' && own !== '' ? own : record.code}”`
}

/** One record and its entity tag. */
export async function getRecord(kind: RecordKindName, code: string) {
  const k = recordKind(kind)
  const found = await k.read(database(), code)
  if (!found) throw notFound(`${k.name} “${code}”`)
  return { record: found, tag: tagOf(found) }
}

/** The records of a kind that hold some words, by code. Throws 404 for a kind that is listed otherwise. */
export async function listRecords(kind: RecordKindName, query: ListQuery): Promise<Counted<{ code: string }>> {
  const { list, name } = recordKind(kind)
  if (!list) throw notFound(`list of every ${name}`)
  return list(database(), query)
}

/**
 * Writes a whole record. What is there already changes nothing. Where there is a record, the version that is written
 * over has to be named (428 without, 412 where it is another by now); `*` is whatever is there. With `*` in
 * `ifNoneMatch`, it is written only where there is none yet.
 */
export async function putRecord(
  person: Person,
  kind: RecordKindName,
  code: string,
  body: unknown,
  match: Match,
  now: number,
) {
  await authorizeFor(person, kind, code, body)
  return writeRecord(person, kind, code, body, match, now)
}

/** Asks for permission to write a record; where only parts change that take less, for that. */
export async function authorizeFor(person: Person, kind: RecordKindName, code: string, body: unknown): Promise<void> {
  const { action } = recordContracts[kind]
  const { wholeTakes, read } = recordKind(kind)
  if (!wholeTakes || may(person, wholeTakes.action)) return authorize(person, action)
  const before = may(person, action) ? ((await read(database(), code)) as Changing | undefined) : undefined
  // Held against the body as it came: what does not fit in its parts is told by the writing.
  const given = (body ?? {}) as Changing
  const parts: readonly string[] = wholeTakes.exceptFor
  const stays = (key: string) => parts.includes(key) || same(before![key] ?? null, given[key] ?? null)
  if (!before || !Object.keys(before).every(stays)) authorize(person, wholeTakes.action)
}

/** What is asked of the version that a record is written over: an entity tag, or `*` for whatever is there. */
export interface Match {
  ifMatch?: string | undefined
  ifNoneMatch?: string | undefined
  /** Writes over whatever is there, and where there is nothing. */
  any?: true
}

/** For whoever writes over what was read in the same transaction, or means whatever is there. */
export const anyVersion: Match = { any: true }

/** The same, where the caller has asked for permission: a translator writes texts of a piece, not the piece. */
export async function writeRecord(
  person: Person,
  kind: RecordKindName,
  code: string,
  body: unknown,
  match: Match,
  now: number,
) {
  return inTransaction(async (tx) =>
    writeIn(tx, person.id, kind, code, body, match, now, { setup: await loadSetup(tx.db) }),
  )
}

/**
 * The same as part of a transaction that writes several, all under one step where one is given; for whoever has asked
 * for permission. `personId` is who did it, for the history.
 */
export async function writeIn(
  tx: Tx,
  personId: number | null,
  kind: RecordKindName,
  code: string,
  body: unknown,
  { ifMatch, ifNoneMatch, any }: Match,
  now: number,
  { setup, step }: { setup: StoredSetup; step?: number },
) {
  const k = recordKind(kind)
  const schema: AnyOf = recordContracts[kind].schema
  const { value, errors } = validate(schema, body)
  if (errors.length > 0) throw unprocessable('Some of this is not valid. Nothing has been changed.', errors)
  if (value.code !== code)
    throw unprocessable('The code in the body differs from the one in the address.', [
      { path: 'code', message: `The address names “${code}”.` },
    ])
  await lockRecord(tx.db, kind, code)
  const before = await k.read(tx.db, code)
  if (!before && !isFreeInAddresses(code))
    throw new Problem(412, 'Already exists', `“${code}” is a word of addresses. Choose another code.`)
  if (ifNoneMatch === '*' && before)
    throw new Problem(412, 'Already exists', `There is a ${k.name} “${code}” already. Choose another code.`)
  if (before && !any) checkVersion(k.name, tagOf(before), ifMatch, { verb: 'write over', current: before })
  else if (!before && ifMatch !== undefined)
    throw new Problem(
      412,
      'Changed by somebody else',
      `There is no ${k.name} “${code}” any more. Nothing has been written.`,
    )
  const { record, problems } = await k.check(value, before, setup, tx)
  if (problems.length > 0) throw unprocessable('Some of this is not valid. Nothing has been changed.', problems)
  if (before && same(before, JSON.parse(JSON.stringify({ ...before, ...record }))))
    return { record: before, tag: tagOf(before), created: false, changed: false }
  await k.write(tx, record, before, setup)
  await raiseStamp(tx.db, k.stamp)
  const inStep =
    step ??
    (await beginStep(tx, `${before ? 'Changed' : 'Created'} ${calledOf(k, before ?? record, setup)}`, personId, now))
  const stored = (await k.read(tx.db, code))!
  const difference = { path: '', before: before ?? null, after: stored }
  await insertChanges(tx.db, [{ step: inStep, record: `${kind}:${code}`, differences: [difference] }])
  await k.after?.(tx, record, before)
  await markLabels(tx, kind, code, before, stored, setup)
  await k.invalidate?.(tx, { code, before, after: stored }, setup)
  return { record: stored, tag: tagOf(stored), created: !before, changed: true }
}

/**
 * Deletes a record that nothing needs. Throws 404, 409 with the reasons where something needs it, 412 and 428.
 */
export async function deleteRecord(
  person: Person,
  kind: RecordKindName,
  code: string,
  ifMatch: string | undefined,
  now: number,
): Promise<void> {
  authorize(person, recordContracts[kind].action)
  await inTransaction(async (tx) =>
    deleteIn(tx, person.id, kind, code, now, { setup: await loadSetup(tx.db), match: { ifMatch } }),
  )
}

/** The same as part of a transaction: of the version that is named where one has to be, in a step where one is given. */
export async function deleteIn(
  tx: Tx,
  personId: number | null,
  kind: RecordKindName,
  code: string,
  now: number,
  { setup, step, match }: { setup: StoredSetup; step?: number; match?: { ifMatch: string | undefined } },
): Promise<void> {
  const k = recordKind(kind)
  await lockRecord(tx.db, kind, code)
  const found = await k.read(tx.db, code)
  if (!found || !k.remove) throw notFound(`${k.name} “${code}” that can be deleted`)
  if (match) checkVersion(k.name, tagOf(found), match.ifMatch, { verb: 'delete', current: found })
  const why = await k.deletionBlockers!(tx, found, setup)
  if (why.length > 0)
    throw new Problem(
      409,
      'Still in use',
      `The ${k.name} “${code}” is still in use. Nothing has been changed.`,
      why.map((message) => ({ path: 'code', message })),
    )
  await k.remove(tx, found)
  await raiseStamp(tx.db, k.stamp)
  await k.invalidate?.(tx, { code, before: found, after: null }, setup)
  const inStep = step ?? (await beginStep(tx, `Deleted ${calledOf(k, found, setup)}`, personId, now))
  const difference = { path: '', before: found, after: null }
  await insertChanges(tx.db, [{ step: inStep, record: `${kind}:${code}`, differences: [difference] }])
}
