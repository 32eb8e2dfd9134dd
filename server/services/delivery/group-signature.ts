import { createHash } from 'node:crypto'
import { hmacSha256 } from '../signing/hmac'

// A shop signs the address at which a shopper's browser may read what a customer group gets, so that no key has to be
// in the browser.

/** A signature holds for a week at most, in seconds. */
export const mostSeconds = 7 * 86_400

/**
 * The signature of a customer group of a storefront until a moment in seconds since 1970: the HMAC-SHA-256 of the three
 * on a line each. It is keyed with the SHA-256 of a delivery key, since that alone is known here.
 */
export const groupSignature = (
  keyHash: Uint8Array,
  { storefront, group, until }: { storefront: string; group: string; until: number },
): Buffer => hmacSha256(keyHash, [storefront, group, until].join('\n'))

/** The same as a shop makes it with its key, as it stands in an address. */
export const signatureFor = (key: string, of: Parameters<typeof groupSignature>[1]): string =>
  groupSignature(createHash('sha256').update(key).digest(), of).toString('base64url')
