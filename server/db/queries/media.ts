import { eq, sql, type SQL } from 'drizzle-orm'
import type { Family } from '@core/catalogue/model'
import { plainShare, softFrom, wantedPixels } from '@core/media/checks'
import type { LibraryItem, Measured, MediaContent, MediaItem, PictureView } from '@core/media/item'
import { nearBits, nearDuplicates } from '@core/media/pixels'
import type { PhotoReading } from '@core/media/reading'
import { libraryOf, namesIn, type Library } from '@core/media/versions'
import { fold } from '@core/text/fold'
import { refersTo } from '@core/attributes/types/registry'
import type { Db, Tx } from '../connect'
import * as t from '../schema'
import type { StoredSetup } from './setup'
import { likePattern } from './like'

interface MediaRow {
  name: string
  digest: string
  labels: Record<string, string>
  view: string | null
  focus: MediaItem['focus']
  crop: MediaItem['crop']
  words: string | null
  of_name: string | null
  of_storefront: string
  of_language: string
  origin: string
  holder: string
  until: string | null
  mime: string
  bytes: number
  width: number | null
  height: number | null
  vector: boolean
  measured: Measured | null
}

const columns = sql`
  m.name, m.digest, m.labels, m.view, m.focus, m.crop, m.words, m.of_name, m.of_storefront, m.of_language, m.origin,
    m.holder, m.until::text,
  b.mime, b.bytes, b.width, b.height, b.vector, b.measured`

function itemOf(r: MediaRow): LibraryItem {
  const item: MediaItem = {
    code: r.name,
    digest: r.digest,
    labels: r.labels,
    view: r.view as PictureView | null,
    focus: r.focus,
    crop: r.crop,
    words: r.words,
    of:
      r.of_name === null
        ? null
        : { name: r.of_name, storefront: r.of_storefront || null, language: r.of_language || null },
    origin: r.origin,
    rights: { holder: r.holder, until: r.until },
  }
  return {
    item,
    content: {
      digest: r.digest,
      mime: r.mime,
      bytes: r.bytes,
      width: r.width,
      height: r.height,
      vector: r.vector,
      measured: r.measured,
    },
  }
}

/** The pictures and files that families name. */
export function namedBy(families: Iterable<Family>, setup: StoredSetup): string[] {
  const codes = new Set([...setup.attributes.values()].filter((a) => refersTo(a, 'picture', 'file')).map((a) => a.code))
  const names = new Set<string>()
  for (const f of families)
    for (const p of [f.root, ...f.variants])
      for (const v of p.values) if (codes.has(v.attribute)) namesIn(v.value).forEach((n) => names.add(n))
  return [...names]
}

/** Items by name, with the own versions of each and what they are versions of. */
export async function loadLibrary(db: Db, names: readonly string[]): Promise<Library> {
  if (names.length === 0) return libraryOf([])
  const list = sql`any(${sql.param([...new Set(names)])}::text[])`
  const { rows } = await db.execute(
    sql`
      select ${columns} from media m join blob b using (digest) where m.name = ${list} or m.of_name = ${list}
      order by m.name
    `,
  )
  return libraryOf((rows as unknown as MediaRow[]).map(itemOf))
}

/** The item of a name. */
export async function libraryItem(db: Db, name: string): Promise<LibraryItem | undefined> {
  return (await loadLibrary(db, [name])).items.get(name)
}

/** The attributes whose values name items of the library. */
function pointing(setup: StoredSetup): SQL {
  const ids = [...setup.attributes.values()]
    .filter((a) => refersTo(a, 'picture', 'file'))
    .map((a) => setup.attributeIds.get(a.code)!)
  return sql`any(${sql.param(ids)}::smallint[])`
}

/** Values that name an item, in any scope; `name` is SQL for its name. */
const naming = (setup: StoredSetup, name: SQL) =>
  sql`
    value v where v.hash is null and jsonb_typeof(v.value) = 'array' and v.value @> jsonb_build_array(${name})
    and v.attribute_id = ${pointing(setup)}
  `

/** The roots of products that name any of some items. */
export const rootsNaming = (setup: StoredSetup, names: readonly string[]): SQL =>
  sql.join(
    names.map(
      (name) =>
        sql`select p.root_id from product p where p.id in (select v.product_id from ${naming(setup, sql`${name}::text`)})`,
    ),
    sql` union `,
  )

/** SKUs of products that name an item, with their number; variants only where they name it themselves. */
export async function usersOf(
  db: Db,
  setup: StoredSetup,
  name: string,
  limit: number,
): Promise<{ skus: string[]; count: number }> {
  const { rows } = await db.execute<{ sku: string; n: number }>(sql`
    select p.sku, count(*) over ()::int as n from product p
    where p.id in (select v.product_id from ${naming(setup, sql`${name}::text`)}) order by p.sku limit ${limit}`)
  return { skus: rows.map((r) => r.sku), count: rows[0]?.n ?? 0 }
}

/** What a list of the library is narrowed to, finding by finding, as `itemChecks` would say of each item. */
const findings: Record<string, (o: { chain: readonly string[]; day: string; setup: StoredSetup }) => SQL> = {
  'too-small': () => sql`(not b.vector and least(b.width, b.height) < ${wantedPixels})`,
  soft: () => sql`((b.measured ->> 'blur')::float8 >= ${softFrom})`,
  'busy-ground': () =>
    sql`((b.measured #>> '{background,share}')::float8 < ${plainShare} and (m.view is null or m.view = 'whole'))`,
  'no-label': ({ chain }) =>
    sql`
      (not exists (select 1 from jsonb_each_text(m.labels) l where l.key = any(${sql.param([...chain])}::text[])
      and btrim(l.value) <> ''))
    `,
  'right-ended': ({ day }) => sql`(m.until < ${day}::date)`,
  'right-ends': ({ day }) => sql`(m.until >= ${day}::date and m.until < ${day}::date + 30)`,
  'near-duplicate': () =>
    sql`
      (exists (select 1 from near_duplicate w join media o on o.digest = w.other where w.digest = m.digest)
      or exists (select 1 from media o where o.digest = m.digest and o.name <> m.name))
    `,
  unused: ({ setup }) => sql`(m.of_name is null and not exists (select 1 from ${naming(setup, sql`m.name`)}))`,
}

export interface LibraryQuestion {
  q: string
  kind?: 'picture' | 'file'
  view?: string
  finding?: string
  order: 'name' | 'newest'
  offset: number
  limit: number
  /** Languages in which a text counts. */
  chain: readonly string[]
  day: string
}

/** How many products show an item, and what the first of them is called in the source language. */
interface Use {
  used: number
  product: string | null
}

/** The name of the first product that names an item: its own or its parent's, or its SKU where it has none. */
const firstProduct = (setup: StoredSetup) => sql`(
  select coalesce(n.value #>> '{}', p.sku) from product p
  left join lateral (
    select o.value from value o where o.product_id in (p.id, p.root_id) and o.storefront_id = 0
    and o.attribute_id = ${setup.attributeIds.get('name') ?? 0} and o.language = ${setup.source}
    order by o.product_id = p.id desc limit 1
  ) n on true
  where p.id = (select min(v.product_id) from ${naming(setup, sql`m.name`)})
)`

/** What the first product that shows each of some items is called; an item that none shows is not among them. */
export async function firstProductsOf(
  db: Db,
  setup: StoredSetup,
  names: readonly string[],
): Promise<Map<string, string>> {
  if (names.length === 0) return new Map()
  const { rows } = await db.execute<{ name: string; product: string | null }>(sql`
    select m.name, ${firstProduct(setup)} as product from media m where m.name = any(${sql.param([...names])}::text[])`)
  return new Map(rows.flatMap((r) => (r.product === null ? [] : [[r.name, r.product]])))
}

/**
 * A page of the library, each item with the products that name it. Words are looked for in names, texts and
 * origins.
 */
export async function listLibrary(
  db: Db,
  setup: StoredSetup,
  o: LibraryQuestion,
): Promise<{ items: (LibraryItem & Use)[]; count: number }> {
  const words = fold(o.q)
    .split(' ')
    .filter(Boolean)
    .map((w) => likePattern(w))
  const where = [
    ...words.map((w) => sql`lower(m.name || ' ' || m.labels::text || ' ' || m.origin) like ${w}`),
    ...(o.kind ? [o.kind === 'picture' ? sql`b.mime like 'image/%'` : sql`b.mime not like 'image/%'`] : []),
    ...(o.view ? [sql`m.view = ${o.view}`] : []),
    ...(o.finding ? [findings[o.finding]!({ chain: o.chain, day: o.day, setup })] : []),
  ]
  const from = sql`media m join blob b using (digest) ${where.length > 0 ? sql`where ${sql.join(where, sql` and `)}` : sql``}`
  const { rows } = await db.execute(sql`
    select ${columns}, (select count(distinct v.product_id)::int from ${naming(setup, sql`m.name`)}) as used,
      ${firstProduct(setup)} as product
    from ${from} order by ${o.order === 'newest' ? sql`m.created desc, m.name` : sql`m.name`} limit ${o.limit}
    offset ${o.offset}`)
  const count = await db.execute<{ n: number }>(sql`select count(*)::int as n from ${from}`)
  return {
    items: (rows as unknown as (MediaRow & Use)[]).map((r) => ({ ...itemOf(r), used: r.used, product: r.product })),
    count: count.rows[0]!.n,
  }
}

const bitsOf = (print: string) => [...print].map((h) => Number.parseInt(h, 16).toString(2).padStart(4, '0')).join('')

/**
 * Stores what was found out about a content, and the contents that are nearly the same. What is known already stays.
 */
export async function insertContent(tx: Tx, c: MediaContent): Promise<void> {
  // One at a time: of two that come at once, one would not see the other.
  await tx.db.execute(sql`select pg_advisory_xact_lock(hashtext('media contents'))`)
  const made = await tx.db
    .insert(t.blob)
    .values({ ...c, print: c.measured ? bitsOf(c.measured.print) : null })
    .onConflictDoNothing()
    .returning({ digest: t.blob.digest })
  if (made.length === 0 || !c.measured) return
  const { rows } = await tx.db.execute<{ digest: string; measured: Measured }>(sql`
    select digest, measured from blob where print is not null and digest <> ${c.digest}
    and bit_count(print # ${bitsOf(c.measured.print)}::bit(64)) <= ${nearBits}`)
  const pairs = rows
    .filter((r) => nearDuplicates(r.measured, c.measured!))
    .flatMap((r) => [
      { digest: c.digest, other: r.digest },
      { digest: r.digest, other: c.digest },
    ])
  if (pairs.length > 0) await tx.db.insert(t.nearDuplicate).values(pairs).onConflictDoNothing()
}

/** The content of a digest. */
export async function contentOf(db: Db, digest: string): Promise<MediaContent | undefined> {
  const { rows } = await db.execute(
    sql`select digest, mime, bytes, width, height, vector, measured from blob where digest = ${digest}`,
  )
  return rows[0] as unknown as MediaContent | undefined
}

/** Readings of pictures by the names of the items, for those that were read. */
export async function readingsOf(db: Db, names: readonly string[]): Promise<Map<string, PhotoReading>> {
  if (names.length === 0) return new Map()
  const { rows } = await db.execute<{ name: string; reading: PhotoReading }>(
    sql`
      select m.name, b.reading from media m join blob b using (digest)
      where m.name = any(${sql.param([...names])}::text[]) and b.reading is not null
    `,
  )
  return new Map(rows.map((r) => [r.name, r.reading]))
}

/** Contents of pictures that have not been read yet, or were read otherwise than today; of some names, or of all. */
export async function unreadPictures(
  db: Db,
  version: number,
  most: number,
  names?: readonly string[],
): Promise<{ digest: string; measured: Measured }[]> {
  const { rows } = await db.execute<{ digest: string; measured: Measured }>(sql`
    select digest, measured from blob where measured is not null
    and (reading is null or (reading ->> 'version')::int < ${version})
      ${names === undefined ? sql`` : sql`and digest in (select digest from media where name = any(${sql.param([...names])}::text[]))`}
      order by digest limit ${most}`)
  return rows
}

/** Keeps what was read from a picture. */
export async function keepReading(db: Db, digest: string, reading: PhotoReading): Promise<void> {
  await db.update(t.blob).set({ reading }).where(eq(t.blob.digest, digest))
}

/** Names of the library with the same content as an item, or nearly the same. */
export async function nearDuplicatesOf(db: Db, name: string): Promise<string[]> {
  const { rows } = await db.execute<{ name: string }>(sql`
    select o.name from media m join media o on o.name <> m.name
    and (o.digest = m.digest or o.digest in (select w.other from near_duplicate w where w.digest = m.digest))
    where m.name = ${name} order by o.name limit 50`)
  return rows.map((r) => r.name)
}

/** SKUs by key, letters and digits of a SKU or GTIN in lower case, for those that exist. */
export async function skusByKey(db: Db, keys: readonly string[]): Promise<Map<string, string>> {
  if (keys.length === 0) return new Map()
  const { rows } = await db.execute<{ key: string; sku: string }>(sql`
    select key, sku
    from (select regexp_replace(sku_folded, '[^[:alnum:]]+', '', 'g') as key, sku, 0 as rank from product union all
      select gtin, sku, 1 from product where gtin is not null) k
    where key = any(${sql.param([...keys])}::text[]) order by rank desc, sku desc`)
  return new Map(rows.map((r) => [r.key, r.sku]))
}
