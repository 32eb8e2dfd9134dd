import { sql } from 'drizzle-orm'
import {
  bigint,
  bigserial,
  boolean,
  customType,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  serial,
  text,
  uniqueIndex,
} from 'drizzle-orm/pg-core'
import type { HeldBack, LiveCheck, ReleaseCounts, ReleaseScope } from '@contracts/release'
import type { Verdict } from '@core/release/approval'
import type { PageChange } from '@core/release/compare'
import { bytes, exactText, moment } from './columns'
import { person } from './set-up'

/** A moment that may be the beginning of time. */
const instant = customType<{ data: string }>({ dataType: () => 'timestamp with time zone' })

/** Standing plans: what is ready is released by itself, again and again. */
export const releasePlan = pgTable(
  'release_plan',
  {
    id: serial('id').primaryKey(),
    storefront: text('storefront').notNull(),
    title: text('title').notNull(),
    scope: jsonb('scope').$type<ReleaseScope>().notNull(),
    /** Days of the week, 1 is Monday, and the time of the storefront's own clock. */
    days: integer('days').array().notNull(),
    time: text('time').notNull(),
    /** Guards: in percent of what is live, and in pages. */
    mostChanged: integer('most_changed'),
    leastLeft: integer('least_left'),
    paused: boolean('paused').notNull().default(false),
    /** Why it stopped by itself, in words; null where it goes on. */
    stopped: text('stopped'),
    /** When it releases next. */
    nextRun: moment('next_run').notNull(),
    /** Whose plan it is: what it releases is released by this person. */
    owner: integer('owner').references(() => person.id, { onDelete: 'set null' }),
    /** The people who approved it as it is. */
    approvedBy: integer('approved_by').array().notNull().default([]),
  },
  (t) => [index('release_plan_storefront').on(t.storefront)],
)

/** Releases of storefronts: what is being made ready, what is live, what was. */
export const release = pgTable(
  'release',
  {
    id: serial('id').primaryKey(),
    storefront: text('storefront').notNull(),
    /** In the order of going live; none before. */
    number: integer('number'),
    state: text('state').notNull(),
    title: text('title').notNull(),
    scope: jsonb('scope').$type<ReleaseScope>().notNull(),
    /** The number of the release that it was compared with; 0 where none was live. */
    base: integer('base').notNull(),
    /** Of one that goes back: the number of the release whose state it takes up again. */
    backTo: integer('back_to'),
    counts: jsonb('counts').$type<ReleaseCounts>(),
    job: text('job'),
    madeBy: integer('made_by').references(() => person.id, { onDelete: 'set null' }),
    made: moment('made').notNull(),
    liveBy: integer('live_by').references(() => person.id, { onDelete: 'set null' }),
    live: moment('live'),
    submittedBy: integer('submitted_by').references(() => person.id, { onDelete: 'set null' }),
    submitted: moment('submitted'),
    /** When it is to go live, by the storefront's own clock, and the instant that this is. */
    goesLocal: text('goes_local'),
    goesAt: moment('goes_at'),
    scheduledBy: integer('scheduled_by').references(() => person.id, { onDelete: 'set null' }),
    /** Of one that goes live together with those of other storefronts: the id of the first of them. */
    together: integer('together'),
    /** The standing plan that made it. */
    plan: integer('plan').references(() => releasePlan.id, { onDelete: 'set null' }),
    /** Why it did not go live when it was to, in words. */
    stopped: text('stopped'),
    /** What came of asking delivery for it after it went live. */
    checked: jsonb('checked').$type<LiveCheck>(),
    /** Whether it is kept for as long as somebody wants to, however many follow it. */
    pinned: boolean('pinned').notNull().default(false),
    /** Whether it is noted of its products, once it is live, that their pages are as they are live. */
    noted: boolean('noted').notNull().default(false),
    /** When its pages were forgotten; null where the storefront can go back to it. */
    forgotten: moment('forgotten'),
  },
  (t) => [
    index('release_unchecked')
      .on(t.live)
      .where(sql`state = 'live' and checked is null`),
    index('release_together')
      .on(t.together)
      .where(sql`together is not null`),
    index('release_planned')
      .on(t.plan)
      .where(sql`plan is not null and number is null`),
    uniqueIndex('release_number').on(t.storefront, t.number),
    index('release_scheduled')
      .on(t.goesAt)
      .where(sql`state = 'scheduled'`),
    index('release_latest').on(t.storefront, t.id.desc()),
  ],
)

/** What is live in a storefront: the number of its release, and that of the release whose rows are read. */
export const liveRelease = pgTable('live_release', {
  storefront: text('storefront').primaryKey(),
  number: integer('number').notNull(),
  /** Other than `number` from going back until that is written as rows. */
  reads: integer('reads').notNull(),
  /** The release whose rows are written already under the next number, which nobody reads yet. */
  ahead: integer('ahead').references(() => release.id, { onDelete: 'set null' }),
  /** The page up to which they are; null before the first. */
  aheadUpTo: jsonb('ahead_up_to').$type<{ language: string; kind: string; key: string }>(),
  /** Whether all of them are. */
  aheadWhole: boolean('ahead_whole').notNull().default(false),
})

/**
 * What shoppers of a storefront get changes step by step: a release goes live, or a moment comes at which pages change
 * by themselves. Steps are numbered under the lock of the storefront's live release, so that whoever follows them skips
 * none.
 */
export const liveStep = pgTable(
  'live_step',
  {
    storefront: text('storefront').notNull(),
    step: integer('step').notNull(),
    /** The release that is live after it. */
    number: integer('number').notNull(),
    /** Of a step of time: pages changed at moments after this one. Null where a release went live. */
    after: moment('after'),
    /** The moment of the step: the last of those at which pages changed, or that of going live. */
    at: moment('at').notNull(),
  },
  (t) => [primaryKey({ columns: [t.storefront, t.step] })],
)

/** What shops show that they are: each opens what delivery does not answer to everybody. Known by its hash alone. */
export const deliveryKey = pgTable(
  'delivery_key',
  {
    id: serial('id').primaryKey(),
    name: text('name').notNull(),
    /** SHA-256 of the key. */
    hash: bytes('hash').notNull(),
    /** The storefronts that it opens. */
    storefronts: text('storefronts').array().notNull(),
    madeBy: integer('made_by').references(() => person.id, { onDelete: 'set null' }),
    made: moment('made').notNull(),
    /** When it was used last, to the hour. */
    used: moment('used'),
  },
  (t) => [uniqueIndex('delivery_key_hash').on(t.hash)],
)

/** What documents of an edition have in common, so that each is kept in few bytes. */
export const pageDictionary = pgTable(
  'page_dictionary',
  {
    id: serial('id').primaryKey(),
    storefront: text('storefront').notNull(),
    language: text('language').notNull(),
    content: bytes('content').notNull(),
  },
  (t) => [uniqueIndex('page_dictionary_edition').on(t.storefront, t.language)],
)

/** Documents of pages, each content once: canonical JSON, as raw deflate with a dictionary. */
export const releasedDocument = pgTable(
  'released_document',
  {
    id: bigserial('id', { mode: 'number' }).primaryKey(),
    /** SHA-256 of the canonical JSON. */
    digest: bytes('digest').notNull(),
    dictionary: integer('dictionary').notNull(),
    content: bytes('content').notNull(),
  },
  (t) => [uniqueIndex('released_document_digest').on(t.digest)],
)

/** The pictures and files that documents name, by their names in the media library. */
export const releasedMedia = pgTable(
  'released_media',
  {
    name: exactText('name').notNull(),
    document: bigint('document', { mode: 'number' }).notNull(),
  },
  (t) => [primaryKey({ columns: [t.name, t.document] }), index('released_media_document').on(t.document)],
)

/** The links that people wrote into documents, as they stand there. */
export const releasedLink = pgTable(
  'released_link',
  {
    document: bigint('document', { mode: 'number' }).notNull(),
    href: exactText('href').notNull(),
  },
  (t) => [primaryKey({ columns: [t.document, t.href] })],
)

/** Addresses outside to which pages link, and how each answered when it was asked last. */
export const outsideLink = pgTable(
  'outside_link',
  {
    address: exactText('address').primaryKey(),
    host: text('host').notNull(),
    /** When it is asked next. */
    due: moment('due').notNull(),
    /** When it was asked last; null where it never was. */
    asked: moment('asked'),
    status: integer('status'),
    problem: text('problem'),
    /** How many times in a row it was not there. */
    failures: integer('failures').notNull().default(0),
  },
  (t) => [index('outside_link_due').on(t.due)],
)

/**
 * How often something was changed that pages of a product are made of. Each time is a row of its own, so that nobody
 * who changes one thing waits for somebody who changes another; their sum counts, and only ever grows.
 */
export const pageTouch = pgTable(
  'page_touch',
  { rootId: integer('root_id').notNull(), times: bigint('times', { mode: 'number' }).notNull().default(1) },
  (t) => [index('page_touch_root').on(t.rootId)],
)

/**
 * What was found when all pages of a product in a storefront were put together last: that they are as they are live, or
 * differ. It holds until the product is touched, what all pages are made of changes, or a release changes its pages.
 */
export const pageState = pgTable(
  'page_state',
  {
    storefront: text('storefront').notNull(),
    rootId: integer('root_id').notNull(),
    /** Whether any page of it was another than it is live. */
    differs: boolean('differs').notNull(),
    /** How often it had been touched then. */
    touches: bigint('touches', { mode: 'number' }).notNull(),
    /** The state of what all pages are made of. */
    common: bigint('common', { mode: 'number' }).notNull(),
    /** The number of the release that was live. */
    base: integer('base').notNull(),
    /** The release for which its pages were put together then; null where it was for none. */
    foundBy: integer('found_by'),
  },
  (t) => [primaryKey({ columns: [t.storefront, t.rootId] })],
)

/** What people said of a release that waits for approval. */
export const releaseApproval = pgTable(
  'release_approval',
  {
    releaseId: integer('release_id')
      .notNull()
      .references(() => release.id, { onDelete: 'cascade' }),
    personId: integer('person_id')
      .notNull()
      .references(() => person.id, { onDelete: 'cascade' }),
    verdict: text('verdict').$type<Verdict>().notNull(),
    comment: text('comment').notNull(),
    at: moment('at').notNull(),
  },
  (t) => [primaryKey({ columns: [t.releaseId, t.personId] })],
)

/** Products that were taken out of a storefront at once; their pages stay out until somebody lets them come back. */
export const keptOut = pgTable(
  'kept_out',
  {
    storefront: text('storefront').notNull(),
    /** The product, not a variant. */
    sku: exactText('sku').notNull(),
    reason: text('reason').notNull(),
    by: integer('by').references(() => person.id, { onDelete: 'set null' }),
    at: moment('at').notNull(),
  },
  (t) => [primaryKey({ columns: [t.storefront, t.sku] })],
)

/** A page that a release changes, or that is held back from it. */
export const releasePage = pgTable(
  'release_page',
  {
    releaseId: integer('release_id')
      .notNull()
      .references(() => release.id, { onDelete: 'cascade' }),
    language: text('language').notNull(),
    kind: text('kind').notNull(),
    key: exactText('key').notNull(),
    change: text('change').notNull(),
    /** What differs for a shopper of no group at the moment at which it was compared. */
    changes: jsonb('changes').$type<PageChange[]>().notNull(),
    title: text('title').notNull(),
    type: text('type'),
    /** Why it is held back; null where nothing does. */
    held: jsonb('held').$type<HeldBack[]>(),
    /** Why it is released all the same. */
    anyway: text('anyway'),
    anywayBy: integer('anyway_by').references(() => person.id, { onDelete: 'set null' }),
    /** Why somebody left it out, so that it stays as it is live. */
    leftOut: text('left_out'),
    leftOutBy: integer('left_out_by').references(() => person.id, { onDelete: 'set null' }),
    /** Of a variant whose page changes as that of its product does: the product. What is decided there holds here. */
    likeKey: exactText('like_key'),
  },
  (t) => [
    primaryKey({ columns: [t.releaseId, t.language, t.kind, t.key] }),
    index('release_page_like')
      .on(t.releaseId, t.likeKey)
      .where(sql`like_key is not null`),
  ],
)

/** The steps of the history that touched what a page of a release is made of, since it was released last. */
export const releaseCause = pgTable(
  'release_cause',
  {
    releaseId: integer('release_id')
      .notNull()
      .references(() => release.id, { onDelete: 'cascade' }),
    stepId: bigint('step_id', { mode: 'number' }).notNull(),
    language: text('language').notNull(),
    kind: text('kind').notNull(),
    key: exactText('key').notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.releaseId, t.language, t.kind, t.key, t.stepId] }),
    index('release_cause_step').on(t.releaseId, t.stepId),
  ],
)

/** What a page of a release is, for a customer group and from a moment on: its rows as they will stand. */
export const releaseRow = pgTable(
  'release_row',
  {
    releaseId: integer('release_id')
      .notNull()
      .references(() => release.id, { onDelete: 'cascade' }),
    language: text('language').notNull(),
    kind: text('kind').notNull(),
    key: exactText('key').notNull(),
    /** '' is a shopper of no group. */
    group: text('group_code').notNull(),
    begins: instant('begins').notNull(),
    /** Null is no page from then on. */
    document: bigint('document', { mode: 'number' }),
    /** The last part of the page's address, where it has one of its own. */
    slug: exactText('slug'),
    /** The category in whose list the page stands; null where it stands in none. */
    category: text('category'),
    /** What the page is called, by which lists are sorted. */
    name: text('name'),
  },
  (t) => [primaryKey({ columns: [t.releaseId, t.language, t.kind, t.key, t.group, t.begins] })],
)

/** All that was ever released: each row valid from one release until another. */
export const releasedPage = pgTable(
  'released_page',
  {
    storefront: text('storefront').notNull(),
    language: text('language').notNull(),
    kind: text('kind').notNull(),
    key: exactText('key').notNull(),
    group: text('group_code').notNull(),
    begins: instant('begins').notNull(),
    since: integer('since').notNull(),
    until: integer('until'),
    document: bigint('document', { mode: 'number' }),
    slug: exactText('slug'),
    category: text('category'),
    name: text('name'),
  },
  (t) => [
    primaryKey({ columns: [t.storefront, t.language, t.kind, t.key, t.group, t.begins, t.since] }),
    index('released_page_since').on(t.storefront, t.since, t.language, t.kind, t.key),
    index('released_page_until')
      .on(t.storefront, t.until, t.language, t.kind, t.key)
      .where(sql`until is not null`),
    index('released_page_begins')
      .on(t.storefront, t.begins)
      .where(sql`begins > '-infinity'`),
    index('released_page_category')
      .on(t.storefront, t.language, t.category)
      .where(sql`category is not null`),
    index('released_page_document').on(t.document),
    index('released_page_slug')
      .on(t.storefront, t.language, t.slug)
      .where(sql`slug is not null`),
  ],
)
