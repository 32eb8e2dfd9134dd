/** Answers a record of the running application. */
type Read = (path: string) => Promise<{ from: string }>

/**
 * The day on which the demo was made, by the day on which one of its campaigns begins, and days around it. The demo's
 * dates lie around that day, so tests name no date of their own, and do not care when midnight comes.
 */
export async function demoDays(read: Read): Promise<(offset: number) => string> {
  const { from } = await read('/api/campaigns/dark-evenings')
  const begins = Date.parse(from.slice(0, 10))
  return (offset) => new Date(begins + (9 + offset) * 86_400_000).toISOString().slice(0, 10)
}

/** A day as people write it: 7 Dec 2026, or 7 December 2026. */
export function inWords(day: string, month: 'short' | 'long' = 'short'): string {
  return new Date(day).toLocaleDateString('en-GB', { day: 'numeric', month, year: 'numeric', timeZone: 'UTC' })
}
