import { createHmac, timingSafeEqual } from 'node:crypto'

const hmacOf = (key: string, text: string): Buffer => createHmac('sha256', key).update(text).digest()

/** The signature of a text: its HMAC-SHA-256 in base64url. */
export const signatureOf = (key: string, text: string): string => hmacOf(key, text).toString('base64url')

/** Whether a signature is that of a text. */
export function isSignature(key: string, text: string, signature: string): boolean {
  const [right, given] = [hmacOf(key, text), Buffer.from(signature, 'base64url')]
  return given.length === right.length && timingSafeEqual(given, right)
}
