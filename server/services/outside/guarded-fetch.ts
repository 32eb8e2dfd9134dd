import { lookup } from 'node:dns/promises'
import http, { type IncomingMessage } from 'node:http'
import https from 'node:https'
import { BlockList, isIP } from 'node:net'
import { settings } from '../../settings'
import { ForPeople } from '../problem'

// What people name as an address is asked by the server, which stands where they may not: so only public addresses
// are fetched, each is checked after its name was resolved, and the connection goes to the address that was checked.

/** Addresses that are not of the public network (the special-purpose registries of RFC 6890 and its updates). */
const reserved = new BlockList()
for (const [network, bits] of [
  ['0.0.0.0', 8],
  ['10.0.0.0', 8],
  ['100.64.0.0', 10],
  ['127.0.0.0', 8],
  ['169.254.0.0', 16],
  ['172.16.0.0', 12],
  ['192.0.0.0', 24],
  ['192.0.2.0', 24],
  ['192.88.99.0', 24],
  ['192.168.0.0', 16],
  ['198.18.0.0', 15],
  ['198.51.100.0', 24],
  ['203.0.113.0', 24],
  ['224.0.0.0', 4],
  ['240.0.0.0', 4],
] as const)
  reserved.addSubnet(network, bits, 'ipv4')
// Of IPv6 only 2000::/3 is public; what follows lies within it and is not.
const publicNetwork = new BlockList()
publicNetwork.addSubnet('2000::', 3, 'ipv6')
for (const [network, bits] of [
  ['2001::', 23],
  ['2001:db8::', 32],
  ['2002::', 16],
  ['3fff::', 20],
] as const) {
  reserved.addSubnet(network, bits, 'ipv6')
}

/**
 * The IPv4 address that an IPv6 address carries (RFC 4291, 6052): mapped, compatible, or behind a translator; undefined
 * where none.
 */
export function embeddedAddress(address: string): string | undefined {
  const groups = groupsOf(address)
  if (!groups) return undefined
  const carried = () => [groups[6]! >> 8, groups[6]! & 255, groups[7]! >> 8, groups[7]! & 255].join('.')
  const zeros = (from: number, to: number) => groups.slice(from, to).every((g) => g === 0)
  if (zeros(0, 5) && groups[5] === 0xffff) return carried()
  if (zeros(0, 6) && (groups[6] !== 0 || groups[7]! > 1)) return carried()
  if (groups[0] === 0x64 && groups[1] === 0xff9b && zeros(2, 6)) return carried()
  return undefined
}

/** The eight groups of an IPv6 address as numbers. */
function groupsOf(address: string): number[] | undefined {
  if (isIP(address) !== 6) return undefined
  const bare = address
    .split('%')[0]!
    .replace(
      /(\d+)\.(\d+)\.(\d+)\.(\d+)$/,
      (_, a, b, c, d) => `${((+a << 8) | +b).toString(16)}:${((+c << 8) | +d).toString(16)}`,
    )
  const [head, tail] = bare.split('::') as [string, string?]
  const before = head.split(':').filter(Boolean)
  const after = (tail ?? '').split(':').filter(Boolean)
  const missing = tail === undefined ? [] : Array<string>(8 - before.length - after.length).fill('0')
  return [...before, ...missing, ...after].map((g) => parseInt(g, 16))
}

/** Whether an address belongs to the public network. */
export function isPublicAddress(address: string): boolean {
  const embedded = embeddedAddress(address)
  if (embedded !== undefined) return isPublicAddress(embedded)
  if (isIP(address) === 4) return !reserved.check(address, 'ipv4')
  return isIP(address) === 6 && publicNetwork.check(address, 'ipv6') && !reserved.check(address, 'ipv6')
}

/** Whether the installation names a host, or one of its addresses or their network, as one that may be fetched from. */
function isNamed(host: string, address: string): boolean {
  return settings().allowPrivateFetch.some((entry) => {
    const [network, bits] = entry.split('/') as [string, string?]
    if (entry === host || entry === address) return true
    if (bits === undefined || isIP(network) === 0 || isIP(network) !== isIP(address)) return false
    const list = new BlockList()
    const family = isIP(network) === 4 ? 'ipv4' : 'ipv6'
    list.addSubnet(network, Number(bits), family)
    return list.check(address, family)
  })
}

/**
 * Why something was not fetched. It says the same whether nobody answers, or somebody who is none of the asker's
 * business.
 */
export class FetchRefused extends ForPeople {}

const noAnswer = (place: string) =>
  new FetchRefused(`${place} could not be reached: it did not answer. Check the address, or ask its owner.`)
const notPublic = (place: string) =>
  new FetchRefused(
    `${place} is not a public address, and such addresses are not contacted. The operator of Ink Loom can ` +
      'allow it (INKLOOM_ALLOW_PRIVATE_FETCH).',
  )

/** The address of a host that a connection goes to: resolved once, and checked. Throws FetchRefused. */
async function checkedAddress(url: URL): Promise<{ address: string; family: number }> {
  const host = url.hostname.replace(/^\[|\]$/g, '')
  const found = isIP(host)
    ? [{ address: host, family: isIP(host) }]
    : await lookup(host, { all: true, verbatim: true }).catch(() => [])
  // One private address among several is enough to refuse: whoever sets names could else choose when to be asked.
  const refused = found.some(({ address }) => !isPublicAddress(address) && !isNamed(host, address))
  if (refused) throw notPublic(url.host)
  if (found.length === 0) throw noAnswer(url.host)
  return found[0]!
}

const mostRedirects = 5

/** What may be said when something is fetched. */
export interface FetchOptions {
  headers?: Record<string, string>
  /** Milliseconds for all of it: names, redirects, and until the answer begins. */
  patience: number
}

/**
 * Fetches an address over HTTP, following redirects; every host on the way is resolved, checked and connected to at the
 * checked address. The answer's body is read by the caller. Throws FetchRefused.
 */
export async function guardedFetch(place: string, { headers = {}, patience }: FetchOptions): Promise<IncomingMessage> {
  const signal = AbortSignal.timeout(patience)
  let url = new URL(place)
  for (let hops = 0; hops <= mostRedirects; hops++) {
    if (!['http:', 'https:'].includes(url.protocol)) throw noAnswer(place)
    const { address, family } = await checkedAddress(url)
    const answer = await request(url, { headers, address, family, signal }).catch(() => {
      throw noAnswer(place)
    })
    const location = answer.headers.location
    if (![301, 302, 303, 307, 308].includes(answer.statusCode ?? 0) || location === undefined) return answer
    answer.destroy()
    url = nextOf(location, url, place)
  }
  throw new FetchRefused(`${place} leads on to other addresses more than ${mostRedirects} times.`)
}

function nextOf(location: string, from: URL, place: string): URL {
  try {
    return new URL(location, from)
  } catch {
    throw noAnswer(place)
  }
}

/** What is sent to an address. */
export interface PostOptions extends FetchOptions {
  body: string
}

/** So much of an answer to something sent is read, in characters. */
const mostOfAnswer = 65_536

/**
 * Sends a text to an address over HTTP, and returns how that was answered. The host is resolved, checked and connected
 * to at the checked address; whoever leads on to another address has not taken it. Throws FetchRefused where it is not
 * contacted or does not answer.
 */
export async function guardedPost(
  place: string,
  { headers = {}, patience, body }: PostOptions,
): Promise<{ status: number; text: string }> {
  const signal = AbortSignal.timeout(patience)
  const url = new URL(place)
  const { address, family } = await checkedAddress(url)
  try {
    const answer = await request(url, { headers, address, family, signal, body })
    let text = ''
    for await (const chunk of answer) {
      text += String(chunk)
      if (text.length > mostOfAnswer) break
    }
    return { status: answer.statusCode ?? 0, text }
  } catch {
    throw noAnswer(place)
  }
}

interface Asked {
  headers: Record<string, string>
  /** Sent by POST; without it, it is asked by GET. */
  body?: string
  address: string
  family: number
  signal: AbortSignal
}

function request(url: URL, { headers, address, family, signal, body }: Asked): Promise<IncomingMessage> {
  const { request: ask } = url.protocol === 'https:' ? https : http
  return new Promise((resolve, reject) => {
    ask(
      url,
      {
        method: body === undefined ? 'GET' : 'POST',
        headers: { 'user-agent': 'Ink Loom', 'accept-encoding': 'identity', ...headers },
        signal,
        agent: false,
        // The name is not resolved again: between two answers it could point elsewhere.
        lookup: (_host, options, done) => {
          if (options.all)
            (done as unknown as (e: null, all: { address: string; family: number }[]) => void)(null, [
              { address, family },
            ])
          else done(null, address, family)
        },
      },
      resolve,
    )
      .once('error', reject)
      .end(body)
  })
}
