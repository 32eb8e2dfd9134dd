import { sql, type SQL } from 'drizzle-orm'

// Moments as the database has them: in milliseconds since 1970 here, as timestamps there.

/** A moment of ours in a statement. */
export const instant = (ms: number): SQL => sql`${new Date(ms).toISOString()}::timestamptz`

/** A moment of the database as an RFC 3339 text, to the millisecond. */
export const isoText = (moment: SQL): SQL => sql`to_char(${moment} at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"')`

/** A moment of the database as a number of ours. */
export const millis = (moment: SQL): SQL => sql`(extract(epoch from ${moment}) * 1000)::float8`
