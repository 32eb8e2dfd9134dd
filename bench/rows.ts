import { sql } from 'drizzle-orm'
import { seeded } from '@core/numbers/seeded'
import { Alike } from '@core/rows/alike'
import { boughtTogether } from '@core/rows/bought-together'
import type { Described, Trait } from '@core/rows/traits'
import { group, type Distances } from '@core/stories/grouping'
import { database } from '@server/db/connect'
import { note } from './measure'

const traits: Trait[] = [
  ...['weight', 'volume', 'width', 'price'].map((code): Trait => ({ code, kind: 'number', weight: 1 })),
  ...['colour', 'material', 'closure'].map((code): Trait => ({ code, kind: 'choice', weight: 1 })),
  { code: 'uses', kind: 'list', weight: 1 },
]
const uses = ['rain', 'city', 'night', 'touring', 'family', 'winter']

/** Products of a type as shops have them: in lines that share much, with one value in ten not known. */
function productsOf(count: number, seed: number): Described[] {
  const random = seeded(seed)
  const pick = (n: number) => Math.floor(random() * n)
  return Array.from({ length: count }, (_, n) => {
    const line = pick(Math.ceil(count / 40))
    const all: [string, number | string | readonly string[]][] = [
      ['weight', 200 + line * 7 + pick(40)],
      ['volume', 5 + (line % 30) + pick(4)],
      ['width', 20 + (line % 17) + random()],
      ['price', 20 + (line % 60) * 2 + pick(9)],
      ['colour', `c${pick(8)}`],
      ['material', `m${line % 6}`],
      ['closure', `k${line % 5}`],
      ['uses', uses.filter((_, u) => (line >> u) % 2 === 0)],
    ]
    return { sku: `P${n}`, values: new Map(all.filter(() => random() >= 0.1)) }
  })
}

const [types, ofType, count] = [20, 5000, 20]
/** All pairs are extrapolated from so many. */
const pairsTried = 10_000

function benchAlike(): void {
  let [ours, allPairs] = [0, 0]
  let last: Alike | undefined
  for (let type = 0; type < types; type++) {
    const products = productsOf(ofType, type + 1)
    const begun = performance.now()
    const alike = (last = new Alike(traits, products))
    for (const { sku } of products) alike.nearest(sku, count)
    ours += performance.now() - begun
    allPairs += timeOfPairs(alike, products)
  }
  note(
    `Like this one: top ${count} of ${types * ofType} products in ${types} types, against all pairs`,
    ours / allPairs,
    1 / 12,
    ' ×',
    `${(ours / 1000).toFixed(1)} s against ${(allPairs / 1000).toFixed(0)} s, from ${pairsTried} pairs of each type`,
  )
  const begun = performance.now()
  for (let n = 0; n < 1000; n++) last!.nearest(`P${n}`, count)
  note('One product on demand', (performance.now() - begun) / 1000, 1, ' ms', 'among 5000, the mean of 1000')
}

function timeOfPairs(alike: Alike, products: readonly Described[]): number {
  const random = seeded(7)
  const any = () => products[Math.floor(random() * products.length)]!.sku
  const pairs = Array.from({ length: pairsTried }, () => [any(), any()] as const)
  const begun = performance.now()
  for (const [one, other] of pairs) alike.distance(one, other)
  return ((performance.now() - begun) / pairsTried) * products.length * (products.length - 1)
}

const lines = 1_000_000

async function benchBought(): Promise<void> {
  const db = database()
  await db.execute(sql`delete from order_line where storefront = 'bench'`)
  await db.execute(sql`select setseed(0.42)`)
  // Three lines an order; a third of the orders buys from one of 2,000 themes of five products.
  await db.execute(sql`
    insert into order_line (storefront, order_key, sku, quantity, at)
    select 'bench', 'o' || o, 'P' || case when o % 3 = 0 then (o * 7 % 2000) * 5 + floor(random() * 5)
      else floor(random() * 10000) end, 1, now()
    from generate_series(1, ${lines / 3}) o, generate_series(1, 3) l on conflict do nothing`)
  await db.execute(sql`analyze order_line`)
  const inSql = performance.now()
  const { rows } = await db.execute<{ n: number }>(sql`
    select count(*)::int as n from (
      select a.sku, b.sku as other from order_line a
        join order_line b on b.storefront = a.storefront and b.order_key = a.order_key and b.sku > a.sku
      where a.storefront = 'bench' group by 1, 2 having count(*) >= 5) x`)
  const counted = performance.now() - inSql
  const begun = performance.now()
  const { rows: baskets } = await db.execute<{ skus: string[] }>(sql`
    select array_agg(sku) as skus from order_line where storefront = 'bench' group by order_key`)
  const found = boughtTogether(
    baskets.map((b) => b.skus),
    20,
  )
  note(
    `Bought together: ${lines} lines of orders, against counting pairs in SQL`,
    (performance.now() - begun) / counted,
    0.5,
    ' ×',
    `${found.size} products have some; ${rows[0]!.n} pairs are in five orders`,
  )
  await db.execute(sql`delete from order_line where storefront = 'bench'`)
}

/** Lets products settle from places by chance, as often as asked, and takes the best. */
function bestByChance(distances: Distances, request: Parameters<typeof group>[1], times: number): number {
  let best = Infinity
  for (let n = 0; n < times; n++) best = Math.min(best, group(distances, request, { beginnings: 1, seed: n }).inner)
  return best
}

function benchStories(): void {
  const products = productsOf(400, 99)
  const alike = new Alike(traits, products)
  const matrix = products.map((one) =>
    Float64Array.from(products, (other) => (one === other ? 0 : (alike.distance(one.sku, other.sku) ?? 1))),
  )
  const distances: Distances = { count: products.length, between: (a, b) => matrix[a]![b]! }
  const request = { stories: 6, least: 40, most: 90, twice: 0 }
  const begun = performance.now()
  const { inner } = group(distances, request)
  note('Stories: 400 products in 6', performance.now() - begun, 1000, ' ms', 'beside the matrix of distances')
  note(
    'The same: inner distance against the best of 50 improved starts by chance',
    inner / bestByChance(distances, request, 50),
    1.01,
    ' ×',
    '',
  )
}

/** Rows of products and stories. */
export async function benchRows() {
  benchAlike()
  await benchBought()
  benchStories()
}
