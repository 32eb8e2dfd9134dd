import Joi from 'joi'

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
  /** At most 2,000 of them; `rejectedCount` says how many there are. */
  rejected: Rejected[]
  rejectedCount: number
  rejectedRows: number
  /** Whether anything was written. */
  applied: boolean
  /** What the columns were taken for. */
  columns: { header: string; meaning: string }[]
  decimalSign: '.' | ','
  separator: ',' | ';' | '\t'
}

export const importQuery = Joi.object<{ mode: 'check' | 'apply'; take: 'all' | 'good'; name: string }>({
  mode: Joi.string().valid('check', 'apply').required(),
  take: Joi.string().valid('all', 'good').default('all').description('`all`: a file with a problem changes nothing. `good`: rows without problems are taken.'),
  name: Joi.string().max(200).default('import.csv'),
})
