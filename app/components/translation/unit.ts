import type { AttributeTypeName, Value } from '@core/attributes/attribute'
import type { Style } from '@core/house-style/style'
import type { Coded } from '@core/translation/coded'
import type { Term } from '@core/translation/glossary'
import type { TranslationState } from '@core/translation/state'
import type { UnitSegment } from '@core/translation/unit-segments'

export type DeskSegment = UnitSegment & { words: number }

/** One translatable text of a record, as the server gives it. */
export interface DeskUnit {
  unit: string
  label: string
  type: AttributeTypeName
  storefront: string | null
  field: string
  note: string
  source: Value
  target: Value | null
  borrowed: { language: string; value: Value } | null
  state: TranslationState | null
  unread: boolean
  returned: boolean
  stale: boolean
  madeFrom: Value | null
  segments: DeskSegment[]
  loose: boolean
  style: Style
}

export interface UnitComment {
  id: number
  unit: string
  segment: string | null
  person: string | null
  at: string
  words: string
  settled: boolean
}

/** A record at the desk. */
export interface Desk {
  record: string
  title: string
  source: string
  language: string
  asks: TranslationState
  units: DeskUnit[]
  terms: Term[]
  comments: UnitComment[]
  share: { person: number; name: string; due: string | null } | null
}

/** A match of the memory. */
export interface Match {
  id: number
  score: number
  source: Coded
  target: Coded
  swapped: boolean
  variant: string | null
  origin: string
  person: string | null
  changed: string
}

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
