import { sql } from 'drizzle-orm'
import {
  bigint,
  bigserial,
  check,
  index,
  integer,
  jsonb,
  pgTable,
  serial,
  text,
  uniqueIndex,
  type AnyPgColumn,
} from 'drizzle-orm/pg-core'
import type { PreviewEdition } from '@contracts/previews'
import { bytes, exactText, moment } from './columns'
import { release } from './release'
import { person } from './set-up'

/** Links with which people without an account look at pages that are not live. */
export const previewLink = pgTable(
  'preview_link',
  {
    id: serial('id').primaryKey(),
    /** SHA-256 of the secret in its address, which is kept nowhere. */
    hash: bytes('hash').notNull(),
    audience: text('audience').notNull(),
    editions: jsonb('editions').$type<PreviewEdition[]>().notNull(),
    /** What it shows: the page of a product as it is saved, or a release. */
    sku: exactText('sku'),
    releaseId: integer('release_id').references(() => release.id, { onDelete: 'cascade' }),
    group: text('group_code'),
    at: moment('at'),
    /** Its last day by the clock of its first storefront, and the instant at which that is over. */
    until: text('until').notNull(),
    ends: moment('ends').notNull(),
    madeBy: integer('made_by').references(() => person.id, { onDelete: 'set null' }),
    made: moment('made').notNull(),
    opened: moment('opened'),
    withdrawn: moment('withdrawn'),
  },
  (t) => [
    uniqueIndex('preview_link_hash').on(t.hash),
    index('preview_link_sku').on(t.sku),
    index('preview_link_release').on(t.releaseId),
    check('preview_link_subject', sql`(${t.sku} is null) <> (${t.releaseId} is null)`),
  ],
)

/** What people said of pages, and what was answered. */
export const pageComment = pgTable(
  'page_comment',
  {
    id: bigserial('id', { mode: 'number' }).primaryKey(),
    /** The comment that it answers; null of one that begins. */
    answers: bigint('answers', { mode: 'number' }).references((): AnyPgColumn => pageComment.id, {
      onDelete: 'cascade',
    }),
    /** The link by which it came in; null of what somebody with an account wrote, and of links that are gone. */
    linkId: integer('link_id').references(() => previewLink.id, { onDelete: 'set null' }),
    releaseId: integer('release_id').references(() => release.id, { onDelete: 'set null' }),
    storefront: text('storefront').notNull(),
    language: text('language').notNull(),
    kind: text('kind').notNull(),
    key: exactText('key').notNull(),
    /** What the page was called. */
    title: text('title').notNull(),
    /** The part that is meant, and what it was called; null is the whole page. */
    piece: text('piece'),
    pieceTitle: text('piece_title'),
    personId: integer('person_id').references(() => person.id, { onDelete: 'set null' }),
    /** As somebody without an account called themselves. */
    guest: text('guest'),
    at: moment('at').notNull(),
    words: text('words').notNull(),
    settled: moment('settled'),
  },
  (t) => [
    index('page_comment_page').on(t.key, t.kind),
    index('page_comment_link').on(t.linkId, t.at),
    index('page_comment_release').on(t.releaseId),
    index('page_comment_answers').on(t.answers),
    index('page_comment_open')
      .on(t.id)
      .where(sql`answers is null and settled is null`),
  ],
)
