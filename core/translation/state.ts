import { sha256 } from '@noble/hashes/sha2.js'
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js'
import type { Value } from '../attributes/attribute'

/** The states of a translation, as in XLIFF 2.1, section 4.3.1.24 (`state`). */
export const translationStates = ['initial', 'translated', 'reviewed', 'final'] as const
export type TranslationState = (typeof translationStates)[number]

/** What is said of a translation as it is written. */
export interface Standing {
  state: TranslationState
  /** Whether a machine wrote it and no person has confirmed it. */
  unread: boolean
}

/** How a text stands that a person has written or confirmed. */
export const byPerson = (state: TranslationState): Standing => ({ state, unread: false })

/** Whether somebody besides its writer has read a translation and found it right. */
export const isReviewed = (state: TranslationState) =>
  translationStates.indexOf(state) >= translationStates.indexOf('reviewed')

/** A value as one text: key points, rows and items stand on lines of their own. */
export function textOf(value: Value): string {
  if (!Array.isArray(value)) return String(value)
  return value
    .map((v) => (typeof v === 'string' ? v : Array.isArray(v) ? v.join('\t') : `${v.quantity} × ${v.item}`))
    .join('\n')
}

/**
 * The hash under which a translation remembers its source: SHA-256 of the text in Unicode NFC.
 * Rich text comes in normal form, in which an inline value is its address and nothing else.
 */
export function sourceHash(value: Value): string {
  return bytesToHex(sha256(utf8ToBytes(textOf(value).normalize('NFC'))))
}

/** Whether a translation is stale: it was made from another source than the one that stands now. */
export function isStale(madeFrom: string | null, source: Value | null): boolean {
  return madeFrom !== null && source !== null && madeFrom !== sourceHash(source)
}

/** The lowest of some states; `initial` where there is none. */
export function lowestState(states: readonly TranslationState[]): TranslationState {
  return translationStates[Math.min(...states.map((s) => translationStates.indexOf(s)))] ?? 'initial'
}
