import { nowDate } from '../../clock'
import { auditBefore, insertAudit } from '../../db/queries/audit'
import { pageOf } from '../paging'
import { authorize } from './permission'
import type { Person } from '@contracts/people'

/** What is written into the audit log. */
export type AuditKind =
  | 'sign-in'
  | 'sign-in-refused'
  | 'sign-out'
  | 'not-allowed'
  | 'token-made'
  | 'token-ended'
  | 'delivery-key-made'
  | 'delivery-key-ended'
  | 'connection-secret-made'
  | 'preview-made'
  | 'preview-withdrawn'
  | 'export'
  | 'any-version'
  | 'release'

/** By whom, from where, and by what something was done. */
export interface AuditSource {
  personId: number | null
  origin: string
  by: string
}

/** By what, and from where, somebody asks for something. */
export type AskedBy = Pick<AuditSource, 'origin' | 'by'>

/** Who asks for something, as the audit log tells it. */
export const sourceOf = (person: Pick<Person, 'id'>, { origin, by }: AskedBy): AuditSource => ({
  personId: person.id,
  origin,
  by,
})

/** Adds a line to the audit log, as part of the transaction that does what it tells, where there is one. */
export async function writeAudit(
  kind: AuditKind,
  { personId, origin, by }: AuditSource,
  detail: Record<string, unknown> = {},
): Promise<void> {
  await insertAudit({ at: nowDate(), kind, personId, origin, by, detail })
}

/** The audit log, newest first. */
export async function listAudit(person: Person, { limit, before }: { limit: number; before?: number }) {
  authorize(person, 'set-up')
  const rows = await auditBefore(before, limit + 1)
  const { items, next } = pageOf(rows, limit)
  const lines = items.map((r) => ({
    id: r.id,
    at: r.at.toISOString(),
    kind: r.kind,
    person: r.personId,
    origin: r.origin,
    by: r.by,
    detail: r.detail,
  }))
  return { items: lines, next }
}
