import type { Page } from '@contracts/paging'
import { unprocessable } from './problem'

// Lists whose newest items come first, read from one item on.

/** The id that a cursor names: the items after it are older. Throws 422. */
export function idOfCursor(cursor: string | undefined): number | undefined {
  if (cursor === undefined) return undefined
  if (!/^\d{1,15}$/.test(cursor)) throw unprocessable('The cursor is not valid.')
  return Number(cursor)
}

/** The items of a page of a list, read with one more than it shows, and the cursor of the next. */
export function pageOf<T extends { id: number }>(items: readonly T[], limit: number): Page<T> {
  const shown = items.slice(0, limit)
  return { items: shown, next: items.length > limit ? String(shown.at(-1)!.id) : null }
}
