import { assemblePage } from '@core/page/assemble'
import { directionOf } from '@core/language/chain'
import { formatMoney } from '@core/units/format'
import { database } from '../db/connect'
import { loadContent } from '../db/queries/content'
import { loadFamilyOf } from '../db/queries/families'
import { loadSetup } from '../db/queries/setup'
import { notFound } from './problem'
import { editionOrProblem } from './products'
import { lensOf } from './reach'

/** The page of a product through a lens, with the reason for each part and for each that is left out. */
export async function proof(sku: string, q: { storefront: string; language: string; group?: string; at?: string }, now: number) {
  const db = database()
  const setup = await loadSetup(db)
  editionOrProblem(setup, q.storefront, q.language)
  const lens = { ...lensOf(setup, { storefront: q.storefront, group: q.group ?? null, at: q.at }, now), language: q.language }
  const family = await loadFamilyOf(db, setup, sku)
  if (!family) throw notFound(`product “${sku}”`)
  const content = await loadContent(db, setup)
  const page = assemblePage({ family, sku, lens, setup, assignments: content.assignments, pieces: content.pieces })
  const { layout, name } = setup.storefronts.get(q.storefront)!
  const { price, basePrice, currency } = page.product
  return {
    product: {
      ...page.product,
      priceShown: price ? formatMoney(price.amount, currency, q.language) : null,
      basePriceShown: price && basePrice !== null && price.because !== 'base' ? formatMoney(basePrice, currency, q.language) : null,
    },
    storefront: name, direction: directionOf(q.language), details: layout.details,
    areas: page.areas,
    left_out: page.left_out,
  }
}
