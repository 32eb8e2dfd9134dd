import { sql } from 'drizzle-orm'
import { beforeAll, describe, expect, it } from 'vitest'
import { now, ownDatabase } from './database'

const { file } = ownDatabase()
const { importProducts } = await import('@server/services/imports/import-products')
const { listForEdition } = await import('@server/services/products/list-products')
const { database, inTransaction, Turns } = await import('@server/db/connect')
const { arrayLiteral, copyInto, CopyRows } = await import('@server/db/copy')

const list = (more: Partial<Parameters<typeof listForEdition>[0]> = {}) =>
  listForEdition({ limit: 50, offset: 0, storefront: 'ch', language: 'fr-CH', ...more })
const skus = async (more: Parameters<typeof list>[0]) => (await list(more)).items.map((i) => i.sku)

beforeAll(async () => {
  const many = Array.from({ length: 30 }, (_, i) => `L-${String(i).padStart(2, '0')},,lock,Wear,,,${i},Lock ${i},,`)
  const csv = [
    'sku,parent,type,category,gtin,price@ch,stock,name,name@/fr-CH,name@ch/fr-CH',
    'b-1,,bag,Bags > Panniers > Roll-top,2000000000107,60,1,Regn 30 % off,Sacoche Regn,',
    'B-2,,bag,Bags > Panniers,,80,1,Market_bag,,',
    'B-10,,bag,Bags,,,1,Straße,Rue,Rue suisse',
    'G-1,,glove,Wear,,25,,Suzu,Gant Suzu,',
    'G-1-S,G-1,,,2000000000114,20,3,,,',
    'G-1-M,G-1,,,,30,4,,,',
    ...many,
  ].join('\n')
  const report = await importProducts(file(`${csv}\n`), { mode: 'apply', take: 'all', title: 'List', personId: 1, now })
  expect(report.rejected).toEqual([])
})

describe('the list of the catalogue', () => {
  it('stands in the order of SKUs by code point, parents and singles alone', async () => {
    const { items, count } = await list()
    expect(count).toBe(34)
    expect(items.map((i) => i.sku).slice(0, 4)).toEqual(['B-10', 'B-2', 'G-1', 'L-00'])
    expect(items.at(-1)!.sku).toBe('b-1')
  })

  it('names products as the edition’s chain finds them, the storefront’s text first', async () => {
    const { items } = await list()
    const named = (sku: string) => {
      const item = items.find((i) => i.sku === sku)!
      return [item.name, item.nameLanguage]
    }
    expect(named('b-1')).toEqual(['Sacoche Regn', 'fr-CH'])
    expect(named('B-2')).toEqual(['Market_bag', 'en-GB'])
    expect(named('B-10')).toEqual(['Rue suisse', 'fr-CH'])
  })

  it('counts variants, and shows a parent’s lowest price in the storefront', async () => {
    const { items } = await list({ q: 'suzu' })
    expect(items).toMatchObject([{ sku: 'G-1', variants: 2, price: 20 }])
    const [uk] = (await list({ q: 'suzu', storefront: 'uk', language: 'en-GB' })).items
    expect(uk).toMatchObject({ name: 'Suzu', price: null })
  })

  it('goes on after a cursor, and from any row', async () => {
    const first = await list({ limit: 10 })
    expect(first.items).toHaveLength(10)
    expect(first.next).toBe(first.items[9]!.sku)
    const second = await list({ limit: 10, cursor: first.next! })
    const both = [...first.items, ...second.items].map((i) => i.sku)
    expect(new Set(both).size).toBe(20)
    expect(await skus({ limit: 10, offset: 10 })).toEqual(second.items.map((i) => i.sku))
    const last = await list({ limit: 10, offset: 30 })
    expect([last.items.length, last.next, last.count]).toEqual([4, null, 34])
    // Past the end there is nothing, and the number is told all the same.
    expect(await list({ limit: 10, offset: 90 })).toEqual({ items: [], next: null, count: 34 })
  })

  it.each<[string, Parameters<typeof list>[0], string[]]>([
    ['a category with all below it', { category: 'bags' }, ['B-10', 'B-2', 'b-1']],
    ['a lower category alone', { category: 'panniers' }, ['B-2', 'b-1']],
    ['a type', { type: 'glove' }, ['G-1']],
    ['a type and a text', { type: 'bag', q: 'market' }, ['B-2']],
    ['a status that none has', { status: 'disabled' }, []],
  ])('is narrowed to %s', async (_, more, found) => {
    expect(await skus(more)).toEqual(found)
    expect((await list(more)).count).toBe(found.length)
  })

  it.each<[string, string, string[]]>([
    ['part of a SKU, whatever its case', 'B-1', ['B-10', 'b-1']],
    ['a variant’s SKU', 'g-1-m', ['G-1']],
    ['a variant’s GTIN', '2000000000114', ['G-1']],
    ['a name in the source language', 'regn 30', ['b-1']],
    ['a name in another language', 'gant', ['G-1']],
    ['a name of one storefront', 'rue suisse', ['B-10']],
    ['letters that fold to the same', 'STRASSE'.replace('SS', 'ß'), ['B-10']],
    ['a percent sign, which stands for itself', '30 % off', ['b-1']],
    ['an underscore, which stands for itself', 't_b', ['B-2']],
    ['a backslash', '\\', []],
    ['nothing that is there', 'zzz', []],
  ])('is searched for %s', async (_, q, found) => expect(await skus({ q })).toEqual(found))
})

describe('COPY', () => {
  const awkward = [
    'plain',
    '',
    'tab\tand\nbreak\rand\\backslash',
    '\\N',
    '\\.',
    'a "quoted" {brace}, comma',
    'ß 日本語 العربية 🙂',
    'x'.repeat(100_000),
    'nul\u0000gone',
  ]

  it('writes any text as it is, but for U+0000, which the database has not', async () => {
    await inTransaction(async (tx) => {
      await tx.client.query('create temp table odd (n int, txt text, list text[], yes boolean, num float8)')
      const rows = new CopyRows('odd', ['n', 'txt', 'list', 'yes', 'num'])
      awkward.forEach((text, n) => rows.add([n, text, arrayLiteral([text.slice(0, 60), 'b']), n % 2 === 0, n / 3]))
      rows.add([99, null, '{}', undefined, null])
      await copyInto(tx.client, rows)
      const { rows: stored } = await tx.client.query('select * from odd order by n')
      expect(stored).toEqual([
        ...awkward.map((text, n) => {
          const clean = text.replaceAll('\u0000', '')
          return {
            n,
            txt: clean,
            list: [text.slice(0, 60).replaceAll('\u0000', ''), 'b'],
            yes: n % 2 === 0,
            num: n / 3,
          }
        }),
        { n: 99, txt: null, list: [], yes: null, num: null },
      ])
    })
  })

  it('keeps every row of many, over the borders of what is sent at once', async () => {
    await inTransaction(async (tx) => {
      await tx.client.query('create temp table many (n int, txt text)')
      const rows = new CopyRows('many', ['n', 'txt'])
      for (let n = 0; n < 20_000; n++) rows.add([n, `ü${'y'.repeat(n % 97)}`])
      await copyInto(tx.client, rows)
      const {
        rows: [sum],
      } = await tx.client.query(
        'select count(*)::int as n, sum(length(txt))::int as letters, count(distinct n)::int as different from many',
      )
      expect(sum).toEqual({
        n: 20_000,
        letters: Array.from({ length: 20_000 }, (_, n) => 1 + (n % 97)).reduce((a, b) => a + b),
        different: 20_000,
      })
    })
  })

  it('sends nothing where there is nothing', async () => {
    await inTransaction((tx) => copyInto(tx.client, new CopyRows('no_such_table', ['n'])))
  })
})

describe('turns on a connection', () => {
  it('come one after the other, in the order of asking, also after one that failed', async () => {
    const turns = new Turns()
    const seen: string[] = []
    const work = (name: string, ms: number, fails = false) =>
      turns.take(async () => {
        seen.push(`${name} begins`)
        await new Promise((r) => setTimeout(r, ms))
        seen.push(`${name} ends`)
        if (fails) throw new Error(name)
        return name
      })
    const [a, b, c] = await Promise.allSettled([work('a', 20), work('b', 1, true), work('c', 1)])
    expect(seen).toEqual(['a begins', 'a ends', 'b begins', 'b ends', 'c begins', 'c ends'])
    expect([a.status, b.status, c.status]).toEqual(['fulfilled', 'rejected', 'fulfilled'])
  })
})

describe('the order of texts', () => {
  it('is that of code points in the database as in memory, whatever its collation', async () => {
    const { rows } = await database().execute<{ sku: string }>(
      sql`select sku from product where parent_id is null order by sku`,
    )
    const found = rows.map((r) => r.sku)
    expect(found).toEqual([...found].sort((a, b) => (a < b ? -1 : 1)))
  })
})
