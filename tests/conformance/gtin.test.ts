import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import { isGTIN, isValid } from 'gtin'
import { checkDigit, gtinProblem } from '@core/gtin/check-digit'

// GS1 General Specifications, section 7.9 (check digit calculation); the worked example 6291041500213 is the one that
// GS1 publishes with it. From memory.
describe('GTIN check digits', () => {
  it('agree with GS1’s worked example', () => {
    expect(checkDigit('629104150021')).toBe(3)
    expect(gtinProblem('6291041500213')).toBeUndefined()
    expect(gtinProblem('6291041500214')).toContain('should be 3')
  })
  it('agree with the package “gtin” on codes of every length, right and wrong', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(8, 12, 13, 14),
        fc.array(fc.nat(9), { minLength: 14, maxLength: 14 }),
        (length, digits) => {
          const code = digits.slice(0, length).join('')
          expect(gtinProblem(code) === undefined).toBe(isGTIN(code) && isValid(code))
        },
      ),
      { numRuns: 2000, seed: 4870 },
    )
  })
  it('are refused in other lengths', () => {
    for (const code of ['', '1', '123456789', '12345678901', '123456789012345', '12345a78'])
      expect(gtinProblem(code), code).toBeDefined()
  })
})
