/** A patch of connected pixels, with the rectangle around it. */
interface Patch {
  left: number
  top: number
  right: number
  bottom: number
  pixels: number
}

/** How much darker or lighter than what is around it a pixel of a letter is, in steps of 256. */
const contrast = 38
/** A line of writing has so many letters at least; fewer marks in a row may be anything. */
const lettersInLine = 5

/** Sums of all pixels above and to the left, by which the mean around any pixel is known at once. */
function sumsOf(grey: Float64Array, width: number, height: number): Float64Array {
  const sums = new Float64Array((width + 1) * (height + 1))
  for (let y = 0; y < height; y++) {
    let row = 0
    for (let x = 0; x < width; x++) {
      row += grey[y * width + x]!
      sums[(y + 1) * (width + 1) + x + 1] = sums[y * (width + 1) + x + 1]! + row
    }
  }
  return sums
}

/** The patches of pixels that stand out from what is around them; `sign` 1 finds dark ones, -1 light ones. */
function patchesOf(grey: Float64Array, sums: Float64Array, width: number, height: number, sign: 1 | -1): Patch[] {
  const reach = Math.max(6, Math.round(Math.min(width, height) / 24))
  const marked = new Uint8Array(width * height)
  for (let y = 0; y < height; y++) {
    const [top, bottom] = [Math.max(0, y - reach), Math.min(height, y + reach + 1)]
    for (let x = 0; x < width; x++) {
      const [left, right] = [Math.max(0, x - reach), Math.min(width, x + reach + 1)]
      const w = width + 1
      const mean =
        (sums[bottom * w + right]! - sums[top * w + right]! - sums[bottom * w + left]! + sums[top * w + left]!) /
        ((bottom - top) * (right - left))
      if (sign * (mean - grey[y * width + x]!) > contrast) marked[y * width + x] = 1
    }
  }
  const out: Patch[] = []
  const stack: number[] = []
  for (let start = 0; start < marked.length; start++) {
    if (marked[start] !== 1) continue
    const patch: Patch = { left: width, top: height, right: 0, bottom: 0, pixels: 0 }
    marked[start] = 2
    stack.push(start)
    while (stack.length > 0) {
      const i = stack.pop()!
      const [x, y] = [i % width, Math.floor(i / width)]
      patch.pixels++
      if (x < patch.left) patch.left = x
      if (x > patch.right) patch.right = x
      if (y < patch.top) patch.top = y
      if (y > patch.bottom) patch.bottom = y
      for (let ny = Math.max(0, y - 1); ny <= Math.min(height - 1, y + 1); ny++) {
        for (let nx = Math.max(0, x - 1); nx <= Math.min(width - 1, x + 1); nx++) {
          const n = ny * width + nx
          if (marked[n] !== 1) continue
          marked[n] = 2
          stack.push(n)
        }
      }
    }
    out.push(patch)
  }
  return out
}

const heightOf = (p: Patch) => p.bottom - p.top + 1
const widthOf = (p: Patch) => p.right - p.left + 1

/** Whether a patch has the size and fullness of a letter. */
function likeLetter(p: Patch, height: number): boolean {
  const [w, h] = [widthOf(p), heightOf(p)]
  const full = p.pixels / (w * h)
  return h >= 6 && h <= height / 6 && w >= 1 && w <= h * 2.2 && full > 0.15 && full < 0.96
}

/**
 * Of the patches those that stand in lines: of about one height, on one base, close together. Letters differ in width;
 * a row of like marks, such as stitches, does not.
 */
function linesOf(patches: Patch[]): Patch[][] {
  const left = [...patches].sort((a, b) => a.left - b.left)
  const lines: Patch[][] = []
  for (const p of left) {
    const line = lines.find((l) => {
      const last = l.at(-1)!
      const [a, b] = [heightOf(last), heightOf(p)]
      const overlap = Math.min(last.bottom, p.bottom) - Math.max(last.top, p.top) + 1
      const gap = p.left - last.right
      return (
        Math.max(a, b) <= 1.9 * Math.min(a, b) &&
        overlap >= 0.55 * Math.min(a, b) &&
        gap < 1.3 * Math.max(a, b) &&
        gap > -0.2 * a
      )
    })
    if (line) line.push(p)
    else lines.push([p])
  }
  return lines.filter((l) => l.length >= lettersInLine && differ(l))
}

/** Whether the shapes of a line are many: at least a third of them differs from the shape that is met most. */
function differ(line: Patch[]): boolean {
  const shapes = new Map<string, number>()
  for (const p of line) {
    const key = `${Math.round(widthOf(p) / 2)} ${Math.round((8 * p.pixels) / (widthOf(p) * heightOf(p)))}`
    shapes.set(key, (shapes.get(key) ?? 0) + 1)
  }
  return Math.max(...shapes.values()) <= (line.length * 2) / 3
}

/**
 * How many letters seem to stand in a picture, as far as can be told from its light and dark: patches of the size of
 * letters that stand in lines. Written large, in joined letters or on a busy ground, it may be missed.
 */
export function lettersIn(grey: Float64Array, width: number, height: number): number {
  const sums = sumsOf(grey, width, height)
  const count = (sign: 1 | -1) =>
    linesOf(patchesOf(grey, sums, width, height, sign).filter((p) => likeLetter(p, height))).reduce(
      (n, l) => n + l.length,
      0,
    )
  return Math.max(count(1), count(-1))
}
