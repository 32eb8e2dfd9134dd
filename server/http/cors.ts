/**
 * What lets scripts of a site read an answer, where it is one of those that may (Fetch Standard,
 * https://fetch.spec.whatwg.org/#http-cors-protocol); nothing for all others.
 */
export function corsHeaders(
  origin: string | undefined,
  origins: ReadonlySet<string> | undefined,
): Record<string, string> {
  if (origin === undefined || !origins?.has(origin)) return {}
  return {
    'Access-Control-Allow-Origin': origin,
    'Access-Control-Expose-Headers': 'ETag, Inkloom-Release, Inkloom-Changes',
  }
}
