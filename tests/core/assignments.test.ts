import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import type { Assignment } from '@core/assignments/assignment'
import { bitmapOf, both, countBits, either, hasBit, numbersIn, setBit, without } from '@core/assignments/bitmap'
import { collisionsIn, type CollisionInput, type Reaching } from '@core/assignments/collisions'
import { noLimits, type Limits } from '@core/assignments/limits'
import { reordered, type Ordered } from '@core/assignments/order'
import { blankPiece, type Piece } from '@core/page/piece'
import { testSetup } from '../world'

describe('sets of product numbers', () => {
  const size = 300
  const numbers = fc
    .array(fc.integer({ min: 0, max: size }), { maxLength: 80 })
    .map((l) => [...new Set(l)].sort((a, b) => a - b))
  it('agree with sets of numbers in everything that is asked of them', () => {
    fc.assert(
      fc.property(numbers, numbers, (a, b) => {
        const [x, y] = [bitmapOf(a, size), bitmapOf(b, size)]
        expect([countBits(x), numbersIn(x), numbersIn(x, 3)]).toEqual([a.length, a, a.slice(0, 3)])
        expect(numbersIn(both(x, y))).toEqual(a.filter((n) => b.includes(n)))
        expect(numbersIn(without(x, y))).toEqual(a.filter((n) => !b.includes(n)))
        expect(numbersIn(either([x, y]))).toEqual([...new Set([...a, ...b])].sort((p, q) => p - q))
      }),
    )
  })
  it('take numbers in and out', () => {
    const x = bitmapOf([31, 32], 64)
    setBit(x, 63, true)
    setBit(x, 31, false)
    expect([numbersIn(x), hasBit(x, 63), hasBit(x, 31), hasBit(x, 1000)]).toEqual([[32, 63], true, false, false])
  })
})

describe('the order of an area', () => {
  const entries = (...list: [string, number][]): Ordered[] =>
    list.map(([key, order]) => ({ key, order, fixed: key.startsWith('part:') }))
  const moved = (list: Ordered[], key: string, before: string | null) =>
    Object.fromEntries(reordered(list, key, before))
  it('gives the moved one a number with room on both sides', () => {
    const list = entries(['a', 10], ['b', 20], ['part:facts', 40], ['c', 60])
    expect(moved(list, 'c', 'b')).toEqual({ c: 15 })
    expect(moved(list, 'a', null)).toEqual({ a: 70 })
    expect(moved(list, 'c', 'a')).toEqual({ c: 0 })
    expect(moved(list, 'a', 'part:facts')).toEqual({ a: 30 })
  })
  it('spreads the neighbours between built-in parts where there is no room, and none beyond', () => {
    const list = entries(['part:description', 10], ['a', 20], ['b', 21], ['part:facts', 40], ['c', 60])
    expect(moved(list, 'c', 'b')).toEqual({ a: 17, c: 25, b: 32 })
    expect(moved(entries(['a', 5], ['b', 5], ['c', 5]), 'c', 'b')).toEqual({ a: 10, c: 20, b: 30 })
  })
  it('says where the layout leaves no room, and what it does not know', () => {
    expect(() =>
      moved(entries(['part:description', 10], ['a', 10], ['part:facts', 11], ['b', 12]), 'b', 'part:facts'),
    ).toThrow(/2 assignments between two built-in parts whose numbers leave room for 0/)
    expect(() => moved(entries(['a', 1]), 'part:facts', null)).toThrow(RangeError)
    expect(() => moved(entries(['a', 1]), 'a', 'x')).toThrow(RangeError)
  })
  it('keeps the order of all others, whatever is moved where', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 60 }), { minLength: 2, maxLength: 12 }),
        fc.nat(),
        fc.nat(),
        (orders, from, to) => {
          const list = entries(...orders.sort((a, b) => a - b).map((o, i): [string, number] => [`k${i}`, o]))
          const key = `k${from % list.length}`
          const rest = list.filter((e) => e.key !== key)
          const before = rest[to % (rest.length + 1)]?.key ?? null
          const given = reordered(list, key, before)
          const at = before === null ? rest.length : rest.findIndex((e) => e.key === before)
          const wanted = [...rest.slice(0, at).map((e) => e.key), key, ...rest.slice(at).map((e) => e.key)]
          const numbers = wanted.map((k) => given.get(k) ?? list.find((e) => e.key === k)!.order)
          // Ties among those that were not touched stay as they were.
          const i = wanted.indexOf(key)
          expect(i === 0 || numbers[i - 1]! < numbers[i]!).toBe(true)
          expect(i === wanted.length - 1 || numbers[i]! < numbers[i + 1]!).toBe(true)
          expect(numbers).toEqual([...numbers].sort((a, b) => a - b))
        },
      ),
    )
  })
})

describe('collisions', () => {
  const setup = testSetup()
  setup.campaigns.set('frost', {
    code: 'frost',
    name: 'Frost',
    note: '',
    storefronts: ['uk'],
    from: '2026-12-01',
    to: '2026-12-24',
  })
  const storefront = setup.storefronts.get('uk')!
  const piece = (code: string, title = code, more: Partial<Piece> = {}): Piece => ({
    ...blankPiece(),
    code,
    kind: 'tab',
    name: code.toUpperCase(),
    texts: [{ storefront: null, language: 'en-GB', title, body: '<p>x</p>' }],
    ...more,
  })
  const pieces = new Map(
    [
      piece('a', 'Care'),
      piece('b', 'care '),
      piece('c'),
      piece('d'),
      piece('q', 'q', { kind: 'question' }),
      piece('silent', ''),
    ].map((p) => [p.code, p]),
  )
  let number = 0
  const reaching = (
    codes: string[],
    bits: number[],
    more: Partial<Assignment> = {},
    limits: Partial<Limits> = {},
  ): Reaching => ({
    assignment: {
      code: `x${++number}`,
      number,
      name: `of ${codes.join()}`,
      pieces: codes,
      sets: [],
      reach: { base: 'everything', rule: null, chosen: [], added: [], leftOut: [], eachVariant: false },
      limits: { ...noLimits(), ...limits },
      area: 'details',
      order: 20,
      replaces: null,
      resting: false,
      ...more,
    },
    bits: bitmapOf(bits, 200),
  })
  const found = (draft: Reaching, others: Reaching[], more: Partial<CollisionInput> = {}) =>
    collisionsIn({
      draft,
      others,
      storefront,
      setup,
      pieces,
      sets: new Map([['s', { code: 's', name: 'S', note: '', questions: ['q'] }]]),
      ...more,
    }).map((c) => `${c.kind} ${c.count}/${c.of}${c.piece ? ` ${c.piece}` : ''}${c.what ? ` ${c.what}` : ''}`)
  it('are none where nothing meets', () =>
    expect(found(reaching(['a'], [1, 2]), [reaching(['c'], [1, 2]), reaching(['b'], [3])])).toEqual([]))
  it('find two tabs of one title in one area on shared products, where limits let them meet', () => {
    expect(found(reaching(['a'], [1, 2, 3]), [reaching(['b'], [2, 3, 4])])).toEqual(['same-title 2/3 B Care'])
    expect(found(reaching(['a'], [1]), [reaching(['b'], [1], { area: 'foot' })])).toEqual([])
    expect(
      found(reaching(['a'], [1], {}, { groups: ['club'] }), [reaching(['b'], [1], {}, { groups: ['workshop'] })]),
    ).toEqual([])
    expect(
      found(reaching(['a'], [1], {}, { to: '2026-11-30' }), [reaching(['b'], [1], {}, { campaign: 'frost' })]),
    ).toEqual([])
    expect(
      found(reaching(['a'], [1], {}, { to: '2026-12-02' }), [reaching(['b'], [1], {}, { campaign: 'frost' })]),
    ).toEqual(['same-title 1/1 B Care'])
  })
  it('find a piece that another assignment brings to the same area', () => {
    expect(found(reaching(['c'], [1, 2]), [reaching(['c', 'd'], [2, 3], { order: 30 })])).toEqual(['same-piece 1/2 C'])
    expect(found(reaching(['c'], [1]), [reaching(['c'], [1], { area: 'foot', order: 30 })])).toEqual([])
    expect(found(reaching(['q'], [1]), [reaching([], [1], { sets: ['s'], order: 30 })])).toEqual(['same-piece 1/1 Q'])
  })
  it('find a replacement that hits nothing, on all products or some', () => {
    expect(found(reaching(['c'], [1, 2], { replaces: 'd' }), [reaching(['d'], [2])])).toEqual([
      'nothing-to-replace 1/2 D',
    ])
    expect(found(reaching(['c'], [1, 2], { replaces: 'd' }), [])).toEqual(['nothing-to-replace 2/2 D'])
  })
  it('find what is always overruled: its pieces stand there before, or are replaced everywhere', () => {
    expect(found(reaching(['c'], [1, 2]), [reaching(['c'], [1, 2, 3], { order: 10 })])).toEqual(['overruled 2/2 C'])
    expect(
      found(reaching(['c'], [1, 2]), [reaching(['c'], [1], { order: 10 }), reaching(['c'], [2], { order: 11 })]),
    ).toEqual(['overruled 2/2 C'])
    expect(found(reaching(['c'], [1, 2]), [reaching(['c'], [1, 2], { order: 30 })])).toEqual(['same-piece 2/2 C'])
    expect(found(reaching(['c'], [1, 2]), [reaching(['c'], [1, 2], { order: 10 }, { groups: ['club'] })])).toEqual([
      'same-piece 2/2 C',
    ])
    expect(found(reaching(['c'], [1]), [reaching(['d'], [1], { replaces: 'c' })])).toEqual(['overruled 1/1 C'])
    expect(found(reaching(['c', 'd'], [1]), [reaching(['c'], [1], { order: 10 })])).toEqual(['same-piece 1/1 C'])
  })
  it('find areas past their limit, questions being one part', () => {
    const crowded = {
      ...storefront,
      layout: {
        ...storefront.layout,
        areas: storefront.layout.areas.map((a) => ({ ...a, limit: a.area === 'details' ? 4 : null })),
      },
    }
    // The description and the facts stand there already.
    expect(found(reaching(['c'], [1, 2]), [reaching(['a', 'd'], [2])], { storefront: crowded })).toEqual([
      'area-full 1/2 4',
    ])
    expect(
      found(reaching(['q'], [1]), [reaching([], [1], { sets: ['s'] }), reaching(['a'], [1])], { storefront: crowded }),
    ).toEqual(['same-piece 1/1 Q'])
  })
  it('find texts that a language lacks, and an assignment that reaches nothing', () => {
    expect(found(reaching(['silent'], [1]), [])).toEqual(['text-missing 1/1 SILENT en-GB'])
    expect(found(reaching(['c'], [1]), [], { storefront: setup.storefronts.get('ch')! })).toEqual([
      'text-missing 1/1 C de-CH, fr-CH',
    ])
    expect(
      found(reaching(['c'], [1], {}, { languages: ['en-GB'] }), [], { storefront: setup.storefronts.get('ch')! }),
    ).toEqual([])
    expect(found(reaching(['c'], []), [])).toEqual(['reaches-nothing 0/0'])
    expect(found(reaching(['c'], [], { resting: true }), [])).toEqual([])
  })
})
