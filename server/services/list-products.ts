import { categoryAndBelow } from '@core/catalogue/model'
import { languageChain } from '@core/language/chain'
import { database } from '../db/connect'
import { loadSetup } from '../db/queries/setup'
import { listProducts } from './products'

export interface ListQuery {
  limit: number
  cursor?: string
  offset?: number
  q?: string
  type?: string
  category?: string
  status?: string
  storefront?: string
  language?: string
}

/** Products in SKU order, named in the language of an edition as its chain finds it. */
export async function listForEdition(query: ListQuery) {
  const setup = await loadSetup(database())
  const edition = query.storefront ? setup.storefronts.get(query.storefront)?.editions.find((e) => e.language === query.language) : undefined
  const chain = languageChain(edition ?? { language: query.language ?? setup.source, borrow: [] }, setup.source)
  const { category, ...rest } = query
  return listProducts({ ...rest, chain, ...(category ? { category: categoryAndBelow(setup, category) } : {}) })
}
