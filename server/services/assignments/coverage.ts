import { setImmediate as breathe } from 'node:timers/promises'
import { isInRange } from '@core/catalogue/range'
import { assemblePage } from '@core/page/assemble'
import { notACandidate } from '@core/page/place'
import { countPage, type CoverageRow } from '@core/page/coverage'
import { database, inTransaction } from '../../db/connect'
import { loadContent, ownPiecesOf } from '../../db/queries/content'
import { loadFamilies } from '../../db/queries/families'
import { loadLibrary, namedBy } from '../../db/queries/media'
import { rootIdsOf } from '../../db/queries/reach'
import { loadSetup } from '../../db/queries/setup'
import { CalledOff, enqueue, type WorkControls } from '../jobs'
import type { Person } from '../permission'
import { notFitting } from '../problem'
import { filterOf } from '../reach/reach'

export interface CoverageBody { filter?: unknown; storefronts: string[] }

/** What stands where: by product type, edition and area. */
export interface Coverage {
  editions: { storefront: string; language: string }[]
  areas: { area: string; name: string }[]
  products: number
  pages: number
  rows: CoverageRow[]
  /** Milliseconds since 1970, for the moment that it holds for. */
  at: number
}

const familiesAtOnce = 200

/** Has the pages of many products counted. */
export async function queueCoverage(person: Person, body: CoverageBody): Promise<string> {
  const setup = await loadSetup(database())
  filterOf(setup, body.filter)
  body.storefronts.forEach((s, i) => {
    if (!setup.storefronts.has(s)) throw notFitting('There is no such storefront.', [{ path: `storefronts[${i}]`, message: `There is no storefront “${s}”.` }])
  })
  return inTransaction((tx) => enqueue(tx, { kind: 'coverage', title: 'Counting what stands where', personId: person.id, input: { ...body } }))
}

/** Puts together the pages of all products that a condition finds, in every edition of some storefronts, and counts what stands in which area. For no group, now; disabled products have no page. */
export async function findCoverage(body: CoverageBody, now: number, { onProgress, cancelled }: WorkControls = {}): Promise<Coverage> {
  const db = database()
  const setup = await loadSetup(db)
  const { assignments, pieces, sets } = await loadContent(db, setup)
  const shops = [...setup.storefronts.values()].filter((s) => body.storefronts.length === 0 || body.storefronts.includes(s.code))
  const roots = await rootIdsOf(db, setup, filterOf(setup, body.filter), { storefront: shops[0]!.code, group: null, moment: now })
  // What cannot stand in an edition now is not asked of every product.
  const standing = new Map(shops.flatMap((s) => s.editions.map((e) => [`${s.code}/${e.language}`, assignments.filter((a) => notACandidate(a, { storefront: s.code, language: e.language, group: null, moment: now }, setup) === undefined)] as const)))
  const rows = new Map<string, CoverageRow>()
  let pages = 0
  for (let from = 0; from < roots.length; from += familiesAtOnce) {
    const families = await loadFamilies(db, setup, roots.slice(from, from + familiesAtOnce))
    const library = await loadLibrary(db, namedBy(families.values(), setup))
    const own = await ownPiecesOf(db, setup, [...families.values()].map((f) => f.root.sku))
    for (const family of families.values()) {
      if (family.root.status === 'disabled') continue
      const row = rows.get(family.root.type) ?? { type: family.root.type, products: 0, cells: {} }
      rows.set(family.root.type, row)
      row.products++
      for (const shop of shops) {
        if (!isInRange(family.root.range, shop.code, shop.timeZone, null, now)) continue
        for (const { language } of shop.editions) {
          // Related products are not read for so many pages; a part that holds nothing else is counted as left out.
          const page = assemblePage({ family, sku: family.root.sku, lens: { storefront: shop.code, language, group: null, moment: now }, setup, assignments: standing.get(`${shop.code}/${language}`)!, pieces, sets, own: own.get(family.root.sku) ?? [], library, related: {}, brief: true })
          countPage(row, `${shop.code}/${language}`, page)
          pages++
        }
      }
    }
    onProgress?.(Math.min(roots.length, from + familiesAtOnce), roots.length)
    if (cancelled?.()) throw new CalledOff()
    await breathe()
  }
  const areas = new Map(shops.flatMap((s) => s.layout.areas).map((a) => [a.area, { area: a.area, name: a.name }]))
  const order = [...setup.types.keys()]
  return {
    editions: shops.flatMap((s) => s.editions.map((e) => ({ storefront: s.code, language: e.language }))), areas: [...areas.values()],
    products: [...rows.values()].reduce((n, r) => n + r.products, 0), pages, rows: [...rows.values()].sort((a, b) => order.indexOf(a.type) - order.indexOf(b.type)), at: now,
  }
}
