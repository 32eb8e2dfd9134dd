import PgBoss from 'pg-boss'
import { settings } from '../settings'

/** The queue that all work goes through; a message holds the number of a row of `job`. */
export const queueName = 'work'

/** The queue's own tables are made by the migration, so no process touches them on start. */
export function queue(options: PgBoss.ConstructorOptions = {}): PgBoss {
  return new PgBoss({ connectionString: settings().databaseUrl, max: 3, migrate: false, supervise: false, schedule: false, ...options })
}
