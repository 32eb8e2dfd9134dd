import { and, desc, eq } from 'drizzle-orm'
import type { Mapping } from '@core/imports/mapping'
import type { Db } from '../connect'
import * as t from '../schema'

/** The mapping that is shared under a name; of several people's, the newest. */
export async function keptMapping(db: Db, name: string): Promise<Mapping | undefined> {
  const [row] = await db.select({ content: t.kept.content }).from(t.kept).where(and(eq(t.kept.kind, 'mapping'), eq(t.kept.name, name), eq(t.kept.shared, true))).orderBy(desc(t.kept.id)).limit(1)
  return row?.content as Mapping | undefined
}
