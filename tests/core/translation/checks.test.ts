import { describe, expect, it } from 'vitest'
import { blockerOf, checkTarget } from '@core/translation/checks/registry'
import { numbersIn } from '@core/translation/checks/numbers'
import { createGlossary, placesOfPhrase } from '@core/translation/glossary'
import type { Term } from '@core/translation/term'
import type { Placeholder } from '@core/translation/coded'

const languages = (target: string) => ({ source: 'en-GB', target })
const codes = (source: string, target: string, to = 'de-DE', placeholders: Placeholder[] = [], more = {}) =>
  checkTarget({
    source: { text: source, placeholders },
    target: { text: target, placeholders: [] },
    languages: languages(to),
    ...more,
  }).map((f) => f.code)
const bold: Placeholder = { n: 1, tag: 'strong', attributes: {}, alone: false }
const weight: Placeholder = { n: 2, tag: 'data', attributes: { value: 'attribute:weight' }, alone: true }

const rack: Term = {
  code: 'rack',
  partOfSpeech: 'noun',
  note: '',
  languages: {
    'en-GB': { term: 'pannier rack', forbidden: [] },
    de: { term: 'Gepäckträger', forbidden: ['Rack'] },
    'fr-CH': { term: 'porte-bagages', forbidden: [] },
    ja: { term: 'リアキャリア', forbidden: [] },
  },
}
const glossary = createGlossary([rack], 'en-GB')

describe('what is found in a target', () => {
  it.each<[string, string[], string, string, string?, Placeholder[]?]>([
    [
      'nothing in a good one',
      [],
      'It is <1>dry</1> and weighs <2/>.',
      'Er ist <1>trocken</1> und wiegt <2/>.',
      'de-DE',
      [bold, weight],
    ],
    ['an empty one', ['empty'], 'It is dry.', ' '],
    ['a lost placeholder', ['placeholders'], 'Weighs <2/>.', 'Wiegt wenig.', 'de-DE', [weight]],
    ['a doubled one', ['placeholders'], 'Weighs <2/>.', 'Wiegt <2/> <2/>.', 'de-DE', [weight]],
    ['crossed formatting', ['placeholders'], '<1>Dry</1> bag', '</1>Trockene<1> Tasche', 'de-DE', [bold]],
    ['a number that is missing', ['numbers'], 'Holds 22 bags', 'Fasst Taschen'],
    ['a number that is another', ['numbers', 'numbers'], 'Holds 22 bags', 'Fasst 23 Taschen'],
    ['a unit that is lost', ['units'], 'Up to 25 kg', 'Bis 25'],
    ['words left as they were', ['same-as-source'], 'keep this always dry', 'keep this always dry'],
    ['another end', ['end-punctuation'], 'It is dry.', 'Er ist trocken'],
    ['brackets', ['style:brackets'], 'It (is) dry', 'Er (ist trocken'],
    ['bold where the script has none', ['style:formatting'], '<1>Dry</1> bag', '<1>防水</1>バッグ', 'ja-JP', [bold]],
    [
      'nothing in a text that leaves bold out where its script has none',
      [],
      '<1>Dry</1> bag',
      '防水バッグ',
      'ja-JP',
      [bold],
    ],
    [
      'left words of another script',
      ['source-script'],
      'A waterproof bag for you',
      'あなたのための waterproof bag',
      'ja-JP',
    ],
    ['two spaces', ['style:spaces'], 'It is dry', 'Er  ist trocken'],
    ['a full stop of its own script', [], 'It is dry.', '乾いています。', 'ja-JP'],
  ])('%s', (_, found, source, target, to = 'de-DE', placeholders = []) => {
    expect(codes(source, target, to, placeholders)).toEqual(found)
  })
  it('says the place', () => {
    expect(
      checkTarget({
        source: { text: 'Up to 25 kg', placeholders: [] },
        target: { text: 'Bis 26 kg', placeholders: [] },
        languages: languages('de-DE'),
      }).find((f) => f.at)?.at,
    ).toEqual({ from: 4, to: 6 })
  })
  it('too long a text, and one source translated two ways', () => {
    expect(codes('Dry bag', 'Wasserdichte Tasche', 'de-DE', [], { most: 10, others: ['Packsack'] })).toEqual([
      'too-long',
      'two-ways',
    ])
  })
  it('words that a machine did not know, as places, in languages of one script', () => {
    const left = (target: string, more: object, to = 'it-IT') =>
      checkTarget({
        source: { text: 'Turned from solid brass by hand', placeholders: [] },
        target: { text: target, placeholders: [] },
        languages: languages(to),
        ...more,
      }).filter((f) => f.code === 'left-by-machine')
    expect(left('Turned da solid brass a hand', { byMachine: true }).map((f) => [f.at, f.message])).toEqual([
      [{ from: 10, to: 21 }, 'The machine did not translate “solid brass”.'],
      [{ from: 24, to: 28 }, 'The machine did not translate “hand”.'],
    ])
    expect(left('Turned da solid brass a hand', {})).toEqual([])
    expect(left('Turned from solid brass by hand', { byMachine: true }, 'en-CA')).toEqual([])
    expect(left('無垢のbrass', { byMachine: true }, 'ja-JP')).toEqual([])
  })
  it('what keeps a segment from being called read: a blocker without a reason', () => {
    const segment = { text: 'Up to 25 kg', placeholders: [], target: 'Bis 26 kg', extra: [], overruled: {} }
    expect(blockerOf(segment, { languages: languages('de-DE') })).toMatchObject({
      code: 'numbers',
      message: expect.any(String) as string,
    })
    expect(
      blockerOf({ ...segment, overruled: { numbers: 'Measured anew' } }, { languages: languages('de-DE') }),
    ).toBeUndefined()
    expect(blockerOf({ ...segment, target: 'Bis 25 kg' }, { languages: languages('de-DE') })).toBeUndefined()
  })
  it('a term that is not used, and one that must not be', () => {
    expect(codes('Fits pannier racks', 'Passt auf Träger', 'de-CH', [], { glossary })).toEqual(['term-missing'])
    expect(codes('Fits pannier racks', 'Passt auf Racks', 'de-CH', [], { glossary })).toEqual([
      'term-forbidden',
      'term-missing',
    ])
    expect(codes('Fits pannier racks', 'Passt auf Gepäckträgern', 'de-CH', [], { glossary })).toEqual([])
    expect(codes('A pannier rack', 'リアキャリアです', 'ja-JP', [], { glossary })).toEqual([])
  })
})

describe('numbers', () => {
  it.each([
    ['1.5', 'en-GB', '1.5'],
    ['1,5', 'de-DE', '1.5'],
    ['1,500', 'en-GB', '1500'],
    ['1.500', 'de-DE', '1500'],
    ['1’500', 'de-CH', '1500'],
    ['1\u202f500', 'fr-CH', '1500'],
    ['٢٢', 'ar-AE', '22'],
    ['２２', 'ja-JP', '22'],
    ['1.50', 'en-GB', '1.5'],
  ])('%s in %s', (text, language, value) => {
    expect(numbersIn(`x ${text} y`, language).map((n) => n.value)).toEqual([value])
  })
})

describe('the glossary', () => {
  it('finds inflected forms in the source, the longest term first', () => {
    const found = createGlossary(
      [rack, { ...rack, code: 'pannier', languages: { 'en-GB': { term: 'pannier', forbidden: [] } } }],
      'en-GB',
    ).find('Panniers for any pannier rack, and pannier racks.')
    expect(found.map((f) => f.term.code)).toEqual(['pannier', 'rack', 'rack'])
  })
  it.each([
    ['Für alle Gepäckträger', 'Gepäckträger', 'de-DE', 1],
    ['Gepäckträgertasche', 'Gepäckträger', 'de-DE', 1],
    ['porte-bagages solide', 'porte-bagages', 'fr-CH', 1],
    ['リアキャリアに', 'リアキャリア', 'ja-JP', 1],
    ['racket', 'rack', 'en-GB', 0],
  ])('finds a term in “%s”', (text, phrase, language, n) => {
    expect(placesOfPhrase(text, phrase, language)).toHaveLength(n)
  })
})
