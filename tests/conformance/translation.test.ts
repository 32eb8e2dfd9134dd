import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import { distance } from 'fastest-levenshtein'
import { JSDOM } from 'jsdom'
import tmx from 'tmexchange'
import { declarationPath } from './udhr'
import xliff from 'xliff'
import { segmentText, joinText } from '@core/translation/segmentation'
import { sentenceStarts } from '@core/translation/sentences'
import { distanceFrom } from '@core/translation/match'
import { createMemory } from '@core/translation/memory'
import { tokensOf } from '@core/translation/tokens'
import { createXliffReader } from '@core/translation/exchange/xliff-read'
import { writeXliff1 } from '@core/translation/exchange/xliff-1-write'
import { writeXliff2 } from '@core/translation/exchange/xliff-2-write'
import { createTmxReader, writeTmx } from '@core/translation/exchange/tmx'
import type { ExchangeRecord } from '@core/translation/exchange/unit'
import { pluralCategories } from '@core/page/phrases'

async function* given<T>(list: T[]) {
  yield* list
}
async function text(parts: AsyncIterable<string>) {
  let out = ''
  for await (const p of parts) out += p
  return out
}
const languages = { source: 'en-GB', target: 'de-DE' }

describe('the distance of tokens, with the package “fastest-levenshtein”', () => {
  it('is the same at any length, counted whole or up to a bound', () => {
    const tokens = fc.array(fc.nat(12), { maxLength: 60 })
    fc.assert(
      fc.property(tokens, tokens, fc.nat(60), (a, b, most) => {
        const letters = (list: number[]) => String.fromCharCode(...list.map((n) => 97 + n))
        const wanted = distance(letters(a), letters(b))
        const masks = new Int32Array(64)
        const d = distanceFrom(Int32Array.from(a), masks)
        const got = d.to(Int32Array.from(b), 0, b.length, most)
        d.end()
        expect(wanted <= most ? got : got > most ? wanted : got).toBe(wanted)
        // The masks are given back as they were lent.
        expect(masks.every((m) => m === 0)).toBe(true)
      }),
      { numRuns: 2000, seed: 4870 },
    )
  })
})

// XLIFF Version 2.1, OASIS Standard, 13 February 2018. The fragments follow its sections, from memory; our own words
// stand in them.
describe('XLIFF 2.1', () => {
  const read = (xml: string) => {
    const r = createXliffReader()
    return [...r.write(xml), ...r.end()]
  }
  const wrap = (unit: string) =>
    '<xliff xmlns="urn:oasis:names:tc:xliff:document:2.0" version="2.1" srcLang="en" trgLang="fr"><file ' +
    `id="f1" original="product:A">${unit}</file></xliff>`
  it.each([
    [
      '4.2.2.5 segment and 4.2.2.6 ignorable',
      '<unit id="u1" name="n"><segment id="s1"><source>Dry.</source></segment><ignorable><source> ' +
        '</source></ignorable><segment id="s2"><source>Light.</source></segment></unit>',
      [
        ['Dry.', null],
        ['Light.', null],
      ],
    ],
    [
      '4.2.3.1 cp',
      '<unit id="u1" name="n"><segment id="s1"><source>Ctrl-A<cp hex="001A"/></source></segment></unit>',
      [['Ctrl-A\u001a', null]],
    ],
    [
      '4.2.3.2 ph and 4.2.3.3 pc',
      '<unit id="u1" name="n"><segment id="s1"><source>a <pc id="1">b<ph id="2"/></pc></source><target>c ' +
        '<pc id="1">d<ph id="2"/></pc></target></segment></unit>',
      [['a <1>b<2/></1>', 'c <1>d<2/></1>']],
    ],
    [
      '4.2.3.4 sc and ec',
      '<unit id="u1" name="n"><segment id="s1"><source>a <sc id="1"/>b<ec startRef="1"/></source></segment></unit>',
      [['a <1>b</1>', null]],
    ],
    [
      '4.2.3.6 mrk and 4.3.1.24 state',
      '<unit id="u1" name="n"><segment id="s1" state="reviewed" subState="my:x"><source><mrk id="m1" ' +
        'type="term">rack</mrk></source><target>porte-bagages</target></segment></unit>',
      [['rack', 'porte-bagages']],
    ],
    [
      'modules, which say nothing of the text',
      '<unit id="u1" name="n"><mda:metadata ' +
        'xmlns:mda="urn:oasis:names:tc:xliff:metadata:2.0"><mda:metaGroup><mda:meta ' +
        'type="t">x</mda:meta></mda:metaGroup></mda:metadata><segment ' +
        'id="s1"><source>a</source></segment></unit>',
      [['a', null]],
    ],
  ])('reads %s', (_, unit, wanted) => {
    expect(read(wrap(unit))[0]!.segments.map((s) => [s.source, s.target])).toEqual(wanted)
  })
  const records: ExchangeRecord[] = [
    {
      record: 'product:A',
      title: 'A',
      units: [1, 2].map((n) => ({
        unit: `attribute:${n}`,
        label: 'L',
        notes: ['n'],
        terms: [{ term: 'rack', translation: 'porte-bagages', note: '' }],
        segments: [1, 2, 3].map((k) => ({
          id: `s${k}`,
          state: 'translated' as const,
          after: ' ',
          source: {
            text: '<1>a</1> <2/>',
            placeholders: [
              { n: 1, tag: 'em', attributes: {}, alone: false },
              { n: 2, tag: 'br', attributes: {}, alone: true },
            ],
          },
          target: { text: '<2/> <1>b</1>', placeholders: [] },
          matches: [
            {
              score: 101,
              origin: 'memory',
              source: { text: 'a', placeholders: [] },
              target: { text: 'b', placeholders: [] },
            },
          ],
        })),
      })),
    },
  ]
  it(
    'is written within its constraints: unique ids, known states, references that lead somewhere, ' +
      'children in their order',
    async () => {
      const doc = new JSDOM(await text(writeXliff2(given(records), languages)), { contentType: 'text/xml' }).window
        .document
      const all = (root: Element | Document, name: string) => [...root.getElementsByTagName(name)]
      expect(new Set(all(doc, 'unit').map((u) => u.getAttribute('id'))).size).toBe(2)
      for (const unit of all(doc, 'unit')) {
        const ids = [...all(unit, 'segment'), ...all(unit, 'data')].map((e) => e.getAttribute('id'))
        expect(new Set(ids).size).toBe(ids.length)
        // In a source, no inline id stands twice in its unit (4.3.1.21, id).
        const inline = all(unit, 'source')
          .flatMap((s) => [...all(s, 'pc'), ...all(s, 'ph')])
          .map((e) => e.getAttribute('id'))
        expect(new Set(inline).size).toBe(inline.length)
        for (const e of [...all(unit, 'pc'), ...all(unit, 'ph')])
          for (const a of ['dataRef', 'dataRefStart', 'dataRefEnd'])
            if (e.hasAttribute(a))
              expect(all(unit, 'data').map((d) => d.getAttribute('id'))).toContain(e.getAttribute(a))
        for (const m of all(unit, 'mtc:match')) {
          expect(all(unit, 'segment').map((s) => `#${s.getAttribute('id')}`)).toContain(m.getAttribute('ref'))
          expect(Number(m.getAttribute('similarity'))).toBeLessThanOrEqual(100)
        }
        const order = ['mtc:matches', 'gls:glossary', 'notes', 'originalData', 'segment']
        const places = [...unit.children].map((c) => order.indexOf(c.tagName === 'ignorable' ? 'segment' : c.tagName))
        expect(places).toEqual([...places].sort((a, b) => a - b))
        for (const s of all(unit, 'segment'))
          expect(['initial', 'translated', 'reviewed', 'final']).toContain(s.getAttribute('state'))
      }
    },
  )
  // The package keeps one segment to a unit and no states, so those alone are held against it.
  const plain: ExchangeRecord[] = [
    {
      record: 'product:A',
      title: '',
      units: [
        {
          unit: 'attribute:name',
          label: '',
          notes: [],
          segments: [
            {
              id: 's1',
              state: 'translated',
              source: { text: 'Dry & light', placeholders: [] },
              target: { text: 'Trocken', placeholders: [] },
            },
          ],
        },
      ],
    },
  ]
  plain[0]!.units[0]!.segments[0]!.source.text = 'Dry &amp; light'
  it('is read by the package “xliff”, and reads what that writes', async () => {
    const js = await xliff.xliff2js(await text(writeXliff2(given(plain), languages)))
    expect(Object.values(js.resources)[0]).toMatchObject({ u1: { source: 'Dry & light', target: 'Trocken' } })
    const js12 = await xliff.xliff12ToJs(await text(writeXliff1(given(plain), languages)))
    expect(Object.values(js12.resources)[0]).toMatchObject({ u1: { target: expect.anything() as unknown } })
    const theirs = await xliff.js2xliff({
      sourceLanguage: 'en-GB',
      targetLanguage: 'de-DE',
      resources: { f: { key: { source: 'Dry & light', target: 'Trocken' } } },
    })
    expect(read(theirs)[0]!.segments).toMatchObject([{ source: 'Dry &amp; light', target: 'Trocken' }])
    const their12 = await xliff.jsToXliff12({
      sourceLanguage: 'en-GB',
      targetLanguage: 'de-DE',
      resources: { f: { key: { source: 'Dry & light', target: 'Trocken' } } },
    })
    expect(read(their12)[0]!.segments).toMatchObject([{ source: 'Dry &amp; light', target: 'Trocken' }])
  })
})

describe('TMX 1.4b, with the package “tmexchange” (plain text)', () => {
  it('is read by it, and reads what it writes', async () => {
    const pair = {
      source: { text: 'Dry &amp; light', placeholders: [] },
      target: { text: 'Trocken', placeholders: [] },
      languages,
      before: null,
      after: null,
      origin: '',
      at: null,
    }
    const js = await tmx.tmx2js(await text(writeTmx(given([pair]), 'en-GB', '1')))
    expect(JSON.stringify(js.resources)).toContain('Dry & light')
    expect(JSON.stringify(js.resources)).toContain('Trocken')
    const theirs = await tmx.js2tmx({
      sourceLanguage: 'en-GB',
      resources: { f: { key: { 'en-GB': 'Dry & light', 'de-DE': 'Trocken' } } },
    })
    const r = createTmxReader()
    expect([...r.write(theirs), ...r.end()]).toMatchObject([
      { source: { text: 'Dry &amp; light' }, target: { text: 'Trocken' } },
    ])
  })
})

describe('plural categories, with CLDR’s data (cldr-core, supplemental/plurals)', () => {
  const { supplemental } = createRequire(import.meta.url)('cldr-core/supplemental/plurals.json') as {
    supplemental: { 'plurals-type-cardinal': Record<string, Record<string, string>> }
  }
  it.each(['en', 'de', 'fr', 'it', 'nl', 'sv', 'da', 'fi', 'ja', 'ar', 'pl', 'cy'])('of %s', (language) => {
    const known = Object.keys(supplemental['plurals-type-cardinal'][language]!).map((k) =>
      k.replace('pluralRule-count-', ''),
    )
    expect(new Set(pluralCategories(language))).toEqual(new Set(known))
  })
})

// The Universal Declaration of Human Rights, as the package “udhr” has it from the Unicode Consortium.
describe('sentences of the Universal Declaration of Human Rights', () => {
  const articles = (file: string) => {
    const doc = new JSDOM(readFileSync(declarationPath(file), 'utf8')).window.document
    return [...doc.querySelectorAll('article')].map((a) =>
      [...a.querySelectorAll('p, li')]
        .filter((p) => p.querySelector('p, li') === null)
        .map((p) => p.textContent!.replace(/\s+/g, ' ').trim())
        .filter(Boolean),
    )
  }
  const known: [string, string][] = [
    ['eng', 'en-GB'],
    ['deu_1996', 'de-DE'],
    ['fra', 'fr-CH'],
    ['ita', 'it-CH'],
    ['nld', 'nl-BE'],
    ['swe', 'sv-SE'],
    ['dan', 'da-DK'],
    ['fin', 'fi-FI'],
    ['jpn', 'ja-JP'],
    ['arb', 'ar-AE'],
    ['spa', 'es-ES'],
    ['pol', 'pl-PL'],
  ]
  it.each(known)(
    '%s has thirty articles, and each paragraph is its sentences, none of them empty or cut in its midst',
    (file, language) => {
      const all = articles(file)
      expect(all).toHaveLength(30)
      for (const paragraph of all.flat()) {
        const cut = segmentText(paragraph, 'long-text', language)
        expect(
          joinText(
            cut,
            cut.segments.map((s) => s.text),
            { source: language, target: language },
          ),
        ).toBe(paragraph)
        for (const s of cut.segments) expect(s.text.trim()).not.toBe('')
        // The declaration has no abbreviation: a sentence ends with its sign, or with its paragraph.
        for (const s of cut.segments.slice(0, -1)) expect(s.text).toMatch(/[.!?;:。؟؛…»”"]\)?$/)
      }
    },
  )
  it('cuts each article of the same language versions into like numbers of sentences', () => {
    const count = (file: string, language: string) =>
      articles(file).map((a) => a.reduce((n, p) => n + sentenceStarts(p, language).length, 0))
    const english = count('eng', 'en-GB')
    for (const [file, language] of [
      ['deu_1996', 'de-DE'],
      ['fra', 'fr-CH'],
      ['ita', 'it-CH'],
      ['swe', 'sv-SE'],
    ] as const) {
      const near = count(file, language).filter((n, i) => Math.abs(n - english[i]!) <= 1).length
      expect(near, language).toBeGreaterThanOrEqual(28)
    }
  })
  it('makes a memory of two versions that finds the sentences of a third, edited one', () => {
    const [english, german] = [articles('eng').flat(), articles('deu_1996').flat()]
    const pairs = english.map((e, i) => ({ e, g: german[i] }))
    const memory = createMemory(
      'en-GB',
      pairs.map(({ e }, id) => ({
        id,
        text: e,
        tokens: tokensOf({ text: e, placeholders: [] }, 'en-GB'),
        before: english[id - 1] ?? '',
        after: english[id + 1] ?? '',
        at: 0,
      })),
    )
    const edited = english.map((e) =>
      e.replace('Everyone has', 'Every person has').replace('No one shall', 'Nobody shall'),
    )
    const found = edited.map((text) => memory.find({ text, placeholders: [] }, { most: 1 })[0])
    const changed = edited.filter((e, i) => e !== english[i])
    expect(changed.length).toBeGreaterThan(15)
    edited.forEach((e, i) => {
      if (e === english[i]) expect(found[i]!.score).toBeGreaterThanOrEqual(99)
      else if (tokensOf({ text: e, placeholders: [] }, 'en-GB').tokens.length >= 12) expect(found[i]?.id).toBe(i)
    })
  })
})

// Unicode Standard Annex #29, section 5 (Sentence Boundaries): its examples, from memory.
describe('sentence boundaries by Unicode UAX #29', () => {
  it.each([
    ['He said, “Are you going?” John shook his head.', ['He said, “Are you going?” ', 'John shook his head.']],
    ['She said “See spot run.” John shook his head.', ['She said “See spot run.” ', 'John shook his head.']],
    ['c.d', ['c.d']],
    ['3.4', ['3.4']],
    ['the resp. leaders are', ['the resp. leaders are']],
  ])('%s', (words, sentences) => {
    const starts = sentenceStarts(words, 'en-GB')
    expect(starts.map((s, i) => words.slice(s, starts[i + 1]))).toEqual(sentences)
  })
})
