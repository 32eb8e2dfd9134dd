import { sql } from 'drizzle-orm'
import { boolean, doublePrecision, index, integer, pgTable, smallint, text } from 'drizzle-orm/pg-core'
import { exactText, moment } from './columns'

/**
 * What rules read of attributes that are not plain, whose facts are their values: resolved facts. Storefront 0 holds
 * for all of them; where one differs, each has a row.
 */
export const fact = pgTable(
  'fact',
  {
    attributeId: smallint('attribute_id').notNull(),
    storefrontId: smallint('storefront_id').notNull(),
    rootId: integer('root_id').notNull(),
    productId: integer('product_id').notNull(),
    num: doublePrecision('num'),
    txt: exactText('txt'),
  },
  (t) => [
    index('fact_num')
      .on(t.attributeId, t.storefrontId, t.num, t.rootId)
      .where(sql`num is not null`),
    index('fact_txt')
      .on(t.attributeId, t.storefrontId, t.txt, t.rootId)
      .where(sql`txt is not null`),
    index('fact_root').on(t.rootId),
  ],
)

/**
 * The same for texts that have no place in an index: long ones, and those of exactly one language ('' is the source).
 */
export const factText = pgTable(
  'fact_text',
  {
    attributeId: smallint('attribute_id').notNull(),
    storefrontId: smallint('storefront_id').notNull(),
    rootId: integer('root_id').notNull(),
    productId: integer('product_id').notNull(),
    language: text('language').notNull(),
    txt: exactText('txt').notNull(),
  },
  (t) => [
    index('fact_text_attribute').on(t.attributeId, t.language, t.storefrontId),
    index('fact_text_root').on(t.rootId),
  ],
)

/** What rules read of prices: those of everything sold by itself, inherited ones included, windows as instants. */
export const factPrice = pgTable(
  'fact_price',
  {
    storefrontId: smallint('storefront_id').notNull(),
    rootId: integer('root_id').notNull(),
    productId: integer('product_id').notNull(),
    special: boolean('special').notNull(),
    groupCode: text('group_code'),
    fromAt: moment('from_at'),
    toAt: moment('to_at'),
    priority: smallint('priority'),
    amount: doublePrecision('amount').notNull(),
  },
  (t) => [
    index('fact_price_base')
      .on(t.storefrontId, t.amount, t.rootId, t.productId)
      .where(sql`not special`),
    index('fact_price_special')
      .on(t.storefrontId, t.productId)
      .where(sql`special`),
    index('fact_price_root').on(t.rootId),
  ],
)

/** What rules read of ranges: the stretches in which a root is sold, as instants. One without a range has no rows. */
export const factRange = pgTable(
  'fact_range',
  {
    storefrontId: smallint('storefront_id').notNull(),
    rootId: integer('root_id').notNull(),
    groupCode: text('group_code'),
    fromAt: moment('from_at'),
    toAt: moment('to_at'),
  },
  (t) => [index('fact_range_root').on(t.rootId)],
)
