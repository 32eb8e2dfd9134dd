import type { Condition } from '@core/rules/condition'
import type { ChangeKind, PageChange } from '@core/release/compare'
import type { ReleasedDocument } from '@core/release/document'
import { Joi } from './schema'

/** How a release stands: being put together, waiting for somebody to release it, live, live before, deleted. */
export const releaseStates = ['preparing', 'draft', 'live', 'past', 'failed'] as const
export type ReleaseState = (typeof releaseStates)[number]

/** What of a storefront a release covers; what is outside of it stays as it is live. An empty scope is everything. */
export interface ReleaseScope {
  /** Products that a condition finds. */
  condition?: Condition
  /** Products by SKU; a variant stands for its family. */
  skus?: string[]
  /** Languages; all where none is named. */
  languages?: string[]
}

/** How many pages a release adds, changes, removes, holds back and leaves as they are. */
export interface ReleaseCounts {
  added: number
  changed: number
  removed: number
  held: number
  unchanged: number
}

/** Why a page is held back: a blocker of its readiness, by its code, in words, with the place to fix it. */
export interface HeldBack {
  code: string
  message: string
  at: string
}

/** Who did something, and when. */
export interface ByWhom {
  person: string | null
  at: string
}

/** A release of a storefront. */
export interface ReleaseDocument {
  id: number
  storefront: string
  /** In the order of going live; null before. */
  number: number | null
  state: ReleaseState
  title: string
  scope: ReleaseScope
  /** The number of the release that it is compared with; 0 where none was live. */
  base: number
  /** Of one that went back: the number of the release whose state it took up again. */
  backTo: number | null
  counts: ReleaseCounts | null
  /** The job that puts it together. */
  job: string | null
  made: ByWhom
  live: ByWhom | null
}

/** How a storefront stands: what is live, and what is being made ready. */
export interface StorefrontRelease {
  storefront: string
  live: ReleaseDocument | null
  /** Pages that are live now. */
  pages: number
  open: ReleaseDocument[]
}

/** How a page of a release stands to what is live. */
export type ReleasedChange = Exclude<ChangeKind, 'moved'>

/** A page that a release changes, or that is held back from it. */
export interface ReleasePageRow {
  language: string
  /** `product`, or what stands beside the products: `phrases`, `menu`, `page`… */
  kind: ReleasedDocument['kind']
  /** Of a product its SKU; of what stands beside the pages its kind. */
  key: string
  name: string
  change: ReleasedChange
  changes: PageChange[]
  /** Why it is held back; empty where nothing does. */
  held: HeldBack[]
  /** Why it is released all the same, and by whom. */
  anyway: { reason: string; person: string | null } | null
}

/** A page of a release beside what is live, as a shopper of no group gets both. */
export interface ReleasePageComparison extends ReleasePageRow {
  before: ReleasedDocument | null
  after: ReleasedDocument | null
  /** Moments at which the page changes by itself after it is released, in order. */
  moments: string[]
}

export const releaseScope = Joi.object({
  condition: Joi.any<Condition>().description('A condition over products.'),
  skus: Joi.array().items(Joi.string().max(200).required()).max(1000),
  languages: Joi.array().items(Joi.string().max(35).required()).max(50),
})

export const releaseBody = Joi.object({
  storefront: Joi.string().max(64).required().description('A storefront code.'),
  title: Joi.string().trim().max(200).allow('').default(''),
  scope: releaseScope.default({}),
})
export const anywayBody = Joi.object({
  reason: Joi.string()
    .trim()
    .min(3)
    .max(500)
    .required()
    .description('Why the page is released though it is not ready.'),
})
export const goLiveBody = Joi.object({
  base: Joi.number().integer().min(0).required().description('The number of the release that it was compared with.'),
})
export const goBackBody = Joi.object({
  number: Joi.number().integer().min(1).required().description('The number of the release to go back to.'),
})
