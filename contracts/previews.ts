import type { ReleasedDocument } from '@core/release/document'
import { mostOfComment, mostPreviewDays } from '@core/previews/limits'
import type { ByWhom, ReleasedChange } from './release'
import { Joi, type Infer } from './schema'

/** An edition as a link names it. */
export interface PreviewEdition {
  storefront: string
  language: string
}

/**
 * What a link shows: the page of one product as it is saved, or every page that a release changes. Exactly one of the
 * two is not null.
 */
export interface PreviewSubject {
  /** The SKU of a product, or of a variant. */
  sku: string | null
  /** The id of a release that has not gone live. */
  release: number | null
}

/** A link with which somebody without an account looks at pages that are not live, until a day. */
export interface PreviewLink extends PreviewSubject {
  id: number
  /** For whom it was made. */
  audience: string
  editions: PreviewEdition[]
  /** Of a product's page: for which customer group, and at which moment; null is nobody's group, and now. */
  group: string | null
  at: string | null
  /** The last day on which it can be opened, by the clock of its first storefront. */
  until: string
  made: ByWhom
  /** When it was opened last; null where it never was. */
  opened: string | null
  /** Why it cannot be opened any more; null where it can. */
  ended: 'withdrawn' | 'over' | null
  /** Comments that came in by it and are not resolved. */
  open: number
}

/** A link that was just made; its address is told this once. */
export interface MadePreviewLink extends PreviewLink {
  /** From the root of the application. */
  address: string
}

/** What somebody wrote who has an account, or who opened a link. */
export interface Remark {
  id: number
  /** As they are called here, or as they called themselves. */
  name: string | null
  guest: boolean
  at: string
  words: string
}

/** A comment on a page, or on a part of one, with what was answered, the oldest first. */
export interface PageComment extends Remark, PreviewEdition {
  /** `product`, or what stands beside the products; of a product its SKU. */
  kind: string
  key: string
  /** What the page was called when it was written. */
  title: string
  /** The part of the page that is meant; null is all of it. */
  part: { piece: string; title: string } | null
  /** The release whose page it was; null is the page as it was saved. */
  release: number | null
  /** For whom the link was made by which it came in; null where it is no longer there. */
  audience: string | null
  settled: boolean
  answers: Remark[]
}

/** What somebody sees first who opened a link. */
export interface OpenedPreview extends PreviewSubject {
  audience: string
  /** What it shows: the name of the product, or the title of the release. */
  title: string
  editions: (PreviewEdition & { name: string })[]
  /** The last day on which it can be opened. */
  until: string
  /** The name of the customer group for which the page is shown; null is everybody. */
  group: string | null
  /** The moment at which the page is shown; null is now. */
  at: string | null
  /** Of a release, where a shop shows all of it as shoppers will see it; null where no shop does. */
  shop: string | null
}

/** A page that a link shows, as it is listed. */
export interface PreviewPageRow {
  kind: string
  key: string
  name: string
  change: ReleasedChange
}

/** A page that a link shows, with what was said of it by this link. */
export interface PreviewPage {
  /** Null where shoppers would get no page. */
  document: ReleasedDocument | null
  comments: PageComment[]
}

const editionOfLink = Joi.object({
  storefront: Joi.string().max(64).required(),
  language: Joi.string().max(35).required(),
})
const words = Joi.string().trim().min(1).max(mostOfComment).required()

export const previewBody = Joi.object({
  audience: Joi.string().trim().min(1).max(120).required().description('For whom it is made.'),
  sku: Joi.string().max(200).description('The product whose page is shown as it is saved.'),
  release: Joi.number()
    .integer()
    .min(1)
    .max(2 ** 31 - 1)
    .description('The id of a release on its way: all pages that it changes are shown.'),
  editions: Joi.array().items(editionOfLink.required()).min(1).max(100).required(),
  group: Joi.string().max(64).allow(null).default(null).description('A customer group; of a product’s page.'),
  at: Joi.string().isoDate().allow(null).default(null).description('An RFC 3339 moment; of a product’s page.'),
  until: Joi.string()
    .pattern(/^\d{4}-\d\d-\d\d$/, 'a day such as 2026-12-15')
    .required()
    .description(`The last day on which it can be opened; ${mostPreviewDays} days ahead at most.`),
}).xor('sku', 'release')
export type PreviewBody = Infer<typeof previewBody>

/** The page of a link that is meant. */
const pageOfLink = {
  storefront: Joi.string().max(64).required(),
  language: Joi.string().max(35).required(),
  kind: Joi.string().max(32).default('product'),
  key: Joi.string().max(200).required().description('Of a product its SKU.'),
}
export const previewPageQuery = Joi.object(pageOfLink)
export type PreviewPageQuery = Infer<typeof previewPageQuery>

export const previewCommentBody = Joi.object({
  ...pageOfLink,
  part: Joi.string().max(200).allow(null).default(null).description('The part of the page that is meant.'),
  name: Joi.string().trim().min(1).max(80).required().description('How whoever writes is called.'),
  words,
})
export type PreviewCommentBody = Infer<typeof previewCommentBody>

export const previewAnswerBody = Joi.object({
  name: Joi.string().trim().min(1).max(80).required().description('How whoever writes is called.'),
  words,
})
export const answerBody = Joi.object({ words })
export const settledBody = Joi.object({ settled: Joi.boolean().required() })
