import { Joi } from '../schema'
import { composedPageRecord, type TriedComposedPage } from '../composed'
import {
  mediaQuery,
  renditionQuery,
  uploadMediaQuery,
  type ListedMedia,
  type MediaAbout,
  type Uploaded,
} from '../media'
import { layoutRecord, assignmentRecord, limitsRecord, pieceRecord, reachRecord } from '../records'
import type { Operation } from '../operation'
import type { JobDocument } from '../jobs'
import type { Coverage } from '../coverage'
import type {
  ContentFile,
  ContentReport,
  ListedBlockKind,
  ListedQuestionSet,
  MadeReusable,
  PieceList,
  ReplaceReport,
  SharedRemark,
  Tidy,
} from '../library'
import type { DeliveredProof, Proof, ProofMoments, TriedProof } from '../proof'
import type {
  BeforeSaving,
  ExplainedReach,
  ExplainedRule,
  Found,
  AssignmentReaches,
  PieceReaches,
  ListedAssignment,
  ReachFill,
  TriedReach,
} from '../reach'
import type { FileAnswer } from '../file'
import type { Counted, Items, Page, Whole } from '../paging'
import { moment, storefront, edition, lens, paged, rule } from './parts'

/** What each of these calls answers. */
export interface ContentAnswers {
  reach: Found
  explain: ExplainedRule | ExplainedReach
  tryAssignment: TriedReach
  reachFill: ReachFill
  proof: Proof
  tryProof: TriedProof
  proofMoments: ProofMoments
  tryComposedPage: TriedComposedPage
  deliveredProof: DeliveredProof
  listMedia: Counted<ListedMedia>
  uploadMedia: Uploaded
  aboutMedia: MediaAbout
  listPieces: PieceList
  beforeSaving: BeforeSaving
  listAssignments: Page<ListedAssignment>
  assignmentReaches: AssignmentReaches
  pieceReaches: PieceReaches
  placeAssignment: { changed: { code: string; order: number }[] }
  coverage: JobDocument<Coverage>
  makeReusable: MadeReusable
  replaceInLibrary: ReplaceReport
  tidyLibrary: Tidy
  sharedTextRemarks: Items<SharedRemark> & { products: number }
  exportContent: ContentFile
  importContent: ContentReport
  exportQuestions: FileAnswer
  importQuestions: ContentReport
  listQuestionSets: Whole<ListedQuestionSet>
  listBlockKinds: Whole<ListedBlockKind>
  sendMedia: FileAnswer
}

export const contentOperations = {
  reach: {
    method: 'post',
    path: '/api/reach',
    summary: 'The products that a rule finds',
    action: 'read',
    reads: true,
    body: Joi.object({
      ...rule,
      cursor: Joi.string(),
      limit: Joi.number().integer().min(1).max(1000).default(1000),
    }).xor('condition', 'logic'),
  },
  explain: {
    method: 'post',
    path: '/api/reach/explain',
    summary: 'Why a rule or an assignment reaches a product, or why not',
    action: 'read',
    reads: true,
    body: Joi.object({
      ...rule,
      assignment: Joi.string().description('The code of an assignment, to ask its whole reach.'),
      sku: Joi.string().required(),
    }).xor('condition', 'logic', 'assignment'),
  },
  tryAssignment: {
    method: 'post',
    path: '/api/reach/assignment',
    summary: 'What an assignment that is being written would reach',
    action: 'read',
    reads: true,
    body: Joi.object({
      reach: reachRecord.required(),
      limits: limitsRecord,
      saved: Joi.string().allow(null).default(null).description('The code of the saved assignment to compare with.'),
      lens,
      sku: Joi.string().allow(null).default(null),
    }),
  },
  reachFill: {
    method: 'post',
    path: '/api/reach/fill',
    summary: 'How many of the reached products have a value, by attribute',
    action: 'read',
    reads: true,
    body: Joi.object({ piece: Joi.string().allow(null).default(null), storefront }),
  },
  proof: {
    method: 'get',
    path: '/api/proof/{sku}',
    summary: 'The product page as it will be, with the reason for each part',
    action: 'read',
    query: Joi.object({ ...edition, group: Joi.string().allow(''), at: moment }),
  },
  tryComposedPage: {
    method: 'post',
    path: '/api/page-trials',
    summary:
      'A composed page as it would be in an edition at a moment, with what stands on it and what does not, and why',
    action: 'read',
    reads: true,
    body: Joi.object({
      ...edition,
      group: Joi.string().allow('', null),
      at: moment,
      page: composedPageRecord.required(),
    }),
  },
  tryProof: {
    method: 'post',
    path: '/api/proof/{sku}/trial',
    summary: 'The page as it would be with an assignment, a piece or a layout saved, and what would change on it',
    action: 'read',
    reads: true,
    body: Joi.object({
      ...edition,
      group: Joi.string().allow('', null),
      at: moment,
      assignment: assignmentRecord,
      piece: pieceRecord,
      layout: layoutRecord,
    }),
  },
  proofMoments: {
    method: 'get',
    path: '/api/proof/{sku}/moments',
    summary: 'When a page will change in the coming days, and why',
    action: 'read',
    query: Joi.object({
      ...edition,
      group: Joi.string().allow(''),
      at: moment,
      days: Joi.number().integer().min(1).max(370).default(42),
    }),
  },
  deliveredProof: {
    method: 'get',
    path: '/api/proof/{sku}/delivered',
    summary: 'The product page as shoppers got it at a moment, from the release that was live then',
    action: 'read',
    query: Joi.object({ ...edition, group: Joi.string().allow(''), at: moment }),
  },

  listMedia: {
    method: 'get',
    path: '/api/media',
    summary: 'Pictures and files of the media library, through an edition',
    action: 'read',
    query: mediaQuery,
  },
  uploadMedia: {
    method: 'post',
    path: '/api/media',
    summary: 'Upload a picture or a file to the media library; its format is read from its content',
    action: 'edit-products',
    query: uploadMediaQuery,
    body: Joi.string(),
    bodyType: 'application/octet-stream',
  },
  aboutMedia: {
    method: 'get',
    path: '/api/media/{code}/about',
    summary: 'An item’s computed details, versions and similar pictures, and the products that use it',
    action: 'read',
    query: Joi.object({ storefront, language: Joi.string() }),
  },
  listPieces: {
    method: 'get',
    path: '/api/pieces',
    summary: 'Pieces, by code',
    action: 'read',
    query: Joi.object({
      ...paged(1000, 100),
      q: Joi.string().max(200),
      storefront,
      language: Joi.string(),
      kind: Joi.string(),
      tag: Joi.string(),
      owner: Joi.string(),
    }),
  },
  beforeSaving: {
    method: 'post',
    path: '/api/reach/before-saving',
    summary:
      'What saving an assignment would do, over the whole catalogue: reach, gained and lost by storefront, ' +
      'collisions, empty values',
    action: 'read',
    reads: true,
    body: Joi.object({ assignment: assignmentRecord.required(), lens }),
  },
  listAssignments: {
    method: 'get',
    path: '/api/assignments',
    summary: 'Assignments, in page order',
    action: 'read',
    query: Joi.object({ ...paged(1000, 100), q: Joi.string().max(200), piece: Joi.string() }),
  },
  assignmentReaches: {
    method: 'get',
    path: '/api/assignments/reaches',
    summary: 'How many products each assignment reaches in a storefront now, with pages and conflicts',
    action: 'read',
    query: Joi.object({ storefront: Joi.string().required() }),
  },
  pieceReaches: {
    method: 'get',
    path: '/api/piece-reaches',
    summary: 'On how many products and pages of a storefront each piece stands now',
    action: 'read',
    query: Joi.object({ storefront: Joi.string().required() }),
  },
  placeAssignment: {
    method: 'post',
    path: '/api/assignments/order',
    summary: 'Put an assignment before another entry of an area, or at its end; numbers follow with room between them',
    action: 'edit-content',
    body: Joi.object({
      storefront: storefront.required(),
      area: Joi.string().max(40).required(),
      code: Joi.string().max(80).required(),
      before: Joi.string()
        .max(90)
        .allow(null)
        .required()
        .description('An assignment, or a built-in part such as part:facts; null is the end.'),
    }),
  },
  coverage: {
    method: 'post',
    path: '/api/coverage',
    status: 202,
    summary: 'Count coverage, by product type, edition and area',
    action: 'read',
    reads: true,
    body: Joi.object({ filter: rule.condition, storefronts: Joi.array().items(Joi.string()).default([]) }),
  },
  makeReusable: {
    method: 'post',
    path: '/api/pieces/{code}/reusable',
    summary: 'Turn a product’s own piece into a reusable one, with an assignment that keeps it where it is',
    action: 'edit-content',
  },
  replaceInLibrary: {
    method: 'post',
    path: '/api/library/replacements',
    summary: 'Find something in the texts of the library, and replace it in one step',
    action: 'edit-content',
    body: Joi.object({
      find: Joi.string().min(1).max(300).required(),
      by: Joi.string().allow('').max(300).required(),
      matchCase: Joi.boolean().default(false),
      wholeWords: Joi.boolean().default(true),
      languages: Joi.array().items(Joi.string()).default([]),
      pieces: Joi.array().items(Joi.string()),
      do: Joi.string().valid('preview', 'apply').required(),
    }),
  },
  tidyLibrary: {
    method: 'get',
    path: '/api/library/order',
    summary: 'Unused pieces, near-duplicate texts, duplicate questions',
    action: 'read',
  },
  sharedTextRemarks: {
    method: 'post',
    path: '/api/library/remarks',
    summary: 'Statements in a shared piece that are true of some of its products only',
    action: 'read',
    reads: true,
    body: Joi.object({ piece: pieceRecord.required(), storefront }),
  },
  exportContent: {
    method: 'get',
    path: '/api/library/content',
    summary: 'Pieces, question sets, block types, campaigns, named rules and assignments as one JSON file',
    action: 'read',
  },
  importContent: {
    method: 'post',
    path: '/api/library/content',
    summary: 'Import such a file, checked: all of it, or nothing',
    action: 'edit-content',
    query: Joi.object({ mode: Joi.string().valid('check', 'apply').default('check') }),
    body: Joi.object().unknown(),
  },
  exportQuestions: {
    method: 'get',
    path: '/api/library/questions',
    answerType: 'text/csv',
    summary: 'All questions as CSV',
    action: 'read',
  },
  importQuestions: {
    method: 'post',
    path: '/api/library/questions',
    summary: 'Import questions from a CSV file: all of them, or nothing',
    action: 'edit-content',
    query: Joi.object({ mode: Joi.string().valid('check', 'apply').default('check') }),
    bodyType: 'text/csv',
    body: Joi.string(),
  },
  listQuestionSets: { method: 'get', path: '/api/question-sets', summary: 'Question sets, by name', action: 'read' },
  listBlockKinds: {
    method: 'get',
    path: '/api/block-kinds',
    summary: 'Block types with named fields',
    action: 'read',
  },
  sendMedia: {
    method: 'get',
    path: '/delivery/media/{name}',
    answerType: '*/*',
    summary: 'A picture as pages show it, or a file; one that is on no live page, for those who are signed in',
    action: null,
    query: renditionQuery,
  },
} as const satisfies Record<keyof ContentAnswers, Operation>
