import ExcelJS from 'exceljs'
import { writeFileSync } from 'node:fs'
import path from 'node:path'
import { describe, expect, it } from 'vitest'
import { maren, now, ownDatabase, problemOf } from './database'

const { file, folder } = ownDatabase()
const { importProducts } = await import('@server/services/imports/import-products')
const { exportProducts } = await import('@server/services/files/export-products')
const { lookAtUpload } = await import('@server/services/imports/uploads')
const { undoStep } = await import('@server/services/work/undo-step')
const { getProduct, patchProduct } = await import('@server/services/products/products')
const { save } = await import('@server/services/people/saved-views')
const { reach } = await import('@server/services/reach/reach')

const bring = (at: string, more: object = {}) =>
  importProducts(at, { mode: 'apply', take: 'all', title: 'Importing', personId: 1, now, ...more })
async function sheet(rows: ExcelJS.CellValue[][], as = 'in.xlsx') {
  const workbook = new ExcelJS.Workbook()
  workbook.addWorksheet('Anything').addRows(rows)
  const at = path.join(folder, as)
  await workbook.xlsx.writeFile(at)
  return at
}
async function saved(format: 'csv' | 'xlsx' | 'jsonl') {
  const chunks: Buffer[] = []
  for await (const c of (await exportProducts({ format }, now)).chunks) chunks.push(Buffer.from(c))
  const at = path.join(folder, `out.${format}`)
  writeFileSync(at, Buffer.concat(chunks))
  return at
}

describe('spreadsheets and JSON Lines', () => {
  it('are read by what they are, cell by cell as people see them', async () => {
    const at = await sheet([
      ['sku', 'type', 'name', 'weight', 'launched', 'reflective', 'stock', 'price@uk'],
      [
        'X-1',
        'bag',
        { richText: [{ text: 'Regn ' }, { font: { bold: true }, text: '30' }] },
        '1.5 kg',
        new Date('2026-03-02'),
        true,
        7,
        59.9,
      ],
      [],
      ['X-2', 'bag', { formula: 'A2', result: '=1+1' }, null, null, null, null, null],
    ])
    expect(await bring(at)).toMatchObject({ created: 2, rejected: [], separator: null })
    const { document } = await getProduct('X-1')
    expect(document).toMatchObject({ stock: 7, prices: [{ amount: 59.9 }] })
    expect(Object.fromEntries(document.values.map((v) => [v.attribute, v.value]))).toEqual({
      name: 'Regn 30',
      weight: { value: 1.5, unit: 'kg' },
      launched: '2026-03-02',
      reflective: true,
    })
    expect((await getProduct('X-2')).document.values[0]!.value).toBe('=1+1')
  })
  it('lose no letter where pieces of a large spreadsheet meet', async () => {
    const rows = Array.from({ length: 4000 }, (_, i) => [
      `J-${i}`,
      'bag',
      `チャイルドシート ${'席'.repeat(i % 7)} ${i}`,
    ])
    expect(await bring(await sheet([['sku', 'type', 'name'], ...rows], 'large.xlsx'), { mode: 'check' })).toMatchObject(
      { created: 4000, rejected: [] },
    )
    const { readSpreadsheet } = await import('@server/services/files/spreadsheet-file')
    const read: string[] = []
    for await (const { cells } of readSpreadsheet(path.join(folder, 'large.xlsx'))) read.push(cells[2]!)
    expect(read.slice(1)).toEqual(rows.map((r) => r[2]))
  })
  it.each(['csv', 'xlsx', 'jsonl'] as const)('come back as %s by an import that changes nothing', async (format) => {
    await patchProduct(
      maren,
      'X-1',
      '*',
      {
        categories: ['wear'],
        minimum: 2,
        availableFrom: '2026-12-01',
        carried: { 'tax class': '-A|2' },
        relations: [{ kind: 'replaces', sku: 'X-2' }],
        range: [{ storefront: 'ch', groups: ['club', 'retail'], from: null, to: '2027-01-01' }],
        specials: [
          {
            storefront: 'ch',
            group: null,
            from: '2026-11-27T08:00',
            to: null,
            amount: 55.5,
            quantity: 10,
            priority: 2,
          },
        ],
        values: [
          {
            attribute: 'chart',
            language: 'en-GB',
            value: [
              ['Size', 'cm | in'],
              ['S', '90'],
            ],
          },
          { attribute: 'in-the-box', language: 'en-GB', value: [{ quantity: 2, item: 'strap' }] },
          { attribute: 'summary', language: 'fr-CH', value: '\\-' },
          { attribute: 'model', value: '12' },
        ],
      },
      now,
    )
    const report = await bring(await saved(format))
    expect(report).toMatchObject({ rows: 2, created: 0, updated: 0, unchanged: 2, rejected: [] })
  })
  it('say what is wrong with files that are none', async () => {
    expect(
      await problemOf(lookAtUpload(maren, 'u', file('{"sku": "A"}\nnot json\n', 'a.jsonl'), { name: 'a' })),
    ).toMatchObject({ status: 422, detail: expect.stringContaining('Line 2') })
    expect(
      await problemOf(lookAtUpload(maren, 'u', file(Buffer.from([0x50, 0x4b, 3, 4, 0, 0])), { name: 'a' })),
    ).toMatchObject({ status: 422, detail: expect.stringContaining('compressed file') })
  })
})

describe('files with columns of other names', () => {
  const supplier = [
    'Item No;Label;Width (in);Gewicht;Manufacturer;Barcode;Fastening;Price GBP;Remarks',
    'TS-1;Kestrel;15,5;3,2 kg;Oxbrook;2000000090016;frame;129;good',
    'TS-2;Kestrel large;17;3,9 kg;Oxbrook;2000000090023;rack;149;',
    '',
  ].join('\n')
  it('are recognised by name, unit and content, and imported through a mapping', async () => {
    const at = file(supplier, 'supplier.csv')
    const { suggested } = await lookAtUpload(maren, 'u', at, { name: 'supplier.csv', type: 'bag' })
    expect(suggested.map((s) => [s.header, s.means, s.unit, s.because])).toEqual(
      [
        ['Item No', 'sku', '', 'name'],
        ['Label', '', '', ''],
        ['Width (in)', 'width', 'in', 'name'],
        ['Gewicht', '', '', ''],
        ['Manufacturer', 'brand', '', 'name'],
        ['Barcode', 'gtin', '', 'name'],
        ['Fastening', 'mounting', '', 'content'],
        ['Price GBP', 'price@uk', '', 'name'],
        ['Remarks', '', '', ''],
      ].map((row) => (row[0] === 'Gewicht' ? ['Gewicht', 'weight', '', 'content'] : row)),
    )
    const columns = suggested.map(({ header, means, unit }) => ({
      header,
      means: header === 'Label' ? 'name@/en-GB' : header === 'Remarks' ? 'carried@remarks' : means,
      unit,
    }))
    const report = await bring(at, { mapping: { columns, type: 'bag' } })
    expect(report).toMatchObject({ created: 2, rejected: [], decimalSign: ',' })
    const { document } = await getProduct('TS-1')
    expect(Object.fromEntries(document.values.map((v) => [v.attribute, v.value]))).toMatchObject({
      name: 'Kestrel',
      width: { value: 15.5, unit: 'in' },
      weight: { value: 3.2, unit: 'kg' },
      mounting: ['frame'],
    })
    expect(document).toMatchObject({ type: 'bag', brand: 'oxbrook', carried: { remarks: 'good' } })
    expect(
      await bring(file(supplier.replace('15,5', 'wide'), 'bad.csv'), { mapping: { columns, type: 'bag' } }),
    ).toMatchObject({ applied: false, rejected: [{ row: 2, column: 'Width (in)', value: 'wide' }] })
    expect(
      (await bring(file(supplier, 's.csv'), { mapping: { columns: columns.slice(1), type: 'bag' } })).rejected.map(
        (r) => r.code,
      ),
    ).toEqual(['no-sku', 'unmapped'])
    const { id } = await save(maren, {
      kind: 'mapping',
      name: 'Quay Supplies',
      shared: false,
      content: { columns, type: 'bag' },
    })
    const next = await lookAtUpload(maren, 'u', file('Remarks,Item No,Extra,Label\nx,TS-9,y,Wren\n', 'next.csv'), {
      name: 'next.csv',
      mapping: id,
    })
    expect(next.suggested.map((s) => s.means)).toEqual(['carried@remarks', 'sku', '', 'name@/en-GB'])
  })
  it('are read in the supplier’s words, which a mapping keeps', async () => {
    const rows = ['SR-1;tarpaulin;Sacks', 'SR-2;Tarpaulin ;Sacks', 'SR-3;canvas;bags'].join('\n')
    const at = file(`sku;Stoff;category\n${rows}\n`, 'words.csv')
    const mapping = (values: Record<string, string>, category: Record<string, string> = {}) => ({
      columns: [
        { header: 'sku', means: 'sku', unit: '' },
        { header: 'Stoff', means: 'material', unit: '', values },
        { header: 'category', means: 'category', unit: '', values: category },
      ],
      type: 'bag',
    })
    const refused = await bring(at, { mapping: mapping({}) })
    expect(refused.rejected.map((r) => [r.column, r.value])).toContainEqual(['Stoff', 'tarpaulin'])
    const words = mapping({ tarpaulin: 'canvas', Tarpaulin: 'canvas' }, { Sacks: 'bags' })
    expect(await bring(at, { mapping: words })).toMatchObject({ created: 3, rejected: [] })
    const { document } = await getProduct('SR-2')
    expect([document.category, document.values.find((v) => v.attribute === 'material')?.value]).toEqual([
      'bags',
      'canvas',
    ])
    const { id } = await save(maren, { kind: 'mapping', name: 'In their words', shared: false, content: words })
    const next = await lookAtUpload(maren, 'u', file('sku;Stoff\nSR-9;tarpaulin\n', 'w.csv'), {
      name: 'w.csv',
      mapping: id,
    })
    expect(next.suggested[1]).toMatchObject({ means: 'material', values: { tarpaulin: 'canvas' } })
  })
  it('in JSON Lines have the SKU under any name', async () => {
    const at = file('{"Item No":"JL-1","name":"Wren"}\n{"Item No":"JL-2","name":"Robin"}\n', 'names.jsonl')
    const { suggested } = await lookAtUpload(maren, 'u', at, { name: 'names.jsonl' })
    expect(suggested.map((s) => [s.header, s.means])).toEqual([
      ['Item No', 'sku'],
      ['name', 'name'],
    ])
    const columns = suggested.map(({ header, means, unit }) => ({ header, means, unit }))
    expect(await bring(at, { mapping: { columns, type: 'bag' } })).toMatchObject({ created: 2, rejected: [] })
    expect((await bring(at)).rejected.map((r) => r.code)).toContain('no-sku')
  })
  it('take the type of a new product from its category, where the row has none', async () => {
    const at = file('sku,category,name\nTY-1,panniers,Wren\nTY-2,,Robin\n', 'types.csv')
    const report = await bring(at, { take: 'good' })
    expect((await getProduct('TY-1')).document.type).toBe('bag')
    expect(report.rejected.map((r) => [r.row, r.code])).toEqual([[3, 'required']])
  })
})

describe('an import that is put back', () => {
  it('takes away what it made and restores what it changed, but nothing that was touched since', async () => {
    const first = await bring(file('sku,type,name\nP-1,bag,One\n'))
    const second = await bring(
      file('sku,type,parent,name,size\nP-1,,,Uno,\nP-2,bag,,Two,\nP-3,glove,,Three,\nP-3-S,,P-3,,S\nP-4,bag,,Four,\n'),
    )
    expect([first.step, second.step].every((s) => typeof s === 'number')).toBe(true)
    await patchProduct(maren, 'P-4', '*', { stock: 1 }, now)
    expect(await undoStep(second.step!, 1, now)).toMatchObject({
      products: 1,
      removed: 3,
      skippedCount: 1,
      skipped: [{ sku: 'P-4', path: 'created' }],
    })
    expect((await reach({ condition: { field: 'sku', is: 'like', value: 'P-*' }, limit: 10 }, now)).skus).toEqual([
      'P-1',
      'P-4',
    ])
    expect((await getProduct('P-1')).document.values[0]!.value).toBe('One')
    // The way is free for the same file again.
    expect(await bring(file('sku,type,name\nP-2,bag,Two\n'))).toMatchObject({ created: 1 })
  })
})
