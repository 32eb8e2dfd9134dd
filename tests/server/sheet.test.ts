import { beforeAll, describe, expect, it } from 'vitest'
import type { CellBody } from '@contracts/sheet'
import { fieldLabels, isSortable, parseSheetColumn, type SheetColumn } from '@core/sheet/columns'
import { testSetup } from '../world'
import { luc, maren, now, ownDatabase, problemOf } from './database'

const { file } = ownDatabase()
const { importProducts } = await import('@server/services/imports/import-products')
const { offeredColumns, sheetRows, writeCells } = await import('@server/services/products/sheet')
const { undoStep } = await import('@server/services/work/undo-step')
const { getFacts, getProduct, patchProduct, productHistory } = await import('@server/services/products/products')
const { save, removeSaved, listSaved } = await import('@server/services/people/saved-views')

const lens = { storefront: 'uk', language: 'en-GB' }
const rows = (more: Partial<Parameters<typeof sheetRows>[0]> = {}) =>
  sheetRows({ lens, members: 'parents', columns: ['weight', 'summary', 'stock'], offset: 0, limit: 100, ...more }, now)
const write = (...cells: CellBody[]) => writeCells(maren, { lens, decimalSign: '.', cells }, now)
const cell = async (sku: string, column: string, more: Partial<Parameters<typeof sheetRows>[0]> = {}) =>
  (
    await rows({ members: 'both', filter: { field: 'sku', is: 'one-of', value: [sku] }, columns: [column], ...more })
  ).items.find((r) => r.sku === sku)!.cells[0]!
beforeAll(async () => {
  const bags = Array.from(
    { length: 250 },
    (_, i) => `B-${String(i).padStart(3, '0')},,bag,Bag ${i},${i} g,${i % 2 === 0 ? 'Dry' : ''},,`,
  )
  await importProducts(
    file(
      [
        'sku,parent,type,name,weight,summary,size,price@uk',
        ...bags,
        'G-1,,glove,Suzu,,Warm,,22',
        'G-1-S,G-1,,,,,S,',
        'G-1-M,G-1,,,,,M,24',
        '',
      ].join('\n'),
    ),
    { mode: 'apply', take: 'all', title: 'Importing', personId: null, now },
  )
})

describe('the sheet', () => {
  it('gives any part of its rows, and how many there are', async () => {
    const page = await rows({ offset: 100, limit: 3 })
    expect(page.count).toBe(251)
    expect(page.items.map((r) => [r.sku, r.name, r.cells[0]!.shown, r.cells[1]!.shown])).toEqual([
      ['B-100', 'Bag 100', '100 g', 'Dry'],
      ['B-101', 'Bag 101', '101 g', ''],
      ['B-102', 'Bag 102', '102 g', 'Dry'],
    ])
    expect((await rows({ offset: 999 })).count).toBe(251)
    expect(await rows({ filter: { field: 'attribute:weight', is: 'at-least', value: '248 g' } })).toMatchObject({
      count: 2,
      items: [{ sku: 'B-248' }, { sku: 'B-249' }],
    })
  })
  it('has a row a product, a variant, or both, with what is inherited told apart', async () => {
    expect((await rows({ members: 'variants' })).items.map((r) => [r.sku, r.parent])).toEqual([
      ['G-1-M', 'G-1'],
      ['G-1-S', 'G-1'],
    ])
    expect((await rows({ members: 'both', filter: { field: 'type', is: 'equals', value: 'glove' } })).count).toBe(3)
    expect(await cell('G-1-S', 'summary')).toMatchObject({ shown: 'Warm', origin: 'inherited', base: null })
    expect([await cell('G-1-S', 'price@uk'), await cell('G-1-M', 'price@uk')]).toMatchObject([
      { text: '22', origin: 'inherited', base: null },
      { text: '24', origin: 'own', base: 24 },
    ])
  })
  it('reads a column through an edition of its own, beside the lens’s', async () => {
    expect((await rows({ columns: ['summary', 'summary@ch/fr-CH'], limit: 1 })).items[0]!.cells).toMatchObject([
      { shown: 'Dry', origin: 'own', counts: true },
      { shown: 'Dry', origin: 'fallback', language: 'en-GB', counts: false, base: null },
    ])
    expect(await problemOf(rows({ columns: ['nothing', 'summary@uk/fr-CH'] }))).toMatchObject({
      status: 422,
      errors: [{ path: 'columns[0]' }, { path: 'columns[1]' }],
    })
  })
  it('offers what must be filled and is not first, then what most lack', async () => {
    const { items } = await offeredColumns({ lens, filter: { field: 'type', is: 'equals', value: 'bag' } }, now)
    expect(items.find((c) => c.id === 'summary')).toMatchObject({ products: 250, missing: 125, needed: 0 })
    expect(items.findIndex((c) => c.id === 'summary')).toBeLessThan(items.findIndex((c) => c.id === 'weight'))
  })
})

describe('cells that are written', () => {
  it('are taken or refused one by one, in one step that can be put back', async () => {
    const report = await write(
      { sku: 'B-000', column: 'weight', text: '1,5 kg' },
      { sku: 'B-001', column: 'weight', text: 'heavy' },
      { sku: 'B-002', column: 'weight', text: '12' },
      { sku: 'B-003', column: 'summary', value: 'Light' },
      { sku: 'B-003', column: 'stock', text: '7' },
      { sku: 'B-004', column: 'gtin', text: '2000000000107' },
      { sku: 'B-005', column: 'gtin', text: '2000000000107' },
      { sku: 'B-006', column: 'season', text: 'autumn' },
      { sku: 'B-999', column: 'weight', text: '1 g' },
      { sku: 'G-1-S', column: 'type', text: 'bag' },
      { sku: 'G-1-M', column: 'price@uk', text: '' },
      { sku: 'B-007', column: 'status', text: 'disabled' },
    )
    expect(report).toMatchObject({ written: 7 })
    expect(report.refused.map((r) => [r.sku, r.message])).toEqual([
      ['B-001', '“heavy” is not a number.'],
      ['B-005', 'B-004 already has this GTIN. Each GTIN must be unique.'],
      ['B-006', expect.stringContaining('“autumn” is not one of the options')],
      ['B-999', 'There is no product “B-999”.'],
      ['G-1-S', 'A variant has its parent’s product type.'],
    ])
    // The attribute's usual unit stands in where a cell names none; the comma is the decimal sign of the whole block.
    expect([(await cell('B-000', 'weight')).value, (await cell('B-002', 'weight')).value]).toEqual([
      { value: 1.5, unit: 'kg' },
      { value: 12, unit: 'g' },
    ])
    expect((await getFacts('B-000', { storefront: 'uk', group: null, moment: now }))['attribute:weight']).toBe(1500)
    expect(await cell('G-1-M', 'price@uk')).toMatchObject({ text: '22', origin: 'inherited' })
    expect((await productHistory('B-003', { limit: 1 })).items[0]).toMatchObject({
      person: 'Maren',
      title: 'Changed 7 values in the sheet',
      differences: [
        expect.objectContaining({ path: 'attribute:summary@/en-GB' }),
        expect.objectContaining({ path: 'stock', after: 7 }),
      ],
    })
    expect(await undoStep(report.step!, 1, now)).toMatchObject({ products: 6, skippedCount: 0 })
    expect([
      (await cell('B-000', 'weight')).shown,
      (await cell('B-003', 'summary')).shown,
      (await cell('G-1-M', 'price@uk')).text,
    ]).toEqual(['0 g', '', '24'])
  })
  it('never overwrite what somebody else wrote meanwhile', async () => {
    const seen = await cell('B-010', 'summary')
    await patchProduct(
      maren,
      'B-010',
      '*',
      { values: [{ attribute: 'summary', language: 'en-GB', value: 'Newer' }] },
      now,
    )
    expect((await write({ sku: 'B-010', column: 'summary', value: 'Mine', base: seen.base })).refused).toMatchObject([
      { message: expect.stringContaining('Somebody else has changed this') },
    ])
    expect((await write({ sku: 'B-010', column: 'summary', value: 'Newer', base: seen.base })).refused).toEqual([])
    expect((await cell('B-010', 'summary')).shown).toBe('Newer')
  })
  it('clear what is empty, and write the storefront’s value where there is one', async () => {
    await patchProduct(
      maren,
      'B-011',
      '*',
      {
        values: [
          { attribute: 'grade', value: 3 },
          { attribute: 'grade', storefront: 'uk', value: 5 },
        ],
      },
      now,
    )
    await write({ sku: 'B-011', column: 'grade', text: '6' })
    expect(
      (await getProduct('B-011')).document.values
        .filter((v) => v.attribute === 'grade')
        .map((v) => [v.storefront, v.value]),
    ).toEqual([
      [null, 3],
      ['uk', 6],
    ])
    await write({ sku: 'B-011', column: 'grade', text: '' })
    expect(await cell('B-011', 'grade')).toMatchObject({ value: 3 })
  })
  it('hold numbers that are read each by the sign that it can only have', async () => {
    const cells = [
      { sku: 'B-020', column: 'weight', text: '1,5 kg' },
      { sku: 'B-021', column: 'price@uk', text: '1.234,50' },
      { sku: 'B-022', column: 'price@uk', text: '0,5' },
    ]
    expect(await writeCells(maren, { lens, decimalSign: '.', cells }, now)).toMatchObject({ written: 3, refused: [] })
    expect(await cell('B-021', 'price@uk')).toMatchObject({ base: 1234.5 })
    expect(await cell('B-020', 'weight')).toMatchObject({ value: { value: 1.5, unit: 'kg' } })
  })
  it('hold numbers that read in two ways, which the others decide, or whoever writes them', async () => {
    const open = { sku: 'B-023', column: 'price@uk', text: '1,234' }
    const price = async () => (await cell('B-023', 'price@uk')).base
    await writeCells(maren, { lens, decimalSign: '.', cells: [open] }, now)
    expect(await price()).toBe(1234)
    await writeCells(maren, { lens, decimalSign: ',', cells: [open] }, now)
    expect(await price()).toBe(1.234)
    await writeCells(
      maren,
      { lens, decimalSign: ',', cells: [open, { sku: 'B-024', column: 'price@uk', text: '0.5' }] },
      now,
    )
    expect(await price()).toBe(1234)
    const torn = [open, { ...open, sku: 'B-024', text: '0.5' }, { ...open, sku: 'B-025', text: '0,5' }]
    const report = await writeCells(maren, { lens, decimalSign: '.', cells: torn }, now)
    expect(report).toMatchObject({ refused: [{ sku: 'B-023', message: expect.stringContaining('ambiguous') }] })
  })
  it('are for those who may write them', async () => {
    const report = await writeCells(
      luc,
      {
        lens,
        decimalSign: '.',
        cells: [
          { sku: 'B-012', column: 'summary@ch/fr-CH', value: 'Sec' },
          { sku: 'B-012', column: 'summary', value: 'No' },
          { sku: 'B-012', column: 'stock', text: '1' },
        ],
      },
      now,
    )
    expect(report).toMatchObject({ written: 1, refused: [{ column: 'summary' }, { column: 'stock' }] })
  })
})

it('keeps views under names, shared or not', async () => {
  const content = { columns: ['weight'], members: 'parents' as const, filter: { type: 'bag' }, beside: '' }
  const { id } = await save(maren, { kind: 'view', name: 'Weights', shared: false, content })
  expect((await listSaved(luc, 'view')).items).toEqual([])
  await save(maren, {
    kind: 'view',
    name: 'Weights',
    shared: true,
    content: { ...content, columns: ['weight', 'volume'] },
  })
  expect((await listSaved(luc, 'view')).items).toMatchObject([
    { id, name: 'Weights', owner: 'Maren', mine: false, content: { columns: ['weight', 'volume'] } },
  ])
  expect((await problemOf(removeSaved(luc, id))).status).toBe(404)
  await removeSaved(maren, id)
  expect((await listSaved(maren, 'view')).items).toEqual([])
})

describe('the order of the sheet', () => {
  const skus = async (more: Parameters<typeof rows>[0]) => (await rows(more)).items.map((r) => r.sku)
  const untouched = {
    any: [
      { field: 'sku', is: 'one-of', value: ['B-100', 'B-101', 'B-102', 'B-110'] },
      { field: 'type', is: 'equals', value: 'glove' },
    ],
  }
  const by = (column: string, descending = false) => ({ sort: { column, descending }, filter: untouched })

  it('follows measures by what they measure, up and down, those without one last', async () => {
    expect(await skus(by('weight'))).toEqual(['B-100', 'B-101', 'B-102', 'B-110', 'G-1'])
    expect(await skus(by('weight', true))).toEqual(['B-110', 'B-102', 'B-101', 'B-100', 'G-1'])
    expect(await skus({ ...by('weight', true), offset: 1, limit: 2 })).toEqual(['B-102', 'B-101'])
  })
  it('follows prices, of variants without one that of their parent', async () => {
    const gloves = { field: 'type', is: 'equals', value: 'glove' }
    const sorted = { ...by('price@uk', true), filter: gloves, members: 'both' as const }
    expect(await skus(sorted)).toEqual(['G-1-M', 'G-1', 'G-1-S'])
  })
  it('follows fields, and texts in the language of the lens', async () => {
    expect((await skus(by('type', true)))[0]).toBe('G-1')
    expect(await skus(by('name'))).toEqual(['B-100', 'B-101', 'B-102', 'B-110', 'G-1'])
    expect(await skus(by('name', true))).toEqual(['G-1', 'B-110', 'B-102', 'B-101', 'B-100'])
  })
  it('counts beyond the end as before it', async () => {
    expect(await rows({ ...by('weight'), offset: 9999 })).toMatchObject({ count: 5, items: [] })
  })
  it('is refused by a column that has none, or that there is not', async () => {
    expect(await problemOf(rows(by('description')))).toMatchObject({ errors: [{ path: 'sort.column' }] })
    expect(await problemOf(rows(by('nothing')))).toMatchObject({ errors: [{ path: 'sort.column' }] })
  })
  it('is there for the columns that say so, and for no other', async () => {
    const ids = [...Object.keys(fieldLabels), 'price@uk', ...testSetup().attributes.keys()]
    for (const id of ids) {
      const column = parseSheetColumn(id, testSetup()) as SheetColumn
      const answer = await rows(by(id)).then(
        () => true,
        () => false,
      )
      expect([id, answer]).toEqual([id, isSortable(column)])
    }
  })
})
