import type { StoredSetup } from '../../db/queries/setup'
import { editionOrProblem } from '../products/products'
import type { TargetEdition } from './unit'

/** The edition that is translated into. Throws a 422 problem where there is none. */
export function targetEdition(setup: StoredSetup, storefront: string, language: string): TargetEdition {
  const reader = editionOrProblem(setup, storefront, language)
  return { storefront, language, counting: reader.counting.filter((l) => l !== language) }
}
