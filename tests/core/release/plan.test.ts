import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { guardProblem, lastRun, nextRun, timesWords } from '@core/release/plan'

const hour = 3_600_000
const zones = ['Europe/London', 'Europe/Berlin', 'America/Toronto', 'Asia/Tokyo', 'Pacific/Auckland']
/** What the clocks of a place show: day of the week, hour and minute. */
const shown = (timeZone: string, at: number) =>
  new Intl.DateTimeFormat('en-GB', { timeZone, weekday: 'long', hour: '2-digit', minute: '2-digit' }).format(at)

describe('the next run of a plan', () => {
  it('is the first of its days on which its time is still to come', () => {
    const monday = Date.parse('2026-11-30T05:59:00Z')
    const weekly = { days: [1], time: '06:00' }
    expect(nextRun(weekly, 'Europe/London', monday)).toBe(monday + 60_000)
    expect(nextRun(weekly, 'Europe/London', monday + 60_000)).toBe(monday + 60_000 + 7 * 24 * hour)
    expect(nextRun({ days: [3, 5], time: '23:30' }, 'Asia/Tokyo', monday)).toBe(Date.parse('2026-12-02T14:30:00Z'))
  })
  it('comes once on the days on which clocks change', () => {
    const daily = { days: [1, 2, 3, 4, 5, 6, 7], time: '02:30' }
    // In Berlin the hour from two is left out on 28 March 2027, and comes twice on 31 October.
    expect(nextRun(daily, 'Europe/Berlin', Date.parse('2027-03-27T12:00Z'))).toBe(Date.parse('2027-03-28T01:30:00Z'))
    const first = nextRun(daily, 'Europe/Berlin', Date.parse('2027-10-30T12:00Z'))
    expect(first).toBe(Date.parse('2027-10-31T00:30:00Z'))
    expect(nextRun(daily, 'Europe/Berlin', first)).toBe(Date.parse('2027-11-01T01:30:00Z'))
  })
  it('shows its time on one of its days, in any zone, and none lies between', () => {
    const days = fc.uniqueArray(fc.integer({ min: 1, max: 7 }), { minLength: 1 })
    const after = fc.integer({ min: Date.parse('2026-01-01'), max: Date.parse('2028-01-01') })
    fc.assert(
      fc.property(days, fc.integer({ min: 4, max: 23 }), fc.constantFrom(...zones), after, (days, h, zone, now) => {
        const time = `${String(h).padStart(2, '0')}:15`
        const run = nextRun({ days, time }, zone, now)
        const names = days.map((d) => timesWords({ days: [d], time }).split(' ')[0]!)
        expect(
          names.some((name) => shown(zone, run) === `${name} ${time}`),
          shown(zone, run),
        ).toBe(true)
        expect(run).toBeGreaterThan(now)
        expect(nextRun({ days, time }, zone, run - 1)).toBe(run)
        expect(run - now).toBeLessThanOrEqual(7 * 24 * hour + hour)
      }),
      { seed: 20261201 },
    )
  })
})

describe('the words of a plan', () => {
  it('name its days as people do', () => {
    const words = (...days: number[]) => timesWords({ days, time: '06:00' })
    expect(words(5, 4, 3, 2, 1)).toBe('Monday to Friday at 06:00')
    expect(words(1, 2, 3, 4, 5, 6, 7)).toBe('Every day at 06:00')
    expect(words(6)).toBe('Saturday at 06:00')
    expect(words(7, 1, 3)).toBe('Monday, Wednesday and Sunday at 06:00')
  })
})

describe('the last moment of a plan', () => {
  it('is the one after which the next comes, for any plan, zone and moment', () => {
    const zones = fc.constantFrom('Europe/London', 'America/Toronto', 'Asia/Tokyo', 'Australia/Lord_Howe')
    const days = fc.subarray([1, 2, 3, 4, 5, 6, 7], { minLength: 1 })
    const time = fc.constantFrom('00:00', '01:30', '02:30', '23:59')
    const at = fc.integer({ min: Date.UTC(2026, 0, 1), max: Date.UTC(2028, 0, 1) })
    fc.assert(
      fc.property(days, time, zones, at, (days, time, zone, at) => {
        const last = lastRun({ days, time }, zone, at)
        expect(last).toBeLessThanOrEqual(at)
        expect(nextRun({ days, time }, zone, last)).toBeGreaterThan(at)
        expect(lastRun({ days, time }, zone, last), 'it has come when it comes').toBe(last)
      }),
      { numRuns: 300, seed: 4870 },
    )
  })
})

describe('the guards of a plan', () => {
  const none = { mostChanged: null, leastLeft: null }
  const change = { added: 0, changed: 20, removed: 5, live: 100 }
  it('stop what changes or takes away more than they allow, and nothing else', () => {
    expect(guardProblem(none, change)).toBeUndefined()
    expect(guardProblem({ ...none, mostChanged: 25 }, change)).toBeUndefined()
    expect(guardProblem({ ...none, mostChanged: 24 }, change)).toBe(
      '25 of 100 live pages would change or go: more than 24%.',
    )
    expect(guardProblem({ ...none, leastLeft: 95 }, change)).toBeUndefined()
    expect(guardProblem({ ...none, leastLeft: 96 }, change)).toBe('Only 95 pages would be left: fewer than 96.')
  })
  it('let a first release go, which changes nothing that is live', () => {
    expect(
      guardProblem({ mostChanged: 1, leastLeft: 1 }, { added: 3, changed: 0, removed: 0, live: 0 }),
    ).toBeUndefined()
  })
})
