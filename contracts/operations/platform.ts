import Joi from 'joi'
import { keptBody, keptKinds } from '../kept'
import type { Operation } from '../operation'
import { storefront, edition, paged } from './parts'

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
    summary: 'Make a personal token; its secret is told this once',
    action: 'read',
    within: 'own',
    body: Joi.object({ name: Joi.string().trim().min(1).max(80).required() }),
  },
  endToken: {
    method: 'delete',
    path: '/api/tokens/{id}',
    summary: 'End a personal token',
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
    summary: 'Everything that products and rules are set up with',
    action: 'read',
  },
  find: {
    method: 'get',
    path: '/api/find',
    summary: 'Products, pieces and assignments by name or code',
    action: 'read',
    query: Joi.object({ q: Joi.string().max(200).required(), storefront, language: Joi.string() }),
  },
  openapi: { method: 'get', path: '/api/openapi.json', summary: 'This description', action: null },

  uploadFile: {
    method: 'post',
    path: '/api/uploads',
    summary: 'Send a CSV, XLSX or JSON Lines file to be looked at and imported; what its columns may mean is suggested',
    action: 'import',
    query: Joi.object({
      name: Joi.string().max(200).default('file'),
      mapping: Joi.number().integer().description('A kept mapping to begin with.'),
      type: Joi.string().description('The product type that columns are looked for in.'),
    }),
    body: Joi.string(),
    bodyType: 'application/octet-stream',
  },
  putStepBack: {
    method: 'post',
    path: '/api/steps/{id}/put-back',
    summary: 'Take a step that changed many products back; a job is answered (202)',
    action: 'read',
    within: 'value',
  },
  listJobs: { method: 'get', path: '/api/jobs', summary: 'The latest work', action: 'read' },
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
    summary: 'Changes of running work, as server-sent events',
    action: 'read',
  },
  listKept: {
    method: 'get',
    path: '/api/kept',
    summary: 'Views of the sheet, or mappings of files, that you keep or others share',
    action: 'read',
    query: Joi.object({
      kind: Joi.string()
        .valid(...keptKinds)
        .required(),
    }),
  },
  keep: {
    method: 'put',
    path: '/api/kept',
    summary: 'Keep a view or a mapping under a name',
    action: 'read',
    within: 'own',
    body: keptBody,
  },
  letGo: {
    method: 'delete',
    path: '/api/kept/{id}',
    summary: 'Let a view or a mapping of yours go',
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
  },
  putRecordBack: {
    method: 'post',
    path: '/api/history/{kind}/{code}/put-back',
    summary: 'Take a change of a record back',
    action: 'read',
    within: 'record',
    body: Joi.object({ change: Joi.number().integer().required() }),
  },
} as const satisfies Record<string, Operation>
