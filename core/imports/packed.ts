import { windowIn, windowProblem } from '../moments/instant'
import { lastPriority } from '../prices/effective'
import { relationKinds, type Price, type RangeEntry, type Relation, type Setup } from '../catalogue/model'

// Columns that hold several entries in one cell: bars between entries, spaces between their parts.

/** Why a packed cell cannot be read. */
export class PackedProblem extends Error {}

const entries = (cell: string) =>
  cell
    .split('|')
    .map((e) => e.trim())
    .filter((e) => e !== '')

/** An interval as ISO 8601-2 writes it, `2026-11-27/2026-12-01T18:00`, with `..` for an open end. */
function interval(text: string): { from: string | null; to: string | null } {
  const [from, to, more] = text.split('/')
  const end = (t: string | undefined) => (t === undefined || t === '' || t === '..' ? null : t)
  const window = { from: end(from), to: end(to) }
  try {
    if (more !== undefined) throw new Error()
    windowIn(window, 'UTC')
  } catch {
    throw new PackedProblem(`“${text}” is not a period; write it as 2026-11-27/2026-12-01, with .. for an open end.`)
  }
  return window
}
const intervalText = (w: { from: string | null; to: string | null }) =>
  w.from === null && w.to === null ? '' : `${w.from ?? '..'}/${w.to ?? '..'}`

function storefront(code: string | undefined, setup: Setup): string {
  if (code === undefined || !setup.storefronts.has(code))
    throw new PackedProblem(`There is no storefront “${code ?? ''}”.`)
  return code
}
function group(code: string, setup: Setup): string {
  if (!setup.groups.has(code)) throw new PackedProblem(`There is no customer group “${code}”.`)
  return code
}

/** A part of a set holds at most so many of a product. */
export const mostOfPart = 10_000

/** `goes-with OX-5120 | spare-part PE-1830 | part ST-1040 × 2`. Throws a PackedProblem where it is not that. */
export function readRelations(cell: string): Relation[] {
  return entries(cell).map((e): Relation => {
    const [first, ...rest] = e.split(' ')
    const kind = relationKinds.find((k) => k === first)
    const named = rest.join(' ').trim()
    if (!kind || named === '')
      throw new PackedProblem(`“${e}” is not a relation; write one of ${relationKinds.join(', ')} and a SKU.`)
    const counted = kind === 'part' ? /^(.+?) *[×x] *(\d+)$/.exec(named) : null
    if (!counted) return { kind, sku: named }
    const quantity = Number(counted[2])
    if (quantity < 1 || quantity > mostOfPart)
      throw new PackedProblem(`“${e}”: a set holds 1 to ${mostOfPart} of a part.`)
    return { kind, sku: counted[1]!, ...(quantity === 1 ? {} : { quantity }) }
  })
}

/** Relations as one cell; a part of which a set holds several with how many. */
export const writeRelations = (list: readonly Relation[]) =>
  list.map((r) => `${r.kind} ${r.sku}${r.quantity === undefined ? '' : ` × ${r.quantity}`}`).join(' | ')

/** `uk | ch club,workshop 2026-01-01/..` */
export function readRange(cell: string, setup: Setup): RangeEntry[] {
  return entries(cell).map((e) => {
    const [shop, ...parts] = e.split(/\s+/)
    const entry: RangeEntry = { storefront: storefront(shop, setup), groups: [], from: null, to: null }
    for (const p of parts) {
      if (p.includes('/')) Object.assign(entry, interval(p))
      else entry.groups.push(...p.split(',').map((g) => group(g, setup)))
    }
    return entry
  })
}
export const writeRange = (list: readonly RangeEntry[]) =>
  list.map((r) => [r.storefront, r.groups.join(','), intervalText(r)].filter((p) => p !== '').join(' ')).join(' | ')

/**
 * `uk club 2026-11-27/2026-11-30 41.5 | ch 10+ #1 52`: storefront, group, time, from how many items, priority, amount.
 */
export function readSpecials(cell: string, setup: Setup): Price[] {
  return entries(cell).map((e) => {
    const parts = e.split(/\s+/)
    const amount = Number(parts.pop())
    if (!Number.isFinite(amount) || amount < 0) throw new PackedProblem(`“${e}” does not end with an amount of money.`)
    const price: Price = {
      storefront: storefront(parts.shift(), setup),
      special: true,
      group: null,
      from: null,
      to: null,
      amount,
      quantity: 1,
    }
    for (const p of parts) {
      if (p.includes('/')) Object.assign(price, interval(p))
      else if (/^\d+\+$/.test(p)) price.quantity = Math.max(1, Number(p.slice(0, -1)))
      else if (/^#\d+$/.test(p)) price.priority = priorityOf(p, e)
      else price.group = group(p, setup)
    }
    const wrong = windowProblem(price)
    if (wrong !== undefined) throw new PackedProblem(`“${e}”: ${wrong}`)
    return price
  })
}

function priorityOf(part: string, entry: string): number {
  const priority = Number(part.slice(1))
  if (priority < 1 || priority > lastPriority)
    throw new PackedProblem(`“${entry}”: a priority is a whole number from 1 to ${lastPriority}, such as #1.`)
  return priority
}

/** Special prices as a cell of a file. */
export const writeSpecials = (list: readonly Price[]) =>
  list
    .filter((p) => p.special)
    .map((p) =>
      [
        p.storefront,
        p.group ?? '',
        intervalText(p),
        p.quantity > 1 ? `${p.quantity}+` : '',
        p.priority === undefined ? '' : `#${p.priority}`,
        String(p.amount),
      ]
        .filter((x) => x !== '')
        .join(' '),
    )
    .join(' | ')
