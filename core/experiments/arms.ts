import { sha256 } from '@noble/hashes/sha2.js'
import { utf8ToBytes } from '@noble/hashes/utils.js'

// Which arm of an experiment a visitor gets: the same everywhere and always, without anything being kept.

/** Shares are whole ten-thousandths. */
export const allShares = 10_000

/**
 * The place of a visitor in an experiment, from 0 to 9,999: the first four bytes, big-endian, of the SHA-256 of
 * `code:visitor` as UTF-8, modulo 10,000. Codes hold no colon.
 */
export function placeOf(code: string, visitor: string): number {
  const digest = sha256(utf8ToBytes(`${code}:${visitor}`))
  return new DataView(digest.buffer, digest.byteOffset).getUint32(0) % allShares
}

/** An arm with its share in ten-thousandths. */
export interface Share {
  arm: string
  share: number
}

/** The arm of a visitor; undefined for whoever is outside of the experiment. */
export function armOf(code: string, visitor: string, shares: readonly Share[]): string | undefined {
  const place = placeOf(code, visitor)
  let reached = 0
  for (const { arm, share } of shares) {
    reached += share
    if (place < reached) return arm
  }
  return undefined
}
