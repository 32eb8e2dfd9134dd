import { createHmac, timingSafeEqual } from 'node:crypto'

/** The HMAC of a message with SHA-256 (RFC 2104, FIPS 180-4), 32 bytes. */
export const hmacSha256 = (key: string | Uint8Array, message: string | Uint8Array): Buffer =>
  createHmac('sha256', key).update(message).digest()

/** Whether two secrets are the same, in a time that says nothing of where they differ. */
export const sameSecret = (a: Uint8Array, b: Uint8Array): boolean => a.length === b.length && timingSafeEqual(a, b)
