import { Joi, type ObjectSchema } from './schema'
import { code } from './product'

/** What other systems can be told of. */
export const connectionEventNames = ['release.live', 'page.changed', 'import.done', 'translation.due'] as const
export type ConnectionEventName = (typeof connectionEventNames)[number]

export const connectionKindNames = ['webhook'] as const
export type ConnectionKindName = (typeof connectionKindNames)[number]

/** Another system that is told when something happens. */
export interface Connection {
  code: string
  name: string
  kind: ConnectionKindName
  /** Where it is sent. */
  address: string
  events: ConnectionEventName[]
  /** The storefronts whose events are sent; none means all. Events of no storefront are always sent. */
  storefronts: string[]
  resting: boolean
}

export const connectionRecord: ObjectSchema<Connection> = Joi.object({
  code: code.required(),
  name: Joi.string().trim().min(1).max(120).required(),
  kind: Joi.string()
    .valid(...connectionKindNames)
    .default('webhook'),
  address: Joi.string().trim().min(1).max(2000).required().description('Where messages are sent, over HTTP.'),
  events: Joi.array()
    .items(
      Joi.string()
        .valid(...connectionEventNames)
        .required(),
    )
    .min(1)
    .unique()
    .required(),
  storefronts: Joi.array().items(Joi.string().max(64)).max(100).unique().default([]),
  resting: Joi.boolean().default(false).description('Whether it is paused: nothing new is sent then.'),
})

/** A connection as lists show it. */
export interface ListedConnection extends Connection {
  /** When its address answered as it has to; null where it has not yet, so that nothing is sent there. */
  verified: string | null
  /** Whether it has a secret with which messages are signed. */
  hasSecret: boolean
  /** How many messages wait, were sent, and were given up. */
  waiting: number
  sent: number
  dead: number
  /** How the last try went. */
  last: MessageTry | null
}

/** One try to send a message. */
export interface MessageTry {
  at: string
  /** How the other side answered; null where it did not. */
  status: number | null
  /** How long that took, in milliseconds. */
  took: number
  /** What went wrong, in a sentence; null where nothing did. */
  problem: string | null
}

export const messageStates = ['waiting', 'sent', 'dead'] as const
/** `dead`: it was tried too often, and is not tried again unless somebody says so. */
export type MessageState = (typeof messageStates)[number]

/** A message to another system. */
export interface ConnectionMessage {
  id: number
  connection: string
  event: ConnectionEventName
  storefront: string | null
  created: string
  state: MessageState
  /** When it is tried next; null where it is not. */
  due: string | null
  /** The tries, the latest first; of many the last ones. */
  tries: MessageTry[]
}

/** What trying a connection came to. */
export interface ConnectionTest extends MessageTry {
  /** Whether messages are sent there from now on. */
  verified: boolean
}
