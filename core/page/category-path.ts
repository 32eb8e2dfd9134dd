import { categoryPath, type Product, type Setup } from '../catalogue/model'
import { labelAmong } from '../language/labels'
import type { Reader } from '../values/resolve'

/** A category as shoppers read it. */
export interface NamedCategory {
  code: string
  name: string
}

/** The categories that lead to a product, from the topmost down; those without a name that counts are passed over. */
export function categoriesAbove({ category }: Product, reader: Reader, setup: Setup): NamedCategory[] {
  return categoryPath(setup, category)
    .reverse()
    .flatMap((code) => {
      const name = labelAmong(setup.categories.get(code)!.names, reader.counting)
      return name === undefined ? [] : [{ code, name }]
    })
}
