import type { Operation } from '../operation'
import type { Counted, Items, Page } from '../paging'
import {
  answerBody,
  previewAnswerBody,
  previewBody,
  previewCommentBody,
  previewPageQuery,
  settledBody,
  type MadePreviewLink,
  type OpenedPreview,
  type PageComment,
  type PreviewLink,
  type PreviewPage,
  type PreviewPageRow,
} from '../previews'
import { Joi } from '../schema'
import { edition, offset, paged } from './parts'

/** What each of these calls answers. */
export interface PreviewAnswers {
  listPreviews: Page<PreviewLink>
  makePreview: MadePreviewLink
  withdrawPreview: PreviewLink
  openPreview: OpenedPreview
  previewPages: Counted<PreviewPageRow>
  previewPage: PreviewPage
  commentOnPreview: Items<PageComment>
  answerOnPreview: Items<PageComment>
  listPageComments: Page<PageComment>
  answerPageComment: PageComment
  settlePageComment: PageComment
}

/** What a link opens has the link's secret in its path, and needs nothing else. */
const opened = '/api/preview/{token}'

export const previewOperations = {
  listPreviews: {
    method: 'get',
    path: '/api/previews',
    summary: 'The preview links, the newest first; of a product or a release',
    action: 'read',
    query: Joi.object({
      sku: Joi.string().max(200),
      release: Joi.number()
        .integer()
        .min(1)
        .max(2 ** 31 - 1),
      ...paged(100, 30),
    }),
  },
  makePreview: {
    method: 'post',
    path: '/api/previews',
    status: 201,
    summary: 'Make a link with which somebody without an account looks at a page, or at a release, until a day',
    action: 'edit-content',
    body: previewBody,
  },
  withdrawPreview: {
    method: 'delete',
    path: '/api/previews/{id}',
    summary: 'Withdraw a preview link: it opens nothing any more; its comments stay',
    action: 'edit-content',
  },
  openPreview: {
    method: 'get',
    path: opened,
    summary: 'What a preview link shows; 410 once it is over or withdrawn',
    action: null,
    shared: true,
  },
  previewPages: {
    method: 'get',
    path: `${opened}/pages`,
    summary: 'The pages that a preview link shows in an edition',
    action: null,
    shared: true,
    query: Joi.object({
      ...edition,
      q: Joi.string().max(200).description('Search by SKU or name.'),
      limit: Joi.number().integer().min(1).max(200).default(50),
      offset,
    }),
  },
  previewPage: {
    method: 'get',
    path: `${opened}/page`,
    summary: 'A page that a preview link shows, with the comments on it',
    action: null,
    shared: true,
    query: previewPageQuery,
  },
  commentOnPreview: {
    method: 'post',
    path: `${opened}/comments`,
    summary: 'Comment on a page that a preview link shows, or on a part of it',
    action: null,
    shared: true,
    body: previewCommentBody,
  },
  answerOnPreview: {
    method: 'post',
    path: `${opened}/comments/{id}/answers`,
    summary: 'Answer a comment that came in by the same link',
    action: null,
    shared: true,
    body: previewAnswerBody,
  },
  listPageComments: {
    method: 'get',
    path: '/api/page-comments',
    summary: 'Comments on pages, the newest first',
    action: 'read',
    query: Joi.object({
      state: Joi.string().valid('open', 'settled', 'all').default('open'),
      sku: Joi.string().max(200).description('Those on the pages of a product.'),
      release: Joi.number()
        .integer()
        .min(1)
        .max(2 ** 31 - 1)
        .description('Those on the pages of a release, by its id.'),
      mine: Joi.boolean().default(false).description('Only those on what whoever asks has shared.'),
      ...paged(100, 30),
    }),
  },
  answerPageComment: {
    method: 'post',
    path: '/api/page-comments/{id}/answers',
    summary: 'Answer a comment on a page; whoever opens the link sees it',
    action: 'edit-content',
    body: answerBody,
  },
  settlePageComment: {
    method: 'put',
    path: '/api/page-comments/{id}/settled',
    summary: 'Resolve a comment on a page, or reopen it',
    action: 'edit-content',
    body: settledBody,
  },
} as const satisfies Record<keyof PreviewAnswers, Operation>
