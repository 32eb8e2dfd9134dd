import { customType, timestamp } from 'drizzle-orm/pg-core'
import type { Value } from '@core/attributes/attribute'
import type { Difference } from '@core/catalogue/patch'

/** A text compared byte by byte, which is code point by code point, whatever the database's own collation. */
export const exactText = customType<{ data: string }>({ dataType: () => 'text collate "C"' })

/**
 * Differences as tuples of path, before and after: nothing in the database looks into them, and there are very many.
 */
export const differencesColumn = customType<{ data: Difference[]; driverData: unknown }>({
  dataType: () => 'json',
  toDriver: packDifferences,
  fromDriver: unpackDifferences,
})

/** Differences from how they are stored. */
export function unpackDifferences(stored: unknown): Difference[] {
  return (stored as [string, unknown, unknown][]).map(([path, before, after]) => ({ path, before, after }))
}

/** Differences as they are stored. */
export function packDifferences(list: readonly Difference[]): string {
  return JSON.stringify(list.map((d) => [d.path, d.before, d.after]))
}

/**
 * A value as jsonb. The driver parses it; Drizzle's own jsonb parses texts once more, which makes a number of the text
 * “12”.
 */
export const valueColumn = customType<{ data: Value }>({
  dataType: () => 'jsonb',
  toDriver: (v) => JSON.stringify(v),
  fromDriver: (stored) => stored as Value,
})

/** Sixty-four bits, written as 0 and 1. */
export const bits64 = customType<{ data: string }>({ dataType: () => 'bit(64)' })

/** So many products, of consecutive numbers, are a block. */
export const blockLength = 1024

/** A bit for each product of a block, written as 0 and 1. */
export const blockBits = customType<{ data: string }>({ dataType: () => `bit(${blockLength})` })

/** Bytes as they are. */
export const bytes = customType<{ data: Uint8Array; driverData: Buffer }>({
  dataType: () => 'bytea',
  toDriver: (b) => Buffer.from(b),
})

/** A moment, kept with its zone. */
export const moment = (name: string) => timestamp(name, { withTimezone: true })
