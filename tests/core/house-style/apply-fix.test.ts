import { describe, expect, it } from 'vitest'
import { applyFix } from '@core/house-style/apply-fix'
import { checkText } from '@core/house-style/check-text'
import { styleFor } from '@core/house-style/style'
import type { Value } from '@core/attributes/attribute'

const style = (language: string) =>
  styleFor(
    [
      {
        code: 'x',
        field: null,
        storefront: null,
        language: null,
        settings: { preferred: [{ use: 'pannier', insteadOf: ['saddlebag'] }] },
      },
    ],
    'care-notes',
    { storefront: 'uk', language },
  )
/** A text with every fix made, one after the other, until none is offered. */
function mended(value: Value, type: 'long-text' | 'rich-text' | 'key-points', language = 'en-GB'): Value {
  for (let tries = 0; tries < 20; tries++) {
    const next = checkText(value, type, style(language))
      .map((f) => applyFix(value, type, f))
      .find((v) => v !== undefined)
    if (next === undefined) return value
    value = next
  }
  throw new Error('It does not come to an end.')
}

describe('a fix', () => {
  it('mends plain text, and is not offered again', () => {
    expect(mended('A saddlebag  with the the "roll" top, 1,5 kg', 'long-text')).toBe(
      'A pannier with the “roll” top, 1.5 kg',
    )
    expect(mended('Le sac "Regn" tient ?', 'long-text', 'fr-BE')).toBe('Le sac «\u202fRegn\u202f» tient\u202f?')
  })
  it('mends formatted text where it stands, and leaves the rest byte for byte', () => {
    const text =
      '<h2>Two  bags</h2><ul><li>A <strong>saddlebag</strong></li><li>up to <data ' +
      'value="attribute:weight"></data>,  dry &amp; light</li></ul>'
    expect(mended(text, 'rich-text')).toBe(
      '<h2>Two bags</h2><ul><li>A <strong>pannier</strong></li><li>up to <data ' +
        'value="attribute:weight"></data>, dry &amp; light</li></ul>',
    )
  })
  it('mends key points that name values', () => {
    expect(
      mended(['One  bag', 'Up to <data value="attribute:weight"></data> in the saddlebag', 'c'], 'key-points'),
    ).toEqual(['One bag', 'Up to <data value="attribute:weight"></data> in the pannier', 'c'])
  })
  it('is not made where formatting stands in the midst of it', () => {
    expect(
      applyFix('<p>the <strong>the</strong> bag</p>', 'rich-text', { at: { stretch: 0, from: 0, to: 7 }, fix: 'the' }),
    ).toBeUndefined()
  })
})
