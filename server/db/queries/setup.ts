import { asc, eq, inArray, sql } from 'drizzle-orm'
import type { Attribute, AttributeTypeName, ProductType } from '@core/attributes/attribute'
import type { Setup, Storefront } from '@core/catalogue/model'
import { plainLayout, type Layout } from '@core/page/layout'
import type { UnitFamily } from '@core/units/registry'
import type { Db } from '../connect'
import * as t from '../schema'
import { settings } from '../../settings'
import { storedRecords } from './records'

/** The set-up with the numbers under which the database knows its parts. */
export interface StoredSetup extends Setup {
  stamp: number
  attributeIds: Map<string, number>
  attributeCodes: Map<number, string>
  storefrontIds: Map<string, number>
  storefrontCodes: Map<number, string>
}

/** A record of the set-up as it crosses the wire, from its row. */
export function attributeOf(row: typeof t.attribute.$inferSelect): Attribute {
  return {
    code: row.code,
    labels: row.labels,
    help: row.help,
    type: row.type as AttributeTypeName,
    family: row.family as UnitFamily | null,
    unit: row.unit,
    options: row.options,
    translatable: row.translatable,
    perStorefront: row.perStorefront,
    serves: row.serves,
    allowed: row.allowed,
  }
}

export function storefrontOf(row: typeof t.storefront.$inferSelect): Storefront {
  return {
    code: row.code,
    name: row.name,
    currency: row.currency,
    timeZone: row.timeZone,
    colour: row.colour,
    carrierUnits: row.carrierUnits,
    addresses: row.addresses,
    releasing: row.releasing,
    editions: row.editions.map((e) => ({ asks: 'translated', acceptsUnread: false, ...e })),
    facts: row.facts,
    pages: row.pages,
    phrases: row.phrases,
    addedPhrases: row.addedPhrases,
    menu: row.menu,
    layout: layoutOf(row.layout),
  }
}

/** A layout, also where it was stored when only one area could be folded. */
function layoutOf({ details, needed, ...stored }: (typeof t.storefront.$inferSelect)['layout']): Layout {
  return { ...plainLayout(details ?? 'tabs', stored.parts, needed), ...stored }
}

export function typeOf(row: typeof t.productType.$inferSelect): ProductType {
  return {
    code: row.code,
    labels: row.labels,
    groups: row.groups,
    attributes: row.attributes,
    views: row.views,
    split: row.split,
  }
}

/** What has a counter of its changes. */
export type Stamp = 'setup' | 'content' | 'pages' | 'house-style' | 'glossary' | 'memory'

/** The number of times a part of the content has changed. */
export async function readStamp(db: Db, name: Stamp): Promise<number> {
  const [row] = await db.select({ n: t.stamp.n }).from(t.stamp).where(eq(t.stamp.name, name))
  return row?.n ?? 0
}

/** The same of several parts, in the order of their names, with dots between. */
export async function readStamps(db: Db, names: readonly Stamp[]): Promise<string> {
  const rows = await db
    .select({ name: t.stamp.name, n: t.stamp.n })
    .from(t.stamp)
    .where(inArray(t.stamp.name, [...names]))
  return names.map((name) => rows.find((r) => r.name === name)?.n ?? 0).join('.')
}

/** What is done again where this version, or the day, is another than when it was done last. */
export type Mark = 'facts' | 'evaluated' | 'page-code'

/** With which mark something was done last; undefined where it never was. */
export async function readMark(db: Db, name: Mark): Promise<number | undefined> {
  const [row] = await db.select({ n: t.stamp.n }).from(t.stamp).where(eq(t.stamp.name, name))
  return row?.n
}

/** Notes with which mark something was done. */
export async function writeMark(db: Db, name: Mark, n: number): Promise<void> {
  await db.insert(t.stamp).values({ name, n }).onConflictDoUpdate({ target: t.stamp.name, set: { n } })
}

/** Transactions that have changed some of what has a counter. */
const changedBy = new WeakSet<Db>()

/**
 * Whether what a transaction reads may be cached for others: not where it has changed some of it, for that may yet
 * fall.
 */
export const mayShare = (db: Db): boolean => !changedBy.has(db)

/** Says that a part of the content has changed; part of the transaction that changes it. */
export async function raiseStamp(db: Db, name: Stamp): Promise<void> {
  changedBy.add(db)
  await db
    .insert(t.stamp)
    .values({ name, n: 1 })
    .onConflictDoUpdate({ target: t.stamp.name, set: { n: sql`${t.stamp.n} + 1` } })
}

const byName = <T extends { name: string }>(list: T[]): T[] =>
  list.sort((a, b) => (a.name < b.name ? -1 : a.name > b.name ? 1 : 0))

/** The set-up as a transaction sees it, its own changes included; not kept, for they may yet fall. */
export async function readSetup(db: Db): Promise<StoredSetup> {
  const stamp = await readStamp(db, 'setup')
  const attributes = await db.select().from(t.attribute).orderBy(asc(t.attribute.id))
  const storefronts = await db.select().from(t.storefront).orderBy(asc(t.storefront.position))
  const types = await db.select().from(t.productType).orderBy(asc(t.productType.position), asc(t.productType.code))
  const categories = await db.select().from(t.category).orderBy(asc(t.category.position))
  const brands = await db.select().from(t.brand).orderBy(asc(t.brand.name))
  const lists = await db.select().from(t.namedList).orderBy(asc(t.namedList.name))
  const campaigns = byName(await storedRecords(db, 'campaigns'))
  const rules = byName(await storedRecords(db, 'named-rules'))
  const groups = await db.select().from(t.customerGroup).orderBy(asc(t.customerGroup.position))
  return {
    stamp,
    source: settings().sourceLanguage,
    attributes: new Map(attributes.map((a) => [a.code, attributeOf(a)])),
    types: new Map(types.map((p) => [p.code, typeOf(p)])),
    categories: new Map(
      categories.map((c) => [c.code, { code: c.code, parent: c.parent, names: c.names, type: c.type }]),
    ),
    brands: new Map(brands.map((b) => [b.code, b])),
    lists: new Map(lists.map((l) => [l.code, { code: l.code, name: l.name }])),
    groups: new Map(groups.map((g) => [g.code, { code: g.code, name: g.name }])),
    campaigns: new Map(campaigns.map((c) => [c.code, c])),
    rules: new Map(rules.map((r) => [r.code, r])),
    storefronts: new Map(storefronts.map((s) => [s.code, storefrontOf(s)])),
    attributeIds: new Map(attributes.map((a) => [a.code, a.id])),
    attributeCodes: new Map(attributes.map((a) => [a.id, a.code])),
    storefrontIds: new Map(storefronts.map((s) => [s.code, s.id])),
    storefrontCodes: new Map(storefronts.map((s) => [s.id, s.code])),
  }
}

let cached: StoredSetup | undefined

/** The set-up, cached until its stamp rises. A transaction that has changed some of it reads its own. */
export async function loadSetup(db: Db): Promise<StoredSetup> {
  if (!mayShare(db)) return readSetup(db)
  const stamp = await readStamp(db, 'setup')
  if (cached?.stamp === stamp) return cached
  cached = await readSetup(db)
  return cached
}
