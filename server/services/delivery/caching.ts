import { settings } from '../../settings'

/**
 * For how long an answer may be kept that changes next at a moment, in milliseconds since 1970, or never by itself: as
 * Cache-Control says it (RFC 9111, and RFC 5861 for what may be stale while it is asked for again). Neither goes past
 * that moment.
 */
export function cacheControl(next: number | null, now: number): string {
  const most = settings().deliverySeconds
  if (next === null) return said(most, most)
  const until = Math.max(0, Math.floor((next - now) / 1000))
  const fresh = Math.min(most, until)
  const stale = Math.min(most, until - fresh)
  return said(fresh, stale)
}

const said = (fresh: number, stale: number) => `public, max-age=${fresh}, stale-while-revalidate=${stale}`
