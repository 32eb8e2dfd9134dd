import { Joi } from './schema'

/** A day or a moment of a storefront's own clock, or null where an end is open. */
export const local = Joi.string()
  .pattern(/^\d{4}-\d\d-\d\d(T\d\d:\d\d(:\d\d)?)?$/, 'a local date or date-time')
  .allow(null)
