import { spawnSync } from 'node:child_process'
import path from 'node:path'
import { afterAll, describe, expect, it } from 'vitest'
import { ownDatabase, problemOf } from './database'

const { file, folder } = ownDatabase()
const { decode, endDecoders } = await import('@server/decoder/decode')
const { CsvFileError } = await import('@server/services/files/csv-file')
afterAll(endDecoders)

/** The processes that this one has started to look into files. */
const decoders = () =>
  spawnSync('pgrep', ['-P', String(process.pid), '-f', 'decoder.mjs'], { encoding: 'utf8' })
    .stdout.split('\n')
    .filter(Boolean)

describe('a file from outside', () => {
  it('is looked into by another process, which stays for the next', async () => {
    const csv = file('sku,type\nA-1,lock\nA-2,bag\n', 'rows.csv')
    expect(await decode('first-rows', csv)).toEqual({
      format: 'csv',
      headers: ['sku', 'type'],
      rows: [
        ['A-1', 'lock'],
        ['A-2', 'bag'],
      ],
    })
    const [first] = decoders()
    expect(Number(first)).toBeGreaterThan(0)
    await decode('first-rows', csv)
    expect(decoders()).toEqual([first])
  })
  it('that is wrong is told as if it had been looked into here: what, and in which line', async () => {
    const broken = file('{"sku": "A-1"}\n{"sku": \n', 'broken.jsonl')
    const refusal = await decode('first-rows', broken).catch((e: unknown) => e)
    expect(refusal).toBeInstanceOf(CsvFileError)
    expect(refusal).toMatchObject({ line: 2, message: expect.stringContaining('Line 2 cannot be read as JSON') })
    const content = { file: file('just words', 'a.jpg'), name: 'a.jpg', bytes: 10 }
    expect(await problemOf(decode('content', content))).toMatchObject({
      status: 422,
      detail: expect.stringContaining('“a.jpg” cannot be used'),
    })
  })
  it('that ends its process is refused, and ends nothing else', async () => {
    // A pipe that nobody writes into: its reader waits until it is killed.
    const pipe = path.join(folder, 'pipe')
    spawnSync('mkfifo', [pipe])
    const waiting = problemOf(decode('first-rows', pipe))
    await new Promise((r) => setTimeout(r, 300))
    for (const pid of decoders()) process.kill(Number(pid), 'SIGKILL')
    expect(await waiting).toMatchObject({ status: 422, detail: expect.stringContaining('more time or memory') })
    expect((await decode('first-rows', file('sku\nB-1\n', 'next.csv'))).rows).toEqual([['B-1']])
  })
})
