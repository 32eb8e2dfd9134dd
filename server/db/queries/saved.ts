import { and, asc, eq, or } from 'drizzle-orm'
import type { Mapping } from '@core/imports/mapping'
import { database, type Db, type Tx } from '../connect'
import * as t from '../schema'

type SavedRow = typeof t.saved.$inferSelect

const shared = (name: string) => and(eq(t.saved.kind, 'mapping'), eq(t.saved.name, name), eq(t.saved.shared, true))

/** The mapping that is shared under a name; of several people's, the first. */
export async function savedMapping(db: Db, name: string): Promise<Mapping | undefined> {
  const [row] = await db
    .select({ content: t.saved.content })
    .from(t.saved)
    .where(shared(name))
    .orderBy(asc(t.saved.id))
    .limit(1)
  return row?.content as Mapping | undefined
}

/**
 * Changes the mapping that is shared under a name, whoever saved it; where there is none, the person has from now on.
 */
export async function changeMapping(
  tx: Tx,
  name: string,
  personId: number,
  change: (mapping: Mapping) => Mapping,
): Promise<void> {
  const [row] = await tx.db
    .select({ id: t.saved.id, content: t.saved.content })
    .from(t.saved)
    .where(shared(name))
    .orderBy(asc(t.saved.id))
    .limit(1)
    .for('update')
  const content = { ...change((row?.content as Mapping | undefined) ?? { columns: [], type: '' }) }
  if (row) await tx.db.update(t.saved).set({ content }).where(eq(t.saved.id, row.id))
  else await tx.db.insert(t.saved).values({ kind: 'mapping', name, personId, shared: true, content })
}

/** What a person has saved of a kind, and what others share, by name, each with the name of its owner. */
export async function savedOf(personId: number, kind: SavedRow['kind']): Promise<(SavedRow & { owner: string })[]> {
  const rows = await database()
    .select({ saved: t.saved, owner: t.person.name })
    .from(t.saved)
    .innerJoin(t.person, eq(t.person.id, t.saved.personId))
    .where(and(eq(t.saved.kind, kind), or(eq(t.saved.personId, personId), eq(t.saved.shared, true))))
    .orderBy(asc(t.saved.name), asc(t.saved.id))
  return rows.map(({ saved, owner }) => ({ ...saved, owner }))
}

/** Stores something under a name, in the place of what its owner had there. Returns its number. */
export async function storeSaved(saved: typeof t.saved.$inferInsert): Promise<{ id: number }> {
  const { content, shared } = saved
  const [row] = await database()
    .insert(t.saved)
    .values(saved)
    .onConflictDoUpdate({ target: [t.saved.kind, t.saved.personId, t.saved.name], set: { content, shared } })
    .returning({ id: t.saved.id })
  return row!
}

/** Deletes something of a person's own. Returns whether it was there. */
export async function deleteSaved(personId: number, id: number): Promise<boolean> {
  const deleted = await database()
    .delete(t.saved)
    .where(and(eq(t.saved.id, id), eq(t.saved.personId, personId)))
    .returning({ id: t.saved.id })
  return deleted.length > 0
}
