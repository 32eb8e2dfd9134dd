import { describe, expect, it } from 'vitest'
import { bandOf, effortOf, firstWeights } from '@core/translation/effort'
import { swapNumbers } from '@core/translation/swap-numbers'

describe('numbers of a new source in the target of a match', () => {
  const toFrench = (match: { source: string; target: string }, source: string) =>
    swapNumbers(match, source, { source: 'en-GB', target: 'fr-CH' })

  it('take the places of the old ones', () => {
    expect(toFrench({ source: 'Keeps 30 L dry.', target: 'Garde 30 L au sec.' }, 'Keeps 22 L dry.')).toBe(
      'Garde 22 L au sec.',
    )
  })
  it('are written as the target’s language writes decimals', () => {
    const match = { source: 'Weighs 2 kg.', target: 'Pèse 2 kg.' }
    expect(swapNumbers(match, 'Weighs 1.5 kg.', { source: 'en-GB', target: 'fr-FR' })).toBe('Pèse 1,5 kg.')
    expect(swapNumbers(match, 'Weighs 1.5 kg.', { source: 'en-GB', target: 'en-CA' })).toBe('Pèse 1.5 kg.')
  })
  it('are written in the digits of the target', () => {
    const match = { source: 'Holds 30 L.', target: 'يتسع لـ ٣٠ لترًا.' }
    expect(swapNumbers(match, 'Holds 22 L.', { source: 'en-GB', target: 'ar-AE' })).toBe('يتسع لـ ٢٢ لترًا.')
  })
  it('stand in their own places where there are several, and placeholders stay', () => {
    const match = { source: '<1/> holds 30 L and weighs 2 kg.', target: 'Pesant 2 kg, <1/> contient 30 L.' }
    expect(toFrench(match, '<1/> holds 22 L and weighs 3 kg.')).toBe('Pesant 3 kg, <1/> contient 22 L.')
  })
  it('change nothing where none differs', () => {
    const match = { source: 'Holds 30 L.', target: 'Contient 30 L.' }
    expect(toFrench(match, 'Keeps 30 L.')).toBe('Contient 30 L.')
  })
  it.each([
    ['there are more of them', 'Holds 30 L.', 'Contient 30 L.', 'Holds 30 to 40 L.'],
    ['the target does not have them', 'Holds 30 L.', 'Contient beaucoup.', 'Holds 22 L.'],
    ['the target has one twice', 'Holds 30 L.', '30 L, oui 30 L.', 'Holds 22 L.'],
    ['the source has one twice', '30 L, yes 30 L.', '30 L.', '22 L, yes 30 L.'],
  ])('are left to a person where %s', (_why, source, target, now) => {
    expect(toFrench({ source, target }, now)).toBeUndefined()
  })
})

describe('how much of a text is known', () => {
  it.each([
    [0, false, 'new'],
    [69, false, 'new'],
    [70, false, '70'],
    [84, false, '70'],
    [85, false, '85'],
    [95, false, '95'],
    [99, true, 'repeated'],
    [100, true, '100'],
    [101, false, '101'],
  ])('a score of %i, seen before: %s, is %s', (score, repeated, band) => {
    expect(bandOf(score, repeated)).toBe(band)
  })
  it('is counted by segments and words, each band with its weight', () => {
    const effort = effortOf({ '70': 0.5 })
    effort.add('Dry inside.', 2, 0)
    effort.add('Dry inside.', 2, 0)
    effort.add('Light and strong.', 3, 75)
    effort.add('Made to last.', 3, 101)
    const { bands, segments, words, weighted, weights } = effort.result()
    expect([segments, words]).toEqual([4, 10])
    expect([bands.new, bands.repeated, bands['70'], bands['101']]).toEqual([
      { segments: 1, words: 2 },
      { segments: 1, words: 2 },
      { segments: 1, words: 3 },
      { segments: 1, words: 3 },
    ])
    // 2 new ones in full, 2 repeated at a tenth, 3 at a half, 3 for nothing.
    expect(weighted).toBe(3.7)
    expect(weights).toEqual({ ...firstWeights, '70': 0.5 })
  })
})
