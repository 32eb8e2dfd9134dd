import type { ReleasedDocument } from '@core/release/document'
import { siteKinds } from '@core/release/site'
import { database } from '../../db/connect'
import { deliveredPages } from '../../db/queries/delivered-pages'
import { documentsById } from '../../db/queries/released-documents'
import type { Reading } from './live'

/** Pages are read so many at a time. */
export const atOnce = 500

/** All that is released of an edition at one release and moment, a line of JSON each. */
export async function* linesOfEverything(reading: Reading, language: string, now: number): AsyncGenerator<string> {
  for (const kind of [...siteKinds, 'product'] as const) yield* linesOfKind(reading, language, kind, now)
}

async function* linesOfKind(
  reading: Reading,
  language: string,
  kind: ReleasedDocument['kind'],
  now: number,
): AsyncGenerator<string> {
  const db = database()
  for (let after = ''; ;) {
    const pages = await deliveredPages(db, reading, { language, kind, after, limit: atOnce, now })
    if (pages.length === 0) return
    after = pages.at(-1)!.key
    const documents = await documentsById(
      db,
      pages.flatMap((p) => p.document ?? []),
    )
    for (const { document } of pages) if (document !== null) yield `${documents.get(document)!.text}\n`
  }
}
