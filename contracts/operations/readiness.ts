import Joi from 'joi'
import {
  decisionBody,
  photoRunBody,
  recipeRunBody,
  recipeTrialBody,
  suggestionGroupQuery,
  suggestionQuery,
} from '../drafting'
import { clothBody, clothRowsBody, portionBody } from '../readiness'
import type { Operation } from '../operation'
import { storefront, edition, paged } from './parts'

export const readinessOperations = {
  listReadiness: {
    method: 'get',
    path: '/api/readiness',
    summary: 'How far products are from fit to release in an edition, in SKU order',
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
    summary: 'Products with how they stand in every edition, the worst first',
    action: 'read',
    reads: true,
    body: clothRowsBody,
  },
  findingsFile: {
    method: 'post',
    path: '/api/readiness/findings',
    summary: 'Every finding of some products as CSV',
    action: 'read',
    reads: true,
    body: clothBody,
  },
  evaluateAll: {
    method: 'post',
    path: '/api/readiness/recomputation',
    summary: 'Recalculate the readiness of all products; a job is answered (202)',
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
    summary: 'What a run of a recipe would come to: products, those with too few facts, estimated cost',
    action: 'edit-products',
    body: recipeRunBody,
  },
  runRecipe: {
    method: 'post',
    path: '/api/recipes/{code}/runs',
    summary: 'Run a recipe over products; a job is answered (202), and its suggestions wait for reading',
    action: 'edit-products',
    body: recipeRunBody,
  },
  readPhotos: {
    method: 'post',
    path: '/api/photo-readings',
    summary:
      'Read the photos of products: colours that are missing and alternative texts are suggested; a job is ' +
      'answered (202)',
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
} as const satisfies Record<string, Operation>
