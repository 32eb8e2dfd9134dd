import { createHash } from 'node:crypto'
import { promisify } from 'node:util'
import { gzip } from 'node:zlib'
import type { H3Event } from 'h3'
import type { ReleasedDocument } from '@core/release/document'
import { beginAnswer, keepAnswer } from '../services/delivery/following'
import { readingOf, type Reading } from '../services/delivery/live'
import { deliver, deliverProduct } from '../services/delivery/pages'
import { elsewherePart, pagePart } from '../services/delivery/parts'
import type { ReadyAnswer } from '../services/delivery/ready-answers'
import { leastBytes } from './packing'
import { sentOf } from './send-ready'

/** Of which storefront an answer is, at which moment, and of which release where one is asked for by its number. */
export interface Asked {
  storefront: string
  release: number | undefined
  now: number
}

/** An answer of delivery before it is sent, as JSON. */
export interface Made {
  text: string
  /** In hexadecimal, of all that it says. */
  digest: string
  next: number | null
  /** The parts it is made of. */
  madeOf: readonly string[]
}

const gzipped = promisify(gzip)

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
    body: packed ? await gzipped(text) : Buffer.from(text),
    type: 'application/json',
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

type OfEdition = { language: string; kind: ReleasedDocument['kind']; key: string }

/** Answers what is released under a key. Throws 404. */
export const sendReleased = (event: H3Event, asked: Asked, of: OfEdition): Promise<never> =>
  sendMade(event, asked, async (reading) => {
    const { text, digest, next } = await deliver(reading, of, asked.now)
    return { text, digest, next, madeOf: [pagePart(asked.storefront, of)] }
  })

/** A released page of a product, with its address and its alternates. Throws 404. */
export async function madeProduct(
  reading: Reading,
  { language, sku }: { language: string; sku: string },
  now: number,
): Promise<Made> {
  const { text, digest, next } = await deliverProduct(reading, { language, sku }, now)
  const itself = pagePart(reading.storefront, { language, kind: 'product', key: sku })
  return { text, digest, next, madeOf: [itself, elsewherePart(sku)] }
}

/** What was put together of several documents: its tag is that of what it says. */
export function madeTogether<D>(document: D, { next, madeOf }: Pick<Made, 'next' | 'madeOf'>): Made {
  const text = JSON.stringify(document)
  return { text, digest: createHash('sha256').update(text).digest('hex'), next, madeOf }
}
