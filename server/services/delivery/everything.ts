import { releasedKinds, type ReleasedDocument } from '@core/release/document'
import { database } from '../../db/connect'
import { deliveredPages, type PageInOrder } from '../../db/queries/delivered-pages'
import { documentsById } from '../../db/queries/released-documents'
import type { Reading } from './live'

/** Pages are read so many at a time. */
const atOnce = 500

/** All that is released of an edition at one release and moment, a line of JSON each. */
export async function* linesOfEverything(reading: Reading, language: string, now: number): AsyncGenerator<string> {
  for (const kind of releasedKinds) yield* linesOfKind(reading, language, kind, now)
}

async function* linesOfKind(
  reading: Reading,
  language: string,
  kind: ReleasedDocument['kind'],
  now: number,
): AsyncGenerator<string> {
  for await (const texts of textsInTurn(reading, { language, kind }, now)) for (const text of texts) yield `${text}\n`
}

/** Pages of one kind in an edition, so many at a time, in the order of their keys. */
export async function* pagesInTurn(
  reading: Reading,
  { language, kind }: { language: string; kind: ReleasedDocument['kind'] },
  now: number,
  limit = atOnce,
): AsyncGenerator<PageInOrder[]> {
  for (let after = ''; ;) {
    const pages = await deliveredPages(database(), reading, { language, kind, after, limit, now })
    if (pages.length === 0) return
    yield pages
    after = pages.at(-1)!.key
  }
}

/** The documents of the same, as they are kept. */
export async function* textsInTurn(
  reading: Reading,
  of: { language: string; kind: ReleasedDocument['kind'] },
  now: number,
): AsyncGenerator<string[]> {
  for await (const pages of pagesInTurn(reading, of, now)) {
    const numbers = pages.flatMap((page) => page.document ?? [])
    const documents = await documentsById(database(), numbers)
    yield numbers.map((number) => documents.get(number)!.text)
  }
}
