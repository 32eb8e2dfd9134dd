import { converter } from 'culori'
import { describe, expect, it } from 'vitest'
import { labOf } from '@core/media/pixels'

// Colours of sRGB in CIELAB under D65, against the package `culori`.
describe('CIELAB', () => {
  const toLab = converter('lab65')
  it('agrees with culori on colours from all over the cube', () => {
    for (let i = 0; i < 2000; i++) {
      const [r, g, b] = [(i * 97) % 256, (i * 61 + 13) % 256, (i * 151 + 7) % 256]
      const theirs = toLab({ mode: 'rgb', r: r / 255, g: g / 255, b: b / 255 })
      const ours = labOf(r, g, b)
      for (const [k, n] of [theirs.l, theirs.a, theirs.b].entries()) expect(ours[k]).toBeCloseTo(n, 2)
    }
  })
})
