import Joi from 'joi'

/** A change of an attribute that its stored values have to follow. */
export interface ReworkBody {
  /** The whole attribute as it shall be. */
  record: unknown
  /** What takes the place of options that go; null is nothing. */
  instead: Record<string, string | null>
  /** Whether values may be lost. Without it, a change that loses any is refused. */
  lose: boolean
}

export const reworkBody = Joi.object<ReworkBody>({
  record: Joi.object().required(),
  instead: Joi.object().pattern(Joi.string(), Joi.string().allow(null)).default({}),
  lose: Joi.boolean().default(false),
})

/** What becomes of an attribute's values when it is changed. */
export interface ReworkReport {
  title: string
  values: number
  products: number
  kept: number
  changed: number
  lost: number
  /** Values that stay and lie outside of what is allowed then. */
  outside: number
  sample: { sku: string; scope: string; before: string; after: string }[]
  losses: { sku: string; scope: string; before: string; why: string }[]
  /** The step under which it stands in the history, once it is made. */
  step: number | null
}
