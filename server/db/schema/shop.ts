import { index, integer, pgTable, primaryKey, text } from 'drizzle-orm/pg-core'
import { exactText, moment } from './columns'

/** What shoppers did, as shops tell it. Who they are is not known: a shop makes a random code for each who agrees. */
export const shopEvent = pgTable(
  'shop_event',
  {
    storefront: text('storefront').notNull(),
    /** By what the shop knows it. */
    key: exactText('key').notNull(),
    type: text('type').notNull(),
    at: moment('at').notNull(),
    visitor: exactText('visitor').notNull(),
    language: text('language'),
    sku: exactText('sku'),
    quantity: integer('quantity'),
  },
  (t) => [primaryKey({ columns: [t.storefront, t.key] }), index('shop_event_at').on(t.storefront, t.type, t.at)],
)

/** What was ordered together. The visitor's code is with the event of the same key, where a shop told of it. */
export const orderLine = pgTable(
  'order_line',
  {
    storefront: text('storefront').notNull(),
    order: exactText('order_key').notNull(),
    sku: exactText('sku').notNull(),
    quantity: integer('quantity').notNull(),
    at: moment('at').notNull(),
  },
  (t) => [primaryKey({ columns: [t.storefront, t.order, t.sku] }), index('order_line_at').on(t.storefront, t.at)],
)
