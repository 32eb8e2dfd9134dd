import { randomBytes } from 'node:crypto'
import { LRUCache } from 'lru-cache'
import type { DeliveryKey, DeliveryKeyBody, MadeDeliveryKey } from '@contracts/delivery'
import type { Person } from '@contracts/people'
import { database, inTransaction } from '../../db/connect'
import {
  countDeliveryKeys,
  deleteDeliveryKey,
  deliveryKeys,
  insertDeliveryKey,
  noteKeyUsed,
  type DeliveryKeyRow,
} from '../../db/queries/delivery-keys'
import { loadSetup } from '../../db/queries/setup'
import { settings } from '../../settings'
import { sourceOf, writeAudit, type AskedBy } from '../people/audit'
import { notFound, Problem, unprocessable } from '../problem'
import { rowNumber } from '../row-number'
import { sameSecret } from '../signing/hmac'
import { groupSignature, hashOfKey, mostSeconds, type SignedGroup } from './group-signature'

// Keys with which shops show that they are: what a customer group gets, and releases that are past.

/** A key as requests are checked against it. */
type Known = Pick<DeliveryKeyRow, 'hash' | 'storefronts'> & { id: number | null }

/** A key that was revoked is refused everywhere after so many milliseconds, and at once where that was done. */
const knownFor = 2000
const known = new LRUCache<'all', Known[]>({ max: 1, ttl: knownFor })

/** All keys: those that people made, and the one of the shop that is started together with the server. */
async function allKeys(): Promise<Known[]> {
  const kept = known.get('all')
  if (kept) return kept
  const made: Known[] = await deliveryKeys(database())
  const { shopKey } = settings()
  if (shopKey !== null) {
    const storefronts = [...(await loadSetup(database())).storefronts.keys()]
    made.push({ id: null, hash: hashOfKey(shopKey), storefronts })
  }
  known.set('all', made)
  return made
}

const keysOf = async (storefront: string): Promise<Known[]> =>
  (await allKeys()).filter((key) => key.storefronts.includes(storefront))

const usedNotedEvery = 3_600_000
const noted = new LRUCache<number, true>({ max: 1000, ttl: usedNotedEvery })

/** Notes that a key is in use, once an hour; that it could not be noted hinders nobody. */
function noteUse(id: number, now: number): void {
  if (noted.has(id)) return
  noted.set(id, true)
  const since = new Date(now - usedNotedEvery)
  inTransaction((tx) => noteKeyUsed(tx.db, id, new Date(now), since)).catch(() => noted.delete(id))
}

/** Whether a key opens a storefront. */
export async function opens(storefront: string, key: string, now: number): Promise<boolean> {
  const hash = hashOfKey(key)
  const found = (await keysOf(storefront)).find((one) => sameSecret(one.hash, hash))
  if (found !== undefined && found.id !== null) noteUse(found.id, now)
  return found !== undefined
}

/** Whether a signature was made with a key of the storefront, for this group, and still holds. */
export async function isSignedFor(signed: SignedGroup, signature: string, now: number): Promise<boolean> {
  const left = signed.until - now / 1000
  if (left <= 0 || left > mostSeconds) return false
  const given = Buffer.from(signature, 'base64url')
  return (await keysOf(signed.storefront)).some((key) => sameSecret(groupSignature(key.hash, signed), given))
}

const documentOf = ({
  id,
  name,
  storefronts,
  maker,
  made,
  used,
}: Awaited<ReturnType<typeof deliveryKeys>>[number]) => ({
  ...{ id, name, storefronts, maker },
  made: made.toISOString(),
  used: used?.toISOString() ?? null,
})

/** All keys that people made, the newest first, without the keys themselves. */
export async function listDeliveryKeys(): Promise<{ items: DeliveryKey[] }> {
  return { items: (await deliveryKeys(database())).map(documentOf) }
}

/** Every request is checked against all of them. */
const mostKeys = 100

/** Makes a key for some storefronts; it is told this once. Throws 409, 422. */
export async function makeDeliveryKey(
  person: Person,
  asking: AskedBy,
  { name, storefronts }: DeliveryKeyBody,
  now: number,
): Promise<MadeDeliveryKey> {
  const setup = await loadSetup(database())
  const unknown = storefronts.filter((code) => !setup.storefronts.has(code))
  if (unknown.length > 0)
    throw unprocessable(
      'No key was created.',
      unknown.map((code) => ({ path: 'storefronts', message: `There is no storefront “${code}”.` })),
    )
  const key = randomBytes(32).toString('base64url')
  const id = await inTransaction(async (tx) => {
    if ((await countDeliveryKeys(tx.db)) >= mostKeys)
      throw new Problem(409, 'Too many', `There are ${mostKeys} delivery keys. Revoke one that is no longer used.`)
    const id = await insertDeliveryKey(tx.db, {
      ...{ name, storefronts, hash: hashOfKey(key) },
      madeBy: person.id,
      made: new Date(now),
    })
    await writeAudit('delivery-key-made', sourceOf(person, asking), { key: id, name, storefronts })
    return id
  })
  known.clear()
  const made = new Date(now).toISOString()
  return { id, name, storefronts, maker: person.name, made, used: null, key }
}

/** Revokes a key. Throws 404. */
export async function endDeliveryKey(person: Person, asking: AskedBy, id: string): Promise<void> {
  const number = rowNumber(id)
  await inTransaction(async (tx) => {
    const ended = await deleteDeliveryKey(tx.db, number)
    if (!ended) throw notFound('such delivery key')
    const { name, storefronts } = ended
    await writeAudit('delivery-key-ended', sourceOf(person, asking), { key: number, name, storefronts })
  })
  known.clear()
}
