import ExcelJS from 'exceljs'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { afterAll, describe, expect, it } from 'vitest'
import { readSpreadsheet } from '@server/services/files/spreadsheet-file'
import { readSheetText, writeSheetText } from '@server/services/files/spreadsheet-text'
import { SheetTooLarge, writeSpreadsheet, type SheetCell } from '@server/services/files/spreadsheet-writer'

const folder = mkdtempSync(path.join(tmpdir(), 'sheets-'))
afterAll(() => rmSync(folder, { recursive: true }))

async function* inParts(parts: SheetCell[][][]) {
  for (const part of parts) {
    await Promise.resolve()
    yield part
  }
}
async function written(parts: SheetCell[][][], sheet = 'Products'): Promise<string> {
  const chunks: Buffer[] = []
  for await (const chunk of writeSpreadsheet(sheet, inParts(parts))) chunks.push(chunk)
  const at = path.join(folder, `${Math.floor(performance.now() * 1000)}.xlsx`)
  writeFileSync(at, Buffer.concat(chunks))
  return at
}
async function readByUs(at: string): Promise<string[][]> {
  const rows: string[][] = []
  for await (const { cells } of readSpreadsheet(at)) rows.push(cells)
  return rows
}
/** The same file, read by a program of others. */
async function readByOthers(at: string) {
  const book = new ExcelJS.Workbook()
  await book.xlsx.readFile(at)
  return book.worksheets[0]!
}

const texts = [
  'Regn & 30 <b>',
  '  spaces before and after  ',
  'two\nlines',
  '=SUM(A1:A9)',
  '手袋 – Größe',
  'راية',
  '😀 pair',
  '_x0041_ as it was typed',
  "'007",
]

describe('a spreadsheet that is written', () => {
  it('is read by another program cell by cell, texts as texts and numbers as numbers', async () => {
    const sheet = await readByOthers(await written([[['sku', 'name', 'stock']], texts.map((t, i) => [`A-${i}`, t, i])]))
    expect(sheet.name).toBe('Products')
    expect(sheet.views[0]).toMatchObject({ state: 'frozen', xSplit: 1, ySplit: 1 })
    for (const [i, text] of texts.entries()) {
      const row = sheet.getRow(i + 2)
      // That program leaves escaped characters as they stand.
      if (!text.includes('_x')) expect(row.getCell(2).text).toBe(text)
      expect([row.getCell(2).type, row.getCell(3).value]).toEqual([ExcelJS.ValueType.String, i])
    }
  })
  it('is read by our own reader as it was', async () => {
    const rows = texts.map((t, i) => [`A-${i}`, t])
    expect(await readByUs(await written([[['sku', 'name']], rows]))).toEqual([['sku', 'name'], ...rows])
  })
  it('holds characters that XML has no place for', async () => {
    const odd = 'a\u000bb\u0000c\rd\ufffe'
    expect(await readByUs(await written([[['sku'], [odd]]]))).toEqual([['sku'], [odd]])
  })
  it('leaves empty cells out, and has columns beyond Z', async () => {
    const header = Array.from({ length: 60 }, (_, i) => `c${i}`)
    const row = header.map((_, i) => (i === 0 || i === 59 ? `v${i}` : null))
    const at = await written([[header], [row]])
    expect((await readByOthers(at)).getCell('BH2').value).toBe('v59')
    expect((await readByUs(at))[1]!.filter(Boolean)).toEqual(['v0', 'v59'])
  })
  it('has as many rows as there are, in however many parts they come', async () => {
    const parts = Array.from({ length: 40 }, (_, p) =>
      Array.from({ length: 250 }, (_, i): SheetCell[] => [`A-${p * 250 + i}`, 'x'.repeat(200)]),
    )
    const rows = await readByUs(await written([[['sku', 'text']], ...parts]))
    expect([rows.length, rows.at(-1)![0]]).toEqual([10_001, 'A-9999'])
  })
  it('is refused with a text that no cell holds', async () => {
    await expect(written([[['sku'], ['x'.repeat(32_768)]]])).rejects.toThrow(SheetTooLarge)
    await expect(written([[['sku'], ['x'.repeat(32_768)]]])).rejects.toThrow(/32,768 characters .* Save as CSV/)
  })
  it('ends with the error of whoever makes its rows', async () => {
    async function* breaking(): AsyncGenerator<SheetCell[][]> {
      yield [['sku']]
      await Promise.resolve()
      throw new Error('the database is away')
    }
    const read = async () => {
      for await (const _chunk of writeSpreadsheet('Products', breaking())) continue
    }
    await expect(read()).rejects.toThrow('the database is away')
  })
  it('asks for no more rows once nobody reads on', async () => {
    let asked = 0
    async function* endless(): AsyncGenerator<SheetCell[][]> {
      for (;;) {
        asked++
        await new Promise((resolve) => setImmediate(resolve))
        yield [[`A-${asked}`, Math.sin(asked).toString(36).repeat(400)]]
      }
    }
    for await (const _chunk of writeSpreadsheet('Products', endless())) break
    const then = asked
    await new Promise((resolve) => setTimeout(resolve, 100))
    expect(asked - then).toBeLessThan(3)
  })
})

it.each(['plain', '_x0041_', '__x0041__', '_x005F_', '\u0001_x1_', '_xZZZZ_', 'a_x00'])(
  'the text %j is read as it was written',
  (text) => expect(readSheetText(writeSheetText(text))).toBe(text),
)
