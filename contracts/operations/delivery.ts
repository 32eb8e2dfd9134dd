import type { ReleasedCategories, ReleasedMenu, ReleasedPhrases, ReleasedStandingPage } from '@core/release/site'
import {
  listPart,
  type DeliveredChanges,
  type DeliveredComposedPage,
  type DeliveredGroup,
  type DeliveredList,
  type DeliveredPages,
  type DeliveredProduct,
  type DeliveredStorefront,
  type DeliveryKey,
  type MadeDeliveryKey,
} from '../delivery'
import type { FileAnswer } from '../file'
import type { Operation } from '../operation'
import type { Items } from '../paging'
import { Joi } from '../schema'
import { shopEvents, type TakenEvents } from '../shop-events'

/** What each of these calls answers. */
export interface DeliveryAnswers {
  deliverStorefronts: Items<DeliveredStorefront>
  deliverProduct: DeliveredProduct
  deliverBySlug: DeliveredProduct
  deliverPages: DeliveredPages
  deliverPage: ReleasedStandingPage | DeliveredComposedPage
  deliverCategories: ReleasedCategories
  deliverCategory: DeliveredList
  deliverPhrases: ReleasedPhrases
  deliverMenu: ReleasedMenu
  deliverSitemap: FileAnswer
  deliverEverything: FileAnswer
  deliverChanges: DeliveredChanges
  deliverGroups: Items<DeliveredGroup>
  takeShopEvents: TakenEvents
  listDeliveryKeys: Items<DeliveryKey>
  makeDeliveryKey: MadeDeliveryKey
  endDeliveryKey: void
}

const release = Joi.number()
  .integer()
  .min(1)
  .max(2 ** 31 - 1)
  .description(
    'The number of the release to read, so that a list and its pages never mix: one that is live or was within ten ' +
      'minutes, with a delivery key any. The live one without it.',
  )
const preview = Joi.string()
  .max(100)
  .description(
    'The secret of a preview link: a planned release is read as if it were live, in the editions of the link.',
  )
const pinned = Joi.object({ release, preview })
/** Who reads: a customer group, and what shows that it may be read. */
const forGroup = {
  group: Joi.string()
    .max(200)
    .description('A customer group, which needs a delivery key of the storefront, or `until` and `signature`.'),
  until: Joi.number()
    .integer()
    .min(0)
    .max(2 ** 40)
    .description('Until when the signature holds, in seconds since 1970; a week at most.'),
  signature: Joi.string()
    .max(100)
    .description(
      'HMAC-SHA-256 of storefront, group and `until`, joined by line feeds, in base64url. Its key is the SHA-256 of a ' +
        'delivery key, as bytes.',
    ),
}
const pinnedForGroup = Joi.object({ release, preview, ...forGroup })
const keyed = { Authorization: 'Bearer, and a delivery key of the storefront.' }
const conditional = {
  'If-None-Match': 'Answers 304 where nothing differs from what has this entity tag.',
  ...keyed,
}

/** The paths of one edition of a storefront. */
const edition = '/delivery/{storefront}/{language}'

export const deliveryOperations = {
  deliverStorefronts: {
    method: 'get',
    path: '/delivery',
    summary: 'The storefronts that have something live, and their languages',
    action: null,
    fromCopy: true,
    query: Joi.object({ preview }),
  },
  deliverProduct: {
    method: 'get',
    path: `${edition}/products/{sku}`,
    summary: 'The released page of a product, without signing in',
    action: null,
    fromCopy: true,
    query: pinnedForGroup,
    headers: conditional,
  },
  deliverBySlug: {
    method: 'get',
    path: `${edition}/by-slug/{slug}`,
    summary: 'The released page of a product by its slug; 301 to the slug that replaced it',
    action: null,
    fromCopy: true,
    query: pinnedForGroup,
    headers: conditional,
  },
  deliverPages: {
    method: 'get',
    path: `${edition}/pages`,
    summary: 'The released pages that are not of products',
    action: null,
    fromCopy: true,
    query: pinned,
    headers: conditional,
  },
  deliverPage: {
    method: 'get',
    path: `${edition}/pages/{page}`,
    summary:
      'A released page that is not of a product, by the last part of its address or its code: 301 where that is ' +
      'another now, 410 of a landing page whose time is over',
    action: null,
    fromCopy: true,
    query: pinnedForGroup,
    headers: conditional,
  },
  deliverCategories: {
    method: 'get',
    path: `${edition}/categories`,
    summary: 'The released tree of categories',
    action: null,
    fromCopy: true,
    query: pinned,
    headers: conditional,
  },
  deliverCategory: {
    method: 'get',
    path: `${edition}/categories/{category}`,
    summary: 'Released products of a category and of those under it, as a list shows them',
    action: null,
    fromCopy: true,
    query: Joi.object({
      release,
      preview,
      ...forGroup,
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
    fromCopy: true,
    query: pinned,
    headers: conditional,
  },
  deliverMenu: {
    method: 'get',
    path: `${edition}/menu`,
    summary: 'The released menu of a storefront in a language',
    action: null,
    fromCopy: true,
    query: pinned,
    headers: conditional,
  },
  deliverSitemap: {
    method: 'get',
    path: `${edition}/sitemap.xml`,
    answerType: 'application/xml',
    summary: 'A sitemap of all released pages with their alternates; an index of several from 50,000 addresses on',
    action: null,
    fromCopy: true,
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
    fromCopy: true,
    query: pinnedForGroup,
    headers: keyed,
  },
  deliverChanges: {
    method: 'get',
    path: '/delivery/{storefront}/changes',
    summary: 'What was added, changed and removed since a cursor, by releases and by time, in order',
    action: null,
    fromCopy: true,
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
  deliverGroups: {
    method: 'get',
    path: '/delivery/{storefront}/groups',
    summary: 'The customer groups whose pages can be asked for with a key',
    action: null,
    headers: keyed,
  },
  takeShopEvents: {
    method: 'post',
    path: '/delivery/{storefront}/events',
    summary: 'Tell what shoppers did: what they looked at, chose, put into the basket and ordered',
    action: null,
    headers: keyed,
    body: shopEvents,
  },
  listDeliveryKeys: {
    method: 'get',
    path: '/api/delivery-keys',
    summary: 'The delivery keys of shops, without the keys themselves',
    action: 'set-up',
  },
  makeDeliveryKey: {
    method: 'post',
    path: '/api/delivery-keys',
    status: 201,
    summary: 'Create a delivery key for some storefronts; it is shown once',
    action: 'set-up',
    body: Joi.object({
      name: Joi.string().trim().min(1).max(80).required(),
      storefronts: Joi.array().items(Joi.string().max(64).required()).min(1).max(100).unique().required(),
    }),
  },
  endDeliveryKey: {
    method: 'delete',
    path: '/api/delivery-keys/{id}',
    summary: 'Revoke a delivery key',
    action: 'set-up',
  },
} as const satisfies Record<keyof DeliveryAnswers, Operation>
