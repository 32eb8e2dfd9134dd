import { asc } from 'drizzle-orm'
import { createGlossary, type Glossary, type Term } from '@core/translation/glossary'
import type { Db } from '../connect'
import * as t from '../schema'
import { readStamp } from './setup'

export function termOf(row: typeof t.term.$inferSelect): Term {
  return { code: row.code, partOfSpeech: row.partOfSpeech, note: row.note, languages: row.languages }
}

let kept: { stamp: string; glossary: Glossary } | undefined

/** All terms, ready to be found in texts of the source language; kept in memory until one changes. */
export async function loadGlossary(db: Db, source: string): Promise<Glossary> {
  const stamp = `${source} ${await readStamp(db, 'glossary')}`
  if (kept?.stamp !== stamp) kept = { stamp, glossary: createGlossary((await db.select().from(t.term).orderBy(asc(t.term.code))).map(termOf), source) }
  return kept.glossary
}
