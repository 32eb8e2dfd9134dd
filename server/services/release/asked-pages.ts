import { categoryAndBelow } from '@core/catalogue/model'
import type { Db } from '../../db/connect'
import type { OfProducts } from '../../db/queries/page-key'
import { loadSetup } from '../../db/queries/setup'

/** Which pages are asked for, some at a time; of a category with all below it. */
export type Asked<Filter extends OfProducts> = Omit<Filter, 'category'> & {
  category?: string
  offset: number
  limit: number
}

/** A category that is asked for, with all below it; nothing where none is. */
export async function inCategory(db: Db, category: string | undefined): Promise<Pick<OfProducts, 'category'>> {
  if (category === undefined) return {}
  return { category: categoryAndBelow(await loadSetup(db), category) }
}
