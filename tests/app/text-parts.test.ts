import { describe, expect, it } from 'vitest'
import { openStores } from './shop'
import { plainShown, textParts } from '../../app/composables/shown'

const weight = '<data value="attribute:weight"></data>'

describe('a text with inline values', () => {
  it('is its words and the addresses of the values between them', () => {
    expect(textParts(`<p>It weighs ${weight}, &amp; no more.</p>`)).toEqual([
      { words: 'It weighs ' },
      { address: 'attribute:weight' },
      { words: ', & no more.' },
    ])
  })
  it('has a line for each block, and no marks', () => {
    expect(textParts('<p>One <strong>two</strong>.</p><ul><li>Three</li></ul>')).toEqual([{ words: 'One two.\nThree' }])
  })
  it('is nothing where there are no words, and a value alone where there are no others', () => {
    expect(textParts('<p></p>')).toEqual([])
    expect(textParts(`<p>${weight}</p>`)).toEqual([{ address: 'attribute:weight' }])
  })
  it('never shows the sign that types a value', async () => {
    await openStores()
    expect(plainShown(`<p>Up to ${weight}</p>`)).not.toContain('@')
  })
})
