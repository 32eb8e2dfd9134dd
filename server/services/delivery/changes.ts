import type { DeliveredChange, DeliveredChanges } from '@contracts/delivery'
import { comesOrGoes } from '@core/release/compare'
import { database } from '../../db/connect'
import {
  firstStep,
  lastStep,
  stepsFrom,
  touchedPages,
  type PlaceInStep,
  type TouchedPage,
} from '../../db/queries/live-steps'
import { cursorOf, cursorParts } from '../cursor'
import { notFound, Problem, unprocessable } from '../problem'
import { waitForStep } from './waiting'

/** Up to where somebody has read the changes of a storefront: whole steps, or up to a page within one. */
interface Place {
  /** The step that was read, or is being read. */
  step: number
  /** Null where all of the step was read. */
  within: PlaceInStep | null
}

const cursorAt = ({ step, within }: Place): string =>
  cursorOf(within === null ? [step] : [step, within.language, within.kind, within.key])

const isStep = (step: unknown): step is number =>
  Number.isSafeInteger(step) && (step as number) >= 0 && (step as number) < 2 ** 31
const isText = (part: unknown): part is string => typeof part === 'string'

/** The place that a cursor names. Throws 422. */
function placeOf(cursor: string): Place {
  const [step, language, kind, key] = cursorParts(cursor) ?? []
  if (isStep(step)) {
    if (language === undefined) return { step, within: null }
    if (isText(language) && isText(kind) && isText(key)) return { step, within: { language, kind, key } }
  }
  throw unprocessable('The cursor is not valid. Without one, the answer begins with the first change.', [
    { path: 'after', message: 'Not valid.' },
  ])
}

/** How a page that a step touched stands to what it was; one that nobody sees now may have changed for a group. */
const changeOf = ({ was, is }: TouchedPage): DeliveredChange['change'] =>
  was === is ? 'changed' : comesOrGoes(was, is)

/** What is told of a page that a step touched. */
export const changeTold = (touched: TouchedPage): DeliveredChange => ({
  language: touched.language,
  kind: touched.kind,
  key: touched.key,
  change: changeOf(touched),
})

/** The cursor after all that a step changed. */
export const cursorAfterStep = (step: number): string => cursorAt({ step, within: null })

/** The cursor after all that has changed in a storefront until now. */
export async function cursorNow(storefront: string): Promise<string> {
  const last = await lastStep(database(), storefront)
  return cursorAfterStep(last?.step ?? 0)
}

/** Steps are looked through so many at a time. */
const stepsAtOnce = 100

async function readFrom(storefront: string, from: Place, limit: number): Promise<DeliveredChanges> {
  const db = database()
  const items: DeliveredChange[] = []
  let place = from
  const begin = place.within === null ? place.step + 1 : place.step
  for (const step of await stepsFrom(db, storefront, begin, stepsAtOnce)) {
    const left = limit - items.length
    const within = step.step === place.step ? place.within : null
    const touched = await touchedPages(db, storefront, step, within, left + 1)
    const told = touched.slice(0, left)
    items.push(...told.map(changeTold))
    if (touched.length > left) {
      const { language, kind, key } = told.at(-1)!
      return { items, next: cursorAt({ step: step.step, within: { language, kind, key } }) }
    }
    place = { step: step.step, within: null }
    if (items.length >= limit) break
  }
  return { items, next: cursorAt(place) }
}

/**
 * What changed in a storefront after a cursor, in order; without one from the first change on. Where nothing did, the
 * answer is held for so many seconds until something does. Throws 410 where the steps after the cursor are not kept any
 * more, 404 where nothing was ever live, 422.
 */
export async function deliverChanges(
  storefront: string,
  { after, limit, wait }: { after?: string; limit: number; wait: number },
  gone: () => boolean,
): Promise<DeliveredChanges> {
  const from = after === undefined ? { step: 0, within: null } : placeOf(after)
  const first = await firstStep(database(), storefront)
  if (first === undefined) throw notFound(`release of the storefront “${storefront}”`)
  if (after !== undefined && from.step + 1 < first)
    throw new Problem(410, 'Gone', 'Changes after this cursor are no longer kept. Read everything again.')
  const found = await readFrom(storefront, from, limit)
  if (found.items.length > 0 || wait === 0) return found
  await waitForStep(storefront, placeOf(found.next).step, { until: Date.now() + wait * 1000, gone })
  return readFrom(storefront, placeOf(found.next), limit)
}
