import type { Operation } from '../operation'
import type { AnyOf, Infer, Sent } from '../schema'
import { connectionOperations, type ConnectionAnswers } from './connections'
import { contentOperations, type ContentAnswers } from './content'
import { deliveryOperations, type DeliveryAnswers } from './delivery'
import { platformOperations, type PlatformAnswers } from './platform'
import { previewOperations, type PreviewAnswers } from './previews'
import { productsOperations, type ProductsAnswers } from './products'
import { readinessOperations, type ReadinessAnswers } from './readiness'
import { recordOperations, type RecordAnswers } from './records'
import { releaseOperations, type ReleaseAnswers } from './release'
import { setupOperations, type SetupAnswers } from './setup'
import { translationOperations, type TranslationAnswers } from './translation'

/** The calls by the part of the work that they belong to, as they are shown to people. */
export const operationGroups: Record<string, { about: string; calls: Record<string, Operation> }> = {
  Products: {
    about: 'Products with their values and prices, the sheet, files in and out, bulk edits, the data pool.',
    calls: productsOperations,
  },
  'Library and pages': {
    about: 'Pieces, assignments and their reach, the proof of a page, pictures and files.',
    calls: contentOperations,
  },
  'Readiness and drafting': {
    about: 'What is missing before a page can be released, and drafts that fill it.',
    calls: readinessOperations,
  },
  Translation: {
    about: 'Texts to translate, files for translators, the memory and the glossary.',
    calls: translationOperations,
  },
  Releases: {
    about: 'What is being released, what is live in each storefront, and going back.',
    calls: releaseOperations,
  },
  Previews: {
    about: 'Links for people without an account to pages that are not live, and what they say of them.',
    calls: previewOperations,
  },
  Delivery: {
    about: 'What shops are given of what is live, without signing in.',
    calls: deliveryOperations,
  },
  Connections: {
    about: 'Other systems that are told when something happens, and the messages to them.',
    calls: connectionOperations,
  },
  Settings: {
    about: 'Lists of attributes, types and categories, and changes of whole attributes.',
    calls: setupOperations,
  },
  Records: {
    about: 'Each kind of record that travels whole: read, written and deleted under its code.',
    calls: recordOperations,
  },
  Platform: { about: 'Signing in, tokens, jobs, history, saved views, uploads.', calls: platformOperations },
}

/** Every call of the HTTP interface by its name. */
export const operations = {
  ...platformOperations,
  ...productsOperations,
  ...setupOperations,
  ...contentOperations,
  ...readinessOperations,
  ...translationOperations,
  ...releaseOperations,
  ...previewOperations,
  ...deliveryOperations,
  ...connectionOperations,
  ...recordOperations,
}

/** What every call answers that is none of a record's, by its name. */
export interface PlainAnswers
  extends
    PlatformAnswers,
    ProductsAnswers,
    SetupAnswers,
    ContentAnswers,
    ReadinessAnswers,
    TranslationAnswers,
    ReleaseAnswers,
    PreviewAnswers,
    DeliveryAnswers,
    ConnectionAnswers {}

type Answers = PlainAnswers & RecordAnswers
type Operations = typeof operations

export type { Operation }
export type OperationName = keyof Operations

/** What a call answers. */
export type AnswerOf<N extends OperationName> = Answers[N]

/** The query that a handler is given: validated, with defaults filled in. */
export type QueryOf<N extends OperationName> = Operations[N] extends { query: infer Q extends AnyOf }
  ? Infer<Q>
  : object
/** The query as it may be sent. */
export type SentQuery<N extends OperationName> = Operations[N] extends { query: infer Q extends AnyOf }
  ? Sent<Q>
  : undefined

/** The body that a handler is given: validated, with defaults filled in. A file is read by the handler itself. */
export type BodyOf<N extends OperationName> = Operations[N] extends { bodyType: string }
  ? undefined
  : Operations[N] extends { body: infer B extends AnyOf }
    ? Infer<B>
    : undefined
/** The body as it may be sent. */
export type SentBody<N extends OperationName> = Operations[N] extends { body: infer B extends AnyOf }
  ? Sent<B> | (Operations[N] extends { bodyType: string } ? Blob : never)
  : undefined

type NamesIn<Path extends string> = Path extends `${string}{${infer Name}}${infer Rest}` ? Name | NamesIn<Rest> : never
/** The names in a call's path, such as `sku`. */
export type ParamsOf<N extends OperationName> = NamesIn<Operations[N]['path']>

/** Those of them that are JSON: the type of which their schemas are made. */
export type JsonAnswers = {
  [N in keyof PlainAnswers as PlainAnswers[N] extends string | Uint8Array | void ? never : N]: PlainAnswers[N]
}
