import type { RelationKind } from './model'

/** What a relation to another product is called, from the product that has it. */
export const relationWords: Record<RelationKind, string> = {
  'goes-with': 'Goes with',
  replaces: 'Replaces',
  'spare-part': 'Is a spare part of',
}
