import { describe, expect, it } from 'vitest'
import { factIn, factTexts } from '@core/catalogue/storefront-facts'
import { relatedWords, shownAs } from '@core/page/relations'
import { optionsNamed } from '@core/page/shared-text'
import { outlineOf, splitText, type SplitPattern } from '@core/page/split'
import { normalForm } from '@core/richtext/normal-form'
import { plainTextOf, readNormalForm } from '@core/richtext/read'
import { fold } from '@core/text/fold'
import { testSetup } from '../../world'

describe('a description that is split at its headings', () => {
  const html =
    '<p>Lead.</p><h2>Fit</h2><p>Fits.</p><h3>Racks</h3><p>Most.</p><h2>Care</h2><p>Wash.</p><h2>Böxes</h2><p>One.</p>'
  const tree = readNormalForm(normalForm(html))
  const patternOf = (levels: SplitPattern['levels'], except: string[] = []): SplitPattern => ({ levels, except })
  const split = (pattern: SplitPattern | null) => {
    const { lead, parts } = splitText(tree, pattern)
    const said = (nodes: Parameters<typeof plainTextOf>[0]) => plainTextOf(nodes).replace(/\s+/g, ' ').trim()
    return [said(lead), ...parts.map((p) => `${said(p.heading)}: ${said(p.nodes)}`)]
  }

  it('keeps what comes before the first, and makes a part of each', () => {
    expect(split(patternOf([2]))).toEqual(['Lead.', 'Fit: Fits. Racks Most.', 'Care: Wash.', 'Böxes: One.'])
    expect(split(patternOf([2, 3]))).toEqual(['Lead.', 'Fit: Fits.', 'Racks: Most.', 'Care: Wash.', 'Böxes: One.'])
  })
  it('is not split at headings that are called so, however they are written', () => {
    expect(split(patternOf([2], ['care', fold('BÖXES')]))).toEqual([
      'Lead.',
      'Fit: Fits. Racks Most. Care Wash. Böxes One.',
    ])
  })
  it('is whole without a pattern, and where no heading fits', () => {
    const whole = ['Lead. Fit Fits. Racks Most. Care Wash. Böxes One.']
    expect([split(null), split(patternOf([])), split(patternOf([4]))]).toEqual([whole, whole, whole])
  })
  it('shows its headings with where it is split', () => {
    expect(outlineOf(tree, patternOf([2], ['care'])).map((h) => [h.level, h.title, h.split])).toEqual([
      [2, 'Fit', true],
      [3, 'Racks', false],
      [2, 'Care', false],
      [2, 'Böxes', true],
    ])
    expect(outlineOf(tree, null).some((h) => h.split)).toBe(false)
  })
})

describe('a fact of a storefront', () => {
  it('is the nearest text that counts, else what reads the same in every language', () => {
    const days = { 'nl-BE': '30 dagen', 'fr-BE': ' ', zxx: '30' }
    expect(factIn(days, ['nl-BE'])).toBe('30 dagen')
    expect(factIn(days, ['fr-BE', 'nl-BE'])).toBe('30 dagen')
    expect(factIn(days, ['fr-BE'])).toBe('30')
    expect(factIn({ 'nl-BE': '30 dagen' }, ['fr-BE'])).toBeUndefined()
    expect(factIn(undefined, ['fr-BE'])).toBeUndefined()
  })
  it('that is given as one text is in the source language; empty texts are none', () => {
    expect(factTexts('30 days', 'en-GB')).toEqual({ 'en-GB': '30 days' })
    expect(factTexts({ 'en-GB': '30 days', 'fr-BE': '  ' }, 'en-GB')).toEqual({ 'en-GB': '30 days' })
    expect(factTexts('', 'en-GB')).toEqual({})
  })
})

describe('related products', () => {
  it('stand on the page of what they replace or are a part of', () => {
    expect(shownAs['spare-part']).toEqual({ on: 'other', under: 'spare-parts' })
    expect(shownAs.replaces).toEqual({ on: 'other', under: 'replaced-by' })
    expect(shownAs['goes-with'].on).toBe('own')
  })
  it('have words in the language of the page, with or without its region, else in English', () => {
    expect(relatedWords('spare-parts', 'de-CH')).toBe('Ersatzteile')
    expect(relatedWords('spare-parts', 'fr')).toBe('Pièces de rechange')
    expect(relatedWords('goes-with', 'pt-BR')).toBe('Goes with it')
  })
})

describe('options that a text names in words', () => {
  const setup = testSetup()
  const named = (html: string, language = 'en-GB') =>
    optionsNamed(normalForm(html), language, setup).map((o) => `${o.attribute}: ${o.option}`)

  it('are whole words of its own language', () => {
    expect(named('<p>Strong <em>steel</em>, for winter.</p>')).toEqual(['season: winter', 'material: steel'])
    expect(named('<p>Steelwork and woollen.</p>')).toEqual([])
    expect(named('<p>En steel-fr.</p>', 'fr-CH')).toEqual(['material: steel'])
    expect(named('<p>Steel</p>', 'ja-JP')).toEqual([])
  })
  it('are not what an inline value says, nor sizes of one letter', () => {
    expect(named('<p><data value="attribute:material"></data> in S, M and L</p>')).toEqual([])
  })
})
