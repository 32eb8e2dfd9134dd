import { sql } from 'drizzle-orm'
import {
  bigint,
  bigserial,
  boolean,
  index,
  integer,
  json,
  jsonb,
  pgTable,
  primaryKey,
  serial,
  text,
  uniqueIndex,
} from 'drizzle-orm/pg-core'
import type { Mapping } from '@core/imports/mapping'
import { differencesColumn, moment, blockBits } from './columns'
import { person } from './set-up'

/** What people save under a name to use again: views of the sheet, mappings of files. */
export const saved = pgTable(
  'saved',
  {
    id: serial('id').primaryKey(),
    kind: text('kind').notNull(),
    name: text('name').notNull(),
    /** Whose it is. */
    personId: integer('person_id')
      .notNull()
      .references(() => person.id, { onDelete: 'cascade' }),
    /** Whether everybody sees it. */
    shared: boolean('shared').notNull(),
    content: jsonb('content').$type<Record<string, unknown>>().notNull(),
  },
  (t) => [uniqueIndex('saved_name').on(t.kind, t.personId, t.name)],
)

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
})

/** One step of work: what one person did at once. */
export const step = pgTable(
  'step',
  {
    id: bigserial('id', { mode: 'number' }).primaryKey(),
    at: moment('at').notNull(),
    personId: integer('person_id'),
    title: text('title').notNull(),
    /** The transaction that wrote it: the order in which others can follow what was changed, without missing any. */
    written: bigint('written', { mode: 'number' })
      .notNull()
      .default(sql`(pg_current_xact_id()::text::bigint)`),
  },
  (t) => [index('step_written').on(t.written, t.id), index('step_at').on(t.at)],
)

/** What a step changed in one record. */
export const change = pgTable(
  'change',
  {
    id: bigserial('id', { mode: 'number' }).primaryKey(),
    stepId: bigint('step_id', { mode: 'number' }).notNull(),
    record: text('record').notNull(),
    differences: differencesColumn('differences').notNull(),
  },
  (t) => [
    index('change_record').on(t.record),
    // Steps follow one another, and so do their changes: a few bytes for each stretch of the table do.
    index('change_step').using('brin', t.stepId),
  ],
)

/**
 * What a step changed in many products at once: one path, from one value to another. Its numbers are those of `change`.
 */
export const changeSet = pgTable(
  'change_set',
  {
    id: bigint('id', { mode: 'number' })
      .primaryKey()
      .default(sql`nextval('change_id_seq')`),
    stepId: bigint('step_id', { mode: 'number' }).notNull(),
    path: text('path').notNull(),
    before: json('before').$type<unknown>(),
    after: json('after').$type<unknown>(),
    /** Whether the versions of its products count it already; else it is counted where they are read. */
    folded: boolean('folded').notNull(),
  },
  (t) => [
    index('change_set_step').on(t.stepId),
    index('change_set_unfolded')
      .on(t.id)
      .where(sql`not folded`),
  ],
)

/** In which products: a bit for each number of a block of them, as one change can be made to all there are. */
export const changeBlock = pgTable(
  'change_block',
  {
    setId: bigint('set_id', { mode: 'number' }).notNull(),
    block: integer('block').notNull(),
    products: blockBits('products').notNull(),
  },
  (t) => [primaryKey({ columns: [t.setId, t.block] }), index('change_block_products').on(t.block, t.setId)],
)

/** Work that takes time, with how far it is. */
export const job = pgTable(
  'job',
  {
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
    /** How often it was begun. */
    tries: integer('tries').notNull().default(0),
    /** It is not begun before: work that failed waits longer each time. */
    after: moment('after').notNull().defaultNow(),
  },
  (t) => [
    index('job_created').on(t.created),
    index('job_waiting')
      .on(t.created)
      .where(sql`state = 'queued'`),
    index('job_running')
      .on(t.id)
      .where(sql`state = 'running'`),
  ],
)
