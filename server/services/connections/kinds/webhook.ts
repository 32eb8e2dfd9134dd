import type { Connection, ConnectionEventName } from '@contracts/connections'
import { addressProblem } from '../../outside/address-problem'
import type { Problems } from '../../records/kind'
import { connectionEvents } from '../events'
import { sendChallenge, sendOnce } from '../signed-post'
import type { ConnectionKind } from './kind'

/** What is wrong with an address to which things are posted. */
export function postProblems({ address }: Connection): Problems {
  const wrong = addressProblem(address, 'https://shop.example/messages')
  return wrong === undefined ? [] : [{ path: 'address', message: wrong }]
}

/** Messages of what happened, each posted by itself. */
export const webhook: ConnectionKind = {
  signed: true,
  long: false,
  everything: false,
  eventsOf: ({ events }) => events,
  check(record) {
    const none = record.events.length === 0 ? [{ path: 'events', message: 'Select at least one event.' }] : []
    return [...postProblems(record), ...none]
  },
  test: ({ code, address }, secret, now) => sendChallenge({ code, address, secret }, now),
  async send({ id, event, storefront, data, record, secret, created }, now) {
    const told = await connectionEvents[event as ConnectionEventName].bodyOf(storefront, data)
    const body = { id, event, storefront, created: new Date(created).toISOString(), ...told }
    const { text: _, ...how } = await sendOnce({ address: record.address, secret, id: String(id), event, body }, now)
    return how
  },
}
