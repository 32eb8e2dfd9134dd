import { asc, eq, sql } from 'drizzle-orm'
import { database, type Tx } from '../connect'
import * as t from '../schema'

/** A feed as it is stored. */
export type FeedRow = typeof t.feed.$inferSelect

/** All feeds, by name. */
export const storedFeeds = (): Promise<FeedRow[]> =>
  database().select().from(t.feed).orderBy(asc(t.feed.name), asc(t.feed.code))

/** A feed by its code. */
export async function feedByCode(code: string): Promise<FeedRow | undefined> {
  const [row] = await database().select().from(t.feed).where(eq(t.feed.code, code))
  return row
}

const nextTurn = (now: number) => sql`${new Date(now).toISOString()}::timestamptz + every_minutes * interval '1 minute'`

/** Notes the job that looks at a feed now; its next turn comes after its pause. */
export async function noteFeedJob(tx: Tx, code: string, job: string, now: number): Promise<void> {
  await tx.db.execute(sql`update feed set job = ${job}, due = ${nextTurn(now)} where code = ${code}`)
}

/** Takes the feeds whose turn it is, each once whoever else looks. */
export async function takeDueFeeds(now: number): Promise<{ code: string; name: string }[]> {
  const { rows } = await database().execute<{ code: string; name: string }>(sql`
    update feed set due = ${nextTurn(now)}
    where not resting and due <= ${new Date(now).toISOString()} returning code, name`)
  return rows
}

/** Notes how looking at a feed ended, and by what its file is known again. */
export async function noteFeedEnd(
  code: string,
  end: Pick<FeedRow, 'ended' | 'mark'> & { looked: Date },
): Promise<void> {
  await database().update(t.feed).set(end).where(eq(t.feed.code, code))
}
