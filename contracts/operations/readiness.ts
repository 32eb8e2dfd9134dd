import { Joi } from '../schema'
import {
  decisionBody,
  photoRunBody,
  recipeRunBody,
  recipeTrialBody,
  suggestionGroupQuery,
  suggestionQuery,
  type DecisionReport,
  type RecipeList,
  type RecipeTrial,
  type RunPreview,
  type RunReport,
  type SuggestionDocument,
  type SuggestionGroup,
  type WaitingSuggestions,
} from '../drafting'
import {
  clothBody,
  clothRowsBody,
  portionBody,
  type BoardEdition,
  type Cloth,
  type ClothRow,
  type EvaluationReport,
  type ListedReadiness,
  type Overview,
  type PortionDocument,
  type TrendPoint,
} from '../readiness'
import type { Operation } from '../operation'
import type { JobDocument } from '../jobs'
import type { FileAnswer } from '../file'
import type { Counted, Items, Page, Whole } from '../paging'
import { storefront, edition, paged } from './parts'

/** What each of these calls answers. */
export interface ReadinessAnswers {
  listReadiness: Page<ListedReadiness>
  readinessOverview: Overview
  readinessBoard: Whole<BoardEdition>
  readinessTrend: Items<TrendPoint>
  cloth: Cloth
  clothRows: Items<ClothRow>
  findingsFile: FileAnswer
  evaluateAll: JobDocument<EvaluationReport>
  setPortion: PortionDocument | null
  dropPortion: void
  listRecipes: RecipeList
  tryRecipe: RecipeTrial
  previewRecipeRun: RunPreview
  runRecipe: JobDocument<RunReport>
  readPhotos: JobDocument<RunReport>
  listSuggestions: Counted<SuggestionDocument>
  groupSuggestions: Whole<SuggestionGroup>
  waitingSuggestions: WaitingSuggestions
  decideSuggestions: DecisionReport
}

export const readinessOperations = {
  listReadiness: {
    method: 'get',
    path: '/api/readiness',
    summary: 'Readiness of products in an edition, in SKU order',
    action: 'read',
    query: Joi.object({ ...edition, ...paged(200, 50) }),
  },
  readinessOverview: {
    method: 'get',
    path: '/api/readiness/overview',
    summary: 'How many pages are ready, what changed since yesterday, the ten best fixes, and your portion of the day',
    action: 'read',
    query: Joi.object({ storefront }),
  },
  readinessBoard: {
    method: 'get',
    path: '/api/readiness/board',
    summary: 'Every edition with how much of it is ready, and what blocks the most of its pages',
    action: 'read',
    query: Joi.object({ storefront }),
  },
  readinessTrend: {
    method: 'get',
    path: '/api/readiness/trend',
    summary: 'Pages sold and ready by storefront, day by day',
    action: 'read',
    query: Joi.object({ days: Joi.number().integer().min(1).max(800).default(90) }),
  },
  cloth: {
    method: 'post',
    path: '/api/readiness/cloth',
    summary: 'Editions and groups of products with how many of their pages are ready',
    action: 'read',
    reads: true,
    body: clothBody,
  },
  clothRows: {
    method: 'post',
    path: '/api/readiness/rows',
    summary: 'Products with their readiness in every edition, the worst first',
    action: 'read',
    reads: true,
    body: clothRowsBody,
  },
  findingsFile: {
    method: 'post',
    path: '/api/readiness/findings',
    answerType: 'text/csv',
    summary: 'Every finding of some products as CSV',
    action: 'read',
    reads: true,
    body: clothBody,
  },
  evaluateAll: {
    method: 'post',
    path: '/api/readiness/recomputation',
    status: 202,
    summary: 'Recalculate the readiness of all products',
    action: 'edit-products',
  },
  setPortion: {
    method: 'put',
    path: '/api/readiness/portion',
    summary: 'Set your portion of a day: how many products, of which storefront',
    action: 'read',
    within: 'own',
    body: portionBody,
  },
  dropPortion: {
    method: 'delete',
    path: '/api/readiness/portion',
    summary: 'Remove your portion',
    action: 'read',
    within: 'own',
  },

  listRecipes: { method: 'get', path: '/api/recipes', summary: 'Recipes, by name', action: 'read' },
  tryRecipe: {
    method: 'post',
    path: '/api/recipes/trial',
    summary: 'Try a recipe on up to three products; nothing is stored',
    action: 'read',
    reads: true,
    body: recipeTrialBody,
  },
  previewRecipeRun: {
    method: 'post',
    path: '/api/recipes/{code}/runs/preview',
    summary: 'Preview a run of a recipe: its products, those with too few facts, the estimated cost',
    action: 'edit-products',
    body: recipeRunBody,
  },
  runRecipe: {
    method: 'post',
    path: '/api/recipes/{code}/runs',
    status: 202,
    summary: 'Run a recipe over products; its suggestions wait for review',
    action: 'edit-products',
    body: recipeRunBody,
  },
  readPhotos: {
    method: 'post',
    path: '/api/photo-readings',
    status: 202,
    summary: 'Read the photos of products: colours that are missing and alternative texts are suggested',
    action: 'edit-products',
    body: photoRunBody,
  },
  listSuggestions: {
    method: 'get',
    path: '/api/suggestions',
    summary: 'Suggestions beside what stands there now, with what the house style finds',
    action: 'read',
    query: suggestionQuery,
  },
  groupSuggestions: {
    method: 'get',
    path: '/api/suggestions/groups',
    summary: 'Suggestions by work, product or field, counted',
    action: 'read',
    query: suggestionGroupQuery,
  },
  waitingSuggestions: {
    method: 'get',
    path: '/api/suggestions/waiting',
    summary: 'How many suggestions wait, and those of work that you started',
    action: 'read',
  },
  decideSuggestions: {
    method: 'post',
    path: '/api/suggestions/decisions',
    summary: 'Accept, edit, reject or reopen suggestions, one or many, as one step',
    action: 'read',
    within: 'value',
    body: decisionBody,
  },
} as const satisfies Record<keyof ReadinessAnswers, Operation>
