import { converter, differenceCiede2000 } from 'culori'
import { describe, expect, it } from 'vitest'
import { colourDifference } from '@core/media/colour-difference'
import { labOf, type Lab } from '@core/media/pixels'

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

// Pairs and differences of the supplementary test data of G. Sharma, W. Wu and E. N. Dalal: The CIEDE2000
// Color-Difference Formula (Color Research and Application 30, 2005), table 1, quoted from memory; those below all
// agree with `culori` too.
const sharma: [Lab, Lab, number][] = [
  [[50, 2.6772, -79.7751], [50, 0, -82.7485], 2.0425],
  [[50, 3.1571, -77.2803], [50, 0, -82.7485], 2.8615],
  [[50, 2.8361, -74.02], [50, 0, -82.7485], 3.4412],
  [[50, -1.3802, -84.2814], [50, 0, -82.7485], 1],
  [[50, -1.1848, -84.8006], [50, 0, -82.7485], 1],
  [[50, -0.9009, -85.5211], [50, 0, -82.7485], 1],
  [[50, 0, 0], [50, -1, 2], 2.3669],
  [[50, -1, 2], [50, 0, 0], 2.3669],
  [[50, 2.49, -0.001], [50, -2.49, 0.0009], 7.1792],
  [[50, 2.49, -0.001], [50, -2.49, 0.001], 7.1792],
  [[50, 2.49, -0.001], [50, -2.49, 0.0011], 7.2195],
  [[50, -0.001, 2.49], [50, 0.0009, -2.49], 4.8045],
  [[50, -0.001, 2.49], [50, 0.0011, -2.49], 4.7461],
  [[50, 2.5, 0], [50, 0, -2.5], 4.3065],
  [[50, 2.5, 0], [73, 25, -18], 27.1492],
  [[50, 2.5, 0], [61, -5, 29], 22.8977],
  [[50, 2.5, 0], [56, -27, -3], 31.903],
  [[50, 2.5, 0], [58, 24, 15], 19.4535],
  [[60.2574, -34.0099, 36.2677], [60.4626, -34.1751, 39.4387], 1.2644],
  [[63.0109, -31.0961, -5.8663], [62.8187, -29.7946, -4.0864], 1.263],
  [[22.7233, 20.0904, -46.694], [23.0331, 14.973, -42.5619], 2.0373],
  [[90.8027, -2.0831, 1.441], [91.1528, -1.6435, 0.0447], 1.4441],
  [[2.0776, 0.0795, -1.135], [0.9033, -0.0636, -0.5514], 0.9082],
]

describe('CIEDE2000', () => {
  const theirs = differenceCiede2000()
  const by = (a: Lab, b: Lab) =>
    theirs({ mode: 'lab65', l: a[0], a: a[1], b: a[2] }, { mode: 'lab65', l: b[0], a: b[1], b: b[2] })
  it.each(sharma)('%j and %j are %f apart', (a, b, apart) => {
    expect(colourDifference(a, b)).toBeCloseTo(apart, 4)
    expect(by(a, b)).toBeCloseTo(apart, 4)
  })
  it('agrees with culori on colours from all over the space', () => {
    for (let i = 0; i < 3000; i++) {
      const a: Lab = [(i * 37) % 101, ((i * 53) % 221) - 110, ((i * 71) % 221) - 110]
      const b: Lab = [(i * 13 + 40) % 101, ((i * 89 + 7) % 221) - 110, ((i * 29 + 3) % 221) - 110]
      expect(colourDifference(a, b)).toBeCloseTo(by(a, b), 8)
    }
  })
})
