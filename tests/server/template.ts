import pg from 'pg'

export const templateName = 'inkloom_template'

/** A database for the test files to be copied from: migrated, with the set-up of tests/world and three people. */
export default async function setup() {
  const admin = process.env.INKLOOM_TEST_ADMIN_URL
  if (!admin) throw new Error('These tests need a database: run them by “npm test -- server”.')
  const client = new pg.Client({ connectionString: admin })
  await client.connect()
  await client.query(`drop database if exists ${templateName} with (force)`)
  await client.query(`create database ${templateName}`)
  await client.end()
  process.env.INKLOOM_DATABASE_URL = admin.replace(/\/[^/]*$/, `/${templateName}`)
  process.env.INKLOOM_SECRET = 'a secret that only tests know, long enough'
  const { migrateAll } = await import('@server/db/migrate')
  const { disconnect, database } = await import('@server/db/connect')
  const { storeRecord } = await import('@server/db/queries/records')
  const t = await import('@server/db/schema')
  const { testSetup } = await import('../world')
  await migrateAll()
  const world = testSetup()
  const db = database()
  await db.insert(t.storefront).values([...world.storefronts.values()].map((s, position) => ({ ...s, position })))
  await db.insert(t.attribute).values([...world.attributes.values()])
  await db.insert(t.productType).values([...world.types.values()].map((p, position) => ({ ...p, position })))
  await db.insert(t.category).values([...world.categories.values()].map((c, position) => ({ ...c, position })))
  await db.insert(t.brand).values([...world.brands.values()])
  await db.insert(t.namedList).values([...world.lists.values()].map((l) => ({ ...l, note: '' })))
  for (const campaign of world.campaigns.values()) await storeRecord(db, 'campaigns', campaign)
  for (const rule of world.rules.values()) await storeRecord(db, 'named-rules', rule)
  await db.insert(t.customerGroup).values([...world.groups.values()].map((g, position) => ({ ...g, position })))
  await db.insert(t.stamp).values([
    { name: 'setup', n: 1 },
    { name: 'content', n: 1 },
  ])
  await db.insert(t.person).values([
    { email: 'maren@tarnwheel.example', name: 'Maren', role: 'manager', languages: [], passwordHash: '-' },
    { email: 'luc@tarnwheel.example', name: 'Luc', role: 'translator', languages: ['fr-CH'], passwordHash: '-' },
    { email: 'ada@tarnwheel.example', name: 'Ada', role: 'administrator', languages: [], passwordHash: '-' },
  ])
  await disconnect()
}
