import { sql } from 'drizzle-orm'
import type { ObjectSchema } from '@contracts/schema'
import { checkCondition, namedIn } from '@core/rules/check'
import type { Db, Tx } from '../../db/connect'
import * as t from '../../db/schema'
import type { Stamp, StoredSetup } from '../../db/queries/setup'
import type { Action } from '../people/permission'

export type Problems = { path: string; message: string }[]

/** One kind of record that travels whole: how it is checked, read and written. */
export interface RecordKind<R extends { code: string }> {
  name: string
  action: Action
  stamp: Stamp
  schema: ObjectSchema<R>
  /** What else may be changed by whom: parts of the record that take another permission. */
  partly?: { action: Action; keys: readonly (keyof R & string)[] }
  read(db: Db, code: string): Promise<{ record: R; version: number } | undefined>
  /** What is wrong beyond the shape, and the record as it is stored. */
  check(record: R, before: R | undefined, setup: StoredSetup, tx: Tx): Promise<{ record: R; problems: Problems }>
  write(tx: Tx, record: R, before: R | undefined, setup: StoredSetup): Promise<void>
  after?(tx: Tx, record: R, before: R | undefined): Promise<void>
  /** Whether records of the kind can be deleted: why this one cannot yet, and its going. */
  deletionBlockers?(tx: Tx, record: R, setup: StoredSetup): Promise<string[]>
  remove?(tx: Tx, record: R): Promise<void>
}

/** The first of the rows found. */
export const first = async <T>(rows: Promise<T[]>) => (await rows)[0]

/** How many rows of a table meet a condition. */
export async function countOf(db: Db, from: ReturnType<typeof sql>): Promise<number> {
  return (await db.execute<{ n: number }>(sql`select count(*)::int as n from ${from}`)).rows[0]!.n
}

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
  const all = await db.select().from(t.assignment)
  return [
    ...all
      .filter((a) => a.reach.rule !== null && namedIn(checkCondition(a.reach.rule, setup)).includes(what))
      .map((a) => `“${a.name}”`),
    ...otherRulesNaming(setup, what),
  ]
}
