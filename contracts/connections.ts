import { releasedFieldNames, type ReleasedFieldName } from '@core/exports/released-fields'
import { Joi, type ObjectSchema } from './schema'
import { code } from './product'
import { planClock, planDays } from './release'

/** What other systems can be told of. */
export const connectionEventNames = ['release.live', 'page.changed', 'import.done', 'translation.due'] as const
export type ConnectionEventName = (typeof connectionEventNames)[number]

/** What messages are of: what happened, a file whose time has come, or all that is live, when somebody says so. */
export const messageEventNames = [...connectionEventNames, 'files.due', 'everything'] as const
export type MessageEventName = (typeof messageEventNames)[number]

/** What other systems are sent: messages, the pages themselves, or files. */
export const connectionKindNames = ['webhook', 'shop', 'files'] as const
export type ConnectionKindName = (typeof connectionKindNames)[number]

/** The forms in which a storefront is written into files. */
export const releasedFileFormats = ['csv', 'xlsx', 'jsonl', 'jsonld'] as const
export type ReleasedFileFormat = (typeof releasedFileFormats)[number]

/** A column of a file: what stands above it, and what it holds of each product. */
export interface ReleasedColumn {
  header: string
  field: ReleasedFieldName
}

/** What files hold, and when they are written besides. */
export interface ReleasedFiles {
  format: ReleasedFileFormat
  /** The languages that are written, a file each; none means all. */
  languages: string[]
  /** Of JSON-LD, which has words of its own, none. */
  columns: ReleasedColumn[]
  /** On some days of the week, 1 is Monday, at a time of the storefront's own clock; null where never. */
  schedule: { days: number[]; time: string } | null
}

/** Another system that is told when something happens, or is given what is released. */
export interface Connection {
  code: string
  name: string
  kind: ConnectionKindName
  /** Where it is sent: an address of the web; of files, the name of a folder. */
  address: string
  /** What is sent when it happens: of a shop, changed pages; of files, nothing or a release. */
  events: ConnectionEventName[]
  /** The storefronts whose events are sent; none means all. Events of no storefront are always sent. */
  storefronts: string[]
  resting: boolean
  /** Of files alone. */
  files?: ReleasedFiles
}

const releasedFiles = Joi.object({
  format: Joi.string()
    .valid(...releasedFileFormats)
    .required(),
  languages: Joi.array().items(Joi.string().max(35)).max(100).unique().default([]),
  columns: Joi.array()
    .items(
      Joi.object({
        header: Joi.string().trim().min(1).max(120).required(),
        field: Joi.string()
          .valid(...releasedFieldNames)
          .required(),
      }),
    )
    .max(100)
    .unique('header')
    .default([]),
  schedule: Joi.object({ days: planDays.unique(), time: planClock }).allow(null).default(null),
})

export const connectionRecord: ObjectSchema<Connection> = Joi.object({
  code: code.required(),
  name: Joi.string().trim().min(1).max(120).required(),
  kind: Joi.string()
    .valid(...connectionKindNames)
    .default('webhook'),
  address: Joi.string()
    .trim()
    .min(1)
    .max(2000)
    .required()
    .description('Where it is sent: over HTTP; of files, the name of a folder.'),
  events: Joi.array()
    .items(Joi.string().valid(...connectionEventNames))
    .unique()
    .default([])
    .description('When messages are sent. A shop is told of changed pages alone; files are written after a release.'),
  storefronts: Joi.array().items(Joi.string().max(64)).max(100).unique().default([]),
  resting: Joi.boolean().default(false).description('Whether it is paused: nothing new is sent then.'),
  files: releasedFiles.description('Of files alone: what they hold.'),
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
  /** How the other side answered; null where it did not, and of files. */
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
  event: MessageEventName
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
