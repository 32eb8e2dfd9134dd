import type { FactTexts } from '@core/catalogue/storefront-facts'
import {
  bigint,
  bigserial,
  boolean,
  index,
  integer,
  jsonb,
  pgTable,
  serial,
  smallint,
  smallserial,
  text,
} from 'drizzle-orm/pg-core'
import type { Allowed, Option, ProductType, Serving } from '@core/attributes/attribute'
import type { Labels } from '@core/language/labels'
import type { CarrierUnits, Edition } from '@core/catalogue/model'
import type { ReleaseRules } from '@core/release/approval'
import type { PageAddresses } from '@core/catalogue/page-addresses'
import type { SplitPattern } from '@core/page/split'
import type { Layout, StandingPage } from '@core/page/layout'
import type { MenuEntry, PhraseTexts, AddedPhrase } from '@core/page/phrases'
import type { PictureView } from '@core/media/item'
import { moment } from './columns'

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
export const session = pgTable(
  'session',
  {
    hash: text('hash').primaryKey(),
    personId: integer('person_id')
      .notNull()
      .references(() => person.id, { onDelete: 'cascade' }),
    kind: text('kind').notNull(),
    /** What a personal token is called. */
    name: text('name').notNull().default(''),
    /** What a browser has to send along with each write. */
    token: text('token').notNull(),
    expires: moment('expires').notNull(),
    /** When it was last used, to within some minutes: a browser's session ends when nobody uses it. */
    seen: moment('seen').notNull().defaultNow(),
    /** The network address it was made from. */
    origin: text('origin').notNull().default(''),
  },
  (t) => [index('session_expires').on(t.expires)],
)

/** Attempts to sign in that went wrong lately, by what they have in common: an account from an origin, or an origin. */
export const signInTry = pgTable('sign_in_try', {
  key: text('key').primaryKey(),
  tries: integer('tries').notNull(),
  /** The next attempt is looked at from then on. */
  after: moment('after').notNull(),
  /** Whether the last attempt came before its time. */
  refused: boolean('refused').notNull().default(false),
  /** All is forgotten then. */
  expires: moment('expires').notNull(),
})

/** What was done that somebody may have to answer for. Rows are only ever added; the database refuses anything else. */
export const audit = pgTable(
  'audit',
  {
    id: bigserial('id', { mode: 'number' }).primaryKey(),
    at: moment('at').notNull(),
    kind: text('kind').notNull(),
    personId: integer('person_id'),
    /** The network address it came from; empty where the server did it by itself. */
    origin: text('origin').notNull(),
    /** By what it was done: a browser's session or the name of a token. */
    by: text('by').notNull().default(''),
    detail: jsonb('detail').$type<Record<string, unknown>>().notNull(),
  },
  (t) => [index('audit_at').on(t.at)],
)

/** As they were stored before anything was asked of translations and areas, or after. */
type StoredEdition = Omit<Edition, 'asks'> & Partial<Edition>
type StoredLayout = Partial<Layout> & Pick<Layout, 'parts'> & { details?: 'tabs' | 'accordion'; needed?: string[] }

export const storefront = pgTable('storefront', {
  id: smallserial('id').primaryKey(),
  code: text('code').notNull().unique(),
  position: smallint('position').notNull(),
  name: text('name').notNull(),
  currency: text('currency').notNull(),
  timeZone: text('time_zone').notNull(),
  colour: text('colour').notNull().default(''),
  carrierUnits: jsonb('carrier_units').$type<CarrierUnits>(),
  addresses: jsonb('addresses').$type<PageAddresses>(),
  releasing: jsonb('releasing').$type<ReleaseRules>().notNull().default({ approvals: 0, frozen: null, keeps: 50 }),
  editions: jsonb('editions').$type<StoredEdition[]>().notNull(),
  facts: jsonb('facts').$type<Record<string, FactTexts>>().notNull(),
  pages: jsonb('pages').$type<StandingPage[]>().notNull().default([]),
  phrases: jsonb('phrases').$type<PhraseTexts>().notNull().default({}),
  addedPhrases: jsonb('added_phrases').$type<AddedPhrase[]>().notNull().default([]),
  menu: jsonb('menu').$type<MenuEntry[]>().notNull().default([]),
  layout: jsonb('layout').$type<StoredLayout>().notNull(),
})

export const customerGroup = pgTable('customer_group', {
  code: text('code').primaryKey(),
  name: text('name').notNull(),
  position: smallint('position').notNull(),
})
export const brand = pgTable('brand', { code: text('code').primaryKey(), name: text('name').notNull() })
export const category = pgTable('category', {
  code: text('code').primaryKey(),
  parent: text('parent'),
  position: integer('position').notNull(),
  names: jsonb('names').$type<Labels>().notNull(),
  type: text('type'),
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
})

export const productType = pgTable('product_type', {
  code: text('code').primaryKey(),
  labels: jsonb('labels').$type<Labels>().notNull(),
  groups: jsonb('groups').$type<ProductType['groups']>().notNull(),
  attributes: jsonb('attributes').$type<ProductType['attributes']>().notNull(),
  /** What its products want to be shown in. */
  views: text('views').array().$type<PictureView[]>().notNull().default([]),
  /** Where descriptions of its products are split; null leaves that to the storefront. */
  split: jsonb('split').$type<SplitPattern>(),
  position: integer('position').notNull().default(0),
})
