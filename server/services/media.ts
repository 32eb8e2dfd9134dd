import { asc, ilike } from 'drizzle-orm'
import { database } from '../db/connect'
import * as t from '../db/schema'

/** Pictures whose name holds a text, by name. */
export async function listMedia(o: { q: string; limit: number }): Promise<{ items: { name: string; width: number | null; height: number | null }[]; next: null }> {
  const items = await database().select({ name: t.media.name, width: t.media.width, height: t.media.height }).from(t.media)
    .where(ilike(t.media.name, `%${o.q.replace(/[\\%_]/g, '\\$&')}%`)).orderBy(asc(t.media.name)).limit(o.limit)
  return { items, next: null }
}
