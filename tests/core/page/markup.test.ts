import { describe, expect, it } from 'vitest'
import { areaMarkup, tabAfterKey } from '@core/page/markup'
import { limitWords, noLimits } from '@core/assignments/limits'
import { testSetup } from '../../world'

const parts = [
  { piece: 'a', title: 'A & B', html: '<p>a</p>' },
  { piece: 'b', title: 'C', html: '<p>b</p>' },
]

describe('the markup of an area', () => {
  it('has one open tab, and only that in the tab order', () => {
    const html = areaMarkup(parts, 'tabs', ['b'])
    expect(html.match(/aria-selected="true"/g)).toHaveLength(1)
    expect(html).toContain('id="tab-b" aria-controls="b" aria-selected="true" data-piece="b"')
    expect(html).toContain('aria-selected="false" tabindex="-1" data-piece="a">A &amp; B')
    expect(html).toContain('id="a" aria-labelledby="tab-a" tabindex="0" data-piece="a" hidden>')
  })
  it('opens the first tab where none is asked for', () =>
    expect(areaMarkup(parts, 'tabs', ['x'])).toContain('id="tab-a" aria-controls="a" aria-selected="true"'))
  it('has headings with buttons in an accordion, any number open', () => {
    const html = areaMarkup(parts, 'accordion', ['a', 'b'])
    expect(html.match(/<h2><button type="button" aria-expanded="true"/g)).toHaveLength(2)
    expect(areaMarkup(parts, 'accordion', [])).not.toContain('aria-expanded="true"')
  })
  it('is nothing for no parts', () => expect(areaMarkup([], 'tabs', [])).toBe(''))
})

it('follows the keys of the tabs pattern, the arrows turned round in right-to-left pages', () => {
  const keys = (direction: 'ltr' | 'rtl') =>
    ['ArrowRight', 'ArrowLeft', 'Home', 'End', 'a'].map((k) => tabAfterKey(3, 2, k, direction))
  expect(keys('ltr')).toEqual([0, 1, 0, 2, undefined])
  expect(keys('rtl')).toEqual([1, 0, 0, 2, undefined])
})

it('says limits in words, by names and dates as people read them', () => {
  const setup = testSetup()
  const limits = { ...noLimits(), storefronts: ['ch'], groups: ['club', 'workshop'], from: '2026-11-27T06:00' }
  expect(limitWords(limits, setup)).toBe('CH · Club, Workshop · from 27 Nov 2026, 06:00')
  const other = { ...noLimits(), languages: ['fr-CH'], campaign: 'frost', from: '2026-02-28', to: '2028-02-29' }
  expect(limitWords(other, setup)).toBe(
    'French (Switzerland) · from 28 Feb 2026 until 29 Feb 2028 · in the campaign “Frost”',
  )
  expect(limitWords({ ...noLimits(), groups: ['gone'], campaign: 'gone' }, setup)).toBe('gone · in the campaign “gone”')
  expect(limitWords(noLimits(), setup)).toBe('')
})
