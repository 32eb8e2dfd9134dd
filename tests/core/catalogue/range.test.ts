import { describe, expect, it } from 'vitest'
import { isInRange } from '@core/catalogue/range'

const at = (text: string) => Date.parse(text)
const inRange = (
  range: Parameters<typeof isInRange>[0],
  group: string | null = null,
  moment = at('2026-11-25T12:00Z'),
  zone = 'Europe/Zurich',
) => isInRange(range, 'ch', zone, group, moment)
const entry = (more: object = {}) => [{ storefront: 'ch', groups: [], from: null, to: null, ...more }]

describe('a range', () => {
  it('that is empty has every storefront, for everybody, always', () => {
    expect(inRange([])).toBe(true)
  })
  it('has the storefronts it names, and no other', () => {
    expect([inRange(entry()), inRange(entry({ storefront: 'uk' }))]).toEqual([true, false])
  })
  it('of some customers is theirs alone, not of those without a group', () => {
    const club = entry({ groups: ['club', 'workshop'] })
    expect([inRange(club, 'club'), inRange(club, 'retail'), inRange(club)]).toEqual([true, false, false])
  })
  it('begins with its first moment and ends before its last, in the storefront’s zone', () => {
    const week = entry({ from: '2026-11-25T13:00', to: '2026-11-26' })
    expect(
      [at('2026-11-25T11:59:59Z'), at('2026-11-25T12:00Z'), at('2026-11-26T22:59:59Z'), at('2026-11-26T23:00Z')].map(
        (m) => inRange(week, null, m),
      ),
    ).toEqual([false, true, true, false])
    expect(inRange(week, null, at('2026-11-25T04:00Z'), 'Asia/Tokyo')).toBe(true)
  })
  it('of several entries holds where any does', () => {
    expect(inRange([...entry({ from: '2027-01-01' }), ...entry({ groups: ['club'] })], 'club')).toBe(true)
  })
})
