import type { PreviewEdition } from '@contracts/previews'
import { database } from '../db/connect'
import { loadSetup } from '../db/queries/setup'
import { isSignedFor, opens } from '../services/delivery/keys'
import type { ReadAsked } from '../services/delivery/live'
import { openedBy, refuseOtherEditions } from '../services/previews/opened'
import { notFound, Unauthorized, unprocessable } from '../services/problem'
import { isOnItsWay, storedRelease } from '../services/release/documents'

/** What of a request says what of a storefront is read, and who reads it. */
interface Asking {
  query: { release?: number; group?: string; until?: number; signature?: string; preview?: string }
  now: number
  param(name: 'storefront' | 'language'): string
  header(name: string): string | undefined
}

/** The key that a request carries (RFC 6750, 2.1). */
const bearerOf = ({ header }: Pick<Asking, 'header'>): string | undefined =>
  /^Bearer +([\w.~+/-]+=*)$/i.exec(header('authorization') ?? '')?.[1]

/**
 * What of a storefront a request may read. A customer group takes a key of the storefront, or a signature made with
 * one; a key opens releases that are past too. Throws 401 where neither is right, 422 where there is no such group.
 */
export async function readAskedOf(asking: Asking): Promise<ReadAsked> {
  const storefront = asking.param('storefront')
  const { release: pinned, group = '', preview } = asking.query
  if (preview !== undefined) return draftAsked(preview, { storefront, language: asking.param('language') }, asking.now)
  const key = bearerOf(asking)
  const isKeyed = key !== undefined && (group !== '' || pinned !== undefined)
  if (isKeyed) await checkKey(storefront, key, asking.now)
  else if (group !== '') await checkSignature(storefront, group, asking)
  if (group !== '') await checkGroup(group)
  return { storefront, pinned, group, any: isKeyed }
}

/**
 * The planned release that a preview shows in an edition; once it is live, what is live. Throws 404 where the preview
 * shows no release in that edition, 410 where it is over.
 */
async function draftAsked(preview: string, edition: PreviewEdition, now: number): Promise<ReadAsked> {
  const link = await openedBy(preview, now)
  refuseOtherEditions(link, edition)
  const release = link.releaseId === null ? undefined : await storedRelease(String(link.releaseId))
  if (!release) throw notFound('release in this preview')
  return { storefront: edition.storefront, draft: isOnItsWay(release) ? release.id : undefined }
}

/** Throws 401 where a request carries no key of the storefront. */
export async function checkKeyOf(asking: Pick<Asking, 'now' | 'param' | 'header'>): Promise<void> {
  const key = bearerOf(asking)
  if (key === undefined) throw new Unauthorized(`This needs a delivery key. ${howToSend}`)
  await checkKey(asking.param('storefront'), key, asking.now)
}

const howToSend = 'Send one of the storefront’s as “Authorization: Bearer …”.'

async function checkKey(storefront: string, key: string, now: number): Promise<void> {
  if (await opens(storefront, key, now)) return
  throw new Unauthorized(`This is not a delivery key of “${storefront}”, or it was revoked.`, 'invalid_token')
}

async function checkSignature(storefront: string, group: string, { query, now }: Asking): Promise<void> {
  const { until, signature } = query
  if (until === undefined || signature === undefined)
    throw new Unauthorized(`The pages of a customer group need a delivery key or a signature. ${howToSend}`)
  if (await isSignedFor({ storefront, group, until }, signature, now)) return
  throw new Unauthorized(
    'This signature was not made for this storefront, group and moment with one of its keys, or it no longer holds.',
  )
}

async function checkGroup(group: string): Promise<void> {
  const { groups } = await loadSetup(database())
  if (groups.has(group)) return
  throw unprocessable('The query is not valid.', [{ path: 'group', message: `There is no customer group “${group}”.` }])
}
