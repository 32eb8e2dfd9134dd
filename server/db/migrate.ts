import { migrate } from 'drizzle-orm/node-postgres/migrator'
import { drizzle } from 'drizzle-orm/node-postgres'
import path from 'node:path'
import { connections } from './connect'

/** Brings the database's tables to this version. Does nothing where they are. */
export async function migrateAll(): Promise<void> {
  await migrate(drizzle(connections()), { migrationsFolder: path.resolve('server/db/migrations') })
}
