import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { perceivedLength } from '@core/house-style/count'
import { easeFormulas, readingEase } from '@core/house-style/ease'
import { languagesWithQuotes, quotesOf } from '@core/house-style/quotes'

describe('quotation marks', () => {
  // CLDR, `delimiters` of each language (the package cldr-misc-full).
  it.each(languagesWithQuotes)('%s as in CLDR', (language) => {
    const file = new URL(`../../node_modules/cldr-misc-full/main/${language}/delimiters.json`, import.meta.url)
    const { quotationStart, quotationEnd } = JSON.parse(readFileSync(file, 'utf8')).main[language].delimiters
    const { open, close } = quotesOf(language)!
    expect([open, close]).toEqual([quotationStart, quotationEnd])
  })
})

describe('characters as people perceive them', () => {
  // Unicode UAX #29 through `Intl.Segmenter`, over every code point that the quick way takes for one, between others.
  it('are counted alike by the quick way', () => {
    const segmenter = new Intl.Segmenter('en', { granularity: 'grapheme' })
    const wrong: number[] = []
    for (let c = 0x20; c <= 0xffff; c++) {
      if (c >= 0xd800 && c <= 0xdfff) continue
      const text = `a${String.fromCharCode(c)}é中${String.fromCharCode(c)}`
      if (perceivedLength(text) !== [...segmenter.segment(text)].length) wrong.push(c)
    }
    expect(wrong).toEqual([])
  })
})

describe('reading ease', () => {
  // Worked from the published formulas, coefficients from memory: Flesch 1948, Amstad 1978, Kandel and Moles 1958.
  it.each([
    ['en', 206.835 - 1.015 * 10 - 84.6 * 1.5],
    ['de', 180 - 10 - 58.5 * 1.5],
    ['fr', 207 - 1.015 * 10 - 73.6 * 1.5],
  ])('%s: 100 words, 10 sentences, 150 syllables', (language, want) => {
    expect(easeFormulas[language]!({ words: 100, sentences: 10, syllables: 150 })).toBeCloseTo(want, 9)
  })
  it('calls short words in short sentences easier, and says nothing of a line', () => {
    const plain =
      'Clip the bag on. Ride home. The rain stays out. Your book stays dry. If a hook breaks we send a new ' +
      'one. You fit it at home with one screw and no glue.'
    const stiff =
      'The aforementioned receptacle incorporates an interchangeable attachment mechanism facilitating ' +
      'expeditious installation notwithstanding unfavourable meteorological circumstances, whereupon ' +
      'replacement componentry necessitates neither professional intervention nor specialised ' +
      'instrumentation whatsoever, irrespective of manufacturing variability, provenance or configuration.'
    const ease = (t: string, sentences: number) => readingEase(t.match(/\p{L}+/gu)!, sentences, 'en')!
    expect(ease(plain, 6)).toBeGreaterThan(80)
    expect(ease(stiff, 1)).toBeLessThan(0)
    expect(readingEase(['short'], 1, 'en')).toBeUndefined()
  })
})
