import type { TriedComposedPage } from '@contracts/composed'
import type { DeliveredCard } from '@contracts/delivery'
import type { Lens } from '@core/assignments/limits'
import { composePage } from '@core/composed/compose'
import { mediaNamed, type ComposedPage } from '@core/composed/page'
import { productDocument } from '@core/release/document'
import { database, type Db } from '../../db/connect'
import { loadFamilies, rootsOfSkus } from '../../db/queries/families'
import { loadLibrary, namedBy } from '../../db/queries/media'
import { loadSetup, type StoredSetup } from '../../db/queries/setup'
import { cardOfProduct } from '../delivery/lists'
import { editionOrProblem } from '../products/products'
import type { ProofQuery } from '../proof/proof'
import { lensOf } from '../reach/reach'

/** What a row shows of products through a lens, from what is saved now; those that have no page there are left out. */
async function cardsThrough(
  db: Db,
  setup: StoredSetup,
  lens: Lens,
  skus: readonly string[],
): Promise<Record<string, DeliveredCard>> {
  const families = await loadFamilies(db, setup, [...new Set((await rootsOfSkus(db, skus)).values())])
  const library = await loadLibrary(db, namedBy(families.values(), setup))
  const wanted = new Set(skus)
  const cards: Record<string, DeliveredCard> = {}
  for (const family of families.values())
    for (const { sku } of [family.root, ...family.variants]) {
      if (!wanted.has(sku)) continue
      // A card says nothing of what is assigned to its product.
      const content = { assignments: [], pieces: new Map(), sets: new Map(), own: [], related: {} }
      const document = productDocument({ family, sku, lens, setup, library, ...content })
      if (document) cards[sku] = cardOfProduct(document)
    }
  return cards
}

/** A composed page as it would be through a lens from what is typed and saved now. Throws 404, 422. */
export async function tryComposedPage(
  { page, ...q }: ProofQuery & { page: ComposedPage },
  now: number,
): Promise<TriedComposedPage> {
  const db = database()
  const setup = await loadSetup(db)
  editionOrProblem(setup, q.storefront, q.language)
  const where = { storefront: q.storefront, group: q.group ?? null, at: q.at }
  const lens = { ...lensOf(setup, where, now), language: q.language }
  const library = await loadLibrary(db, mediaNamed(page))
  const view = composePage({ page, lens, setup, library })
  const skus = view.sections.flatMap((section) => section.products?.skus ?? [])
  return { view, cards: await cardsThrough(db, setup, lens, [...new Set(skus)]) }
}
