import type { IncomingMessage } from 'node:http'
import { isSignature, signatureOf } from './signature'

// What a shopper's cookies say. A real shop knows the customer group of whoever signs in; here it is chosen, and signed,
// so that nobody can name another.

const cookieOf = (req: IncomingMessage, name: string): string | undefined =>
  new RegExp(`(?:^|;\\s*)${name}=([^;]*)`).exec(req.headers.cookie ?? '')?.[1]

/** How many pieces a shopper has put into the basket. */
export function basketOf(req: IncomingMessage): number {
  return Number(/^\d{1,3}$/.exec(cookieOf(req, 'basket') ?? '')?.[0] ?? 0)
}

const aDay = 'Path=/; SameSite=Lax; HttpOnly; Max-Age=86400'
export const basketCookie = (n: number): string => `basket=${n}; ${aDay}`

/** The preview that a browser looks at, by its secret; '' where it looks at what is live. */
export const previewOf = (req: IncomingMessage): string => /^[\w-]{43}$/.exec(cookieOf(req, 'preview') ?? '')?.[0] ?? ''

/** The cookie that says so; '' takes it away. */
export const previewCookie = (secret: string): string =>
  `preview=${secret}; Path=/; SameSite=Lax; HttpOnly${secret === '' ? '; Max-Age=0' : ''}`

/** What is signed of a group. */
const saidOf = (group: string): string => `group ${group}`

/** The cookie that says which group a shopper is of; '' takes it away. */
export function groupCookie(key: string, group: string): string {
  if (group === '') return 'group=; Path=/; Max-Age=0'
  const signature = signatureOf(key, saidOf(group))
  return `group=${encodeURIComponent(group)}.${signature}; ${aDay}`
}

/** The group of a shopper; '' where there is none, or somebody else wrote the cookie. */
export function groupOf(req: IncomingMessage, key: string | undefined): string {
  const [, code, signature] = /^(.*)\.([\w-]+)$/.exec(cookieOf(req, 'group') ?? '') ?? []
  if (key === undefined || code === undefined || signature === undefined) return ''
  const group = decoded(code)
  return isSignature(key, saidOf(group), signature) ? group : ''
}

function decoded(text: string): string {
  try {
    return decodeURIComponent(text)
  } catch {
    return ''
  }
}
