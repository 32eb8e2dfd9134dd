import type { DeliveredChange } from '@contracts/delivery'
import type { MessageTry } from '@contracts/connections'
import { releasedKinds } from '@core/release/document'
import { database } from '../../../db/connect'
import { touchedPages, type PlaceInStep } from '../../../db/queries/live-steps'
import type { PageKey } from '../../../db/queries/page-key'
import { loadSetup } from '../../../db/queries/setup'
import { pagesInTurn } from '../../delivery/everything'
import { readingOf, type Reading } from '../../delivery/live'
import { ifThere, madePage } from '../../delivery/made'
import { ForPeople } from '../../problem'
import { knownStep } from '../events'
import { sendChallenge, sendOnce } from '../signed-post'
import type { ConnectionKind, MessageToSend } from './kind'
import { postProblems } from './webhook'

// A shop that does not ask delivery but is given every page: what changed, as it is now. Pages are posted so many at a
// time, in their order; where one post fails, the whole message is tried again, which changes nothing that was taken.

const pagesOfPost = 100

/** What is posted of a page: as delivery answers it, or that there is none any more. */
type Pushed = Pick<DeliveredChange, 'kind' | 'key' | 'language'> & { page: object | null }

/** Kinds of documents that are no pages: what they say stands in the pages themselves. */
const isPushed = ({ kind }: Pick<PageKey, 'kind'>): boolean => kind !== 'addresses'

async function pushedOf(reading: Reading, { language, kind, key }: PageKey, now: number): Promise<Pushed> {
  const made = await ifThere(madePage(reading, { language, kind, key }, now))
  return { kind: kind as Pushed['kind'], key, language, page: made ? (JSON.parse(made.text) as object) : null }
}

/** The pages that a step of a storefront touched, so many at a time. Throws ForPeople where it is forgotten. */
async function* touchedBy(storefront: string, step: number): AsyncGenerator<PageKey[]> {
  const db = database()
  const found = await knownStep(storefront, step)
  if (!found) throw new ForPeople('What is to be told of is no longer known. Send everything.')
  for (let place: PlaceInStep | null = null; ;) {
    const touched: PageKey[] = await touchedPages(db, storefront, found, place, pagesOfPost)
    if (touched.length === 0) return
    yield touched
    place = touched.at(-1)!
  }
}

/** All pages that are live in a storefront, so many at a time. */
async function* everyPage(reading: Reading, now: number): AsyncGenerator<PageKey[]> {
  const { storefronts } = await loadSetup(database())
  for (const { language } of storefronts.get(reading.storefront)?.editions ?? [])
    for (const kind of releasedKinds)
      for await (const pages of pagesInTurn(reading, { language, kind }, now, pagesOfPost))
        yield pages.map(({ key }) => ({ language, kind, key }))
}

/** Posts pages as they are now, part by part, until one part is not taken. */
async function push({ id, event, storefront, data, record, secret }: MessageToSend, now: number): Promise<MessageTry> {
  const reading = await readingOf({ storefront: storefront! }, now)
  const parts = event === 'everything' ? everyPage(reading, now) : touchedBy(storefront!, Number(data.step))
  let last: MessageTry = { at: new Date(now).toISOString(), status: null, took: 0, problem: null }
  let part = 0
  for await (const keys of parts) {
    const items = await Promise.all(keys.filter(isPushed).map((key) => pushedOf(reading, key, now)))
    if (items.length === 0) continue
    const told = { id, event: 'pages', storefront, release: reading.number, everything: event === 'everything' }
    const body = { ...told, part: ++part, items }
    const sending = { address: record.address, secret, id: `${id}-${part}`, event: 'pages', body }
    const { text: _, ...how } = await sendOnce(sending, now)
    last = { ...how, took: last.took + how.took }
    if (how.problem !== null) return last
  }
  return last
}

/** Pages themselves, posted as they change. */
export const shop: ConnectionKind = {
  signed: true,
  long: true,
  everything: true,
  eventsOf: () => ['page.changed'],
  check: postProblems,
  test: ({ code, address }, secret, now) => sendChallenge({ code, address, secret }, now),
  send: push,
}
