/** A list cut into lists of so many at most, in order. */
export function chunked<T>(list: readonly T[], size: number): T[][] {
  const chunks: T[][] = []
  for (let at = 0; at < list.length; at += size) chunks.push(list.slice(at, at + size))
  return chunks
}
