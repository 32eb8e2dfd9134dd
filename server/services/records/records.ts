import { createHash } from 'node:crypto'
import { sql } from 'drizzle-orm'
import type { RecordKindName } from '@contracts/record-kinds'
import { same } from '@core/catalogue/patch'
import { database, inTransaction, type Tx } from '../../db/connect'
import * as t from '../../db/schema'
import { loadSetup, raiseStamp, type StoredSetup } from '../../db/queries/setup'
import { beginStep } from '../../db/queries/write-products'
import { checkVersion } from '../entity-tag'
import { may, authorize } from '../people/permission'
import type { Person } from '@contracts/people'
import { unprocessable, notFound, Problem, schemaErrors } from '../problem'
import { assignments } from './assignments'
import { blockKinds } from './block-kinds'
import { campaigns } from './campaigns'
import { attributes } from './attributes'
import { feeds } from './feeds'
import { glossary } from './glossary'
import { houseStyles } from './house-styles'
import { categories } from './categories'
import type { RecordKind } from './kind'
import { invalidateByRecord } from '../readiness/invalidate'
import { markLabels } from '../translation/mark-labels'
import { lists } from './lists'
import { media } from './media'
import { namedRules } from './named-rules'
import { pieces } from './pieces'
import { questionSets } from './question-sets'
import { recipes } from './recipes'
import { storefronts } from './storefronts'
import { types } from './types'

/** Every kind of record that travels whole, by its name in the address. */
export const recordKinds = {
  attributes,
  'product-types': types,
  categories,
  storefronts,
  pieces,
  assignments,
  media,
  lists,
  feeds,
  'house-styles': houseStyles,
  recipes,
  'question-sets': questionSets,
  'block-kinds': blockKinds,
  'named-rules': namedRules,
  campaigns,
  glossary,
} as const satisfies Record<RecordKindName, unknown>

type Changing = Record<string, unknown>

const tagOf = (record: unknown) =>
  `"${createHash('sha256').update(JSON.stringify(record)).digest('base64url').slice(0, 22)}"`

/** One record and its entity tag. */
export async function getRecord(kind: RecordKindName, code: string) {
  const k = recordKinds[kind] as unknown as RecordKind<{ code: string }>
  const found = await k.read(database(), code)
  if (!found) throw notFound(`${k.name} “${code}”`)
  return { record: found.record, tag: tagOf(found.record) }
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

/** Asks for permission to write a record; where only parts change that take another permission, for that one. */
export async function authorizeFor(person: Person, kind: RecordKindName, code: string, body: unknown): Promise<void> {
  const k = recordKinds[kind] as unknown as RecordKind<{ code: string }>
  if (k.partly && may(person, k.partly.action) && !may(person, k.action)) {
    const before = (await k.read(database(), code))?.record as Changing | undefined
    // Held against the body as it came: what does not fit in their parts is told by the writing.
    const given = (body ?? {}) as Changing
    if (
      before &&
      Object.keys(before).every(
        (key) => k.partly!.keys.includes(key as never) || same(before[key] ?? null, given[key] ?? null),
      )
    )
      return
  }
  authorize(person, k.action)
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
  const k = recordKinds[kind] as unknown as RecordKind<{ code: string }>
  const { value, error } = k.schema.validate(body, { abortEarly: false, convert: false })
  if (error) throw unprocessable('Some of this is not valid. Nothing has been changed.', schemaErrors(error))
  if (value.code !== code)
    throw unprocessable('The code in the body differs from the one in the address.', [
      { path: 'code', message: `The address names “${code}”.` },
    ])
  await tx.db.execute(sql`select pg_advisory_xact_lock(hashtext(${`${kind}:${code}`}))`)
  const before = await k.read(tx.db, code)
  if (ifNoneMatch === '*' && before)
    throw new Problem(412, 'Already exists', `There is a ${k.name} “${code}” already. Choose another code.`)
  if (before && !any)
    checkVersion(k.name, tagOf(before.record), ifMatch, { verb: 'write over', current: before.record })
  else if (!before && ifMatch !== undefined)
    throw new Problem(
      412,
      'Changed by somebody else',
      `There is no ${k.name} “${code}” any more. Nothing has been written.`,
    )
  const { record, problems } = await k.check(value, before?.record, setup, tx)
  if (problems.length > 0) throw unprocessable('Some of this is not valid. Nothing has been changed.', problems)
  if (before && same(before.record, JSON.parse(JSON.stringify({ ...before.record, ...record }))))
    return { record: before.record, tag: tagOf(before.record), created: false, changed: false }
  await k.write(tx, record, before?.record, setup)
  await raiseStamp(tx.db, k.stamp)
  const inStep = step ?? (await beginStep(tx, `${before ? 'Changed' : 'Made'} the ${k.name} “${code}”`, personId, now))
  const stored = (await k.read(tx.db, code))!.record
  await tx.db.insert(t.change).values({
    stepId: inStep,
    record: `${kind}:${code}`,
    differences: [{ path: '', before: before?.record ?? null, after: stored }],
  })
  await k.after?.(tx, record, before?.record)
  await markLabels(tx, kind, code, before?.record, stored, setup)
  await invalidateByRecord(
    tx,
    kind,
    { before: before?.record as Changing, after: stored as unknown as Changing, code },
    setup,
  )
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
  authorize(person, recordKinds[kind].action)
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
  const k = recordKinds[kind] as unknown as RecordKind<{ code: string }>
  await tx.db.execute(sql`select pg_advisory_xact_lock(hashtext(${`${kind}:${code}`}))`)
  const found = await k.read(tx.db, code)
  if (!found || !k.remove) throw notFound(`${k.name} “${code}” that can be deleted`)
  if (match) checkVersion(k.name, tagOf(found.record), match.ifMatch, { verb: 'delete', current: found.record })
  const why = await k.deletionBlockers!(tx, found.record, setup)
  if (why.length > 0)
    throw new Problem(
      409,
      'Still in use',
      `The ${k.name} “${code}” is still in use. Nothing has been changed.`,
      why.map((message) => ({ path: 'code', message })),
    )
  await k.remove(tx, found.record)
  await raiseStamp(tx.db, k.stamp)
  await invalidateByRecord(tx, kind, { before: found.record as unknown as Changing, after: null, code }, setup)
  await tx.db.insert(t.change).values({
    stepId: step ?? (await beginStep(tx, `Deleted the ${k.name} “${code}”`, personId, now)),
    record: `${kind}:${code}`,
    differences: [{ path: '', before: found.record, after: null }],
  })
}
