import type { LocalWindow } from './instant'

// The interface is written in British English, and so are its dates.
const calendarDay = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeZone: 'UTC' })

/** A local date or date-time, such as `2026-11-27T06:00`, as people read it: “27 Nov 2026, 06:00”. */
export function localWords(local: string): string {
  const [date, time] = local.split('T') as [string, string | undefined]
  const moment = Date.parse(`${date}T00:00Z`)
  if (Number.isNaN(moment)) return local
  return [calendarDay.format(moment), ...(time === undefined ? [] : [time])].join(', ')
}

/** A window as people read it: “from 1 Dec 2026 until 24 Dec 2026, 23:59”; empty where both ends are open. */
export function windowWords({ from, to }: LocalWindow): string {
  const ends = [from ? `from ${localWords(from)}` : '', to ? `until ${localWords(to)}` : '']
  return ends.filter((end) => end !== '').join(' ')
}
