import type { Operation } from '../operation'
import { contentOperations } from './content'
import { platformOperations } from './platform'
import { productsOperations } from './products'
import { readinessOperations } from './readiness'
import { recordOperations } from './records'
import { setupOperations } from './setup'
import { translationOperations } from '../translation'

/** Every call of the HTTP interface by its name. */
export const operations = {
  ...platformOperations,
  ...productsOperations,
  ...setupOperations,
  ...contentOperations,
  ...readinessOperations,
  ...translationOperations,
  ...recordOperations,
} as const satisfies Record<string, Operation>

export type { Operation }
export type OperationName = keyof typeof operations
