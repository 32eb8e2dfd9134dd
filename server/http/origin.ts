import { isIPv6 } from 'node:net'
import { getRequestHeader, type H3Event } from 'h3'
import { settings } from '../settings'

/** An address as it is compared: IPv4 in IPv6 is IPv4; of IPv6 the network, which is one customer's (RFC 6177). */
export function comparableAddress(address: string): string {
  const mapped = /^::ffff:(\d+\.\d+\.\d+\.\d+)$/i.exec(address)?.[1]
  if (mapped) return mapped
  if (!isIPv6(address)) return address
  const [head = '', tail] = address.split('%')[0]!.split('::')
  const before = head.split(':').filter(Boolean)
  const after = tail === undefined ? [] : tail.split(':').filter(Boolean)
  const groups =
    tail === undefined
      ? before
      : [...before, ...Array<string>(Math.max(0, 8 - before.length - after.length)).fill('0'), ...after]
  return `${groups
    .slice(0, 4)
    .map((g) => parseInt(g, 16).toString(16))
    .join(':')}::/64`
}

/** Where a request comes from: the network address, or what a trusted proxy says of it. */
export function originOf(event: H3Event): string {
  const trusted = settings().trustedProxies
  let address = comparableAddress(event.node.req.socket.remoteAddress ?? '')
  const forwarded = (getRequestHeader(event, 'x-forwarded-for') ?? '')
    .split(',')
    .map((s) => s.trim())
    .filter(Boolean)
  // Read from the nearest on: what stands before the first that is not trusted may be invented.
  while (trusted.includes(address) && forwarded.length > 0) address = comparableAddress(forwarded.pop()!)
  return address
}

/** Whether a request was made by a page of our own, or by no browser's page at all. */
export function isOwnPage(event: H3Event): boolean {
  const site = getRequestHeader(event, 'sec-fetch-site')
  if (site !== undefined && site !== 'same-origin' && site !== 'none') return false
  const origin = getRequestHeader(event, 'origin')
  if (origin === undefined) return true
  const { publicUrl } = settings()
  if (publicUrl !== null && origin === new URL(publicUrl).origin) return true
  try {
    return new URL(origin).host === getRequestHeader(event, 'host')
  } catch {
    return false
  }
}
