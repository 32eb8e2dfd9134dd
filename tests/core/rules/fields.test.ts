import { describe, expect, it } from 'vitest'
import { allFields, codesOf, findField } from '@core/rules/fields'
import type { Field } from '@core/rules/condition'
import { testSetup } from '../../world'

const setup = testSetup()
const field = (name: string) => findField(name, setup) as Field

describe('the fields of rules', () => {
  it('are found by name, by attribute, by language, by the name of another system’s fact', () => {
    expect(field('price')).toMatchObject({ kind: 'price', perVariant: true, attribute: null })
    expect(field('attribute:weight')).toMatchObject({ kind: 'measure', attribute: 'weight' })
    expect(field('name@fr-ch')).toMatchObject({ attribute: 'name', language: 'fr-CH' })
    expect(field('carried:tax-class')).toEqual({
      name: 'carried:tax-class',
      kind: 'text',
      key: 'carried:tax-class',
      perVariant: false,
      attribute: null,
      language: null,
    })
    expect(field('attribute:pictures')).toMatchObject({ kind: 'codes' })
  })
  it.each([
    ['nothing', 'There is no field “nothing”.'],
    ['attribute:nothing', 'There is no attribute “nothing”.'],
    ['name@??', '“??” is not a language'],
    ['stock@fr-CH', '“stock” has no language.'],
    ['attribute:weight@fr-CH', '“weight” is not translatable'],
    ['carried:', 'There is no field “carried:”.'],
    ['carried:x@fr-CH', '“carried:x” has no language.'],
  ])('say what is wrong with %s', (name, sentence) => {
    expect(findField(name, setup)).toContain(sentence)
  })
  it('know their codes, where there are few enough to choose from', () => {
    const codes = (name: string) => codesOf(field(name), setup)?.map((c) => c.code)
    expect(codes('list')).toEqual(['spring', 'staff'])
    expect(codes('sold-in')).toEqual(['uk', 'ch', 'ca'])
    expect(codes('attribute:mounting')).toEqual(['rack', 'handlebar', 'frame'])
    expect([codes('tags'), codes('attribute:pictures'), codes('attribute:asked'), codes('name')]).toEqual([
      undefined,
      undefined,
      undefined,
      undefined,
    ])
  })
  it('are all offered once, an attribute under its own name only where no field stands for it', () => {
    const names = allFields(setup, ['tax-class']).map((f) => f.field.name)
    expect(new Set(names).size).toBe(names.length)
    expect(names).toContain('carried:tax-class')
    expect(names).toContain('attribute:weight')
    expect(names).not.toContain('attribute:season')
  })
})
