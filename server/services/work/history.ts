import { backgroundWork, type PastWork } from '@contracts/jobs'
import type { Page } from '@contracts/paging'
import type { QueryOf } from '@contracts/operations'
import type { Person } from '@contracts/people'
import { workBefore } from '../../db/queries/jobs'
import { unprocessable } from '../problem'

/** A moment and an id: where the page before ended. Throws 422 where it is none. */
function placeOf(cursor: string): { at: string; id: string } {
  const [at, id] = cursor.split(' ') as [string, string | undefined]
  if (id === undefined || Number.isNaN(Date.parse(at)))
    throw unprocessable('The cursor is not valid.', [
      { path: 'cursor', message: 'Send the `next` of the page before, as it was.' },
    ])
  return { at, id }
}

/**
 * Work that people started, newest first, each with the step that it made, where it made one that can be undone. The
 * results themselves are read one by one.
 */
export async function workHistory(
  person: Person,
  { limit, cursor, mine }: QueryOf<'workHistory'>,
): Promise<Page<PastWork>> {
  const place = cursor === undefined ? undefined : placeOf(cursor)
  const rows = await workBefore({
    before: place,
    personId: mine ? person.id : null,
    without: backgroundWork,
    limit: limit + 1,
  })
  const items = rows.slice(0, limit)
  return {
    items: items.map(({ cursor: _cursor, created, finished, ...work }) => ({
      ...work,
      created: new Date(created).toISOString(),
      finished: finished === null ? null : new Date(finished).toISOString(),
    })),
    next: rows.length > limit ? items.at(-1)!.cursor : null,
  }
}
