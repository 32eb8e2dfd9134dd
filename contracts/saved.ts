import { mappingBody } from './imports'
import { Joi, type Infer } from './schema'

/** What people keep under a name: views of the sheet, and mappings of files. */
export const savedKinds = ['view', 'mapping'] as const
export type SavedKind = (typeof savedKinds)[number]

export interface Saved extends SavedBody {
  id: number
  /** Whose it is, by name, and whether that is the one who asks. */
  owner: string
  mine: boolean
}

const viewContent = Joi.object({
  columns: Joi.array().items(Joi.string().max(200)).max(60).required(),
  members: Joi.string().valid('parents', 'variants', 'both').required(),
  filter: Joi.object().pattern(Joi.string(), Joi.string().allow('').max(20_000)).required(),
  sort: Joi.object({ column: Joi.string().max(200).required(), descending: Joi.boolean().default(false) }).allow(null),
  beside: Joi.string().allow('').max(60).default(''),
})
export const savedBody = Joi.object({
  kind: Joi.string()
    .valid(...savedKinds)
    .required(),
  name: Joi.string().trim().min(1).max(80).required(),
  shared: Joi.boolean().default(false),
  content: Joi.when('kind', { is: 'view', then: viewContent, otherwise: mappingBody }).required(),
})
export type SavedBody = Infer<typeof savedBody>
