import { attributeRecord, categoryRecord, productTypeRecord, storefrontRecord, houseStyleRecord } from '../records'
import { trialBody } from '../readiness'
import { reworkBody } from '../rework'
import type { Operation } from '../operation'
import { ifMatch } from './parts'

export const setupOperations = {
  tryWords: {
    method: 'post',
    path: '/api/house-styles/trial',
    summary: 'Where words would stand that are not banned yet, over the whole catalogue',
    action: 'read',
    reads: true,
    body: trialBody,
  },
  listStyles: {
    method: 'get',
    path: '/api/house-styles',
    summary: 'The parts of the house style, general before special, with what every house style begins with',
    action: 'read',
  },
  getStyle: { method: 'get', path: '/api/house-styles/{code}', summary: 'A part of the house style', action: 'read' },
  putStyle: {
    method: 'put',
    path: '/api/house-styles/{code}',
    summary: 'Write a part of the house style',
    action: 'edit-content',
    body: houseStyleRecord,
    headers: ifMatch,
  },
  deleteStyle: {
    method: 'delete',
    path: '/api/house-styles/{code}',
    summary: 'Delete a part of the house style',
    action: 'edit-content',
  },

  listAttributes: {
    method: 'get',
    path: '/api/attributes',
    summary: 'Attributes, with the number of their values and the types that have them',
    action: 'read',
  },
  getAttribute: { method: 'get', path: '/api/attributes/{code}', summary: 'An attribute', action: 'read' },
  putAttribute: {
    method: 'put',
    path: '/api/attributes/{code}',
    summary: 'Write an attribute',
    action: 'edit-types',
    body: attributeRecord,
    headers: ifMatch,
  },
  deleteAttribute: {
    method: 'delete',
    path: '/api/attributes/{code}',
    summary: 'Delete an attribute that nothing needs; 409 with the reasons where something does',
    action: 'edit-types',
  },
  previewRework: {
    method: 'post',
    path: '/api/attributes/{code}/rework/preview',
    summary: 'What becomes of an attribute’s values when it is changed',
    action: 'edit-types',
    body: reworkBody,
  },
  reworkAttribute: {
    method: 'post',
    path: '/api/attributes/{code}/rework',
    summary: 'Change an attribute and all its values in one step; a job is answered (202)',
    action: 'edit-types',
    body: reworkBody,
  },
  listTypes: {
    method: 'get',
    path: '/api/product-types',
    summary: 'Product types, with the number of their products',
    action: 'read',
  },
  getType: { method: 'get', path: '/api/product-types/{code}', summary: 'A product type', action: 'read' },
  putType: {
    method: 'put',
    path: '/api/product-types/{code}',
    summary: 'Write a product type',
    action: 'edit-types',
    body: productTypeRecord,
    headers: ifMatch,
  },
  deleteType: {
    method: 'delete',
    path: '/api/product-types/{code}',
    summary: 'Delete a product type that nothing needs; 409 with the reasons where something does',
    action: 'edit-types',
  },
  listCategories: {
    method: 'get',
    path: '/api/categories',
    summary: 'Categories, with the number of products in and under them',
    action: 'read',
  },
  getCategory: { method: 'get', path: '/api/categories/{code}', summary: 'A category', action: 'read' },
  putCategory: {
    method: 'put',
    path: '/api/categories/{code}',
    summary: 'Write a category, or move it',
    action: 'edit-types',
    body: categoryRecord,
    headers: ifMatch,
  },
  deleteCategory: {
    method: 'delete',
    path: '/api/categories/{code}',
    summary: 'Delete a category that nothing needs; 409 with the reasons where something does',
    action: 'edit-types',
  },
  getStorefront: { method: 'get', path: '/api/storefronts/{code}', summary: 'A storefront', action: 'read' },
  putStorefront: {
    method: 'put',
    path: '/api/storefronts/{code}',
    summary: 'Write a storefront; whoever edits content may change its facts, standing pages and layout',
    action: 'edit-content',
    within: 'record',
    body: storefrontRecord,
    headers: ifMatch,
  },
  pageOrder: {
    method: 'get',
    path: '/api/storefronts/{code}/page-order',
    summary: 'The areas of a storefront’s page from top to bottom, with their built-in parts',
    action: 'read',
  },
} as const satisfies Record<string, Operation>
