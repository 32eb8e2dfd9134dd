import { describe, expect, it } from 'vitest'
import { writeXliff1 } from '@core/translation/exchange/xliff-1-write'
import { writeXliff2 } from '@core/translation/exchange/xliff-2-write'
import { createXliffReader } from '@core/translation/exchange/xliff-read'
import { createTmxReader, writeTmx, type TmxPair } from '@core/translation/exchange/tmx'
import { glossaryColumns, glossaryRow, readGlossary } from '@core/translation/exchange/glossary-csv'
import type { Placeholder } from '@core/translation/coded'
import type { ExchangeRecord } from '@core/translation/exchange/unit'

const languages = { source: 'en-GB', target: 'de-DE' }
const placeholders: Placeholder[] = [
  { n: 1, tag: 'strong', attributes: {}, alone: false },
  { n: 2, tag: 'data', attributes: { value: 'attribute:weight' }, alone: true },
]
const records: ExchangeRecord[] = [
  {
    record: 'product:TW-1',
    title: 'Bag & more',
    units: [
      {
        unit: 'attribute:description',
        label: 'Description',
        notes: ['Shown on the page'],
        terms: [{ term: 'bag', translation: 'Tasche', note: '' }],
        segments: [
          {
            id: 's1',
            source: { text: 'It is <1>dry</1> &amp; weighs <2/>.', placeholders },
            target: { text: 'Es ist <1>trocken</1> &amp; wiegt <2/>.', placeholders: [] },
            state: 'reviewed',
            after: ' ',
            matches: [
              {
                score: 92,
                origin: 'memory',
                source: { text: 'It is dry', placeholders: [] },
                target: { text: 'Es ist trocken', placeholders: [] },
              },
            ],
          },
          { id: 's2', source: { text: 'Keep "it" &lt;1>.', placeholders: [] }, target: null, state: 'initial' },
        ],
      },
    ],
  },
]
async function* given<T>(list: T[]) {
  yield* list
}
async function text(parts: AsyncIterable<string>) {
  let out = ''
  for await (const p of parts) out += p
  return out
}
/** Reads in odd pieces, so that what is cut in the midst of a sign is read all the same. */
function read<T>(file: string, reader: { write(chunk: string): T[]; end(): T[] }): T[] {
  const out: T[] = []
  for (let i = 0; i < file.length; i += 7) out.push(...reader.write(file.slice(i, i + 7)))
  return [...out, ...reader.end()]
}

describe('XLIFF', () => {
  it.each([
    ['2.1', writeXliff2, 'reviewed', 'initial'],
    ['1.2', writeXliff1, 'initial', 'initial'],
  ] as const)('%s comes back as it went out', async (_, write, first, second) => {
    const file = await text(write(given(records), languages))
    const [unit, ...others] = read(file, createXliffReader())
    expect(others).toEqual([])
    expect(unit).toMatchObject({ record: 'product:TW-1', unit: 'attribute:description' })
    expect(unit!.segments).toEqual([
      {
        id: 's1',
        source: records[0]!.units[0]!.segments[0]!.source.text,
        target: 'Es ist <1>trocken</1> &amp; wiegt <2/>.',
        state: first,
      },
      { id: 's2', source: 'Keep "it" &lt;1>.', target: null, state: second },
    ])
  })
  it('reads what other programs write: start and end codes, unmarked units, states of their own', () => {
    const two =
      '<xliff xmlns="urn:oasis:names:tc:xliff:document:2.0" version="2.0" srcLang="en" trgLang="de"><file ' +
      'id="f" original="product:A"><unit id="1" name="attribute:name"><segment><source>a <sc ' +
      'id="s1-1"/>b<ec startRef="s1-1"/></source><target><mrk id="m" type="comment">x <sc id="s1-1"/>y<ec ' +
      'startRef="s1-1"/></mrk></target></segment></unit></file></xliff>'
    expect(read(two, createXliffReader())[0]!.segments).toEqual([
      { id: 's1', source: 'a <1>b</1>', target: 'x <1>y</1>', state: null },
    ])
    const one =
      '<xliff version="1.2"><file original="product:A" source-language="en" ' +
      'target-language="de"><body><trans-unit id="7" resname="attribute:name"><source>a <g ' +
      'id="s1-1">b</g></source><target state="needs-review-translation">x <g ' +
      'id="s1-1">y</g></target><alt-trans><target>no</target></alt-trans></trans-unit></body></file></xliff>'
    expect(read(one, createXliffReader())[0]!.segments).toEqual([
      { id: 's1', source: 'a <1>b</1>', target: 'x <1>y</1>', state: 'translated' },
    ])
  })
  it('names what is broken in a segment, and goes on', () => {
    const file =
      '<xliff version="2.1" srcLang="en"><file id="f" original="product:A"><unit id="1" name="n"><segment ' +
      'id="s1"><source>a</source><target><sc id="s1-1"/>y</target></segment><segment ' +
      'id="s2"><source>b</source><target>z</target></segment></unit></file></xliff>'
    expect(read(file, createXliffReader())[0]!.segments.map((s) => s.problem ?? s.target)).toEqual([
      'Formatting is opened and never closed.',
      'z',
    ])
  })
  it.each([
    ['<html/>', /not XLIFF/],
    ['<xliff version="3.0"/>', /3\.0/],
    ['<!DOCTYPE x [<!ENTITY a "b">]><xliff version="2.1"/>', /document type/],
    ['<xliff version="2.1"><file>', /XML/],
    ['', /empty|XML/],
  ])('refuses %s', (file, message) => {
    expect(() => read(file, createXliffReader())).toThrow(message)
  })
})

describe('TMX', () => {
  const pairs: TmxPair[] = [
    {
      source: { text: 'It is <1>dry</1> &amp; <2/>', placeholders },
      target: { text: 'Es ist <1>trocken</1> &amp; <2/>', placeholders },
      languages,
      before: 'Before',
      after: null,
      origin: 'desk',
      at: Date.UTC(2026, 10, 26, 10, 15),
    },
  ]
  it('comes back as it went out', async () => {
    expect(read(await text(writeTmx(given(pairs), 'en-GB', '1')), createTmxReader())).toEqual(pairs)
  })
  it('pairs the source with each other language, and reads dates, props and codes of others', () => {
    const file =
      '<?xml version="1.0"?><!DOCTYPE tmx SYSTEM "tmx14.dtd"><tmx version="1.4"><header ' +
      'srclang="*all*"/><body><tu srclang="en" changedate="20260102T030405Z"><tuv xml:lang="de"><seg>Ein ' +
      '<hi>Test</hi><ph>&lt;br/&gt;</ph></seg></tuv><tuv xml:lang="en"><seg>A test<ph ' +
      'x="1"/></seg></tuv><tuv xml:lang="fr"><seg>Un test</seg></tuv></tu></body></tmx>'
    const found = read(file, createTmxReader())
    expect(found.map((p) => [p.source.text, p.target.text, p.languages.target, p.at])).toEqual([
      ['A test<1/>', 'Ein Test<1/>', 'de', Date.UTC(2026, 0, 2, 3, 4, 5)],
      ['A test<1/>', 'Un test', 'fr', Date.UTC(2026, 0, 2, 3, 4, 5)],
    ])
    expect(found[0]!.target.placeholders).toEqual([{ n: 1, tag: 'br', attributes: {}, alone: true }])
  })
  it.each([
    ['<xliff/>', /not TMX/],
    ['<!DOCTYPE tmx [<!ENTITY a "b">]><tmx/>', /entities/],
    ['<tmx><body>', /XML|midst/],
  ])('refuses %s', (file, message) => {
    expect(() => read(file, createTmxReader())).toThrow(message)
  })
})

describe('a glossary file', () => {
  const terms = [
    {
      code: 'rack',
      partOfSpeech: 'noun' as const,
      note: 'n',
      languages: {
        'en-GB': { term: 'rack', forbidden: [] },
        'de-DE': { term: 'Gepäckträger', forbidden: ['Rack', 'Ständer'] },
      },
    },
  ]
  it('comes back as it went out', () => {
    const columns = glossaryColumns(terms)
    expect(readGlossary([columns, ...terms.map((t) => glossaryRow(t, columns))], () => '')).toEqual({
      terms,
      problems: [],
    })
  })
  it('names the line and column of what cannot be taken', () => {
    const { problems } = readGlossary(
      [
        ['code', 'en', 'part-of-speech'],
        ['a', 'x', 'thing'],
        ['a', 'y', ''],
        ['b', '', ''],
      ],
      (t) => t,
    )
    expect(problems.map((p) => [p.row, p.column])).toEqual([
      [2, 'part-of-speech'],
      [3, 'code'],
      [4, ''],
    ])
    expect(readGlossary([['code', 'not a language']], (t) => t).problems).toHaveLength(1)
  })
})
