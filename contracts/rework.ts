import { Joi, type Infer } from './schema'

/** A change of an attribute that its stored values have to follow. */
export const reworkBody = Joi.object({
  record: Joi.object().required().description('The whole attribute as it is to be.'),
  instead: Joi.object()
    .pattern(Joi.string(), Joi.string().allow(null))
    .default({})
    .description('By options that go: the one that takes their place; null is none.'),
  lose: Joi.boolean()
    .default(false)
    .description('Whether values may be lost; without, a change that loses any is refused.'),
})
export type ReworkBody = Infer<typeof reworkBody>

/** What becomes of an attribute's values when it is changed. */
export interface ReworkReport {
  title: string
  values: number
  products: number
  unchanged: number
  changed: number
  lost: number
  /** Values that stay and lie outside of what is allowed then. */
  outside: number
  sample: { sku: string; scope: string; before: string; after: string }[]
  losses: { sku: string; scope: string; before: string; why: string }[]
  /** The step under which it stands in the history, once it is made. */
  step: number | null
}
