import { getRequestHeader, useSession, type H3Event } from 'h3'
import { database } from '../db/connect'
import { personOfSecret, type SignedIn } from '../services/session'
import { settings } from '../settings'
import { originOf } from './origin'

/** The sealed cookie: it holds a secret whose hash the database knows, and nothing else. */
export function cookieOf(event: H3Event) {
  const { secret, secureCookies } = settings()
  return useSession<{ secret?: string }>(event, {
    password: secret,
    name: 'inkloom',
    maxAge: 14 * 86_400,
    cookie: { httpOnly: true, sameSite: 'lax', secure: secureCookies, path: '/' },
  })
}

/** By what somebody is known, and from where. */
export interface Asking {
  by: 'cookie' | 'token'
  /** What the token is called. */
  name: string
  origin: string
}

/** Who a request comes from, by personal token or cookie. */
export async function signedInOf(event: H3Event, now: number): Promise<(SignedIn & Asking) | undefined> {
  const origin = originOf(event)
  const bearer = /^Bearer\s+(\S+)$/i.exec(getRequestHeader(event, 'authorization') ?? '')?.[1]
  if (bearer !== undefined) {
    const found = await personOfSecret(database(), bearer, 'token', now)
    return found && { ...found, by: 'token', origin }
  }
  if (!/(?:^|;\s*)inkloom=/.test(getRequestHeader(event, 'cookie') ?? '')) return undefined
  const { data } = await cookieOf(event)
  if (!data.secret) return undefined
  const found = await personOfSecret(database(), data.secret, 'cookie', now)
  return found && { ...found, by: 'cookie', origin }
}
