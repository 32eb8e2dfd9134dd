import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { checkCondition } from '@core/rules/check'
import { metEver } from '@core/rules/ever'
import { factsOf } from '@core/rules/facts'
import { compilePredicate } from '@core/rules/predicate'
import { aCondition, aFamily } from '../../catalogues'
import { price, product, single, someMoment, special, testSetup } from '../../world'

const setup = testSetup()
const day = 86_400_000
const lenses = [-30, -2, -1, 0, 1, 2, 30].flatMap((days) =>
  [null, 'club', 'workshop'].map((group) => ({ storefront: 'uk', group, moment: someMoment + days * day })),
)
const now = lenses.find((lens) => lens.group === null && lens.moment === someMoment)!
const cheap = { field: 'price', is: 'below', value: '50 GBP' }
const coming = single(
  product('PE-1', { prices: [price('uk', 80), special('uk', 40, { from: '2027-01-01', to: '2027-01-08' })] }),
)
const dear = single(product('PE-2', { prices: [price('uk', 80)] }))
const couldMeet = (rule: unknown, of = coming) =>
  compilePredicate(metEver(checkCondition(rule, setup)))(factsOf(of, now, setup))

describe('what meets a rule at any moment', () => {
  it('is all that meets it at some moment for some customer, for any rule and product', () => {
    let changing = 0
    fc.assert(
      fc.property(aCondition, fc.array(aFamily, { minLength: 1, maxLength: 3 }), (rule, families) => {
        const node = checkCondition(rule, setup)
        const [meets, couldMeet] = [compilePredicate(node), compilePredicate(metEver(node))]
        for (const family of families) {
          const met = lenses.map((lens) => meets(factsOf(family, lens, setup)))
          if (new Set(met).size === 2) changing++
          if (met.includes(true)) for (const lens of lenses) expect(couldMeet(factsOf(family, lens, setup))).toBe(true)
        }
      }),
      { numRuns: 400, seed: 4870 },
    )
    expect(changing, 'rules that are met at some moments and not at others').toBeGreaterThan(10)
  })

  it('is found through a price that comes, also where the rule says what must not be', () => {
    expect(couldMeet(cheap)).toBe(true)
    expect(couldMeet({ none: [cheap] })).toBe(true)
    expect(couldMeet({ all: [{ none: [{ any: [cheap, { field: 'type', is: 'equals', value: 'bag' }] }] }] })).toBe(
      false,
    )
    expect(couldMeet({ field: 'rule', is: 'equals', value: 'small-cheap' })).toBe(false)
  })

  it('is narrowed down by what does not change by itself', () => {
    expect(couldMeet({ all: [cheap, { field: 'type', is: 'equals', value: 'glove' }] })).toBe(false)
    expect(couldMeet(cheap, dear), 'prices are not looked at').toBe(true)
    expect(couldMeet({ field: 'basePrice', is: 'below', value: '50 GBP' }, dear)).toBe(false)
  })
})
