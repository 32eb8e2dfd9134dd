import { describe, expect, it } from 'vitest'
import type { MarkedPart } from '@core/page/markup'
import { marksBeside } from '@core/page/marks'

const part = (piece: string, html: string, more: Partial<MarkedPart> = {}): MarkedPart => ({
  piece,
  title: piece,
  html,
  ...more,
})

describe('the marks of two states of a page', () => {
  it('says of each side what it alone has, and of both what reads otherwise', () => {
    const earlier = { details: [part('care', '<p>Wipe it.</p>'), part('returns', '<p>30 days</p>')] }
    const later = { details: [part('care', '<p>Rinse it.</p>')], below: [part('note', '<p>Until Sunday</p>')] }
    expect(marksBeside(earlier, later)).toEqual({
      earlier: { care: 'changed', returns: 'removed' },
      later: { care: 'changed', note: 'added' },
    })
  })

  it('marks nothing where only the order, the area or our own markup differ', () => {
    const saved = { details: [part('care', '<p>Holds <data value="volume">22 l</data></p>'), part('a', '<p>A</p>')] }
    const delivered = { details: [part('a', '<p>A</p>')], below: [part('care', '<p>Holds 22 l</p>')] }
    expect(marksBeside(saved, delivered)).toEqual({ earlier: {}, later: {} })
  })

  it('finds a change in a single question, in a title and in a sign', () => {
    const faq = (answer: string) => part('faq', '', { questions: [part('q1', answer)] })
    expect(marksBeside({ a: [faq('<p>Yes</p>')] }, { a: [faq('<p>No</p>')] }).later).toEqual({ faq: 'changed' })
    expect(marksBeside({ a: [part('x', '')] }, { a: [part('x', '', { title: 'X' })] }).later).toEqual({ x: 'changed' })
    expect(marksBeside({ a: [part('x', '')] }, { a: [part('x', '', { sign: 'drop' })] }).later).toEqual({
      x: 'changed',
    })
  })
})
