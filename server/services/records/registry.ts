import type { RecordKindName } from '@contracts/operations/records'
import { assignments } from './assignments'
import { attributes } from './attributes'
import { blockKinds } from './block-kinds'
import { campaigns } from './campaigns'
import { composedPages } from './composed-pages'
import { categories } from './categories'
import { connections } from './connections'
import { feeds } from './feeds'
import { glossary } from './glossary'
import { houseStyles } from './house-styles'
import type { RecordKind } from './kind'
import { lists } from './lists'
import { media } from './media'
import { namedRules } from './named-rules'
import { pieces } from './pieces'
import { questionSets } from './question-sets'
import { recipes } from './recipes'
import { storefronts } from './storefronts'
import { types } from './types'

/** Every kind of record that travels whole, by its name in the address; each after those that it names in its records. */
export const recordKinds = {
  attributes,
  'product-types': types,
  categories,
  storefronts,
  'house-styles': houseStyles,
  lists,
  feeds,
  connections,
  media,
  campaigns,
  'named-rules': namedRules,
  'block-kinds': blockKinds,
  pieces,
  'question-sets': questionSets,
  assignments,
  'composed-pages': composedPages,
  recipes,
  glossary,
} as const satisfies Record<RecordKindName, unknown>

/** The entry of a kind, for whoever takes its records as any. */
export const recordKind = (kind: RecordKindName) => recordKinds[kind] as unknown as RecordKind<{ code: string }>
