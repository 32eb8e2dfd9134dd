import type { JsonLogic } from '@core/rules/json-logic-out'
import { Joi } from '../schema'
import { bulkChange } from '../bulk'

// What several operations share.

export const moment = Joi.string().isoDate().description('An RFC 3339 moment; now without it.')
export const storefront = Joi.string().description('A storefront code.')
export const edition = {
  storefront: storefront.required(),
  language: Joi.string().required().description('A BCP 47 tag of the storefront.'),
}
export const lens = Joi.object({ storefront, group: Joi.string().allow(null), at: moment })
export const paged = (max: number, standard: number) => ({
  limit: Joi.number().integer().min(1).max(max).default(standard),
  cursor: Joi.string(),
})
export const offset = Joi.number()
  .integer()
  .min(0)
  .max(10_000_000)
  .default(0)
  .description('Rows to pass over, for lists that are scrolled.')
export const rule = {
  condition: Joi.any().description('A condition.'),
  logic: Joi.any<JsonLogic>().description(
    'The same as JsonLogic over the facts of a product. Facts of variants are asked by “some” over “variants”.',
  ),
  lens,
}
export const bulkBody = Joi.object({ filter: rule.condition, lens, change: bulkChange.required() })
