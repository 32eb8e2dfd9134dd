import type { Storefront } from '@core/catalogue/model'
import type { StoredSetup } from '../../db/queries/setup'
import { notFound } from '../problem'

/** The storefront that has an edition. Throws 404 where none has it. */
export function storefrontWithEdition(setup: StoredSetup, code: string, language: string): Storefront {
  const storefront = setup.storefronts.get(code)
  if (!storefront?.editions.some((e) => e.language === language)) throw notFound(`edition “${code}/${language}”`)
  return storefront
}
