import { createHash } from 'node:crypto'
import { promisify } from 'node:util'
import { deflateRaw, inflateRawSync, type ZlibOptions } from 'node:zlib'
import { and, eq, sql } from 'drizzle-orm'
import { mediaOf, type ReleasedDocument } from '@core/release/document'
import { linksOf } from '@core/release/links'
import type { Db, Tx } from '../connect'
import * as t from '../schema'
import { lockTogether } from './locks'
import { validAt } from './released-pages'

/** Held by whoever writes pages with documents; alone, by whoever deletes documents that no page has. */
export const documentLock = 'released documents'

// Documents are kept compressed with what their edition's pages have in common, each content once.

/** What deflate looks back at: no dictionary is longer. */
const mostOfDictionary = 32_768

/** The pages of which a dictionary is made. */
const samples = 12

// Many at once, in threads of their own.
const packed = promisify<string, ZlibOptions, Buffer>(deflateRaw)

const digestOf = (text: string): Buffer => createHash('sha256').update(text).digest()

interface Dictionary {
  id: number
  content: Buffer
}

/** Dictionaries never change once they are written. */
const known = new Map<number, Buffer>()

async function dictionaryById(db: Db, id: number): Promise<Buffer> {
  const found = known.get(id)
  if (found) return found
  const [row] = await db
    .select({ content: t.pageDictionary.content })
    .from(t.pageDictionary)
    .where(eq(t.pageDictionary.id, id))
  const content = Buffer.from(row!.content)
  known.set(id, content)
  return content
}

async function dictionaryOf(db: Db, storefront: string, language: string): Promise<Dictionary | undefined> {
  const [row] = await db
    .select({ id: t.pageDictionary.id, content: t.pageDictionary.content })
    .from(t.pageDictionary)
    .where(and(eq(t.pageDictionary.storefront, storefront), eq(t.pageDictionary.language, language)))
  return row && { id: row.id, content: Buffer.from(row.content) }
}

/** The dictionary of an edition, made of some of its pages where it has none yet. */
async function ensureDictionary(
  tx: Tx,
  storefront: string,
  language: string,
  texts: readonly string[],
): Promise<Dictionary> {
  const found = await dictionaryOf(tx.db, storefront, language)
  if (found) return found
  const every = Math.max(1, Math.floor(texts.length / samples))
  const sample = texts.filter((_, i) => i % every === 0).slice(0, samples)
  const content = Buffer.from(sample.join('')).subarray(-mostOfDictionary)
  await tx.db.insert(t.pageDictionary).values({ storefront, language, content }).onConflictDoNothing()
  return (await dictionaryOf(tx.db, storefront, language))!
}

/** Keeps documents of an edition, given by their canonical texts. Returns the number of each. */
export async function keepDocuments(
  tx: Tx,
  { storefront, language }: { storefront: string; language: string },
  documents: ReadonlyMap<string, ReleasedDocument>,
): Promise<Map<string, number>> {
  if (documents.size === 0) return new Map()
  // A document that is found here must not be forgotten before the page that has it is written.
  await lockTogether(tx.db, documentLock)
  const digests = new Map([...documents.keys()].map((text) => [digestOf(text).toString('hex'), text]))
  const numbers = await numbersOfDigests(tx.db, [...digests.keys()])
  const missing = [...digests].filter(([digest]) => !numbers.has(digest))
  if (missing.length > 0) {
    const { id, content } = await ensureDictionary(tx, storefront, language, [...documents.keys()])
    const contents = await Promise.all(missing.map(([, text]) => packed(text, { dictionary: content, level: 6 })))
    await tx.db.execute(sql`
      insert into released_document (digest, dictionary, content)
      select d, ${id}, c
      from unnest(${sql.param(missing.map(([digest]) => Buffer.from(digest, 'hex')))}::bytea[],
        ${sql.param(contents)}::bytea[]) x(d, c)
      order by d on conflict (digest) do nothing`)
    const written = await numbersOfDigests(
      tx.db,
      missing.map(([digest]) => digest),
    )
    for (const [digest, n] of written) numbers.set(digest, n)
    const read = missing.map(([digest, text]) => ({
      document: written.get(digest)!,
      text,
      content: documents.get(text)!,
    }))
    await keepMediaNames(tx, read)
    await keepLinks(tx, read)
  }
  return new Map([...digests].map(([digest, text]) => [text, numbers.get(digest)!]))
}

/** The numbers of those of some documents that are kept already, by their canonical texts. */
export async function keptDocuments(db: Db, texts: Iterable<string>): Promise<Map<string, number>> {
  const digests = new Map([...texts].map((text) => [digestOf(text).toString('hex'), text]))
  const numbers = await numbersOfDigests(db, [...digests.keys()])
  return new Map([...numbers].map(([digest, number]) => [digests.get(digest)!, number]))
}

/** A document that was just written: its number, its canonical text, and what that says. */
interface WrittenDocument {
  document: number
  text: string
  content: ReleasedDocument
}

/** Notes which links stand in documents, to be looked up. */
async function keepLinks(tx: Tx, documents: readonly WrittenDocument[]): Promise<void> {
  const pairs = documents.flatMap(({ document, content }) => linksOf(content).map((href) => ({ document, href })))
  if (pairs.length === 0) return
  await tx.db.execute(sql`
    insert into released_link (document, href) select document, href
    from jsonb_to_recordset(${JSON.stringify(pairs)}::jsonb) as x(document bigint, href text) on conflict do nothing`)
}

/** Notes which pictures and files documents name: only these are sent to shoppers. */
async function keepMediaNames(tx: Tx, documents: readonly WrittenDocument[]): Promise<void> {
  const pairs = documents.flatMap(({ document, text, content }) =>
    mediaOf(content, text).map((name) => ({ document, name })),
  )
  await tx.db.execute(sql`
    insert into released_media (name, document) select name, document
    from jsonb_to_recordset(${JSON.stringify(pairs)}::jsonb) as x(name text, document bigint) on conflict do nothing`)
}

/** Whether a picture or file stands on a page that is live somewhere, now or in a stretch of time to come. */
export async function isOnLivePage(db: Db, name: string): Promise<boolean> {
  const { rows } = await db.execute<{ live: boolean }>(sql`
    select exists (select 1 from released_media m join released_page p on p.document = m.document
      join live_release l on l.storefront = p.storefront
      where m.name = ${name} and ${validAt(sql`l.reads`)}) as live`)
  return rows[0]!.live
}

/** The pictures and files that the pages of a storefront name in a release, now or in a stretch of time to come. */
export async function mediaOfRelease(db: Db, storefront: string, release: number): Promise<string[]> {
  const { rows } = await db.execute<{ name: string }>(sql`
    select distinct m.name from released_page p join released_media m on m.document = p.document
    where p.storefront = ${storefront} and ${validAt(release)} order by m.name`)
  return rows.map((r) => r.name)
}

/** The numbers of documents by their digests in hexadecimal, for those that are kept. */
async function numbersOfDigests(db: Db, digests: readonly string[]): Promise<Map<string, number>> {
  const { rows } = await db.execute<{ id: number; digest: string }>(sql`
    select id, encode(digest, 'hex') as digest from released_document
    where digest = any(${sql.param(digests.map((d) => Buffer.from(d, 'hex')))}::bytea[])`)
  return new Map(rows.map((r) => [r.digest, r.id]))
}

/** A document as it is kept, unpacked: its canonical text and its digest. */
export interface KeptDocument {
  text: string
  digest: string
}

/** Documents by their numbers. */
export async function documentsById(db: Db, ids: readonly number[]): Promise<Map<number, KeptDocument>> {
  if (ids.length === 0) return new Map()
  const { rows } = await db.execute<{ id: number; digest: string; dictionary: number; content: Buffer }>(sql`
    select id, encode(digest, 'hex') as digest, dictionary, content from released_document
    where id = any(${sql.param([...ids])}::bigint[])`)
  const found = new Map<number, KeptDocument>()
  for (const { id, digest, dictionary, content } of rows) {
    const text = inflateRawSync(content, { dictionary: await dictionaryById(db, dictionary) }).toString()
    found.set(id, { text, digest })
  }
  return found
}

/** What reads documents of some numbers, which are fetched at once; null is no document. */
export async function documentReader(
  db: Db,
  numbers: readonly (number | null)[],
): Promise<(number: number | null) => ReleasedDocument | null> {
  const documents = await documentsById(
    db,
    numbers.flatMap((n) => n ?? []),
  )
  return (number) => (number === null ? null : readDocument(documents.get(number)!))
}

/** A kept document, read. */
export const readDocument = ({ text }: Pick<KeptDocument, 'text'>): ReleasedDocument =>
  JSON.parse(text) as ReleasedDocument
