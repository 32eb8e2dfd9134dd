/** How long feeds can be left alone between two looks, in minutes. */
export const pauses = [5, 15, 60, 240, 1440, 10_080]

/** Every so many minutes, in words. */
export function everyInWords(minutes: number): string {
  const units = [
    [10_080, 'week'],
    [1440, 'day'],
    [60, 'hour'],
    [1, 'minute'],
  ] as const
  const [size, word] = units.find(([s]) => minutes % s === 0)!
  const n = minutes / size
  return n === 1 ? `every ${word}` : `every ${n} ${word}s`
}
