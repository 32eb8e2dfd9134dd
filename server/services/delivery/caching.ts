import { settings } from '../../settings'

/**
 * For how long an answer may be kept that changes next at a moment, in milliseconds since 1970, or never by itself: as
 * Cache-Control says it (RFC 9111, and RFC 5861 for what may be stale while it is asked for again). Neither goes past
 * that moment. What is restricted is kept by nobody on the way.
 */
export function cacheControl(next: number | null, now: number, restricted = false): string {
  const whose = restricted ? 'private' : 'public'
  const most = settings().deliverySeconds
  if (next === null) return said(whose, most, most)
  const until = Math.max(0, Math.floor((next - now) / 1000))
  const fresh = Math.min(most, until)
  const stale = Math.min(most, until - fresh)
  return said(whose, fresh, stale)
}

const said = (whose: 'private' | 'public', fresh: number, stale: number) =>
  `${whose}, max-age=${fresh}, stale-while-revalidate=${stale}`
