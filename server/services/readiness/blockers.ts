import type { HeldBack } from '@contracts/release'
import { groupBy } from '@core/lists/group-by'
import type { Db } from '../../db/connect'
import { storedReadiness } from '../../db/queries/cloth'
import type { Content } from '../../db/queries/content'
import { loadEditions } from '../../db/queries/readiness'
import type { StoredSetup } from '../../db/queries/setup'
import { findingDocument } from './findings'
import { Words } from './words'

/** What keeps a product's page in an edition from being ready; one that was never evaluated is not. */
export type BlockersOf = (root: number, language: string) => HeldBack[]

const notEvaluated: HeldBack = { code: 'not-evaluated', message: 'Its readiness is not known yet.', at: '' }

/** Reads what blocks products, by their roots, in the editions of a storefront. */
export async function readBlockers(
  db: Db,
  setup: StoredSetup,
  content: Content,
  storefront: string,
  roots: readonly number[],
): Promise<BlockersOf> {
  const { numberOf } = await loadEditions(db, setup)
  const { cells, findings } = await storedReadiness(db, roots)
  const words = new Words(setup, content)
  const ofRoots = groupBy(
    findings.filter((f) => f.blocker),
    (f) => f.root_id,
  )
  return (root, language) => {
    if (!cells.has(root)) return [notEvaluated]
    const edition = numberOf.get(`${storefront}/${language}`)
    return (ofRoots.get(root) ?? [])
      .filter((f) => edition !== undefined && f.editions.includes(edition))
      .map((f) => {
        const { code, message, at } = findingDocument(f, words, language)
        return { code, message, at }
      })
  }
}
