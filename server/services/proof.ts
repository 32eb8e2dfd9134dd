import { assemblePage, displayValue, valuesFor } from '@core/page/assemble'
import { relatedWords, shownAs, type RelatedUnder } from '@core/page/relations'
import { directionOf } from '@core/language/chain'
import { namesIn } from '@core/media/versions'
import { formatMoney } from '@core/units/format'
import { database } from '../db/connect'
import { loadContent } from '../db/queries/content'
import { loadLibrary, namedBy } from '../db/queries/media'
import { loadFamilies, loadFamilyOf, memberOf, rootsOfSkus, type StoredFamily } from '../db/queries/families'
import { relationsTo } from '../db/queries/related'
import { loadSetup, type StoredSetup } from '../db/queries/setup'
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
  const library = await loadLibrary(db, namedBy([family], setup))
  const page = assemblePage({ family, sku, lens, setup, assignments: content.assignments, pieces: content.pieces, library })
  const related = await relatedTo(family, sku, q, setup)
  const { layout, name } = setup.storefronts.get(q.storefront)!
  const { price, basePrice, currency } = page.product
  return {
    product: {
      ...page.product,
      priceShown: price ? formatMoney(price.amount, currency, q.language) : null,
      basePriceShown: price && basePrice !== null && price.because !== 'base' ? formatMoney(basePrice, currency, q.language) : null,
    },
    storefront: name, direction: directionOf(q.language), details: layout.details,
    areas: page.areas, related,
    left_out: page.left_out,
  }
}

/** Related products as the page shows them: of those that are sold and have a name that counts in the edition. */
async function relatedTo(family: StoredFamily, sku: string, q: { storefront: string; language: string }, setup: StoredSetup) {
  const db = database()
  const own = [...new Set([...memberOf(family, sku).relations, ...family.root.relations])].filter((r) => shownAs[r.kind].on === 'own')
  const others = (await relationsTo(db, family.root.sku)).filter((r) => shownAs[r.kind].on === 'other')
  const all = [...own, ...others]
  if (all.length === 0) return []
  const reader = editionOrProblem(setup, q.storefront, q.language)
  const families = await loadFamilies(db, setup, [...(await rootsOfSkus(db, all.map((r) => r.sku))).values()])
  const bySku = new Map([...families.values()].flatMap((f) => [f.root, ...f.variants].map((p) => [p.sku, { f, p }] as const)))
  const groups = new Map<RelatedUnder, { sku: string; name: string; picture: string | null }[]>()
  for (const { kind, sku: other } of all) {
    const found = bySku.get(other)
    if (!found || found.p.status === 'disabled' || found.f.root.status === 'disabled') continue
    const read = valuesFor(found.p, found.f, reader, setup)
    const name = read('name')
    if (!name || name.value === null || !name.counts) continue
    const { under } = shownAs[kind]
    groups.set(under, [...(groups.get(under) ?? []), { sku: other, name: displayValue('name', name.value, reader, setup), picture: namesIn(read('pictures')?.value ?? null)[0] ?? null }])
  }
  return [...groups].map(([under, items]) => ({ title: relatedWords(under, q.language), items }))
}
