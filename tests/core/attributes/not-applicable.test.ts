import { describe, expect, it } from 'vitest'
import { attributeTypeNames, type Attribute, type Value } from '@core/attributes/attribute'
import { carriedOver } from '@core/attributes/carry'
import { commonAttributes } from '@core/attributes/common'
import { isNotApplicable, mayNotApply, notApplicable, notApplicableCell } from '@core/attributes/not-applicable'
import { reworkValue } from '@core/attributes/rework'
import { checkedValue } from '@core/attributes/checked-value'
import { attributeTypes } from '@core/attributes/types/registry'
import { ValueProblem } from '@core/attributes/types/shape'
import { libraryOf } from '@core/media/versions'
import { outcomeOf } from '@core/bulk/change'
import { displayValue, editionReader, factsTable, valueForTeam, valuesFor } from '@core/page/values'
import { attributes, family, product, testSetup } from '../../world'

const setup = testSetup()
const attribute = (code: string) => setup.attributes.get(code)!
const shownIn = { language: 'en-GB', labels: ['en-GB'] }

describe('a fact that is stated not to apply', () => {
  const stated = attributes.filter((a) => mayNotApply(a, attributeTypes[a.type]))

  it('can be stated of facts, not of texts that are translated, pictures and questions', () => {
    expect(stated.map((a) => a.code)).toEqual(
      expect.arrayContaining(['model', 'season', 'mounting', 'weight', 'grade', 'reflective', 'launched']),
    )
    for (const code of ['name', 'summary', 'description', 'chart', 'in-the-box', 'pictures', 'guides', 'asked']) {
      expect(stated.map((a) => a.code)).not.toContain(code)
      expect(() => checkedValue(notApplicable, attribute(code))).toThrow(ValueProblem)
    }
  })

  it.each(stated.map((a): [string, Attribute] => [a.code, a]))('goes through files and back: %s', (_, a) => {
    const type = attributeTypes[a.type]
    const value = checkedValue({ applies: false }, a)!
    expect(value).toEqual(notApplicable)
    expect(type.toCell(value, a)).toBe(notApplicableCell)
    expect(checkedValue(type.fromCell(' (Does not apply) ', a, '.'), a)).toEqual(notApplicable)
    expect(type.comparable(value, a)).toBeUndefined()
    expect(type.display(value, a, shownIn)).toBe('')
    expect(type.isEmpty(value)).toBe(false)
  })

  it('leaves every type what it was', () => {
    expect(Object.keys(attributeTypes).sort()).toEqual([...attributeTypeNames].sort())
    expect(attributeTypes.text.merge!('one two', 'one three two', 'one two four')).toEqual({
      merged: 'one three two four',
      overlaps: 0,
    })
    expect(attributeTypes.text.merge!('one', notApplicable, 'two').overlaps).toBe(1)
    expect(attributeTypes.measure.numberIn!('1,2 kg')).toBe('1,2')
    expect(attributeTypes.measure.numberIn!(notApplicableCell)).toBeUndefined()
  })

  it('is outside no bounds', () => {
    const bounded = { ...attribute('grade'), allowed: { least: 0, most: 10, pattern: null } }
    expect(checkedValue(notApplicable, bounded)).toEqual(notApplicable)
    expect(() => checkedValue(11, bounded)).toThrow(ValueProblem)
  })

  it('goes with its fact into another field and another type, where that can hold it', () => {
    const source = { value: notApplicable, attribute: attribute('weight') }
    expect(carriedOver(source, attribute('grade'))).toEqual(notApplicable)
    expect(carriedOver(source, attribute('summary'))).toBeNull()
    expect(reworkValue(notApplicable, attribute('season'), { ...attribute('season'), type: 'choices' })).toEqual(
      notApplicable,
    )
    expect(reworkValue(notApplicable, attribute('season'), attribute('summary'))).toBeNull()
  })
})

describe('on a page', () => {
  const product1 = family(product('B-1', {}, { weight: notApplicable, model: 'Regn' }))
  const read = (language: string) => {
    const reader = editionReader(setup, 'ch', language)
    const values = valuesFor(product1.root, product1, reader, setup)
    return { reader, values, table: factsTable('bag', values, reader, setup, libraryOf([])) }
  }

  it('is left out of the facts, or stands there as the type says, in a language that counts', () => {
    expect(read('fr-CH').table).toBe('<table><tbody><tr><th>model (fr)</th><td>Regn</td></tr></tbody></table>')
    const use = setup.types.get('bag')!.attributes.find((u) => u.attribute === 'weight')!
    use.notApplicable = { 'en-GB': 'None' }
    expect(read('fr-CH').table).not.toContain('weight')
    use.notApplicable = { 'en-GB': 'None', 'fr-CH': 'Aucun & rien' }
    expect(read('fr-CH').table).toContain('<tr><th>weight (fr)</th><td>Aucun &amp; rien</td></tr>')
    use.notApplicable = {}
  })

  it('reads as such for the team, and as nothing for shoppers', () => {
    const { reader } = read('fr-CH')
    expect(valueForTeam('weight', notApplicable, reader, setup)).toBe('Does not apply')
    expect(displayValue('weight', notApplicable, reader, setup)).toBe('')
  })
})

describe('in a bulk edit', () => {
  const b1 = family(product('B-1', {}, { grade: notApplicable, weight: { value: 1, unit: 'kg' } }))
  const outcome = (attribute: string, change: object) =>
    outcomeOf(
      b1.root,
      b1,
      { attribute, storefront: null, language: null, members: 'fitting', ...change } as never,
      setup,
    )

  it('is set like a value, and stays where a change builds on the value that is there', () => {
    expect(outcome('weight', { do: 'set', value: { applies: false } })).toMatchObject({ after: notApplicable })
    expect(outcome('grade', { do: 'set', value: 3 })).toMatchObject({ before: notApplicable, after: 3 })
    expect(outcome('grade', { do: 'adjust', by: 1 })).toBeNull()
    expect(outcome('grade', { do: 'clear' })).toMatchObject({ after: null })
  })
})

describe('what a new product type begins with', () => {
  const [bag, glove] = [setup.types.get('bag')!, setup.types.get('glove')!]

  it('is what all types have, used as all of them use it', () => {
    const required = { ...bag.attributes[0]!, required: true }
    const shared = commonAttributes([
      { ...bag, attributes: [required, ...bag.attributes.slice(1)] },
      { ...glove, attributes: glove.attributes.filter((u) => u.attribute !== 'model') },
    ])
    const codes = shared.attributes.map((u) => u.attribute)
    expect(codes).toContain('name')
    expect(codes).not.toContain('model')
    // Gloves have a size per variant and a default material, bags have not; and the name is asked of bags alone.
    expect(shared.attributes.find((u) => u.attribute === 'size')!.perVariant).toBe(false)
    expect(shared.attributes.find((u) => u.attribute === 'material')!.default).toBeNull()
    expect(shared.attributes.find((u) => u.attribute === 'name')!.required).toBe(false)
    expect(shared.groups).toEqual(bag.groups)
  })

  it('is that of the only type, and nothing where there is none', () => {
    expect(commonAttributes([glove]).attributes).toEqual(glove.attributes)
    expect(commonAttributes([])).toEqual({ groups: [], attributes: [] })
  })

  it('can be changed without changing the types', () => {
    const begun = commonAttributes([glove])
    begun.attributes[0]!.required = true
    expect(glove.attributes[0]!.required).toBe(false)
  })
})

describe('isNotApplicable', () => {
  it.each<[Value | null | undefined, boolean]>([
    [notApplicable, true],
    [{ value: 1, unit: 'kg' }, false],
    [false, false],
    [null, false],
    [undefined, false],
    [[], false],
  ])('%j: %s', (value, is) => expect(isNotApplicable(value)).toBe(is))
})
