import { settings } from './settings'

/**
 * The one clock of the web server and the worker, in milliseconds since 1970. It shows the machine's time, moved by
 * `INKLOOM_CLOCK_SHIFT` seconds, so that tests and the demo can stand on any day. Nothing else asks for the time.
 */
export function now(): number {
  return Date.now() + clockShift()
}

/** The clock as a date. */
export const nowDate = (): Date => new Date(now())

/** By how many milliseconds the clock is ahead of the machine's. */
export function clockShift(): number {
  return settings().clockShift
}
