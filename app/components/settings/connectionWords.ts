import type { ConnectionEventName, ListedConnection, MessageState, MessageTry } from '@contracts/connections'

/** What is told, in words. */
export const eventWords: Record<ConnectionEventName, string> = {
  'release.live': 'A release went live',
  'page.changed': 'Released pages changed',
  'import.done': 'An import was applied',
  'translation.due': 'Assigned translations are due',
}

export const messageStateWords: Record<MessageState, string> = {
  waiting: 'waiting',
  sent: 'sent',
  dead: 'failed',
}

/** How a try went: answered with 200 after 34 ms. */
export const tryWords = ({ status, took, problem }: MessageTry): string =>
  problem ?? `answered with ${status} after ${numberShown(took)} ms`

/** Whether anything is sent to a connection, and if not why not. */
export function connectionStateWords({ resting, hasSecret, verified }: ListedConnection): string {
  if (resting) return 'paused'
  if (!hasSecret) return 'needs a signing secret'
  if (verified === null) return 'needs a test of its address'
  return 'sends'
}
