import { spawnSync } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { afterAll, describe, expect, it } from 'vitest'
import type { ExchangeRecord } from '@core/translation/exchange/unit'
import { writeTmx } from '@core/translation/exchange/tmx'
import { writeXliff1 } from '@core/translation/exchange/xliff-1-write'

const folder = mkdtempSync(path.join(tmpdir(), 'exchange-'))
afterAll(() => rmSync(folder, { recursive: true, force: true }))
async function* given<T>(list: T[]) {
  yield* list
}

/** What the toolkit reads of a file; its Python is Debian's, whatever else is on the path. */
async function readBack(name: string, parts: AsyncIterable<string>): Promise<[string, string][]> {
  let text = ''
  for await (const p of parts) text += p
  const file = path.join(folder, name)
  writeFileSync(file, text)
  const { status, stdout, stderr } = spawnSync('/usr/bin/python3', ['tests/conformance/read-exchange.py', file], {
    encoding: 'utf8',
  })
  if (status !== 0) throw new Error(stderr)
  return (JSON.parse(stdout) as [string, string][][])[0]!
}

const languages = { source: 'en-GB', target: 'de-DE' }
const unit = (
  n: number,
  source: string,
  target: string | null,
  state: 'initial' | 'translated' | 'reviewed' | 'final',
) => ({
  unit: `attribute:a${n}`,
  label: '',
  notes: [],
  segments: [
    {
      id: 's1',
      source: { text: source, placeholders: [] },
      target: target === null ? null : { text: target, placeholders: [] },
      state,
    },
  ],
})

// Debian's package translate-toolkit, version 3: it reads XLIFF 1.2 and TMX, not XLIFF 2.
describe('what Debian’s translate-toolkit reads of our files', () => {
  it('XLIFF 1.2: every unit with its texts, in the order of the file', async () => {
    const records: ExchangeRecord[] = [
      {
        record: 'product:A',
        title: 'A',
        units: [
          unit(1, 'Dry &amp; light', 'Trocken', 'final'),
          unit(2, 'New', null, 'initial'),
          unit(3, 'Seen', 'Gesehen', 'translated'),
        ],
      },
      { record: 'product:B', title: 'B', units: [unit(1, '防水 «sac»', 'حقيبة', 'reviewed')] },
    ]
    const read = await readBack('a.xlf', writeXliff1(given(records), languages))
    expect(read.map(([s, t]) => [s, t.replace('None', '')])).toEqual([
      ['Dry & light', 'Trocken'],
      ['New', ''],
      ['Seen', 'Gesehen'],
      ['防水 «sac»', 'حقيبة'],
    ])
  })
  it('TMX 1.4b: every pair with both texts', async () => {
    const pair = (source: string, target: string) => ({
      source: { text: source, placeholders: [] },
      target: { text: target, placeholders: [] },
      languages,
      before: 'x',
      after: null,
      origin: 'desk',
      at: 0,
    })
    const read = await readBack(
      'a.tmx',
      writeTmx(given([pair('Dry &amp; light', 'Trocken'), pair('A &lt;b> c', '乾いた')]), 'en-GB', '1'),
    )
    expect(read).toEqual([
      ['Dry & light', 'Trocken'],
      ['A <b> c', '乾いた'],
    ])
  })
})
