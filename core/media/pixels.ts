import type { Measured } from './item'

/** A picture as pixels: red, green, blue and opacity of each, row by row, 0 to 255. */
export interface Raster {
  width: number
  height: number
  data: Uint8Array | Uint8ClampedArray
}

/** L*, a*, b* of CIE 1976 under D65. */
export type Lab = [number, number, number]

const linear = Float64Array.from({ length: 256 }, (_, i) => {
  const c = i / 255
  return c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4
})
const cube = (t: number) => (t > 216 / 24389 ? Math.cbrt(t) : (t * (24389 / 27) + 16) / 116)

/** A colour of sRGB (IEC 61966-2-1), 0 to 255, in CIELAB with the white of D65. */
export function labOf(red: number, green: number, blue: number): Lab {
  const r = linear[red]!
  const g = linear[green]!
  const b = linear[blue]!
  const x = cube((0.4123907993 * r + 0.3575843394 * g + 0.1804807884 * b) / 0.9504559271)
  const y = cube(0.2126390059 * r + 0.7151686788 * g + 0.0721923154 * b)
  const z = cube((0.0193308187 * r + 0.1191947798 * g + 0.9505321522 * b) / 1.0890577508)
  return [116 * y - 16, 500 * (x - y), 200 * (y - z)]
}

/** How far two colours are apart: CIE 1976, the straight line in CIELAB. About 2.3 is just noticeable. */
export function colourDistance(a: readonly number[], b: readonly number[]): number {
  return Math.hypot(a[0]! - b[0]!, a[1]! - b[1]!, a[2]! - b[2]!)
}

const hex = (n: number) => n.toString(16).padStart(2, '0')

/** Pixels laid over white, three numbers each, where some are see-through. */
function overWhite({ data, width, height }: Raster): Uint8Array {
  const out = new Uint8Array(width * height * 3)
  for (let i = 0, o = 0; o < out.length; i += 4, o += 3) {
    const opacity = data[i + 3]!
    if (opacity === 255) {
      out[o] = data[i]!
      out[o + 1] = data[i + 1]!
      out[o + 2] = data[i + 2]!
      continue
    }
    const white = 255 * (255 - opacity)
    out[o] = (data[i]! * opacity + white) / 255
    out[o + 1] = (data[i + 1]! * opacity + white) / 255
    out[o + 2] = (data[i + 2]! * opacity + white) / 255
  }
  return out
}

/** How near to the median a colour of the edge has to be to belong to the ground: soft shadows do, objects do not. */
const sameGround = 7

/**
 * The median colour of a band along the edges, a twenty-fifth of the shorter side wide, and the share of the band that
 * has it.
 */
function backgroundOf(rgb: Uint8Array, width: number, height: number): Measured['background'] {
  const band = Math.max(1, Math.round(Math.min(width, height) / 25))
  const at = new Uint32Array(width * height - Math.max(0, width - 2 * band) * Math.max(0, height - 2 * band))
  const counts = [new Uint32Array(256), new Uint32Array(256), new Uint32Array(256)] as const
  let n = 0
  for (let y = 0; y < height; y++) {
    const edge = y < band || y >= height - band
    for (let x = 0; x < width; x++) {
      // Of a row in the middle only both ends.
      if (!edge && x === band) x = Math.max(band, width - band)
      if (x >= width) break
      const i = (y * width + x) * 3
      at[n++] = i
      counts[0][rgb[i]!]!++
      counts[1][rgb[i + 1]!]!++
      counts[2][rgb[i + 2]!]!++
    }
  }
  const middle = (c: 0 | 1 | 2) => {
    let value = 0
    for (let seen = counts[c][0]!; seen <= n >> 1; seen += counts[c][++value]!);
    return value
  }
  const colour = [middle(0), middle(1), middle(2)] as const
  const ground = labOf(...colour)
  // A plain edge has one colour many thousand times.
  const known = new Map<number, boolean>()
  let same = 0
  for (let k = 0; k < n; k++) {
    const i = at[k]!
    const key = (rgb[i]! << 16) | (rgb[i + 1]! << 8) | rgb[i + 2]!
    let belongs = known.get(key)
    if (belongs === undefined)
      known.set(key, (belongs = colourDistance(labOf(rgb[i]!, rgb[i + 1]!, rgb[i + 2]!), ground) <= sameGround))
    if (belongs) same++
  }
  return { colour: `#${colour.map(hex).join('')}`, share: same / n }
}

/**
 * How blurred a picture is, 0 to 1, without another to compare it with: what a strong blur takes from the differences
 * of neighbours. Of a sharp picture it takes nearly all, of a blurred one little is left to take. F. Crété-Roffet, T.
 * Dolmiere, P. Ladret, M. Nicolas: The Blur Effect (SPIE 6492, 2007), with its mean of nine pixels.
 */
export function blurEffect(grey: Float64Array, width: number, height: number): number {
  // Row by row in both directions, because pixels below each other lie far apart in memory. From one pixel to the next
  // the mean of nine changes by what comes in and what falls out; at the ends the last pixel counts on.
  let [across, keptAcross, down, keptDown] = [0, 0, 0, 0]
  for (let y = 0; y < height; y++) {
    const row = y * width
    for (let x = 1; x < width; x++) {
      const sharp = Math.abs(grey[row + x]! - grey[row + x - 1]!)
      const mean = Math.abs(grey[row + (x + 4 < width ? x + 4 : width - 1)]! - grey[row + (x > 5 ? x - 5 : 0)]!) / 9
      across += sharp
      keptAcross += mean < sharp ? mean : sharp
    }
    if (y === 0) continue
    const ahead = Math.min(height - 1, y + 4) * width
    const behind = Math.max(0, y - 5) * width
    for (let x = 0; x < width; x++) {
      const sharp = Math.abs(grey[row + x]! - grey[row - width + x]!)
      const mean = Math.abs(grey[ahead + x]! - grey[behind + x]!) / 9
      down += sharp
      keptDown += mean < sharp ? mean : sharp
    }
  }
  // A direction in which nothing changes says nothing.
  const effects = [...(across > 0 ? [keptAcross / across] : []), ...(down > 0 ? [keptDown / down] : [])]
  return effects.length === 0 ? 1 : Math.max(...effects)
}

interface Cell {
  top: number
  bottom: number
  left: number
  right: number
  pixels: number
}

/** A grid laid over a picture, row by row; each cell has at least one pixel. */
function gridOf(width: number, height: number, columns: number, rows: number): Cell[] {
  return Array.from({ length: columns * rows }, (_, i) => {
    const [r, c] = [Math.floor(i / columns), i % columns]
    const [top, left] = [Math.floor((r * height) / rows), Math.floor((c * width) / columns)]
    const [bottom, right] = [
      Math.max(top + 1, Math.floor(((r + 1) * height) / rows)),
      Math.max(left + 1, Math.floor(((c + 1) * width) / columns)),
    ]
    return { top, bottom, left, right, pixels: (bottom - top) * (right - left) }
  })
}

/** The mean colours of a grid of 4 × 4, as L*, a*, b* in whole numbers. */
function tonesOf(rgb: Uint8Array, width: number, height: number): number[] {
  return gridOf(width, height, 4, 4).flatMap(({ top, bottom, left, right, pixels }) => {
    let [red, green, blue] = [0, 0, 0]
    for (let y = top; y < bottom; y++) {
      for (let i = (y * width + left) * 3, end = (y * width + right) * 3; i < end; i += 3) {
        red += rgb[i]!
        green += rgb[i + 1]!
        blue += rgb[i + 2]!
      }
    }
    return labOf(Math.round(red / pixels), Math.round(green / pixels), Math.round(blue / pixels)).map(Math.round)
  })
}

/** Steps of grey under which two cells of a print count as equal, so that an even ground gives no chance bits. */
const evenCells = 2

/**
 * Which cells of a grid of 9 × 8 are darker than their right neighbour: 64 bits that scaling and saving anew hardly
 * touch.
 */
function printOf(grey: Float64Array, width: number, height: number): string {
  const cells = gridOf(width, height, 9, 8).map(({ top, bottom, left, right, pixels }) => {
    let sum = 0
    for (let y = top; y < bottom; y++)
      for (let i = y * width + left, end = y * width + right; i < end; i++) sum += grey[i]!
    return sum / pixels
  })
  let out = ''
  for (let r = 0; r < 8; r++) {
    let byte = 0
    for (let c = 0; c < 8; c++) byte = (byte << 1) | (cells[r * 9 + c + 1]! - cells[r * 9 + c]! > evenCells ? 1 : 0)
    out += hex(byte)
  }
  return out
}

/**
 * Everything that is computed of a picture. Its pixels are best about a thousand a side, as pages show them. Throws a
 * RangeError where there are none.
 */
export function measure(raster: Raster): Measured {
  const { width, height } = raster
  if (width < 1 || height < 1 || raster.data.length < width * height * 4)
    throw new RangeError('A picture has at least one pixel, and four numbers for each.')
  const rgb = overWhite(raster)
  const grey = new Float64Array(width * height)
  for (let i = 0, p = 0; i < grey.length; i++, p += 3)
    grey[i] = 0.2126 * rgb[p]! + 0.7152 * rgb[p + 1]! + 0.0722 * rgb[p + 2]!
  return {
    background: backgroundOf(rgb, width, height),
    blur: blurEffect(grey, width, height),
    print: printOf(grey, width, height),
    tones: tonesOf(rgb, width, height),
  }
}

const bitsOf = (n: number) => {
  let count = 0
  for (let x = n; x !== 0; x &= x - 1) count++
  return count
}

/** How many bits of a print may differ, and how far apart a tone may be, before two pictures are different ones. */
export const nearBits = 6
const nearTones = 9

/** Whether two pictures are the same one but for size, saving or a slight change. Another colour is another picture. */
export function nearDuplicates(a: Measured, b: Measured): boolean {
  let bits = 0
  for (let i = 0; i < 16; i += 8)
    bits += bitsOf(Number.parseInt(a.print.slice(i, i + 8), 16) ^ Number.parseInt(b.print.slice(i, i + 8), 16))
  if (bits > nearBits) return false
  for (let i = 0; i < a.tones.length; i += 3)
    if (colourDistance(a.tones.slice(i, i + 3), b.tones.slice(i, i + 3)) > nearTones) return false
  return true
}
