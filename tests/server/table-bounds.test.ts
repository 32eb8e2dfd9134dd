import { Workbook } from 'exceljs'
import { describe, expect, it } from 'vitest'
import { packed } from '../hostile/made-files'
import { ownDatabase } from './database'

const { file } = ownDatabase()
const { openTable } = await import('@server/services/files/table-file')

const rowsOf = async (at: string) => {
  const rows: string[][] = []
  for await (const { cells } of (await openTable(at)).records()) rows.push(cells)
  return rows
}
const refusal = (at: string) =>
  rowsOf(at).then(
    () => 'read',
    (e: { problem?: { code: string }; line?: number }) => [e.problem?.code, e.line],
  )

describe('a file of rows', () => {
  it('in JSON Lines has lines of at most 1 MB, whatever ends them, and not too many names', async () => {
    const long = `{"sku":"A-1","name":"${'é'.repeat(600_000)}"}`
    expect(await refusal(file(`{"sku":"A-0"}\n${long}\n`, 'long.jsonl'))).toEqual(['too-long', 2])
    expect(await rowsOf(file('{"sku":"A-0"}\r\n\r\n{"sku":"A-1","note":"é"}', 'crlf.jsonl'))).toEqual([
      ['sku', 'note'],
      ['A-0', ''],
      ['A-1', 'é'],
    ])
    const names = Object.fromEntries(Array.from({ length: 2001 }, (_, i) => [`n${i}`, 1]))
    expect(await refusal(file(`${JSON.stringify({ sku: 'A', ...names })}\n`, 'names.jsonl'))).toEqual(['too-large', 1])
    const deep = `{"sku":"A-1","x":${'['.repeat(100_000)}${']'.repeat(100_000)}}`
    expect(await refusal(file(deep, 'deep.jsonl'))).toEqual(['not-json', 1])
  })
  it('in a spreadsheet that another program has written is read whole', async () => {
    const book = new Workbook()
    const sheet = book.addWorksheet('a')
    for (let i = 0; i < 3000; i++) sheet.addRow(i === 0 ? ['sku', 'name'] : [`X-${i}`, `Größe ${i} 手袋`])
    const rows = await rowsOf(file(Buffer.from(await book.xlsx.writeBuffer()), 'book.xlsx'))
    expect([rows.length, rows[2999]]).toEqual([3000, ['X-2999', 'Größe 2999 手袋']])
  })
  it('in a spreadsheet whose members unpack to more than they claim, or are none, is refused', async () => {
    const xml = (text: string) => Buffer.from(`<?xml version="1.0"?>${text}`)
    const parts = [
      {
        name: 'xl/workbook.xml',
        content: xml('<workbook xmlns:r="r"><sheets><sheet name="a" r:id="1"/></sheets></workbook>'),
      },
      {
        name: 'xl/_rels/workbook.xml.rels',
        content: xml('<Relationships><Relationship Id="1" Target="s.xml"/></Relationships>'),
      },
    ]
    const rows = xml('<worksheet><sheetData><row r="1"><c r="A1" t="str"><v>sku</v></c></row></sheetData></worksheet>')
    expect(await rowsOf(file(packed([...parts, { name: 'xl/s.xml', content: rows }]), 'fine.xlsx'))).toEqual([['sku']])
    expect(
      await refusal(file(packed([...parts, { name: 'xl/s.xml', content: rows, claims: 10 }]), 'claims.xlsx')),
    ).toEqual(['not-a-table', 1])
    expect(await refusal(file(packed(parts), 'no-sheet.xlsx'))).toEqual(['not-a-table', 1])
    expect(await refusal(file(packed([{ name: 'readme.txt', content: Buffer.from('x') }]), 'other.xlsx'))).toEqual([
      'not-a-table',
      1,
    ])
    expect(
      await refusal(file(Buffer.concat([Buffer.from('PK\u0003\u0004'), Buffer.alloc(200)]), 'broken.xlsx')),
    ).toEqual(['not-a-table', 1])
  })
})
