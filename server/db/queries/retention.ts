import { sql } from 'drizzle-orm'
import type { Db, Tx } from '../connect'
import { instant } from './instants'
import { deleteStaged } from './released-pages'

// What is forgotten of releases that nobody goes back to any more.

/** How a storefront's releases stand that went live and are not forgotten. */
export interface KeptNumbers {
  numbers: number[]
  /** Those that are pinned, that others are compared with, or that were live lately. */
  needed: number[]
}

/** The releases of a storefront that are kept, and which of them are needed since a moment. */
export async function keptNumbers(db: Db, storefront: string, since: number): Promise<KeptNumbers> {
  const { rows } = await db.execute<{ number: number; needed: boolean }>(sql`
    select r.number, (r.pinned
      or exists (select 1 from live_release l
        where l.storefront = r.storefront and r.number in (l.number, l.reads))
      or exists (select 1 from release o
        where o.storefront = r.storefront and o.base = r.number and o.state not in ('past', 'live', 'failed'))
      or exists (select 1 from release n
        where n.storefront = r.storefront and n.number = r.number + 1 and n.live >= ${instant(since)})) as needed
    from release r where r.storefront = ${storefront} and r.number is not null and r.forgotten is null
    order by r.number`)
  return { numbers: rows.map((r) => r.number), needed: rows.filter((r) => r.needed).map((r) => r.number) }
}

/**
 * Forgets all that no kept release of a storefront reads. What is left of a page that is gone is its address, which
 * still leads to the product. The storefront's live release has to be locked. Returns how many releases were forgotten.
 */
export async function forgetReleases(
  tx: Tx,
  storefront: string,
  { kept, oldest }: { kept: readonly number[]; oldest: number },
  now: number,
): Promise<number> {
  const numbers = sql`${sql.param([...kept])}::int[]`
  const isRead = sql`exists (select 1 from unnest(${numbers}) k where p.since <= k and p.until > k)`
  const gone = sql`p.storefront = ${storefront} and p.until is not null and not ${isRead}`
  const isLastOfSlug = sql`p.slug is not null and not exists (select 1 from released_page o
    where o.storefront = p.storefront and o.language = p.language and o.slug = p.slug and o.key = p.key
      and o.since > p.since)`
  await tx.db.execute(sql`
    update released_page p set document = null, category = null, name = null
    where ${gone} and p.document is not null and ${isLastOfSlug}`)
  // With the rows goes what told that pages have changed since they were put together.
  await tx.db.execute(sql`
    delete from page_state s using released_page p, product x
    where ${gone} and p.kind = 'product' and x.sku = p.key
      and s.storefront = p.storefront and s.root_id = x.root_id and s.base < p.until`)
  await tx.db.execute(sql`delete from released_page p where ${gone} and not (${isLastOfSlug})`)
  const { rows } = await tx.db.execute<{ id: number }>(sql`
    update release set forgotten = ${instant(now)}, pinned = false
    where storefront = ${storefront} and number is not null and forgotten is null and not (number = any(${numbers}))
    returning id`)
  await deleteStaged(
    tx,
    rows.map((r) => r.id),
  )
  // What the oldest release changed is told against the one before it, which is gone.
  await tx.db.execute(sql`
    delete from live_step where storefront = ${storefront} and step <= (select max(step) from live_step
      where storefront = ${storefront} and number = ${oldest} and after is null)`)
  return rows.length
}

/** Deletes documents that no page has any more, with what they named. Returns how many. */
export async function deleteUnreadDocuments(tx: Tx): Promise<number> {
  const { rowCount } = await tx.db.execute(sql`
    delete from released_document d
    where not exists (select 1 from released_page p where p.document = d.id)
      and not exists (select 1 from release_row w where w.document = d.id)`)
  await tx.db.execute(sql`
    delete from released_media m where not exists (select 1 from released_document d where d.id = m.document)`)
  await tx.db.execute(sql`
    delete from released_link l where not exists (select 1 from released_document d where d.id = l.document)`)
  return rowCount ?? 0
}
