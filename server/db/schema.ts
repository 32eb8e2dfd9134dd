import { sql } from 'drizzle-orm'
import { bigint, bigserial, boolean, customType, date, doublePrecision, index, integer, json, jsonb, numeric, pgTable, primaryKey, serial, smallint, smallserial, text, timestamp, uniqueIndex } from 'drizzle-orm/pg-core'
import type { Allowed, Labels, Option, ProductType, Serving, Value } from '@core/attributes/attribute'
import type { Reach } from '@core/assignments/assignment'
import type { Limits } from '@core/assignments/limits'
import type { Layout, RangeEntry, Relation } from '@core/catalogue/model'
import type { Difference } from '@core/catalogue/patch'
import type { ValueSource } from '@core/catalogue/source'
import type { Mapping } from '@core/imports/mapping'
import type { Box, Focus, Measured, PictureView } from '@core/media/item'

/** A text compared byte by byte, which is code point by code point, whatever the database's own collation. */
const exactText = customType<{ data: string }>({ dataType: () => 'text collate "C"' })

/** Differences as tuples of path, before and after: nothing in the database looks into them, and there are very many. */
const differencesColumn = customType<{ data: Difference[]; driverData: unknown }>({
  dataType: () => 'json', toDriver: packDifferences, fromDriver: unpackDifferences,
})

/** Differences from how they are stored. */
export function unpackDifferences(stored: unknown): Difference[] {
  return (stored as [string, unknown, unknown][]).map(([path, before, after]) => ({ path, before, after }))
}

/** Differences as they are stored. */
export function packDifferences(list: readonly Difference[]): string {
  return JSON.stringify(list.map((d) => [d.path, d.before, d.after]))
}

/** A value as jsonb. The driver parses it; Drizzle's own jsonb parses texts once more, which makes a number of the text “12”. */
const valueColumn = customType<{ data: Value }>({ dataType: () => 'jsonb', toDriver: (v) => JSON.stringify(v), fromDriver: (stored) => stored as Value })

/** Sixty-four bits, written as 0 and 1. */
const bits64 = customType<{ data: string }>({ dataType: () => 'bit(64)' })

const moment = (name: string) => timestamp(name, { withTimezone: true })

/** Counters that rise when the set-up or the content changes, so that every process knows when what it keeps is old. */
export const stamp = pgTable('stamp', { name: text('name').primaryKey(), n: bigint('n', { mode: 'number' }).notNull() })

export const person = pgTable('person', {
  id: serial('id').primaryKey(),
  email: text('email').notNull().unique(),
  name: text('name').notNull(),
  role: text('role').notNull(),
  /** Languages that a translator may write; empty is none beyond the role's. */
  languages: text('languages').array().notNull(),
  passwordHash: text('password_hash').notNull(),
})

/** Sign-ins and personal tokens, known by the hash of their secret. */
export const session = pgTable('session', {
  hash: text('hash').primaryKey(),
  personId: integer('person_id').notNull().references(() => person.id, { onDelete: 'cascade' }),
  kind: text('kind').notNull(),
  /** What a personal token is called. */
  name: text('name').notNull().default(''),
  /** What a browser has to send along with each write. */
  token: text('token').notNull(),
  expires: moment('expires').notNull(),
})

export const storefront = pgTable('storefront', {
  id: smallserial('id').primaryKey(),
  code: text('code').notNull().unique(),
  position: smallint('position').notNull(),
  name: text('name').notNull(),
  currency: text('currency').notNull(),
  timeZone: text('time_zone').notNull(),
  editions: jsonb('editions').$type<{ language: string; borrow: string[] }[]>().notNull(),
  facts: jsonb('facts').$type<Record<string, string>>().notNull(),
  layout: jsonb('layout').$type<Layout>().notNull(),
  version: integer('version').notNull().default(1),
})

export const customerGroup = pgTable('customer_group', { code: text('code').primaryKey(), name: text('name').notNull(), position: smallint('position').notNull() })
export const brand = pgTable('brand', { code: text('code').primaryKey(), name: text('name').notNull() })
export const category = pgTable('category', {
  code: text('code').primaryKey(),
  parent: text('parent'),
  position: integer('position').notNull(),
  names: jsonb('names').$type<Labels>().notNull(),
  type: text('type'),
  version: integer('version').notNull().default(1),
})

export const attribute = pgTable('attribute', {
  id: smallserial('id').primaryKey(),
  code: text('code').notNull().unique(),
  type: text('type').notNull(),
  labels: jsonb('labels').$type<Labels>().notNull(),
  help: jsonb('help').$type<Labels>().notNull(),
  family: text('family'),
  unit: text('unit'),
  options: jsonb('options').$type<Option[]>().notNull(),
  translatable: boolean('translatable').notNull(),
  perStorefront: boolean('per_storefront').notNull(),
  serves: text('serves').array().$type<Serving[]>().notNull().default([]),
  allowed: jsonb('allowed').$type<Allowed>(),
  version: integer('version').notNull().default(1),
})

export const productType = pgTable('product_type', {
  code: text('code').primaryKey(),
  labels: jsonb('labels').$type<Labels>().notNull(),
  groups: jsonb('groups').$type<ProductType['groups']>().notNull(),
  attributes: jsonb('attributes').$type<ProductType['attributes']>().notNull(),
  /** What its products want to be shown in. */
  views: text('views').array().$type<PictureView[]>().notNull().default([]),
  position: integer('position').notNull().default(0),
  version: integer('version').notNull().default(1),
})

export const product = pgTable('product', {
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
}, (t) => [
  uniqueIndex('product_gtin').on(t.gtin),
  // What rules ask of the sold members of a family, and of roots, is answered from these without the rows.
  index('product_relations').using('gin', t.relations).where(sql`relations is not null`),
  index('product_family').on(t.rootId, t.isLeaf, t.id, t.stock),
  index('product_roots').on(t.type, t.brand, t.category, t.status, t.id, t.sku).where(sql`parent_id is null`),
])

/** How often a product was changed, and when last. Every change writes it, so it stands by itself, in rows that are changed in their place. */
export const productVersion = pgTable('product_version', {
  productId: integer('product_id').primaryKey(),
  version: integer('version').notNull(),
  changed: moment('changed').notNull(),
})

/** One value at one scope. The storefront 0 and the language '' are none. */
export const value = pgTable('value', {
  productId: integer('product_id').notNull(),
  attributeId: smallint('attribute_id').notNull(),
  storefrontId: smallint('storefront_id').notNull(),
  language: text('language').notNull(),
  value: valueColumn('value').notNull(),
  /** Of translatable texts: the hash under which translations remember it. */
  hash: text('hash'),
  /** Of translations: their state, the hash of the source they were made from, and that source. */
  state: text('state'),
  sourceHash: text('source_hash'),
  madeFrom: valueColumn('made_from'),
}, (t) => [
  primaryKey({ columns: [t.productId, t.attributeId, t.storefrontId, t.language] }),
  // Which products name a picture, a file or a question.
  index('value_lists').using('gin', sql`value jsonb_path_ops`).where(sql`hash is null and jsonb_typeof(value) = 'array'`),
])

/** What an outside source says of a value or field of a product: taken over, or beside a value of its own. */
export const valueSource = pgTable('value_source', {
  productId: integer('product_id').notNull(),
  path: text('path').notNull(),
  said: jsonb('said').$type<ValueSource>().notNull(),
  personId: integer('person_id'),
}, (t) => [primaryKey({ columns: [t.productId, t.path] })])

/** What the data pool was asked to put right, and what it answered. */
export const poolQuery = pgTable('pool_query', {
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
}, (t) => [index('pool_query_product').on(t.productId), index('pool_query_open').on(t.asked).where(sql`answered is null`)])

/** What rules read: resolved facts. Storefront 0 holds for all of them; where one differs, each has a row. */
export const fact = pgTable('fact', {
  attributeId: smallint('attribute_id').notNull(),
  storefrontId: smallint('storefront_id').notNull(),
  rootId: integer('root_id').notNull(),
  productId: integer('product_id').notNull(),
  num: doublePrecision('num'),
  txt: exactText('txt'),
}, (t) => [
  index('fact_num').on(t.attributeId, t.storefrontId, t.num, t.rootId).where(sql`num is not null`),
  index('fact_txt').on(t.attributeId, t.storefrontId, t.txt, t.rootId).where(sql`txt is not null`),
  index('fact_root').on(t.rootId),
])

/** The same for texts that have no place in an index: long ones, and those of exactly one language ('' is the source). */
export const factText = pgTable('fact_text', {
  attributeId: smallint('attribute_id').notNull(),
  storefrontId: smallint('storefront_id').notNull(),
  rootId: integer('root_id').notNull(),
  productId: integer('product_id').notNull(),
  language: text('language').notNull(),
  txt: exactText('txt').notNull(),
}, (t) => [index('fact_text_attribute').on(t.attributeId, t.language, t.storefrontId), index('fact_text_root').on(t.rootId)])

export const price = pgTable('price', {
  productId: integer('product_id').notNull(),
  storefrontId: smallint('storefront_id').notNull(),
  special: boolean('special').notNull(),
  groupCode: text('group_code'),
  fromLocal: text('from_local'),
  toLocal: text('to_local'),
  quantity: integer('quantity').notNull().default(1),
  amount: numeric('amount', { precision: 14, scale: 4, mode: 'number' }).notNull(),
}, (t) => [index('price_product').on(t.productId)])

/** What rules read of prices: those of everything sold by itself, inherited ones included, windows as instants. */
export const factPrice = pgTable('fact_price', {
  storefrontId: smallint('storefront_id').notNull(),
  rootId: integer('root_id').notNull(),
  productId: integer('product_id').notNull(),
  special: boolean('special').notNull(),
  groupCode: text('group_code'),
  fromAt: moment('from_at'),
  toAt: moment('to_at'),
  amount: doublePrecision('amount').notNull(),
}, (t) => [
  index('fact_price_base').on(t.storefrontId, t.amount, t.rootId, t.productId).where(sql`not special`),
  index('fact_price_special').on(t.storefrontId, t.productId).where(sql`special`),
  index('fact_price_root').on(t.rootId),
])

/** What rules read of ranges: the stretches in which a root is sold, as instants. One without a range has no rows. */
export const factRange = pgTable('fact_range', {
  storefrontId: smallint('storefront_id').notNull(),
  rootId: integer('root_id').notNull(),
  groupCode: text('group_code'),
  fromAt: moment('from_at'),
  toAt: moment('to_at'),
}, (t) => [index('fact_range_root').on(t.rootId)])

/** Products kept together by hand, under a name. */
export const namedList = pgTable('named_list', {
  id: serial('id').primaryKey(),
  code: text('code').notNull().unique(),
  name: text('name').notNull(),
  note: text('note').notNull(),
  version: integer('version').notNull().default(1),
})
export const listMember = pgTable('list_member', {
  listId: integer('list_id').notNull().references(() => namedList.id, { onDelete: 'cascade' }),
  /** A root. */
  productId: integer('product_id').notNull(),
}, (t) => [primaryKey({ columns: [t.listId, t.productId] }), index('list_member_product').on(t.productId)])

/** A content of the media library, known by its digest; names point to it, and the history of names may. */
export const blob = pgTable('blob', {
  digest: text('digest').primaryKey(),
  mime: text('mime').notNull(),
  bytes: integer('bytes').notNull(),
  width: integer('width'),
  height: integer('height'),
  vector: boolean('vector').notNull(),
  measured: jsonb('measured').$type<Measured>(),
  /** The print of `measured` as the database counts its bits. */
  print: bits64('print'),
})

/** Contents that are nearly the same picture, each pair both ways round. */
export const twin = pgTable('twin', { digest: text('digest').notNull(), other: text('other').notNull() }, (t) => [primaryKey({ columns: [t.digest, t.other] })])

/** Pictures and files under their names, as people describe them. */
export const media = pgTable('media', {
  name: text('name').primaryKey(),
  digest: text('digest').notNull().references(() => blob.digest),
  labels: jsonb('labels').$type<Labels>().notNull().default({}),
  view: text('view'),
  focus: jsonb('focus').$type<Focus>(),
  crop: jsonb('crop').$type<Box>(),
  words: text('words'),
  /** What it is an own version of, and where; '' stands for every storefront or language. */
  ofName: text('of_name'),
  ofStorefront: text('of_storefront').notNull().default(''),
  ofLanguage: text('of_language').notNull().default(''),
  origin: text('origin').notNull().default(''),
  holder: text('holder').notNull().default(''),
  until: date('until', { mode: 'string' }),
  created: moment('created').notNull().defaultNow(),
  version: integer('version').notNull().default(1),
}, (t) => [
  uniqueIndex('media_version').on(t.ofName, t.ofStorefront, t.ofLanguage),
  index('media_digest').on(t.digest),
])

export const piece = pgTable('piece', {
  id: serial('id').primaryKey(),
  code: text('code').notNull().unique(),
  kind: text('kind').notNull(),
  name: text('name').notNull(),
  note: text('note').notNull(),
  needed: text('needed').array().notNull(),
  version: integer('version').notNull().default(1),
})

export const pieceText = pgTable('piece_text', {
  pieceId: integer('piece_id').notNull().references(() => piece.id, { onDelete: 'cascade' }),
  storefrontId: smallint('storefront_id').notNull(),
  language: text('language').notNull(),
  title: text('title').notNull(),
  body: text('body').notNull(),
  /** By part, `title` and `body`: the state of the translation, and the source it was made from. */
  states: jsonb('states').$type<Partial<Record<'title' | 'body', { state: string; sourceHash: string | null; madeFrom: string | null }>>>().notNull(),
}, (t) => [primaryKey({ columns: [t.pieceId, t.storefrontId, t.language] })])

export const assignment = pgTable('assignment', {
  number: serial('number').primaryKey(),
  code: text('code').notNull().unique(),
  name: text('name').notNull(),
  pieces: text('pieces').array().notNull(),
  reach: jsonb('reach').$type<Reach>().notNull(),
  limits: jsonb('limits').$type<Limits>().notNull(),
  area: text('area').notNull(),
  order: integer('order').notNull(),
  resting: boolean('resting').notNull(),
  version: integer('version').notNull().default(1),
})

/** What people keep under a name to use again: views of the sheet, mappings of files. */
export const kept = pgTable('kept', {
  id: serial('id').primaryKey(),
  kind: text('kind').notNull(),
  name: text('name').notNull(),
  /** Whose it is. */
  personId: integer('person_id').notNull().references(() => person.id, { onDelete: 'cascade' }),
  /** Whether everybody sees it. */
  shared: boolean('shared').notNull(),
  content: jsonb('content').$type<Record<string, unknown>>().notNull(),
}, (t) => [uniqueIndex('kept_name').on(t.kind, t.personId, t.name)])

/** Files that are fetched on a schedule and imported. */
export const feed = pgTable('feed', {
  code: text('code').primaryKey(),
  name: text('name').notNull(),
  source: text('source').notNull(),
  place: text('place').notNull(),
  everyMinutes: integer('every_minutes').notNull(),
  take: text('take').notNull(),
  mapping: jsonb('mapping').$type<Mapping>(),
  resting: boolean('resting').notNull(),
  /** By what its content is known again: it is imported when this changes. */
  mark: text('mark'),
  due: moment('due'),
  /** The last time it was looked at, and how that ended. */
  looked: moment('looked'),
  ended: text('ended'),
  job: text('job'),
  version: integer('version').notNull().default(1),
})

/** One step of work: what one person did at once. */
export const step = pgTable('step', {
  id: bigserial('id', { mode: 'number' }).primaryKey(),
  at: moment('at').notNull(),
  personId: integer('person_id'),
  title: text('title').notNull(),
})

/** What a step changed in one record. */
export const change = pgTable('change', {
  id: bigserial('id', { mode: 'number' }).primaryKey(),
  stepId: bigint('step_id', { mode: 'number' }).notNull(),
  record: text('record').notNull(),
  differences: differencesColumn('differences').notNull(),
}, (t) => [index('change_record').on(t.record)])

/** What a step changed in many products at once: one path, from one value to another. Its numbers are those of `change`. */
export const changeSet = pgTable('change_set', {
  id: bigint('id', { mode: 'number' }).primaryKey().default(sql`nextval('change_id_seq')`),
  stepId: bigint('step_id', { mode: 'number' }).notNull(),
  path: text('path').notNull(),
  before: json('before').$type<unknown>(),
  after: json('after').$type<unknown>(),
}, (t) => [index('change_set_step').on(t.stepId)])

/** In which products. */
export const changeMember = pgTable('change_member', {
  setId: bigint('set_id', { mode: 'number' }).notNull(),
  productId: integer('product_id').notNull(),
}, (t) => [primaryKey({ columns: [t.setId, t.productId] }), index('change_member_product').on(t.productId)])

/** Work that takes time, with how far it is. */
export const job = pgTable('job', {
  id: text('id').primaryKey(),
  kind: text('kind').notNull(),
  title: text('title').notNull(),
  personId: integer('person_id'),
  input: jsonb('input').$type<Record<string, unknown>>().notNull(),
  state: text('state').notNull(),
  done: integer('done').notNull().default(0),
  total: integer('total'),
  result: jsonb('result').$type<unknown>(),
  error: text('error'),
  created: moment('created').notNull(),
  started: moment('started'),
  finished: moment('finished'),
})
