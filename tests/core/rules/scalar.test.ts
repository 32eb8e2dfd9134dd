import { describe, expect, it } from 'vitest'
import { isScalar, scalarAttributes } from '@core/rules/scalar'
import { testSetup } from '../../world'

const setup = testSetup()

const attribute = (code: string) => setup.attributes.get(code)!

describe('an attribute whose values are their own facts', () => {
  it('is one of one number or short text that depends on nothing', () => {
    for (const code of ['weight', 'season', 'reflective', 'launched', 'model'])
      expect(isScalar(attribute(code), setup), code).toBe(true)
  })
  it.each([
    ['mounting', 'has several'],
    ['name', 'is translated'],
    ['description', 'is long'],
    ['material', 'has a default somewhere'],
    ['size', 'is of variants'],
  ])('is not %s, which %s', (code) => {
    expect(isScalar(attribute(code), setup)).toBe(false)
  })
  it('is none that a type has a default for, or has per variant, or that storefronts have of their own', () => {
    const type = [...setup.types.values()].find((t) => t.attributes.some((a) => a.attribute === 'season'))!
    const withUse = (use: object) => ({
      types: new Map(setup.types).set(type.code, {
        ...type,
        attributes: type.attributes.map((a) => (a.attribute === 'season' ? { ...a, ...use } : a)),
      }),
    })
    expect(isScalar(attribute('season'), withUse({}))).toBe(true)
    expect(isScalar(attribute('season'), withUse({ default: 'summer' }))).toBe(false)
    expect(isScalar(attribute('season'), withUse({ perVariant: true }))).toBe(false)
    expect(isScalar({ ...attribute('season'), perStorefront: true }, setup)).toBe(false)
  })
  it('is found among all of a set-up', () => {
    const plain = scalarAttributes(setup)
    for (const a of setup.attributes.values()) expect(plain.has(a.code), a.code).toBe(isScalar(a, setup))
    expect(scalarAttributes(setup)).toBe(plain)
  })
})
