import type { QueryOf } from '@contracts/operations'
import type { Placeholder } from '@core/translation/coded'
import { database, inTransaction } from '../../db/connect'
import { loadSetup } from '../../db/queries/setup'
import { authorize } from '../people/permission'
import type { Person } from '@contracts/people'
import { unprocessable, notFound } from '../problem'
import { correctPair, targetLanguageOfPair } from '../../db/queries/memory-pairs'
import { findMatches } from './memory'
import type { Match } from '@contracts/translation'

export type MatchesQuery = QueryOf<'memoryMatches'>

/** The best matches of one source. Throws a 422 problem where its placeholders cannot be read. */
export async function matchesOf(q: MatchesQuery): Promise<Match[]> {
  let placeholders: Placeholder[] = []
  try {
    if (q.placeholders)
      placeholders = (JSON.parse(q.placeholders) as Placeholder[]).map((p) => ({
        n: Number(p.n),
        tag: String(p.tag),
        attributes: { ...p.attributes },
        alone: p.alone === true,
      }))
  } catch {
    throw unprocessable('The placeholders cannot be read as JSON.', [
      { path: 'placeholders', message: 'A list of {n, tag, attributes, alone}, as the units of a record have them.' },
    ])
  }
  const db = database()
  const from = q.from ?? (await loadSetup(db)).source
  return (
    await findMatches(db, [{ text: q.source, placeholders, before: q.before ?? '', after: q.after ?? '' }], {
      from,
      to: q.to,
      most: q.limit,
    })
  )[0]!
}

/**
 * Gives a pair another target. Throws 404 where there is no such pair, 403 where it is in a language that is not
 * theirs.
 */
export async function correct(person: Person, id: number, target: string): Promise<{ id: number }> {
  return inTransaction(async (tx) => {
    const language = Number.isSafeInteger(id) ? await targetLanguageOfPair(tx.db, id) : undefined
    if (language === undefined) throw notFound('such pair')
    authorize(person, 'translate', language)
    await correctPair(tx.db, id, target, person.id)
    return { id }
  })
}
