import type { EditionUse } from '@contracts/setup'
import { database } from '../../db/connect'
import { assignmentsLimitedTo } from '../../db/queries/library'
import { workInEdition } from '../../db/queries/evaluation'
import { loadEditions } from '../../db/queries/readiness'
import { loadSetup } from '../../db/queries/setup'
import { storefrontWithEdition } from './edition'

/**
 * What an edition is used for, for whoever thinks of taking it away: its pages, the work in its language that no other
 * edition shares, assignments that are limited to it, and editions that borrow its texts. Throws 404.
 */
export async function editionUse(storefrontCode: string, language: string): Promise<EditionUse> {
  const db = database()
  const setup = await loadSetup(db)
  const storefront = storefrontWithEdition(setup, storefrontCode, language)
  const editions = await loadEditions(db, setup)
  const others = [...setup.storefronts.values()].flatMap((s) =>
    s.editions.filter((e) => s !== storefront || e.language !== language).map((e) => ({ storefront: s.code, ...e })),
  )
  const isShared = others.some((e) => e.language === language)
  const edition = editions.numberOf.get(`${storefrontCode}/${language}`) ?? -1
  const { pages, texts, shares } = await workInEdition(db, edition, language)
  const assignments = await assignmentsLimitedTo(db, { storefront: storefrontCode, language, isShared })
  return {
    pages,
    texts: isShared ? 0 : texts,
    shares: isShared ? 0 : shares,
    assignments,
    borrowedBy: isShared
      ? []
      : others
          .filter((e) => e.borrow.includes(language))
          .map(({ storefront: code, language: by }) => ({ storefront: code, language: by })),
  }
}
