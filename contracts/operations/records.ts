import { Joi, type AnyOf, type Infer, type Schema } from '../schema'
import { recipeRecord } from '../drafting'
import { composedPageRecord } from '../composed'
import { connectionRecord } from '../connections'
import { feedRecord } from '../feeds'
import { mediaRecord } from '../media'
import type { Operation } from '../operation'
import type { Counted } from '../paging'
import {
  assignmentRecord,
  attributeRecord,
  blockKindRecord,
  campaignRecord,
  categoryRecord,
  houseStyleRecord,
  listRecord,
  namedRuleRecord,
  pieceRecord,
  productTypeRecord,
  questionSetRecord,
  storefrontRecord,
} from '../records'
import { limit, offset, termRecord } from '../translation'

/** A kind of record that travels whole: read, written and deleted under its code. */
interface RecordContract {
  /** Its operations are called by it: getPiece, putPiece, deletePiece. */
  name: string
  schema: AnyOf
  /** What a person must be allowed to do to write one. */
  action: NonNullable<Operation['action']>
  /** Where parts of it may be written by whoever may do something else. */
  within?: Operation['within']
  /**
   * What each operation does, in a sentence. A kind without `lists` has a list of its own among the other calls; one
   * without `deletes` has records that stay.
   */
  lists?: string
  reads: string
  writes: string
  deletes?: string
}

/** The kinds of records by their name in the address. */
export const recordContracts = {
  attributes: {
    name: 'Attribute',
    schema: attributeRecord,
    action: 'edit-types',
    reads: 'An attribute',
    writes: 'Write an attribute',
    deletes: 'Delete an attribute that nothing uses; 409 with the reasons where something does',
  },
  'product-types': {
    name: 'Type',
    schema: productTypeRecord,
    action: 'edit-types',
    reads: 'A product type',
    writes: 'Write a product type',
    deletes: 'Delete a product type that nothing uses; 409 with the reasons where something does',
  },
  categories: {
    name: 'Category',
    schema: categoryRecord,
    action: 'edit-types',
    reads: 'A category',
    writes: 'Write a category, or move it',
    deletes: 'Delete a category that nothing uses; 409 with the reasons where something does',
  },
  storefronts: {
    name: 'Storefront',
    schema: storefrontRecord,
    action: 'edit-content',
    within: 'record',
    reads: 'A storefront',
    writes: 'Write a storefront; whoever edits content may change its facts, standing pages and layout',
  },
  'house-styles': {
    name: 'Style',
    schema: houseStyleRecord,
    action: 'edit-content',
    reads: 'A house style rule set',
    writes: 'Write a house style rule set',
    deletes: 'Delete a house style rule set',
  },
  lists: {
    name: 'List',
    schema: listRecord,
    action: 'edit-products',
    reads: 'A named list with its products',
    writes: 'Write a named list',
    deletes: 'Delete a named list that no rule names; its products stay',
  },
  feeds: {
    name: 'Feed',
    schema: feedRecord,
    action: 'set-up',
    reads: 'A feed',
    writes: 'Write a feed: a file of products that is fetched on a schedule',
    deletes: 'Delete a feed; what it brought stays',
  },
  connections: {
    name: 'Connection',
    schema: connectionRecord,
    action: 'set-up',
    reads: 'A connection to another system',
    writes: 'Write a connection; a new address has to be tried before anything is sent there',
    deletes: 'Delete a connection, and what was still to be sent',
  },
  media: {
    name: 'Media',
    schema: mediaRecord,
    action: 'edit-products',
    reads: 'What is known of a picture or file',
    writes: 'Describe a picture or file',
    deletes: 'Delete a picture or file that nothing uses; 409 with the reasons where something does',
  },
  pieces: {
    name: 'Piece',
    schema: pieceRecord,
    action: 'edit-content',
    reads: 'A piece with all its texts',
    writes: 'Write a piece',
    deletes: 'Delete a piece that nothing uses; 409 with the reasons where something does',
  },
  assignments: {
    name: 'Assignment',
    schema: assignmentRecord,
    action: 'edit-content',
    reads: 'An assignment',
    writes: 'Write an assignment',
    deletes: 'Delete an assignment; its pieces stay',
  },
  'question-sets': {
    name: 'QuestionSet',
    schema: questionSetRecord,
    action: 'edit-content',
    reads: 'A question set',
    writes: 'Write a question set',
    deletes: 'Delete a question set that nothing uses; its questions stay',
  },
  'block-kinds': {
    name: 'BlockKind',
    schema: blockKindRecord,
    action: 'edit-content',
    reads: 'A block type',
    writes: 'Write a block type',
    deletes: 'Delete a block type that no block uses',
  },
  'named-rules': {
    name: 'NamedRule',
    schema: namedRuleRecord,
    action: 'edit-content',
    lists: 'Named rules, by code',
    reads: 'A named rule',
    writes: 'Write a named rule; every rule that names it changes with it',
    deletes: 'Delete a named rule that no rule names',
  },
  campaigns: {
    name: 'Campaign',
    schema: campaignRecord,
    action: 'edit-content',
    lists: 'Campaigns, by code',
    reads: 'A campaign',
    writes: 'Write a campaign',
    deletes: 'Delete a campaign that nothing belongs to',
  },
  'composed-pages': {
    name: 'ComposedPage',
    schema: composedPageRecord,
    action: 'edit-content',
    lists: 'Composed pages, by code',
    reads: 'A composed page with its sections',
    writes: 'Write a composed page',
    deletes: 'Delete a composed page that no other leads to',
  },
  recipes: {
    name: 'Recipe',
    schema: recipeRecord,
    action: 'edit-content',
    reads: 'A recipe',
    writes: 'Write a recipe',
    deletes: 'Delete a recipe; what it has suggested stays',
  },
  glossary: {
    name: 'Term',
    schema: termRecord,
    action: 'edit-content',
    lists: 'Terms of the glossary, by code',
    reads: 'A term',
    writes: 'Write a term',
    deletes: 'Delete a term',
  },
} as const satisfies Record<string, RecordContract>

export type RecordKindName = keyof typeof recordContracts

/** The names of all kinds. */
export const recordKindNames = Object.keys(recordContracts) as RecordKindName[]

/** Whether a word is the name of a kind. */
export const isRecordKind = (word: string): word is RecordKindName => Object.hasOwn(recordContracts, word)

type Contracts = typeof recordContracts
type NameOf<K extends RecordKindName> = Contracts[K]['name']
type Listed = { [K in RecordKindName]: Contracts[K] extends { lists: string } ? K : never }[RecordKindName]
type Deletable = { [K in RecordKindName]: Contracts[K] extends { deletes: string } ? K : never }[RecordKindName]

/** A record of a kind as it travels whole. */
export type RecordOf<K extends RecordKindName> = Infer<Contracts[K]['schema']>

interface At<K extends RecordKindName> extends Operation {
  path: `/api/${K}/{code}`
}
type RecordOperations = { [K in RecordKindName as `get${NameOf<K>}`]: At<K> & { method: 'get' } } & {
  [K in RecordKindName as `put${NameOf<K>}`]: At<K> & { method: 'put'; body: Schema<RecordOf<K>, RecordOf<K>> }
} & { [K in Deletable as `delete${NameOf<K>}`]: At<K> & { method: 'delete' } } & {
  [K in Listed as `list${NameOf<K>}s`]: Operation & { method: 'get'; path: `/api/${K}`; query: typeof listQuery }
}

/** What a list of records is asked with: words of them, and which part of it. */
const listQuery = Joi.object({ q: Joi.string().max(200), limit: limit(500, 100), offset })
export type ListQuery = Infer<typeof listQuery>

/** What each of these calls answers. */
export type RecordAnswers = { [K in RecordKindName as `get${NameOf<K>}` | `put${NameOf<K>}`]: RecordOf<K> } & {
  [K in Deletable as `delete${NameOf<K>}`]: void
} & { [K in Listed as `list${NameOf<K>}s`]: Counted<RecordOf<K>> }

/** How the three operations of every kind keep one person from overwriting another. */
const writeHeaders = {
  'If-Match':
    'The ETag of the version that is written over; `*` is whatever is there. Needed where there is a record: 428 ' +
    'without it, 412 where the record is another by now.',
  'If-None-Match': '`*`: only where there is no record yet; 412 where there is.',
}
const deleteHeaders = { 'If-Match': 'The ETag of the version that is deleted; `*` is whatever is there.' }

/** What is done with records of every kind. */
export type RecordCall = 'list' | 'get' | 'put' | 'delete'

/** The operations of one kind of record: those that it has. */
export function operationsOfKind(kind: RecordKindName): Partial<Record<RecordCall, Operation>> {
  const contract: RecordContract = recordContracts[kind]
  const path = `/api/${kind}/{code}`
  const { schema, action, lists, reads, writes, deletes } = contract
  const within = contract.within ? { within: contract.within } : {}
  return {
    ...(lists
      ? {
          list: { method: 'get', path: `/api/${kind}`, record: kind, summary: lists, action: 'read', query: listQuery },
        }
      : {}),
    get: { method: 'get', path, record: kind, summary: reads, action: 'read' },
    put: { method: 'put', path, record: kind, summary: writes, action, ...within, body: schema, headers: writeHeaders },
    ...(deletes
      ? { delete: { method: 'delete', path, record: kind, summary: deletes, action, headers: deleteHeaders } }
      : {}),
  }
}

/** All of them by name. */
export const recordOperations = Object.fromEntries(
  Object.entries(recordContracts).flatMap(([kind, { name }]) =>
    Object.entries(operationsOfKind(kind as RecordKindName)).map(([call, operation]) => [
      call === 'list' ? `list${name}s` : `${call}${name}`,
      operation,
    ]),
  ),
) as RecordOperations
