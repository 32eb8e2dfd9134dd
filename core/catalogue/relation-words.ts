import type { Relation, RelationKind } from './model'

/** What a relation to another product is called, from the product that has it. */
export const relationWords: Record<RelationKind, string> = {
  'goes-with': 'Goes with',
  replaces: 'Replaces',
  'spare-part': 'Is a spare part of',
  part: 'Contains',
}

/** A relation in words: “Contains: 2 × ST-1040”. */
export const relationShown = ({ kind, sku, quantity }: Relation): string =>
  `${relationWords[kind]}: ${quantity === undefined ? '' : `${quantity} × `}${sku}`
