import { dateOfDay, dayNumberIn, instantOf } from '../moments/instant'

/** When a standing plan releases: on some days of the week, at a time of the storefront's own clock. */
export interface PlanTimes {
  /** By ISO 8601: 1 is Monday, 7 is Sunday. */
  days: readonly number[]
  /** `06:00`. */
  time: string
}

/** What stops a plan instead of letting it release; null guards against nothing. */
export interface PlanGuards {
  /** At most so much of what is live may change or go, in percent. */
  mostChanged: number | null
  /** At least so many pages have to be left. */
  leastLeft: number | null
}

export const weekdays = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'] as const
/** Monday to Friday. */
export const workdays: readonly number[] = [1, 2, 3, 4, 5]
/** A time of the clock as plans have it: `06:00`. */
export const planTime = /^([01]\d|2[0-3]):[0-5]\d$/

/** The day of the week of a day counted from 1 January 1970, which was a Thursday. */
const weekdayOf = (day: number): number => ((day + 3) % 7) + 1

/**
 * The first moment of a plan after another, in milliseconds since 1970. A time that a clock change leaves out comes when
 * the clocks have gone forward; one that comes twice is the first of the two.
 */
export function nextRun({ days, time }: PlanTimes, timeZone: string, after: number): number {
  const today = dayNumberIn(timeZone, after)
  // A week from today its first day comes again, if today's time is over.
  for (let day = today; day <= today + 7; day++) {
    if (!days.includes(weekdayOf(day))) continue
    const moment = instantOf(`${dateOfDay(day)}T${time}`, timeZone)
    if (moment > after) return moment
  }
  throw new RangeError('A plan has at least one day of the week.')
}

/** Seven days and an hour that the clock may be put forward, in milliseconds: a time of every week has come in it. */
const aWeek = 7 * 86_400_000 + 3_600_000

/** The last moment of a plan that has come at a moment, in milliseconds since 1970. */
export function lastRun(times: PlanTimes, timeZone: string, at: number): number {
  let last = nextRun(times, timeZone, at - aWeek - 1)
  for (let next = last; next <= at; next = nextRun(times, timeZone, next)) last = next
  return last
}

/** When a plan releases, as people say it: “Monday to Friday at 06:00”. */
export function timesWords({ days, time }: PlanTimes): string {
  const inOrder = [...days].sort((a, b) => a - b)
  if (inOrder.length === 7) return `Every day at ${time}`
  if (inOrder.join() === workdays.join()) return `Monday to Friday at ${time}`
  const names = inOrder.map((day) => weekdays[day - 1]!)
  const last = names.pop()!
  return `${names.length === 0 ? last : `${names.join(', ')} and ${last}`} at ${time}`
}

/** What a release would do to the pages of its storefront. */
export interface PlannedChange {
  added: number
  changed: number
  removed: number
  /** How many pages are live before it. */
  live: number
}

/** Which guard of a plan holds a release back, as a sentence; undefined where none does. */
export function guardProblem(
  { mostChanged, leastLeft }: PlanGuards,
  { added, changed, removed, live }: PlannedChange,
): string | undefined {
  const touched = changed + removed
  if (mostChanged !== null && live > 0 && touched * 100 > mostChanged * live)
    return `${touched} of ${live} live pages would change or go: more than ${mostChanged}%.`
  const left = live + added - removed
  if (leastLeft !== null && left < leastLeft) return `Only ${left} pages would be left: fewer than ${leastLeft}.`
  return undefined
}
