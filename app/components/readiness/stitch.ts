import { cellAt, type Cell } from '@core/readiness/cells'
import { strands } from '@core/readiness/finding'

/** A crossing of the cloth as it is drawn, and as it is read out. */
export interface Stitch {
  /** Path of the strands that are done, as high as their share; of the rest; of the knots. */
  done: string
  open: string
  knots: string
  words: string
}

const height = 17
const width = 3
const step = 5.4

/** Bytes of a row as it came. */
export function bytesOf(cells: string): Uint8Array {
  return Uint8Array.from(atob(cells), (c) => c.charCodeAt(0))
}

/** The five strands of a crossing, drawn from `left` on; undefined where the product is not sold there. */
export function stitchOf(cells: Uint8Array, n: number, left: number): Stitch | undefined {
  const cell = cellAt(cells, n)
  if (!cell) return undefined
  let [done, open, knots] = ['', '', '']
  for (let s = 0; s < strands.length; s++) {
    const x = left + s * step
    const share = cell.of[s] === 0 ? 1 : cell.passed[s]! / cell.of[s]!
    const top = height - Math.round(share * height * 2) / 2
    if (share > 0) done += `M${x} ${height}V${top}h${width}V${height}z`
    // A strand that is not done reaches up to its full height as a line, so that what lacks is seen.
    if (share < 1) open += `M${x} ${top}V0h${width}V${top}z`
    if (cell.knots[s]) knots += `M${x + width / 2} 1.2l3.6 3.6-3.6 3.6-3.6-3.6z`
  }
  return { done, open, knots, words: wordsOf(cell) }
}

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
