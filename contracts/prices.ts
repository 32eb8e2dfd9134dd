import { lastPriority } from '@core/prices/effective'
import { Joi } from './schema'

/** The priority of a special price; null is none. */
export const priorityBody = Joi.number()
  .integer()
  .min(1)
  .max(lastPriority)
  .allow(null)
  .description('Of special prices that hold at once, the one with the lowest priority counts; null comes last.')
