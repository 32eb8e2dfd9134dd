import { notApplicable } from '@core/attributes/not-applicable'
import { describe, expect, it } from 'vitest'
import { prepareAssignment, type Assignment } from '@core/assignments/assignment'
import { noLimits } from '@core/assignments/limits'
import type { Value } from '@core/attributes/attribute'
import type { Product, Setup } from '@core/catalogue/model'
import type { HouseStyle } from '@core/house-style/style'
import { blankItem, type LibraryItem } from '@core/media/item'
import { libraryOf } from '@core/media/versions'
import { blankPiece, type Piece, type QuestionSet } from '@core/page/piece'
import { isReady, evaluate } from '@core/readiness/evaluate'
import type { EvaluatedFamily, EvaluatedProduct } from '@core/readiness/family'
import { findingKinds } from '@core/readiness/kinds'
import { prepareEvaluation, type Mark } from '@core/readiness/prepare'
import { cellAt, packCells, soleFixes } from '@core/readiness/cells'
import { sourceHash } from '@core/translation/state'
import { price, product, someMoment, testSetup } from '../../world'

const editions = [
  { storefront: 'uk', language: 'en-GB' },
  { storefront: 'ch', language: 'fr-CH' },
  { storefront: 'ca', language: 'en-CA' },
]
const [uk, ch, ca] = [0, 1, 2]
const picture = (code: string, more: Partial<LibraryItem['item']> = {}): LibraryItem => ({
  item: { ...blankItem(code, code), labels: { 'en-GB': 'A bag', 'fr-CH': 'Une sacoche' }, view: 'whole', ...more },
  content: { digest: code, mime: 'image/svg+xml', bytes: 1, width: 2000, height: 2000, vector: true, measured: null },
})
const library = libraryOf([picture('bag.svg'), picture('silent.svg', { labels: { 'en-GB': 'A bag' } })])

/** The set-up with what every bag has to have: weight, name, summary, pictures with a whole view. */
function strict(change: (s: Setup) => void = () => undefined): Setup {
  const setup = testSetup()
  for (const type of setup.types.values()) {
    for (const a of type.attributes) a.required = ['weight', 'name', 'summary', 'pictures'].includes(a.attribute)
    type.views = ['whole']
  }
  change(setup)
  return setup
}

const full: Record<string, Value> = {
  'name@/en-GB': 'Regn',
  'name@/fr-CH': 'Regn',
  'summary@/en-GB': 'Dry inside.',
  'summary@/fr-CH': 'Au sec.',
  weight: { value: 1.2, unit: 'kg' },
  width: { value: 300, unit: 'mm' },
  season: 'winter',
  mounting: ['rack'],
  reflective: true,
  pictures: ['bag.svg'],
}
const both = [price('uk', 60), price('ch', 80), price('ca', 90)]

function evaluated(p: Product, marks: Record<string, Mark> = {}): EvaluatedProduct {
  const known = Object.entries(full)
    .filter(([k]) => k.endsWith('/fr-CH'))
    .map(([k]) => [k, { state: 'translated', unread: false, sourceHash: null }] as const)
  return { ...p, marks: new Map([...known, ...Object.entries(marks)]), hashes: new Map() }
}
const bag = (
  given: Record<string, Value> = full,
  more: Partial<Product> = {},
  marks: Record<string, Mark> = {},
): EvaluatedFamily => ({ root: evaluated(product('B-1', { prices: both, ...more }, given), marks), variants: [] })
const without = (...keys: string[]) => Object.fromEntries(Object.entries(full).filter(([k]) => !keys.includes(k)))

interface More {
  setup?: Setup
  styles?: HouseStyle[]
  pieces?: Piece[]
  sets?: QuestionSet[]
  assignments?: Assignment[]
}
function look(
  family: EvaluatedFamily,
  { setup = strict(), styles = [], pieces = [], sets = [], assignments = [] }: More = {},
) {
  const prepared = prepareEvaluation({
    setup,
    styles,
    editions,
    now: someMoment,
    pieces: new Map(pieces.map((p) => [p.code, p])),
    sets: new Map(sets.map((s) => [s.code, s])),
    assignments: assignments.map((a) => prepareAssignment(a, setup)),
  })
  const list = evaluate(family, prepared, library)
  return {
    list,
    found: (e: number) =>
      list.find((x) => x.edition === e)?.findings.map((f) => `${f.level === 'blocker' ? '!' : ''}${f.code} ${f.at}`),
    strands: (e: number) =>
      list
        .find((x) => x.edition === e)!
        .passed.map((n, i) => `${n}/${list.find((x) => x.edition === e)!.of[i]!}`)
        .join(' '),
  }
}

describe('facts', () => {
  it('are ready where everything asked is there', () => {
    const { list, strands } = look(bag())
    expect(list.map(isReady)).toEqual([true, true, true])
    expect(strands(uk)).toMatch(/^2\/2 2\/2 0\/0/)
    expect(strands(ch)).toMatch(/^2\/2 2\/2 2\/2/)
  })
  it('remark on a product that has too few facts to draft from, and what would help most', () => {
    const { list, found } = look(bag(without('width', 'season', 'mounting')))
    expect(found(uk)).toEqual(['thin attribute:season'])
    const finding = list[0]!.findings[0]!
    expect(findingKinds.thin!.message(finding, '', '')).toMatch(
      /^It has too few facts to draft from: 2 of \d+ facts\. “.+”, “.+” and “.+” would help most\.$/,
    )
    expect(list.map(isReady)).toEqual([true, true, true])
  })
  it('name what is missing, where it is required', () => {
    expect(look(bag(without('weight'))).found(ch)).toEqual(['!fact-missing attribute:weight'])
    const inUk = strict((s) => {
      s.types.get('bag')!.attributes.find((a) => a.attribute === 'weight')!.requiredIn = ['uk']
    })
    expect(look(bag(without('weight')), { setup: inUk }).found(ch)).toEqual([])
    const ifShipped = strict((s) => {
      s.types.get('bag')!.attributes.find((a) => a.attribute === 'weight')!.requiredWhere = {
        field: 'kind',
        is: 'equals',
        value: 'shipped',
      }
    })
    expect(look(bag(without('weight'), { kind: 'download' }), { setup: ifShipped }).found(uk)).toEqual([])
    expect(look(bag(without('weight'), { kind: 'shipped' }), { setup: ifShipped }).found(uk)).toEqual([
      '!fact-missing attribute:weight',
    ])
  })
  it('count the variants that lack a fact of each', () => {
    const family: EvaluatedFamily = {
      root: evaluated({ ...product('G-1', { prices: both }, full), type: 'glove' }),
      variants: ['S', 'M', null].map((size, i) =>
        evaluated({ ...product(`G-1-${i}`, {}, size === null ? {} : { size }), type: 'glove', parent: 'G-1' }),
      ),
    }
    const setup = strict((s) => {
      s.types.get('glove')!.attributes.find((a) => a.attribute === 'size')!.required = true
    })
    const [finding] = look(family, { setup }).list[0]!.findings
    expect(finding).toMatchObject({
      code: 'fact-missing',
      at: 'attribute:size',
      fix: 'fact-missing|size|glove',
      details: { variants: 1, of: 3, first: 'G-1-2' },
    })
    expect(findingKinds['fact-missing']!.message(finding!, 'Size', 'English')).toBe(
      '“Size” is missing on 1 of its 3 variants, G-1-2 first.',
    )
  })
  it('ask for a price in the storefront, and for values that are allowed', () => {
    expect(look(bag(full, { prices: [price('uk', 60)] })).found(ch)).toEqual(['!no-price price'])
    expect(look(bag(full, { prices: [], kind: 'elsewhere' })).found(uk)).toEqual([])
    expect(look(bag(full, { kind: 'set' })).found(uk)).toEqual(['!no-parts relations'])
    expect(look(bag(full, { kind: 'set', relations: [{ kind: 'part', sku: 'S-1' }] })).found(uk)).toEqual([])
    expect(look(bag({ ...full, weight: notApplicable })).found(uk)).toEqual([])
    const bounded = strict((s) => {
      s.attributes.get('weight')!.allowed = { least: null, most: { value: 1, unit: 'kg' }, pattern: null }
    })
    expect(look(bag(), { setup: bounded }).found(uk)).toEqual(['!fact-not-allowed attribute:weight'])
  })
})

describe('range', () => {
  it('leaves out editions in which nobody is sold to, and disabled products everywhere', () => {
    const entry = { storefront: 'uk', groups: ['club'], from: null, to: null }
    expect(look(bag(full, { range: [entry] })).list.map((e) => e.edition)).toEqual([uk])
    expect(look(bag(full, { range: [{ ...entry, from: '2026-11-26' }] })).list).toEqual([])
    expect(look(bag(full, { status: 'disabled' })).list).toEqual([])
  })
})

describe('copy and language', () => {
  it('want required texts in a language that counts', () => {
    const l = look(bag(without('summary@/fr-CH')))
    expect(l.found(ch)).toEqual(['!copy-missing attribute:summary'])
    expect([l.found(uk), l.found(ca)]).toEqual([[], []])
  })
  it('hold texts to the house style of their edition', () => {
    const styles: HouseStyle[] = [
      { code: 'x', field: 'summary', storefront: 'ch', language: 'fr', settings: { banned: ['sec'] } },
    ]
    expect(look(bag(), { styles }).found(ch)).toEqual(['!style:banned attribute:summary'])
    expect(look(bag(), { styles }).found(uk)).toEqual([])
  })
  it('say where a name repeats variant words', () => {
    const family: EvaluatedFamily = {
      root: evaluated(
        product('G-1', { prices: both, differsIn: ['season'] }, { ...full, 'name@/en-GB': 'Regn winter' }),
      ),
      variants: [evaluated(product('G-2', { parent: 'G-1' }))],
    }
    expect(look(family).found(uk)).toEqual(['name-variant attribute:name'])
  })
  it('hold translations to the state that is asked, and to the source as it is now', () => {
    const asks = strict((s) => {
      s.storefronts.get('ch')!.editions.forEach((e) => {
        e.asks = 'reviewed'
      })
    })
    expect(look(bag(), { setup: asks }).found(ch)).toEqual([
      '!below-state attribute:name',
      '!below-state attribute:summary',
    ])
    const mark = (source: string, unread = false) => ({
      'summary@/fr-CH': { state: 'translated', unread, sourceHash: sourceHash(source) },
    })
    expect(look(bag(full, {}, mark('Dry inside.'))).found(ch)).toEqual([])
    expect(look(bag(full, {}, mark('Wet inside.'))).found(ch)).toEqual(['!stale attribute:summary'])
    // What a machine wrote is not accepted before a person has confirmed it, unless the edition says so.
    const machine = bag(full, {}, mark('Dry inside.', true))
    expect(look(machine).found(ch)).toEqual(['!unread attribute:summary'])
    const accepts = strict((s) => {
      s.storefronts.get('ch')!.editions.forEach((e) => {
        e.acceptsUnread = true
      })
    })
    expect(look(machine, { setup: accepts }).found(ch)).toEqual([])
  })
  it('remark on further texts that are not translated', () => {
    expect(look(bag({ ...full, 'description@/en-GB': '<p>Long.</p>' })).found(ch)).toEqual([
      'untranslated attribute:description',
    ])
  })
  it('block a description whose words stand only in pictures', () => {
    expect(
      look(
        bag(
          {
            ...full,
            'description@/en-GB': '<figure><img src="a.png" alt=""></figure>',
            'description@/fr-CH': '<p>Des mots.</p>',
          },
          {},
          { 'description@/fr-CH': { state: 'final', unread: false, sourceHash: null } },
        ),
      ).found(uk),
    ).toEqual(['!only-pictures attribute:description'])
  })
})

describe('media', () => {
  it('want a picture, its views, and a text in the language', () => {
    expect(look(bag(without('pictures'))).found(uk)).toEqual(['!media:no-picture attribute:pictures'])
    expect(look(bag({ ...full, pictures: ['silent.svg'] })).found(ch)).toEqual(['!media:no-label picture:silent.svg'])
    const detail = strict((s) => {
      s.types.get('bag')!.views = ['whole', 'detail']
    })
    const { list } = look(bag(), { setup: detail })
    expect(list[0]!.findings).toMatchObject([{ code: 'media:no-view', fix: 'media:no-view|detail|' }])
  })
})

describe('content', () => {
  const piece = (code: string, body: string, more: Partial<Piece> = {}): Piece => ({
    ...blankPiece(),
    code,
    kind: 'tab',
    name: code,
    texts: [{ storefront: null, language: 'en-GB', title: code, body }],
    ...more,
  })
  const everywhere = (code: string, more: Partial<Assignment> = {}): Assignment => ({
    code: `on-${code}`,
    number: 1,
    name: code,
    pieces: [code],
    sets: [],
    reach: { base: 'everything', rule: null, chosen: [], added: [], leftOut: [], eachVariant: false },
    limits: noLimits(),
    area: 'details',
    order: 20,
    replaces: null,
    resting: false,
    ...more,
  })
  it('finds pieces that would be empty, or are not in the language', () => {
    const pieces = [
      piece('fit', '<p>Carries <data value="attribute:volume"></data></p>'),
      piece('care', '<p>Wash by hand.</p>'),
    ]
    const { found } = look(bag(), { pieces, assignments: pieces.map((p) => everywhere(p.code)) })
    expect(found(uk)).toEqual(['!piece-empty piece:fit'])
    expect(found(ch)).toEqual(['!piece-no-text piece:fit', '!piece-no-text piece:care'])
    expect(found(ca)).toEqual(['!piece-empty piece:fit'])
  })
  it('asks only assignments whose rule and limits fit, and that do not rest', () => {
    const pieces = [piece('fit', '<p><data value="attribute:volume"></data></p>')]
    const foundWith = (more: Partial<Assignment>) =>
      look(bag(), { pieces, assignments: [everywhere('fit', more)] }).found(uk)
    expect(foundWith({ resting: true })).toEqual([])
    expect(foundWith({ limits: { ...noLimits(), storefronts: ['ch'] } })).toEqual([])
    expect(foundWith({ limits: { ...noLimits(), groups: ['club'] } })).toEqual([])
    expect(
      foundWith({
        reach: { ...everywhere('fit').reach, base: 'rule', rule: { field: 'type', is: 'equals', value: 'lock' } },
      }),
    ).toEqual([])
    expect(foundWith({})).toEqual(['!piece-empty piece:fit'])
  })
  it('says which translations of pieces are not far enough, unread or stale', () => {
    const p = piece('care', '<p>Wash.</p>')
    const text = { storefront: null, language: 'fr-CH', title: 'Soin', body: '<p>Laver.</p>' }
    const foundWith = (more: Partial<Piece['texts'][number]>) =>
      look(bag(), {
        pieces: [{ ...p, texts: [...p.texts, { ...text, ...more }] }],
        assignments: [everywhere('care')],
      }).found(ch)
    expect(foundWith({ states: { title: 'final', body: 'initial' } })).toEqual(['!piece-below-state piece:care'])
    const final = { title: 'final', body: 'translated' } as const
    expect(foundWith({ states: final, unread: { body: true } })).toEqual(['!piece-unread piece:care'])
    expect(
      foundWith({ states: { title: 'final', body: 'final' }, sources: { body: sourceHash('<p>Rinse.</p>') } }),
    ).toEqual(['!piece-stale piece:care'])
    expect(
      foundWith({ states: { title: 'final', body: 'final' }, sources: { body: sourceHash('<p>Wash.</p>') } }),
    ).toEqual([])
  })
  it('holds pieces to what the house style says of every text', () => {
    const styles: HouseStyle[] = [
      { code: 'x', field: null, storefront: null, language: 'en', settings: { banned: ['wash'] } },
    ]
    const p = piece('care', '<p>Wash by  hand.</p>')
    expect(look(bag(), { pieces: [p], styles, assignments: [everywhere('care')] }).found(uk)).toEqual([
      '!style:banned piece:care',
      'style:spaces piece:care',
    ])
  })
  it('wants something in areas that must not be empty', () => {
    const setup = strict((s) => {
      for (const a of s.storefronts.get('uk')!.layout.areas) a.needed = ['details', 'foot'].includes(a.area)
    })
    expect(look(bag(), { setup }).found(uk)).toEqual(['!area-empty area:foot'])
    expect(
      look(bag(), {
        setup,
        pieces: [piece('care', '<p>Wash.</p>')],
        assignments: [everywhere('care', { area: 'foot' })],
      }).found(uk),
    ).toEqual([])
  })
  it('reads a text that is taken where the product has it, not where the piece is written', () => {
    const taken = piece('feel', '', { takes: 'summary' })
    expect(look(bag(), { pieces: [taken], assignments: [everywhere('feel')] }).found(uk)).toEqual([])
    expect(
      look(bag(without('summary@/en-GB')), { pieces: [taken], assignments: [everywhere('feel')] }).found(uk),
    ).toContain('!piece-empty piece:feel')
  })
  it('evaluates what replaces a piece, and the piece where that cannot stand', () => {
    const pieces = [
      piece('care', '<p>Wash.</p>'),
      piece('instead', '<p>Holds <data value="attribute:volume"></data></p>'),
    ]
    expect(
      look(bag(), {
        pieces,
        assignments: [everywhere('care'), everywhere('instead', { number: 2, replaces: 'care' })],
      }).found(uk),
    ).toEqual(['!piece-empty piece:instead'])
    // Nothing to replace: it is asked of nobody.
    expect(look(bag(), { pieces, assignments: [everywhere('instead', { replaces: 'care' })] }).found(uk)).toEqual([])
  })
  it('asks the questions of sets, those that the product picks, and its own pieces', () => {
    const ask = piece('ask', '<p><data value="attribute:volume"></data></p>', { kind: 'question' })
    const sets = [{ code: 'set', name: 'Set', note: '', questions: ['ask'] }]
    expect(
      look(bag(), { pieces: [ask], sets, assignments: [everywhere('x', { pieces: [], sets: ['set'] })] }).found(uk),
    ).toEqual(['!piece-empty piece:ask'])
    expect(look(bag({ ...full, asked: ['set'] }), { pieces: [ask], sets }).found(uk)).toEqual([
      '!piece-empty piece:ask',
    ])
    const own = piece('mine', '<p><data value="attribute:volume"></data></p>', {
      own: { sku: 'B-1', area: 'details', order: 1, limits: noLimits(), resting: false },
    })
    expect(look({ ...bag(), own: [own] }).found(uk)).toEqual(['!piece-empty piece:mine'])
    expect(look({ ...bag(), own: [{ ...own, own: { ...own.own!, resting: true } }] }).found(uk)).toEqual([])
  })
  it('asks nothing where pieces are switched off', () => {
    const setup = strict((s) => {
      s.storefronts.get('uk')!.layout.off = true
    })
    expect(
      look(bag(), {
        setup,
        pieces: [piece('fit', '<p><data value="attribute:volume"></data></p>')],
        assignments: [everywhere('fit')],
      }).found(uk),
    ).toEqual([])
  })
})

describe('packed rows', () => {
  it('hold every edition, and say where a product is not sold', () => {
    const { list } = look(
      bag(without('weight', 'summary@/fr-CH'), {
        range: [
          { storefront: 'uk', groups: [], from: null, to: null },
          { storefront: 'ch', groups: [], from: null, to: null },
        ],
      }),
    )
    const cells = packCells(list, 3)
    expect(cellAt(cells, uk)).toEqual({
      blockers: 1,
      knots: [true, false, false, false, false],
      passed: list[0]!.passed,
      of: list[0]!.of,
    })
    expect(cellAt(cells, ch)).toMatchObject({ blockers: 2, knots: [true, true, false, false, false] })
    expect([cellAt(cells, ca), cellAt(cells, 7)]).toEqual([undefined, undefined])
  })
  it('scale what is too much for a byte, and lose no miss', () => {
    const [e] = packCells(
      [{ edition: 0, passed: [999, 0, 0, 0, 0], of: [1000, 0, 0, 0, 0], findings: [] }],
      1,
    ).subarray(2, 3)
    expect(e).toBe(254)
  })
  it('name the fix that would do by itself', () => {
    const { list } = look(bag(without('weight', 'summary@/fr-CH')))
    expect(soleFixes(list, 3)).toEqual(['fact-missing|weight|bag', null, 'fact-missing|weight|bag'])
  })
})

it('gives the same answer again, and has words for every kind of finding', () => {
  const family = bag(without('weight'))
  expect(look(family).list).toEqual(look(family).list)
  for (const [code, kind] of Object.entries(findingKinds)) {
    expect(kind.message({ at: 'x', details: {} }, 'Thing', 'French'), code).toMatch(/\S/)
    expect(kind.fix({ of: 'a', to: 'b', language: 'French', products: 1, places: 2 }), code).toMatch(/^[A-Z]/)
  }
})
