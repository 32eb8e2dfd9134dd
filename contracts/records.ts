import Joi from 'joi'
import { attributeTypeNames, servings, type Attribute, type ProductType } from '@core/attributes/attribute'
import { areas } from '@core/assignments/areas'
import type { Assignment } from '@core/assignments/assignment'
import { builtInParts, type Category, type NamedList, type Storefront } from '@core/catalogue/model'
import { formats, type HouseStyle } from '@core/house-style/style'
import { pictureViews } from '@core/media/item'
import { pieceKinds, type Piece, type PieceText } from '@core/page/piece'
import { translationStates } from '@core/translation/state'
import { families } from '@core/units/registry'
import { code } from './product'

const labels = Joi.object().pattern(Joi.string(), Joi.string().allow('').max(500)).default({})
const local = Joi.string().pattern(/^\d{4}-\d\d-\d\d(T\d\d:\d\d(:\d\d)?)?$/, 'a local date or date-time').allow(null)
const skus = Joi.array().items(Joi.string().max(64)).max(100_000).default([])

export const attributeRecord = Joi.object<Attribute>({
  code: code.required(), type: Joi.string().valid(...attributeTypeNames).required(), labels, help: labels,
  family: Joi.string().valid(...Object.keys(families)).allow(null).default(null)
    .when('type', { is: 'measure', then: Joi.invalid(null).required() }),
  unit: Joi.string().allow(null).default(null),
  options: Joi.array().items(Joi.object({ code: Joi.string().pattern(/^[A-Za-z0-9][A-Za-z0-9_-]{0,79}$/, 'an option code').required(), labels, swatch: Joi.string().pattern(/^#[0-9a-f]{6}$/, 'a colour such as #2f5d4a').description('Of colours: what it looks like.') })).unique('code').max(2000).default([]),
  translatable: Joi.boolean().default(false), perStorefront: Joi.boolean().default(false),
  serves: Joi.array().items(Joi.string().valid(...servings)).unique().default(['facts']),
  allowed: Joi.object({ least: Joi.any().default(null), most: Joi.any().default(null), pattern: Joi.string().max(500).allow(null).default(null) }).allow(null).default(null),
})

export const productTypeRecord = Joi.object<ProductType>({
  code: code.required(), labels,
  groups: Joi.array().items(Joi.object({ code: code.required(), labels })).unique('code').default([]),
  attributes: Joi.array().items(Joi.object({
    attribute: code.required(), group: code.required(), required: Joi.boolean().default(false),
    requiredIn: Joi.array().items(Joi.string()).unique().default([]), requiredWhere: Joi.any().default(null).description('A condition over products.'), perVariant: Joi.boolean().default(false), default: Joi.any().default(null),
  })).unique('attribute').default([]),
  views: Joi.array().items(Joi.string().valid(...pictureViews)).unique().default([]),
})

export const categoryRecord = Joi.object<Category & { position?: number }>({
  code: code.required(), parent: code.allow(null).default(null), names: labels, type: code.allow(null).default(null),
  position: Joi.number().integer().min(0).description('Its place among the categories beside it; the last without.'),
})

const bounds = Joi.object({ least: Joi.number().min(0).allow(null).default(null), most: Joi.number().min(0).allow(null).default(null) })
const words = Joi.array().items(Joi.string().trim().min(1).max(120)).max(2000)
/** A part of the house style; null is every field, storefront or language. */
export const houseStyleRecord = Joi.object<HouseStyle>({
  code: code.required(), field: code.allow(null).default(null), storefront: Joi.string().allow(null).default(null), language: Joi.string().max(35).allow(null).default(null).description('A tag such as fr, which holds for fr-CH too.'),
  settings: Joi.object({
    characters: bounds, words: bounds, pixels: bounds, typeSize: Joi.number().integer().min(8).max(40), points: bounds, banned: words, avoid: words,
    preferred: Joi.array().items(Joi.object({ use: Joi.string().trim().min(1).max(120).required(), insteadOf: words.min(1).required() })).max(2000),
    variantWords: Joi.boolean(), without: Joi.array().items(Joi.string().valid(...formats)).unique(), hosts: Joi.array().items(Joi.string().hostname()).unique().max(500), ease: Joi.number().min(-100).max(120), voice: Joi.string().allow('').max(5000),
  }).default({}),
})

export const listRecord = Joi.object<NamedList>({ code: code.required(), name: Joi.string().trim().min(1).max(120).required(), note: Joi.string().allow('').max(1000).default(''), skus })

/** Products that come into a named list or leave it: by SKU, or everything that a condition finds. */
export const listChangeBody = Joi.object({ add: skus, remove: skus, addFound: Joi.any().description('A condition; everything that it finds comes into the list.'), lens: Joi.object({ storefront: Joi.string(), group: Joi.string().allow(null), at: Joi.string().isoDate() }) })

export const storefrontRecord = Joi.object<Storefront>({
  code: Joi.string().pattern(/^[a-z][a-z0-9-]{0,19}$/, 'a storefront code').required(), name: Joi.string().max(80).required(),
  currency: Joi.string().pattern(/^[A-Z]{3}$/, 'an ISO 4217 code').required(), timeZone: Joi.string().required(),
  editions: Joi.array().items(Joi.object({
    language: Joi.string().required(), borrow: Joi.array().items(Joi.string()).default([]),
    asks: Joi.string().valid(...translationStates).default('translated').description('The least state that translations need before they are fit to release.'),
  })).min(1).unique('language').required(),
  facts: Joi.object().pattern(/^[a-z0-9-]+$/, Joi.string().allow('').max(500)).default({}),
  layout: Joi.object({
    details: Joi.string().valid('tabs', 'accordion').required(),
    parts: Joi.array().items(Joi.object({ part: Joi.string().valid(...builtInParts).required(), area: Joi.string().valid(...areas).required(), order: Joi.number().integer().required(), titles: labels })).unique('part').default([]),
    needed: Joi.array().items(Joi.string().valid(...areas)).unique().default([]).description('The areas that must not be empty.'),
  }).required(),
})

export type PieceTextRecord = PieceText
export type PieceRecord = Piece

const stateOf = Joi.string().valid(...translationStates)
export const pieceRecord = Joi.object<PieceRecord>({
  code: code.required(), kind: Joi.string().valid(...pieceKinds).required(), name: Joi.string().trim().min(1).max(200).required(), note: Joi.string().allow('').max(5000).default(''),
  needed: Joi.array().items(Joi.string().pattern(/^(attribute|storefront):[a-z0-9-]+$/, 'an address such as attribute:weight')).unique().default([]),
  texts: Joi.array().items(Joi.object({
    storefront: Joi.string().allow(null).default(null), language: Joi.string().required(), title: Joi.string().allow('').max(300).default(''), body: Joi.string().allow('').max(200_000).default(''),
    states: Joi.object({ title: stateOf, body: stateOf }),
    sources: Joi.object({ title: Joi.string().hex().length(64), body: Joi.string().hex().length(64) }),
  })).unique((a: PieceText, b: PieceText) => a.language === b.language && a.storefront === b.storefront).default([]),
})

export const reachRecord = Joi.object({
  base: Joi.string().valid('everything', 'rule', 'chosen').required(),
  rule: Joi.any().default(null), chosen: skus, added: skus, leftOut: skus, eachVariant: Joi.boolean().default(false),
})

export const limitsRecord = Joi.object({
  storefronts: Joi.array().items(Joi.string()).default([]), languages: Joi.array().items(Joi.string()).default([]), groups: Joi.array().items(Joi.string()).default([]),
  from: local.default(null), to: local.default(null),
}).default({ storefronts: [], languages: [], groups: [], from: null, to: null })

export type AssignmentRecord = Omit<Assignment, 'number'> & { number?: number }

export const assignmentRecord = Joi.object<AssignmentRecord>({
  code: code.required(), number: Joi.number().integer().description('Given once; ignored on writing.'), name: Joi.string().trim().min(1).max(200).required(),
  pieces: Joi.array().items(code).min(1).max(100).unique().required(),
  reach: reachRecord.required(), limits: limitsRecord,
  area: Joi.string().valid(...areas).default('details'), order: Joi.number().integer().min(-100_000).max(100_000).default(100), resting: Joi.boolean().default(false),
})
