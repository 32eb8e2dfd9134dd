import { sql } from 'drizzle-orm'
import { boolean, index, integer, pgTable, primaryKey, smallint, text, uniqueIndex } from 'drizzle-orm/pg-core'
import { exactText } from './columns'

/**
 * Slugs and search texts by what they say, kept with the values: slugs are unique by storefront and language, and one
 * that was changed stays as a redirect; of titles and descriptions a digest tells which are the same. The storefront 0
 * is all of them.
 */
export const searchKey = pgTable(
  'search_key',
  {
    field: text('field').notNull(),
    productId: integer('product_id').notNull(),
    storefrontId: smallint('storefront_id').notNull(),
    language: text('language').notNull(),
    key: exactText('key').notNull(),
    /** Whether it is said now; false is a redirect. */
    current: boolean('current').notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.productId, t.field, t.storefrontId, t.language, t.key] }),
    uniqueIndex('search_key_slug')
      .on(t.language, t.storefrontId, t.key)
      .where(sql`field = 'slug'`),
    index('search_key_same')
      .on(t.field, t.language, t.key)
      .where(sql`field <> 'slug'`),
  ],
)
