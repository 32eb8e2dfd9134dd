import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { mergeLists, mergeRichText, mergeText } from '@core/text/merge'

describe('joining what two people made of a text', () => {
  it('takes what only one of them changed from that one', () => {
    expect(mergeText('Dry, light and strong.', 'Dry, very light and strong.', 'Dry, light and cheap.')).toEqual({
      merged: 'Dry, very light and cheap.',
      overlaps: 0,
    })
  })
  it('takes once what both changed alike', () => {
    expect(mergeText('a b c', 'a x c', 'a x c')).toEqual({ merged: 'a x c', overlaps: 0 })
  })
  it('keeps both where both changed the same, theirs first, and counts it', () => {
    expect(mergeText('a b c', 'a mine c', 'a theirs c')).toEqual({ merged: 'a theirs mine c', overlaps: 1 })
    expect(mergeText('', 'mine', 'theirs')).toEqual({ merged: 'theirs mine', overlaps: 1 })
  })
  it('joins lists item by item', () => {
    expect(mergeLists(['a', 'b'], ['a', 'b', 'mine'], ['theirs', 'a', 'b'])).toEqual({
      merged: ['theirs', 'a', 'b', 'mine'],
      overlaps: 0,
    })
    expect(mergeLists(['a', 'b', 'c'], ['a', 'c'], ['a', 'b', 'c', 'd'])).toEqual({
      merged: ['a', 'c', 'd'],
      overlaps: 0,
    })
  })
})

describe('joining rich texts', () => {
  const base = '<p>It is dry inside.</p><p>It weighs <data value="attribute:weight"></data>.</p>'
  it('goes by blocks, and by words within one that both changed', () => {
    const mine = base.replace('dry', 'always dry')
    const theirs = base.replace('inside', 'within').replace('It weighs', 'It only weighs')
    expect(mergeRichText(base, mine, theirs)).toEqual({
      merged: '<p>It is always dry within.</p><p>It only weighs <data value="attribute:weight"></data>.</p>',
      overlaps: 0,
    })
  })
  it('keeps both blocks where both wrote the same words otherwise', () => {
    const mine = base.replace('dry', 'wet')
    const theirs = base.replace('dry', 'damp')
    expect(mergeRichText(base, mine, theirs)).toEqual({
      merged: `<p>It is damp inside.</p><p>It is wet inside.</p>${base.slice(base.indexOf('</p>') + 4)}`,
      overlaps: 1,
    })
  })
  it('keeps a block that one added and a list that the other changed', () => {
    const list = '<ul><li>One</li><li>Two</li></ul>'
    expect(mergeRichText(list, `${list}<p>More.</p>`, list.replace('Two', 'Three'))).toEqual({
      merged: '<ul><li>One</li><li>Three</li></ul><p>More.</p>',
      overlaps: 0,
    })
  })
})

const words = fc.array(fc.constantFrom('a', 'b', 'c', 'd', 'e'), { maxLength: 8 })
it('loses nothing: whoever did not change anything gets the other’s text', () => {
  fc.assert(
    fc.property(words, words, (base, other) => {
      expect(mergeLists(base, base, other).merged).toEqual(other)
      expect(mergeLists(base, other, base).merged).toEqual(other)
      expect(mergeLists(base, other, other)).toEqual({ merged: other, overlaps: 0 })
    }),
  )
})
it('loses nothing that somebody added', () => {
  fc.assert(
    fc.property(words, words, words, (base, mine, theirs) => {
      const { merged } = mergeLists(base, [...mine, 'MINE'], ['THEIRS', ...theirs])
      expect(merged).toContain('MINE')
      expect(merged).toContain('THEIRS')
    }),
  )
})
