import { Joi, type Infer } from './schema'
import type { PoolComparison } from '@core/pool/compare'
import { sku } from './variants'

/** An item of the data pool as lists show it, with the product that has its GTIN. */
export interface FoundItem {
  gtin: string
  brand: string
  model: string
  name: string
  updated: string
  /** The SKU of the product that has this GTIN. */
  sku: string | null
  /** What a product of it would be: its SKU, from the maker's number, and its type, where they can be told. */
  suggested: { sku: string; type: string }
  properties: Record<string, string>
}

export interface FoundItems {
  pool: string
  items: FoundItem[]
  /** GTINs that the pool does not have. */
  unknown: string[]
}

/** What was asked of the pool, and what it answered. */
export interface PoolQuery {
  id: string
  sku: string
  path: string
  gtin: string
  property: string
  ours: string
  theirs: string
  reason: string
  person: string | null
  asked: string
  answered: string | null
  agreed: boolean | null
  words: string | null
}

/** A property of an item beside a product's value, with both as people read them. */
export interface PoolRow extends PoolComparison {
  oursShown: string
  theirsShown: string
  /** Whether a reason stands beside the difference that was given to what the item says now. */
  explained: boolean
  query: PoolQuery | null
}

export interface PoolBeside {
  pool: string
  /** The items that may be this product. */
  items: Omit<FoundItem, 'properties' | 'suggested'>[]
  /** The one that is compared. */
  gtin: string | null
  rows: PoolRow[]
}

const gtin = Joi.string().pattern(/^[\d\s-]{8,20}$/, 'a GTIN')

export const findItemsQuery = Joi.object({
  gtin: Joi.string().max(5000).description('GTINs, with spaces or commas between.'),
  brand: Joi.string().allow('').max(80),
  model: Joi.string().allow('').max(200),
}).or('gtin', 'model')

export const besideQuery = Joi.object({
  gtin: gtin.description('The item to compare; the first that may be it without.'),
})

export const takeOverBody = Joi.object({
  gtin: gtin.required(),
  take: Joi.array()
    .min(1)
    .max(500)
    .required()
    .items(
      Joi.object({
        path: Joi.string().max(200).required(),
        base: Joi.any().description('The value that was seen; it is only replaced while it is still so.'),
      }),
    ),
})
export type TakeOverBody = Infer<typeof takeOverBody>

export const keepOwnBody = Joi.object({
  gtin: gtin.required(),
  path: Joi.string().max(200).required(),
  reason: Joi.string().trim().min(3).max(500).required(),
  ask: Joi.boolean().default(false).description('Whether the pool is asked to correct its value.'),
})
export type KeepOwnBody = Infer<typeof keepOwnBody>

/**
 * What a property of the pool means for everybody from now on: a column name as an import reads it; empty forgets it.
 */
export const meaningBody = Joi.object({
  property: Joi.string().trim().min(1).max(200).required(),
  means: Joi.string().allow('').max(200).required(),
})
export type MeaningBody = Infer<typeof meaningBody>

export const fromPoolBody = Joi.object({
  items: Joi.array()
    .min(1)
    .max(200)
    .required()
    .items(Joi.object({ gtin: gtin.required(), sku, type: Joi.string().max(80).required() })),
})
export type FromPoolBody = Infer<typeof fromPoolBody>

export interface FromPoolReport {
  step: number
  made: { sku: string; gtin: string; values: number }[]
  /** Properties that were left out, with why. */
  left: { sku: string; property: string; text: string; message: string }[]
}
