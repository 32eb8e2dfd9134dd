import { createHmac, timingSafeEqual } from 'node:crypto'
import { deleteCookie, getCookie, setCookie, type H3Event } from 'h3'
import { settings } from '../settings'

const name = 'inkloom'
const lifetimeSeconds = 14 * 86_400

const signatureOf = (secret: string) => createHmac('sha256', settings().secret).update(secret).digest()

const options = () => ({ httpOnly: true, sameSite: 'lax', secure: settings().secureCookies, path: '/' }) as const

/**
 * The secret of a browser's session, from its cookie; undefined where there is none, or one that this installation has
 * not signed. The cookie holds nothing else: whose session it is stands in the database, by the secret's hash.
 */
export function readSessionCookie(event: H3Event): string | undefined {
  const [secret, signature] = (getCookie(event, name) ?? '').split('.')
  if (!secret || !signature) return undefined
  const given = Buffer.from(signature, 'base64url')
  const expected = signatureOf(secret)
  return given.length === expected.length && timingSafeEqual(given, expected) ? secret : undefined
}

/** Gives the browser the secret of its session. */
export function writeSessionCookie(event: H3Event, secret: string): void {
  const value = `${secret}.${signatureOf(secret).toString('base64url')}`
  setCookie(event, name, value, { ...options(), maxAge: lifetimeSeconds })
}

/** Takes it away again. */
export function removeSessionCookie(event: H3Event): void {
  deleteCookie(event, name, options())
}
