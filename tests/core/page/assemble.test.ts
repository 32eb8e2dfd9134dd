import { describe, expect, it } from 'vitest'
import { prepareAssignment, type Assignment, type Reach } from '@core/assignments/assignment'
import { noLimits, type Lens } from '@core/assignments/limits'
import { assemblePage } from '@core/page/assemble'
import { libraryOf } from '@core/media/versions'
import { blankPiece, type Piece, type PieceText } from '@core/page/piece'
import type { Family } from '@core/catalogue/model'
import { family, price, product, single, someMoment, special, testSetup } from '../../world'

const setup = testSetup()
const text = (language: string, title: string, body: string, storefront: string | null = null): PieceText => ({
  storefront,
  language,
  title,
  body,
})
const piece = (code: string, more: Partial<Piece> = {}): Piece => ({
  code,
  ...blankPiece(),
  kind: 'tab',
  name: code,
  texts: [text('en-GB', code, `<p>About ${code}</p>`)],
  ...more,
})
let number = 0
const assign = (pieces: string[], more: Partial<Assignment> = {}, reach: Partial<Reach> = {}): Assignment => ({
  code: `a${++number}`,
  number,
  name: `Assignment of ${pieces.join()}`,
  pieces,
  reach: { base: 'everything', rule: null, chosen: [], added: [], leftOut: [], eachVariant: false, ...reach },
  sets: [],
  limits: noLimits(),
  area: 'details',
  order: 20,
  replaces: null,
  resting: false,
  ...more,
})
const bag = single(
  product(
    'B-1',
    { prices: [price('uk', 60), price('ch', 80)] },
    { 'name@/en-GB': 'Regn', weight: { value: 1.2, unit: 'kg' }, 'description@/en-GB': '<p>Dry inside.</p>' },
  ),
)
const uk: Lens = { storefront: 'uk', language: 'en-GB', group: null, moment: someMoment }
const library = libraryOf([])
function page(f: Family, pieces: Piece[], assignments: Assignment[], lens: Partial<Lens> = {}, sku = f.root.sku) {
  const p = assemblePage({
    family: f,
    sku,
    lens: { ...uk, ...lens },
    setup,
    assignments: assignments.map((a) => prepareAssignment(a, setup)),
    pieces: new Map(pieces.map((x) => [x.code, x])),
    sets: new Map(),
    own: [],
    library,
    related: {},
  })
  const why = (code: string) => p.left_out.filter((l) => l.piece === code).map((l) => l.reason)
  return { ...p, order: (p.areas.details ?? []).map((s) => s.piece), why }
}

describe('placing', () => {
  it('goes by order, then assignment number, then place within; built-in parts come first among equals', () => {
    const first = assign(['a', 'b'], { order: 30 })
    const second = assign(['c'], { order: 30 })
    const tied = assign(['d'], { order: 10 })
    expect(
      page(
        bag,
        ['a', 'b', 'c', 'd'].map((c) => piece(c)),
        [second, tied, first],
      ).order,
    ).toEqual(['description', 'd', 'a', 'b', 'c', 'facts'])
    expect(page(bag, [piece('last')], [assign(['last'], { order: 9999 })]).order.at(-1)).toBe('last')
  })
  it('shows a piece once in an area, and names the others that would have brought it', () => {
    const p = page(
      bag,
      [piece('a')],
      [
        assign(['a'], { order: 50, code: 'late', number: 2 }),
        assign(['a'], { order: 20, code: 'early', number: 1 }),
        assign(['a'], { area: 'foot' }),
      ],
    )
    expect(p.order.filter((c) => c === 'a')).toHaveLength(1)
    expect(p.areas.details!.find((s) => s.piece === 'a')!.because).toMatchObject({
      assignment: { code: 'early' },
      order: 20,
      also: [{ code: 'late' }],
    })
    expect(p.areas.foot!.map((s) => s.piece)).toEqual(['a'])
  })
})

describe('reach', () => {
  it('is the rule plus added minus left out; left out always wins', () => {
    const rule = { base: 'rule', rule: { field: 'type', is: 'equals', value: 'lock' } } as Partial<Reach>
    const why = (reach: Partial<Reach>) => {
      const p = page(bag, [piece('a')], [assign(['a'], {}, reach)])
      return p.order.includes('a') ? p.areas.details!.find((s) => s.piece === 'a')!.because.reach : p.why('a')[0]
    }
    expect(why(rule)).toBe('this product does not match the rule')
    expect(why({ ...rule, added: ['B-1'] })).toBe('added')
    expect(why({ ...rule, added: ['B-1'], leftOut: ['B-1'] })).toBe('this product is excluded from the assignment')
    expect(why({ base: 'chosen', chosen: ['B-1'] })).toBe('chosen')
    expect(why({ base: 'chosen', chosen: ['X'] })).toBe('this product was not chosen')
    expect(why({})).toBe('everything')
  })
  it('explains the rule with what it saw', () => {
    const p = page(
      bag,
      [piece('a')],
      [
        assign(
          ['a'],
          {},
          {
            base: 'rule',
            rule: {
              all: [
                { field: 'attribute:weight', is: 'above', value: '1 kg' },
                { field: 'price', is: 'below', value: '70 GBP' },
              ],
            },
          },
        ),
      ],
    )
    expect(p.areas.details!.find((s) => s.piece === 'a')!.because.explanation).toMatchObject({
      met: true,
      children: [
        { field: 'attribute:weight', met: true, value: 1200 },
        { field: 'price', met: true, value: 60 },
      ],
    })
  })
  it('takes a variant’s SKU for its parent, unless each variant is asked', () => {
    const f = family(
      product('G', { type: 'glove' }, { 'name@/en-GB': 'Suzu' }),
      product('G-S', {}, { size: 'S' }),
      product('G-M', {}, { size: 'M' }),
    )
    const shown = (reach: Partial<Reach>, sku: string) =>
      page(f, [piece('a')], [assign(['a'], {}, reach)], {}, sku).order.includes('a')
    const small = { base: 'rule', rule: { field: 'attribute:size', is: 'equals', value: 'S' } } as Partial<Reach>
    expect(['G', 'G-S', 'G-M'].map((s) => shown(small, s))).toEqual([true, true, true])
    expect(['G-S', 'G-M'].map((s) => shown({ ...small, eachVariant: true }, s))).toEqual([true, false])
    expect(['G', 'G-S', 'G-M'].map((s) => shown({ base: 'everything', leftOut: ['G-S'] }, s))).toEqual([
      false,
      false,
      false,
    ])
    expect(['G-S', 'G-M'].map((s) => shown({ base: 'everything', leftOut: ['G-S'], eachVariant: true }, s))).toEqual([
      false,
      true,
    ])
    expect(['G-S', 'G-M'].map((s) => shown({ base: 'everything', leftOut: ['G'], eachVariant: true }, s))).toEqual([
      false,
      false,
    ])
  })
})

describe('limits', () => {
  const limited = (limits: Partial<Assignment['limits']>, lens: Partial<Lens> = {}) => {
    const p = page(
      bag,
      [piece('a', { texts: ['en-GB', 'fr-CH'].map((l) => text(l, 'A', '<p>a</p>')) })],
      [assign(['a'], { limits: { ...noLimits(), ...limits } })],
      lens,
    )
    return p.order.includes('a') ? 'shown' : p.why('a')[0]
  }
  it('keep a piece to storefronts, languages, groups and times', () => {
    expect(limited({ storefronts: ['ch'] })).toBe('only in CH')
    expect(limited({ storefronts: ['ch'] }, { storefront: 'ch', language: 'fr-CH' })).toBe('shown')
    expect(limited({ languages: ['fr-CH'] })).toBe('only in French (Switzerland)')
    expect(limited({ groups: ['club'] })).toBe('only for Club')
    expect(limited({ groups: ['club'] }, { group: 'club' })).toBe('shown')
    expect(limited({ from: '2026-11-26' })).toBe('only from 26 Nov 2026')
    expect(limited({ to: '2026-11-24' })).toBe('only until 24 Nov 2026')
    expect(limited({ from: '2026-11-25', to: '2026-11-25' })).toBe('shown')
  })
  it('begin in each storefront’s own time', () => {
    const midnightInZurich = Date.UTC(2026, 10, 25, 23)
    expect(limited({ from: '2026-11-26' }, { moment: midnightInZurich })).toBe('only from 26 Nov 2026')
    expect(limited({ from: '2026-11-26' }, { moment: midnightInZurich, storefront: 'ch', language: 'fr-CH' })).toBe(
      'shown',
    )
  })
  it('and an assignment at rest brings nothing', () => {
    expect(page(bag, [piece('a')], [assign(['a'], { resting: true })]).why('a')).toEqual(['the assignment is paused'])
  })
})

describe('what no shopper sees', () => {
  const v = (code: string) => `<data value="attribute:${code}"></data>`
  it.each<[string, Partial<Piece>, string]>([
    ['no title', { texts: [text('en-GB', '', '<p>a</p>')] }, 'no title'],
    ['no text', { texts: [text('en-GB', 'A', '')] }, 'no text'],
    [
      'nothing but empty values',
      { texts: [text('en-GB', 'A', `<p>Always</p><p>${v('volume')}</p>`)] },
      'all its inline values are empty: volume',
    ],
    [
      'a needed value that is empty',
      {
        needed: ['attribute:volume'],
        texts: [text('en-GB', 'A', `<p>${v('weight')} ${v('volume')}</p><p>${v('weight')}</p>`)],
      },
      '“volume” is required and empty',
    ],
    [
      'a needed value that stands nowhere and is empty',
      { needed: ['attribute:volume'] },
      '“volume” is required and empty',
    ],
    ['a needed storefront fact that is empty', { needed: ['storefront:email'] }, '“email” is required and empty'],
  ])('is a tab with %s', (_, more, reason) => {
    const p = page(bag, [piece('a', more)], [assign(['a'])])
    expect(p.order).not.toContain('a')
    expect(p.why('a')).toEqual([reason])
  })
  it('is a text in another language', () => {
    const p = page(bag, [piece('a')], [assign(['a'])], { storefront: 'ch', language: 'fr-CH' })
    expect(p.why('a')).toEqual(['no title in French (Switzerland)'])
    expect(p.why('description')).toEqual(['no description in French (Switzerland)'])
    expect(p.product).toMatchObject({ name: 'Regn', nameLanguage: 'en-GB', nameCounts: false })
  })
  it('but a borrowed one is shown, and a storefront’s own before the general', () => {
    expect(page(bag, [piece('a')], [assign(['a'])], { storefront: 'ca', language: 'en-CA' }).order).toContain('a')
    const own = piece('a', {
      texts: [text('en-GB', 'A', '<p>general</p>'), text('en-GB', 'A here', '<p>here</p>', 'uk')],
    })
    expect(page(bag, [own], [assign(['a'])]).areas.details!.find((s) => s.piece === 'a')).toMatchObject({
      title: 'A here',
      html: '<p>here</p>',
    })
  })
  it('fills values in the language and leaves out what is empty', () => {
    const p = page(
      bag,
      [piece('a', { texts: [text('fr-CH', 'A', `<p>Poids: ${v('weight')}</p><ul><li>${v('volume')}</li></ul>`)] })],
      [assign(['a'])],
      { storefront: 'ch', language: 'fr-CH' },
    )
    expect(p.areas.details!.find((s) => s.piece === 'a')!.html).toBe(
      '<p>Poids: <data value="attribute:weight">1.2\u202fkg</data></p>'.replace('1.2', '1,2'),
    )
  })
})

describe('the head of the page', () => {
  it('has the price that this customer pays, and says whether the page is seen', () => {
    const f = single(
      product('X', {
        status: 'disabled',
        range: [{ storefront: 'ch', groups: [], from: null, to: null }],
        prices: [price('uk', 60), special('uk', 50, { group: 'club' })],
      }),
    )
    expect(page(f, [], [], { group: 'club' }).product).toMatchObject({
      price: { amount: 50 },
      basePrice: 60,
      disabled: true,
      inRange: false,
      name: 'X',
    })
    expect(page(f, [], [], { storefront: 'ch', language: 'de-CH' }).product).toMatchObject({
      price: null,
      inRange: true,
    })
  })
  it('shows a parent the lowest price of its variants', () => {
    const f = family(
      product('G', { type: 'glove' }),
      product('G-S', { prices: [price('uk', 30)] }),
      product('G-M', { prices: [price('uk', 25)] }),
    )
    expect(page(f, [], []).product.price?.amount).toBe(25)
  })
  it('throws for an edition or product that there is not', () => {
    expect(() => page(bag, [], [], { language: 'it-CH' })).toThrow(RangeError)
    expect(() => page(bag, [], [], {}, 'Z')).toThrow(RangeError)
  })
})
