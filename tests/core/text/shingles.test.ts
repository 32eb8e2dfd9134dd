import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { groupAlike, likeness, shareOf, shinglesOf, signatureOf } from '@core/text/shingles'

const signed = (text: string, language = 'en') => signatureOf(shinglesOf(text, language))
const regn =
  'Rain finds every stitch, so the Regn has none: its seams are welded, and the top rolls down three ' +
  'times before it clips. Inside there is room for a laptop, lunch and a change of clothes.'

describe('shingles', () => {
  it('take three words in a row, whatever their case and marks; of short texts the words', () => {
    expect(shinglesOf('A bag, for rain', 'en')).toEqual(shinglesOf('a BAG for rain!', 'en'))
    expect(shinglesOf('one two three four', 'en').size).toBe(2)
    expect(shinglesOf('dry bag', 'en').size).toBe(2)
    expect(shinglesOf('雨の通勤でも中身は濡れません', 'ja').size).toBeGreaterThan(2)
  })
})

describe('signatures', () => {
  it('are alike as much as the sets share, give or take', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.integer({ min: 0, max: 0x7fffffff }), { minLength: 60, maxLength: 300 }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (all, cut) => {
          const [a, b] = [
            new Set(all.slice(0, Math.ceil(all.length * (0.5 + cut / 2)))),
            new Set(all.slice(Math.floor(all.length * (cut / 2)))),
          ]
          // Three standard deviations of 64 draws are under a fifth; a little room on top.
          expect(Math.abs(likeness(signatureOf(a), signatureOf(b)) - shareOf(a, b))).toBeLessThan(0.3)
        },
      ),
      { numRuns: 60, seed: 7 },
    )
  })
})

describe('groupAlike', () => {
  it('finds texts that say nearly the same, and leaves others', () => {
    const texts = [
      regn,
      'A slim office bag that leaves room for your heels and folds away behind a flap.',
      regn.replace('lunch', 'a book'),
      regn,
      'Leeks stand upright in the Market, and that is what it was drawn for.',
    ]
    const groups = groupAlike(
      texts.map((t) => signed(t)),
      0.7,
    )
    expect(groups.map((g) => g.places)).toEqual([[0, 2, 3]])
    expect(groups[0]!.least).toBeLessThan(1)
    expect(groupAlike([signed(regn), signed(regn)], 0.99)).toEqual([{ places: [0, 1], least: 1 }])
  })
})
