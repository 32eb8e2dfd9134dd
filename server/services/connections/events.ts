import type { ConnectionEventName } from '@contracts/connections'
import { database } from '../../db/connect'
import { stepsFrom, touchedPages, type LiveStep } from '../../db/queries/live-steps'
import { changeTold, cursorAfterStep } from '../delivery/changes'
import { changedAddresses } from '../delivery/changed-addresses'
import { ForPeople } from '../problem'

// What other systems can be told of. What happened is noted with what it is known by; the text of a message is made of
// it when it is sent.

/** Of so many changed pages the addresses are named; the others are read by the cursor that is told. */
const mostPages = 1000

/** What a message says: the same however often it is tried. */
type Body = Record<string, unknown>

interface ConnectionEvent {
  bodyOf(storefront: string | null, data: Record<string, unknown>): Promise<Body>
}

/** A step of a storefront; undefined where it is forgotten. */
export async function knownStep(storefront: string, step: number): Promise<LiveStep | undefined> {
  const [found] = await stepsFrom(database(), storefront, step, 1)
  return found?.step === step ? found : undefined
}

/** The pages that a step of a storefront touched, with the addresses at which caches hold them. */
async function bodyOfStep(storefront: string | null, { step }: Record<string, unknown>): Promise<Body> {
  const found = await knownStep(storefront!, Number(step))
  if (!found) throw new ForPeople('What is to be told of is no longer known.')
  const touched = await touchedPages(database(), storefront!, found, null, mostPages + 1)
  const changes = touched.slice(0, mostPages).map(changeTold)
  return {
    release: found.number,
    at: new Date(found.at).toISOString(),
    by: found.after === null ? 'release' : 'time',
    pages: await changedAddresses(storefront!, found, changes),
    more: touched.length > mostPages,
    after: cursorAfterStep(found.step - 1),
  }
}

/** What was noted when it happened, as it is. */
const bodyAsNoted = (_storefront: string | null, data: Record<string, unknown>): Promise<Body> => Promise.resolve(data)

/** Every event. Adding one is adding an entry, its name in the contract, and noting it where it happens. */
export const connectionEvents: Record<ConnectionEventName, ConnectionEvent> = {
  'release.live': { bodyOf: bodyOfStep },
  'page.changed': { bodyOf: bodyOfStep },
  'import.done': { bodyOf: bodyAsNoted },
  'translation.due': { bodyOf: bodyAsNoted },
}
