// Days on which clocks and calendars do something, for the tests that lean on dates: the next of each from now on.

const dayMs = 86_400_000
const utc = (year, month, day, hour, minute) => Date.UTC(year, month - 1, day, hour, minute)
/** The n-th Sunday of a month; the last one where n is 0. */
function sunday(year, month, n) {
  if (n === 0) {
    const last = new Date(utc(year, month + 1, 1, 0, 0) - dayMs)
    return last.getUTCDate() - last.getUTCDay()
  }
  const first = new Date(utc(year, month, 1, 0, 0)).getUTCDay()
  return 1 + ((7 - first) % 7) + (n - 1) * 7
}
const isLeap = (year) => new Date(utc(year, 2, 29, 0, 0)).getUTCMonth() === 1

/** By name: the moment in a year, or undefined where the year has none. */
const moments = {
  '29 February': (y) => (isLeap(y) ? utc(y, 2, 29, 12, 0) : undefined),
  // The hour in which clocks go forward: second Sunday of March, 2:00 in New York and Toronto.
  'spring in New York': (y) => utc(y, 3, sunday(y, 3, 2), 6, 59),
  // Last Sunday of March, 2:00 in Berlin.
  'spring in Berlin': (y) => utc(y, 3, sunday(y, 3, 0), 0, 59),
  // Tokyo is nine hours ahead all the year round.
  'New Year’s Eve in Tokyo': (y) => utc(y, 12, 31, 14, 30),
}

/** The coming moments by name, in milliseconds. */
export function otherDays(now) {
  const year = new Date(now).getUTCFullYear()
  const years = Array.from({ length: 10 }, (_, i) => year + i)
  return Object.entries(moments).map(([name, inYear]) => ({
    name,
    at: years.map(inYear).find((at) => at !== undefined && at > now),
  }))
}
