import { expect, it } from 'vitest'
import { csvLines } from '../csv'
import { now, ownDatabase } from './database'

const { file } = ownDatabase()
const { importProducts } = await import('@server/services/imports/import-products')
const { warm } = await import('@server/services/setup/warm')
const { database } = await import('@server/db/connect')
const { sql } = await import('drizzle-orm')

const changes = async () =>
  (await database().execute<{ n: number }>(sql`select count(*)::int as n from step`)).rows[0]!.n

it('the first answers are prepared with an empty catalogue as well as with products, and nothing is written', async () => {
  await warm(now)
  await importProducts(file(csvLines('sku,type,name', 'A-1,bag,Regn 30', 'A-2,bag,Regn 22')), {
    mode: 'apply',
    take: 'all',
    title: 'Import',
    personId: 1,
    now,
  })
  const before = await changes()
  await warm(now)
  expect(await changes()).toBe(before)
})
