import { sql } from 'drizzle-orm'
import type { Tx } from '../connect'
import type { PageKey } from './page-key'

// The rows of the release that goes live next are written before it does, under the number that it will have. Nobody
// reads them until the live pointer moves. Another release that goes live first undoes them.

/** Begins to write a release ahead. */
export async function beginAhead(tx: Tx, storefront: string, releaseId: number): Promise<void> {
  await tx.db.execute(sql`
    update live_release set ahead = ${releaseId}, ahead_up_to = null, ahead_whole = false
    where storefront = ${storefront}`)
}

/** Notes up to which page rows are written; undefined is all of them. */
export async function reachAhead(tx: Tx, storefront: string, upTo: PageKey | undefined): Promise<void> {
  await tx.db.execute(sql`
    update live_release
    set ahead_up_to = ${upTo === undefined ? null : JSON.stringify(upTo)}::jsonb, ahead_whole = ${upTo === undefined}
    where storefront = ${storefront}`)
}

const none = sql`ahead = null, ahead_up_to = null, ahead_whole = false`

/** What was written ahead of some releases does not hold any more: what they take live has changed. */
export async function dropAhead(tx: Tx, releaseIds: readonly number[]): Promise<void> {
  await tx.db.execute(sql`
    update live_release set ${none} where ahead = any(${sql.param([...releaseIds])}::int[])`)
}

/** Takes all rows away that were written under a number under which nothing is live yet. */
export async function undoAhead(tx: Tx, storefront: string, number: number): Promise<void> {
  await tx.db.execute(sql`delete from released_page where storefront = ${storefront} and since = ${number}`)
  await tx.db.execute(sql`
    update released_page set until = null where storefront = ${storefront} and until = ${number}`)
  await tx.db.execute(sql`update live_release set ${none} where storefront = ${storefront}`)
}
