import { lettersIn } from './letters'
import { colourDifference } from './colour-difference'
import { colourDistance, labOf, type Lab, type Raster } from './pixels'
import { labOfHex } from './colour-names'
import { plainShare } from './checks'
import type { Box, Measured } from './item'

/** A colour of what a picture shows, and the share of it that has the colour. */
export interface SeenColour {
  colour: string
  share: number
}

/** What can be read from the pixels of a picture beyond its measures. */
export interface PhotoReading {
  version: number
  /** Whether it stands on a plain ground, and the colour along its edges. */
  plain: boolean
  ground: string
  /** The colours of what it shows, the largest first; those under a twentieth are left out. */
  colours: SeenColour[]
  /** Where what it shows lies, in shares of the picture; all of it where the ground is not plain. */
  subject: Box
  /** Width by height of what it shows, in pixels. */
  proportions: number
  /** Letters that seem to stand in it. */
  letters: number
}

/** Rises when pictures are read otherwise than before, so that all are read anew. */
export const readingVersion = 1

/** Colours nearer than this are one colour in other light (CIEDE2000). */
const oneColour = 11
/** Farther from the ground than this belongs to what is shown (CIE 1976); nearer is a shadow. */
const offGround = 12
const least = 0.05
const hex = (n: number) =>
  Math.round(Math.min(255, Math.max(0, n)))
    .toString(16)
    .padStart(2, '0')

/** Reads a picture, given its pixels and what was measured of them. Throws a RangeError where there are none. */
export function readPicture(
  { width, height, data }: Raster,
  { background }: Pick<Measured, 'background'>,
): PhotoReading {
  if (width < 1 || height < 1 || data.length < width * height * 4)
    throw new RangeError('A picture has at least one pixel, and four numbers for each.')
  const plain = background.share >= plainShare
  const ground = labOfHex(background.colour)!
  const bins = new Map<number, { n: number; red: number; green: number; blue: number; shown: boolean }>()
  const grey = new Float64Array(width * height)
  const box = { left: width, top: height, right: -1, bottom: -1 }
  for (let i = 0, p = 0; i < grey.length; i++, p += 4) {
    const opacity = data[p + 3]! / 255
    const over = (c: number) => c * opacity + 255 * (1 - opacity)
    const [red, green, blue] = [over(data[p]!), over(data[p + 1]!), over(data[p + 2]!)]
    grey[i] = 0.2126 * red + 0.7152 * green + 0.0722 * blue
    // Sixteen steps of each part are told apart here; like ones are brought together below.
    const key = ((red >> 4) << 8) | ((green >> 4) << 4) | (blue >> 4)
    let bin = bins.get(key)
    if (!bin)
      bins.set(
        key,
        (bin = {
          n: 0,
          red: 0,
          green: 0,
          blue: 0,
          shown:
            !plain || colourDistance(labOf(Math.round(red), Math.round(green), Math.round(blue)), ground) > offGround,
        }),
      )
    bin.n++
    bin.red += red
    bin.green += green
    bin.blue += blue
    if (!bin.shown) continue
    const [x, y] = [i % width, Math.floor(i / width)]
    if (x < box.left) box.left = x
    if (x > box.right) box.right = x
    if (y < box.top) box.top = y
    if (y > box.bottom) box.bottom = y
  }
  const empty = box.right < 0
  const [w, h] = empty ? [width, height] : [box.right - box.left + 1, box.bottom - box.top + 1]
  const share = (n: number) => Math.round(n * 1000) / 1000
  return {
    version: readingVersion,
    plain,
    ground: background.colour,
    colours: coloursOf([...bins.values()].filter((b) => b.shown)),
    letters: lettersIn(grey, width, height),
    proportions: share(w / h),
    subject: empty
      ? { left: 0, top: 0, width: 1, height: 1 }
      : {
          left: share(box.left / width),
          top: share(box.top / height),
          width: share(w / width),
          height: share(h / height),
        },
  }
}

/** Like colours brought together, the largest first. */
function coloursOf(bins: { n: number; red: number; green: number; blue: number }[]): SeenColour[] {
  const groups: { lab: Lab; n: number; red: number; green: number; blue: number }[] = []
  const total = bins.reduce((sum, b) => sum + b.n, 0)
  for (const b of bins.sort((x, y) => y.n - x.n)) {
    const lab = labOf(Math.round(b.red / b.n), Math.round(b.green / b.n), Math.round(b.blue / b.n))
    const group = groups.find((g) => colourDifference(g.lab, lab) < oneColour)
    if (!group) groups.push({ lab, ...b })
    else {
      group.n += b.n
      group.red += b.red
      group.green += b.green
      group.blue += b.blue
    }
  }
  return groups
    .sort((x, y) => y.n - x.n)
    .filter((g) => g.n / total >= least)
    .slice(0, 5)
    .map((g) => ({
      colour: `#${hex(g.red / g.n)}${hex(g.green / g.n)}${hex(g.blue / g.n)}`,
      share: Math.round((g.n / total) * 100) / 100,
    }))
}
