import { createGlossary, type Glossary } from '@core/translation/glossary'
import type { Db } from '../connect'
import { storedRecords } from './records'
import { mayShare, readStamp } from './setup'

let cached: { stamp: string; glossary: Glossary } | undefined

async function readGlossary(db: Db, source: string): Promise<Glossary> {
  return createGlossary(await storedRecords(db, 'glossary'), source)
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
