import { createCipheriv, createDecipheriv, hkdfSync, randomBytes } from 'node:crypto'
import { settings } from '../../settings'

// Secrets that the server has to know again are stored sealed with the installation's own secret, so that whoever reads
// the database alone cannot use them: AES-256-GCM (NIST SP 800-38D), its key derived by HKDF (RFC 5869).

const keyFor = (purpose: string): Buffer => Buffer.from(hkdfSync('sha256', settings().secret, '', purpose, 32))
const ivLength = 12
const tagLength = 16

/** A text sealed for a purpose: it opens for the same purpose alone. */
export function seal(purpose: string, text: string): Buffer {
  const iv = randomBytes(ivLength)
  const cipher = createCipheriv('aes-256-gcm', keyFor(purpose), iv)
  const sealed = Buffer.concat([cipher.update(text, 'utf8'), cipher.final()])
  return Buffer.concat([iv, cipher.getAuthTag(), sealed])
}

/** The text that was sealed; undefined where it was sealed by another installation, or changed. */
export function unseal(purpose: string, sealed: Uint8Array): string | undefined {
  const bytes = Buffer.from(sealed)
  const decipher = createDecipheriv('aes-256-gcm', keyFor(purpose), bytes.subarray(0, ivLength))
  decipher.setAuthTag(bytes.subarray(ivLength, ivLength + tagLength))
  try {
    return Buffer.concat([decipher.update(bytes.subarray(ivLength + tagLength)), decipher.final()]).toString('utf8')
  } catch {
    return undefined
  }
}
