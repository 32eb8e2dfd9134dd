import { asc, eq, inArray, sql } from 'drizzle-orm'
import type { Verdict } from '@core/release/approval'
import { groupBy } from '@core/lists/group-by'
import type { Db, Tx } from '../connect'
import * as t from '../schema'

// What people said of releases that wait for approval, and what was taken out of storefronts at once.

export type ApprovalRow = typeof t.releaseApproval.$inferSelect

/** What was said of releases, by their ids, in the order in which it was said. */
export async function approvalsOfReleases(db: Db, ids: readonly number[]): Promise<Map<number, ApprovalRow[]>> {
  if (ids.length === 0) return new Map()
  const rows = await db
    .select()
    .from(t.releaseApproval)
    .where(inArray(t.releaseApproval.releaseId, [...ids]))
    .orderBy(asc(t.releaseApproval.at))
  return groupBy(rows, (r) => r.releaseId)
}

/** Writes what somebody says of a release, in the place of what they said before. */
export async function writeApproval(
  tx: Tx,
  approval: { releaseId: number; personId: number; verdict: Verdict; comment: string; at: Date },
): Promise<void> {
  const { verdict, comment, at } = approval
  await tx.db
    .insert(t.releaseApproval)
    .values(approval)
    .onConflictDoUpdate({
      target: [t.releaseApproval.releaseId, t.releaseApproval.personId],
      set: { verdict, comment, at },
    })
}

/** Forgets what was said of a release: it is another one now. */
export async function deleteApprovals(tx: Tx, releaseId: number): Promise<void> {
  await tx.db.delete(t.releaseApproval).where(eq(t.releaseApproval.releaseId, releaseId))
}

export type KeptOutRow = typeof t.keptOut.$inferSelect

/** The products that are kept out of a storefront, the latest first. */
export async function keptOutOf(db: Db, storefront: string): Promise<KeptOutRow[]> {
  return db
    .select()
    .from(t.keptOut)
    .where(eq(t.keptOut.storefront, storefront))
    .orderBy(sql`at desc, sku`)
}

/** Keeps products out of a storefront. */
export async function keepOut(
  tx: Tx,
  storefront: string,
  skus: readonly string[],
  of: { reason: string; by: number; at: Date },
): Promise<void> {
  await tx.db
    .insert(t.keptOut)
    .values(skus.map((sku) => ({ storefront, sku, ...of })))
    .onConflictDoUpdate({ target: [t.keptOut.storefront, t.keptOut.sku], set: of })
}

/** Lets a product come back into a storefront. Returns whether it was kept out. */
export async function deleteKeptOut(tx: Tx, storefront: string, sku: string): Promise<boolean> {
  const rows = await tx.db
    .delete(t.keptOut)
    .where(sql`storefront = ${storefront} and sku = ${sku}`)
    .returning({ sku: t.keptOut.sku })
  return rows.length > 0
}
