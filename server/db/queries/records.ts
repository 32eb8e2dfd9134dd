import { and, asc, eq, sql } from 'drizzle-orm'
import type { ListQuery, RecordKindName, RecordOf } from '@contracts/operations/records'
import type { Db } from '../connect'
import * as t from '../schema'
import { likePattern } from './like'

const at = (kind: RecordKindName, code: string) => and(eq(t.record.kind, kind), eq(t.record.code, code))

/** A record of a kind that is stored whole. */
export async function storedRecord<K extends RecordKindName>(
  db: Db,
  kind: K,
  code: string,
): Promise<RecordOf<K> | undefined> {
  const [row] = await db.select({ body: t.record.body }).from(t.record).where(at(kind, code))
  return row?.body as RecordOf<K> | undefined
}

/** All records of such a kind, by code. */
export async function storedRecords<K extends RecordKindName>(db: Db, kind: K): Promise<RecordOf<K>[]> {
  const rows = await db
    .select({ body: t.record.body })
    .from(t.record)
    .where(eq(t.record.kind, kind))
    .orderBy(asc(t.record.code))
  return rows.map((r) => r.body as RecordOf<K>)
}

/** The codes of all records of such a kind. */
export async function codesOfRecords(db: Db, kind: RecordKindName): Promise<string[]> {
  const rows = await db
    .select({ code: t.record.code })
    .from(t.record)
    .where(eq(t.record.kind, kind))
    .orderBy(asc(t.record.code))
  return rows.map((r) => r.code)
}

/** A part of the records of such a kind that hold some words anywhere, by code, and how many do. */
export async function findStoredRecords<K extends RecordKindName>(
  db: Db,
  kind: K,
  { q, limit, offset }: ListQuery,
): Promise<{ items: RecordOf<K>[]; count: number }> {
  const words = q?.trim().toLowerCase()
  const where = and(
    eq(t.record.kind, kind),
    words ? sql`lower(${t.record.body}::text) like ${likePattern(words)}` : undefined,
  )
  const rows = await db
    .select({ body: t.record.body })
    .from(t.record)
    .where(where)
    .orderBy(asc(t.record.code))
    .limit(limit)
    .offset(offset)
  const [found] = await db
    .select({ count: sql<number>`count(*)::int` })
    .from(t.record)
    .where(where)
  return { items: rows.map((r) => r.body as RecordOf<K>), count: found!.count }
}

/** Stores a record in the place of what stands under its code. */
export async function storeRecord<K extends RecordKindName>(db: Db, kind: K, body: RecordOf<K>): Promise<void> {
  await db
    .insert(t.record)
    .values({ kind, code: body.code, body })
    .onConflictDoUpdate({ target: [t.record.kind, t.record.code], set: { body } })
}

/** Removes a record. */
export async function dropStoredRecord(db: Db, kind: RecordKindName, code: string): Promise<void> {
  await db.delete(t.record).where(at(kind, code))
}
