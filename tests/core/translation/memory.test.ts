import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import { createMemory, type MemoryQuery, type Remembered } from '@core/translation/memory'
import { mostEdits, scoreOf } from '@core/translation/match'
import { piecesOf, tokensOf } from '@core/translation/tokens'
import type { Placeholder } from '@core/translation/coded'

const data = (n: number, value: string): Placeholder => ({ n, tag: 'data', attributes: { value }, alone: true })
let id = 0
const pair = (text: string, more: Partial<Remembered> & { placeholders?: Placeholder[] } = {}): Remembered => {
  const { placeholders = [], ...rest } = more
  return { id: ++id, text, tokens: tokensOf({ text, placeholders }, 'en-GB'), before: '', after: '', at: 0, ...rest }
}
const asked = (text: string, more: Partial<MemoryQuery> = {}): MemoryQuery => ({ text, placeholders: [], ...more })
const scores = (query: MemoryQuery, ...entries: Remembered[]) =>
  createMemory('en-GB', entries)
    .find(query)
    .map((m) => m.score)

describe('tokens', () => {
  it('are folded words, single punctuation marks, numbers as one class, and placeholders', () => {
    expect(
      tokensOf(
        {
          text: 'Holds <1/> in 22.5 L, <2>dry</2>.',
          placeholders: [data(1, 'attribute:volume'), { n: 2, tag: 'strong', attributes: {}, alone: false }],
        },
        'en-GB',
      ),
    ).toEqual({
      tokens: ['holds', '\u0003', 'in', '0', 'l', ',', '\u0001', 'dry', '\u0002', '.'],
      numbers: ['22.5'],
      addresses: ['data attribute:volume', 'strong '],
    })
  })
  it('of plain text are those of Intl.Segmenter', () => {
    const slow = new Intl.Segmenter('en-GB', { granularity: 'word' })
    const letters = fc
      .array(
        fc.constantFrom(
          'a',
          'Bc',
          'é',
          '1',
          '22',
          '.',
          ',',
          "'",
          '’',
          ';',
          ' ',
          '-',
          '(',
          ')',
          '!',
          '/',
          '%',
          '"',
          '@',
        ),
        { maxLength: 14 },
      )
      .map((l) => l.join(''))
    fc.assert(
      fc.property(letters, (text) => {
        const wanted = [...slow.segment(text)].flatMap((s) =>
          s.isWordLike ? [s.segment] : [...s.segment].filter((c) => c.trim() !== ''),
        )
        expect(piecesOf(text, 'en-GB')).toEqual(wanted)
      }),
      { numRuns: 2000 },
    )
  })
})

describe('a score', () => {
  it('is ⌊100 · (m − d) / m⌋, less one for each placeholder and number that differs', () => {
    expect(scores(asked('The bag holds 22 litres'), pair('The bag holds 24 litres'))).toEqual([99])
    expect(scores(asked('The bag is dry'), pair('The bag is big'))).toEqual([75])
    expect(
      scores(
        asked('Holds <1/>', { placeholders: [data(1, 'attribute:volume')] }),
        pair('Holds <1/>', { placeholders: [data(1, 'attribute:weight')] }),
      ),
    ).toEqual([99])
  })
  it('is 99 where all tokens agree but the text does not, and 100 where it does', () => {
    expect(scores(asked('Keep Dry'), pair('Keep dry'))).toEqual([99])
    expect(scores(asked('Keep dry', { before: 'x' }), pair('Keep dry'))).toEqual([100])
  })
  it('is 101 where the neighbours on both sides agree; none agrees with itself', () => {
    expect(scores(asked('Keep dry'), pair('Keep dry'))).toEqual([101])
    expect(
      scores(
        asked('Keep dry', { before: 'a', after: 'b' }),
        pair('Keep dry', { before: 'a', after: 'b' }),
        pair('Keep dry', { before: 'a' }),
      ),
    ).toEqual([101, 100])
  })
  it('under 70 is not shown, after all deductions', () => {
    // 7 of 10 tokens, and a number: 70 − 1.
    expect(scores(asked('one two three four five six 7 x y z'), pair('one two three four five six 8 p q r'))).toEqual(
      [],
    )
    expect(scores(asked('one two three four five six 7 x y z'), pair('one two three four five six 7 p q r'))).toEqual([
      70,
    ])
  })
  it('of equal ones shows the newest first, then by id', () => {
    const [a, b, c] = [pair('Keep dry', { at: 1 }), pair('Keep dry', { at: 2 }), pair('Keep dry', { at: 2 })]
    expect(
      createMemory('en-GB', [c, a, b])
        .find(asked('Keep dry'))
        .map((m) => m.id),
    ).toEqual([b.id, c.id, a.id])
  })
  it('is bounded by as many edits as it says', () => {
    for (let m = 1; m < 120; m++)
      for (const score of [70, 75, 85, 99, 100]) {
        const d = mostEdits(m, score)
        const at = (e: number) => scoreOf({ m, d: e, numbers: 0, addresses: 0, sameText: true })
        expect(at(d)).toBeGreaterThanOrEqual(score)
        if (d < m) expect(at(d + 1)).toBeLessThan(score)
      }
  })
})

describe('the memory', () => {
  const words = [
    'the',
    'bag',
    'is',
    'dry',
    'light',
    'rack',
    '12',
    '22',
    ',',
    '.',
    'and',
    'holds',
    'very',
    'strap',
    'of',
    'your',
    'it',
    'keeps',
    'a',
    'new',
  ]
  const sentence = fc.array(fc.constantFrom(...words), { minLength: 1, maxLength: 45 }).map((w) => w.join(' '))
  it('finds what comparing with every segment finds, also after some came and went', () => {
    fc.assert(
      fc.property(
        fc.array(sentence, { minLength: 1, maxLength: 60 }),
        fc.array(sentence, { minLength: 1, maxLength: 8 }),
        fc.nat(59),
        fc.nat(3),
        (known, queries, gone, swaps) => {
          const entries = known.map((text, i) => pair(text, { at: i % 3 }))
          const memory = createMemory('en-GB', entries.slice(0, Math.ceil(known.length / 2)))
          for (const e of entries.slice(Math.ceil(known.length / 2))) memory.add(e)
          if (entries[gone]) memory.remove(entries[gone].id)
          // Queries near what is known, so that there is something to find.
          const near = known.slice(0, 10).map((k) =>
            k
              .split(' ')
              .map((w, i) => (i > 0 && i <= swaps ? 'oddly' : w))
              .join(' '),
          )
          for (const text of [...queries, ...near])
            expect(memory.find(asked(text))).toEqual(memory.findSlowly(asked(text)))
        },
      ),
      { numRuns: 150 },
    )
  })
  it('forgets what is removed, and takes the new text of what is added again', () => {
    const one = pair('Keep it dry')
    const memory = createMemory('en-GB', [one])
    memory.add({ ...one, text: 'Keep it light', tokens: tokensOf(asked('Keep it light'), 'en-GB') })
    expect(memory.find(asked('Keep it light')).map((m) => m.score)).toEqual([101])
    expect(memory.find(asked('Keep it dry'), { least: 100 })).toEqual([])
    memory.remove(one.id)
    expect(memory.find(asked('Keep it light'))).toEqual([])
    expect(memory.size).toBe(0)
  })
})
