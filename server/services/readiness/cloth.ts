import { either, numbersIn, type Bitmap } from '@core/assignments/bitmap'
import { storefrontsOf } from '@core/assignments/limits'
import type { Whole } from '@contracts/paging'
import type {
  BoardEdition,
  Cloth,
  ClothBody,
  ClothFilter,
  ClothGroup,
  ClothRow,
  ClothRowsBody,
  FixDocument,
  Overview,
} from '@contracts/readiness'
import { database, type Db } from '../../db/connect'
import {
  bestFixes,
  clothGroups,
  clothRows,
  dailyCounts,
  editionCounts,
  placesOfFixes,
  sizesOfFixes,
  wholeCloth,
  worstFixesOfEach,
  type ClothWhere,
} from '../../db/queries/cloth'
import { loadContent } from '../../db/queries/content'
import { countLiveOf, liveEditionsOf, type ReleaseGap } from '../../db/queries/live-editions'
import { countDue, loadEditions, type NumberedEditions } from '../../db/queries/readiness'
import { loadSetup, type StoredSetup } from '../../db/queries/setup'
import { dateIn } from '@core/moments/instant'
import type { Person } from '@contracts/people'
import { unprocessable } from '../problem'
import { beginAsking, reachesIn } from '../reach/cached-reach'
import { filterOf, lensOf } from '../reach/reach'
import { othersWithPortions, personOf, portionOf, today } from './portion'
import { Words } from './words'

/** The numbers of the editions of some storefronts, in the order of the set-up; of all of them where none is named. */
export function editionsOf(setup: StoredSetup, editions: NumberedEditions, storefronts: readonly string[]): number[] {
  const unknown = storefronts.find((s) => !setup.storefronts.has(s))
  if (unknown !== undefined)
    throw unprocessable('The storefronts are not valid.', [
      { path: 'storefronts', message: `There is no storefront “${unknown}”.` },
    ])
  return [...setup.storefronts.values()]
    .filter((s) => storefronts.length === 0 || storefronts.includes(s.code))
    .flatMap((s) => s.editions.map((e) => editions.numberOf.get(`${s.code}/${e.language}`)!))
}

const isGap = (show: ClothFilter['show']): show is ReleaseGap => show === 'unreleased' || show === 'not-ready-live'

/** What a cloth is asked for, as the database is asked. */
export async function clothWhere(
  person: Person,
  body: ClothFilter,
  setup: StoredSetup,
  editions: NumberedEditions,
  now: number,
): Promise<ClothWhere> {
  const narrowed = body.storefronts.length > 0 || body.strand !== undefined
  const portion =
    body.show === 'portion' ? { personId: (await personOf(person, body.person)).id, day: today(setup, now) } : undefined
  return {
    node: filterOf(setup, body.filter),
    lens: lensOf(setup, body.lens, now),
    editions: narrowed ? editionsOf(setup, editions, body.storefronts) : [],
    strand: body.strand,
    fix: fixOf(body.fix, setup, editions),
    code: body.code,
    open: body.show === 'open',
    gap: isGap(body.show) ? { which: body.show, editions: editionsOf(setup, editions, body.storefronts) } : undefined,
    portion,
  }
}

const isWhole = (w: ClothWhere) =>
  [w.node ?? undefined, w.fix, w.code, w.portion, w.gap].every((part) => part === undefined) &&
  w.editions.length === 0 &&
  !w.open

/**
 * The columns and groups of a cloth: editions with how many of their pages are ready, product types or campaigns with
 * the worst first.
 */
export async function cloth(person: Person, body: ClothBody, now: number): Promise<Cloth> {
  const db = database()
  const setup = await loadSetup(db)
  const editions = await loadEditions(db, setup)
  const where = await clothWhere(person, body, setup, editions, now)
  const numbers = editionsOf(setup, editions, body.storefronts)
  const { groups: types, columns } = isWhole(where)
    ? await wholeCloth(db)
    : await narrowedCloth(db, setup, where, numbers)
  const counts = new Map(columns.map((c) => [c.edition, c]))
  return {
    columns: numbers.map((n) => ({
      n,
      ...editions.list[n]!,
      sold: counts.get(n)?.sold ?? 0,
      ready: counts.get(n)?.ready ?? 0,
    })),
    products: types.reduce((n, g) => n + g.products, 0),
    groups: worstFirst(body.by === 'campaign' ? await campaignGroups(db, setup, where, numbers, now) : types),
  }
}

async function narrowedCloth(
  db: Db,
  setup: StoredSetup,
  where: ClothWhere,
  numbers: readonly number[],
): Promise<{ groups: ClothGroup[]; columns: { edition: number; sold: number; ready: number }[] }> {
  const rows = await clothGroups(db, setup, where, numbers)
  const sum = (cells: readonly [number, number][]) =>
    cells.reduce((s, [sold, ready]) => ({ sold: s.sold + sold, open: s.open + sold - ready }), { sold: 0, open: 0 })
  return {
    groups: rows.map(({ code, products, cells }) => ({ code, products, ...sum(cells) })),
    columns: numbers.map((edition, i) => ({
      edition,
      ...rows.reduce((s, r) => ({ sold: s.sold + r.cells[i]![0], ready: s.ready + r.cells[i]![1] }), {
        sold: 0,
        ready: 0,
      }),
    })),
  }
}

/** The roots that the assignments of each of some campaigns reach, in any storefront where it has them. */
async function campaignRoots(
  db: Db,
  setup: StoredSetup,
  now: number,
  codes: Iterable<string> = setup.campaigns.keys(),
): Promise<Map<string, Bitmap>> {
  const { assignments } = await loadContent(db, setup)
  const asking = await beginAsking(db, setup)
  const parts = new Map<string, Bitmap[]>([...codes].map((c) => [c, []]))
  for (const storefront of setup.storefronts.keys()) {
    const theirs = assignments.filter(
      (a) =>
        !a.resting &&
        a.limits.campaign !== null &&
        parts.has(a.limits.campaign) &&
        storefrontsOf(a.limits, [storefront], setup.campaigns).length > 0,
    )
    const reaches =
      theirs.length > 0 ? await reachesIn(db, setup, theirs, storefront, now, asking) : new Map<number, Bitmap>()
    for (const a of theirs) parts.get(a.limits.campaign!)!.push(reaches.get(a.number)!)
  }
  return new Map([...parts].map(([code, bits]) => [code, either(bits)]))
}

/** The roots of a campaign, as the database is asked for them; '' is all that none has. */
const rootsOf = (campaigns: ReadonlyMap<string, Bitmap>, code: string): ClothWhere['roots'] => ({
  ids: numbersIn(code === '' ? either([...campaigns.values()]) : (campaigns.get(code) ?? either([]))),
  not: code === '',
})

async function campaignGroups(
  db: Db,
  setup: StoredSetup,
  where: ClothWhere,
  numbers: readonly number[],
  now: number,
): Promise<ClothGroup[]> {
  const campaigns = await campaignRoots(db, setup, now)
  const groups: ClothGroup[] = []
  for (const code of [...campaigns.keys(), '']) {
    const { groups: types } = await narrowedCloth(db, setup, { ...where, roots: rootsOf(campaigns, code) }, numbers)
    const sum = (of: 'products' | 'sold' | 'open') => types.reduce((n, g) => n + g[of], 0)
    if (types.length > 0) groups.push({ code, products: sum('products'), sold: sum('sold'), open: sum('open') })
  }
  return groups
}

const worstFirst = (groups: ClothGroup[]) =>
  groups.sort((a, b) => b.open / Math.max(1, b.sold) - a.open / Math.max(1, a.sold) || (a.code < b.code ? -1 : 1))

/** A part of a cloth's rows. */
export async function clothStretch(person: Person, body: ClothRowsBody, now: number): Promise<{ items: ClothRow[] }> {
  const db = database()
  const setup = await loadSetup(db)
  const editions = await loadEditions(db, setup)
  if (body.campaign && !setup.campaigns.has(body.campaign))
    throw unprocessable('The campaign is not valid.', [
      { path: 'campaign', message: `There is no campaign “${body.campaign}”.` },
    ])
  const where = {
    ...(await clothWhere(person, body, setup, editions, now)),
    type: body.type,
    roots:
      body.campaign === undefined
        ? undefined
        : rootsOf(
            await campaignRoots(db, setup, now, body.campaign === '' ? undefined : [body.campaign]),
            body.campaign,
          ),
  }
  const edition = body.edition === undefined ? undefined : editions.numberOf.get(body.edition)
  if (body.edition !== undefined && edition === undefined)
    throw unprocessable('The edition is not valid.', [
      { path: 'edition', message: `There is no edition “${body.edition}”.` },
    ])
  const rows = await clothRows(db, setup, where, { by: body.sort, edition }, body.offset, body.limit)
  const live = await liveEditionsOf(
    db,
    rows.map((r) => r.sku),
  )
  return { items: rows.map((r) => ({ ...r, name: r.name ?? r.sku, live: live.get(r.sku) ?? [] })) }
}

/** How many places of a fix are counted; beyond that the number is said to be that or more. */
const countedAtMost = 5000

/** The fixes that would make the most pages of some storefronts ready, each by itself. */
export async function fixesFor(
  setup: StoredSetup,
  editions: NumberedEditions,
  storefronts: readonly string[],
  limit = 10,
): Promise<FixDocument[]> {
  const db = database()
  const words = new Words(setup, await loadContent(db, setup))
  const best = await bestFixes(db, storefronts.length === 0 ? [] : editionsOf(setup, editions, storefronts), limit)
  const sizes = await sizesOfFixes(db, best, countedAtMost)
  return best.map(({ id, key, language, pages, editions: where }, i) => {
    const { products, places } = sizes[i]!
    return {
      id: fixName(id, language),
      code: key.split('|')[0]!,
      text: words.fix(key, language, products, places),
      pages,
      products,
      storefronts: [...new Set(where.flatMap((n) => editions.list[n]?.storefront ?? []))],
    }
  })
}

/** So many fixes are named for each edition of the board. */
const fixesOfEach = 4

/** Every edition with how much of it is ready, and what blocks the most of its pages. */
export async function board(q: { storefront?: string }): Promise<Whole<BoardEdition>> {
  const db = database()
  const setup = await loadSetup(db)
  const editions = await loadEditions(db, setup)
  const numbers = editionsOf(setup, editions, q.storefront === undefined ? [] : [q.storefront])
  const counts = new Map((await editionCounts(db)).map((c) => [c.edition, c]))
  const worst = await worstFixesOfEach(db, numbers, fixesOfEach)
  const places = await placesOfFixes(db, worst, countedAtMost)
  const live = new Map((await countLiveOf(db, numbers)).map((c) => [c.edition, c]))
  const words = new Words(setup, await loadContent(db, setup))
  const blocking = worst.map(({ id, key, language, edition, pages }, i) => ({
    edition,
    fix: { id: fixName(id, language), text: words.fix(key, language, pages, places[i]!), pages },
  }))
  const items = numbers.map((n) => ({
    ...editions.list[n]!,
    sold: counts.get(n)?.sold ?? 0,
    ready: counts.get(n)?.ready ?? 0,
    live: live.get(n)?.live ?? 0,
    unreleased: live.get(n)?.unreleased ?? 0,
    notReadyLive: live.get(n)?.notReadyLive ?? 0,
    blocking: blocking.filter((each) => each.edition === n).map((each) => each.fix),
  }))
  return { items, next: null }
}

const fixName = (id: number, language: string | null) => (language === null ? `${id}` : `${id}:${language}`)

/** A fix as it is named: its number, and the language where it is another work in each. */
function fixOf(name: string | undefined, setup: StoredSetup, editions: NumberedEditions): ClothWhere['fix'] {
  if (name === undefined) return undefined
  const [id, language] = name.split(':')
  return {
    id: Number(id),
    editions:
      language === undefined
        ? []
        : editionsOf(setup, editions, []).filter((n) => editions.list[n]!.language === language),
  }
}

/**
 * What stands above the cloth: how much is ready, how that has changed since yesterday, the ten best fixes, one's
 * portion.
 */
export async function overview(person: Person, q: { storefront?: string }, now: number): Promise<Overview> {
  const db = database()
  const setup = await loadSetup(db)
  const editions = await loadEditions(db, setup)
  const storefronts = q.storefront === undefined ? [] : [q.storefront]
  const numbers = new Set(editionsOf(setup, editions, storefronts))
  const daily = (await dailyCounts(db)).filter((c) => numbers.has(c.edition))
  // An edition that was evaluated today for the first time has no yesterday to compare with.
  const dayOf = (n: number) => dateIn(setup.storefronts.get(editions.list[n]!.storefront)!.timeZone, now)
  const known = new Set(daily.filter((c) => c.day < dayOf(c.edition)).map((c) => c.edition))
  const since = daily.reduce((n, c) => n + (known.has(c.edition) && c.day === dayOf(c.edition) ? c.ready : 0), 0)
  return {
    sold: daily.reduce((n, c) => n + c.sold, 0),
    ready: daily.reduce((n, c) => n + c.ready, 0),
    since,
    due: await countDue(db),
    fixes: await fixesFor(setup, editions, storefronts),
    portion: await portionOf(person, setup, editions, now),
    others: await othersWithPortions(person),
  }
}

/** How many pages of each storefront were sold and ready at the end of each day on which that changed. */
export async function trend(
  q: { days: number },
  now: number,
): Promise<{ items: { day: string; storefront: string; sold: number; ready: number }[] }> {
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
    byDay.set(
      c.day,
      (byDay.get(c.day) ?? new Map<string, { sold: number; ready: number }>()).set(storefront, sums.get(storefront)!),
    )
  }
  for (const [day, storefronts] of byDay)
    if (day >= from) for (const [storefront, sum] of storefronts) items.push({ day, storefront, ...sum })
  return { items }
}
