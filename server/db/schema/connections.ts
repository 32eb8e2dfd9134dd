import { sql } from 'drizzle-orm'
import { bigint, bigserial, index, integer, jsonb, pgTable, primaryKey, text } from 'drizzle-orm/pg-core'
import { bytes, moment } from './columns'

/** What a connection is beside its record: what nobody writes into it, and no history keeps. */
export const connectionState = pgTable('connection_state', {
  code: text('code').primaryKey(),
  /** What messages are signed with, sealed. */
  secret: bytes('secret'),
  /** The address that has answered as it has to, and when. */
  verifiedAddress: text('verified_address'),
  verified: moment('verified'),
  /** Of files: for which moment of its schedule the last was written, by storefront. */
  scheduled: jsonb('scheduled').$type<Record<string, string>>().notNull().default({}),
})

/** Messages to other systems, written together with what they tell, and kept for a while after they were sent. */
export const message = pgTable(
  'message',
  {
    id: bigserial('id', { mode: 'number' }).primaryKey(),
    connection: text('connection').notNull(),
    event: text('event').notNull(),
    storefront: text('storefront'),
    /** What its text is made of. */
    data: jsonb('data').$type<Record<string, unknown>>().notNull(),
    created: moment('created').notNull(),
    state: text('state').notNull(),
    /** When it is tried next. */
    due: moment('due').notNull(),
    tries: integer('tries').notNull(),
  },
  (t) => [
    index('message_due')
      .on(t.due)
      .where(sql`state = 'waiting'`),
    index('message_connection').on(t.connection, t.id),
  ],
)

/** Each try to send a message. */
export const messageTry = pgTable(
  'message_try',
  {
    messageId: bigint('message_id', { mode: 'number' })
      .notNull()
      .references(() => message.id, { onDelete: 'cascade' }),
    n: integer('n').notNull(),
    at: moment('at').notNull(),
    status: integer('status'),
    /** In milliseconds. */
    took: integer('took').notNull(),
    problem: text('problem'),
  },
  (t) => [primaryKey({ columns: [t.messageId, t.n] })],
)
