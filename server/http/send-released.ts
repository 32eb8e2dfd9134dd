import type { ServerResponse } from 'node:http'
import type { H3Event } from 'h3'
import type { ReleasedDocument } from '@core/release/document'
import type { PageKey } from '../db/queries/page-key'
import { beginAnswer, keepAnswer, readyAnswer } from '../services/delivery/following'
import { readingOf, type ReadAsked, type Reading } from '../services/delivery/live'
import { madeDocument, type Made } from '../services/delivery/made'
import type { ReadyAnswer } from '../services/delivery/ready-answers'
import { leastBytes, pack } from './packing'
import { sentOf } from './send-ready'

/** What of a storefront is asked for, and at which moment. */
export interface Asked extends ReadAsked {
  now: number
}

/** Makes an answer of delivery, sends it, and keeps it ready for the next who ask. Nothing is left to be sent. */
export async function sendMade(
  event: H3Event,
  { now, ...asked }: Asked,
  make: (reading: Reading) => Promise<Made>,
): Promise<never> {
  const address = addressOf(event)
  // What is for everybody was looked for before this.
  const ready = asked.group ? readyAnswer(address, now) : undefined
  const { answer, release } = ready ?? (await makeAnswer(address, asked, now, make))
  const { req, res } = event.node
  send(res, sentOf(req, answer, release, now))
  return undefined as never
}

/** What an answer is kept under: by whom it may be read is looked at anew each time. */
const addressOf = ({ path }: H3Event): string => path.replaceAll(/&(until|signature)=[^&]*/g, '')

async function makeAnswer(
  address: string,
  asked: ReadAsked,
  now: number,
  make: (reading: Reading) => Promise<Made>,
): Promise<{ answer: ReadyAnswer; release: number }> {
  const begun = beginAnswer()
  const reading = await readingOf(asked, now)
  const { text, digest, next, madeOf } = await make(reading)
  const packed = text.length >= leastBytes
  const isDraft = asked.draft !== undefined
  const answer: ReadyAnswer = {
    ...{ storefront: asked.storefront, madeOf, packed },
    // A draft changes whenever somebody decides about its pages.
    next: isDraft ? now : next,
    pinned: asked.pinned,
    restricted: asked.group !== '' || asked.any === true || isDraft,
    body: packed ? await pack(text, 'gzip') : Buffer.from(text),
    tag: `W/"${digest.slice(0, 32)}"`,
  }
  if (!isDraft) keepAnswer(address, answer, { release: reading.number, begun })
  return { answer, release: reading.number }
}

function send(response: ServerResponse, { status, headers, body }: ReturnType<typeof sentOf>): void {
  response.statusCode = status
  for (let i = 0; i < headers.length; i += 2) response.setHeader(headers[i]!, headers[i + 1]!)
  response.end(body)
}

/** Answers what is released under a key. Throws 404. */
export const sendReleased = (event: H3Event, asked: Asked, of: PageKey & { kind: ReleasedDocument['kind'] }) =>
  sendMade(event, asked, (reading) => madeDocument(reading, of, asked.now))
