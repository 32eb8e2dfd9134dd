import { desc, lt } from 'drizzle-orm'
import { database } from '../connect'
import * as t from '../schema'

/** A line of the audit log, as it is stored. */
export type AuditRow = typeof t.audit.$inferSelect

/** Adds a line to the audit log, as part of the running transaction where there is one. */
export async function insertAudit(line: Omit<AuditRow, 'id'>): Promise<void> {
  await database().insert(t.audit).values(line)
}

/** Lines of the audit log before a number, the newest first. */
export async function auditBefore(before: number | undefined, limit: number): Promise<AuditRow[]> {
  return database()
    .select()
    .from(t.audit)
    .where(before === undefined ? undefined : lt(t.audit.id, before))
    .orderBy(desc(t.audit.id))
    .limit(limit)
}
