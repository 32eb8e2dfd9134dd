import { and, desc, eq, isNull, lt, sql } from 'drizzle-orm'
import type { Db, Tx } from '../connect'
import * as t from '../schema'

/** A preview link as it is stored. */
export type PreviewRow = typeof t.previewLink.$inferSelect

/** A preview link with how many comments came in by it and are not resolved. */
export type ListedPreview = PreviewRow & { open: number }

const openComments = sql<number>`(
  select count(*)::int from page_comment c
  where c.link_id = preview_link.id and c.answers is null and c.settled is null)`

/** Which preview links are asked for: all that there are, or those of a product or a release. */
export interface PreviewFilter {
  sku?: string | undefined
  release?: number | undefined
  /** Those before a link, by its id. */
  before?: number | undefined
}

/** Preview links, the newest first. */
export async function previews(
  db: Db,
  { sku, release, before }: PreviewFilter,
  limit: number,
): Promise<ListedPreview[]> {
  const rows = await db
    .select({ link: t.previewLink, open: openComments })
    .from(t.previewLink)
    .where(
      and(
        sku === undefined ? undefined : eq(t.previewLink.sku, sku),
        release === undefined ? undefined : eq(t.previewLink.releaseId, release),
        before === undefined ? undefined : lt(t.previewLink.id, before),
      ),
    )
    .orderBy(desc(t.previewLink.id))
    .limit(limit)
  return rows.map(({ link, open }) => ({ ...link, open }))
}

/** A preview link by its id, with its comments counted. */
export async function previewById(db: Db, id: number): Promise<ListedPreview | undefined> {
  const [row] = await db
    .select({ link: t.previewLink, open: openComments })
    .from(t.previewLink)
    .where(eq(t.previewLink.id, id))
  return row && { ...row.link, open: row.open }
}

/** A preview link by the hash of its secret. */
export async function previewByHash(db: Db, hash: Uint8Array): Promise<PreviewRow | undefined> {
  const [row] = await db.select().from(t.previewLink).where(eq(t.previewLink.hash, hash))
  return row
}

/** A preview link, held until the transaction ends, so that it is not withdrawn meanwhile. */
export async function lockPreview(tx: Tx, id: number): Promise<PreviewRow | undefined> {
  const [row] = await tx.db.select().from(t.previewLink).where(eq(t.previewLink.id, id)).for('update')
  return row
}

/** Keeps a preview link. Returns its id. */
export async function insertPreview(tx: Tx, link: typeof t.previewLink.$inferInsert): Promise<number> {
  const [row] = await tx.db.insert(t.previewLink).values(link).returning({ id: t.previewLink.id })
  return row!.id
}

/** Withdraws a preview link, where that was not done before. */
export async function writeWithdrawn(tx: Tx, id: number, at: Date): Promise<void> {
  await tx.db
    .update(t.previewLink)
    .set({ withdrawn: at })
    .where(and(eq(t.previewLink.id, id), isNull(t.previewLink.withdrawn)))
}

/** Notes that a preview link was opened, where that was not noted since a moment. */
export async function noteOpened(db: Db, id: number, at: Date, since: Date): Promise<void> {
  await db.execute(sql`
    update preview_link set opened = ${at.toISOString()}
    where id = ${id} and (opened is null or opened < ${since.toISOString()})`)
}

/** Whether a picture or file stands on a page that a release changes. */
export async function isOnPageOfRelease(db: Db, releaseId: number, name: string): Promise<boolean> {
  const { rows } = await db.execute<{ found: boolean }>(sql`
    select exists (select 1 from release_row r join released_media m on m.document = r.document
      where r.release_id = ${releaseId} and m.name = ${name}) as found`)
  return rows[0]!.found
}
