import type { AssignmentReaches } from '@contracts/reach'
import { countBits } from '@core/assignments/bitmap'
import { database } from '../../db/connect'
import { loadContent } from '../../db/queries/content'
import { loadSetup } from '../../db/queries/setup'
import { unprocessable } from '../problem'
import { reachesIn } from './cached-reach'

/** How many products each assignment reaches in a storefront now. Throws 422 where there is no such storefront. */
export async function assignmentReaches(storefront: string, now: number): Promise<AssignmentReaches> {
  const db = database()
  const setup = await loadSetup(db)
  if (!setup.storefronts.has(storefront))
    throw unprocessable('There is no such storefront.', [
      { path: 'storefront', message: `There is no storefront “${storefront}”.` },
    ])
  const { assignments } = await loadContent(db, setup)
  const here = assignments.filter((a) => a.limits.storefronts.length === 0 || a.limits.storefronts.includes(storefront))
  const reaches = await reachesIn(db, setup, here, storefront, now)
  const counted = new Map(here.map((a) => [a.code, countBits(reaches.get(a.number)!)]))
  return {
    storefront,
    products: Object.fromEntries(assignments.map((a) => [a.code, counted.get(a.code) ?? null])),
  }
}
