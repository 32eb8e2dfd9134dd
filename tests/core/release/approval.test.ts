import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { isApproved, refusal, stateAfter, type Approval, type OnItsWay } from '@core/release/approval'

const maker = 1
const way = (state: OnItsWay['state'], ...approvals: Approval[]): OnItsWay => ({ state, approvals, of: [maker] })
const yes = (person: number): Approval => ({ person, verdict: 'approved' })
const no = (person: number): Approval => ({ person, verdict: 'refused' })
const asked = (wish: Parameters<typeof refusal>[0], release: OnItsWay, needed: number, person = 2) =>
  refusal(wish, release, { needed, person })

describe('approval of a release', () => {
  it('is asked of nobody where the storefront wants none', () => {
    expect(asked('go-live', way('draft'), 0)).toBeUndefined()
    expect(asked('schedule', way('draft'), 0)).toBeUndefined()
    expect(asked('submit', way('draft'), 0)).toMatch(/needs no approval/)
  })
  it('stops a draft, and one that too few have approved', () => {
    expect(asked('go-live', way('draft'), 1)).toBe('One more person has to approve this release first.')
    expect(asked('go-live', way('waiting'), 2)).toBe('2 more people have to approve this release first.')
    expect(asked('go-live', way('waiting', yes(2)), 2)).toBe('One more person has to approve this release first.')
    expect(asked('go-live', way('approved', yes(2), yes(3)), 2)).toBeUndefined()
    expect(asked('go-live', way('refused', no(2)), 1)).toMatch(/rejected/)
  })
  it('is given by others, once it was asked for', () => {
    expect(asked('judge', way('waiting'), 1, maker)).toMatch(/cannot approve/)
    expect(asked('judge', way('draft'), 1)).toMatch(/not waiting for approval/)
    expect(asked('judge', way('waiting'), 1)).toBeUndefined()
    expect(asked('submit', way('waiting'), 1)).toMatch(/already/)
  })
  it('counts until enough have approved; one refusal stops it', () => {
    expect(stateAfter(way('waiting', yes(2)), 2)).toBe('waiting')
    expect(stateAfter(way('waiting', yes(2), yes(3)), 2)).toBe('approved')
    expect(stateAfter(way('waiting', yes(2), no(3)), 1)).toBe('refused')
  })
  it('never lets a release go that somebody refused, or that fewer approved than are needed', () => {
    const approval = fc.record({
      person: fc.nat(9),
      verdict: fc.constantFrom<Approval['verdict']>('approved', 'refused'),
    })
    fc.assert(
      fc.property(
        fc.uniqueArray(approval, { selector: (a) => a.person }),
        fc.integer({ min: 1, max: 2 }),
        (all, needed) => {
          const release = way('waiting', ...all)
          const state = stateAfter(release, needed)
          const goes = isApproved({ ...release, state }, needed) && state !== 'refused'
          const approved = all.filter((a) => a.verdict === 'approved').length
          expect(goes).toBe(all.every((a) => a.verdict === 'approved') && approved >= needed)
        },
      ),
    )
  })
})
