import { sql } from 'drizzle-orm'
import type { EditionUse } from '@contracts/setup'
import { database } from '../../db/connect'
import { loadEditions } from '../../db/queries/readiness'
import { loadSetup } from '../../db/queries/setup'
import { notFound } from '../problem'

/**
 * What an edition is used for, for whoever thinks of taking it away: its pages, the work in its language that no other
 * edition shares, assignments that are limited to it, and editions that borrow its texts. Throws 404.
 */
export async function editionUse(storefrontCode: string, language: string): Promise<EditionUse> {
  const db = database()
  const setup = await loadSetup(db)
  const storefront = setup.storefronts.get(storefrontCode)
  if (!storefront?.editions.some((e) => e.language === language))
    throw notFound(`edition “${storefrontCode}/${language}”`)
  const editions = await loadEditions(db, setup)
  const others = [...setup.storefronts.values()].flatMap((s) =>
    s.editions.filter((e) => s !== storefront || e.language !== language).map((e) => ({ storefront: s.code, ...e })),
  )
  const isShared = others.some((e) => e.language === language)
  const { rows } = await db.execute<{ pages: number; texts: number; shares: number }>(sql`
    select
      (select coalesce(sum(sold), 0)::int from readiness_count
        where edition = ${editions.numberOf.get(`${storefrontCode}/${language}`) ?? -1}) as pages,
      (select count(*)::int from value where language = ${language}) as texts,
      (select count(*)::int from work_share where language = ${language}) as shares`)
  const { rows: assignments } = await db.execute<{ code: string; name: string }>(sql`
    select code, name from assignment where limits -> 'languages' = ${JSON.stringify([language])}::jsonb
      and (limits -> 'storefronts' = ${JSON.stringify([storefrontCode])}::jsonb or ${!isShared})
    order by name`)
  const { pages, texts, shares } = rows[0]!
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
