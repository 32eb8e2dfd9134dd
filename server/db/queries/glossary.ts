import { asc } from 'drizzle-orm'
import { createGlossary, type Glossary, type Term } from '@core/translation/glossary'
import type { Db } from '../connect'
import * as t from '../schema'
import { mayShare, readStamp } from './setup'

export function termOf(row: typeof t.term.$inferSelect): Term {
  return { code: row.code, partOfSpeech: row.partOfSpeech, note: row.note, languages: row.languages }
}

let cached: { stamp: string; glossary: Glossary } | undefined

async function readGlossary(db: Db, source: string): Promise<Glossary> {
  const rows = await db.select().from(t.term).orderBy(asc(t.term.code))
  return createGlossary(rows.map(termOf), source)
}

/**
 * All terms, ready to be found in texts of the source language; cached until one changes. A transaction that has
 * changed one reads its own.
 */
export async function loadGlossary(db: Db, source: string): Promise<Glossary> {
  if (!mayShare(db)) return readGlossary(db, source)
  const stamp = `${source} ${await readStamp(db, 'glossary')}`
  if (cached?.stamp === stamp) return cached.glossary
  cached = { stamp, glossary: await readGlossary(db, source) }
  return cached.glossary
}
