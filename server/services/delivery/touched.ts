import { database } from '../../db/connect'
import {
  stepsFrom,
  touchedPages,
  type LastStep,
  type LiveStep,
  type PlaceInStep,
  type TouchedPage,
} from '../../db/queries/live-steps'
import type { PageKey } from '../../db/queries/page-key'

const touchedAtOnce = 1000
const stepsAtOnce = 100

/**
 * The pages of a storefront that have changed after a step until its last one; `all` where there are more than so many,
 * or the steps cannot tell.
 */
export async function touchedSince(
  storefront: string,
  step: number,
  last: LastStep | undefined,
  most: number,
): Promise<PageKey[] | 'all'> {
  // Steps never go back, but in a database that was restored.
  if (last === undefined || last.step < step) return 'all'
  const pages: PageKey[] = []
  const steps = await stepsFrom(database(), storefront, step + 1, stepsAtOnce)
  if (last.step > step && steps.at(-1)?.step !== last.step) return 'all'
  for (const one of steps) {
    pages.push(...(await touchedInStep(storefront, one, most - pages.length)))
    if (pages.length > most) return 'all'
  }
  return pages
}

/** The pages that a step of a storefront touched, in order; of very many, at least so many of them. */
export async function touchedInStep(storefront: string, step: LiveStep, most: number): Promise<TouchedPage[]> {
  const pages: TouchedPage[] = []
  for (let place: PlaceInStep | null = null; ;) {
    const touched = await touchedPages(database(), storefront, step, place, touchedAtOnce)
    pages.push(...touched)
    if (touched.length < touchedAtOnce || pages.length > most) return pages
    place = touched.at(-1)!
  }
}
