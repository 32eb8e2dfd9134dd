import { describe, expect, it } from 'vitest'
import { notApplicable } from '@core/attributes/not-applicable'
import { forCarrier } from '@core/catalogue/package-measures'

const weight = { code: 'package-weight', family: 'mass' } as const
const length = { code: 'package-length', family: 'length' } as const
const imperial = { carrierUnits: { mass: 'lb', length: 'in' } }

describe('a package, for the carrier', () => {
  it('is measured in its units, rounded up', () => {
    // 0.9 kg are 1.98416… lb; 34 cm are 13.3858… in.
    expect(forCarrier(weight, { value: 0.9, unit: 'kg' }, imperial)).toEqual({ value: 1.99, unit: 'lb' })
    expect(forCarrier(length, { value: 34, unit: 'cm' }, imperial)).toEqual({ value: 13.39, unit: 'in' })
    expect(forCarrier(length, { value: 30.48, unit: 'cm' }, imperial)).toEqual({ value: 12, unit: 'in' })
  })
  it('stands as it was entered where that is the carrier’s unit, or none is named', () => {
    expect(forCarrier(weight, { value: 2, unit: 'lb' }, imperial)).toBeNull()
    expect(forCarrier(weight, { value: 2, unit: 'kg' }, { carrierUnits: null })).toBeNull()
  })
  it('is nothing where there is no measure of a package', () => {
    expect(forCarrier({ ...weight, code: 'weight' }, { value: 2, unit: 'kg' }, imperial)).toBeNull()
    expect(forCarrier(weight, null, imperial)).toBeNull()
    expect(forCarrier(weight, notApplicable, imperial)).toBeNull()
  })
})
