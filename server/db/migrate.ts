import { migrate } from 'drizzle-orm/node-postgres/migrator'
import { drizzle } from 'drizzle-orm/node-postgres'
import path from 'node:path'
import { queue, queueName } from '../jobs/queue'
import { connections } from './connect'

/** Brings the database's tables, and the queue's, to this version. Does nothing where they are. */
export async function migrateAll(): Promise<void> {
  await migrate(drizzle(connections()), { migrationsFolder: path.resolve('server/db/migrations') })
  const boss = queue({ migrate: true })
  await boss.start()
  await boss.createQueue(queueName, { name: queueName, retryLimit: 2, expireInHours: 12 } as never)
  await boss.stop({ graceful: false })
}
