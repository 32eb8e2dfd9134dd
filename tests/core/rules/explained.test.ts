import { describe, expect, it } from 'vitest'
import { checkCondition } from '@core/rules/check'
import type { Condition } from '@core/rules/condition'
import { compileExplainer, decidingPart } from '@core/rules/explain'
import { conditionWords } from '@core/rules/explained'
import { factsOf } from '@core/rules/facts'
import type { Family } from '@core/catalogue/model'
import { family, price, product, someMoment, testSetup } from '../../world'

const setup = testSetup()
const lens = { storefront: 'uk', group: null, moment: someMoment }
const bag = family(product('PE-1', { brand: 'varga', prices: [price('uk', 58)] }, { weight: { value: 1, unit: 'kg' } }))
const gloves = family(
  product('GL-1', { type: 'glove' }),
  product('GL-1-S', { stock: 0 }),
  product('GL-1-M', { stock: 12 }),
)
const words = (condition: Condition, of: Family = bag) =>
  conditionWords(compileExplainer(checkCondition(condition, setup))(factsOf(of, lens, setup)), setup, {
    language: 'en-GB',
    currency: 'GBP',
  })
const t = (field: string, is: string, value?: unknown) => ({ field, is, value }) as Condition

it.each<[Condition, string]>([
  [t('price', 'between', ['35 GBP', '60 GBP']), 'Price today £58.00, between £35.00 and £60.00'],
  [t('price', 'below', '40 GBP'), 'Price today £58.00, not below £40.00'],
  [t('brand', 'equals', 'varga'), 'Brand Varga & Daughter'],
  [t('brand', 'equals', 'oxbrook'), 'Brand Varga & Daughter, not Oxbrook'],
  [t('brand', 'one-of', ['oxbrook', 'varga']), 'Brand Varga & Daughter, one of Oxbrook or Varga & Daughter'],
  [t('attribute:weight', 'at-most', '1200 g'), 'Weight 1,000 g, at most 1,200 g'],
  [t('attribute:season', 'equals', 'winter'), 'Season has no value, not winter'],
  [t('brand', 'present'), 'Brand filled: Varga & Daughter'],
  [t('attribute:season', 'present', false), 'Season empty'],
])('says %j and what it came to', (condition, said) => expect(words(condition)).toBe(said))

it('says of each variant what it has', () =>
  expect(words(t('stock', 'above', 3), gloves)).toBe('Stock GL-1-S 0, GL-1-M 12, above 3'))

it('says once what all variants have', () => {
  const alike = family(
    product('GL-2', { type: 'glove' }),
    product('GL-2-S', { stock: 12 }),
    product('GL-2-M', { stock: 12 }),
  )
  expect(words(t('stock', 'above', 3), alike)).toBe('Stock 12 in all 2 variants, above 3')
})

describe('the one condition that decides', () => {
  const deciding = (condition: Condition) =>
    decidingPart(compileExplainer(checkCondition(condition, setup))(factsOf(bag, lens, setup)))
  const [cheap, ours, wintry] = [
    t('price', 'below', '40 GBP'),
    t('brand', 'equals', 'varga'),
    t('attribute:season', 'equals', 'winter'),
  ]
  it('is the first that fails where all must be met', () => {
    expect(deciding({ all: [ours, cheap, wintry] })).toMatchObject({ field: 'price', met: false })
  })
  it('is the one that is met where one is enough, however deep it stands', () => {
    expect(deciding({ all: [{ any: [cheap, { all: [ours] }] }] })).toMatchObject({ field: 'brand', met: true })
  })
  it('is what is met although it must not be', () => {
    expect(deciding({ none: [cheap, ours] })).toMatchObject({ field: 'brand', met: true })
  })
  it('is the group itself where all of its conditions decide together', () => {
    expect(deciding({ all: [ours, t('attribute:weight', 'at-most', '1200 g')] })).toMatchObject({ kind: 'all' })
    expect(deciding({ any: [cheap, wintry] })).toMatchObject({ kind: 'any', met: false })
  })
})
