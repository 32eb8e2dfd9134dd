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
  text,
  timestamp,
  uniqueIndex,
} from 'drizzle-orm/pg-core'
import type { Placeholder } from '@core/translation/coded'
import type { StoredSegment, StoredUnit } from '@core/translation/unit-segments'
import { moment } from './columns'
import { person } from './set-up'

/** Of texts that records hold by language (names of categories, labels of options…): what is known of a translation. */
export const unitMark = pgTable(
  'unit_mark',
  {
    /** `category:bags`, `attribute:colour`… */
    record: text('record').notNull(),
    unit: text('unit').notNull(),
    language: text('language').notNull(),
    state: text('state').notNull(),
    unread: boolean('unread').notNull().default(false),
    sourceHash: text('source_hash').notNull(),
    madeFrom: text('made_from').notNull(),
  },
  (t) => [primaryKey({ columns: [t.record, t.unit, t.language] })],
)

/** Work on the segments of a unit: its drafts, their states, where its source breaks. */
export const unitSegments = pgTable(
  'unit_segments',
  {
    record: text('record').notNull(),
    unit: text('unit').notNull(),
    language: text('language').notNull(),
    segments: jsonb('segments').$type<StoredSegment[]>().notNull(),
    breaks: jsonb('breaks').$type<StoredUnit['breaks']>().notNull(),
    beside: text('beside'),
    changed: moment('changed').notNull(),
  },
  (t) => [primaryKey({ columns: [t.record, t.unit, t.language] })],
)

/** The translation memory: pairs of segments from earlier work. */
export const memoryPair = pgTable(
  'memory_pair',
  {
    id: bigserial('id', { mode: 'number' }).primaryKey(),
    /** Of the source, its placeholders and its neighbours: one pair to each in a pair of languages. */
    key: text('key').notNull(),
    sourceLanguage: text('source_language').notNull(),
    targetLanguage: text('target_language').notNull(),
    source: text('source').notNull(),
    sourcePlaceholders: jsonb('source_placeholders').$type<Placeholder[]>().notNull(),
    target: text('target').notNull(),
    targetPlaceholders: jsonb('target_placeholders').$type<Placeholder[]>().notNull(),
    before: text('before').notNull(),
    after: text('after').notNull(),
    /** The source as it is compared, so that no process has to find its tokens again. */
    tokens: text('tokens').array().notNull(),
    numbers: text('numbers').array().notNull(),
    addresses: text('addresses').array().notNull(),
    origin: text('origin').notNull(),
    personId: integer('person_id').references(() => person.id, { onDelete: 'set null' }),
    changed: timestamp('changed', { withTimezone: true, mode: 'date' }).notNull(),
  },
  (t) => [
    uniqueIndex('memory_pair_key').on(t.sourceLanguage, t.targetLanguage, t.key),
    index('memory_pair_languages').on(
      sql`split_part(source_language, '-', 1)`,
      sql`split_part(target_language, '-', 1)`,
      t.id,
    ),
  ],
)

/** What people say to each other about a unit. */
export const unitComment = pgTable(
  'unit_comment',
  {
    id: bigserial('id', { mode: 'number' }).primaryKey(),
    record: text('record').notNull(),
    unit: text('unit').notNull(),
    language: text('language').notNull(),
    /** The source of the segment that is meant; null is all of the unit. */
    segment: text('segment'),
    personId: integer('person_id').references(() => person.id, { onDelete: 'set null' }),
    at: moment('at').notNull(),
    words: text('words').notNull(),
    settled: moment('settled'),
  },
  (t) => [index('unit_comment_unit').on(t.record, t.language)],
)

/**
 * Translations that were sent back with a comment and are not answered yet. A return is of one text: where the target is
 * another now, it has been answered.
 */
export const unitReturn = pgTable(
  'unit_return',
  {
    record: text('record').notNull(),
    unit: text('unit').notNull(),
    language: text('language').notNull(),
    /** The hash of the target that was sent back; '' where the unit had none yet. */
    target: text('target').notNull(),
    /** Who wrote it, where that is known: it is work for them. */
    writerId: integer('writer_id').references(() => person.id, { onDelete: 'set null' }),
    at: moment('at').notNull(),
  },
  (t) => [primaryKey({ columns: [t.record, t.unit, t.language] }), index('unit_return_writer').on(t.writerId)],
)

/** Who translates a record into a language, and until when. */
export const workShare = pgTable(
  'work_share',
  {
    record: text('record').notNull(),
    language: text('language').notNull(),
    personId: integer('person_id')
      .notNull()
      .references(() => person.id, { onDelete: 'cascade' }),
    due: date('due', { mode: 'string' }),
    /** Whether other systems were told that it is due. */
    told: boolean('told').notNull().default(false),
  },
  (t) => [
    primaryKey({ columns: [t.record, t.language] }),
    index('work_share_person').on(t.personId),
    index('work_share_to_tell')
      .on(t.due)
      .where(sql`not told and due is not null`),
  ],
)
