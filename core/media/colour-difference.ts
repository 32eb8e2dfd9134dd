import type { Lab } from './pixels'

const degree = Math.PI / 180
const seventh = 25 ** 7
const hueOf = (a: number, b: number) => (a === 0 && b === 0 ? 0 : (Math.atan2(b, a) / degree + 360) % 360)

/**
 * How far two colours are apart to the eye: CIEDE2000 (CIE 142-2001), with all three weights at one. Zero is the same;
 * about one is just noticeable side by side. After G. Sharma, W. Wu, E. N. Dalal: The CIEDE2000 Color-Difference
 * Formula (2005).
 */
export function colourDifference([l1, a1, b1]: Readonly<Lab>, [l2, a2, b2]: Readonly<Lab>): number {
  const meanChroma = (Math.hypot(a1, b1) + Math.hypot(a2, b2)) / 2
  const g = 0.5 * (1 - Math.sqrt(meanChroma ** 7 / (meanChroma ** 7 + seventh)))
  const [p1, p2] = [(1 + g) * a1, (1 + g) * a2]
  const [c1, c2] = [Math.hypot(p1, b1), Math.hypot(p2, b2)]
  const [h1, h2] = [hueOf(p1, b1), hueOf(p2, b2)]
  const grey = c1 * c2 === 0
  let turn = grey ? 0 : h2 - h1
  if (turn > 180) turn -= 360
  else if (turn < -180) turn += 360
  const dl = l2 - l1
  const dc = c2 - c1
  const dh = 2 * Math.sqrt(c1 * c2) * Math.sin((turn / 2) * degree)
  const l = (l1 + l2) / 2
  const c = (c1 + c2) / 2
  const h = grey
    ? h1 + h2
    : Math.abs(h1 - h2) <= 180
      ? (h1 + h2) / 2
      : h1 + h2 < 360
        ? (h1 + h2 + 360) / 2
        : (h1 + h2 - 360) / 2
  const t =
    1 -
    0.17 * Math.cos((h - 30) * degree) +
    0.24 * Math.cos(2 * h * degree) +
    0.32 * Math.cos((3 * h + 6) * degree) -
    0.2 * Math.cos((4 * h - 63) * degree)
  const sl = 1 + (0.015 * (l - 50) ** 2) / Math.sqrt(20 + (l - 50) ** 2)
  const sc = 1 + 0.045 * c
  const sh = 1 + 0.015 * c * t
  const rt = -2 * Math.sqrt(c ** 7 / (c ** 7 + seventh)) * Math.sin(60 * degree * Math.exp(-(((h - 275) / 25) ** 2)))
  return Math.sqrt((dl / sl) ** 2 + (dc / sc) ** 2 + (dh / sh) ** 2 + rt * (dc / sc) * (dh / sh))
}
