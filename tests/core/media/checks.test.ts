import { describe, expect, it } from 'vitest'
import { checkItem, checkPictures } from '@core/media/checks'
import { blankItem, type LibraryItem, type MediaContent, type MediaItem } from '@core/media/item'
import { labelOfItem, libraryOf, versionFor } from '@core/media/versions'
import { editionReader } from '@core/page/values'
import { testSetup } from '../../world'

const setup = testSetup()
const [uk, fr, ca] = [
  editionReader(setup, 'uk', 'en-GB'),
  editionReader(setup, 'ch', 'fr-CH'),
  editionReader(setup, 'ca', 'en-CA'),
]
const day = '2026-11-25'
let n = 0
/** Each has a print of its own, so that none is like another by chance. */
const print = () => ((BigInt(++n) * 0x9e3779b97f4a7c15n) & 0xffffffffffffffffn).toString(16).padStart(16, '0')
function one(code: string, item: Partial<MediaItem> = {}, content: Partial<MediaContent> = {}): LibraryItem {
  const digest = String(n)
  return {
    item: { ...blankItem(code, digest), labels: { 'en-GB': `About ${code}` }, view: 'whole', ...item },
    content: {
      digest,
      mime: 'image/jpeg',
      bytes: 1,
      width: 2000,
      height: 1500,
      vector: false,
      measured: {
        background: { colour: '#ffffff', share: 1 },
        blur: 0.3,
        print: print(),
        tones: Array<number>(48).fill(n * 7),
      },
      ...content,
    },
  }
}
const codes = (list: { code: string }[]) => list.map((f) => f.code)
const measured = one('x').content.measured!

describe('an item by itself', () => {
  it('has no finding where all is well', () => {
    expect(checkItem(one('good.jpg'), uk, day)).toEqual([])
  })
  it('wants a thousand pixels on the shorter side, unless it is drawn by lines', () => {
    expect(checkItem(one('a.jpg', {}, { width: 3000, height: 999 }), uk, day)[0]).toMatchObject({
      code: 'too-small',
      level: 'blocker',
      message: 'It has 3000 × 999 pixels; pages need 1000 on the shorter side. Ask for a larger one.',
    })
    expect(checkItem(one('a.svg', {}, { width: 100, height: 100, vector: true }), uk, day)).toEqual([])
  })
  it('wants a plain ground of the whole product only', () => {
    const busy = { measured: { ...measured, background: { colour: '#336699', share: 0.31 } } }
    expect(codes(checkItem(one('a.jpg', {}, busy), uk, day))).toEqual(['busy-ground'])
    expect(codes(checkItem(one('a.jpg', { view: null }, busy), uk, day))).toEqual(['busy-ground'])
    expect(checkItem(one('a.jpg', { view: 'in-use' }, busy), uk, day)).toEqual([])
  })
  it('says what is soft', () => {
    expect(codes(checkItem(one('a.jpg', {}, { measured: { ...measured, blur: 0.7 } }), uk, day))).toEqual(['soft'])
  })
  it('wants a text in a language that counts', () => {
    expect(codes(checkItem(one('a.jpg'), fr, day))).toEqual(['no-label'])
    expect(checkItem(one('a.jpg'), ca, day)).toEqual([])
    expect(
      checkItem(one('a.pdf', {}, { mime: 'application/pdf', width: null, height: null, measured: null }), fr, day)[0]!
        .message,
    ).toBe('It has no title in French (Switzerland).')
  })
  it('tells of the end of a right before, and after', () => {
    const ended = one('a.jpg', { rights: { holder: 'Studio', until: '2026-11-24' } })
    expect(checkItem(ended, uk, day)[0]!.message).toContain('ended on 24 November 2026.')
    const until = (d: string) => codes(checkItem(one('a.jpg', { rights: { holder: 'Studio', until: d } }), uk, day))
    expect([until('2026-11-24'), until('2026-11-25'), until('2026-12-24'), until('2026-12-25')]).toEqual([
      ['right-ended'],
      ['right-ends'],
      ['right-ends'],
      [],
    ])
  })
})

describe('own versions', () => {
  const chart = one('chart.jpg', { words: 'en-GB' })
  const library = libraryOf([
    chart,
    one('chart-fr.jpg', { words: 'fr-CH', labels: {}, of: { name: 'chart.jpg', language: 'fr-CH', storefront: null } }),
    one('chart-ch-fr.jpg', {
      words: 'fr-CH',
      labels: {},
      of: { name: 'chart.jpg', language: 'fr-CH', storefront: 'ch' },
    }),
    one('chart-ca.jpg', { of: { name: 'chart.jpg', language: null, storefront: 'ca' } }),
    one('plain.jpg'),
  ])
  const at = (name: string, reader: typeof uk) => {
    const found = versionFor(name, library, reader)
    return found && [found.one.item.code, found.counts]
  }
  it('stand by language, the storefront’s first; then by storefront; then the picture itself', () => {
    expect(at('chart.jpg', uk)).toEqual(['chart.jpg', true])
    expect(at('chart.jpg', fr)).toEqual(['chart-ch-fr.jpg', true])
    expect(at('chart.jpg', ca)).toEqual(['chart-ca.jpg', true])
    expect(at('chart.jpg', editionReader(setup, 'ca', 'fr-CA'))).toEqual(['chart-ca.jpg', true])
    expect(at('nothing.jpg', uk)).toBeUndefined()
  })
  it('are missed where the words of the picture are in another language', () => {
    expect(at('chart.jpg', editionReader(setup, 'ch', 'de-CH'))).toEqual(['chart.jpg', false])
    expect(at('plain.jpg', editionReader(setup, 'ch', 'de-CH'))).toEqual(['plain.jpg', true])
  })
  it('have a text in a language that counts, or none', () => {
    expect(labelOfItem(chart, ca)).toBe('About chart.jpg')
    expect(labelOfItem(chart, fr)).toBeUndefined()
  })
})

describe('the pictures of a product', () => {
  const [whole, again, inUse] = [
    one('whole.jpg'),
    one('again.jpg', { view: 'detail' }),
    one('use.jpg', { view: 'in-use' }),
  ]
  again.content.measured = whole.content.measured
  const worded = one('chart.jpg', { words: 'en-GB', labels: { 'en-GB': 'Sizes', 'fr-CH': 'Tailles' }, view: 'scale' })
  const library = libraryOf([whole, again, inUse, worded])
  it('are wanted, in the views of their type', () => {
    expect(codes(checkPictures([], ['whole'], library, uk, day))).toEqual(['no-picture'])
    expect(checkPictures(['whole.jpg'], ['whole', 'packed'], library, uk, day)).toEqual([
      {
        code: 'no-view',
        level: 'blocker',
        message: 'It has no picture with the view “packed”.',
        picture: null,
        view: 'packed',
      },
    ])
    expect(checkPictures(['whole.jpg', 'use.jpg'], ['whole', 'in-use'], library, uk, day)).toEqual([])
  })
  it('are known, differ, and are read by their shoppers', () => {
    expect(checkPictures(['gone.jpg'], [], library, uk, day)).toMatchObject([{ code: 'unknown', picture: 'gone.jpg' }])
    expect(checkPictures(['whole.jpg', 'again.jpg'], [], library, uk, day)).toMatchObject([
      {
        code: 'near-duplicate',
        level: 'remark',
        picture: 'again.jpg',
        message: 'It is nearly identical to whole.jpg.',
      },
    ])
    expect(checkPictures(['chart.jpg'], [], library, fr, day)).toMatchObject([
      { code: 'no-version', picture: 'chart.jpg' },
    ])
  })
})
