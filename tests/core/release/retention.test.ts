import { describe, expect, it } from 'vitest'
import { keptReleases } from '@core/release/retention'

describe('which releases of a storefront are kept', () => {
  it('are the latest, and those that are needed for something', () => {
    expect(keptReleases({ numbers: [1, 2, 3, 4, 5, 6], keeps: 2, needed: [3] })).toEqual({ kept: [3, 5, 6], oldest: 5 })
  })
  it('are all where there are no more than are kept', () => {
    expect(keptReleases({ numbers: [2, 1], keeps: 50, needed: [] })).toEqual({ kept: [1, 2], oldest: 1 })
    expect(keptReleases({ numbers: [], keeps: 2, needed: [] })).toEqual({ kept: [], oldest: 0 })
  })
  it('are none that was forgotten before, whoever needs it', () => {
    expect(keptReleases({ numbers: [4, 5, 6], keeps: 2, needed: [1] }).kept).toEqual([5, 6])
  })
})
