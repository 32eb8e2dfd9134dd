import Joi from 'joi'
import { bulkChange } from './bulk'
import type { Operation } from './operation'
import { feedRecord } from './feeds'
import { mediaQuery, mediaRecord, pictureBatchBody, renditionQuery, uploadMediaQuery } from './media'
import { importQuery, mappingBody } from './imports'
import { besideQuery, findItemsQuery, fromPoolBody, keepOwnBody, meaningBody, takeOverBody } from './pool'
import { productPatchBody } from './product'
import { namedRuleRecord, blockKindRecord, campaignRecord, layoutRecord, questionSetRecord, assignmentRecord, attributeRecord, categoryRecord, limitsRecord, pieceRecord, productTypeRecord, reachRecord, storefrontRecord, listChangeBody, listRecord, houseStyleRecord } from './records'
import { decisionBody, photoRunBody, poolRunBody, recipeRecord, recipeRunBody, recipeTrialBody, suggestionGroupQuery, suggestionQuery } from './drafting'
import { keptBody, keptKinds } from './kept'
import { clothBody, clothRowsBody, portionBody, trialBody } from './readiness'
import { reworkBody } from './rework'
import { sameTextsBody } from './search'
import { cellsBody, offeredBody, sheetBody } from './sheet'
import { translationOperations } from './translation'
import { copyBody, newProductBody, variantsBody } from './variants'

const moment = Joi.string().isoDate().description('An RFC 3339 moment; now without it.')
const storefront = Joi.string().description('A storefront code.')
const edition = { storefront: storefront.required(), language: Joi.string().required().description('A BCP 47 tag of the storefront.') }
const lens = Joi.object({ storefront, group: Joi.string().allow(null), at: moment })
const paged = (max: number, standard: number) => ({ limit: Joi.number().integer().min(1).max(max).default(standard), cursor: Joi.string() })
const offset = Joi.number().integer().min(0).max(10_000_000).default(0).description('Rows to pass over, for lists that are scrolled.')
const rule = { condition: Joi.any().description('A condition.'), logic: Joi.any().description('The same as JsonLogic.'), lens }
const bulkBody = Joi.object({ filter: rule.condition, lens, change: bulkChange.required() })
const ifMatch = { 'If-Match': 'The ETag of the version that is changed.' }

export const operations = {
  health: { method: 'get', path: '/api/health', summary: 'Whether the server and its database answer', action: null },
  signIn: { method: 'post', path: '/api/session', summary: 'Sign in', action: null, body: Joi.object({ email: Joi.string().max(200).required(), password: Joi.string().max(500).required() }) },
  signOut: { method: 'delete', path: '/api/session', summary: 'Sign out', action: 'read', within: 'own' },
  whoAmI: { method: 'get', path: '/api/session', summary: 'Who is signed in', action: 'read' },
  listTokens: { method: 'get', path: '/api/tokens', summary: 'Your personal tokens, without their secrets', action: 'read' },
  makeToken: { method: 'post', path: '/api/tokens', summary: 'Make a personal token; its secret is told this once', action: 'read', within: 'own', body: Joi.object({ name: Joi.string().trim().min(1).max(80).required() }) },
  endToken: { method: 'delete', path: '/api/tokens/{id}', summary: 'End a personal token', action: 'read', within: 'own' },
  listAudit: { method: 'get', path: '/api/audit', summary: 'The audit log, newest first: sign-ins, refusals, exports, tokens', action: 'set-up', query: Joi.object({ limit: Joi.number().integer().min(1).max(500).default(100), before: Joi.number().integer() }) },
  setup: { method: 'get', path: '/api/setup', summary: 'Everything that products and rules are set up with', action: 'read' },
  find: { method: 'get', path: '/api/find', summary: 'Products, pieces and assignments by name or code', action: 'read', query: Joi.object({ q: Joi.string().max(200).required(), storefront, language: Joi.string() }) },
  openapi: { method: 'get', path: '/api/openapi.json', summary: 'This description', action: null },

  listProducts: { method: 'get', path: '/api/products', summary: 'Products, by SKU order', action: 'read', query: Joi.object({
    ...paged(500, 50), q: Joi.string().max(200), type: Joi.string(), category: Joi.string(), status: Joi.string(), storefront, language: Joi.string(),
    offset,
  }) },
  createProduct: { method: 'post', path: '/api/products', summary: 'Make a product, or a variant of one', action: 'edit-products', body: newProductBody },
  saveVariants: { method: 'put', path: '/api/products/{sku}/variants', summary: 'Make and change variants of a product in one step; those not named stay as they are', action: 'edit-products', body: variantsBody },
  copyProduct: { method: 'post', path: '/api/products/{sku}/copy', summary: 'Copy a product; the copy is disabled, and what must be unique is asked for', action: 'edit-products', body: copyBody },
  getProduct: { method: 'get', path: '/api/products/{sku}', summary: 'One product, with every stored value by scope', action: 'read' },
  patchProduct: { method: 'patch', path: '/api/products/{sku}', summary: 'Change values of a product', action: 'read', within: 'value', body: productPatchBody, headers: { 'If-Match': 'The ETag of the version that is changed, or * where every value names its base.' } },
  getResolved: { method: 'get', path: '/api/products/{sku}/resolved', summary: 'Each attribute’s value for an edition with its origin', action: 'read', query: Joi.object(edition) },
  getFacts: { method: 'get', path: '/api/products/{sku}/facts', summary: 'The facts that rules see', action: 'read', query: Joi.object({ storefront, group: Joi.string(), at: moment }) },
  getHistory: { method: 'get', path: '/api/products/{sku}/history', summary: 'What was changed in a product, newest first', action: 'read', query: Joi.object({ limit: Joi.number().integer().min(1).max(200).default(50), before: Joi.number().integer() }) },
  putBack: { method: 'post', path: '/api/products/{sku}/put-back', summary: 'Take a change of a product back', action: 'edit-products', body: Joi.object({ change: Joi.number().integer().required(), paths: Joi.array().items(Joi.string()) }) },

  uploadFile: { method: 'post', path: '/api/uploads', summary: 'Send a CSV, XLSX or JSON Lines file to be looked at and imported; what its columns may mean is suggested', action: 'import', query: Joi.object({ name: Joi.string().max(200).default('file'), mapping: Joi.number().integer().description('A kept mapping to begin with.'), type: Joi.string().description('The product type that columns are looked for in.') }), body: Joi.string(), bodyType: 'application/octet-stream' },
  importProducts: { method: 'post', path: '/api/imports', summary: 'Import products from a CSV file', action: 'import', query: importQuery, body: Joi.alternatives(Joi.string(), Joi.object({ mapping: mappingBody })), bodyType: 'text/csv', headers: { Prefer: 'With respond-async, a job is answered at once (202) and the report is its result.' } },
  exportProducts: { method: 'post', path: '/api/exports', summary: 'Products as a file, which an import reads as no change', action: 'read', reads: true, body: Joi.object({
    format: Joi.string().valid('csv', 'xlsx', 'jsonl').required(), filter: Joi.any().description('A condition; all products without it.'), lens, columns: Joi.array().min(1).max(500).items(Joi.string().max(200)).description('Column names as an import reads them.'),
  }) },
  listFeeds: { method: 'get', path: '/api/feeds', summary: 'Feeds, with when each was looked at last and how that ended', action: 'read' },
  getFeed: { method: 'get', path: '/api/feeds/{code}', summary: 'A feed', action: 'read' },
  putFeed: { method: 'put', path: '/api/feeds/{code}', summary: 'Write a feed: a file of products that is fetched on a schedule', action: 'set-up', body: feedRecord, headers: ifMatch },
  deleteFeed: { method: 'delete', path: '/api/feeds/{code}', summary: 'Delete a feed; what it brought stays', action: 'set-up' },
  runFeed: { method: 'post', path: '/api/feeds/{code}/runs', summary: 'Look at a feed now; a job is answered (202)', action: 'import' },
  findPoolItems: { method: 'get', path: '/api/data-pool/items', summary: 'Items of the data pool, by GTIN or by brand and model', action: 'read', query: findItemsQuery },
  makeFromPool: { method: 'post', path: '/api/data-pool/products', summary: 'Make drafts of items of the data pool in one step; every value keeps its source', action: 'edit-products', body: fromPoolBody },
  listPoolQueries: { method: 'get', path: '/api/data-pool/queries', summary: 'What the data pool was asked to put right, and its answers, the latest first', action: 'read', query: Joi.object({ state: Joi.string().valid('all', 'open', 'answered').default('all'), limit: Joi.number().integer().min(1).max(200).default(50), cursor: Joi.string().isoDate() }) },
  setMeaning: { method: 'put', path: '/api/data-pool/meanings', summary: 'Say what a property of the data pool means, for everybody', action: 'edit-products', body: meaningBody },
  getSources: { method: 'get', path: '/api/products/{sku}/sources', summary: 'What outside sources say of a product’s values, by path', action: 'read' },
  besideProduct: { method: 'get', path: '/api/products/{sku}/data-pool', summary: 'An item of the data pool beside a product, property by property', action: 'read', query: besideQuery },
  takeFromPool: { method: 'post', path: '/api/products/{sku}/data-pool/take', summary: 'Take over what an item of the data pool says', action: 'edit-products', body: takeOverBody },
  keepOwn: { method: 'post', path: '/api/products/{sku}/data-pool/keep', summary: 'Keep a value that differs from the data pool’s, with the reason; the pool can be asked to put its own right', action: 'edit-products', body: keepOwnBody },
  previewBulkChange: { method: 'post', path: '/api/bulk-changes/preview', summary: 'What a change of many products would do', action: 'edit-products', body: bulkBody },
  makeBulkChange: { method: 'post', path: '/api/bulk-changes', summary: 'Change many products in one step; a job is answered (202), and a report is its result', action: 'edit-products', body: bulkBody },
  putStepBack: { method: 'post', path: '/api/steps/{id}/put-back', summary: 'Take a step that changed many products back; a job is answered (202)', action: 'edit-products' },
  listJobs: { method: 'get', path: '/api/jobs', summary: 'The latest work', action: 'read' },
  getJob: { method: 'get', path: '/api/jobs/{id}', summary: 'A piece of work, with its result', action: 'read' },
  cancelJob: { method: 'post', path: '/api/jobs/{id}/cancel', summary: 'Cancel work of your own; a manager, anybody’s', action: 'read', within: 'own' },
  events: { method: 'get', path: '/api/events', summary: 'Changes of running work, as server-sent events', action: 'read' },

  sheet: { method: 'post', path: '/api/sheet', summary: 'Rows of the sheet: products with chosen columns, in SKU order', action: 'read', reads: true, body: sheetBody },
  offeredColumns: { method: 'post', path: '/api/sheet/columns', summary: 'Columns for what is found, what must be filled first', action: 'read', reads: true, body: offeredBody },
  writeCells: { method: 'post', path: '/api/sheet/cells', summary: 'Write cells of the sheet as one step; each is taken or refused by itself', action: 'read', within: 'value', body: cellsBody },
  listKept: { method: 'get', path: '/api/kept', summary: 'Views of the sheet, or mappings of files, that you keep or others share', action: 'read', query: Joi.object({ kind: Joi.string().valid(...keptKinds).required() }) },
  keep: { method: 'put', path: '/api/kept', summary: 'Keep a view or a mapping under a name', action: 'read', within: 'own', body: keptBody },
  letGo: { method: 'delete', path: '/api/kept/{id}', summary: 'Let a view or a mapping of yours go', action: 'read', within: 'own' },

  reach: { method: 'post', path: '/api/reach', summary: 'The products that a rule finds', action: 'read', reads: true, body: Joi.object({ ...rule, cursor: Joi.string(), limit: Joi.number().integer().min(1).max(1000).default(1000) }).xor('condition', 'logic') },
  explain: { method: 'post', path: '/api/reach/explain', summary: 'Why a rule or an assignment reaches a product, or why not', action: 'read', reads: true, body: Joi.object({ ...rule, assignment: Joi.string().description('The code of an assignment, to ask its whole reach.'), sku: Joi.string().required() }).xor('condition', 'logic', 'assignment') },
  tryAssignment: { method: 'post', path: '/api/reach/assignment', summary: 'What an assignment that is being written would reach', action: 'read', reads: true, body: Joi.object({
    reach: reachRecord.required(), limits: limitsRecord, saved: Joi.string().allow(null).default(null).description('The code of the saved assignment to compare with.'), lens, sku: Joi.string().allow(null).default(null),
  }) },
  reachFill: { method: 'post', path: '/api/reach/fill', summary: 'How many of the reached products have a value, by attribute', action: 'read', reads: true, body: Joi.object({ piece: Joi.string().allow(null).default(null), storefront }) },
  proof: { method: 'get', path: '/api/proof/{sku}', summary: 'The product page as it will be, with the reason for each part', action: 'read', query: Joi.object({ ...edition, group: Joi.string().allow(''), at: moment }) },
  tryProof: { method: 'post', path: '/api/proof/{sku}/trial', summary: 'The page as it would be with an assignment, a piece or a layout saved, and what would be otherwise on it', action: 'read', reads: true, body: Joi.object({ ...edition, group: Joi.string().allow('', null), at: moment, assignment: assignmentRecord, piece: pieceRecord, layout: layoutRecord }) },
  proofMoments: { method: 'get', path: '/api/proof/{sku}/moments', summary: 'When the page will change in the days to come, and by what', action: 'read', query: Joi.object({ ...edition, group: Joi.string().allow(''), at: moment, days: Joi.number().integer().min(1).max(370).default(42) }) },

  listReadiness: { method: 'get', path: '/api/readiness', summary: 'How far products are from fit to release in an edition, in SKU order', action: 'read', query: Joi.object({ ...edition, ...paged(200, 50) }) },
  productReadiness: { method: 'get', path: '/api/products/{sku}/readiness', summary: 'How a product stands in every edition, with what is found and where it is mended', action: 'read' },
  readinessOverview: { method: 'get', path: '/api/readiness/overview', summary: 'How many pages are ready, what changed since yesterday, the ten best fixes, and your portion of the day', action: 'read', query: Joi.object({ storefront }) },
  readinessTrend: { method: 'get', path: '/api/readiness/trend', summary: 'Pages sold and ready by storefront, day by day', action: 'read', query: Joi.object({ days: Joi.number().integer().min(1).max(800).default(90) }) },
  cloth: { method: 'post', path: '/api/readiness/cloth', summary: 'Editions and groups of products with how many of their pages are ready', action: 'read', reads: true, body: clothBody },
  clothRows: { method: 'post', path: '/api/readiness/rows', summary: 'Products with how they stand in every edition, the worst first', action: 'read', reads: true, body: clothRowsBody },
  findingsFile: { method: 'post', path: '/api/readiness/findings', summary: 'Every finding of some products as CSV', action: 'read', reads: true, body: clothBody },
  judgeAll: { method: 'post', path: '/api/readiness/recomputation', summary: 'Work the readiness of all products out anew; a job is answered (202)', action: 'edit-products' },
  setPortion: { method: 'put', path: '/api/readiness/portion', summary: 'Set your portion of a day: how many products, of which storefront', action: 'read', within: 'own', body: portionBody },
  dropPortion: { method: 'delete', path: '/api/readiness/portion', summary: 'Let your portion go', action: 'read', within: 'own' },
  tryWords: { method: 'post', path: '/api/house-styles/trial', summary: 'Where words would stand that are not banned yet, over the whole catalogue', action: 'read', reads: true, body: trialBody },
  listStyles: { method: 'get', path: '/api/house-styles', summary: 'The parts of the house style, general before special, with what every house style begins with', action: 'read' },
  getStyle: { method: 'get', path: '/api/house-styles/{code}', summary: 'A part of the house style', action: 'read' },
  putStyle: { method: 'put', path: '/api/house-styles/{code}', summary: 'Write a part of the house style', action: 'edit-content', body: houseStyleRecord, headers: ifMatch },
  deleteStyle: { method: 'delete', path: '/api/house-styles/{code}', summary: 'Delete a part of the house style', action: 'edit-content' },

  searchTexts: { method: 'get', path: '/api/products/{sku}/search-texts', summary: 'What a search result says of a product in an edition, and what is to be said about it', action: 'read', query: Joi.object(edition) },
  readSlug: { method: 'get', path: '/api/slugs/{storefront}/{language}/{slug}', summary: 'Which product a slug means, and its slug now; `redirect` says that it was another before', action: 'read' },
  listRedirects: { method: 'get', path: '/api/redirects', summary: 'Slugs that were changed, and what they are now', action: 'read', query: Joi.object({ ...edition, ...paged(1000, 200) }) },

  sameTexts: { method: 'post', path: '/api/same-texts', summary: 'Look for texts of a field that say the same, or nearly, in a language; a job is answered (202), its result has the groups', action: 'read', reads: true, body: sameTextsBody },

  listRecipes: { method: 'get', path: '/api/recipes', summary: 'Recipes, by name', action: 'read' },
  getRecipe: { method: 'get', path: '/api/recipes/{code}', summary: 'A recipe', action: 'read' },
  putRecipe: { method: 'put', path: '/api/recipes/{code}', summary: 'Write a recipe', action: 'edit-content', body: recipeRecord, headers: ifMatch },
  deleteRecipe: { method: 'delete', path: '/api/recipes/{code}', summary: 'Delete a recipe; what it has suggested stays', action: 'edit-content' },
  tryRecipe: { method: 'post', path: '/api/recipes/trial', summary: 'Try a recipe on up to three products; nothing is kept', action: 'read', reads: true, body: recipeTrialBody },
  previewRecipeRun: { method: 'post', path: '/api/recipes/{code}/runs/preview', summary: 'What a run of a recipe would come to: products, those that say too little, cost as a sample tells', action: 'edit-products', body: recipeRunBody },
  runRecipe: { method: 'post', path: '/api/recipes/{code}/runs', summary: 'Run a recipe over products; a job is answered (202), and its suggestions wait for reading', action: 'edit-products', body: recipeRunBody },
  readPhotos: { method: 'post', path: '/api/photo-readings', summary: 'Read the photos of products: colours that are missing and alternative texts are suggested; a job is answered (202)', action: 'edit-products', body: photoRunBody },
  suggestFromPool: { method: 'post', path: '/api/data-pool/suggestions', summary: 'Hold products against the data pool and suggest what it says otherwise; a job is answered (202)', action: 'edit-products', body: poolRunBody },
  listSuggestions: { method: 'get', path: '/api/suggestions', summary: 'Suggestions beside what stands there now, with what the house style finds', action: 'read', query: suggestionQuery },
  groupSuggestions: { method: 'get', path: '/api/suggestions/groups', summary: 'Suggestions by work, product or field, counted', action: 'read', query: suggestionGroupQuery },
  waitingSuggestions: { method: 'get', path: '/api/suggestions/waiting', summary: 'How many suggestions wait, and those of work that you started', action: 'read' },
  decideSuggestions: { method: 'post', path: '/api/suggestions/decisions', summary: 'Accept, edit, refuse or reopen suggestions, one or many, as one step', action: 'read', within: 'value', body: decisionBody },

  ...translationOperations,

  recordHistory: { method: 'get', path: '/api/history/{kind}/{code}', summary: 'What was changed in a piece, an assignment or a part of the set-up, newest first', action: 'read' },
  putRecordBack: { method: 'post', path: '/api/history/{kind}/{code}/put-back', summary: 'Take a change of a record back', action: 'read', within: 'record', body: Joi.object({ change: Joi.number().integer().required() }) },

  listMedia: { method: 'get', path: '/api/media', summary: 'Pictures and files of the media library, through an edition', action: 'read', query: mediaQuery },
  uploadMedia: { method: 'post', path: '/api/media', summary: 'Send a picture or a file to the media library; it is looked at by its content', action: 'edit-products', query: uploadMediaQuery, body: Joi.string(), bodyType: 'application/octet-stream' },
  getMedia: { method: 'get', path: '/api/media/{code}', summary: 'What is known of a picture or file', action: 'read' },
  putMedia: { method: 'put', path: '/api/media/{code}', summary: 'Describe a picture or file', action: 'edit-products', body: mediaRecord, headers: ifMatch },
  deleteMedia: { method: 'delete', path: '/api/media/{code}', summary: 'Delete a picture or file that nothing needs; 409 with the reasons where something does', action: 'edit-products' },
  aboutMedia: { method: 'get', path: '/api/media/{code}/about', summary: 'What was computed of an item, its versions and look-alikes, and the products that name it', action: 'read', query: Joi.object({ storefront, language: Joi.string() }) },
  checkPictures: { method: 'get', path: '/api/products/{sku}/pictures', summary: 'The pictures of a product in an edition, and what is wrong with them', action: 'read', query: Joi.object(edition) },
  previewPictureBatch: { method: 'post', path: '/api/picture-batches/preview', summary: 'Which products a batch of pictures belongs to, by the names of the files', action: 'edit-products', body: pictureBatchBody },
  runPictureBatch: { method: 'post', path: '/api/picture-batches', summary: 'Put a batch of pictures on their products in one step; a job is answered (202)', action: 'edit-products', body: pictureBatchBody },
  sendMedia: { method: 'get', path: '/delivery/media/{name}', summary: 'A picture as pages show it, or a file; without a release, for those who are signed in', action: 'read', query: renditionQuery },

  listAttributes: { method: 'get', path: '/api/attributes', summary: 'Attributes, with the number of their values and the types that have them', action: 'read' },
  getAttribute: { method: 'get', path: '/api/attributes/{code}', summary: 'An attribute', action: 'read' },
  putAttribute: { method: 'put', path: '/api/attributes/{code}', summary: 'Write an attribute', action: 'edit-types', body: attributeRecord, headers: ifMatch },
  deleteAttribute: { method: 'delete', path: '/api/attributes/{code}', summary: 'Delete an attribute that nothing needs; 409 with the reasons where something does', action: 'edit-types' },
  previewRework: { method: 'post', path: '/api/attributes/{code}/rework/preview', summary: 'What becomes of an attribute’s values when it is changed', action: 'edit-types', body: reworkBody },
  reworkAttribute: { method: 'post', path: '/api/attributes/{code}/rework', summary: 'Change an attribute and all its values in one step; a job is answered (202)', action: 'edit-types', body: reworkBody },
  listTypes: { method: 'get', path: '/api/product-types', summary: 'Product types, with the number of their products', action: 'read' },
  getType: { method: 'get', path: '/api/product-types/{code}', summary: 'A product type', action: 'read' },
  putType: { method: 'put', path: '/api/product-types/{code}', summary: 'Write a product type', action: 'edit-types', body: productTypeRecord, headers: ifMatch },
  deleteType: { method: 'delete', path: '/api/product-types/{code}', summary: 'Delete a product type that nothing needs; 409 with the reasons where something does', action: 'edit-types' },
  listCategories: { method: 'get', path: '/api/categories', summary: 'Categories, with the number of products in and under them', action: 'read' },
  getCategory: { method: 'get', path: '/api/categories/{code}', summary: 'A category', action: 'read' },
  putCategory: { method: 'put', path: '/api/categories/{code}', summary: 'Write a category, or move it', action: 'edit-types', body: categoryRecord, headers: ifMatch },
  deleteCategory: { method: 'delete', path: '/api/categories/{code}', summary: 'Delete a category that nothing needs; 409 with the reasons where something does', action: 'edit-types' },
  listLists: { method: 'get', path: '/api/lists', summary: 'Named lists, with the number of their products', action: 'read' },
  getList: { method: 'get', path: '/api/lists/{code}', summary: 'A named list with its products', action: 'read' },
  putList: { method: 'put', path: '/api/lists/{code}', summary: 'Write a named list', action: 'edit-products', body: listRecord, headers: ifMatch },
  changeList: { method: 'post', path: '/api/lists/{code}/changes', summary: 'Put products into a named list or take them out; the others stay', action: 'edit-products', body: listChangeBody },
  deleteList: { method: 'delete', path: '/api/lists/{code}', summary: 'Delete a named list that no rule names; its products stay', action: 'edit-products' },
  getStorefront: { method: 'get', path: '/api/storefronts/{code}', summary: 'A storefront', action: 'read' },
  putStorefront: { method: 'put', path: '/api/storefronts/{code}', summary: 'Write a storefront; whoever edits content may change its facts, standing pages and layout', action: 'edit-content', within: 'record', body: storefrontRecord, headers: ifMatch },
  listPieces: { method: 'get', path: '/api/pieces', summary: 'Pieces, by code', action: 'read', query: Joi.object({ ...paged(1000, 100), q: Joi.string().max(200), storefront, language: Joi.string(), kind: Joi.string(), tag: Joi.string(), owner: Joi.string() }) },
  getPiece: { method: 'get', path: '/api/pieces/{code}', summary: 'A piece with all its texts', action: 'read' },
  putPiece: { method: 'put', path: '/api/pieces/{code}', summary: 'Write a piece', action: 'edit-content', body: pieceRecord, headers: ifMatch },
  beforeSaving: { method: 'post', path: '/api/reach/before-saving', summary: 'What saving an assignment would do, over the whole catalogue: reach, gained and lost by storefront, collisions, empty values', action: 'read', reads: true, body: Joi.object({ assignment: assignmentRecord.required(), lens }) },
  listAssignments: { method: 'get', path: '/api/assignments', summary: 'Assignments, in page order', action: 'read', query: Joi.object({ ...paged(1000, 100), q: Joi.string().max(200), piece: Joi.string() }) },
  getAssignment: { method: 'get', path: '/api/assignments/{code}', summary: 'An assignment', action: 'read' },
  deletePiece: { method: 'delete', path: '/api/pieces/{code}', summary: 'Delete a piece that nothing brings; 409 with the reasons where something does', action: 'edit-content' },
  deleteAssignment: { method: 'delete', path: '/api/assignments/{code}', summary: 'Delete an assignment; its pieces stay', action: 'edit-content' },
  placeAssignment: { method: 'post', path: '/api/assignments/order', summary: 'Put an assignment before another entry of an area, or at its end; numbers follow with room between them', action: 'edit-content', body: Joi.object({ storefront: storefront.required(), area: Joi.string().max(40).required(), code: Joi.string().max(80).required(), before: Joi.string().max(90).allow(null).required().description('An assignment, or a built-in part such as part:facts; null is the end.') }) },
  pageOrder: { method: 'get', path: '/api/storefronts/{code}/page-order', summary: 'The areas of a storefront’s page from top to bottom, with their built-in parts', action: 'read' },
  coverage: { method: 'post', path: '/api/coverage', summary: 'Count what stands where, by product type, edition and area; a job is answered (202)', action: 'read', reads: true, body: Joi.object({ filter: rule.condition, storefronts: Joi.array().items(Joi.string()).default([]) }) },
  ownPieces: { method: 'get', path: '/api/products/{sku}/pieces', summary: 'The pieces that a product has for itself', action: 'read' },
  makeReusable: { method: 'post', path: '/api/pieces/{code}/reusable', summary: 'Turn a product’s own piece into a reusable one, with an assignment that keeps it where it is', action: 'edit-content' },
  replaceInLibrary: { method: 'post', path: '/api/library/replacements', summary: 'Find something in the texts of the library, and replace it in one step', action: 'edit-content', body: Joi.object({ find: Joi.string().min(1).max(300).required(), by: Joi.string().allow('').max(300).required(), matchCase: Joi.boolean().default(false), wholeWords: Joi.boolean().default(true), languages: Joi.array().items(Joi.string()).default([]), pieces: Joi.array().items(Joi.string()), do: Joi.string().valid('preview', 'apply').required() }) },
  tidyLibrary: { method: 'get', path: '/api/library/order', summary: 'Pieces that nothing brings, texts that say nearly the same, questions that mean the same', action: 'read' },
  sharedTextRemarks: { method: 'post', path: '/api/library/remarks', summary: 'What the texts of a piece say of single products, though many share them', action: 'read', reads: true, body: Joi.object({ piece: pieceRecord.required(), storefront }) },
  exportContent: { method: 'get', path: '/api/library/content', summary: 'Pieces, question sets, kinds of block, campaigns, named rules and assignments as one JSON file', action: 'read' },
  importContent: { method: 'post', path: '/api/library/content', summary: 'Take such a file through all checks: all of it, or nothing', action: 'edit-content', query: Joi.object({ mode: Joi.string().valid('check', 'apply').default('check') }), body: Joi.object().unknown() },
  exportQuestions: { method: 'get', path: '/api/library/questions', summary: 'All questions as CSV', action: 'read' },
  importQuestions: { method: 'post', path: '/api/library/questions', summary: 'Take questions from a CSV file: all of them, or nothing', action: 'edit-content', query: Joi.object({ mode: Joi.string().valid('check', 'apply').default('check') }), bodyType: 'text/csv', body: Joi.string() },
  listQuestionSets: { method: 'get', path: '/api/question-sets', summary: 'Question sets, by name', action: 'read' },
  getQuestionSet: { method: 'get', path: '/api/question-sets/{code}', summary: 'A question set', action: 'read' },
  putQuestionSet: { method: 'put', path: '/api/question-sets/{code}', summary: 'Write a question set', action: 'edit-content', body: questionSetRecord, headers: ifMatch },
  deleteQuestionSet: { method: 'delete', path: '/api/question-sets/{code}', summary: 'Delete a question set that nothing brings; its questions stay', action: 'edit-content' },
  listBlockKinds: { method: 'get', path: '/api/block-kinds', summary: 'Kinds of block with named fields', action: 'read' },
  getBlockKind: { method: 'get', path: '/api/block-kinds/{code}', summary: 'A kind of block', action: 'read' },
  putBlockKind: { method: 'put', path: '/api/block-kinds/{code}', summary: 'Write a kind of block', action: 'edit-content', body: blockKindRecord, headers: ifMatch },
  deleteBlockKind: { method: 'delete', path: '/api/block-kinds/{code}', summary: 'Delete a kind of block that no block fills', action: 'edit-content' },
  getNamedRule: { method: 'get', path: '/api/named-rules/{code}', summary: 'A named rule', action: 'read' },
  putNamedRule: { method: 'put', path: '/api/named-rules/{code}', summary: 'Write a named rule; every rule that names it changes with it', action: 'edit-content', body: namedRuleRecord, headers: ifMatch },
  deleteNamedRule: { method: 'delete', path: '/api/named-rules/{code}', summary: 'Delete a named rule that no rule names', action: 'edit-content' },
  getCampaign: { method: 'get', path: '/api/campaigns/{code}', summary: 'A campaign', action: 'read' },
  putCampaign: { method: 'put', path: '/api/campaigns/{code}', summary: 'Write a campaign', action: 'edit-content', body: campaignRecord, headers: ifMatch },
  deleteCampaign: { method: 'delete', path: '/api/campaigns/{code}', summary: 'Delete a campaign that nothing belongs to', action: 'edit-content' },
  putAssignment: { method: 'put', path: '/api/assignments/{code}', summary: 'Write an assignment', action: 'edit-content', body: assignmentRecord, headers: ifMatch },
} as const satisfies Record<string, Operation>

export type { Operation }
export type OperationName = keyof typeof operations
