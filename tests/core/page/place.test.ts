import { describe, expect, it } from 'vitest'
import { isReached, prepareAssignment, reachReason, type Assignment, type Reach } from '@core/assignments/assignment'
import { noLimits, type Lens } from '@core/assignments/limits'
import { libraryOf } from '@core/media/versions'
import { assemblePage, type PageInput } from '@core/page/assemble'
import { pageDifferences } from '@core/page/differences'
import { pageMoments } from '@core/page/moments'
import { blankPiece, type Piece, type QuestionSet } from '@core/page/piece'
import { factsOf } from '@core/rules/facts'
import type { Setup } from '@core/catalogue/model'
import type { Value } from '@core/attributes/attribute'
import { price, product, single, someMoment, special, testSetup } from '../../world'

const piece = (code: string, more: Partial<Piece> = {}): Piece => ({
  ...blankPiece(),
  code,
  kind: 'tab',
  name: code,
  texts: [{ storefront: null, language: 'en-GB', title: code, body: `<p>About ${code}</p>` }],
  ...more,
})
const question = (code: string, more: Partial<Piece> = {}) => piece(code, { kind: 'question', ...more })
const set = (code: string, ...questions: string[]): QuestionSet => ({ code, name: code, note: '', questions })
let number = 0
const assign = (pieces: string[], more: Partial<Assignment> = {}, reach: Partial<Reach> = {}): Assignment => ({
  code: `a${++number}`,
  number,
  name: `of ${pieces.join()}`,
  pieces,
  sets: [],
  reach: { base: 'everything', rule: null, chosen: [], added: [], leftOut: [], eachVariant: false, ...reach },
  limits: noLimits(),
  area: 'details',
  order: 20,
  replaces: null,
  resting: false,
  ...more,
})
const own = (code: string, more: Partial<NonNullable<Piece['own']>> = {}) =>
  piece(code, { own: { sku: 'B-1', area: 'details', order: 20, limits: noLimits(), resting: false, ...more } })
const never = { base: 'chosen', chosen: ['X'] } as Partial<Reach>
const values: Record<string, Value> = {
  'name@/en-GB': 'Regn',
  weight: { value: 1.2, unit: 'kg' },
  'description@/en-GB': '<p>Dry inside.</p>',
}
interface Given {
  setup?: Setup
  pieces?: Piece[]
  sets?: QuestionSet[]
  own?: Piece[]
  values?: Record<string, Value>
  lens?: Partial<Lens>
  related?: PageInput['related']
}

function input(assignments: Assignment[], given: Given = {}): PageInput {
  const setup = given.setup ?? testSetup()
  return {
    family: single(product('B-1', { prices: [price('uk', 60)] }, { ...values, ...given.values })),
    sku: 'B-1',
    lens: { storefront: 'uk', language: 'en-GB', group: null, moment: someMoment, ...given.lens },
    setup,
    assignments: assignments.map((a) => prepareAssignment(a, setup)),
    pieces: new Map((given.pieces ?? []).map((p) => [p.code, p])),
    sets: new Map((given.sets ?? []).map((s) => [s.code, s])),
    own: given.own ?? [],
    library: libraryOf([]),
    related: given.related ?? {},
  }
}
function page(assignments: Assignment[], given: Given = {}) {
  const p = assemblePage(input(assignments, given))
  const inArea = (area: string) => (p.areas[area] ?? []).map((x) => x.piece)
  return {
    ...p,
    order: inArea('details'),
    inArea,
    part: (code: string) =>
      Object.values(p.areas)
        .flat()
        .find((x) => x.piece === code),
    why: (code: string) => p.left_out.filter((l) => l.piece === code).map((l) => l.reason),
  }
}
const withLayout = (
  change: (
    layout: Setup['storefronts'] extends Map<string, infer S> ? (S extends { layout: infer L } ? L : never) : never,
  ) => void,
) => {
  const setup = testSetup()
  change(setup.storefronts.get('uk')!.layout)
  return setup
}

describe('what replaces a piece', () => {
  const pieces = ['a', 'b', 'c', 'd'].map((c) => piece(c))
  it('stands where that stood, in its area and order, and says so', () => {
    const p = page(
      [
        assign(['a'], { order: 30 }),
        assign(['b'], { order: 99, area: 'foot', replaces: 'a' }),
        assign(['c'], { order: 35 }),
      ],
      { pieces },
    )
    expect(p.order).toEqual(['description', 'b', 'c', 'facts'])
    expect(p.part('b')!.because).toMatchObject({
      order: 30,
      replaces: { code: 'a', name: 'a' },
      assignment: { name: 'of b' },
    })
    expect(p.why('a')).toEqual(['“b” replaces it'])
  })
  it('is left out where there is nothing to replace', () => {
    expect(page([assign(['a'], {}, never), assign(['b'], { replaces: 'a' })], { pieces }).why('b')).toEqual([
      'nothing to replace: “a” is not on this page',
    ])
  })
  it('is, of several, the one with the lowest order, then number', () => {
    const p = page(
      [
        assign(['a']),
        assign(['b'], { order: 5, number: 9, replaces: 'a' }),
        assign(['c'], { order: 5, number: 3, replaces: 'a' }),
        assign(['d'], { order: 7, number: 1, replaces: 'a' }),
      ],
      { pieces },
    )
    expect(p.order).toEqual(['description', 'c', 'facts'])
    expect(p.why('b')[0]).toContain('replaces “a” already')
  })
  it('does not chain', () => {
    const p = page([assign(['a']), assign(['b'], { replaces: 'a' }), assign(['c'], { replaces: 'b' })], { pieces })
    expect(p.order).toEqual(['description', 'b', 'facts'])
    expect(p.why('c')).toEqual(['nothing to replace: “b” is not on this page'])
  })
  it('leaves the original where it could not be shown itself', () => {
    const p = page([assign(['a']), assign(['b'], { replaces: 'a' })], {
      pieces: [piece('a'), piece('b', { needed: ['attribute:volume'] })],
    })
    expect(p.order).toEqual(['description', 'a', 'facts'])
    expect(p.why('b')).toEqual(['“volume” is required and empty; “a” is shown instead'])
  })
  it('stands once where it stands by itself too', () => {
    const p = page(
      [assign(['a'], { order: 10 }), assign(['b'], { order: 50 }), assign(['b'], { order: 60, replaces: 'a' })],
      { pieces },
    )
    expect(p.order).toEqual(['description', 'b', 'facts'])
    expect(p.part('b')!.because).toMatchObject({ order: 10, also: [{ name: 'of b' }] })
  })
})

describe('questions', () => {
  const pieces = [question('q1'), question('q2'), question('q3'), piece('a')]
  const sets = [set('s', 'q1', 'q2'), set('t', 'q2', 'q3')]
  it('of all sets of an area flow into one FAQ without repeats, where the first would stand', () => {
    const p = page(
      [assign([], { sets: ['s'], order: 50 }), assign(['a'], { order: 55 }), assign([], { sets: ['t'], order: 60 })],
      { pieces, sets },
    )
    expect(p.order).toEqual(['description', 'facts', 'faq', 'a'])
    expect(p.part('faq')!.questions!.map((q) => q.piece)).toEqual(['q1', 'q2', 'q3'])
    expect(p.part('faq')!.questions![1]!.because.also).toMatchObject([{ name: 'of ' }])
  })
  it('stand where the layout puts the FAQ, and an area without any has none', () => {
    const setup = withLayout((l) => {
      l.parts.push({ part: 'faq', area: 'details', order: 15, titles: { 'en-GB': 'Asked' } })
    })
    expect(
      page([assign(['q1'], { order: 90 }), assign(['q3'], { area: 'foot' })], { setup, pieces, sets }),
    ).toMatchObject({ order: ['description', 'faq', 'facts'] })
    expect(page([assign(['q3'], { area: 'foot' })], { setup, pieces, sets }).inArea('foot')).toEqual(['faq-foot'])
    expect(page([], { setup, pieces, sets }).why('faq')).toEqual(['no questions are assigned to this product'])
  })
  it('are picked by the product, as questions or sets', () => {
    const p = page([assign(['q3'], { order: 10 })], { pieces, sets, values: { asked: ['s'] } })
    expect(p.part('faq')!.questions!.map((q) => [q.piece, q.because.reach])).toEqual([
      ['q3', 'everything'],
      ['q1', 'picked'],
      ['q2', 'picked'],
    ])
  })
  it('that cannot be shown are left out one by one', () => {
    const p = page([assign(['q1', 'q2'])], {
      pieces: [question('q1', { needed: ['attribute:volume'] }), question('q2')],
    })
    expect(p.part('faq')!.questions!.map((q) => q.piece)).toEqual(['q2'])
    expect(p.why('q1')).toEqual(['“volume” is required and empty'])
  })
})

describe('a product’s own pieces', () => {
  it('stand with their own order and the number 0, within their limits', () => {
    const p = page([assign(['a'], { order: 20 })], {
      pieces: [piece('a')],
      own: [
        own('mine'),
        own('rests', { resting: true }),
        own('trade', { limits: { ...noLimits(), groups: ['workshop'] } }),
      ],
    })
    expect(p.order).toEqual(['description', 'mine', 'a', 'facts'])
    expect(p.part('mine')!.because).toMatchObject({ assignment: null, reach: 'own', order: 20 })
    expect([p.why('rests'), p.why('trade')]).toEqual([['the piece is paused'], ['only for Workshop']])
  })
})

describe('a text taken from the product', () => {
  const feel = piece('feel', {
    takes: 'chart',
    texts: [
      { storefront: null, language: 'en-GB', title: 'Sizes', body: '<p>Written</p>' },
      { storefront: null, language: 'fr-CH', title: 'Tailles', body: '' },
    ],
  })
  it('is shown with its formatting, and what was written is left aside', () => {
    expect(
      page([assign(['feel'])], {
        pieces: [feel],
        values: {
          'chart@/en-GB': [
            ['S', '80'],
            ['M', '90'],
          ],
        },
      }).part('feel')!.html,
    ).toMatch(/^<table>.*90/)
  })
  it('leaves the piece out where the product has none, or none that counts', () => {
    expect(page([assign(['feel'])], { pieces: [feel] }).why('feel')).toEqual([
      'its text comes from “chart”, which this product does not have',
    ])
    expect(
      page([assign(['feel'])], {
        pieces: [feel],
        values: { 'chart@/en-GB': [['S', '80']] },
        lens: { storefront: 'ch', language: 'fr-CH' },
      }).why('feel'),
    ).toEqual(['its text comes from “chart”, which is missing in French (Switzerland)'])
  })
})

describe('a description that is split', () => {
  const description = '<p>First.</p><h2>Care</h2><p>Wash.</p><h3>Wool</h3><p>Cold.</p><h2>Fit</h2><p>Tight.</p>'
  const splitAt = (levels: (2 | 3 | 4)[], except: string[] = []) =>
    withLayout((l) => {
      l.split = { levels, except }
    })
  it('gives parts at its headings, after what comes before them, all in the description’s place', () => {
    const p = page([assign(['a'], { order: 10 })], {
      pieces: [piece('a')],
      setup: splitAt([2]),
      values: { 'description@/en-GB': description },
    })
    expect(p.order).toEqual(['description', 'split-care', 'split-fit', 'a', 'facts'])
    expect(p.part('description')!.html).toBe('<p>First.</p>')
    expect(p.part('split-care')).toMatchObject({
      title: 'Care',
      html: '<p>Wash.</p><h3>Wool</h3><p>Cold.</p>',
      because: { reach: 'split', order: 10 },
    })
  })
  it('leaves headings whole that the pattern names, and parts without a text out', () => {
    expect(page([], { setup: splitAt([2, 3], ['fit']), values: { 'description@/en-GB': description } }).order).toEqual([
      'description',
      'split-care',
      'split-wool',
      'facts',
    ])
    expect(
      page([], { setup: splitAt([2]), values: { 'description@/en-GB': '<h2>Care</h2><h2>Fit</h2><p>Tight.</p>' } }),
    ).toMatchObject({ order: ['split-fit', 'facts'] })
  })
  it('follows its type before the storefront', () => {
    const setup = splitAt([2])
    setup.types.get('bag')!.split = { levels: [], except: [] }
    expect(page([], { setup, values: { 'description@/en-GB': description } }).order).toEqual(['description', 'facts'])
  })
})

describe('the layout', () => {
  const pieces = [piece('a')]
  it('has areas of its own, and brings nothing to those that it has not', () => {
    const more = withLayout((l) => {
      l.areas.push({ area: 'banner', name: 'Banner', as: 'plain', limit: null, needed: false })
    })
    expect(page([assign(['a'], { area: 'banner' })], { setup: more, pieces }).inArea('banner')).toEqual(['a'])
    expect(page([assign(['a'], { area: 'banner' })], { pieces }).why('a')).toEqual([
      'this storefront’s page has no area “banner”',
    ])
  })
  it('is another for products that an exception finds', () => {
    const bags = { field: 'type', is: 'equals', value: 'bag' } as const
    const setup = withLayout((l) => {
      l.exceptions = [
        { name: 'no facts', rule: bags, change: { part: 'facts', hide: true } },
        { name: 'low', rule: bags, change: { part: 'description', area: 'foot', order: 5 } },
        { name: 'folded', rule: bags, change: { area: 'details', as: 'one-open' } },
        { name: 'others', rule: { none: [bags] }, change: { area: 'foot', as: 'tabs' } },
      ]
    })
    const p = page([], { setup })
    expect([p.order, p.inArea('foot')]).toEqual([[], ['description']])
    expect(p.layout.find((a) => a.area === 'details')!.as).toBe('one-open')
    expect(p.layout.find((a) => a.area === 'foot')!.as).toBe('plain')
  })
  it('keeps the built-in parts where pieces are switched off', () => {
    const p = page([assign(['a'])], {
      setup: withLayout((l) => {
        l.off = true
      }),
      pieces,
      own: [own('mine')],
    })
    expect(p.order).toEqual(['description', 'facts'])
    expect([p.why('a'), p.why('mine')]).toEqual([
      ['pieces are switched off in this storefront'],
      ['pieces are switched off in this storefront'],
    ])
  })
})

describe('live parts and standing pages', () => {
  const holding = (address: string) =>
    piece('a', {
      kind: 'block',
      texts: [
        {
          storefront: null,
          language: 'en-GB',
          title: 'A',
          body: `<p>Before</p><p><data value="${address}"></data></p>`,
        },
      ],
    })
  it('are filled in where they stand', () => {
    const setup = testSetup()
    setup.storefronts.get('uk')!.pages = [
      {
        code: 'terms',
        name: 'Terms',
        titles: {},
        bodies: { 'en-GB': '<p>Ring <data value="storefront:phone"></data>.</p>' },
      },
    ]
    expect(page([assign(['a'])], { setup, pieces: [holding('page:terms')] }).part('a')!.html).toContain(
      '<p>Before</p><p>Ring <data value="storefront:phone">01632 960 118</data>.</p>',
    )
    expect(page([assign(['a'])], { pieces: [holding('live:facts')] }).part('a')!.html).toContain('<th>weight</th>')
    expect(
      page([assign(['a'])], {
        pieces: [holding('live:spare-parts')],
        related: { 'spare-parts': [{ sku: 'S', name: 'A <hook>', picture: null }] },
      }).part('a')!.html,
    ).toContain('<li>A &lt;hook&gt;</li>')
  })
  it('leave the piece out where they are all that it names and are empty', () => {
    expect(page([assign(['a'])], { pieces: [holding('live:spare-parts')] }).why('a')).toEqual([
      'all its inline values are empty: spare parts',
    ])
  })
})

describe('a page of which only the parts are asked for', () => {
  it('has the same parts as one with all its reasons', () => {
    const pieces = [...['a', 'b', 'c'].map((c) => piece(c)), question('q')]
    const given = input(
      [
        assign(['a'], {}, { base: 'rule', rule: { field: 'type', is: 'equals', value: 'bag' } }),
        assign(['b'], { replaces: 'a' }),
        assign(['c'], {}, never),
        assign(['q', 'a'], { area: 'foot' }),
        assign(['c'], { resting: true }),
      ],
      { pieces, own: [own('mine')] },
    )
    // Brief pages are given what reaches the product.
    const facts = factsOf(given.family, given.lens, given.setup)
    const reaching = given.assignments.filter((a) => isReached(reachReason(a, ['B-1'], facts)))
    expect(reaching).toHaveLength(4)
    const parts = (brief: boolean) =>
      Object.entries(assemblePage({ ...given, brief, assignments: brief ? reaching : given.assignments }).areas).map(
        ([area, list]) => [area, list.map((p) => [p.piece, p.html])],
      )
    expect(parts(true)).toEqual(parts(false))
    expect(assemblePage({ ...given, brief: true }).left_out).toEqual([])
  })
})

describe('what changes', () => {
  const campaign = {
    code: 'frost',
    name: 'Frost',
    note: '',
    storefronts: ['uk'],
    from: '2026-11-27T06:00',
    to: '2026-11-29',
  }
  const setup = () => {
    const s = testSetup()
    s.campaigns.set('frost', campaign)
    return s
  }
  it('is told between two states of a page: what comes, goes, moves and reads otherwise', () => {
    const pieces = ['a', 'b', 'c', 'd'].map((c) => piece(c))
    const before = assemblePage(
      input([assign(['a'], { order: 11 }), assign(['b'], { order: 12 }), assign(['c'], { order: 13 })], { pieces }),
    )
    const after = assemblePage(
      input(
        [
          assign(['b'], { order: 11 }),
          assign(['a'], { order: 12 }),
          assign(['d'], { order: 13 }),
          assign(['c'], { area: 'foot' }),
        ],
        {
          pieces: [
            ...pieces.slice(1),
            piece('a', { texts: [{ storefront: null, language: 'en-GB', title: 'a', body: '<p>New</p>' }] }),
          ],
        },
      ),
    )
    expect(
      pageDifferences(before, after)
        .map((d) => `${d.what} ${d.piece} ${d.area}`)
        .sort(),
    ).toEqual(['comes d details', 'moves a details', 'moves c foot', 'text a details'])
    expect(pageDifferences(after, after)).toEqual([])
  })
  it('is told for the days to come: campaigns, windows and prices, each in the storefront’s time', () => {
    const given = input(
      [
        assign(['a'], { limits: { ...noLimits(), campaign: 'frost' } }),
        assign(['b'], { limits: { ...noLimits(), from: '2026-12-01' } }),
        assign(['c'], { limits: { ...noLimits(), from: '2026-12-02', storefronts: ['ch'] } }),
      ],
      { setup: setup(), pieces: ['a', 'b', 'c'].map((c) => piece(c)) },
    )
    given.family.root.prices.push(special('uk', 50, { from: '2026-11-28' }))
    const moments = pageMoments(given, someMoment, someMoment + 14 * 86_400_000)
    expect(moments.map((m) => `${m.local} ${m.changes.map((c) => `${c.what} ${c.piece}`).join(', ')}`)).toEqual([
      '2026-11-27T06:00 comes a',
      '2026-11-28T00:00 price price',
      '2026-11-30T00:00 goes a',
      '2026-12-01T00:00 comes b',
    ])
  })
  it('keeps what belongs to a campaign to where and when that runs', () => {
    const at = (moment: string, lens: Partial<Lens> = {}) =>
      page([assign(['a'], { limits: { ...noLimits(), campaign: 'frost' } })], {
        setup: setup(),
        pieces: [piece('a')],
        lens: { moment: Date.parse(moment), ...lens },
      })
    expect(at('2026-11-27T06:00Z').order).toContain('a')
    expect(at('2026-11-27T05:59Z').why('a')).toEqual(['only in the campaign “Frost”, from 27 Nov 2026, 06:00'])
    expect(at('2026-11-30T00:00Z').why('a')).toEqual(['only in the campaign “Frost”, until 29 Nov 2026'])
    expect(at('2026-11-28T00:00Z', { storefront: 'ca', language: 'en-CA' }).why('a')).toEqual([
      'only in the campaign “Frost”, which does not run here',
    ])
  })
})
