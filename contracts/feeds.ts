import { Joi, type ObjectSchema } from './schema'
import type { Mapping } from '@core/imports/mapping'
import { mappingBody, type ImportReport } from './imports'
import { code } from './product'

export const feedSourceNames = ['folder', 'address'] as const
export type FeedSourceName = (typeof feedSourceNames)[number]

/** A file of products that is fetched on a schedule and imported when it has changed. */
export interface Feed {
  code: string
  name: string
  source: FeedSourceName
  /** A folder within the feeds' folder, or an address. */
  place: string
  everyMinutes: number
  /** Whether a file with a problem changes nothing, or its good rows are taken. */
  take: 'all' | 'good'
  mapping: Mapping | null
  resting: boolean
}

/** A feed as lists show it. */
export interface ListedFeed extends Omit<Feed, 'mapping'> {
  mapped: boolean
  due: string | null
  looked: string | null
  ended: string | null
  job: string | null
}

export const feedRecord: ObjectSchema<Feed> = Joi.object({
  code: code.required(),
  name: Joi.string().trim().min(1).max(120).required(),
  source: Joi.string()
    .valid(...feedSourceNames)
    .required(),
  place: Joi.string().trim().min(1).max(2000).required(),
  everyMinutes: Joi.number().integer().min(5).max(43_200).required().description('Minutes between two checks.'),
  take: Joi.string().valid('all', 'good').default('all'),
  mapping: mappingBody.allow(null).default(null),
  resting: Joi.boolean().default(false),
})

/** What looking at a feed came to. */
export interface FeedReport {
  /** `same`: nothing new; `refused`: nothing was written. */
  state: 'same' | 'imported' | 'refused'
  report: ImportReport | null
}
