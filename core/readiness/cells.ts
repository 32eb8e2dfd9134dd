import { strands, type EditionReadiness } from './finding'
import { findingKinds } from './kinds'

/** Bytes of an edition in the packed row of a product. */
export const cellBytes = 12
/** What stands in the first byte of an edition in which a product is not sold. */
export const notSold = 255

/** The bit of the strand that a finding is in. */
const bitOf = Object.fromEntries(
  Object.entries(findingKinds).map(([code, k]) => [code, 1 << strands.indexOf(k.strand)]),
)

/** How an edition of a product stands, as it is packed. */
export interface Cell {
  blockers: number
  /** By strand: whether something in it blocks. */
  knots: boolean[]
  passed: number[]
  of: number[]
}

/**
 * All editions of a product in one row of bytes, twelve an edition: the number of blockers (at most 254; 255 is not
 * sold there), a bit for each strand that has one, then what was passed and what was asked, by strand. Where more than
 * 255 checks were made, both are scaled, and nothing that was missed is lost.
 */
export function packCells(list: readonly EditionReadiness[], editions: number): Uint8Array {
  const out = new Uint8Array(editions * cellBytes)
  for (let e = 0; e < editions; e++) out[e * cellBytes] = notSold
  for (const { edition, passed, of, findings } of list) {
    const at = edition * cellBytes
    let blockers = 0
    let knots = 0
    for (const f of findings) {
      if (f.level !== 'blocker') continue
      blockers++
      knots |= bitOf[f.code]!
    }
    out[at] = Math.min(blockers, notSold - 1)
    out[at + 1] = knots
    for (let s = 0; s < 5; s++) {
      const scale = of[s]! > 255 ? 255 / of[s]! : 1
      out[at + 2 + s] = Math.floor(passed[s]! * scale)
      out[at + 7 + s] = Math.round(of[s]! * scale)
    }
  }
  return out
}

/** One edition out of a packed row; undefined where the product is not sold, or the row is older than the edition. */
export function cellAt(cells: Uint8Array, edition: number): Cell | undefined {
  const at = edition * cellBytes
  if (at + cellBytes > cells.length || cells[at] === notSold) return undefined
  return {
    blockers: cells[at]!,
    knots: strands.map((_, s) => (cells[at + 1]! & (1 << s)) !== 0),
    passed: [...cells.subarray(at + 2, at + 7)],
    of: [...cells.subarray(at + 7, at + 12)],
  }
}

/**
 * The fixes that each by itself would make an edition ready: where all that blocks it is of one fix. By edition, else
 * null.
 */
export function soleFixes(list: readonly EditionReadiness[], editions: number): (string | null)[] {
  const out: (string | null)[] = Array.from({ length: editions }, () => null)
  for (const { edition, findings } of list) {
    let only: string | null = null
    for (const f of findings) {
      if (f.level !== 'blocker' || f.fix === only) continue
      // A second one: none would do by itself.
      if (only !== null) {
        only = null
        break
      }
      only = f.fix
    }
    out[edition] = only
  }
  return out
}
