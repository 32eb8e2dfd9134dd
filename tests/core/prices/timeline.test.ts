import { describe, expect, it } from 'vitest'
import { priceTimeline } from '@core/prices/timeline'

const day = 86_400_000
const moment = Date.UTC(2026, 10, 27)

describe('special prices on a strip of time', () => {
  it('is as long as its windows need, and ten weeks at least', () => {
    const alone = priceTimeline([{ from: moment, to: moment + day }], moment)
    expect((alone.to - alone.from) / day).toBe(74)
    const long = priceTimeline([{ from: moment - 40 * day, to: moment + 160 * day }], moment)
    expect((long.to - long.from) / day).toBe(200)
    expect(long.now).toBeCloseTo(0.2)
  })

  it('cuts open ends and what is years away', () => {
    const [open, far] = priceTimeline(
      [
        { from: -Infinity, to: Infinity },
        { from: moment - 4000 * day, to: moment + 4000 * day },
      ],
      moment,
    ).bars
    expect(open).toMatchObject({ from: 0, to: 1, cutBefore: true, cutAfter: true, isValid: true })
    expect(far).toMatchObject({ from: 0, to: 1, cutBefore: true, cutAfter: true })
  })

  it('says which are valid: the end is the first moment that is not', () => {
    const { bars } = priceTimeline(
      [
        { from: moment, to: moment + day },
        { from: moment - day, to: moment },
      ],
      moment,
    )
    expect(bars.map((b) => b.isValid)).toEqual([true, false])
    expect(bars[1]!.from).toBeLessThan(bars[1]!.to)
  })
})
