import { getRequestHeader, type H3Event } from 'h3'
import { database } from '../db/connect'
import { personOfSecret, type SignedIn } from '../services/people/session'
import { originOf } from './origin'
import { readSessionCookie } from './session-cookie'

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
  const secret = readSessionCookie(event)
  if (secret === undefined) return undefined
  const found = await personOfSecret(database(), secret, 'cookie', now)
  return found && { ...found, by: 'cookie', origin }
}
