import type { Condition } from '@core/rules/condition'
import type { Verdict } from '@core/release/approval'
import type { ChangeKind, PageChange } from '@core/release/compare'
import type { ReleasedDocument } from '@core/release/document'
import { planTime, type PlanGuards, type PlanTimes } from '@core/release/plan'
import { Joi, type Infer } from './schema'

/**
 * How a release stands: being put together; a draft; waiting for approval, approved or refused; to go live at a moment;
 * live, live before; not to be put together.
 */
export const releaseStates = [
  'preparing',
  'draft',
  'waiting',
  'approved',
  'scheduled',
  'refused',
  'live',
  'past',
  'failed',
] as const
export type ReleaseState = (typeof releaseStates)[number]

/** What of a storefront a release covers; what is outside of it stays as it is live. An empty scope is everything. */
export interface ReleaseScope {
  /** Products that a condition finds. */
  condition?: Condition
  /** Products by SKU; a variant stands for its family. */
  skus?: string[]
  /** Products that assignments of a campaign go to, by its code. */
  campaign?: string
  /** Languages; all where none is named. */
  languages?: string[]
}

/** How many pages a release adds, changes, removes, holds back and leaves as they are. */
export interface ReleaseCounts {
  added: number
  changed: number
  removed: number
  held: number
  /** Left out by somebody, so that they stay as they are live. */
  leftOut: number
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

/** A page that delivery did not answer as it was released. */
export interface WrongPage {
  language: string
  kind: string
  key: string
  /** What is wrong, in a sentence. */
  problem: string
}

/** What came of asking delivery for a sample of what a release changed, and for all that it removed. */
export interface LiveCheck {
  at: string
  /** For how many pages it was asked. */
  asked: number
  wrong: WrongPage[]
}

/** A release that goes live, or went live, together with another. */
export interface ReleaseBeside {
  id: number
  storefront: string
  state: ReleaseState
  base: number
  counts: ReleaseCounts | null
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
  /** The people, by their ids, whose release it is: they cannot approve it. */
  of: number[]
  /** When its approval was asked for. */
  submitted: ByWhom | null
  /** How many people have to approve it. */
  needed: number
  approvals: (ByWhom & { verdict: Verdict; comment: string })[]
  /** When it goes live by itself: by the storefront's own clock, and as an instant. */
  goes: { local: string; at: string } | null
  /** Releases of other storefronts that go live with it: all of them, or none. */
  together: ReleaseBeside[]
  /** Why it did not go live when it was to. */
  stopped: string | null
  /** Whether shoppers get what it says; null where that was not looked at. */
  checked: LiveCheck | null
  /** Whether it is kept for as long as it is pinned, however many follow it. */
  pinned: boolean
  /** When its pages were forgotten: the storefront cannot go back to it any more. Null where they are kept. */
  forgotten: string | null
}

/** A standing plan: what is ready is released by itself, again and again. */
export interface ReleasePlan extends PlanTimes, PlanGuards {
  id: number
  storefront: string
  title: string
  scope: ReleaseScope
  paused: boolean
  /** Why it stopped by itself: it goes on once it is saved again. Null where it goes on. */
  stopped: string | null
  /** When it releases next, as RFC 3339; null where it is paused, has stopped, or is not approved yet. */
  next: string | null
  /** Who made or changed it last: what it releases is released by this person. */
  owner: string | null
  /** How many people other than the owner have to approve it, and who did, by their names. */
  needed: number
  approvals: string[]
}

/** A product that was taken out of a storefront at once, and stays out. */
export interface KeptOut extends ByWhom {
  sku: string
  name: string
  reason: string
}

/** How a storefront stands: what is live, and what is being made ready. */
export interface StorefrontRelease {
  storefront: string
  live: ReleaseDocument | null
  /** Pages that are live now. */
  pages: number
  open: ReleaseDocument[]
}

/** What was changed in a storefront and is not released yet. */
export interface UnreleasedChanges {
  storefront: string
  /** How many products have a page that differs from what is live. */
  products: number
  /** How many products were changed and not compared yet: that comes soon, or with the next release. */
  unknown: number
}

/** A link that leads nowhere, with the pages that it stands on. */
export interface BrokenLink {
  /** As it was written. */
  href: string
  language: string
  /** Why it leads nowhere, in words. */
  problem: string
  /** When it was asked last, of a link to another site; null of one inside the storefront. */
  asked: string | null
  /** How many pages have it, and the first few of them. */
  pages: number
  on: { kind: string; key: string; name: string }[]
}

/** The links on some pages: how many there are, how many of other sites were not asked yet, and those that are broken. */
export interface LinkReport {
  links: number
  waiting: number
  items: BrokenLink[]
}

/** How a page of a release stands to what is live. */
export type ReleasedChange = Exclude<ChangeKind, 'moved'>

/** A page that is another than it was, as it is listed. */
export interface DifferentPage {
  language: string
  /** `product`, or what stands beside the products: `phrases`, `menu`, `page`… */
  kind: ReleasedDocument['kind']
  /** Of a product its SKU; of what stands beside the pages its kind. */
  key: string
  name: string
  change: ReleasedChange
  changes: PageChange[]
}

/** A page that a release changes, or that is held back from it. */
export interface ReleasePageRow extends DifferentPage {
  /** Why it is held back; empty where nothing does. */
  held: HeldBack[]
  /** Why it is released all the same, and by whom. */
  anyway: { reason: string; person: string | null } | null
  /** Why it is left out, so that it stays as it is live, and by whom. */
  leftOut: { reason: string; person: string | null } | null
  /** How many variants of a product change as it does: what is decided about it holds for them. */
  variants: number
}

/** A step of the history that touched what pages are made of: what was done, when, by whom. */
export interface ReleaseCause {
  step: number
  title: string
  at: string
  person: string | null
}

/** A page of a release beside what is live, as a shopper of no group gets both. */
export interface ReleasePageComparison extends ReleasePageRow {
  before: ReleasedDocument | null
  after: ReleasedDocument | null
  /** Moments at which the page changes by itself after it is released, in order. */
  moments: string[]
  /** What changed it since it was released last, the latest first; empty where the history does not tell. */
  causes: ReleaseCause[]
}

/** A page that differs between two releases. */
export interface ComparedReleasePage extends DifferentPage {
  /** The numbers of the releases in between that changed it, in order. */
  releases: number[]
}

/** What differs between two releases of a storefront. */
export interface ComparedReleases {
  /** How many pages of each change there are among those that pass the other filters. */
  counts: Record<ReleasedChange, number>
  count: number
  items: ComparedReleasePage[]
}

/** A page as two releases have it, and what changed it in between, the latest first. */
export interface PageOfTwoReleases extends ComparedReleasePage {
  before: ReleasedDocument | null
  after: ReleasedDocument | null
  causes: ReleaseCause[]
}

const releaseNumber = Joi.number()
  .integer()
  .min(1)
  .max(2 ** 31 - 1)
  .required()
/** Which two releases are compared, by their numbers. */
export const twoReleases = {
  from: releaseNumber.description('The number of the release that is compared with.'),
  to: releaseNumber.description('The number of the release that is looked at.'),
}

export const releaseScope = Joi.object({
  condition: Joi.any<Condition>().description('A condition over products.'),
  skus: Joi.array().items(Joi.string().max(200).required()).min(1).max(1000),
  campaign: Joi.string().max(64).description('The code of a campaign: the products that its assignments go to.'),
  languages: Joi.array().items(Joi.string().max(35).required()).max(50),
}).oxor('condition', 'skus', 'campaign')

/** When something is done by itself, again and again. */
export const planDays = Joi.array()
  .items(Joi.number().integer().min(1).max(7).required())
  .min(1)
  .max(7)
  .required()
  .description('Days of the week: 1 is Monday, 7 is Sunday.')
export const planClock = Joi.string()
  .pattern(planTime, 'a time such as 06:00')
  .required()
  .description('By the storefront’s own clock.')

export const releaseBody = Joi.object({
  storefront: Joi.string().max(64).required().description('A storefront code.'),
  with: Joi.array()
    .items(Joi.string().max(64))
    .max(100)
    .unique()
    .default([])
    .description('Codes of other storefronts that the same is released in: all go live together, or none.'),
  title: Joi.string().trim().max(200).allow('').default(''),
  scope: releaseScope.default({}),
})
export const planBody = Joi.object({
  storefront: Joi.string().max(64).required().description('A storefront code.'),
  title: Joi.string().trim().max(200).allow('').default(''),
  scope: releaseScope.default({}),
  days: planDays,
  time: planClock,
  mostChanged: Joi.number()
    .integer()
    .min(1)
    .max(100)
    .allow(null)
    .default(null)
    .description('It stops where more than this share of the live pages would change or go, in percent.'),
  leastLeft: Joi.number()
    .integer()
    .min(1)
    .max(10_000_000)
    .allow(null)
    .default(null)
    .description('It stops where fewer pages than this would be left.'),
  paused: Joi.boolean().default(false),
})
export type ReleasePlanBody = Omit<Infer<typeof planBody>, 'scope'> & { scope: ReleaseScope }
export const pauseBody = Joi.object({ paused: Joi.boolean().required() })
export const anywayBody = Joi.object({
  reason: Joi.string()
    .trim()
    .min(3)
    .max(500)
    .required()
    .description('Why the page is released though it is not ready.'),
})
export const leaveOutBody = Joi.object({
  reason: Joi.string().trim().min(3).max(500).required().description('Why the page stays as it is live.'),
})
const base = Joi.number()
  .integer()
  .min(0)
  .required()
  .description('The number of the release that it was compared with, as whoever asks has seen it.')
export const submitBody = Joi.object({ base })
export const judgeBody = Joi.object({
  base,
  verdict: Joi.string().valid('approved', 'refused').required(),
  comment: Joi.string().trim().max(2000).allow('').default('').description('Needed where it is refused.'),
})
export const scheduleBody = Joi.object({
  base,
  at: Joi.string()
    .pattern(/^\d{4}-\d\d-\d\dT\d\d:\d\d$/, 'a local moment such as 2026-12-01T06:00')
    .required()
    .description('When it goes live, by the clock of the storefront.'),
})
export const removeBody = Joi.object({
  storefronts: Joi.array().items(Joi.string().max(64).required()).min(1).max(100).unique().required(),
  skus: Joi.array().items(Joi.string().max(200).required()).min(1).max(200).unique().required(),
  reason: Joi.string().trim().min(3).max(500).required(),
})
export const revertBody = Joi.object({
  sku: Joi.string().max(200).required(),
  number: Joi.number()
    .integer()
    .min(1)
    .max(2 ** 31 - 1)
    .required()
    .description('The release that had it as it is to be.'),
})
export const goLiveBody = Joi.object({
  base,
  together: Joi.array()
    .items(Joi.object({ id: Joi.number().integer().min(1).required(), base }))
    .max(100)
    .default([])
    .description('The releases that go live with it, as they were seen.'),
})
export const goBackBody = Joi.object({
  number: Joi.number().integer().min(1).required().description('The number of the release to go back to.'),
})
