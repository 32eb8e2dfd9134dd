import { Joi } from '../schema'
import { pictureBatchBody, type BatchPlan, type ProductPictures } from '../media'
import { importQuery, mappingBody, type ImportReport } from '../imports'
import {
  besideQuery,
  findItemsQuery,
  fromPoolBody,
  keepOwnBody,
  meaningBody,
  takeOverBody,
  type FoundItems,
  type FromPoolReport,
  type PoolBeside,
  type PoolQuery,
} from '../pool'
import {
  productPatchBody,
  type ChangedProducts,
  type KnownSkus,
  type ProductBatch,
  type ProductList,
  type RemovalReport,
  type ProductDocument,
  type ResolvedValues,
  type SavedVariants,
  type UndoneChange,
} from '../product'
import { historyQuery, type History, type HistoryFacets } from '../history'
import { listChangeBody } from '../records'
import { poolRunBody, type RunReport } from '../drafting'
import { sameTextsBody, type SameTexts, type SearchTexts } from '../search'
import { cellsBody, offeredBody, sheetBody, type CellsReport, type OfferedColumn, type SheetPage } from '../sheet'
import { copyBody, newProductBody, variantsBody } from '../variants'
import type { Operation } from '../operation'
import type { Facts } from '@core/rules/fact-shape'
import type { ValueSource } from '@core/catalogue/source'
import type { Piece } from '@core/page/piece'
import type { JobDocument } from '../jobs'
import type { FeedReport, ListedFeed } from '../feeds'
import type { BulkReport } from '../bulk'
import type { ProductReadiness } from '../readiness'
import type { FileAnswer } from '../file'
import type { Items, Page, Whole } from '../paging'
import type { ListedNamedList } from '../setup'
import { moment, storefront, edition, lens, paged, offset, bulkBody } from './parts'

/** Products to delete: by SKU, or everything that a condition finds, with all variants. */
const removalBody = Joi.object({
  skus: Joi.array().items(Joi.string().max(64)).min(1).max(10_000).unique(),
  filter: Joi.any().description('A condition.'),
  lens,
}).xor('skus', 'filter')

/** What each of these calls answers. */
export interface ProductsAnswers {
  listProducts: ProductList | ChangedProducts
  batchProducts: ProductBatch
  knownSkus: KnownSkus
  createProduct: ProductDocument
  saveVariants: SavedVariants
  copyProduct: ProductDocument
  getProduct: ProductDocument
  patchProduct: ProductDocument
  deleteProduct: RemovalReport
  previewRemoval: RemovalReport
  removeProducts: JobDocument<RemovalReport>
  getResolved: ResolvedValues
  getFacts: Facts
  getHistory: History
  getHistoryFacets: HistoryFacets
  undoProductChange: UndoneChange
  importProducts: ImportReport | JobDocument<ImportReport>
  exportProducts: FileAnswer
  listFeeds: Whole<ListedFeed>
  runFeed: JobDocument<ImportReport | FeedReport>
  findPoolItems: FoundItems
  makeFromPool: FromPoolReport
  listPoolQueries: Page<PoolQuery>
  setMeaning: void
  getSources: Record<string, ValueSource>
  besideProduct: PoolBeside
  takeFromPool: ProductDocument
  keepOwn: void
  previewBulkChange: BulkReport
  makeBulkChange: JobDocument<BulkReport>
  sheet: SheetPage
  offeredColumns: Items<OfferedColumn>
  writeCells: CellsReport
  productReadiness: ProductReadiness
  searchTexts: SearchTexts
  sameTexts: JobDocument<SameTexts>
  suggestFromPool: JobDocument<RunReport>
  checkPictures: ProductPictures
  previewPictureBatch: BatchPlan
  runPictureBatch: JobDocument<ImportReport>
  listLists: Whole<ListedNamedList>
  changeList: { products: number; came: number; left: number }
  ownPieces: Whole<Piece>
}

export const productsOperations = {
  listProducts: {
    method: 'get',
    path: '/api/products',
    summary: 'Products, by SKU order; with changed-after, those that were changed, in the order of the changes',
    action: 'read',
    query: Joi.object({
      ...paged(500, 50),
      q: Joi.string().max(200),
      type: Joi.string(),
      category: Joi.string(),
      status: Joi.string(),
      storefront,
      language: Joi.string(),
      offset,
      'changed-after': Joi.string()
        .max(500)
        .description('A moment, or the cursor of an earlier answer: what was changed since, removed products too.'),
    }),
  },
  batchProducts: {
    method: 'post',
    path: '/api/products/batch',
    summary: 'Many products at once, by SKU',
    action: 'read',
    reads: true,
    body: Joi.object({ skus: Joi.array().items(Joi.string().max(64)).min(1).max(500).unique().required() }),
  },
  knownSkus: {
    method: 'post',
    path: '/api/products/known',
    summary: 'Which SKUs of a list there are, however they are written, and which there are not',
    action: 'read',
    reads: true,
    body: Joi.object({ skus: Joi.array().items(Joi.string().max(64)).min(1).max(20_000).required() }),
  },
  createProduct: {
    method: 'post',
    path: '/api/products',
    status: 201,
    summary: 'Create a product, or a variant of one',
    action: 'edit-products',
    body: newProductBody,
  },
  saveVariants: {
    method: 'put',
    path: '/api/products/{sku}/variants',
    summary: 'Create and change variants of a product in one step; those not named stay as they are',
    action: 'edit-products',
    body: variantsBody,
  },
  copyProduct: {
    method: 'post',
    path: '/api/products/{sku}/copy',
    status: 201,
    summary: 'Copy a product; the copy is disabled, and what must be unique is asked for',
    action: 'edit-products',
    body: copyBody,
  },
  getProduct: {
    method: 'get',
    path: '/api/products/{sku}',
    summary: 'One product, with every stored value by scope',
    action: 'read',
  },
  patchProduct: {
    method: 'patch',
    path: '/api/products/{sku}',
    summary: 'Change values of a product',
    action: 'read',
    within: 'value',
    body: productPatchBody,
    headers: { 'If-Match': 'The ETag of the version that is changed, or * where every value names its base.' },
  },
  deleteProduct: {
    method: 'delete',
    path: '/api/products/{sku}',
    summary:
      'Delete a product with its variants; 409 with what refers to it, unless the references are to be removed too',
    action: 'edit-products',
    query: Joi.object({
      references: Joi.string()
        .valid('remove')
        .description('`remove`: all references to it are removed in the same step.'),
    }),
    headers: { 'If-Match': 'The ETag of the version that is deleted; `*` is whatever is there.' },
  },
  previewRemoval: {
    method: 'post',
    path: '/api/products/removals/preview',
    summary: 'What deleting products would do, and what refers to them',
    action: 'edit-products',
    reads: true,
    body: removalBody,
  },
  removeProducts: {
    method: 'post',
    path: '/api/products/removals',
    status: 202,
    summary: 'Delete many products in one step, with all references to them',
    action: 'edit-products',
    body: removalBody,
  },
  getResolved: {
    method: 'get',
    path: '/api/products/{sku}/resolved',
    summary: 'Each attribute’s value for an edition with its origin',
    action: 'read',
    query: Joi.object(edition),
  },
  getFacts: {
    method: 'get',
    path: '/api/products/{sku}/facts',
    summary: 'The facts that rules see',
    action: 'read',
    query: Joi.object({ storefront, group: Joi.string(), at: moment }),
  },
  getHistory: {
    method: 'get',
    path: '/api/products/{sku}/history',
    summary: 'What was changed in a product, newest first',
    action: 'read',
    query: historyQuery,
  },
  getHistoryFacets: {
    method: 'get',
    path: '/api/products/{sku}/history/facets',
    summary: 'By what the history of a product can be filtered',
    action: 'read',
  },
  undoProductChange: {
    method: 'post',
    path: '/api/products/{sku}/undo',
    summary: 'Undo a change of a product',
    action: 'edit-products',
    body: Joi.object({ change: Joi.number().integer().required(), paths: Joi.array().items(Joi.string()) }),
  },
  importProducts: {
    method: 'post',
    path: '/api/imports',
    orJob: true,
    summary: 'Import products from a CSV file',
    action: 'import',
    query: importQuery,
    body: Joi.alternatives(Joi.string(), Joi.object({ mapping: mappingBody })),
    bodyType: 'text/csv',
  },
  exportProducts: {
    method: 'post',
    path: '/api/exports',
    answerType: ['text/csv', 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet', 'application/jsonl'],
    summary: 'Products as a file, which an import reads as no change',
    action: 'read',
    reads: true,
    body: Joi.object({
      format: Joi.string().valid('csv', 'xlsx', 'jsonl').required(),
      filter: Joi.any().description('A condition; all products without it.'),
      lens,
      columns: Joi.array()
        .min(1)
        .max(500)
        .items(Joi.string().max(200))
        .description('Column names as an import reads them.'),
    }),
  },
  listFeeds: {
    method: 'get',
    path: '/api/feeds',
    summary: 'Feeds, with the time and the result of their last check',
    action: 'read',
  },
  runFeed: {
    method: 'post',
    path: '/api/feeds/{code}/runs',
    status: 202,
    summary: 'Check a feed now',
    action: 'import',
  },
  findPoolItems: {
    method: 'get',
    path: '/api/data-pool/items',
    summary: 'Items of the data pool, by GTIN or by brand and model',
    action: 'read',
    query: findItemsQuery,
  },
  makeFromPool: {
    method: 'post',
    path: '/api/data-pool/products',
    status: 201,
    summary: 'Create draft products from items of the data pool in one step; every value keeps its source',
    action: 'edit-products',
    body: fromPoolBody,
  },
  listPoolQueries: {
    method: 'get',
    path: '/api/data-pool/queries',
    summary: 'What the data pool was asked to correct, and its answers, the latest first',
    action: 'read',
    query: Joi.object({
      state: Joi.string().valid('all', 'open', 'answered').default('all'),
      limit: Joi.number().integer().min(1).max(200).default(50),
      cursor: Joi.string().isoDate(),
    }),
  },
  setMeaning: {
    method: 'put',
    path: '/api/data-pool/meanings',
    summary: 'Map a property of the data pool to an attribute, for everybody',
    action: 'edit-products',
    body: meaningBody,
  },
  getSources: {
    method: 'get',
    path: '/api/products/{sku}/sources',
    summary: 'What outside sources say of a product’s values, by path',
    action: 'read',
  },
  besideProduct: {
    method: 'get',
    path: '/api/products/{sku}/data-pool',
    summary: 'An item of the data pool beside a product, property by property',
    action: 'read',
    query: besideQuery,
  },
  takeFromPool: {
    method: 'post',
    path: '/api/products/{sku}/data-pool/take',
    summary: 'Apply values of an item of the data pool',
    action: 'edit-products',
    body: takeOverBody,
  },
  keepOwn: {
    method: 'post',
    path: '/api/products/{sku}/data-pool/overrides',
    summary:
      'Keep a value that differs from the data pool’s, with the reason; the pool can be asked to correct its value',
    action: 'edit-products',
    body: keepOwnBody,
  },
  previewBulkChange: {
    method: 'post',
    path: '/api/bulk-changes/preview',
    summary: 'What a bulk edit would do',
    action: 'edit-products',
    body: bulkBody,
  },
  makeBulkChange: {
    method: 'post',
    path: '/api/bulk-changes',
    status: 202,
    summary: 'Bulk edit products in one step',
    action: 'edit-products',
    body: bulkBody,
  },

  sheet: {
    method: 'post',
    path: '/api/sheet',
    summary: 'Rows of the sheet: products with chosen columns, in SKU order',
    action: 'read',
    reads: true,
    body: sheetBody,
  },
  offeredColumns: {
    method: 'post',
    path: '/api/sheet/columns',
    summary: 'Suggested columns for the products that are found, required ones first',
    action: 'read',
    reads: true,
    body: offeredBody,
  },
  writeCells: {
    method: 'post',
    path: '/api/sheet/cells',
    summary: 'Write cells of the sheet as one step; each is accepted or rejected on its own',
    action: 'read',
    within: 'value',
    body: cellsBody,
  },
  productReadiness: {
    method: 'get',
    path: '/api/products/{sku}/readiness',
    summary: 'Readiness of a product in every edition, with its findings and where to fix them',
    action: 'read',
  },

  searchTexts: {
    method: 'get',
    path: '/api/products/{sku}/search-texts',
    summary: 'A product’s search result in an edition, with remarks on it',
    action: 'read',
    query: Joi.object(edition),
  },

  sameTexts: {
    method: 'post',
    path: '/api/same-texts',
    status: 202,
    summary: 'Find duplicate and near-duplicate texts of a field in a language; the result has ' + 'the groups',
    action: 'read',
    reads: true,
    body: sameTextsBody,
  },
  suggestFromPool: {
    method: 'post',
    path: '/api/data-pool/suggestions',
    status: 202,
    summary: 'Compare products with the data pool and suggest what differs',
    action: 'edit-products',
    body: poolRunBody,
  },
  checkPictures: {
    method: 'get',
    path: '/api/products/{sku}/pictures',
    summary: 'The pictures of a product in an edition, and what is wrong with them',
    action: 'read',
    query: Joi.object(edition),
  },
  previewPictureBatch: {
    method: 'post',
    path: '/api/picture-batches/preview',
    summary: 'Which products a batch of pictures belongs to, by the names of the files',
    action: 'edit-products',
    body: pictureBatchBody,
  },
  runPictureBatch: {
    method: 'post',
    path: '/api/picture-batches',
    status: 202,
    summary: 'Put a batch of pictures on their products in one step',
    action: 'edit-products',
    body: pictureBatchBody,
  },
  listLists: {
    method: 'get',
    path: '/api/lists',
    summary: 'Named lists, with the number of their products',
    action: 'read',
  },
  changeList: {
    method: 'post',
    path: '/api/lists/{code}/changes',
    summary: 'Add products to a named list or remove them; the others stay',
    action: 'edit-products',
    body: listChangeBody,
  },
  ownPieces: {
    method: 'get',
    path: '/api/products/{sku}/pieces',
    summary: 'The pieces that a product has for itself',
    action: 'read',
  },
} as const satisfies Record<keyof ProductsAnswers, Operation>
