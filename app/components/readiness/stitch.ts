import { cellAt, type Cell } from '@core/readiness/cells'
import { strands } from '@core/readiness/finding'

/** A crossing of the cloth as it is drawn, and as it is read out. */
export interface Stitch {
  /** Path of the strands that are done, as high as their share; of the rest; of the knots. */
  done: string
  open: string
  knots: string
  /** A line under the strands of a page that shoppers get. */
  live: string
  words: string
}

const height = 17

/** How the strands of a crossing stand in a column: they grow with it, up to two and a half times their width. */
export interface Strands {
  /** How far the first is from the edge of the column, how wide each is, and from one to the next, in pixels. */
  edge: number
  width: number
  step: number
}
const narrowest = { column: 37, strand: 3, gap: 2.4 }

/** The strands of a column of some width, in its middle. */
export function strandsIn(column: number): Strands {
  const scale = Math.min(2.4, Math.max(1, column / narrowest.column))
  const width = narrowest.strand * scale
  const step = (narrowest.strand + narrowest.gap) * scale
  return { edge: (column - step * (strands.length - 1) - width) / 2, width, step }
}

/** Bytes of a row as it came. */
export function bytesOf(cells: string): Uint8Array {
  return Uint8Array.from(atob(cells), (c) => c.charCodeAt(0))
}

/**
 * The five strands of a crossing whose column begins at `left`, and whether shoppers get its page; undefined where the
 * product is not sold there.
 */
export function stitchOf(
  row: { cells: Uint8Array; live: readonly number[] },
  n: number,
  left: number,
  { edge, width, step }: Strands,
): Stitch | undefined {
  const cell = cellAt(row.cells, n)
  if (!cell) return undefined
  const isLive = row.live.includes(n)
  let [done, open, knots] = ['', '', '']
  for (let s = 0; s < strands.length; s++) {
    const x = rounded(left + edge + s * step)
    const share = cell.of[s] === 0 ? 1 : cell.passed[s]! / cell.of[s]!
    const top = height - Math.round(share * height * 2) / 2
    if (share > 0) done += `M${x} ${height}V${top}h${width}V${height}z`
    // A strand that is not done reaches up to its full height as a line, so that what lacks is seen.
    if (share < 1) open += `M${x} ${top}V0h${width}V${top}z`
    if (cell.knots[s]) knots += `M${x + width / 2} 1.2l3.6 3.6-3.6 3.6-3.6-3.6z`
  }
  const across = rounded((strands.length - 1) * step + width)
  const live = isLive ? `M${rounded(left + edge)} ${height + 3.2}h${across}v1.6h-${across}z` : ''
  return { done, open, knots, live, words: `${wordsOf(cell)}; ${isLive ? 'live' : 'not live'}` }
}

const rounded = (n: number) => Math.round(n * 10) / 10

function wordsOf(cell: Cell): string {
  const blocked = strands.filter((_, s) => cell.knots[s])
  const missing = strands.filter((_, s) => !cell.knots[s] && cell.passed[s]! < cell.of[s]!)
  if (blocked.length > 0)
    return (
      `${cell.blockers} ${cell.blockers === 1 ? 'blocker' : 'blockers'}: ` +
      `${blocked.join(', ')}${missing.length > 0 ? `; open: ${missing.join(', ')}` : ''}`
    )
  return missing.length > 0 ? `ready; open: ${missing.join(', ')}` : 'ready, nothing open'
}
