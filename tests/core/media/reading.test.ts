import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import { colourIn, labOfHex, nameOfColour } from '@core/media/colour-names'
import { measure } from '@core/media/pixels'
import { readPicture } from '@core/media/reading'
import { drawing } from '../../../demo/drawings/draw'

async function read(svg: string) {
  const { data, info } = await sharp(Buffer.from(svg))
    .resize(600, 600, { fit: 'inside', withoutEnlargement: true })
    .toColourspace('srgb')
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true })
  const raster = { width: info.width, height: info.height, data }
  return readPicture(raster, measure(raster))
}
const svg = (inner: string, ground = '#f4f1ea') =>
  '<svg xmlns="http://www.w3.org/2000/svg" width="1000" height="800"><rect width="1000" height="800" ' +
  `fill="${ground}"/>${inner}</svg>`
const named = (hex: string, language: string) => colourIn(nameOfColour(labOfHex(hex)!), language)

describe('readPicture', () => {
  it('tells the ground, where the thing lies, its proportions and its colours', async () => {
    const r = await read(
      svg(
        '<rect x="250" y="200" width="500" height="400" fill="#2f5d4a"/><rect x="250" y="500" width="500" ' +
          'height="100" fill="#c3362f"/>',
      ),
    )
    expect(r).toMatchObject({
      plain: true,
      subject: { left: 0.25, top: 0.25, width: 0.5, height: 0.5 },
      proportions: 1.25,
      letters: 0,
    })
    expect(r.colours.map((c) => [c.colour, c.share])).toEqual([
      ['#2f5d4a', 0.75],
      ['#c3362f', 0.25],
    ])
  })
  it('brings one colour in light and shade together, and leaves specks out', async () => {
    const r = await read(
      svg(
        '<defs><linearGradient id="g"><stop offset="0" stop-color="#35679e"/><stop offset="1" ' +
          'stop-color="#2b568a"/></linearGradient></defs><rect x="200" y="200" width="600" height="400" ' +
          'fill="url(#g)"/><circle cx="500" cy="400" r="20" fill="#ffcc00"/>',
      ),
    )
    expect(r.colours).toHaveLength(1)
    expect(named(r.colours[0]!.colour, 'en-GB')).toBe('blue')
  })
  it('takes all of a picture without a plain ground for what it shows', async () => {
    const r = await read(
      svg(
        Array.from(
          { length: 40 },
          (_, i) =>
            `<circle cx="${(i * 271) % 1000}" cy="${(i * 137) % 800}" r="140" fill="hsl(${i * 47} 60% ` +
            `${30 + (i % 5) * 10}%)"/>`,
        ).join(''),
      ),
    )
    expect(r).toMatchObject({ plain: false, subject: { left: 0, top: 0, width: 1, height: 1 } })
  })
  it.each([
    ['dark on light', '#17233b', '#f4f1ea', 42],
    ['light on dark', '#f4f1ea', '#26406e', 60],
    ['small', '#333', '#fff', 22],
  ])('sees words: %s', async (_, ink, ground, size) => {
    const r = await read(
      svg(
        `<text x="120" y="300" font-family="Noto Sans, DejaVu Sans, sans-serif" font-size="${size}" ` +
          `fill="${ink}">Hooks on rails up to 16 mm</text><text x="120" y="420" font-family="Noto Sans, DejaVu ` +
          `Sans, sans-serif" font-size="${size}" fill="${ink}">Made to be mended</text>`,
        ground,
      ),
    )
    expect(r.letters).toBeGreaterThanOrEqual(12)
  })
  it.each(['whole', 'detail'] as const)('sees none in drawings of every type that have none: %s', async (view) => {
    for (const type of [
      'pannier',
      'front-light',
      'helmet',
      'gloves',
      'rack',
      'bell',
      'tyre',
      'pump',
      'rain-jacket',
      'child-seat',
      'chain-care',
      'workshop-course',
      'overshoes',
      'bottle-cage',
      'mudguards',
      'lock',
    ]) {
      expect((await read(drawing(type, 'fir', 1, view))).letters, type).toBe(0)
    }
  })
  it('gives the colour of the demo’s drawings their names', async () => {
    const main = async (colour: string) =>
      named((await read(drawing('pannier', colour, 1, 'whole'))).colours[0]!.colour, 'de-DE')
    expect(await Promise.all(['fir', 'slate', 'ochre', 'madder', 'ink'].map(main))).toEqual([
      'grün',
      'grau',
      'ocker',
      'rot',
      'dunkelblau',
    ])
  })
})

describe('nameOfColour', () => {
  it.each([
    ['#ff0000', 'red'],
    ['#00a000', 'green'],
    ['#2860c8', 'blue'],
    ['#101010', 'black'],
    ['#fafafa', 'white'],
    ['#808080', 'grey'],
    ['#ffd800', 'yellow'],
    ['#ff8000', 'orange'],
    ['#704020', 'brown'],
    ['#800080', 'purple'],
    ['#ffa0c0', 'pink'],
    ['#20b0a8', 'turquoise'],
  ])('%s is %s', (hex, name) => {
    expect(named(hex, 'en')).toBe(name)
  })
  it('is said in the language, the Swiss way where it is Swiss', () => {
    expect([
      named('#fafafa', 'fr-CH'),
      named('#fafafa', 'de-DE'),
      named('#fafafa', 'de-CH'),
      named('#fafafa', 'ja-JP'),
      named('#fafafa', 'pl'),
    ]).toEqual(['blanc', 'weiß', 'weiss', '白', 'white'])
  })
})
