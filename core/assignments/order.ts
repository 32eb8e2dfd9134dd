/**
 * Something in the order of an area: an assignment, whose number can be changed, or a built-in part, whose place is the
 * layout's.
 */
export interface Ordered {
  /** An assignment's code, or `part:facts`. */
  key: string
  order: number
  fixed: boolean
}

const room = 10

/**
 * The numbers that assignments get when one is moved before another entry, or to the end for null: the moved one a
 * number with room on both sides. Where there is none between its neighbours, its neighbours up to the next built-in
 * parts are spread anew. Throws a RangeError where that is not possible, or where an entry is unknown. Entries come in
 * page order.
 */
export function reordered(entries: readonly Ordered[], key: string, before: string | null): Map<string, number> {
  const moving = entries.find((e) => e.key === key && !e.fixed)
  if (!moving) throw new RangeError(`“${key}” is not an assignment in this area.`)
  const rest = entries.filter((e) => e !== moving)
  const at = before === null ? rest.length : rest.findIndex((e) => e.key === before)
  if (at < 0) throw new RangeError(`“${before!}” is not in this area.`)
  const [left, right] = [rest[at - 1], rest[at]]
  const between = orderBetween(left?.order, right?.order)
  if (between !== undefined) return new Map([[key, between]])
  // No room: all between the built-in parts around are spread over what there is.
  const from = rest.slice(0, at).findLastIndex((e) => e.fixed)
  const to = rest.findIndex((e, i) => i >= at && e.fixed)
  const run = [...rest.slice(from + 1, at), moving, ...rest.slice(at, to < 0 ? undefined : to)]
  const low = from < 0 ? (to < 0 ? 0 : rest[to]!.order - room * (run.length + 1)) : rest[from]!.order
  const high = to < 0 ? low + room * (run.length + 1) : rest[to]!.order
  if (high - low <= run.length)
    throw new RangeError(
      `There are ${run.length} assignments between two built-in parts whose numbers leave room for ` +
        `${Math.max(0, high - low - 1)}. Give the parts numbers farther apart in the layout.`,
    )
  return new Map(
    run
      .map((e, i) => [e.key, low + Math.floor(((high - low) * (i + 1)) / (run.length + 1))] as const)
      .filter(([k, order]) => rest.find((e) => e.key === k)?.order !== order),
  )
}

/** A number between two, as far from both as can be; ten away where one end is open; undefined where there is none. */
function orderBetween(left: number | undefined, right: number | undefined): number | undefined {
  if (left === undefined && right === undefined) return room
  if (left === undefined) return right! - room
  if (right === undefined) return left + room
  return right - left >= 2 ? Math.floor((left + right) / 2) : undefined
}
