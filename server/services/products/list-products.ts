import type { QueryOf } from '@contracts/operations'
import type { ListedProduct } from '@contracts/product'
import { categoryAndBelow } from '@core/catalogue/model'
import { languageChain } from '@core/language/chain'
import { fold } from '@core/text/fold'
import { database } from '../../db/connect'
import { loadSetup } from '../../db/queries/setup'
import { listParents } from '../../db/queries/product-lists'

export type ListQuery = QueryOf<'listProducts'>

/** Products in SKU order, named in the language of an edition as its chain finds it. */
export async function listForEdition(query: ListQuery) {
  const setup = await loadSetup(database())
  const edition = query.storefront
    ? setup.storefronts.get(query.storefront)?.editions.find((e) => e.language === query.language)
    : undefined
  const chain = languageChain(edition ?? { language: query.language ?? setup.source, borrow: [] }, setup.source)
  const { category, ...rest } = query
  return listProducts({ ...rest, chain, ...(category ? { category: categoryAndBelow(setup, category) } : {}) })
}

/** Products in SKU order: parents and single products, found by SKU, GTIN or name, and filtered. */
async function listProducts(o: {
  limit: number
  cursor?: string
  q?: string
  type?: string
  category?: string[]
  status?: string
  storefront?: string
  chain: readonly string[]
  offset?: number
}): Promise<{ items: ListedProduct[]; next: string | null; count: number }> {
  const db = database()
  const setup = await loadSetup(db)
  const { rows, count } = await listParents(db, setup, { ...o, words: o.q ? fold(o.q) : '' })
  const items = rows.slice(0, o.limit)
  return { items, next: rows.length > o.limit ? items.at(-1)!.sku : null, count }
}
