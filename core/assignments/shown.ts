import { findText, type Piece } from '../page/piece'
import type { Setup, Storefront } from '../catalogue/model'
import { readerFor } from '../values/resolve'
import { limitThatFails, type Limits } from './limits'

/** Whether a piece has, in an edition, a title and what stands below it, as a shopper may be given them. */
export function isWrittenIn(piece: Piece, storefront: Storefront, language: string, source: string): boolean {
  const edition = storefront.editions.find((e) => e.language === language)
  if (!edition) return false
  const reader = readerFor({ ...edition, storefront: storefront.code }, source)
  const counts = (part: 'title' | 'body') => findText(piece, part, reader)?.counts === true
  return counts('title') && (piece.takes !== null || counts('body'))
}

/**
 * The languages of a storefront in which some of the pieces are shown at a moment, as far as their texts and the limits
 * of what brings them go. Limits to customer groups count as met: the pages of those groups show them.
 */
export function languagesShown(
  pieces: readonly Piece[],
  limits: Limits,
  storefront: Storefront,
  moment: number,
  setup: Setup,
): string[] {
  const group = limits.groups[0] ?? null
  return storefront.editions
    .map((e) => e.language)
    .filter((language) => {
      const lens = { storefront: storefront.code, language, group, moment }
      const holds = limitThatFails(limits, lens, storefront.timeZone, setup) === undefined
      return holds && pieces.some((piece) => isWrittenIn(piece, storefront, language, setup.source))
    })
}
