import { eq } from 'drizzle-orm'
import type { Feed, FeedSourceName } from '@contracts/feeds'
import * as t from '../../db/schema'
import { feedSources } from '../imports/feed-sources'
import { first, type RecordKind } from './kind'

export const feeds: RecordKind<Feed> = {
  name: 'feed',
  stamp: 'content',
  async read(db, code) {
    const row = await first(db.select().from(t.feed).where(eq(t.feed.code, code)))
    return (
      row && {
        code: row.code,
        name: row.name,
        source: row.source as FeedSourceName,
        place: row.place,
        everyMinutes: row.everyMinutes,
        take: row.take as Feed['take'],
        mapping: row.mapping,
        resting: row.resting,
      }
    )
  },
  async check(record) {
    const wrong = feedSources[record.source].check(record.place)
    return { record, problems: wrong ? [{ path: 'place', message: wrong }] : [] }
  },
  async write(tx, r) {
    const row = {
      name: r.name,
      source: r.source,
      place: r.place,
      everyMinutes: r.everyMinutes,
      take: r.take,
      mapping: r.mapping,
      resting: r.resting,
    }
    // What is fetched otherwise than before is looked at anew, and at once.
    await tx.db
      .insert(t.feed)
      .values({ code: r.code, ...row, due: new Date(0) })
      .onConflictDoUpdate({
        target: t.feed.code,
        set: { ...row, mark: null, due: new Date(0) },
      })
  },
  deletionBlockers: () => Promise.resolve([]),
  async remove(tx, record) {
    await tx.db.delete(t.feed).where(eq(t.feed.code, record.code))
  },
}
