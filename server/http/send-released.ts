import type { H3Event } from 'h3'
import type { ReleasedDocument } from '@core/release/document'
import type { PageKey } from '../db/queries/page-key'
import { beginAnswer, keepAnswer } from '../services/delivery/following'
import { readingOf, type Reading } from '../services/delivery/live'
import { madeDocument, type Made } from '../services/delivery/made'
import type { ReadyAnswer } from '../services/delivery/ready-answers'
import { leastBytes, pack } from './packing'
import { sentOf } from './send-ready'

/** Of which storefront an answer is, at which moment, and of which release where one is asked for by its number. */
export interface Asked {
  storefront: string
  release: number | undefined
  now: number
}

/** Makes an answer of delivery, sends it, and keeps it ready for the next who ask. Nothing is left to be sent. */
export async function sendMade(
  event: H3Event,
  { storefront, release, now }: Asked,
  make: (reading: Reading) => Promise<Made>,
): Promise<never> {
  const begun = beginAnswer()
  const reading = await readingOf(storefront, release, now)
  const { text, digest, next, madeOf } = await make(reading)
  const packed = text.length >= leastBytes
  const answer: ReadyAnswer = {
    ...{ storefront, next, madeOf, packed },
    pinned: release,
    body: packed ? await pack(text, 'gzip') : Buffer.from(text),
    tag: `W/"${digest.slice(0, 32)}"`,
  }
  keepAnswer(event.path, answer, { release: reading.number, begun })
  const { req, res } = event.node
  const sent = sentOf(req, answer, reading.number, now)
  res.statusCode = sent.status
  for (let i = 0; i < sent.headers.length; i += 2) res.setHeader(sent.headers[i]!, sent.headers[i + 1]!)
  res.end(sent.body)
  return undefined as never
}

/** Answers what is released under a key. Throws 404. */
export const sendReleased = (event: H3Event, asked: Asked, of: PageKey & { kind: ReleasedDocument['kind'] }) =>
  sendMade(event, asked, (reading) => madeDocument(reading, of, asked.now))
