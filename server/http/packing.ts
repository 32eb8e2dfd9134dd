import { promisify } from 'node:util'
import { brotliCompress, constants, gzip } from 'node:zlib'
import { takenBy } from './accept'

// Answers are sent packed to whoever takes them so.

const brotli = promisify(brotliCompress)
const gzipped = promisify(gzip)

/** Shorter answers gain nothing, in bytes. */
export const leastBytes = 1024
/** Quick rather than small. */
const brotliOptions = { params: { [constants.BROTLI_PARAM_QUALITY]: 4 } }

/** In what an answer can be sent packed (RFC 9110, 8.4.1). */
export type Encoding = 'br' | 'gzip'

/** The encoding that a client takes, the smaller first (RFC 9110, 12.5.3). */
export function encodingFor(acceptEncoding: string | undefined): Encoding | undefined {
  if (!acceptEncoding) return undefined
  const taken = takenBy(acceptEncoding)
  if (taken.includes('br')) return 'br'
  return taken.includes('gzip') ? 'gzip' : undefined
}

/** A text packed in an encoding. */
export const pack = (text: string | Buffer, encoding: Encoding): Promise<Buffer> =>
  encoding === 'br' ? brotli(text, brotliOptions) : gzipped(text)
