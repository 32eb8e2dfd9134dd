import { Joi } from '../schema'
import { savedBody, savedKinds, type Saved } from '../saved'
import type { Operation } from '../operation'
import type { FileAnswer } from '../file'
import type { UndoReport } from '../bulk'
import type { Upload } from '../imports'
import type { SlugAnswer } from '../search'
import type { JobDocument, PastWork } from '../jobs'
import type { Items, Page, Whole } from '../paging'
import type { AuditEntry, MadeToken, SignedIn, TokenDocument } from '../people'
import { historyQuery, type HistoryFacets, type History } from '../history'
import type { FoundRecord, SetupDocument } from '../setup'
import { storefront, edition, paged } from './parts'

/** What each of these calls answers. */
export interface PlatformAnswers {
  health: { status: string; database: string; version: string }
  signIn: SignedIn
  signOut: void
  whoAmI: SignedIn
  listTokens: Whole<TokenDocument>
  makeToken: MadeToken
  endToken: void
  listAudit: Page<AuditEntry>
  setup: SetupDocument
  find: Items<FoundRecord>
  openapi: Record<string, unknown>
  docs: FileAnswer
  uploadFile: Upload
  undoStep: JobDocument<UndoReport>
  listJobs: Items<JobDocument>
  workHistory: Page<PastWork>
  getJob: JobDocument
  cancelJob: void
  events: FileAnswer
  listSaved: Whole<Saved>
  saveNamed: { id: number }
  removeSaved: void
  readSlug: SlugAnswer
  listRedirects: Page<{ from: string; to: string | null; sku: string }>
  recordHistory: History
  recordHistoryFacets: HistoryFacets
  undoRecordChange: { skipped: string[]; record: { code: string } }
}

export const platformOperations = {
  health: { method: 'get', path: '/api/health', summary: 'Whether the server and its database answer', action: null },
  signIn: {
    method: 'post',
    path: '/api/session',
    summary: 'Sign in',
    action: null,
    body: Joi.object({ email: Joi.string().max(200).required(), password: Joi.string().max(500).required() }),
  },
  signOut: { method: 'delete', path: '/api/session', summary: 'Sign out', action: 'read', within: 'own' },
  whoAmI: { method: 'get', path: '/api/session', summary: 'Who is signed in', action: 'read' },
  listTokens: {
    method: 'get',
    path: '/api/tokens',
    summary: 'Your personal tokens, without their secrets',
    action: 'read',
  },
  makeToken: {
    method: 'post',
    path: '/api/tokens',
    status: 201,
    summary: 'Create a personal token; its secret is shown once',
    action: 'read',
    within: 'own',
    body: Joi.object({ name: Joi.string().trim().min(1).max(80).required() }),
  },
  endToken: {
    method: 'delete',
    path: '/api/tokens/{id}',
    summary: 'Revoke a personal token',
    action: 'read',
    within: 'own',
  },
  listAudit: {
    method: 'get',
    path: '/api/audit',
    summary: 'The audit log, newest first: sign-ins, refusals, exports, tokens',
    action: 'set-up',
    query: Joi.object({ limit: Joi.number().integer().min(1).max(500).default(100), before: Joi.number().integer() }),
  },
  setup: {
    method: 'get',
    path: '/api/setup',
    summary: 'The whole set-up: storefronts, product types, attributes, categories and all that rules can name',
    action: 'read',
  },
  find: {
    method: 'get',
    path: '/api/find',
    summary: 'Products, pieces and assignments by name or code',
    action: 'read',
    query: Joi.object({ q: Joi.string().max(200).required(), storefront, language: Joi.string() }),
  },
  openapi: {
    method: 'get',
    path: '/api/openapi.json',
    summary: 'This interface in OpenAPI 3.1',
    action: null,
  },
  docs: {
    method: 'get',
    path: '/api/docs',
    summary: 'The reference of this interface as a page for people',
    action: null,
    answerType: 'text/html',
  },

  uploadFile: {
    method: 'post',
    path: '/api/uploads',
    summary: 'Upload a CSV, XLSX or JSON Lines file to import; mappings of its columns are suggested',
    action: 'import',
    query: Joi.object({
      name: Joi.string().max(200).default('file'),
      mapping: Joi.number().integer().description('A saved mapping to start with.'),
      type: Joi.string().description('The product type that columns are looked for in.'),
    }),
    body: Joi.string(),
    bodyType: 'application/octet-stream',
  },
  undoStep: {
    method: 'post',
    path: '/api/steps/{id}/undo',
    status: 202,
    summary: 'Undo a step that changed many products',
    action: 'read',
    within: 'value',
  },
  listJobs: { method: 'get', path: '/api/jobs', summary: 'The latest work', action: 'read' },
  workHistory: {
    method: 'get',
    path: '/api/work',
    summary: 'The history of work that people started: imports, bulk edits, recipe runs and all other, newest first',
    action: 'read',
    query: Joi.object({ ...paged(200, 50), mine: Joi.boolean().default(false) }),
  },
  getJob: { method: 'get', path: '/api/jobs/{id}', summary: 'A piece of work, with its result', action: 'read' },
  cancelJob: {
    method: 'post',
    path: '/api/jobs/{id}/cancel',
    summary: 'Cancel work of your own; a manager, anybody’s',
    action: 'read',
    within: 'own',
  },
  events: {
    method: 'get',
    path: '/api/events',
    answerType: 'text/event-stream',
    summary: 'Changes of running work, as server-sent events',
    action: 'read',
  },
  listSaved: {
    method: 'get',
    path: '/api/saved',
    summary: 'Views of the sheet, or mappings of files, that you saved or others share',
    action: 'read',
    query: Joi.object({
      kind: Joi.string()
        .valid(...savedKinds)
        .required(),
    }),
  },
  saveNamed: {
    method: 'put',
    path: '/api/saved',
    summary: 'Save a view or a mapping under a name',
    action: 'read',
    within: 'own',
    body: savedBody,
  },
  removeSaved: {
    method: 'delete',
    path: '/api/saved/{id}',
    summary: 'Remove a saved view or mapping of yours',
    action: 'read',
    within: 'own',
  },
  readSlug: {
    method: 'get',
    path: '/api/slugs/{storefront}/{language}/{slug}',
    summary: 'Which product a slug means, and its slug now; `redirect` says that it was another before',
    action: 'read',
  },
  listRedirects: {
    method: 'get',
    path: '/api/redirects',
    summary: 'Slugs that were changed, and what they are now',
    action: 'read',
    query: Joi.object({ ...edition, ...paged(1000, 200) }),
  },

  recordHistory: {
    method: 'get',
    path: '/api/history/{kind}/{code}',
    summary: 'What was changed in a piece, an assignment or a part of the set-up, newest first',
    action: 'read',
    query: historyQuery,
  },
  recordHistoryFacets: {
    method: 'get',
    path: '/api/history/{kind}/{code}/facets',
    summary: 'By what the history of a record can be filtered',
    action: 'read',
  },
  undoRecordChange: {
    method: 'post',
    path: '/api/history/{kind}/{code}/undo',
    summary: 'Undo a change of a record',
    action: 'read',
    within: 'record',
    body: Joi.object({ change: Joi.number().integer().required() }),
  },
} as const satisfies Record<keyof PlatformAnswers, Operation>
