import { beforeAll, describe, expect, it } from 'vitest'
import { luc, maren, now, ownDatabase, problemOf } from './database'
import { csvLines } from '../csv'

const { file } = ownDatabase()
const { importProducts } = await import('@server/services/imports/import-products')
const { changeList, listLists } = await import('@server/services/products/named-lists')
const { putRecord, getRecord, deleteRecord } = await import('@server/services/records/records')
const { recordHistory, undoRecordChange } = await import('@server/services/records/history')
const { reach, explain } = await import('@server/services/reach/reach')
const { exportProducts } = await import('@server/services/files/export-products')
const { sheetRows } = await import('@server/services/products/sheet')
const { undoStep } = await import('@server/services/work/undo-step')

const put = (code: string, more: object) =>
  putRecord(maren, 'lists', code, { code, name: code, ...more }, { any: true }, now)
const skus = async (code: string) => ((await getRecord('lists', code)).record as unknown as { skus: string[] }).skus
const found = async (value: unknown, is = 'one-of') =>
  (await reach({ condition: { field: 'list', is, value }, limit: 100 } as never, now)).skus
let step = 0

beforeAll(async () => {
  const report = await importProducts(
    file(
      csvLines(
        'sku,parent,type,brand,size,carried@tax-class',
        'A-1,,bag,oxbrook,,Reduced',
        'A-2,,bag,varga,,full rate',
        'A-3,,bag,oxbrook,,',
        'G-1,,glove,,,',
        'G-1-S,G-1,,,S,',
      ),
    ),
    { mode: 'apply', take: 'all', title: 'x', personId: 1, now },
  )
  expect(report.rejected).toEqual([])
  step = report.step!
})

describe('a named list', () => {
  it('keeps products, in SKU order, a variant standing for its parent', async () => {
    await put('window', { name: 'In the window', skus: ['G-1-S', 'A-2', 'A-2', 'G-1'] })
    expect(await skus('window')).toEqual(['A-2', 'G-1'])
    expect((await problemOf(put('window', { skus: ['A-1', 'A-9'] }))).errors).toEqual([
      { path: 'skus[1]', message: 'There is no product “A-9”.' },
    ])
    expect((await problemOf(putRecord(luc, 'lists', 'window', {}, { any: true }, now))).status).toBe(403)
  })
  it('is changed product by product and by what a condition finds, the others staying', async () => {
    expect(await changeList(maren, 'window', { add: ['A-1'], remove: ['G-1'] }, now)).toEqual({
      products: 2,
      came: 1,
      left: 1,
    })
    expect(
      await changeList(
        maren,
        'window',
        { add: [], remove: [], addFound: { field: 'brand', is: 'equals', value: 'oxbrook' } },
        now,
      ),
    ).toEqual({ products: 3, came: 1, left: 0 })
    expect(await skus('window')).toEqual(['A-1', 'A-2', 'A-3'])
    expect(
      (
        await problemOf(
          changeList(
            maren,
            'window',
            { add: [], remove: [], addFound: { field: 'nothing', is: 'equals', value: 1 } },
            now,
          ),
        )
      ).status,
    ).toBe(422)
    expect((await listLists()).items.find((l) => l.code === 'window')).toEqual({
      code: 'window',
      name: 'In the window',
      note: '',
      products: 3,
    })
  })
  it('loses nothing where two people change it at once', async () => {
    await put('busy', { skus: [] })
    await Promise.all(
      ['A-1', 'A-2', 'A-3', 'G-1'].map((sku) => changeList(maren, 'busy', { add: [sku], remove: [] }, now)),
    )
    expect(await skus('busy')).toEqual(['A-1', 'A-2', 'A-3', 'G-1'])
  })
  it('is read by rules, files and the sheet, and explains itself', async () => {
    await put('few', { skus: ['A-3'] })
    expect(await found(['window'])).toEqual(['A-1', 'A-2', 'A-3'])
    expect(await found(false, 'present')).toEqual([])
    expect(await found('few', 'equals')).toEqual(['A-3'])
    expect((await problemOf(found('nothing', 'equals'))).errors![0]!.message).toContain('“nothing” is not among')
    expect(
      await explain({ condition: { field: 'list', is: 'equals', value: 'few' }, sku: 'A-3' } as never, now),
    ).toMatchObject({ met: true, explanation: { value: ['busy', 'few', 'window'] } })
    const filter = { field: 'list', is: 'equals', value: 'few' }
    let csv = ''
    for await (const c of (await exportProducts({ format: 'csv', filter, columns: ['sku'] }, now)).chunks)
      csv += String(c)
    expect(csv.trim().split(/\r?\n/)).toEqual(['sku', 'A-3'])
    expect(
      (
        await sheetRows(
          {
            filter,
            members: 'parents',
            columns: [],
            offset: 0,
            limit: 10,
            lens: { storefront: 'uk', language: 'en-GB' },
          } as never,
          now,
        )
      ).count,
    ).toBe(1)
  })
  it('has a history that can be put back, and is not deleted while a rule names it', async () => {
    const [last] = (await recordHistory('lists', 'window', { limit: 50 })).items
    await undoRecordChange(maren, 'lists', 'window', last!.id, now)
    expect(await skus('window')).toEqual(['A-1', 'A-2'])
    await putRecord(
      maren,
      'pieces',
      'p',
      { code: 'p', kind: 'tab', name: 'P', note: '', needed: [], texts: [] },
      { any: true },
      now,
    )
    const assignment = {
      code: 'a',
      name: 'For the window',
      pieces: ['p'],
      reach: {
        base: 'rule',
        rule: { field: 'list', is: 'equals', value: 'few' },
        chosen: [],
        added: [],
        leftOut: [],
        eachVariant: false,
      },
      limits: { storefronts: [], languages: [], groups: [], from: null, to: null },
      area: 'details',
      order: 1,
      resting: false,
    }
    await putRecord(maren, 'assignments', 'a', assignment, { any: true }, now)
    expect((await problemOf(deleteRecord(maren, 'lists', 'few', '*', now))).errors![0]!.message).toContain(
      'For the window',
    )
    await deleteRecord(maren, 'lists', 'busy', '*', now)
    expect((await listLists()).items.map((l) => l.code)).not.toContain('busy')
  })
  it('forgets products that are gone', async () => {
    await undoStep(step, 1, now, {})
    expect(await skus('window')).toEqual([])
  })
})

describe('facts of other systems', () => {
  it('are read by rules, folded as texts are', async () => {
    await importProducts(file('sku,type,carried@tax-class\nB-1,bag,  Reduced   RATE\nB-2,bag,full\nB-3,bag,\n'), {
      mode: 'apply',
      take: 'all',
      title: 'x',
      personId: 1,
      now,
    })
    const ask = async (is: string, value: unknown) =>
      (
        await reach(
          {
            condition: {
              all: [
                { field: 'carried:tax-class', is, value },
                { field: 'sku', is: 'starts-with', value: 'B-' },
              ],
            },
            limit: 10,
          } as never,
          now,
        )
      ).skus
    expect(await ask('equals', 'reduced rate')).toEqual(['B-1'])
    expect(await ask('like', '*ul?')).toEqual(['B-2'])
    expect(await ask('present', false)).toEqual(['B-3'])
  })
})
