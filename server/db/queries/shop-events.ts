import { sql } from 'drizzle-orm'
import type { ShopEvent } from '@contracts/shop-events'
import type { Tx } from '../connect'
import { instant } from './instants'

// What shoppers did.

/** Keeps events of a storefront that are not kept yet, with what was ordered. Returns how many are new. */
export async function insertShopEvents(tx: Tx, storefront: string, events: readonly ShopEvent[]): Promise<number> {
  const { rows } = await tx.db.execute<{ key: string }>(sql`
    insert into shop_event (storefront, key, type, at, visitor, language, sku, quantity)
    select ${storefront}, key, type, at, visitor, language, sku, quantity
    from jsonb_to_recordset(${JSON.stringify(events)}::jsonb)
      as x(key text, type text, at timestamptz, visitor text, language text, sku text, quantity int)
    on conflict do nothing returning key`)
  const taken = new Set(rows.map((row) => row.key))
  const lines = events
    .filter(({ key }) => taken.has(key))
    .flatMap(({ key, at, lines = [] }) => lines.map((line) => ({ order: key, at, ...line })))
  await insertOrderLines(tx, storefront, lines)
  return taken.size
}

/** A line of an order, by what the shop knows the order. */
export interface KeptLine {
  order: string
  at: string
  sku: string
  quantity: number
}

/** Keeps lines of orders that are not kept yet. Returns how many are new. */
export async function insertOrderLines(tx: Tx, storefront: string, lines: readonly KeptLine[]): Promise<number> {
  if (lines.length === 0) return 0
  const { rowCount } = await tx.db.execute(sql`
    insert into order_line (storefront, order_key, sku, quantity, at)
    select ${storefront}, "order", sku, quantity, at
    from jsonb_to_recordset(${JSON.stringify(lines)}::jsonb)
      as x("order" text, sku text, quantity int, at timestamptz)
    on conflict do nothing`)
  return rowCount ?? 0
}

/** Forgets what happened before a moment: orders before one, all else before another. */
export async function forgetShopEvents(tx: Tx, { orders, others }: { orders: number; others: number }): Promise<void> {
  await tx.db.execute(sql`delete from order_line where at < ${instant(orders)}`)
  await tx.db.execute(sql`
    delete from shop_event where at < ${instant(orders)} or (type <> 'order' and at < ${instant(others)})`)
}
