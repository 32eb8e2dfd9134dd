import { Joi, type Infer, type ObjectSchema } from './schema'
import type { Mapping, SuggestedColumn } from '@core/imports/mapping'

/** One thing in a file that cannot be taken. `row` is the line on which its record begins; the header is 1. */
export interface Rejected {
  row: number
  column: string
  value: string
  code: string
  message: string
}

export interface ImportReport {
  mode: 'check' | 'apply'
  /** Records in the file, the header not counted. */
  rows: number
  created: number
  updated: number
  unchanged: number
  /** Values that wait as suggestions, because they would have replaced others. */
  suggested: number
  /** At most 2,000 of them; `rejectedCount` says how many there are. */
  rejected: Rejected[]
  rejectedCount: number
  rejectedRows: number
  /** Whether anything was written. */
  applied: boolean
  /** The step under which it stands in the history, once it is written. */
  step: number | null
  /** What the columns were taken for. */
  columns: { header: string; meaning: string }[]
  decimalSign: '.' | ','
  separator: ',' | ';' | '\t' | null
}

/** What columns of a file mean that names them otherwise. */
export const mappingBody: ObjectSchema<Mapping> = Joi.object({
  columns: Joi.array()
    .max(500)
    .required()
    .items(
      Joi.object({
        header: Joi.string().allow('').max(300).required(),
        means: Joi.string()
          .allow('')
          .max(200)
          .required()
          .description('A column of a product file; empty leaves it out.'),
        unit: Joi.string().allow('').max(20).default('').description('Of measures: the unit of cells that name none.'),
        values: Joi.object()
          .pattern(Joi.string().max(500), Joi.string().allow('').max(500))
          .max(1000)
          .description('What cells are read as, by what stands in them.'),
      }),
    ),
  type: Joi.string()
    .allow('')
    .max(80)
    .default('')
    .description('The product type of new products, where no column says it.'),
})

/** A file that was sent and waits to be imported. */
export interface Upload {
  upload: string
  name: string
  format: 'csv' | 'xlsx' | 'jsonl'
  headers: string[]
  /** The first rows. */
  rows: string[][]
  suggested: SuggestedColumn[]
}

export const importQuery = Joi.object({
  upload: Joi.string().guid().description('A file that was sent before, in place of one in the body.'),
  mode: Joi.string().valid('check', 'apply').required(),
  take: Joi.string()
    .valid('all', 'good')
    .default('all')
    .description('`all`: a file with a problem changes nothing. `good`: rows without problems are taken.'),
  over: Joi.string()
    .valid('write', 'suggest')
    .default('write')
    .description(
      'What happens to values that would replace others: they are written, or become suggestions to review.',
    ),
  name: Joi.string().max(200).default('import.csv'),
})
export type ImportQuery = Infer<typeof importQuery>
