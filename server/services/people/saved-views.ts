import { and, asc, eq, or } from 'drizzle-orm'
import type { Saved, SavedBody, SavedKind } from '@contracts/saved'
import { database } from '../../db/connect'
import * as t from '../../db/schema'
import type { Person } from '@contracts/people'
import { notFound } from '../problem'

/** What a person keeps of a kind, and what others share, by name. */
export async function listSaved(person: Person, kind: SavedKind): Promise<{ items: Saved[]; next: null }> {
  const rows = await database()
    .select({ kept: t.kept, owner: t.person.name })
    .from(t.kept)
    .innerJoin(t.person, eq(t.person.id, t.kept.personId))
    .where(and(eq(t.kept.kind, kind), or(eq(t.kept.personId, person.id), eq(t.kept.shared, true))))
    .orderBy(asc(t.kept.name), asc(t.kept.id))
  return {
    items: rows.map(({ kept, owner }) => ({
      id: kept.id,
      kind,
      name: kept.name,
      shared: kept.shared,
      // It was checked by its kind when it was saved.
      content: kept.content as Saved['content'],
      owner,
      mine: kept.personId === person.id,
    })),
    next: null,
  }
}

/** Keeps something under a name; what the person kept under it before gives way. */
export async function save(person: Person, body: SavedBody): Promise<{ id: number }> {
  const [row] = await database()
    .insert(t.kept)
    .values({ ...body, content: { ...body.content }, personId: person.id })
    .onConflictDoUpdate({
      target: [t.kept.kind, t.kept.personId, t.kept.name],
      set: { content: { ...body.content }, shared: body.shared },
    })
    .returning({ id: t.kept.id })
  return row!
}

/** Lets something go that the person keeps. Throws 404 where it is another's, or not there. */
export async function removeSaved(person: Person, id: number): Promise<void> {
  const gone = Number.isSafeInteger(id)
    ? await database()
        .delete(t.kept)
        .where(and(eq(t.kept.id, id), eq(t.kept.personId, person.id)))
        .returning({ id: t.kept.id })
    : []
  if (gone.length === 0) throw notFound('such view or mapping of yours')
}
