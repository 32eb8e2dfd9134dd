import type { ContentFile } from '@contracts/library'
import type { ListQuery, RecordKindName, RecordOf } from '@contracts/operations/records'
import type { Counted } from '@contracts/paging'
import { same } from '@core/catalogue/patch'
import { checkCondition, namedIn } from '@core/rules/check'
import type { Db, Tx } from '../../db/connect'
import type { Stamp, StoredSetup } from '../../db/queries/setup'
import { storedAssignments } from '../../db/queries/library'
import { dropStoredRecord, findStoredRecords, storedRecord, storedRecords, storeRecord } from '../../db/queries/records'
import type { Action } from '../people/permission'
import { productsAtOnce } from '../readiness/settle'
import type { LabelTexts } from './label-texts'

export type Problems = { path: string; message: string }[]

/** A record before and after a change; undefined before it was made, null after it was deleted. */
export interface Changed<R> {
  code: string
  before: R | undefined
  after: R | null
}

/**
 * One kind of record that travels whole: how it is checked, read and written, and what else follows from a change of
 * one. What every record is asked for is asked of these entries; so adding a kind is adding one to `registry.ts`.
 */
export interface RecordKind<R extends { code: string }> {
  /** What one of them is called within a sentence. */
  name: string
  /** What people call one, in the source language; where it is left out, by its name. An empty text is its code. */
  called?(record: R, source: string): string
  stamp: Stamp
  /** Where writing one takes more than its call asks for: what, and the parts for which the call's action is enough. */
  wholeTakes?: { action: Action; exceptFor: readonly (keyof R & string)[] }
  read(db: Db, code: string): Promise<R | undefined>
  /** Of kinds without a list of their own: those that hold some words, by code. */
  list?(db: Db, query: ListQuery): Promise<Counted<R>>
  /** What is wrong beyond the shape, and the record as it is stored. */
  check(record: R, before: R | undefined, setup: StoredSetup, tx: Tx): Promise<{ record: R; problems: Problems }>
  write(tx: Tx, record: R, before: R | undefined, setup: StoredSetup): Promise<void>
  after?(tx: Tx, record: R, before: R | undefined): Promise<void>
  /** Whether records of the kind can be deleted: why this one cannot yet, and its going. */
  deletionBlockers?(tx: Tx, record: R, setup: StoredSetup): Promise<string[]>
  remove?(tx: Tx, record: R): Promise<void>
  /** Says which products are due for readiness after a change. */
  invalidate?(tx: Tx, changed: Changed<R>, setup: StoredSetup): Promise<void>
  /** Its texts by language, which are translated. */
  labels?: LabelTexts<R>
  /** Whether undoing a step takes its changes of such records back too. */
  undoneWithStep?: true
  /** Of what a file of content holds: the key of its list there, and the codes of all. */
  inContentFile?: { key: ContentKey; codes(db: Db): Promise<string[]> }
}

/** The keys under which a file of content holds its records. */
export type ContentKey = Exclude<keyof ContentFile, 'format' | 'version'>

/** What a kind is whose records are stored whole, since nothing asks them by their parts. */
type StoredWhole = 'read' | 'list' | 'write' | 'remove'

/** The entry of a kind whose records are stored whole; `check` and `deletionBlockers` may be left out. */
export function storedWhole<K extends RecordKindName>(
  kind: K,
  entry: Omit<RecordKind<RecordOf<K>>, StoredWhole | 'check' | 'inContentFile'> &
    Partial<Pick<RecordKind<RecordOf<K>>, 'check'>> & { contentKey?: ContentKey },
): RecordKind<RecordOf<K>> {
  const { contentKey: key, labels, ...rest } = entry
  const codes = async (db: Db) => (await storedRecords(db, kind)).map((r) => r.code)
  return {
    check: (record) => Promise.resolve({ record, problems: [] }),
    deletionBlockers: () => Promise.resolve([]),
    ...rest,
    ...(labels ? { labels: { ...labels, stored: (db) => storedRecords(db, kind) } } : {}),
    ...(key ? { inContentFile: { key, codes } } : {}),
    read: (db, code) => storedRecord(db, kind, code),
    list: (db, query) => findStoredRecords(db, kind, query),
    write: (tx, record) => storeRecord(tx.db, kind, record),
    remove: (tx, record) => dropStoredRecord(tx.db, kind, record.code),
  }
}

/** Whether a change touches some parts of a record: also where it is made or deleted. */
export function differIn<R>({ before, after }: Changed<R>, keys: readonly (keyof R)[]): boolean {
  return !before || !after || keys.some((key) => !same(before[key] ?? null, after[key] ?? null))
}

/** The products whose readiness may be evaluated at once. */
export const atOnce = (setup: StoredSetup): number =>
  productsAtOnce([...setup.storefronts.values()].reduce((n, s) => n + s.editions.length, 0))

/** The named rules and layouts whose rule names something, by their names. */
function otherRulesNaming(setup: StoredSetup, what: string): string[] {
  const names = (rule: unknown) => namedIn(checkCondition(rule, setup)).includes(what)
  return [
    ...[...setup.rules.values()].filter((r) => names(r.rule)).map((r) => `“${r.name}”`),
    ...[...setup.storefronts.values()].flatMap((s) =>
      s.layout.exceptions.filter((e) => names(e.rule)).map((e) => `“${e.name}” of ${s.name}`),
    ),
  ]
}

/**
 * The assignments, named rules and exceptions of layouts whose rule names something, `attribute:weight` or
 * `option:material:steel`, by their names.
 */
export async function rulesNaming(db: Db, setup: StoredSetup, what: string): Promise<string[]> {
  const all = await storedAssignments(db)
  return [
    ...all
      .filter((a) => a.reach.rule !== null && namedIn(checkCondition(a.reach.rule, setup)).includes(what))
      .map((a) => `“${a.name}”`),
    ...otherRulesNaming(setup, what),
  ]
}
