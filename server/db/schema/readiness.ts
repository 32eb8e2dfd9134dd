import { sql } from 'drizzle-orm'
import {
  bigserial,
  boolean,
  date,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  serial,
  smallint,
  smallserial,
  text,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core'
import type { Reach } from '@core/assignments/assignment'
import type { TextFinding } from '@core/house-style/finding'
import type { FindingDetails } from '@core/readiness/finding'
import { bytes, moment } from './columns'
import { person } from './set-up'

/**
 * What the house style found in longer texts, by a digest of the text and of all that it was held to; null is nothing.
 */
export const textCheck = pgTable('text_check', {
  key: uuid('key').primaryKey(),
  findings: jsonb('findings').$type<TextFinding[]>(),
})

/** Editions by the number that they have in packed rows. An edition that is gone keeps its number. */
export const edition = pgTable(
  'edition',
  {
    n: smallserial('n').primaryKey(),
    storefront: text('storefront').notNull(),
    language: text('language').notNull(),
  },
  (t) => [uniqueIndex('edition_name').on(t.storefront, t.language)],
)

/** Work that mends findings of one sort: the load limits of racks, the summaries in French. */
export const fix = pgTable('fix', { id: serial('id').primaryKey(), key: text('key').notNull().unique() })

/** How far a product is in all editions of its range. */
export const readiness = pgTable(
  'readiness',
  {
    rootId: integer('root_id').primaryKey(),
    type: text('type').notNull(),
    /** Blockers of all editions together, and how many editions are not ready of those in which it is sold. */
    blockers: integer('blockers').notNull(),
    open: smallint('open').notNull(),
    sold: smallint('sold').notNull(),
    /** Twelve bytes an edition, as core packs them. */
    cells: bytes('cells').notNull(),
    /** By edition: the fix that would make it ready by itself, else 0. */
    soles: integer('soles').array().notNull(),
    /** A digest of all its findings, so that those of a product that stands as before need not be read. */
    print: text('print').notNull(),
  },
  (t) => [
    index('readiness_worst').on(t.blockers.desc(), t.rootId),
    index('readiness_type').on(t.type, t.blockers.desc(), t.rootId),
    index('readiness_soles').using('gin', t.soles),
  ],
)

/** What was found and is not mended yet; one row for all editions in which it reads the same. */
export const finding = pgTable(
  'finding',
  {
    id: bigserial('id', { mode: 'number' }).primaryKey(),
    rootId: integer('root_id').notNull(),
    fixId: integer('fix_id').notNull(),
    blocker: boolean('blocker').notNull(),
    at: text('at').notNull(),
    details: jsonb('details').$type<FindingDetails>(),
    editions: smallint('editions').array().notNull(),
  },
  (t) => [index('finding_root').on(t.rootId), index('finding_fix').on(t.fixId, t.rootId)],
)

/** How often the evaluation of something has failed, when it is tried again, and why it failed. */
const failures = () => ({
  tries: smallint('tries').notNull().default(0),
  after: moment('after').notNull().defaultNow(),
  error: text('error'),
})

/** Products that something was changed for since their readiness was evaluated. */
export const readinessDue = pgTable('readiness_due', {
  rootId: integer('root_id').primaryKey(),
  ...failures(),
})

/**
 * What stands for very many products that are due at once: of a type, changed in a step or at a moment, reached by
 * something, or all. Of all, only the readiness is due: who changes all pages says so besides.
 */
export type DueSet = { type: string } | { step: number } | { changed: string } | { reach: Reach } | { all: true }

/** The same for many at once. */
export const readinessDueSet = pgTable('readiness_due_set', {
  id: serial('id').primaryKey(),
  what: jsonb('what').$type<DueSet>().notNull(),
  ...failures(),
})

/**
 * How many pages were sold and ready, as changes of these numbers day by day: their sum up to a day is the state of
 * that day.
 */
export const readinessCount = pgTable(
  'readiness_count',
  {
    day: date('day', { mode: 'string' }).notNull(),
    edition: smallint('edition').notNull(),
    sold: integer('sold').notNull(),
    ready: integer('ready').notNull(),
  },
  (t) => [index('readiness_count_day').on(t.day, t.edition)],
)

/** How many pages each fix would make ready by itself, as changes that are summed. */
export const fixCount = pgTable(
  'fix_count',
  { fixId: integer('fix_id').notNull(), edition: smallint('edition').notNull(), pages: integer('pages').notNull() },
  (t) => [index('fix_count_fix').on(t.fixId)],
)

/** The share of the work that a person takes on each day: how many products, of which editions. */
export const portion = pgTable('portion', {
  personId: integer('person_id')
    .primaryKey()
    .references(() => person.id, { onDelete: 'cascade' }),
  products: smallint('products').notNull(),
  storefront: text('storefront'),
  filter: jsonb('filter').$type<unknown>(),
})

/** The products of a person's day, chosen once; done when nothing blocks them any more in the portion's editions. */
export const portionProduct = pgTable(
  'portion_product',
  {
    personId: integer('person_id')
      .notNull()
      .references(() => person.id, { onDelete: 'cascade' }),
    day: date('day', { mode: 'string' }).notNull(),
    rootId: integer('root_id').notNull(),
    done: boolean('done')
      .notNull()
      .default(sql`false`),
  },
  (t) => [primaryKey({ columns: [t.personId, t.day, t.rootId] })],
)
