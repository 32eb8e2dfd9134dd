import { describe, expect, it } from 'vitest'
import { dayNumber, dayNumberIn, holdsAt, instantOf, windowIn } from '@core/moments/instant'

const utc = (ms: number) => new Date(ms).toISOString().slice(0, 16)

// Changes of the clock as the IANA time zone database has them (through Intl): 2026-03-29 and 2026-10-25 in Europe,
// 2026-03-08 and 2026-11-01 in Toronto, none in Tokyo and Dubai.
describe('local times as instants', () => {
  it.each([
    ['2026-07-01T12:00', 'Europe/Zurich', '2026-07-01T10:00'],
    ['2026-01-01T12:00', 'Europe/London', '2026-01-01T12:00'],
    ['2026-11-25T09:30', 'Asia/Tokyo', '2026-11-25T00:30'],
    ['2026-06-01T00:00', 'Asia/Dubai', '2026-05-31T20:00'],
    // A time that the clock jumps over moves forward by the gap.
    ['2026-03-29T02:30', 'Europe/Zurich', '2026-03-29T01:30'],
    ['2026-03-29T01:30', 'Europe/London', '2026-03-29T01:30'],
    ['2026-03-08T02:15', 'America/Toronto', '2026-03-08T07:15'],
    // A time that comes twice is the first of the two.
    ['2026-10-25T02:30', 'Europe/Zurich', '2026-10-25T00:30'],
    ['2026-10-25T01:30', 'Europe/London', '2026-10-25T00:30'],
    ['2026-11-01T01:30', 'America/Toronto', '2026-11-01T05:30'],
    // On both sides of a change.
    ['2026-03-29T03:00', 'Europe/Zurich', '2026-03-29T01:00'],
    ['2026-10-25T03:00', 'Europe/Zurich', '2026-10-25T02:00'],
  ])('%s in %s is %s', (local, zone, expected) => expect(utc(instantOf(local, zone))).toBe(expected))

  it('takes a bare date as its start, and as an end for the start of the next day', () => {
    expect(utc(instantOf('2026-11-27', 'Europe/Zurich'))).toBe('2026-11-26T23:00')
    expect(utc(instantOf('2026-11-27', 'Europe/Zurich', true))).toBe('2026-11-27T23:00')
    // The day of the change has 23 hours.
    const { from, to } = windowIn({ from: '2026-03-29', to: '2026-03-29' }, 'Europe/Berlin')
    expect((to - from) / 3_600_000).toBe(23)
  })

  it('includes the beginning of a window and excludes its end', () => {
    const w = { from: '2026-11-27T06:00', to: '2026-11-27T07:00' }
    const at = instantOf('2026-11-27T06:00', 'Europe/Zurich')
    expect([at - 1, at, at + 3_599_999, at + 3_600_000].map((t) => holdsAt(w, 'Europe/Zurich', t))).toEqual([
      false,
      true,
      true,
      false,
    ])
    expect(holdsAt({}, 'UTC', at)).toBe(true)
  })

  it('begins at another instant in each zone', () => {
    const begins = ['Asia/Tokyo', 'Asia/Dubai', 'Europe/Zurich', 'Europe/London', 'America/Toronto'].map((z) =>
      instantOf('2026-11-27', z),
    )
    expect(begins).toEqual([...begins].sort((a, b) => a - b))
    expect(new Set(begins).size).toBe(5)
  })

  it('knows which day it is in a zone', () => {
    const t = Date.UTC(2026, 10, 25, 23, 30)
    expect([
      dayNumberIn('Europe/London', t),
      dayNumberIn('Europe/Zurich', t),
      dayNumberIn('America/Toronto', t),
    ]).toEqual(['2026-11-25', '2026-11-26', '2026-11-25'].map(dayNumber))
  })

  it.each(['tomorrow', '2026-02-29', '2026-13-01', '2026-11-27T25:00', '2026-11-27T10:61', ''])(
    'refuses “%s”',
    (text) => {
      expect(() => instantOf(text, 'UTC')).toThrow(RangeError)
    },
  )
})
