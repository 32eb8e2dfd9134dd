import type { Comment } from '@contracts/translation'
import { database, inTransaction, type Db } from '../../db/connect'
import { loadSetup } from '../../db/queries/setup'
import { insertComments, readComments, writeSettled } from '../../db/queries/unit-comments'
import { authorize } from '../people/permission'
import type { Person } from '@contracts/people'
import { unprocessable, notFound } from '../problem'
import { unitsOfRecords } from './kinds'
import { targetEdition } from './target-edition'

/**
 * Refuses what names no text: a record that does not exist, a unit that it has not, a language that no storefront sells
 * in.
 */
async function requireUnit(record: string, unit: string, language: string): Promise<void> {
  const db = database()
  const setup = await loadSetup(db)
  const shops = [...setup.storefronts.values()].filter((s) => s.editions.some((e) => e.language === language))
  if (shops.length === 0)
    throw unprocessable('The comment was not saved.', [
      { path: 'language', message: `No storefront uses “${language}”.` },
    ])
  for (const shop of shops) {
    const found = (await unitsOfRecords(db, setup, [record], targetEdition(setup, shop.code, language))).get(record)
    if (found?.units.some((u) => u.unit === unit)) return
    if (!found) throw notFound(`“${record}”`)
  }
  throw notFound(`text “${unit}” of “${record}”`)
}

/** Says something of a unit. Throws 404 where there is no such record or unit. */
export async function addComment(
  person: Person,
  body: { record: string; unit: string; language: string; segment: string | null; words: string },
  now: number,
): Promise<Comment[]> {
  authorize(person, 'translate', body.language)
  await requireUnit(body.record, body.unit, body.language)
  const db = database()
  await insertComments(db, [{ ...body, personId: person.id, at: new Date(now) }])
  return readComments(db, body.record, body.language)
}

/** Something to say of a segment. */
export interface NewComment {
  record: string
  unit: string
  segment: string
  words: string
}

/** Says something of segments that are known to be there. */
export async function addComments(
  db: Db,
  person: Person,
  comments: readonly NewComment[],
  language: string,
  now: number,
): Promise<void> {
  const at = new Date(now)
  await insertComments(
    db,
    comments.map((c) => ({ ...c, language, personId: person.id, at })),
  )
}

/** Settles a comment, or opens it again. Throws 404 where there is none. */
export async function settleComment(person: Person, id: number, settled: boolean, now: number): Promise<Comment[]> {
  return inTransaction(async (tx) => {
    const found = await writeSettled(tx.db, id, settled ? new Date(now) : null)
    if (!found) throw notFound('such comment')
    authorize(person, 'translate', found.language)
    return readComments(tx.db, found.record, found.language)
  })
}
