import { bigserial, index, integer, jsonb, pgTable, serial, text } from 'drizzle-orm/pg-core'
import type { Value } from '@core/attributes/attribute'
import { moment, valueColumn } from './columns'

/**
 * One piece of work that proposed values: a run of a recipe, a reading of photos, a comparison with the data pool, a
 * file.
 */
export const suggestionRun = pgTable('suggestion_run', {
  id: serial('id').primaryKey(),
  origin: text('origin').notNull(),
  title: text('title').notNull(),
  recipe: text('recipe'),
  personId: integer('person_id'),
  /** The job that did it, by which it is taken up again after a crash. */
  job: text('job').unique(),
  created: moment('created').notNull(),
  /** What is done: the families behind it, and the last of them by edition. */
  done: jsonb('done').$type<RunDone>().notNull(),
})

/** How far a run is. */
export interface RunDone {
  /** The last family that was done, by edition; families are done in the order of their numbers. */
  last: Record<string, number>
  products: number
  suggestions: number
  units: number
  /** Products that were left out because they say too little. */
  thin: number
  /** What could not be done, with how often. */
  notes: Record<string, number>
}

/** Which stored value a suggestion was made from. */
export interface MadeFromRow {
  p: number
  a: string
  s: string
  l: string
  v: Value
}

/** A value that waits to be accepted, edited or refused. */
export const suggestion = pgTable(
  'suggestion',
  {
    id: bigserial('id', { mode: 'number' }).primaryKey(),
    runId: integer('run_id')
      .notNull()
      .references(() => suggestionRun.id, { onDelete: 'cascade' }),
    /** The family it is for, and the member; of a picture's text, the family whose photo was read. */
    rootId: integer('root_id').notNull(),
    productId: integer('product_id').notNull(),
    /** The picture, where it is a picture's text. */
    picture: text('picture'),
    /** Of a picture's text: ''. The storefront and language '' are none. */
    attribute: text('attribute').notNull(),
    storefront: text('storefront').notNull(),
    language: text('language').notNull(),
    step: text('step'),
    value: valueColumn('value').notNull(),
    /** What stood there when it was made; null is nothing. */
    base: valueColumn('base'),
    madeFrom: jsonb('made_from').$type<MadeFromRow[]>().notNull(),
    alternatives: jsonb('alternatives').$type<Value[]>().notNull(),
    /** Numbers in it that no fact says. */
    invented: text('invented').array().notNull(),
    /** open, accepted, edited, refused, or replaced by one of a later run. */
    state: text('state').notNull(),
    decidedBy: integer('decided_by'),
    decidedAt: moment('decided_at'),
    /** What was accepted, where it was edited. */
    decided: valueColumn('decided'),
  },
  (t) => [
    index('suggestion_of_run').on(t.runId, t.state),
    index('suggestion_of_root').on(t.rootId, t.attribute),
    index('suggestion_by_state').on(t.state, t.id),
  ],
)
