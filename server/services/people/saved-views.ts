import type { Saved, SavedBody, SavedKind } from '@contracts/saved'
import { deleteSaved, savedOf, storeSaved } from '../../db/queries/saved'
import type { Person } from '@contracts/people'
import { notFound } from '../problem'

/** What a person has saved of a kind, and what others share, by name. */
export async function listSaved(person: Person, kind: SavedKind): Promise<{ items: Saved[]; next: null }> {
  const rows = await savedOf(person.id, kind)
  return {
    items: rows.map(({ id, name, shared, content, owner, personId }) => ({
      id,
      kind,
      name,
      shared,
      // It was checked by its kind when it was saved.
      content: content as Saved['content'],
      owner,
      mine: personId === person.id,
    })),
    next: null,
  }
}

/** Saves something under a name, in the place of what the person saved under it before. */
export async function save(person: Person, body: SavedBody): Promise<{ id: number }> {
  return storeSaved({ ...body, content: { ...body.content }, personId: person.id })
}

/** Deletes something that the person has saved. Throws 404 where it is another's, or not there. */
export async function removeSaved(person: Person, id: number): Promise<void> {
  const deleted = Number.isSafeInteger(id) && (await deleteSaved(person.id, id))
  if (!deleted) throw notFound('such view or mapping of yours')
}
