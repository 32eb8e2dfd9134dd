import { describe, expect, it } from 'vitest'
import { blurEffect, colourDistance, labOf, measure, nearDuplicates, type Raster } from '@core/media/pixels'

type Paint = (x: number, y: number) => readonly [number, number, number] | readonly [number, number, number, number]

/** A picture drawn for the purpose, in shares of its sides. */
function draw(size: number, paint: Paint): Raster {
  const data = new Uint8Array(size * size * 4)
  for (let y = 0; y < size; y++)
    for (let x = 0; x < size; x++)
      data.set([...paint((x + 0.5) / size, (y + 0.5) / size), 255].slice(0, 4), (y * size + x) * 4)
  return { width: size, height: size, data }
}

/** A mean of the neighbours within a radius, along both axes. */
function blurred({ width, height, data }: Raster, radius: number): Raster {
  const along = (from: Uint8Array | Uint8ClampedArray, dx: number, dy: number) =>
    Uint8Array.from(from, (_, i) => {
      const [x, y, c] = [(i >> 2) % width, Math.floor((i >> 2) / width), i & 3]
      let sum = 0
      for (let k = -radius; k <= radius; k++)
        sum +=
          from[
            (Math.min(Math.max(y + k * dy, 0), height - 1) * width + Math.min(Math.max(x + k * dx, 0), width - 1)) * 4 +
              c
          ]!
      return sum / (2 * radius + 1)
    })
  return { width, height, data: along(along(data, 1, 0), 0, 1) }
}

const ground = [244, 241, 234] as const
const fir = [47, 93, 74] as const
const bag =
  (colour: readonly [number, number, number], scale = 1, on: Paint = () => ground): Paint =>
  (x, y) =>
    Math.abs(x - 0.5) < 0.22 * scale && Math.abs(y - 0.58) < 0.25 * scale
      ? Math.abs(y - 0.5) < 0.03
        ? [232, 226, 208]
        : colour
      : Math.hypot(x - 0.5, y - 0.3) < 0.08 * scale
        ? [23, 35, 59]
        : on(x, y)

describe('the ground', () => {
  it('is plain where the edge has one colour, shadows included, and is that colour', () => {
    expect(measure(draw(200, bag(fir))).background).toEqual({ colour: '#f4f1ea', share: 1 })
    const shadow: Paint = (x, y) => (y > 0.97 && Math.abs(x - 0.5) < 0.3 ? [236, 232, 224] : ground)
    expect(measure(draw(200, bag(fir, 1, shadow))).background.share).toBe(1)
  })
  it('is not plain where a scene reaches the edge; what is see-through counts as white', () => {
    const scene: Paint = (x, y) => (y > 0.6 ? [90, 110 + 60 * Math.sin(x * 20), 70] : [150, 180, 210])
    expect(measure(draw(200, bag(fir, 1, scene))).background.share).toBeLessThan(0.7)
    expect(
      measure(
        draw(
          100,
          bag(fir, 1, () => [0, 0, 0, 0]),
        ),
      ).background,
    ).toEqual({ colour: '#ffffff', share: 1 })
  })
  it('is refused of a picture without pixels', () => {
    expect(() => measure({ width: 0, height: 0, data: new Uint8Array() })).toThrow(RangeError)
    expect(() => measure({ width: 2, height: 2, data: new Uint8Array(4) })).toThrow('four numbers')
  })
})

describe('sharpness', () => {
  it('falls with every step of blur, and an even picture has none', () => {
    const sharp = draw(300, bag(fir))
    const effects = [measure(sharp), ...[1, 2, 4, 8].map((r) => measure(blurred(sharp, r)))].map((m) => m.blur)
    expect([...effects].sort((a, b) => a - b)).toEqual(effects)
    expect(effects[0]).toBeLessThan(0.3)
    expect(effects[3]).toBeGreaterThan(0.6)
    expect(measure(draw(50, () => ground)).blur).toBe(1)
  })
  it('is the worse of the two directions', () => {
    const stripes = new Float64Array(100 * 100).map((_, i) => (Math.floor(i / 100) % 20 < 10 ? 40 : 200))
    const soft = Float64Array.from(
      stripes,
      (_, i) => (stripes[Math.max(0, i - 300)]! + stripes[i]! + stripes[Math.min(9999, i + 300)]!) / 3,
    )
    expect(blurEffect(soft, 100, 100)).toBeGreaterThan(blurEffect(stripes, 100, 100))
  })
})

describe('near-duplicates', () => {
  const original = measure(draw(300, bag(fir)))
  it('are the same picture in another size, softer, brighter by a little', () => {
    expect(nearDuplicates(original, measure(draw(120, bag(fir))))).toBe(true)
    expect(nearDuplicates(original, measure(blurred(draw(300, bag(fir)), 2)))).toBe(true)
    expect(
      nearDuplicates(
        original,
        measure(draw(300, (x, y) => bag(fir)(x, y).map((c) => Math.min(255, c + 5)) as [number, number, number])),
      ),
    ).toBe(true)
  })
  it('are not the same thing in another colour, nor another thing', () => {
    expect(nearDuplicates(original, measure(draw(300, bag([156, 50, 56]))))).toBe(false)
    expect(
      nearDuplicates(original, measure(draw(300, (x, y) => (Math.hypot(x - 0.3, y - 0.6) < 0.2 ? fir : ground)))),
    ).toBe(false)
  })
})

describe('colours', () => {
  it('lie where CIELAB puts them: white, black and grey have no hue', () => {
    expect(labOf(255, 255, 255).map((n) => Math.abs(Math.round(n * 100) / 100))).toEqual([100, 0, 0])
    expect(labOf(0, 0, 0)[0]).toBe(0)
    expect(Math.hypot(...labOf(119, 119, 119).slice(1))).toBeLessThan(0.01)
    expect(colourDistance(labOf(200, 0, 0), labOf(200, 0, 0))).toBe(0)
  })
})
