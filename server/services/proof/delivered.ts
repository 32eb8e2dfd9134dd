import type { DeliveredProof } from '@contracts/proof'
import type { ReleasedProduct } from '@core/release/document'
import { database } from '../../db/connect'
import { readDocument } from '../../db/queries/released-documents'
import { livePointer, releaseLiveAt, releaseOfNumber, type ReleaseRow } from '../../db/queries/releases'
import { loadSetup } from '../../db/queries/setup'
import { deliverUnder } from '../delivery/pages'
import { editionOrProblem } from '../products/products'
import { lensOf } from '../reach/reach'
import type { ProofQuery } from './proof'

/** The release of which the rows of one are read: from going back until that is written, the rows of the earlier one. */
async function rowsReadOf({ storefront, number }: ReleaseRow): Promise<number> {
  const live = await livePointer(database(), storefront)
  return live.number === number ? live.reads : number!
}

/**
 * The page of a product as shoppers got it at a moment; at a coming one, as they will get it if nothing more is
 * released. The product may have been deleted since. Throws 422 where the edition or the lens is not valid.
 */
export async function deliveredProof(sku: string, q: ProofQuery, now: number): Promise<DeliveredProof> {
  const db = database()
  const setup = await loadSetup(db)
  editionOrProblem(setup, q.storefront, q.language)
  const { storefront, group, moment } = lensOf(setup, { ...q, group: q.group ?? null }, now)
  const release = await releaseLiveAt(db, storefront, moment)
  if (!release) return { release: null, page: null }
  const next = await releaseOfNumber(db, storefront, release.number! + 1)
  const about = {
    number: release.number!,
    since: release.live!.toISOString(),
    until: next?.live?.toISOString() ?? null,
    forgotten: release.forgotten !== null,
  }
  if (about.forgotten) return { release: about, page: null }
  const reading = { storefront, number: about.number, release: await rowsReadOf(release), group: group ?? '' }
  const asked = { language: q.language, kind: 'product', keys: [sku] }
  const kept = (await deliverUnder(reading, asked, moment)).get(sku)
  return { release: about, page: kept ? (readDocument(kept) as ReleasedProduct) : null }
}
