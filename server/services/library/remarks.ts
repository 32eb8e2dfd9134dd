import type { SharedRemark } from '@contracts/library'
import { optionsNamed } from '@core/page/shared-text'
import type { PieceRecord } from '@contracts/records'
import { database } from '../../db/connect'
import { loadContent } from '../../db/queries/content'
import { countWithOptions } from '../../db/queries/reach'
import { loadSetup } from '../../db/queries/setup'
import { lensOf } from '../reach/reach'

/** A text that fits a good half of its products may well be meant so. */
const mostFrom = 0.5

/**
 * What a piece's texts say of single products, though many share them. A piece that one product has, or that nothing
 * brings, brings no remark.
 */
export async function sharedTextRemarks(
  body: { piece: PieceRecord; storefront?: string },
  now: number,
): Promise<{ products: number; items: SharedRemark[] }> {
  const db = database()
  const setup = await loadSetup(db)
  const { assignments, sets } = await loadContent(db, setup)
  const { piece } = body
  const using = assignments.filter(
    (a) =>
      !a.resting && (a.pieces.includes(piece.code) || a.sets.some((s) => sets.get(s)?.questions.includes(piece.code))),
  )
  if (piece.own !== null || piece.takes !== null || using.length === 0) return { products: 0, items: [] }
  const named = piece.texts.flatMap((x) =>
    optionsNamed(x.body, x.language, setup).map((o) => ({ ...o, language: x.language })),
  )
  const lens = lensOf(setup, body.storefront ? { storefront: body.storefront } : undefined, now)
  const reaches = using.map((a) => a.reach)
  const { products, having } = await countWithOptions(db, setup, reaches, lens, named)
  return {
    products,
    items: named.flatMap((n, i) => {
      const not = products - having[i]!
      return products > 1 && not >= mostFrom * products
        ? [{ language: n.language, word: n.word, attribute: n.attribute, option: n.option, products, not }]
        : []
    }),
  }
}
