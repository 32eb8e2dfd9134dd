/** The kinds of records that travel whole, by their name in the address. Imports nothing, as the build reads it too. */
export const recordKindNames = [
  'attributes',
  'product-types',
  'categories',
  'storefronts',
  'house-styles',
  'lists',
  'feeds',
  'media',
  'pieces',
  'assignments',
  'question-sets',
  'block-kinds',
  'named-rules',
  'campaigns',
  'recipes',
  'glossary',
] as const

export type RecordKindName = (typeof recordKindNames)[number]
