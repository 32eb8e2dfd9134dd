import { afterAll, describe, expect, it } from 'vitest'
import { mkdtempSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import { CsvFileError, readRecords } from '@server/services/files/csv-file'

const folder = mkdtempSync(path.join(os.tmpdir(), 'inkloom-csv-'))
afterAll(() => rmSync(folder, { recursive: true }))
const spectrum = 'node_modules/csv-spectrum'
const read = async (text: string | Buffer, separator = ',') => {
  const file = path.join(folder, 'file.csv')
  writeFileSync(file, text)
  const out: { line: number; cells: string[] }[] = []
  for await (const r of readRecords(file, separator)) out.push(r)
  return out
}

describe('CSV as in csv-spectrum', () => {
  // RFC 4180, section 2, rule 5 has no quotation marks in cells that stand without: such a file is refused, with the
  // line.
  const loose = 'location_coordinates.csv'
  it(loose, async () => {
    await expect(read(readFileSync(`${spectrum}/csvs/${loose}`))).rejects.toSatisfy(
      (e: CsvFileError) => e.problem.code === 'broken-quotes' && e.line === 2,
    )
  })
  it.each(readdirSync(`${spectrum}/csvs`).filter((n) => n !== loose))('%s', async (name) => {
    const [header, ...rows] = await read(readFileSync(`${spectrum}/csvs/${name}`))
    const objects = rows.map((r) => Object.fromEntries(header!.cells.map((h, i) => [h, r.cells[i]])))
    expect(objects).toEqual(JSON.parse(readFileSync(`${spectrum}/json/${name.replace('.csv', '.json')}`, 'utf8')))
  })
})

// RFC 4180, section 2, by number.
describe('CSV as in RFC 4180', () => {
  it.each([
    [
      '1: lines end with CRLF',
      'aaa,bbb\r\nzzz,yyy\r\n',
      [
        ['aaa', 'bbb'],
        ['zzz', 'yyy'],
      ],
    ],
    [
      '2: the last line may end without',
      'aaa,bbb\r\nzzz,yyy',
      [
        ['aaa', 'bbb'],
        ['zzz', 'yyy'],
      ],
    ],
    ['4: spaces belong to a cell', 'aaa, bbb \r\n', [['aaa', ' bbb ']]],
    [
      '5: cells may stand in quotes',
      '"aaa","bbb"\r\nzzz,yyy',
      [
        ['aaa', 'bbb'],
        ['zzz', 'yyy'],
      ],
    ],
    [
      '6: with breaks, quotes and commas',
      '"aaa","b\r\nbb","c,c"\r\nzzz,yyy,x',
      [
        ['aaa', 'b\r\nbb', 'c,c'],
        ['zzz', 'yyy', 'x'],
      ],
    ],
    ['7: a quote is doubled', '"aaa","b""bb"', [['aaa', 'b"bb']]],
  ])('%s', async (_, text, cells) => expect((await read(text)).map((r) => r.cells)).toEqual(cells))

  it('numbers records by the line on which they begin', async () => {
    expect((await read('sku,name\n"A","one\ntwo\nthree"\n\nB,x\n')).map((r) => r.line)).toEqual([1, 2, 6])
  })
  it('passes over a byte order mark', async () =>
    expect((await read('\ufeffsku;name\nA;é', ';'))[0]!.cells).toEqual(['sku', 'name']))
  it.each([
    ['an open quote', 'sku,name\nA,"never closed\nB,x\n', 'broken-quotes'],
    ['a quote in the middle', 'sku,name\nA,on"e\n', 'broken-quotes'],
    ['Latin-1', Buffer.from('sku,name\nA,\xe9t\xe9\n', 'latin1'), 'wrong-encoding'],
  ])('says what is wrong with %s', async (_, text, code) => {
    await expect(read(text)).rejects.toSatisfy(
      (e: CsvFileError) => e instanceof CsvFileError && e.problem.code === code,
    )
  })
})
