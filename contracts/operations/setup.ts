import { trialBody, type Trial } from '../readiness'
import { reworkBody, type ReworkReport } from '../rework'
import type { Operation } from '../operation'
import type { HouseStyle } from '@core/house-style/style'
import type { JobDocument } from '../jobs'
import type { AreaOrder, EditionUse, ListedAttribute, ListedCategory, ListedType } from '../setup'
import type { EditionPhrase } from '../proof'
import type { Whole } from '../paging'

/** What each of these calls answers. */
export interface SetupAnswers {
  tryWords: Trial
  listStyles: Whole<HouseStyle> & { first: readonly HouseStyle[] }
  listAttributes: Whole<ListedAttribute>
  previewRework: ReworkReport
  reworkAttribute: JobDocument<ReworkReport>
  listTypes: Whole<ListedType>
  listCategories: Whole<ListedCategory>
  pageOrder: AreaOrder[]
  editionUse: EditionUse
  editionPhrases: Whole<EditionPhrase>
}

export const setupOperations = {
  tryWords: {
    method: 'post',
    path: '/api/house-styles/trial',
    summary: 'Where words are used in the whole catalogue, before they are banned',
    action: 'read',
    reads: true,
    body: trialBody,
  },
  listStyles: {
    method: 'get',
    path: '/api/house-styles',
    summary: 'House style rule sets, general ones first, with the defaults',
    action: 'read',
  },

  listAttributes: {
    method: 'get',
    path: '/api/attributes',
    summary: 'Attributes, with the number of their values and the types that have them',
    action: 'read',
  },
  previewRework: {
    method: 'post',
    path: '/api/attributes/{code}/rework/preview',
    summary: 'Preview what a change of an attribute does to its values',
    action: 'edit-types',
    body: reworkBody,
  },
  reworkAttribute: {
    method: 'post',
    path: '/api/attributes/{code}/rework',
    status: 202,
    summary: 'Change an attribute and all its values in one step',
    action: 'edit-types',
    body: reworkBody,
  },
  listTypes: {
    method: 'get',
    path: '/api/product-types',
    summary: 'Product types, with the number of their products',
    action: 'read',
  },
  listCategories: {
    method: 'get',
    path: '/api/categories',
    summary: 'Categories, with the number of products in and under them',
    action: 'read',
  },
  editionUse: {
    method: 'get',
    path: '/api/storefronts/{code}/editions/{language}/use',
    summary: 'What an edition is used for, to be checked before it is removed from its storefront',
    action: 'read',
  },
  editionPhrases: {
    method: 'get',
    path: '/api/storefronts/{code}/editions/{language}/phrases',
    summary: 'Every phrase of an edition’s pages, those too that are shown only after an action',
    action: 'read',
  },
  pageOrder: {
    method: 'get',
    path: '/api/storefronts/{code}/page-order',
    summary: 'The areas of a storefront’s page from top to bottom, with their built-in parts',
    action: 'read',
  },
} as const satisfies Record<keyof SetupAnswers, Operation>
