/** By how many milliseconds the clock is ahead of the machine's. The settings hold it to be a number. */
const ahead = Number(process.env.INKLOOM_CLOCK_SHIFT ?? 0) * 1000

/**
 * The one clock of the web server and the worker, in milliseconds since 1970. It shows the machine's time, moved by
 * `INKLOOM_CLOCK_SHIFT` seconds, so that tests and the demo can stand on any day. Nothing else asks for the time.
 */
export function now(): number {
  return Date.now() + ahead
}

/** The clock as a date. */
export const nowDate = (): Date => new Date(now())

/** By how many milliseconds the clock is ahead of the machine's. */
export const clockShift = (): number => ahead
