import type { ShopEvent, TakenEvents } from '@contracts/shop-events'
import { inTransaction } from '../../db/connect'
import { loadSetup } from '../../db/queries/setup'
import { unknownSkus } from '../../db/queries/references'
import { forgetShopEvents, insertShopEvents } from '../../db/queries/shop-events'
import { notFound, unprocessable } from '../problem'

const day = 86_400_000
/** Clocks of shops may be ahead by so much. */
const mostAhead = 5 * 60_000
/** Orders of a year count; what is older is of no use. */
const ordersKept = 400 * day
/** Of what is only looked at, a fortnight counts for half. */
const othersKept = 120 * day

/** What is wrong with when something happened; undefined where nothing is. */
function problemOfMoment({ at }: ShopEvent, now: number): string | undefined {
  const moment = Date.parse(at)
  if (moment > now + mostAhead) return 'This moment is still to come.'
  if (moment < now - ordersKept) return 'This is more than 400 days ago.'
  return undefined
}

/**
 * Keeps what shoppers of a storefront did: all that was sent, or nothing of it. What was told before is left out, so
 * that whoever is not sure can send it again. Throws 404, 422.
 */
export async function takeShopEvents(
  storefront: string,
  items: readonly ShopEvent[],
  now: number,
): Promise<TakenEvents> {
  const problems = items.flatMap((event, n) => {
    const message = problemOfMoment(event, now)
    return message === undefined ? [] : [{ path: `items[${n}].at`, message }]
  })
  if (problems.length > 0) throw unprocessable('The request body is not valid. Nothing has been kept.', problems)
  return inTransaction(async (tx) => {
    if (!(await loadSetup(tx.db)).storefronts.has(storefront)) throw notFound(`storefront “${storefront}”`)
    const taken = await insertShopEvents(tx, storefront, items)
    const skus = items.flatMap(({ sku, lines = [] }) => [
      ...(sku === undefined ? [] : [sku]),
      ...lines.map((l) => l.sku),
    ])
    const unknown = await unknownSkus(tx.db, [...new Set(skus)])
    return { taken, repeated: items.length - taken, unknown }
  })
}

/** Forgets what is too long ago to count. */
export const forgetOldEvents = (now: number): Promise<void> =>
  inTransaction((tx) => forgetShopEvents(tx, { orders: now - ordersKept, others: now - othersKept }))
