/**
 * What a client takes, by an Accept or Accept-Encoding header (RFC 9110, 12.5): names in small letters, without those
 * that it says it does not take.
 */
export function takenBy(header: string): string[] {
  return header
    .split(',')
    .filter((part) => !/;\s*q=0(\.0*)?\s*$/.test(part))
    .map((part) => part.split(';')[0]!.trim().toLowerCase())
}

/** Whether an Accept header takes any of some media types; those that are any type themselves are always taken. */
export function takesType(accept: string, types: readonly string[]): boolean {
  const fits = (range: string) =>
    types.some((type) => range === '*/*' || type === '*/*' || range === type || range === type.replace(/\/.*/, '/*'))
  return takenBy(accept).some(fits)
}
