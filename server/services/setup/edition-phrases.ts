import type { Whole } from '@contracts/paging'
import type { EditionPhrase } from '@contracts/proof'
import { phraseForms, storefrontPhrases } from '@core/page/phrases'
import { editionReader } from '@core/page/values'
import { database } from '../../db/connect'
import { loadSetup } from '../../db/queries/setup'
import { storefrontWithEdition } from './edition'

/**
 * Every phrase of an edition's pages, in the order in which shoppers meet them, as its pages would show it. Throws 404.
 */
export async function editionPhrases(storefrontCode: string, language: string): Promise<Whole<EditionPhrase>> {
  const setup = await loadSetup(database())
  const storefront = storefrontWithEdition(setup, storefrontCode, language)
  const { counting } = editionReader(setup, storefrontCode, language)
  const items = storefrontPhrases(storefront).map(({ code, note }) => ({
    code,
    note,
    forms: phraseForms(storefront.phrases, code, counting, setup.source) ?? null,
  }))
  return { items, next: null }
}
