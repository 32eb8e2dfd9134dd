// Cursors: places in a list, in an address. Whoever gets one gives it back as it is.

/** A place as a cursor. */
export const cursorOf = (parts: readonly (string | number)[]): string =>
  Buffer.from(JSON.stringify(parts)).toString('base64url')

const isPart = (part: unknown): part is string | number =>
  typeof part === 'number' || (typeof part === 'string' && !part.includes('\0'))

/** The parts of the place that a cursor names: texts that can be stored, and numbers. Undefined where it is none. */
export function cursorParts(cursor: string): (string | number)[] | undefined {
  try {
    const parts: unknown = JSON.parse(Buffer.from(cursor, 'base64url').toString())
    return Array.isArray(parts) && parts.every(isPart) ? parts : undefined
  } catch {
    return undefined
  }
}
