import { createHash } from 'node:crypto'
import { hmacSha256 } from '../signing/hmac'

// A shop signs the address at which a shopper's browser may read what a customer group gets, so that no key has to be
// in the browser.

/** A signature holds for a week at most, in seconds. */
export const mostSeconds = 7 * 86_400

/** What a signature is made for, and until when it holds, in seconds since 1970. */
export interface SignedGroup {
  storefront: string
  group: string
  until: number
}

/** The hash by which a delivery key is known here. */
export const hashOfKey = (key: string): Buffer => createHash('sha256').update(key).digest()

/**
 * The signature of a customer group of a storefront: the HMAC-SHA-256 of storefront, group and moment on a line each. It
 * is keyed with the hash of a delivery key, since that alone is known here.
 */
export const groupSignature = (keyHash: Uint8Array, { storefront, group, until }: SignedGroup): Buffer =>
  hmacSha256(keyHash, [storefront, group, until].join('\n'))

/** The same as a shop makes it with its key, as it stands in an address. */
export const signatureFor = (key: string, signed: SignedGroup): string =>
  groupSignature(hashOfKey(key), signed).toString('base64url')
