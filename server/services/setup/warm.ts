import { database } from '../../db/connect'
import { loadGlossary } from '../../db/queries/glossary'
import { firstParents } from '../../db/queries/product-lists'
import { loadSetup } from '../../db/queries/setup'
import { listForEdition } from '../products/list-products'
import { getProduct, getResolved } from '../products/products'
import { sheetRows } from '../products/sheet'
import { proof, proofMoments } from '../proof/proof'
import { productReadiness } from '../readiness/findings'
import { setupDocument } from './setup'

/** So many days ahead the proof looks for changes when it is opened. */
const daysAhead = 30

/**
 * Asks once for what every screen begins with, before anybody waits for it: the set-up, the content and the libraries
 * are cached then, and the code that puts pages together has been compiled.
 */
export async function warm(now: number): Promise<void> {
  const db = database()
  const setup = await loadSetup(db)
  const storefront = [...setup.storefronts.values()][0]
  const language = storefront?.editions[0]?.language
  await setupDocument()
  if (!storefront || !language) return
  const skus = await firstParents(db, 3)
  await loadGlossary(db, setup.source)
  const lens = { storefront: storefront.code, language, group: null }
  await listForEdition({ limit: 50, storefront: storefront.code, language } as Parameters<typeof listForEdition>[0])
  await sheetRows({ lens, members: 'parents', columns: ['name', 'summary', 'stock'], offset: 0, limit: 50 }, now)
  for (const sku of skus) {
    await getProduct(sku)
    await getResolved(sku, storefront.code, language, now)
    await productReadiness(sku)
    await proof(sku, lens, now)
  }
  if (skus[0] !== undefined) await proofMoments(skus[0], { ...lens, days: daysAhead }, now)
}
