import type { ReleasedCategories, ReleasedMenu, ReleasedPhrases, ReleasedStandingPage } from '@core/release/site'
import {
  listPart,
  type DeliveredChanges,
  type DeliveredList,
  type DeliveredPages,
  type DeliveredProduct,
  type DeliveredStorefront,
} from '../delivery'
import type { FileAnswer } from '../file'
import type { Operation } from '../operation'
import type { Items } from '../paging'
import { Joi } from '../schema'

/** What each of these calls answers. */
export interface DeliveryAnswers {
  deliverStorefronts: Items<DeliveredStorefront>
  deliverProduct: DeliveredProduct
  deliverBySlug: DeliveredProduct
  deliverPages: DeliveredPages
  deliverPage: ReleasedStandingPage
  deliverCategories: ReleasedCategories
  deliverCategory: DeliveredList
  deliverPhrases: ReleasedPhrases
  deliverMenu: ReleasedMenu
  deliverSitemap: FileAnswer
  deliverEverything: FileAnswer
  deliverChanges: DeliveredChanges
}

const release = Joi.number()
  .integer()
  .min(1)
  .max(2 ** 31 - 1)
  .description(
    'The number of the release to read, where it is live or was within ten minutes: so that a list and its pages ' +
      'never mix. The live one without it.',
  )
const pinned = Joi.object({ release })
const conditional = { 'If-None-Match': 'Answers 304 where nothing differs from what has this entity tag.' }

/** The paths of one edition of a storefront. */
const edition = '/delivery/{storefront}/{language}'

export const deliveryOperations = {
  deliverStorefronts: {
    method: 'get',
    path: '/delivery',
    summary: 'The storefronts that have something live, and their languages',
    action: null,
  },
  deliverProduct: {
    method: 'get',
    path: `${edition}/products/{sku}`,
    summary: 'The released page of a product, without signing in',
    action: null,
    query: pinned,
    headers: conditional,
  },
  deliverBySlug: {
    method: 'get',
    path: `${edition}/by-slug/{slug}`,
    summary: 'The released page of a product by its slug; 301 to the slug that replaced it',
    action: null,
    query: pinned,
    headers: conditional,
  },
  deliverPages: {
    method: 'get',
    path: `${edition}/pages`,
    summary: 'The released pages that are not of products',
    action: null,
    query: pinned,
    headers: conditional,
  },
  deliverPage: {
    method: 'get',
    path: `${edition}/pages/{page}`,
    summary: 'A released page that is not of a product, by its code',
    action: null,
    query: pinned,
    headers: conditional,
  },
  deliverCategories: {
    method: 'get',
    path: `${edition}/categories`,
    summary: 'The released tree of categories',
    action: null,
    query: pinned,
    headers: conditional,
  },
  deliverCategory: {
    method: 'get',
    path: `${edition}/categories/{category}`,
    summary: 'Released products of a category and of those under it, as a list shows them',
    action: null,
    query: Joi.object({
      release,
      cursor: Joi.string().max(1000).description('The `next` of the answer before.'),
      limit: Joi.number().integer().min(1).max(100).default(listPart),
    }),
    headers: conditional,
  },
  deliverPhrases: {
    method: 'get',
    path: `${edition}/phrases`,
    summary: 'The released phrases of a storefront in a language',
    action: null,
    query: pinned,
    headers: conditional,
  },
  deliverMenu: {
    method: 'get',
    path: `${edition}/menu`,
    summary: 'The released menu of a storefront in a language',
    action: null,
    query: pinned,
    headers: conditional,
  },
  deliverSitemap: {
    method: 'get',
    path: `${edition}/sitemap.xml`,
    answerType: 'application/xml',
    summary: 'A sitemap of all released pages with their alternates; an index of several from 50,000 addresses on',
    action: null,
    query: Joi.object({
      release,
      part: Joi.number().integer().min(1).max(10_000).description('Which file of several.'),
    }),
  },
  deliverEverything: {
    method: 'get',
    path: `${edition}/everything`,
    answerType: 'application/jsonl',
    summary:
      'All that is released of a storefront in a language, one document a line. `Inkloom-Changes` is the cursor with ' +
      'which later changes are asked for',
    action: null,
    query: pinned,
  },
  deliverChanges: {
    method: 'get',
    path: '/delivery/{storefront}/changes',
    summary: 'What was added, changed and removed since a cursor, by releases and by time, in order',
    action: null,
    query: Joi.object({
      after: Joi.string().max(1000).description('The `next` of the answer before; from the first change without it.'),
      limit: Joi.number().integer().min(1).max(1000).default(1000),
      wait: Joi.number()
        .integer()
        .min(0)
        .max(30)
        .default(0)
        .description('For so many seconds the answer is held where nothing has changed yet.'),
    }),
  },
} as const satisfies Record<keyof DeliveryAnswers, Operation>
