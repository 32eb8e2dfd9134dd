import { Joi, type ObjectSchema } from './schema'
import { bulkMembers, type BulkChange, bulkNames } from '@core/bulk/shape'
import { local } from './local'
import { priorityBody } from './prices'
import { letterCases } from '@core/bulk/letters'

const place = {
  attribute: Joi.string().required(),
  storefront: Joi.string().allow(null).default(null),
  language: Joi.string().allow(null).default(null),
}

/** A bulk change, as it crosses the wire. */
export const bulkChange: ObjectSchema<BulkChange> = Joi.object({
  ...place,
  do: Joi.string()
    .valid(...bulkNames)
    .required(),
  value: Joi.any(),
  find: Joi.string().max(500),
  with: Joi.string().max(5000).allow(''),
  pattern: Joi.boolean().description('Whether `find` is a regular expression in RE2’s syntax.'),
  how: Joi.string().valid(...letterCases),
  unit: Joi.string().max(20),
  by: Joi.number().description('Of “adjust”: by how much numbers are raised; lowered where it is negative.'),
  percent: Joi.boolean().description('Whether `by` is a share of the number, in percent.'),
  special: Joi.object({
    group: Joi.string().allow(null).default(null),
    from: local.default(null),
    to: local.default(null),
    quantity: Joi.number().integer().min(1).max(1_000_000).default(1),
    priority: priorityBody,
    amount: Joi.number().min(0).max(9_999_999_999).precision(4),
    percentOff: Joi.number().min(0.01).max(99.99),
  }).description('Of “add-special”: an amount, or so many percent below the base price of each product.'),
  from: Joi.object(place),
  inline: Joi.string()
    .valid('fill', 'remove')
    .description(
      'Of “fill”: whether inline values are filled in or left out where the field cannot hold them; filled in without it.',
    ),
  onlyEmpty: Joi.boolean(),
  members: Joi.string()
    .valid(...bulkMembers)
    .default('fitting')
    .description(
      'Whose values: those of the products that have the attribute by their type, of parents and singles, ' +
        'of variants, or of both.',
    ),
})

/** What a bulk change does, or would do. */
export interface BulkReport {
  title: string
  /** Products and variants that were looked at, of those found. */
  found: number
  looked: number
  changed: number
  failed: number
  /** The first of what changes, with the values as text. */
  sample: { sku: string; before: string; after: string }[]
  failures: { sku: string; before: string; message: string }[]
  /** The step under which it stands in the history, once it is made. */
  step: number | null
}

/** What putting a step back has done. */
export interface UndoReport {
  title: string
  products: number
  /** Products that the step had made, and that are gone again. */
  removed: number
  /** Values that were changed again since, and stay. */
  skipped: { sku: string; path: string }[]
  skippedCount: number
  /** The step that undoing made; undoing that does again what was undone. Null where nothing was left to undo. */
  step: number | null
}
