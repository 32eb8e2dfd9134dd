import { Joi, type Infer } from './schema'
import type { Difference } from '@core/catalogue/patch'

/** Which changes of a history are asked for, beside the page of it. */
const historyFilter = {
  field: Joi.string().max(200).description('Only changes of this part, as the answer’s `fields` name it.'),
  person: Joi.string().max(200).description('Only changes by the person with this e-mail address.'),
  from: Joi.string().isoDate().description('Only changes from this moment on (RFC 3339).'),
  to: Joi.string().isoDate().description('Only changes before this moment (RFC 3339).'),
}

export const historyQuery = Joi.object({
  limit: Joi.number().integer().min(1).max(200).default(50),
  before: Joi.number().integer().description('The cursor of an earlier answer: changes before it.'),
  ...historyFilter,
})
export type HistoryQuery = Infer<typeof historyQuery>

/** By what a history can be filtered: the parts that were ever changed, and who changed them. */
export interface HistoryFacets {
  fields: string[]
  people: { email: string; name: string }[]
}

/** One change of a product or of another record. */
export interface HistoryEntry {
  id: number
  at: string
  person: string | null
  title: string
  /** Whether this is the change that made it. */
  made: boolean
  differences: Difference[]
}

/** Changes, newest first. */
export interface History {
  items: HistoryEntry[]
  next: number | null
}
