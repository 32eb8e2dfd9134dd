import type { Connection, ConnectionEventName, MessageTry } from '@contracts/connections'
import type { ClaimedMessage } from '../../../db/queries/messages'
import type { StoredSetup } from '../../../db/queries/setup'
import type { Problems } from '../../records/kind'

/** A message whose connection can be written to. */
export type MessageToSend = Omit<ClaimedMessage, 'secret'> & {
  /** What it is signed with; empty where its kind signs nothing. */
  secret: string
}

/** One kind of connection: how it is checked, tried and sent. Adding a kind is adding an entry in `registry.ts`. */
export interface ConnectionKind {
  /** Whether what is sent is signed: before there is a secret, nothing is. */
  signed: boolean
  /** Whether sending can take minutes: it is done apart from what is quick. */
  long: boolean
  /** Whether all that is live can be sent at once, when somebody says so. */
  everything: boolean
  /** What makes a message to it, of what a record names. */
  eventsOf(record: Connection): ConnectionEventName[]
  /** What is wrong beyond the shape. */
  check(record: Connection, setup: StoredSetup): Problems
  /** Tries it at once. `isAnswered` says that it is known from now on to be one to which things are sent. */
  test(record: Connection, secret: string, now: number): Promise<{ how: MessageTry; isAnswered: boolean }>
  /** Tries a message. Throws ForPeople where it cannot be made. */
  send(message: MessageToSend, now: number): Promise<MessageTry>
}
