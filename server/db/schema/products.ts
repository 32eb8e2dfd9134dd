import { sql } from 'drizzle-orm'
import {
  boolean,
  date,
  doublePrecision,
  index,
  integer,
  jsonb,
  numeric,
  pgTable,
  primaryKey,
  serial,
  smallint,
  text,
  uniqueIndex,
} from 'drizzle-orm/pg-core'
import type { RangeEntry, Relation } from '@core/catalogue/model'
import type { ValueSource } from '@core/catalogue/source'
import { exactText, valueColumn, moment } from './columns'

export const product = pgTable(
  'product',
  {
    id: serial('id').primaryKey(),
    sku: exactText('sku').notNull().unique(),
    skuFolded: exactText('sku_folded').notNull(),
    skuOrder: exactText('sku_order').notNull(),
    parentId: integer('parent_id'),
    /** Itself, or its parent. */
    rootId: integer('root_id').notNull(),
    /** Whether it is sold by itself: a variant, or a product without variants. */
    isLeaf: boolean('is_leaf').notNull(),
    type: text('type').notNull(),
    category: text('category'),
    categories: text('categories').array(),
    brand: text('brand'),
    tags: text('tags').array().notNull(),
    tagsFolded: text('tags_folded').array().notNull(),
    status: text('status').notNull(),
    kind: text('kind').notNull(),
    gtin: text('gtin'),
    stock: integer('stock'),
    availableFrom: date('available_from', { mode: 'string' }),
    /** What few products have is null where they have not. */
    minimum: integer('minimum'),
    range: jsonb('range').$type<RangeEntry[]>().notNull(),
    differsIn: text('differs_in').array(),
    relations: jsonb('relations').$type<Relation[]>(),
    carried: jsonb('carried').$type<Record<string, string>>(),
    /** The same as rules compare it. */
    carriedFolded: jsonb('carried_folded').$type<Record<string, string>>(),
    created: moment('created').notNull(),
  },
  (t) => [
    uniqueIndex('product_gtin').on(t.gtin),
    // What rules ask of the sold members of a family, and of roots, is answered from these without the rows.
    index('product_relations')
      .using('gin', t.relations)
      .where(sql`relations is not null`),
    index('product_family').on(t.rootId, t.isLeaf, t.id, t.stock),
    index('product_roots')
      .on(t.type, t.brand, t.category, t.status, t.id, t.sku, t.categories)
      .where(sql`parent_id is null`),
  ],
)

/**
 * How often a product was changed, and when last. Every change writes it, so it stands by itself, in rows that are
 * changed in their place.
 */
export const productVersion = pgTable('product_version', {
  productId: integer('product_id').primaryKey(),
  version: integer('version').notNull(),
  changed: moment('changed').notNull(),
})

/** One value at one scope. The storefront 0 and the language '' are none. */
export const value = pgTable(
  'value',
  {
    productId: integer('product_id').notNull(),
    attributeId: smallint('attribute_id').notNull(),
    storefrontId: smallint('storefront_id').notNull(),
    language: text('language').notNull(),
    value: valueColumn('value').notNull(),
    /** Of translatable texts: the hash under which translations remember it. */
    hash: text('hash'),
    /** Of translations: their state, the hash of the source they were made from, and that source. */
    state: text('state'),
    /** Whether a machine wrote it and no person has confirmed it; null is no. */
    unread: boolean('unread'),
    sourceHash: text('source_hash'),
    madeFrom: valueColumn('made_from'),
    /**
     * What rules compare, of a root's value that has one number or short text and neither storefront nor language.
     * Where an attribute is plain, this is its fact.
     */
    num: doublePrecision('num'),
    txt: exactText('txt'),
  },
  (t) => [
    primaryKey({ columns: [t.productId, t.attributeId, t.storefrontId, t.language] }),
    index('value_num')
      .on(t.attributeId, t.num, t.productId)
      .where(sql`num is not null`),
    index('value_txt')
      .on(t.attributeId, t.txt, t.productId)
      .where(sql`txt is not null`),
    // Which products name a picture, a file or a question.
    index('value_lists')
      .using('gin', sql`value jsonb_path_ops`)
      .where(sql`hash is null and jsonb_typeof(value) = 'array'`),
  ],
)

/** What an outside source says of a value or field of a product: taken over, or beside a value of its own. */
export const valueSource = pgTable(
  'value_source',
  {
    productId: integer('product_id').notNull(),
    path: text('path').notNull(),
    statement: jsonb('statement').$type<ValueSource>().notNull(),
    personId: integer('person_id'),
  },
  (t) => [primaryKey({ columns: [t.productId, t.path] })],
)

/** What the data pool was asked to correct, and what it answered. */
export const poolQuery = pgTable(
  'pool_query',
  {
    id: text('id').primaryKey(),
    productId: integer('product_id').notNull(),
    path: text('path').notNull(),
    gtin: text('gtin').notNull(),
    property: text('property').notNull(),
    /** What the pool said, and what we propose, as the pool writes it. */
    theirs: text('theirs').notNull(),
    ours: text('ours').notNull(),
    reason: text('reason').notNull(),
    personId: integer('person_id'),
    asked: moment('asked').notNull(),
    sent: moment('sent'),
    answered: moment('answered'),
    agreed: boolean('agreed'),
    words: text('words'),
  },
  (t) => [
    index('pool_query_product').on(t.productId),
    index('pool_query_open')
      .on(t.asked)
      .where(sql`answered is null`),
  ],
)

export const price = pgTable(
  'price',
  {
    productId: integer('product_id').notNull(),
    storefrontId: smallint('storefront_id').notNull(),
    special: boolean('special').notNull(),
    groupCode: text('group_code'),
    fromLocal: text('from_local'),
    toLocal: text('to_local'),
    quantity: integer('quantity').notNull().default(1),
    /** The lowest comes first; null comes last. */
    priority: smallint('priority'),
    amount: numeric('amount', { precision: 14, scale: 4, mode: 'number' }).notNull(),
  },
  (t) => [index('price_product').on(t.productId)],
)

/** Products kept together by hand, under a name. */
export const namedList = pgTable('named_list', {
  id: serial('id').primaryKey(),
  code: text('code').notNull().unique(),
  name: text('name').notNull(),
  note: text('note').notNull(),
})
export const listMember = pgTable(
  'list_member',
  {
    listId: integer('list_id')
      .notNull()
      .references(() => namedList.id, { onDelete: 'cascade' }),
    /** A root. */
    productId: integer('product_id').notNull(),
  },
  (t) => [primaryKey({ columns: [t.listId, t.productId] }), index('list_member_product').on(t.productId)],
)
