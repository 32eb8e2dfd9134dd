import { sql } from 'drizzle-orm'
import { backgroundWork, type PastWork } from '@contracts/jobs'
import type { Page } from '@contracts/paging'
import type { QueryOf } from '@contracts/operations'
import type { Person } from '@contracts/people'
import { database } from '../../db/connect'
import { unprocessable } from '../problem'

type Row = Omit<PastWork, 'created' | 'finished'> & { created: string; finished: string | null; cursor: string }

/** A moment and an id: where the page before ended. Throws 422 where it is none. */
function placeOf(cursor: string): { at: string; id: string } {
  const [at, id] = cursor.split(' ') as [string, string | undefined]
  if (id === undefined || Number.isNaN(Date.parse(at)))
    throw unprocessable('The list cannot go on there.', [
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
  const { rows } = await database().execute<Row & Record<string, unknown>>(sql`
    select j.id, j.kind, j.title, j.state, j.done, j.total, j.error, p.name as person, j.created, j.finished,
      to_char(j.created at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.US"Z"') || ' ' || j.id as cursor,
      case when jsonb_typeof(j.result -> 'step') = 'number' then (j.result ->> 'step')::int end as step,
      coalesce(u.states @> array['done'], false) as undone,
      coalesce(u.states && array['queued', 'running'], false) as undoing
    from job j left join person p on p.id = j.person_id
    left join lateral (select array_agg(o.state::text) as states from job o
      where o.kind = 'undo' and o.input ->> 'step' = j.result ->> 'step') u on true
    where j.kind <> all(${sql.param([...backgroundWork])}::text[])
      and (not ${mine} or j.person_id = ${person.id})
      and ${place ? sql`(j.created, j.id) < (${place.at}::timestamptz, ${place.id})` : sql`true`}
    order by j.created desc, j.id desc limit ${limit + 1}
  `)
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
