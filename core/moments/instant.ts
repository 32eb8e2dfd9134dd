const formats = new Map<string, Intl.DateTimeFormat>()

/** The calendar and clock of a zone at an instant: year, month, day, hour, minute, second. */
function partsIn(zone: string, instant: number): [number, number, number, number, number, number] {
  let format = formats.get(zone)
  if (!format) {
    format = new Intl.DateTimeFormat('en-US', {
      timeZone: zone,
      hourCycle: 'h23',
      year: 'numeric',
      month: 'numeric',
      day: 'numeric',
      hour: 'numeric',
      minute: 'numeric',
      second: 'numeric',
    })
    formats.set(zone, format)
  }
  // The text (`11/24/2026, 07:05:09`) is taken apart here, for `formatToParts` takes many times as long.
  const [month, day, year, hour, minute, second] = format.format(instant).match(/\d+/g)!.map(Number) as [
    number,
    number,
    number,
    number,
    number,
    number,
  ]
  return [year, month, day, hour, minute, second]
}

/** The offset of a zone from UTC at an instant, in milliseconds, as `Intl` knows it. */
export function offsetAt(zone: string, instant: number): number {
  const [year, month, day, hour, minute, second] = partsIn(zone, instant)
  const wall = Date.UTC(year, month - 1, day, hour, minute, second)
  return wall - Math.floor(instant / 1000) * 1000
}

/**
 * The instant, in milliseconds since 1970, of a local date-time without zone (`2026-03-29T02:30`) in a zone.
 * A time that does not exist moves forward by the gap; a doubled one is the first of the two.
 * A bare date is its start; with `end` it is the start of the next day.
 * Throws a RangeError where the text is no date-time.
 */
export function instantOf(local: string, zone: string, end = false): number {
  // The same windows are asked for every page.
  const known = knownInstants.get(zone)
  const key = end ? `${local}>` : local
  const instant = known?.get(key)
  if (instant !== undefined) return instant
  const found = findInstant(local, zone, end)
  if (known && known.size < mostInstants) known.set(key, found)
  else knownInstants.set(zone, new Map([[key, found]]))
  return found
}

const knownInstants = new Map<string, Map<string, number>>()
/** So many are known of a zone; beyond them, all are forgotten. */
const mostInstants = 5000

function findInstant(local: string, zone: string, end: boolean): number {
  const m = /^(\d{4})-(\d\d)-(\d\d)(?:[T ](\d\d):(\d\d)(?::(\d\d))?)?$/.exec(local)
  if (!m) throw new RangeError(`“${local}” is not a local date-time such as 2026-11-27 or 2026-11-27T06:00.`)
  const [y, mo, d, h, mi, s] = m.slice(1).map((x) => Number(x ?? 0)) as [number, number, number, number, number, number]
  const date = new Date(Date.UTC(y, mo - 1, d))
  if (date.getUTCMonth() !== mo - 1 || date.getUTCDate() !== d || h > 23 || mi > 59 || s > 59) {
    throw new RangeError(`“${local}” is a date or time that no calendar has.`)
  }
  const wall = Date.UTC(y, mo - 1, d + (end && m[4] === undefined ? 1 : 0), h, mi, s)
  // The offsets a day before and a day after embrace any single change between them.
  const before = offsetAt(zone, wall - 86_400_000)
  const after = offsetAt(zone, wall + 86_400_000)
  const candidates = [wall - before, wall - after].filter((t) => t + offsetAt(zone, t) === wall)
  if (candidates.length > 0) return Math.min(...candidates)
  // In the gap: read with the offset from before it, which moves forward by its length.
  return wall - before
}

const knownDays = new Map<string, Map<number, number>>()

/** The calendar date of an instant in a zone, as days since 1 January 1970. */
export function dayNumberIn(zone: string, instant: number): number {
  let days = knownDays.get(zone)
  // Many products were made at one instant and are looked at in one moment, so a few hundred answers are kept.
  if (!days || days.size > 500) knownDays.set(zone, (days = new Map()))
  let day = days.get(instant)
  if (day === undefined) {
    const [year, month, date] = partsIn(zone, instant)
    day = Date.UTC(year, month - 1, date) / 86_400_000
    days.set(instant, day)
  }
  return day
}

/** The ISO date (`2026-11-24`) of days since 1 January 1970. */
export function dateOfDay(day: number): string {
  return new Date(day * 86_400_000).toISOString().slice(0, 10)
}

/** The date in a zone at an instant, as `2026-11-25`. */
export function dateIn(zone: string, instant: number): string {
  return dateOfDay(dayNumberIn(zone, instant))
}

/** Days since 1 January 1970 of an ISO date (`2026-11-24`). */
export function dayNumber(isoDate: string): number {
  return Date.parse(`${isoDate.slice(0, 10)}T00:00:00Z`) / 86_400_000
}

/** A window of time: local date-times without zone, or open at an end. */
export interface LocalWindow {
  from?: string | null
  to?: string | null
}

/** The window's ends as instants in a zone; `from` is included, `to` is not. Open ends are ±Infinity. */
export function windowIn(window: LocalWindow, zone: string): { from: number; to: number } {
  return {
    from: window.from ? instantOf(window.from, zone) : -Infinity,
    to: window.to ? instantOf(window.to, zone, true) : Infinity,
  }
}

/** Whether an instant lies within a local window in a zone: from ≤ instant < to. */
export function holdsAt(window: LocalWindow, zone: string, instant: number): boolean {
  const { from, to } = windowIn(window, zone)
  return from <= instant && instant < to
}

/** Whether a local window has ended in a zone at an instant. An open end never does. */
export const hasEnded = (window: LocalWindow, zone: string, instant: number): boolean =>
  windowIn(window, zone).to <= instant

/** What is wrong with a window of local times: a date that there is not, or an end before its start. */
export function windowProblem(window: LocalWindow): string | undefined {
  try {
    const { from, to } = windowIn(window, 'UTC')
    return from >= to ? 'The end is before the start.' : undefined
  } catch (e) {
    return (e as Error).message
  }
}
