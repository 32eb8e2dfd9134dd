import { hasBit, type Bitmap } from '@core/assignments/bitmap'
import type { Reached } from '@core/readiness/strands/content'
import { database } from '../../db/connect'
import type { StoredFamily } from '../../db/queries/families'
import { beginAsking } from '../reach/cached-reach'
import type { EvaluatedWith } from './prepared'

/**
 * What assignments reach at the moments for which products are evaluated, asked of the database once for very many of
 * them: asking every rule of each product takes several times as long as all the rest of evaluating. Plain data, which
 * another thread can be given.
 */
export interface KnownReach {
  /** Of what is evaluated with. */
  key: string
  /** Products that were changed from this moment on are not as they were when it was asked. */
  before: number
  /**
   * By number of an edition, then by the place of an assignment: the roots that it has; none where its rule has to be
   * asked.
   */
  byEdition: Bitmap[][]
}

/** Asks what every assignment that may stand somewhere reaches in its storefronts, for no group at noon. */
export async function askReach({ key, setup, prepared }: EvaluatedWith): Promise<KnownReach> {
  const asking = await beginAsking(database(), setup)
  const byEdition: Bitmap[][] = []
  for (const storefront of setup.storefronts.values()) {
    const editions = prepared.evaluated.filter((e) => e.storefront === storefront)
    const found: Bitmap[] = []
    for (const index of new Set(editions.flatMap((e) => e.live.map((l) => l.index)))) {
      const { reach } = prepared.assignments[index]!
      // Of one that is asked of each variant, the parent's own page is evaluated.
      if (!reach.eachVariant)
        found[index] = await asking.bits.roots(reach, {
          storefront: storefront.code,
          group: null,
          moment: editions[0]!.moment,
        })
    }
    for (const { n } of editions) byEdition[n] = found
  }
  return { key, before: asking.before, byEdition }
}

/** What is known of a family; undefined where it was changed meanwhile, so that rules have to be asked. */
export function reachOf({ before, byEdition }: KnownReach, { root, variants }: StoredFamily): Reached | undefined {
  if (root.changed >= before || variants.some((v) => v.changed >= before)) return undefined
  return (index, edition) => {
    const bits = byEdition[edition.n]?.[index]
    return bits && hasBit(bits, root.id)
  }
}
