import { describe, expect, it } from 'vitest'
import { truncateTo, searchWordsKnown, searchWordsOf, titleWordsMissing } from '@core/search/check'

describe('titleWordsMissing', () => {
  it('finds words of the title in any form, and names those that stand nowhere', () => {
    expect(
      titleWordsMissing(
        'Wasserdichte Fahrradtaschen, 18 Liter',
        ['Eine wasserdichte Fahrradtasche.', 'Sie fasst 18 l.'],
        'de-DE',
      ),
    ).toEqual(['Liter'])
    expect(titleWordsMissing('Panniers for touring', ['A pannier that toured the world'], 'en-GB')).toEqual([])
  })
  it('leaves short words aside, and knows the parts of words with hyphens', () => {
    expect(titleWordsMissing('Bag for a roll-top', ['It rolls; the top is round. Bags.'], 'en-GB')).toEqual([])
  })
  it('reads texts that have no spaces between words', () => {
    expect(titleWordsMissing('防水バッグ', ['防水のバッグです'], 'ja-JP')).toEqual([])
  })
})

describe('searchWordsKnown', () => {
  it('names what the texts say already, whole words only, and what is there twice', () => {
    const words = searchWordsOf('Fahrradtasche, Rad, packtasche, Packtasche ,')
    expect(words).toEqual(['Fahrradtasche', 'Rad', 'packtasche', 'Packtasche'])
    expect(searchWordsKnown(words, ['Diese Fahrradtasche passt.'])).toEqual({
      there: ['Fahrradtasche'],
      twice: ['Packtasche'],
    })
  })
})

describe('truncateTo', () => {
  const width = (s: string) => s.length
  it('truncates between words, and only where it has to', () => {
    expect(truncateTo('A bag for rain', 14, width)).toEqual({ shown: 'A bag for rain', truncated: false })
    expect(truncateTo('A bag for rain and sun', 14, width)).toEqual({ shown: 'A bag for …', truncated: true })
    expect(truncateTo('雨の通勤でも中身は濡れません', 8, width)).toEqual({ shown: '雨の通勤でも …', truncated: true })
  })
})
