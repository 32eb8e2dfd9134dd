import { describe, expect, it } from 'vitest'
import { cachedFor } from '@core/cache/cached-for'

describe('what is cached for an object', () => {
  it('is calculated once for each object and key, whatever it comes to', () => {
    let made = 0
    const cached = cachedFor<object, number | undefined>()
    const [a, b] = [{}, {}]
    const ask = (of: object, key: string, comesTo?: number) =>
      cached(of, key, () => {
        made++
        return comesTo
      })
    expect([ask(a, 'x', 1), ask(a, 'x', 2), ask(a, 'y', 3), ask(b, 'x', 4)]).toEqual([1, 1, 3, 4])
    expect([ask(a, 'none'), ask(a, 'none', 5)]).toEqual([undefined, undefined])
    expect(made).toBe(4)
  })
  it('takes no room without end', () => {
    let made = 0
    const cached = cachedFor<object, number>(3)
    const of = {}
    for (let i = 0; i < 9; i++) cached(of, String(i), () => ++made)
    cached(of, '8', () => ++made)
    expect(made).toBe(9)
    cached(of, '0', () => ++made)
    expect(made).toBe(10)
  })
  it('is not cached where it could not be worked out', () => {
    const cached = cachedFor<object, number>()
    const of = {}
    expect(() =>
      cached(of, 'x', () => {
        throw new RangeError('not yet')
      }),
    ).toThrow('not yet')
    expect(cached(of, 'x', () => 2)).toBe(2)
  })
})
