import { readFile } from 'node:fs/promises'
import { migrateAll } from '@server/db/migrate'
import { disconnect, database } from '@server/db/connect'
import * as t from '@server/db/schema'
import { refreshFactsOfOldVersion } from '@server/services/products/refresh-facts'
import { loadDemo } from './load'
import { ensurePool } from './pool'

/** Brings the database up to date, and loads the demo world where it is empty. */
await migrateAll()
const [somebody] = await database().select({ id: t.person.id }).from(t.person).limit(1)
if (!somebody) {
  console.log('Loading the demo world …')
  await loadDemo(JSON.parse(await readFile('demo/people.json', 'utf8')).demoPeople)
}
await ensurePool()
await refreshFactsOfOldVersion()
await disconnect()
process.exit(0)
