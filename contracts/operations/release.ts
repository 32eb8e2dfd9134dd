import { Joi } from '../schema'
import type { Operation } from '../operation'
import type { Counted, Items, Page } from '../paging'
import {
  anywayBody,
  goBackBody,
  goLiveBody,
  judgeBody,
  leaveOutBody,
  pauseBody,
  planBody,
  releaseBody,
  removeBody,
  revertBody,
  scheduleBody,
  submitBody,
  twoReleases,
  type ComparedReleases,
  type KeptOut,
  type LinkReport,
  type PageOfTwoReleases,
  type ReleaseCause,
  type ReleaseDocument,
  type ReleasePageComparison,
  type ReleasePageRow,
  type ReleasePlan,
  type StorefrontRelease,
  type UnreleasedChanges,
} from '../release'
import { offset, paged, storefront } from './parts'

/** What each of these calls answers. */
export interface ReleaseAnswers {
  storefrontReleases: Items<StorefrontRelease>
  unreleasedChanges: Items<UnreleasedChanges>
  listReleases: Page<ReleaseDocument>
  createRelease: ReleaseDocument
  getRelease: ReleaseDocument
  discardRelease: void
  prepareRelease: ReleaseDocument
  releasePages: Counted<ReleasePageRow>
  releasePage: ReleasePageComparison
  releaseLinks: LinkReport
  liveLinks: LinkReport
  releaseCauses: Items<ReleaseCause & { pages: number }>
  releaseAnyway: ReleasePageRow
  holdBack: ReleasePageRow
  goLive: ReleaseDocument
  compareReleases: ComparedReleases
  pageOfTwoReleases: PageOfTwoReleases
  goBack: ReleaseDocument
  pinRelease: ReleaseDocument
  unpinRelease: ReleaseDocument
  submitRelease: ReleaseDocument
  judgeRelease: ReleaseDocument
  scheduleRelease: ReleaseDocument
  unscheduleRelease: ReleaseDocument
  leaveOut: ReleasePageRow
  takeIn: ReleasePageRow
  removeAtOnce: Items<ReleaseDocument>
  keptOut: Items<KeptOut>
  letComeBack: void
  revertPage: ReleaseDocument
  listPlans: Items<ReleasePlan>
  createPlan: ReleasePlan
  changePlan: ReleasePlan
  removePlan: void
  pausePlan: ReleasePlan
  approvePlan: ReleasePlan
}

/** The pages of which products are asked for. */
const ofProducts = {
  type: Joi.string().max(64).description('The code of a product type: only pages of products that have it now.'),
  category: Joi.string().max(64).description('The code of a category: only pages of products in it or below, as now.'),
}

export const releaseOperations = {
  storefrontReleases: {
    method: 'get',
    path: '/api/releases/storefronts',
    summary: 'What is live in each storefront, and what is being prepared',
    action: 'read',
  },
  unreleasedChanges: {
    method: 'get',
    path: '/api/releases/changes',
    summary: 'In each storefront that has something live, how many products have pages that differ from it',
    action: 'read',
  },
  listReleases: {
    method: 'get',
    path: '/api/releases',
    summary: 'The releases of a storefront, the newest first',
    action: 'read',
    query: Joi.object({ storefront: storefront.required(), ...paged(100, 30) }),
  },
  createRelease: {
    method: 'post',
    path: '/api/releases',
    status: 201,
    summary: 'Prepare a release: its pages are put together and compared with what is live',
    action: 'release',
    body: releaseBody,
  },
  listPlans: {
    method: 'get',
    path: '/api/release-plans',
    summary: 'The standing plans of a storefront, or of all',
    action: 'read',
    query: Joi.object({ storefront }),
  },
  createPlan: {
    method: 'post',
    path: '/api/release-plans',
    status: 201,
    summary: 'Make a standing plan: what is ready is released by itself, on days of the week at a time',
    action: 'release',
    body: planBody,
  },
  changePlan: {
    method: 'put',
    path: '/api/release-plans/{id}',
    summary: 'Change a standing plan; it goes on if it had stopped, and has to be approved again',
    action: 'release',
    body: planBody,
  },
  removePlan: {
    method: 'delete',
    path: '/api/release-plans/{id}',
    summary: 'Delete a standing plan; what it released stays',
    action: 'release',
  },
  pausePlan: {
    method: 'put',
    path: '/api/release-plans/{id}/pause',
    summary: 'Pause a standing plan, or resume it',
    action: 'release',
    body: pauseBody,
  },
  approvePlan: {
    method: 'post',
    path: '/api/release-plans/{id}/approval',
    summary: 'Approve a standing plan of somebody else',
    action: 'release',
  },
  getRelease: { method: 'get', path: '/api/releases/{id}', summary: 'One release', action: 'read' },
  releaseLinks: {
    method: 'get',
    path: '/api/releases/{id}/links',
    summary: 'The links on the pages that a release changes, and those that would be broken once it is live',
    action: 'read',
  },
  liveLinks: {
    method: 'get',
    path: '/api/releases/storefronts/{storefront}/links',
    summary: 'The links on the live pages of a storefront, and those that are broken',
    action: 'read',
  },
  discardRelease: {
    method: 'delete',
    path: '/api/releases/{id}',
    summary: 'Delete a release that never went live',
    action: 'release',
  },
  prepareRelease: {
    method: 'post',
    path: '/api/releases/{id}/preparation',
    summary: 'Prepare a draft again from what is saved now',
    action: 'release',
  },
  releasePages: {
    method: 'get',
    path: '/api/releases/{id}/pages',
    summary: 'The pages that a release adds, changes, removes or holds back',
    action: 'read',
    query: Joi.object({
      change: Joi.string().valid('added', 'changed', 'removed', 'held', 'left-out'),
      language: Joi.string().max(35),
      ...ofProducts,
      q: Joi.string().max(200).allow('').description('Part of a SKU or name.'),
      cause: Joi.number()
        .integer()
        .min(1)
        .max(Number.MAX_SAFE_INTEGER)
        .description('The number of a step that changed them.'),
      folded: Joi.boolean().default(false).description('Without variants that change as their products do.'),
      offset,
      limit: Joi.number().integer().min(1).max(200).default(50),
    }),
  },
  releaseCauses: {
    method: 'get',
    path: '/api/releases/{id}/causes',
    summary: 'The steps that changed most pages of a release, and how many each',
    action: 'read',
  },
  releasePage: {
    method: 'get',
    path: '/api/releases/{id}/pages/{language}/{kind}/{key}',
    summary: 'A page of a release beside what was live when it was compared',
    action: 'read',
  },
  releaseAnyway: {
    method: 'put',
    path: '/api/releases/{id}/pages/{language}/{kind}/{key}/override',
    summary: 'Release a page that is held back, with a reason; variants that change alike go with their product',
    action: 'release',
    body: anywayBody,
  },
  holdBack: {
    method: 'delete',
    path: '/api/releases/{id}/pages/{language}/{kind}/{key}/override',
    summary: 'Hold a page back again that was to be released anyway',
    action: 'release',
  },
  submitRelease: {
    method: 'post',
    path: '/api/releases/{id}/submission',
    summary: 'Ask others for their approval of a release',
    action: 'release',
    body: submitBody,
  },
  judgeRelease: {
    method: 'post',
    path: '/api/releases/{id}/approvals',
    summary: 'Approve or reject a release that somebody else prepared',
    action: 'release',
    body: judgeBody,
  },
  scheduleRelease: {
    method: 'put',
    path: '/api/releases/{id}/schedule',
    summary: 'Have a release go live at a moment of its storefront’s clock',
    action: 'release',
    body: scheduleBody,
  },
  unscheduleRelease: {
    method: 'delete',
    path: '/api/releases/{id}/schedule',
    summary: 'Cancel that a release goes live at a moment',
    action: 'release',
  },
  leaveOut: {
    method: 'put',
    path: '/api/releases/{id}/pages/{language}/{kind}/{key}/exclusion',
    summary: 'Leave a page out of a release, so that it stays as it is live',
    action: 'release',
    body: leaveOutBody,
  },
  takeIn: {
    method: 'delete',
    path: '/api/releases/{id}/pages/{language}/{kind}/{key}/exclusion',
    summary: 'Include a page in a release again that was left out',
    action: 'release',
  },
  removeAtOnce: {
    method: 'post',
    path: '/api/releases/removals',
    status: 201,
    summary: 'Remove products from storefronts at once and keep them out: all of them, or none',
    action: 'release',
    body: removeBody,
  },
  keptOut: {
    method: 'get',
    path: '/api/releases/storefronts/{storefront}/kept-out',
    summary: 'Products that were removed from a storefront at once',
    action: 'read',
  },
  letComeBack: {
    method: 'delete',
    path: '/api/releases/storefronts/{storefront}/kept-out/{sku}',
    summary: 'Let a product come back into a storefront with its next release',
    action: 'release',
  },
  revertPage: {
    method: 'post',
    path: '/api/releases/storefronts/{storefront}/reversals',
    status: 201,
    summary: 'Roll the pages of one product back to an earlier release, as a release of its own',
    action: 'release',
    body: revertBody,
  },
  pinRelease: {
    method: 'put',
    path: '/api/releases/{id}/pin',
    summary: 'Keep a release that went live, however many follow it',
    action: 'release',
  },
  unpinRelease: {
    method: 'delete',
    path: '/api/releases/{id}/pin',
    summary: 'Keep a release only as long as it is among the latest',
    action: 'release',
  },
  goLive: {
    method: 'post',
    path: '/api/releases/{id}/live',
    summary: 'Make a draft live: shoppers get it from now on',
    action: 'release',
    body: goLiveBody,
  },
  compareReleases: {
    method: 'get',
    path: '/api/releases/storefronts/{storefront}/comparison',
    summary: 'The pages that differ between two releases of a storefront',
    action: 'read',
    query: Joi.object({
      ...twoReleases,
      change: Joi.string().valid('added', 'changed', 'removed'),
      language: Joi.string().max(35),
      ...ofProducts,
      q: Joi.string().max(200).allow('').description('Part of a SKU or name.'),
      offset,
      limit: Joi.number().integer().min(1).max(200).default(50),
    }),
  },
  pageOfTwoReleases: {
    method: 'get',
    path: '/api/releases/storefronts/{storefront}/comparison/pages/{language}/{kind}/{key}',
    summary: 'A page as two releases have it, with what changed it in between',
    action: 'read',
    query: Joi.object(twoReleases),
  },
  goBack: {
    method: 'put',
    path: '/api/releases/storefronts/{storefront}/live',
    summary: 'Go back to an earlier release of a storefront, as a release of its own',
    action: 'release',
    body: goBackBody,
  },
} as const satisfies Record<keyof ReleaseAnswers, Operation>
