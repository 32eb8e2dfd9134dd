import { createHash } from 'node:crypto'
import type { H3Event } from 'h3'
import type { DeliveredProduct } from '@contracts/delivery'
import type { ReleasedDocument } from '@core/release/document'
import { readDocument } from '../db/queries/released-documents'
import { beginAnswer, keepAnswer } from '../services/delivery/following'
import { readingOf, type Reading } from '../services/delivery/live'
import { deliver, deliverProduct } from '../services/delivery/pages'
import { elsewherePart, pagePart } from '../services/delivery/parts'
import type { ReadyAnswer } from '../services/delivery/ready-answers'
import { sendAnswer } from './send-ready'

/** Of which storefront an answer is, at which moment, and of which release where one is asked for by its number. */
export interface Asked {
  storefront: string
  release: number | undefined
  now: number
}

/** An answer of delivery before it is sent. */
export interface Made<D> {
  document: D
  /** In hexadecimal, of all that it says. */
  digest: string
  next: number | null
  /** The parts it is made of. */
  madeOf: readonly string[]
}

/** Makes an answer of delivery, sends it, and keeps it ready for the next who ask. */
export async function sendMade<D>(
  event: H3Event,
  { storefront, release, now }: Asked,
  make: (reading: Reading) => Promise<Made<D>>,
): Promise<D> {
  const begun = beginAnswer()
  const reading = await readingOf(storefront, release, now)
  const { document, digest, next, madeOf } = await make(reading)
  const answer: ReadyAnswer = {
    ...{ storefront, next, madeOf },
    pinned: release,
    body: Buffer.from(JSON.stringify(document)),
    type: 'application/json',
    tag: `W/"${digest.slice(0, 32)}"`,
    packed: new Map(),
  }
  keepAnswer(event.path, answer, { release: reading.number, begun })
  const sending = { address: event.path, release: reading.number, now }
  await sendAnswer(event.node.req, event.node.res, answer, sending)
  return document
}

type OfEdition = { language: string; kind: ReleasedDocument['kind']; key: string }

/** Answers what is released under a key. Throws 404. */
export const sendReleased = <D extends ReleasedDocument>(
  event: H3Event,
  asked: Asked,
  of: OfEdition & { kind: D['kind'] },
): Promise<D> =>
  sendMade(event, asked, async (reading) => {
    const page = await deliver(reading, of, asked.now)
    const { digest, next } = page
    return { document: readDocument(page) as D, digest, next, madeOf: [pagePart(asked.storefront, of)] }
  })

/** A released page of a product, with its address and its alternates. Throws 404. */
export async function madeProduct(
  reading: Reading,
  { language, sku }: { language: string; sku: string },
  now: number,
): Promise<Made<DeliveredProduct>> {
  const { document, digest, next } = await deliverProduct(reading, { language, sku }, now)
  const itself = pagePart(reading.storefront, { language, kind: 'product', key: sku })
  return { document, digest, next, madeOf: [itself, elsewherePart(sku)] }
}

/** What was put together of several documents: its tag is that of what it says. */
export function madeTogether<D>(document: D, { next, madeOf }: Pick<Made<D>, 'next' | 'madeOf'>): Made<D> {
  const digest = createHash('sha256').update(JSON.stringify(document)).digest('hex')
  return { document, digest, next, madeOf }
}
