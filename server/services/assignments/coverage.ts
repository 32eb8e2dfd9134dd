import type { BodyOf } from '@contracts/operations'
import type { Coverage } from '@contracts/coverage'
import { setImmediate as yieldToEventLoop } from 'node:timers/promises'
import type { PreparedAssignment } from '@core/assignments/assignment'
import { hasBit, type Bitmap } from '@core/assignments/bitmap'
import type { Storefront } from '@core/catalogue/model'
import { isInRange } from '@core/catalogue/range'
import { assemblePage } from '@core/page/assemble'
import { notACandidate } from '@core/page/place'
import { countPage, type CoverageRow } from '@core/page/coverage'
import { database, inTransaction } from '../../db/connect'
import { loadContent, ownPiecesOf } from '../../db/queries/content'
import { loadFamilies } from '../../db/queries/families'
import { loadLibrary, namedBy } from '../../db/queries/media'
import { rootIdsOf } from '../../db/queries/reach'
import { loadSetup, type StoredSetup } from '../../db/queries/setup'
import { Cancelled, enqueue, type WorkControls } from '../work/jobs'
import type { Person } from '@contracts/people'
import { unprocessable } from '../problem'
import { beginAsking, reachesIn } from '../reach/cached-reach'
import { filterOf } from '../reach/reach'

export type CoverageBody = BodyOf<'coverage'>

const familiesAtOnce = 400

/** An assignment that may stand in an edition, with the roots that it reaches. */
interface Standing {
  assignment: PreparedAssignment
  reached: Bitmap
}

/** Those that reach each of some roots. Ones that are asked of each variant are asked again on the page. */
function reaching(list: readonly Standing[], roots: readonly number[]): PreparedAssignment[][] {
  const out: PreparedAssignment[][] = roots.map(() => [])
  for (const { assignment, reached } of list) {
    const each = assignment.reach.eachVariant
    for (let i = 0; i < roots.length; i++) if (each || hasBit(reached, roots[i]!)) out[i]!.push(assignment)
  }
  return out
}

/** Has the pages of many products counted. */
export async function queueCoverage(person: Person, body: CoverageBody): Promise<string> {
  const setup = await loadSetup(database())
  filterOf(setup, body.filter)
  body.storefronts.forEach((s, i) => {
    if (!setup.storefronts.has(s))
      throw unprocessable('There is no such storefront.', [
        { path: `storefronts[${i}]`, message: `There is no storefront “${s}”.` },
      ])
  })
  return inTransaction((tx) =>
    enqueue(tx, { kind: 'coverage', title: 'Counting coverage', personId: person.id, input: { ...body } }),
  )
}

/**
 * What may stand in each edition now: what cannot is not asked of every product, and what reaches a product is known
 * already.
 */
async function standingIn(
  shops: readonly Storefront[],
  assignments: readonly PreparedAssignment[],
  setup: StoredSetup,
  moment: number,
): Promise<Map<string, Standing[]>> {
  const asking = await beginAsking(database(), setup)
  const standing = new Map<string, Standing[]>()
  for (const { code: storefront, editions } of shops) {
    const lists = editions.map(({ language }) => ({
      language,
      list: assignments.filter(
        (a) => notACandidate(a, { storefront, language, group: null, moment }, setup) === undefined,
      ),
    }))
    const reaches = await reachesIn(
      database(),
      setup,
      [...new Set(lists.flatMap((l) => l.list))],
      storefront,
      moment,
      asking,
    )
    for (const { language, list } of lists)
      standing.set(
        `${storefront}/${language}`,
        list.map((assignment) => ({ assignment, reached: reaches.get(assignment.number)! })),
      )
  }
  return standing
}

/** What the pages of the next families are made of. */
async function readSome(setup: StoredSetup, roots: readonly number[], from: number) {
  const db = database()
  const families = await loadFamilies(db, setup, roots.slice(from, from + familiesAtOnce))
  const [library, own] = await Promise.all([
    loadLibrary(db, namedBy(families.values(), setup)),
    ownPiecesOf(
      db,
      setup,
      [...families.values()].map((f) => f.root.sku),
    ),
  ])
  return { families: [...families.values()], library, own }
}

/**
 * Puts together the pages of all products that a condition finds, in every edition of some storefronts, and counts what
 * stands in which area. For no group, now; disabled products have no page.
 */
export async function findCoverage(
  body: CoverageBody,
  now: number,
  { onProgress, cancelled }: WorkControls = {},
): Promise<Coverage> {
  const db = database()
  const setup = await loadSetup(db)
  const { assignments, pieces, sets } = await loadContent(db, setup)
  const shops = [...setup.storefronts.values()].filter(
    (s) => body.storefronts.length === 0 || body.storefronts.includes(s.code),
  )
  const roots = await rootIdsOf(db, setup, filterOf(setup, body.filter), {
    storefront: shops[0]!.code,
    group: null,
    moment: now,
  })
  const standing = await standingIn(shops, assignments, setup, now)
  const rows = new Map<string, CoverageRow>()
  let pages = 0
  // The database reads the next ones while these are put together.
  let next = readSome(setup, roots, 0)
  for (let from = 0; from < roots.length; from += familiesAtOnce) {
    const { families, library, own } = await next
    next = readSome(setup, roots, from + familiesAtOnce)
    next.catch(() => undefined)
    const ids = families.map((f) => f.root.id)
    const reach = new Map([...standing].map(([edition, list]) => [edition, reaching(list, ids)]))
    families.forEach((family, i) => {
      const { root } = family
      if (root.status === 'disabled') return
      const row = rows.get(root.type) ?? { type: root.type, products: 0, cells: {} }
      rows.set(root.type, row)
      row.products++
      for (const shop of shops) {
        if (!isInRange(root.range, shop.code, shop.timeZone, null, now)) continue
        for (const { language } of shop.editions) {
          const edition = `${shop.code}/${language}`
          // Related products are not read for so many pages; a part that holds nothing else is counted as left out.
          const page = assemblePage({
            family,
            sku: root.sku,
            lens: { storefront: shop.code, language, group: null, moment: now },
            setup,
            assignments: reach.get(edition)![i]!,
            pieces,
            sets,
            own: own.get(root.sku) ?? [],
            library,
            related: {},
            brief: true,
            reached: true,
          })
          countPage(row, edition, page)
          pages++
        }
      }
    })
    onProgress?.(Math.min(roots.length, from + familiesAtOnce), roots.length)
    if (cancelled?.()) throw new Cancelled()
    await yieldToEventLoop()
  }
  const areas = new Map(shops.flatMap((s) => s.layout.areas).map((a) => [a.area, { area: a.area, name: a.name }]))
  const order = [...setup.types.keys()]
  return {
    editions: shops.flatMap((s) => s.editions.map((e) => ({ storefront: s.code, language: e.language }))),
    areas: [...areas.values()],
    products: [...rows.values()].reduce((n, r) => n + r.products, 0),
    pages,
    rows: [...rows.values()].sort((a, b) => order.indexOf(a.type) - order.indexOf(b.type)),
    at: now,
  }
}
