import { and, asc, eq } from 'drizzle-orm'
import type { Mapping } from '@core/imports/mapping'
import type { Db, Tx } from '../connect'
import * as t from '../schema'

const shared = (name: string) => and(eq(t.kept.kind, 'mapping'), eq(t.kept.name, name), eq(t.kept.shared, true))

/** The mapping that is shared under a name; of several people's, the first. */
export async function keptMapping(db: Db, name: string): Promise<Mapping | undefined> {
  const [row] = await db
    .select({ content: t.kept.content })
    .from(t.kept)
    .where(shared(name))
    .orderBy(asc(t.kept.id))
    .limit(1)
  return row?.content as Mapping | undefined
}

/**
 * Changes the mapping that is shared under a name, whoever keeps it; where there is none, the person does from now on.
 */
export async function changeMapping(
  tx: Tx,
  name: string,
  personId: number,
  change: (mapping: Mapping) => Mapping,
): Promise<void> {
  const [row] = await tx.db
    .select({ id: t.kept.id, content: t.kept.content })
    .from(t.kept)
    .where(shared(name))
    .orderBy(asc(t.kept.id))
    .limit(1)
    .for('update')
  const content = { ...change((row?.content as Mapping | undefined) ?? { columns: [], type: '' }) }
  if (row) await tx.db.update(t.kept).set({ content }).where(eq(t.kept.id, row.id))
  else await tx.db.insert(t.kept).values({ kind: 'mapping', name, personId, shared: true, content })
}
