import { codesOf, allFields } from '@core/rules/fields'
import { operatorNames, writtenOperator } from '@core/rules/operators'
import { fold } from '@core/text/fold'
import { database } from '../../db/connect'
import { searchNamed } from '../../db/queries/library'
import { searchProducts } from '../../db/queries/product-lists'
import { knownCarried } from '../../db/queries/reach'
import { loadSetup } from '../../db/queries/setup'

/** Everything that the interface is set up with. */
export async function setupDocument() {
  const setup = await loadSetup(database())
  return {
    source: setup.source,
    attributes: [...setup.attributes.values()],
    types: [...setup.types.values()],
    categories: [...setup.categories.values()],
    brands: [...setup.brands.values()],
    lists: [...setup.lists.values()],
    groups: [...setup.groups.values()],
    campaigns: [...setup.campaigns.values()],
    rules: [...setup.rules.values()],
    storefronts: [...setup.storefronts.values()],
    fields: allFields(setup, await knownCarried(database())).map(({ field, label }) => ({
      ...field,
      label,
      codes: codesOf(field, setup) ?? null,
      operators: operatorNames.filter((o) => writtenOperator(o)!.kinds.includes(field.kind)),
      translatable: field.attribute !== null && setup.attributes.get(field.attribute)!.translatable,
    })),
  }
}

/** Whatever a word finds: products by SKU, GTIN or name, pieces and assignments by name or code. */
export async function find(q: string) {
  const db = database()
  const setup = await loadSetup(db)
  const folded = fold(q)
  if (folded === '') return { items: [] }
  const products = await searchProducts(db, setup, { words: q, folded }, 12)
  const others = (kind: 'piece' | 'assignment') => searchNamed(db, kind, folded, 6)
  return {
    items: [
      ...products.map(({ sku, name }) => ({ kind: 'product', code: sku, name: name ?? sku })),
      ...(await others('piece')).map((p) => ({ kind: 'piece', ...p })),
      ...(await others('assignment')).map((a) => ({ kind: 'assignment', ...a })),
    ],
  }
}
