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
