import { describe, expect, it } from 'vitest'
import { now, ownDatabase, problemOf } from './database'

const { file } = ownDatabase()
const { importProducts } = await import('@server/services/imports/import-products')
const { exportProducts } = await import('@server/services/files/export-products')
const { getProduct } = await import('@server/services/products/products')

const bring = (csv: string) =>
  importProducts(file(csv), { mode: 'apply', take: 'all', title: 'Importing', personId: 1, now })
async function exported(body: Partial<Parameters<typeof exportProducts>[0]> = {}) {
  const { name, type, chunks } = await exportProducts({ format: 'csv', ...body }, now)
  let text = ''
  for await (const chunk of chunks) text += chunk
  return { name, type, text, lines: text.split('\r\n').filter((l) => l !== '') }
}

const awkward = [
  'sku,parent,type,category,brand,tags,status,kind,gtin,stock,price@uk,price@ch,' +
    'name,name@/fr-CH,name@ch/fr-CH,summary,key-points,description,' +
    'weight,width,width@ch/,grade,reflective,launched,mounting,material,pictures,guide',
  'X-1,,bag,Bags > Panniers,Varga & Daughter,wet ' +
    'weather|a,active,shipped,2000000000107,0,59.9,80,"Quoted ""name"", with a comma",Sacoche,Sacoche ' +
    'suisse,"Two\nlines",One|Two \\| bar,<p>A <strong>bold</strong> word</p>,1.2 kg,8 in,200 ' +
    'mm,-5,no,2026-02-11,rack|frame,steel,x-1.svg,https://tarnwheel.example/guide',
  "X-2,,lock,,,,draft,download,,,,,'=SUM(A1),,,'-dash,'@point,,-0.5 kg,,,0.001,yes,,,,,",
  'G-9,,glove,Wear,Oxbrook,,active,,,,20,,Suzu,,,,,,,,,,,,,,,',
].join('\n')

describe('export', () => {
  it('comes back by an import that changes nothing, whatever stands in the cells', async () => {
    expect(await bring(`${awkward}\n`)).toMatchObject({ created: 3, rejected: [] })
    expect(await bring('sku,parent,size,stock,gtin\nG-9-S,G-9,S,2,2000000000114\nG-9-M,G-9,M,,\n')).toMatchObject({
      created: 2,
      rejected: [],
    })
    expect((await getProduct('X-2')).document.values.find((v) => v.attribute === 'name')!.value).toBe('=SUM(A1)')
    const { text, lines, type, name } = await exported()
    expect(lines[0]!.split(',').slice(0, 19)).toEqual([
      'sku',
      'parent',
      'type',
      'category',
      'categories',
      'brand',
      'tags',
      'status',
      'kind',
      'gtin',
      'stock',
      'minimum',
      'available-from',
      'differs-in',
      'relations',
      'range',
      'special-prices',
      'price@uk',
      'price@ch',
    ])
    expect([type, name]).toEqual([expect.stringContaining('text/csv'), 'products-2026-11-25.csv'])
    expect(await bring(text)).toMatchObject({ rows: 5, created: 0, updated: 0, unchanged: 5, rejected: [] })
  })

  it('goes into an empty catalogue as it came out', async () => {
    const { text } = await exported()
    const renamed = text
      .replaceAll('X-1', 'Y-1')
      .replaceAll('X-2', 'Y-2')
      .replaceAll('G-9', 'H-9')
      .replace('2000000000107', '')
      .replace('2000000000114', '')
      .replaceAll('Y-1.svg', 'X-1.svg')
    expect(await bring(renamed)).toMatchObject({ created: 5, rejected: [] })
    for (const [was, is] of [
      ['X-1', 'Y-1'],
      ['X-2', 'Y-2'],
      ['G-9-S', 'H-9-S'],
    ] as const) {
      const [a, b] = [(await getProduct(was)).document, (await getProduct(is)).document]
      expect({ ...b, sku: '', parent: null, gtin: null, variants: [] }).toEqual({
        ...a,
        sku: '',
        parent: null,
        gtin: null,
        variants: [],
      })
    }
  })

  it('guards spreadsheets from formulas in texts, and leaves numbers be', async () => {
    const { lines } = await exported({
      columns: ['sku', 'name', 'summary', 'weight', 'grade'],
      filter: { field: 'sku', is: 'one-of', value: ['X-1', 'X-2'] },
    })
    expect(lines).toEqual([
      'sku,name,summary,weight,grade',
      expect.stringContaining('X-1,"Quoted ""name"", with a comma","Two\nlines",1.2 kg,-5'),
      "X-2,'=SUM(A1),'-dash,-0.5 kg,0.001",
    ])
  })

  it('holds what a condition finds, in SKU order, parents before their variants', async () => {
    const { lines } = await exported({
      columns: ['sku', 'parent', 'size'],
      filter: { field: 'type', is: 'equals', value: 'glove' },
    })
    expect(lines).toEqual([
      'sku,parent,size',
      'G-9,,',
      'G-9-M,G-9,M',
      'G-9-S,G-9,S',
      'H-9,,',
      'H-9-M,H-9,M',
      'H-9-S,H-9,S',
    ])
    expect((await exported({ columns: ['sku'], filter: { any: [] } })).lines).toEqual(['sku'])
  })

  it('writes JSON Lines, each product as its own address gives it', async () => {
    const { text, type } = await exported({ format: 'jsonl', filter: { field: 'sku', is: 'equals', value: 'X-1' } })
    expect(type).toBe('application/jsonl')
    expect(
      text
        .trimEnd()
        .split('\n')
        .map((l) => JSON.parse(l)),
    ).toEqual([JSON.parse(JSON.stringify((await getProduct('X-1')).document))])
  })

  it('refuses columns and conditions that do not fit, before anything is sent', async () => {
    expect(await problemOf(exportProducts({ format: 'csv', columns: ['sku', 'nothing'] }, now))).toMatchObject({
      status: 422,
      errors: [{ path: 'columns[1]' }],
    })
    expect(await problemOf(exportProducts({ format: 'csv', columns: ['name'] }, now))).toMatchObject({
      status: 422,
      errors: [{ message: expect.stringContaining('sku') }],
    })
    expect(
      await problemOf(
        exportProducts({ format: 'csv', filter: { all: [{ field: 'price', is: 'below', value: 3 }] } }, now),
      ),
    ).toMatchObject({ status: 422, errors: [{ path: 'filter.all[0]' }] })
  })
})
