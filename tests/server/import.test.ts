import { sql } from 'drizzle-orm'
import { describe, expect, it } from 'vitest'
import { checkDigit } from '@core/gtin/check-digit'
import { now, ownDatabase } from './database'
import { csvLines } from '../csv'

const { file } = ownDatabase()
const { importProducts } = await import('@server/services/imports/import-products')
const { Cancelled } = await import('@server/services/work/jobs')
const { database } = await import('@server/db/connect')
const { getProduct, getResolved, productHistory } = await import('@server/services/products/products')
const run = (
  csv: string | Buffer,
  mode: 'check' | 'apply' = 'apply',
  more: Partial<Parameters<typeof importProducts>[1]> = {},
) => importProducts(file(csv), { mode, take: 'all', title: 'Importing', personId: 1, now, ...more })
const gtin = (n: number) => {
  const body = `200${String(n).padStart(9, '0')}`
  return body + String(checkDigit(body))
}
const rows = async (query: ReturnType<typeof sql>) => (await database().execute<Record<string, unknown>>(query)).rows
const counts = async () =>
  (
    await rows(
      sql`
        select (select count(*)::int from product) as products, (select count(*)::int from value) as
        values, (select count(*)::int from fact) as facts, (select count(*)::int from change) as changes,
          (select count(*)::int from step) as steps
      `,
    )
  )[0]
const codes = (report: { rejected: { row: number; column: string; code: string }[] }) =>
  report.rejected.map((r) => [r.row, r.column, r.code])

describe('importing products', () => {
  it('creates, then finds nothing to change, then changes what differs', async () => {
    const csv = csvLines(
      'sku;parent;type;category;brand;gtin;stock;price@uk;name;name@/fr-CH;weight;size',
      `A-1;;bag;Bags > Panniers;Oxbrook;${gtin(1)};4;59,90;Regn;Sacoche;1,2 kg;`,
      'G-1;;glove;;;;;25;Suzu;;;',
      `G-1-S;G-1;;;;${gtin(2)};3;;;;;S`,
    )
    const first = await run(csv)
    expect(first).toMatchObject({
      rows: 3,
      created: 3,
      updated: 0,
      unchanged: 0,
      rejected: [],
      applied: true,
      decimalSign: ',',
      separator: ';',
    })
    expect(first.columns.find((c) => c.header === 'name@/fr-CH')).toEqual({
      header: 'name@/fr-CH',
      meaning: 'name, fr-CH',
    })
    expect(await run(csv)).toMatchObject({ created: 0, updated: 0, unchanged: 3, applied: true })
    expect(await run('sku,stock\nA-1,5\nG-1,\n')).toMatchObject({ created: 0, updated: 1, unchanged: 1 })
    const { document } = await getProduct('A-1')
    expect(document).toMatchObject({
      type: 'bag',
      category: 'panniers',
      brand: 'oxbrook',
      stock: 5,
      prices: [{ storefront: 'uk', amount: 59.9 }],
    })
    expect(document.values).toEqual(
      expect.arrayContaining([
        { attribute: 'weight', storefront: null, language: null, value: { value: 1.2, unit: 'kg' } },
        { attribute: 'name', storefront: null, language: 'fr-CH', value: 'Sacoche', state: 'translated' },
      ]),
    )
    expect((await getProduct('G-1')).document.variants).toEqual(['G-1-S'])
    expect((await getProduct('G-1-S')).document).toMatchObject({ parent: 'G-1', type: 'glove' })
  })

  it('takes variants that stand above their parent, and new ones of a parent that is there', async () => {
    expect(
      await run('sku,parent,type,size,name\nG-2-S,G-2,,S,\nG-2,,glove,,Late parent\nG-1-M,G-1,,M,\n'),
    ).toMatchObject({ created: 3, applied: true })
    const { items } = await getResolved('G-2-S', 'uk', 'en-GB', now)
    expect(items.find((i) => i.attribute === 'name')).toMatchObject({ value: 'Late parent', origin: 'inherited' })
    expect(items.find((i) => i.attribute === 'material')).toMatchObject({ value: 'wool', origin: 'default' })
  })

  it('reads a file whose first line names its separator, and counts that line', async () => {
    const report = await run(
      csvLines('sep=;', 'sku;type;name', 'SEP-1;bag;First, with a comma', 'SEP-2;boat;'),
      'check',
    )
    expect(report).toMatchObject({ rows: 2, created: 1 })
    expect(codes(report)).toEqual([[4, 'type', 'unknown-type']])
  })
  it('changes nothing where one row is bad, and names each problem with its line', async () => {
    const before = await counts()
    const report = await run(
      csvLines(
        'sku,parent,type,gtin,brand,weight,stock',
        'B-1,,bag,,,1 kg,3',
        `B-2,,bag,${gtin(1)},,,`,
        'B-3,,boat,12,Nobody,3,x',
        '"B-4\nB",,bag,,,,',
        'B-1,,bag,,,,',
        ',,bag,,,,',
        'B-5,Z-9,,,,,',
        'B-6,,,,,,',
        'A-1,G-1,,,,,',
        'B-7,G-1-S,,,,,',
        'B-8,,bag,,,,,too,many',
      ),
    )
    expect(codes(report)).toEqual([
      [3, 'gtin', 'gtin-taken'],
      [4, 'type', 'unknown-type'],
      [4, 'gtin', 'bad-gtin'],
      [4, 'brand', 'unknown-brand'],
      [4, 'weight', 'no-unit'],
      [4, 'stock', 'not-a-count'],
      [5, 'sku', 'bad-sku'],
      [7, 'sku', 'sku-twice'],
      [8, 'sku', 'no-sku'],
      [9, 'parent', 'unknown-parent'],
      [10, 'type', 'required'],
      [11, 'parent', 'bad-parent'],
      [12, 'parent', 'bad-parent'],
      [13, '', 'too-many-cells'],
    ])
    expect(report).toMatchObject({ applied: false, rejectedRows: 10 })
    expect(report.rejected.find((r) => r.code === 'gtin-taken')!.message).toBe(
      'A-1 already has this GTIN. Each GTIN must be unique.',
    )
    expect(await counts()).toEqual(before)
  })

  it('takes the good rows where that is chosen, and leaves bad ones out whole', async () => {
    const report = await run('sku,type,stock,name\nC-1,bag,3,Good\nC-2,bag,x,Bad\nC-3,bag,5,Good\n', 'apply', {
      take: 'good',
    })
    expect(report).toMatchObject({ created: 2, applied: true, rejectedCount: 1, rejectedRows: 1 })
    expect(await rows(sql`select sku from product where sku like 'C-%' order by sku`)).toEqual([
      { sku: 'C-1' },
      { sku: 'C-3' },
    ])
  })

  it('checks without writing, and says the same as applying would', async () => {
    const csv = `sku,parent,type,gtin\nD-1,,bag,${gtin(50)}\nD-2,,bag,${gtin(50)}\nD-3,D-1,,\nD-4,D-9,,\n`
    const before = await counts()
    const checked = await run(csv, 'check')
    expect(await counts()).toEqual(before)
    const applied = await run(csv)
    expect(codes(checked)).toEqual([
      [3, 'gtin', 'gtin-taken'],
      [5, 'parent', 'unknown-parent'],
    ])
    expect(codes(applied)).toEqual(codes(checked))
    expect([checked.created, checked.rejectedRows]).toEqual([applied.created, applied.rejectedRows])
  })

  it('clears values, prices and fields with \\-', async () => {
    await run('sku,type,name,weight,price@uk,category\nE-1,bag,Name,1 kg,10,Bags\n')
    expect(await run('sku,name,weight,price@uk,category\nE-1,\\-,\\-,\\-,\\-\n')).toMatchObject({ updated: 1 })
    expect((await getProduct('E-1')).document).toMatchObject({ category: null, values: [], prices: [] })
    expect(
      await rows(
        sql`select * from fact f join product p on p.id = f.root_id where p.sku = 'E-1' and f.num is not null`,
      ),
    ).toEqual([])
  })

  it('reads one decimal sign in the whole file, and calls the other an error', async () => {
    const report = await run(
      'sku,type,weight\nF-1,bag,"1,5 kg"\nF-2,bag,"2,25 kg"\nF-3,bag,3.5 kg\nF-4,bag,"1,234 kg"\n',
      'check',
    )
    expect(report.decimalSign).toBe(',')
    expect(codes(report)).toEqual([[4, 'weight', 'not-a-measure']])
    expect(report.rejected[0]!.message).toContain('“.” as the decimal sign')
  })

  it('refuses a header that the attribute’s scopes forbid, in row 1', async () => {
    const report = await run('sku,weight@/fr-CH,no such thing\nX-1,1 kg,2\n', 'check')
    expect(codes(report)).toEqual([
      [1, 'weight@/fr-CH', 'scope'],
      [1, 'no such thing', 'unknown-column'],
    ])
  })

  it('keeps one history step for the whole file, with what changed in each product', async () => {
    const before = await counts()
    await run('sku,type,name\nH-1,bag,One\nH-2,bag,Two\n')
    const after = await counts()
    expect([Number(after!.steps) - Number(before!.steps), Number(after!.changes) - Number(before!.changes)]).toEqual([
      1, 2,
    ])
    expect((await productHistory('H-1', { limit: 9 })).items[0]!.differences).toEqual([
      { path: 'created', before: null, after: 'H-1' },
      { path: 'type', before: '', after: 'bag' },
      { path: 'attribute:name@/en-GB', before: null, after: 'One' },
    ])
  })

  it('comes to the same whatever stands in one batch with what', async () => {
    const stored = async (mark: string) =>
      Promise.all(
        ['product', 'product_version', 'value', 'price', 'fact', 'fact_text', 'fact_price'].map((table) =>
          rows(sql`
      select replace((to_jsonb(x) - '{id,product_id,root_id,parent_id,created,changed,gtin,sku,sku_folded,sku_order}'::text[])::text,
          ${mark}, '') as row, replace(p.sku, ${mark}, '') as sku, right(p.gtin, 13) as gtin
      from ${sql.raw(table)} x join product p on p.id = x.${sql.raw(table === 'product' ? 'id' : 'product_id')}
      where p.sku like ${`${mark}%`} order by 2, 1`),
        ),
      )
    const seen = []
    for (const [i, batch] of [1, 2, 3, 2000].entries()) {
      const mark = `M${i}-`
      const g = (n: number) => gtin(700 + i * 50 + n)
      const first = csvLines(
        'sku,parent,type,gtin,stock,price@uk,size,name',
        `${mark}V1,${mark}P,,${g(1)},1,10,S,`,
        `${mark}P,,glove,,,30,,Parent`,
        `${mark}V2,${mark}P,,${g(2)},2,,M,`,
        `${mark}A,,bag,${g(3)},3,5,,Alone`,
        `${mark}V3,${mark}P,,,3,12,L,`,
        `${mark}B,,bag,,,,,Other`,
      )
      expect(await run(first, 'apply', { batch })).toMatchObject({ created: 6, applied: true })
      // One family in every row, a GTIN that goes from one to the next, a new variant of a changed parent.
      const second = csvLines(
        'sku,parent,gtin,stock,price@uk,name',
        `${mark}V1,,\\-,9,,`,
        `${mark}P,,,,31,Renamed`,
        `${mark}V2,,${g(1)},8,,`,
        `${mark}V3,,${g(2)},7,\\-,`,
        `${mark}V4,${mark}P,,6,,`,
        `${mark}A,,${g(4)},,,`,
        `${mark}B,,${g(3)},,,`,
      )
      expect(await run(second, 'apply', { batch })).toMatchObject({
        created: 1,
        updated: 6,
        rejected: [],
        applied: true,
      })
      expect((await run(second, 'apply', { batch })).unchanged).toBe(7)
      seen.push(
        (await stored(mark)).map((t) =>
          t.map((r) => ({ ...r, gtin: r.gtin && Number(String(r.gtin).slice(0, 12)) - i * 50 })),
        ),
      )
    }
    expect(seen[0]!.map((t) => t.length)).toEqual([7, 7, 6, 3, 7, 3, 5])
    for (const other of seen.slice(1)) expect(other).toEqual(seen[0])
  })

  it.each([
    ['an open quote', 'sku,name\nA,"never\n'],
    ['nothing', ''],
    ['blank lines', '\n\n'],
    ['a spreadsheet', Buffer.from([0x50, 0x4b, 3, 4, 0])],
    ['Latin-1', Buffer.from('sku,name\nA,\xe9\n', 'latin1')],
  ])('throws for %s, having written nothing', async (_, content) => {
    const before = await counts()
    await expect(run(content as string)).rejects.toMatchObject({ problem: { message: expect.stringMatching(/\w{3}/) } })
    expect(await counts()).toEqual(before)
  })

  it('can be called off half way, and has changed nothing then', async () => {
    const before = await counts()
    const csv = `sku,type,name\n${Array.from({ length: 4000 }, (_, i) => `K-${i},bag,Name ${i}`).join('\n')}\n`
    const seen: number[] = []
    await expect(
      run(csv, 'apply', { onProgress: (done) => seen.push(done), cancelled: () => seen.length >= 2 }),
    ).rejects.toBeInstanceOf(Cancelled)
    expect(seen).toEqual([1000, 2000])
    expect(await counts()).toEqual(before)
  })

  it('makes a translation stale where the file changes its source', async () => {
    await run('sku,type,name,name@/fr-CH\nS-1,bag,Old,Vieux\n')
    await run('sku,name\nS-1,New\n')
    const [row] = await rows(
      sql`
        select v.source_hash <> s.hash as stale from value v join product p on p.id = v.product_id
        join value s on s.product_id = p.id and s.attribute_id = v.attribute_id and s.language = 'en-GB'
        where p.sku = 'S-1' and v.language = 'fr-CH'
      `,
    )
    expect(row).toEqual({ stale: true })
  })
})
