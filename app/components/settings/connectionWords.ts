import type {
  ConnectionKindName,
  ListedConnection,
  MessageEventName,
  MessageState,
  MessageTry,
  ReleasedFileFormat,
} from '@contracts/connections'
import { timesWords } from '@core/release/plan'

/** What other systems are sent, in words. */
export const kindWords: Record<ConnectionKindName, string> = {
  webhook: 'Messages when something happens',
  shop: 'Pages, as they change',
  files: 'Files',
}

export const formatWords: Record<ReleasedFileFormat, string> = {
  csv: 'CSV',
  xlsx: 'Excel (XLSX)',
  jsonl: 'JSON Lines',
  jsonld: 'JSON-LD (schema.org)',
}

/** What is told, in words. */
export const eventWords: Record<MessageEventName, string> = {
  'release.live': 'A release went live',
  'page.changed': 'Released pages changed',
  'import.done': 'An import was applied',
  'translation.due': 'Assigned translations are due',
  'files.due': 'Scheduled files',
  everything: 'Everything that is live',
}

/** When a connection is sent something. */
export function whenWords({ kind, events, files }: ListedConnection): string {
  if (kind === 'shop') return 'Pages change'
  if (kind === 'webhook') return events.map((e) => eventWords[e]).join(', ')
  const afterRelease = events.length > 0 ? ['After each release'] : []
  return [...afterRelease, ...(files?.schedule ? [timesWords(files.schedule)] : [])].join(', ') || 'Only on request'
}

export const messageStateWords: Record<MessageState, string> = {
  waiting: 'waiting',
  sent: 'sent',
  dead: 'failed',
}

/** How a try went: answered with 200 after 34 ms; of files, and where there was nothing to send, how long it took. */
export function tryWords({ status, took, problem }: MessageTry): string {
  if (problem !== null) return problem
  return status === null ? `done in ${numberShown(took)} ms` : `answered with ${status} after ${numberShown(took)} ms`
}

/** Whether anything is sent to a connection, and if not why not. */
export function connectionStateWords({ kind, resting, hasSecret, verified }: ListedConnection): string {
  if (resting) return 'paused'
  if (kind === 'files') return verified === null ? 'needs a test of its folder' : 'writes files'
  if (!hasSecret) return 'needs a signing secret'
  if (verified === null) return 'needs a test of its address'
  return 'sends'
}
