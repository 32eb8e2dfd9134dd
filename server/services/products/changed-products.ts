import type { ChangedProducts } from '@contracts/product'
import { database } from '../../db/connect'
import { feedEpoch, productChanges, type FeedPlace } from '../../db/queries/changes'
import { cursorOf, cursorParts } from '../cursor'
import { Problem, unprocessable } from '../problem'

/**
 * The products that were changed after a moment, or after a place that an earlier answer named, in the order in which
 * the changes were stored; removed ones too. Throws 422 for what is neither, and 410 for a place in a database that was
 * restored since, from where nobody can go on.
 */
export async function changedProducts(after: string, limit: number): Promise<ChangedProducts> {
  const db = database()
  const epoch = await feedEpoch(db)
  const from = startOf(after, epoch)
  const { changes, last } = await productChanges(db, from, limit + 1)
  const page = changes.slice(0, limit)
  const isEnd = changes.length <= limit
  // Where this page is the last, whoever goes on later begins behind all that was looked at.
  const place = isEnd ? last : (page.at(-1)?.place ?? last)
  const cursor = place ? cursorAt(place, epoch) : after
  return {
    items: page.map(({ place: _, ...change }) => change),
    next: isEnd ? null : cursor,
    cursor,
  }
}

const cursorAt = ({ written, step, sku }: FeedPlace, epoch: string) => cursorOf([epoch, written, step, sku])

function startOf(after: string, epoch: string): { place: FeedPlace } | { moment: string } {
  if (/^\d{4}-\d\d-\d\d/.test(after)) {
    const moment = Date.parse(after)
    if (Number.isNaN(moment)) throw notReadable
    return { moment: new Date(moment).toISOString() }
  }
  const [of, written, step, sku] = readCursor(after)
  if (of !== epoch) {
    throw new Problem(
      410,
      'Gone',
      'The database was restored since this cursor was given. Read all products again, then go on from now.',
    )
  }
  return { place: { written, step, sku } }
}

function readCursor(text: string): [string, number, number, string] {
  const parts = cursorParts(text)
  if (parts?.length !== 4) throw notReadable
  const [epoch, written, step, sku] = parts
  const isPlace = typeof epoch === 'string' && Number.isSafeInteger(written) && Number.isSafeInteger(step)
  if (!isPlace || typeof sku !== 'string') throw notReadable
  return [epoch, written as number, step as number, sku]
}

const notReadable = unprocessable('The query is not valid.', [
  {
    path: 'changed-after',
    message: 'Give a moment such as 2026-11-27T08:00:00Z, or the cursor of an earlier answer as it was given.',
  },
])
