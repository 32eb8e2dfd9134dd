import type { Cloth, ClothFilter, ClothRow, ClothRowsBody, FixDocument, Overview } from '@contracts/readiness'
import { database } from '../../db/connect'
import { bestFixes, clothGroups, clothRows, dailyCounts, sizesOfFixes, wholeCloth, type ClothWhere } from '../../db/queries/cloth'
import { loadContent } from '../../db/queries/content'
import { countDue, loadEditions, type NumberedEditions } from '../../db/queries/readiness'
import { loadSetup, type StoredSetup } from '../../db/queries/setup'
import { dateIn } from '@core/moments/instant'
import type { Person } from '../permission'
import { notFitting } from '../problem'
import { filterOf, lensOf } from '../reach/reach'
import { personOf, portionOf, today } from './portion'
import { Words } from './words'

/** The numbers of the editions of some storefronts, in the order of the set-up; of all of them where none is named. */
export function editionsOf(setup: StoredSetup, editions: NumberedEditions, storefronts: readonly string[]): number[] {
  const unknown = storefronts.find((s) => !setup.storefronts.has(s))
  if (unknown !== undefined) throw notFitting('The storefronts do not fit.', [{ path: 'storefronts', message: `There is no storefront “${unknown}”.` }])
  return [...setup.storefronts.values()].filter((s) => storefronts.length === 0 || storefronts.includes(s.code)).flatMap((s) => s.editions.map((e) => editions.numberOf.get(`${s.code}/${e.language}`)!))
}

/** What a cloth is asked for, as the database is asked. */
export async function clothWhere(person: Person, body: ClothFilter, setup: StoredSetup, editions: NumberedEditions, now: number): Promise<ClothWhere> {
  const narrowed = body.storefronts.length > 0 || body.strand !== undefined
  const portion = body.show === 'portion' ? { personId: (await personOf(person, body.person)).id, day: today(setup, now) } : undefined
  return {
    node: filterOf(setup, body.filter), lens: lensOf(setup, body.lens, now), editions: narrowed ? editionsOf(setup, editions, body.storefronts) : [],
    strand: body.strand, fix: fixOf(body.fix, setup, editions), code: body.code, open: body.show === 'open', portion,
  }
}

const isWhole = (w: ClothWhere) => w.node === null && w.editions.length === 0 && w.fix === undefined && w.code === undefined && !w.open && !w.portion

/** The columns and groups of a cloth: editions with how many of their pages are ready, product types with the worst first. */
export async function cloth(person: Person, body: ClothFilter, now: number): Promise<Cloth> {
  const db = database()
  const setup = await loadSetup(db)
  const editions = await loadEditions(db, setup)
  const where = await clothWhere(person, body, setup, editions, now)
  const numbers = editionsOf(setup, editions, body.storefronts)
  const column = (n: number, sold: number, ready: number) => ({ n, ...editions.list[n]!, sold, ready })
  if (isWhole(where)) {
    const { groups, columns } = await wholeCloth(db)
    const counts = new Map(columns.map((c) => [c.edition, c]))
    return { columns: numbers.map((n) => column(n, counts.get(n)?.sold ?? 0, counts.get(n)?.ready ?? 0)), groups: worstFirst(groups), products: groups.reduce((n, g) => n + g.products, 0) }
  }
  const rows = await clothGroups(db, setup, where, numbers)
  const groups = rows.map(({ type, products, cells }) => ({ type, products, sold: cells.reduce((n, [sold]) => n + sold, 0), open: cells.reduce((n, [sold, ready]) => n + sold - ready, 0) }))
  return {
    columns: numbers.map((n, i) => column(n, rows.reduce((sum, r) => sum + r.cells[i]![0], 0), rows.reduce((sum, r) => sum + r.cells[i]![1], 0))),
    groups: worstFirst(groups), products: groups.reduce((n, g) => n + g.products, 0),
  }
}

const worstFirst = <G extends { type: string; sold: number; open: number }>(groups: G[]) => groups.sort((a, b) => b.open / Math.max(1, b.sold) - a.open / Math.max(1, a.sold) || (a.type < b.type ? -1 : 1))

/** A stretch of a cloth's rows. */
export async function clothStretch(person: Person, body: ClothRowsBody, now: number): Promise<{ items: ClothRow[] }> {
  const db = database()
  const setup = await loadSetup(db)
  const editions = await loadEditions(db, setup)
  const where = { ...await clothWhere(person, body, setup, editions, now), type: body.type }
  const edition = body.edition === undefined ? undefined : editions.numberOf.get(body.edition)
  if (body.edition !== undefined && edition === undefined) throw notFitting('The edition does not fit.', [{ path: 'edition', message: `There is no edition “${body.edition}”.` }])
  const rows = await clothRows(db, setup, where, { by: body.sort, edition }, body.offset, body.limit)
  return { items: rows.map((r) => ({ ...r, name: r.name ?? r.sku })) }
}

/** How many places of a fix are counted; beyond that the number is said to be that or more. */
const countedAtMost = 5000

/** The fixes that would make the most pages of some storefronts ready, each by itself. */
export async function fixesFor(setup: StoredSetup, editions: NumberedEditions, storefronts: readonly string[], limit = 10): Promise<FixDocument[]> {
  const db = database()
  const words = new Words(setup, await loadContent(db, setup))
  const best = await bestFixes(db, storefronts.length === 0 ? [] : editionsOf(setup, editions, storefronts), limit)
  const sizes = await sizesOfFixes(db, best, countedAtMost)
  return best.map(({ id, key, language, pages, editions: where }, i) => {
    const { products, places } = sizes[i]!
    return { id: language === null ? `${id}` : `${id}:${language}`, code: key.split('|')[0]!, text: words.fix(key, language, products, places), pages, products, storefronts: [...new Set(where.flatMap((n) => editions.list[n]?.storefront ?? []))] }
  })
}

/** A fix as it is named: its number, and the language where it is another work in each. */
function fixOf(name: string | undefined, setup: StoredSetup, editions: NumberedEditions): ClothWhere['fix'] {
  if (name === undefined) return undefined
  const [id, language] = name.split(':')
  return { id: Number(id), editions: language === undefined ? [] : editionsOf(setup, editions, []).filter((n) => editions.list[n]!.language === language) }
}

/** What stands above the cloth: how much is ready, how that has changed since yesterday, the ten best fixes, one's portion. */
export async function overview(person: Person, q: { storefront?: string }, now: number): Promise<Overview> {
  const db = database()
  const setup = await loadSetup(db)
  const editions = await loadEditions(db, setup)
  const storefronts = q.storefront === undefined ? [] : [q.storefront]
  const numbers = new Set(editionsOf(setup, editions, storefronts))
  const daily = (await dailyCounts(db)).filter((c) => numbers.has(c.edition))
  // An edition that was judged today for the first time has no yesterday to compare with.
  const dayOf = (n: number) => dateIn(setup.storefronts.get(editions.list[n]!.storefront)!.timeZone, now)
  const known = new Set(daily.filter((c) => c.day < dayOf(c.edition)).map((c) => c.edition))
  const since = daily.reduce((n, c) => n + (known.has(c.edition) && c.day === dayOf(c.edition) ? c.ready : 0), 0)
  return {
    sold: daily.reduce((n, c) => n + c.sold, 0), ready: daily.reduce((n, c) => n + c.ready, 0), since, due: await countDue(db),
    fixes: await fixesFor(setup, editions, storefronts), portion: await portionOf(person, setup, editions, now),
  }
}

/** How many pages of each storefront were sold and ready at the end of each day on which that changed. */
export async function trend(q: { days: number }, now: number): Promise<{ items: { day: string; storefront: string; sold: number; ready: number }[] }> {
  const db = database()
  const setup = await loadSetup(db)
  const editions = await loadEditions(db, setup)
  const from = new Date(now - q.days * 86_400_000).toISOString().slice(0, 10)
  const sums = new Map<string, { sold: number; ready: number }>()
  const items: { day: string; storefront: string; sold: number; ready: number }[] = []
  const byDay = new Map<string, Map<string, { sold: number; ready: number }>>()
  for (const c of await dailyCounts(db)) {
    const storefront = editions.list[c.edition]?.storefront
    if (storefront === undefined) continue
    const sum = sums.get(storefront) ?? { sold: 0, ready: 0 }
    sums.set(storefront, { sold: sum.sold + c.sold, ready: sum.ready + c.ready })
    byDay.set(c.day, (byDay.get(c.day) ?? new Map<string, { sold: number; ready: number }>()).set(storefront, sums.get(storefront)!))
  }
  for (const [day, storefronts] of byDay) if (day >= from) for (const [storefront, sum] of storefronts) items.push({ day, storefront, ...sum })
  return { items }
}
