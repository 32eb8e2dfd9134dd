import {
  boolean,
  date,
  index,
  integer,
  json,
  jsonb,
  pgTable,
  primaryKey,
  serial,
  smallint,
  text,
  uniqueIndex,
} from 'drizzle-orm/pg-core'
import type { Labels } from '@core/language/labels'
import type { Reach } from '@core/assignments/assignment'
import type { Limits } from '@core/assignments/limits'
import type { Box, Focus, Measured } from '@core/media/item'
import type { Entry } from '@core/page/block-kind'
import type { OwnPlace } from '@core/page/piece'
import type { PhotoReading } from '@core/media/reading'
import { bits64, bytes, moment } from './columns'

/** A content of the media library, known by its digest; names point to it, and the history of names may. */
export const blob = pgTable('blob', {
  digest: text('digest').primaryKey(),
  mime: text('mime').notNull(),
  bytes: integer('bytes').notNull(),
  width: integer('width'),
  height: integer('height'),
  vector: boolean('vector').notNull(),
  measured: jsonb('measured').$type<Measured>(),
  /** What was read from its pixels by the worker, some time after it was sent. */
  reading: jsonb('reading').$type<PhotoReading>(),
  /** The print of `measured` as the database counts its bits. */
  print: bits64('print'),
})

/** Contents that are nearly the same picture, each pair both ways round. */
export const nearDuplicate = pgTable(
  'near_duplicate',
  { digest: text('digest').notNull(), other: text('other').notNull() },
  (t) => [primaryKey({ columns: [t.digest, t.other] })],
)

/** Pictures and files under their names, as people describe them. */
export const media = pgTable(
  'media',
  {
    name: text('name').primaryKey(),
    digest: text('digest')
      .notNull()
      .references(() => blob.digest),
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
  },
  (t) => [uniqueIndex('media_version').on(t.ofName, t.ofStorefront, t.ofLanguage), index('media_digest').on(t.digest)],
)

export const piece = pgTable(
  'piece',
  {
    id: serial('id').primaryKey(),
    code: text('code').notNull().unique(),
    kind: text('kind').notNull(),
    name: text('name').notNull(),
    note: text('note').notNull(),
    needed: text('needed').array().notNull(),
    tags: text('tags').array().notNull().default([]),
    owner: text('owner').notNull().default(''),
    sign: text('sign'),
    takes: text('takes'),
    blockKind: text('block_kind'),
    /** Of a piece that one product has for itself: whose it is, and where it stands there. */
    ownOf: text('own_of'),
    own: jsonb('own').$type<Omit<OwnPlace, 'sku'>>(),
  },
  (t) => [index('piece_own_of').on(t.ownOf)],
)

/** What is stored of a translated part of a piece beside its text. */
interface PieceMark {
  state: string
  unread?: true
  sourceHash: string | null
  madeFrom: string | null
}

export const pieceText = pgTable(
  'piece_text',
  {
    pieceId: integer('piece_id')
      .notNull()
      .references(() => piece.id, { onDelete: 'cascade' }),
    storefrontId: smallint('storefront_id').notNull(),
    language: text('language').notNull(),
    title: text('title').notNull(),
    body: text('body').notNull(),
    entries: jsonb('entries').$type<Entry[]>(),
    /** By part, `title` and `body`: the state of the translation, and the source it was made from. */
    states: jsonb('states').$type<Partial<Record<'title' | 'body', PieceMark>>>().notNull(),
  },
  (t) => [primaryKey({ columns: [t.pieceId, t.storefrontId, t.language] })],
)

export const assignment = pgTable('assignment', {
  number: serial('number').primaryKey(),
  code: text('code').notNull().unique(),
  name: text('name').notNull(),
  pieces: text('pieces').array().notNull(),
  sets: text('sets').array().notNull().default([]),
  reach: jsonb('reach').$type<Reach>().notNull(),
  /** As they were stored before there were campaigns, or after. */
  limits: jsonb('limits').$type<Omit<Limits, 'campaign'> & Partial<Limits>>().notNull(),
  area: text('area').notNull(),
  order: integer('order').notNull(),
  replaces: text('replaces'),
  resting: boolean('resting').notNull(),
})

/**
 * Records of the kinds that nothing asks by their parts: each whole, as it travels, its keys in the order in which they
 * were written.
 */
export const record = pgTable(
  'record',
  {
    kind: text('kind').notNull(),
    code: text('code').notNull(),
    body: json('body').$type<{ code: string }>().notNull(),
  },
  (t) => [primaryKey({ columns: [t.kind, t.code] })],
)

/**
 * The products that an assignment reaches in a storefront, as a set of root numbers, for whoever holds assignments
 * against each other. Derived: what has become old is recalculated when it is asked for.
 */
export const cachedReach = pgTable(
  'cached_reach',
  {
    assignment: integer('assignment').notNull(),
    storefrontId: smallint('storefront_id').notNull(),
    /** What it was calculated from: the reach, the group it is asked for, and the set-up. */
    key: text('key').notNull(),
    bits: bytes('bits').notNull(),
    /** Changes of products before this moment are in it. */
    asOf: moment('as_of').notNull(),
    /** When it is old by itself: a price or a day ends. */
    until: moment('until'),
  },
  (t) => [primaryKey({ columns: [t.storefrontId, t.assignment] })],
)
