import type { DeskUnit } from '@contracts/translation'
import type { TranslationState } from '@core/translation/state'

export type DeskSegment = DeskUnit['segments'][number]

/** A segment on the desk with its place. */
export interface Row {
  key: string
  unit: DeskUnit
  segment: DeskSegment
  index: number
  first: boolean
}

/** How a segment stands, in one word or two. */
export function standingWords({ target, state, unread, returned, was }: DeskSegment): string {
  if (target === null) return 'missing'
  const standing = unread ? 'machine translation, not confirmed' : stateWords[state]
  return [...(returned ? ['returned'] : []), standing, ...(was === null ? [] : ['stale'])].join(', ')
}

export const stateWords: Record<TranslationState, string> = {
  initial: 'draft',
  translated: 'translated',
  reviewed: 'reviewed',
  final: 'final',
}
