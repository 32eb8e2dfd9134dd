import fc from 'fast-check'
import { ada, maren, now } from './database'

// Changes at random of whatever product pages are made of, each by the call by which people make it.

const { createProduct, saveVariants } = await import('@server/services/products/make-products')
const { patchProduct } = await import('@server/services/products/products')
const { deleteProduct } = await import('@server/services/products/remove-products')
const { anyVersion, deleteRecord, getRecord, putRecord } = await import('@server/services/records/records')

export const day = 86_400_000
export const parents = ['BG-1', 'BG-2', 'BG-3', 'BG-4', 'GL-1', 'GL-2', 'LO-1', 'LO-2']
export const variants = ['GL-1-S', 'GL-1-M', 'GL-2-L']
const skus = [...parents, ...variants]
/** Those that are deleted, and made again. */
const passing = ['BG-4', 'LO-2', ...variants]
const pieces = ['care', 'note', 'how-long', 'which-one']

/** A change, with what it is called where a test fails. */
export interface RandomChange {
  says: string
  make: (at: number) => Promise<unknown>
}

const one = <const T>(list: readonly T[]) => fc.constantFrom(...list)
const sku = one(skus)
const parent = one(parents)
const word = one(['Regn', 'Suzu', 'Été', 'Tarn', 'Ishi'])
const language = one(['en-GB', 'de-CH', 'fr-CH'])
/** Days from the beginning of these tests, past and to come, those on which clocks change among them. */
const date = fc.integer({ min: -10, max: 160 }).map((n) => new Date(now + n * day).toISOString().slice(0, 10))
const opens = fc.option(date, { freq: 1 })
const amount = one([20, 45, 60, 120])

/** As a body that came over HTTP; generated objects have no prototype now and then. */
const asSent = <T>(body: T): T => JSON.parse(JSON.stringify(body)) as T

const patched = (of: string, body: object) => (at: number) => patchProduct(maren, of, '*', asSent(body), at)
const written =
  (kind: Parameters<typeof putRecord>[1], record: { code: string; [part: string]: unknown }) => (at: number) =>
    putRecord(ada, kind, record.code, asSent(record), anyVersion, at)
/** Changes a record that there is. */
const rewritten =
  (kind: Parameters<typeof putRecord>[1], code: string, change: (record: Record<string, unknown>) => object) =>
  async (at: number) => {
    const { record } = await getRecord(kind, code)
    const before = record as unknown as Record<string, unknown>
    return putRecord(ada, kind, code, asSent({ ...before, ...change(before) }), anyVersion, at)
  }
const change = <T>(what: string, given: fc.Arbitrary<T>, make: (given: T) => RandomChange['make']) =>
  given.map((of): RandomChange => ({ says: `${what} ${JSON.stringify(of)}`, make: make(of) }))

const aValue = fc.oneof(
  fc.record({ attribute: one(['name', 'summary']), language, value: fc.option(word, { freq: 5 }) }),
  fc.record({
    attribute: fc.constant('weight'),
    value: one([null, { value: 1, unit: 'kg' }, { value: 12, unit: 'oz' }]),
  }),
  fc.record({ attribute: fc.constant('material'), value: one([null, 'canvas', 'steel', 'wool']) }),
  fc.record({ attribute: fc.constant('grade'), storefront: one([null, 'ch']), value: one([null, 1, 7]) }),
  fc.record({ attribute: fc.constant('launched'), value: fc.option(date) }),
  fc.record({ attribute: fc.constant('asked'), value: one([null, ['how-long'], ['which-one', 'questions']]) }),
)

const aField = fc.oneof(
  fc.record({ status: one(['active', 'active', 'draft', 'disabled']) }),
  fc.record({ category: one([null, 'bags', 'panniers', 'roll-top', 'wear']) }),
  fc.record({ tags: fc.subarray(['touring', 'wet']) }),
  fc.record({ availableFrom: fc.option(date) }),
  fc.record({ stock: one([null, 0, 5]) }),
  fc.record({ brand: one([null, 'oxbrook', 'varga']) }),
  fc.record({ prices: fc.tuple(fc.record({ storefront: one(['ch', 'uk']), amount })) }),
  fc.record({
    specials: fc.array(
      fc
        .record({ storefront: one(['ch', 'uk']), group: one([null, 'club']), from: opens, to: opens, amount })
        .filter(({ from, to }) => from === null || to === null || from < to),
      { maxLength: 2 },
    ),
  }),
)

const aRange = fc.array(
  fc
    .record({ storefront: one(['ch', 'uk']), groups: fc.subarray(['club', 'retail']), from: opens, to: opens })
    .filter(({ from, to }) => from === null || to === null || from < to),
  { maxLength: 2 },
)

const aTest = fc.oneof(
  fc.record({ field: fc.constant('type'), is: fc.constant('equals'), value: one(['bag', 'glove']) }),
  fc.record({ field: fc.constant('category'), is: fc.constant('equals'), value: one(['bags', 'wear']) }),
  fc.record({ field: fc.constant('price'), is: fc.constant('below'), value: one(['50 CHF', '100 GBP']) }),
  fc.record({ field: fc.constant('campaign'), is: fc.constant('equals'), value: one(['frost', 'thaw']) }),
  fc.record({ field: fc.constant('sold-in'), is: fc.constant('equals'), value: one(['uk', 'ch']) }),
  fc.record({ field: fc.constant('rule'), is: fc.constant('equals'), value: one(['light-or-wool', 'small-cheap']) }),
  fc.record({ field: fc.constant('attribute:launched'), is: fc.constant('within-days'), value: one([3, 30]) }),
  fc.record({ field: fc.constant('list'), is: fc.constant('equals'), value: one(['spring', 'staff']) }),
)
const aRule = fc.record({ group: one(['all', 'any', 'none']), tests: fc.array(aTest, { minLength: 1, maxLength: 3 }) })
const ruleOf = ({ group, tests }: { group: string; tests: object[] }) => ({ [group]: tests })

const aReach = fc.oneof(
  aRule.map((rule) => ({ base: 'rule', rule: ruleOf(rule) })),
  fc.subarray(skus, { minLength: 1 }).map((chosen) => ({ base: 'chosen', chosen })),
  fc.constant({ base: 'everything' }),
)
const limits = fc.record({
  storefronts: fc.subarray(['ch', 'uk']),
  languages: fc.subarray(['fr-CH']),
  groups: fc.subarray(['club']),
  campaign: one([null, null, 'frost', 'thaw']),
})

const piece = (code: string, title: string) => ({
  code,
  ...(code === 'how-long' || code === 'which-one' ? { kind: 'question' } : { kind: 'tab' }),
  name: title,
  texts: ['en-GB', 'fr-CH'].map((language) => ({
    language,
    title: `${title} ${language}`,
    body: `<p>${title} of <data value="attribute:weight"></data></p>`,
  })),
})

/**
 * Gives every change something that it can change: pieces that go to products by rules of every kind, some of which are
 * met only later or for a group, questions that products pick, relations of every kind.
 */
export async function fillWorld(at: number): Promise<void> {
  for (const of of skus) {
    const values = ['fr-CH', 'de-CH'].map((language) => ({ attribute: 'name', language, value: `Named ${of}` }))
    await patched(of, { values })(at)
  }
  for (const code of pieces) await written('pieces', piece(code, 'Tarn'))(at)
  await written('question-sets', { code: 'questions', name: 'Questions', questions: ['which-one'] })(at)
  const assigned = (n: number, of: string, rule: object | null, more: object = {}) =>
    written('assignments', {
      code: `a-${n}`,
      name: `A${n}`,
      pieces: [of],
      reach: rule === null ? { base: 'everything' } : { base: 'rule', rule },
      ...more,
    })(at)
  await assigned(0, 'care', { field: 'type', is: 'equals', value: 'glove' })
  await assigned(1, 'note', { field: 'price', is: 'below', value: '50 CHF' })
  await assigned(2, 'care', { none: [{ field: 'price', is: 'below', value: '100 CHF' }] })
  await assigned(3, 'note', { field: 'rule', is: 'equals', value: 'light-or-wool' }, { limits: { groups: ['club'] } })
  const later = { storefront: 'ch', group: null, from: '2027-01-10', to: '2027-02-01', amount: 45 }
  await patched('BG-1', { specials: [later], values: [{ attribute: 'asked', value: ['how-long'] }] })(at)
  await patched('BG-2', { specials: [{ ...later, amount: 120 }] })(at)
  await patched('LO-1', { values: [{ attribute: 'asked', value: ['questions'] }] })(at)
  await patched('BG-3', { relations: [{ kind: 'goes-with', sku: 'GL-1-S' }] })(at)
  await patched('GL-2', { relations: [{ kind: 'replaces', sku: 'BG-2' }] })(at)
  await patched('LO-2', { relations: [{ kind: 'spare-part', sku: 'LO-1' }] })(at)
}

const offered = { storefront: 'ch', group: null, from: null, to: null, amount: 30 }
/** Gives a product another name in every language. */
function renamed(of: string): RandomChange['make'] {
  const values = ['en-GB', 'fr-CH', 'de-CH'].map((language) => ({ attribute: 'name', language, value: 'Renamed' }))
  return patched(of, { values })
}

/** Writes the composed page. */
const composed = (title: string, limits: object, resting = false) =>
  written('composed-pages', {
    ...{ code: 'landing', name: 'Landing', resting, limits },
    ...{ titles: { 'fr-CH': title, 'de-CH': title }, slugs: { 'fr-CH': 'arrivee', 'de-CH': 'ankunft' } },
    sections: [
      { code: 'opening', kind: 'hero', texts: { title: { 'fr-CH': title, 'de-CH': title } } },
      { code: 'later', kind: 'text', limits: { from: '2027-01-20' }, texts: { text: { 'fr-CH': '<p>Neige.</p>' } } },
    ],
  })

/** Any change of a record that pages are made of. */
const recordChange = fc.oneof(
  change('a piece', fc.record({ code: one(pieces), title: word }), ({ code, title }) =>
    written('pieces', piece(code, title)),
  ),
  change('an own piece', fc.record({ sku: parent, title: word, campaign: one([null, 'frost']) }), (of) =>
    written('pieces', {
      ...piece(`own-${of.sku.toLowerCase()}`, of.title),
      own: { sku: of.sku, limits: limitsOf(of) },
    }),
  ),
  change('a composed page', fc.record({ title: word, campaign: one([null, 'frost']), resting: fc.boolean() }), (of) =>
    composed(of.title, { campaign: of.campaign }, of.resting),
  ),
  change('a question set', fc.subarray(['how-long', 'which-one']), (questions) =>
    written('question-sets', { code: 'questions', name: 'Questions', questions }),
  ),
  change(
    'an assignment',
    fc.record({
      n: fc.nat({ max: 3 }),
      pieces: fc.subarray(pieces, { minLength: 1 }),
      reach: aReach,
      limits,
      each: fc.boolean(),
      resting: fc.boolean(),
      order: fc.nat({ max: 60 }),
    }),
    ({ n, each, reach, ...more }) =>
      written('assignments', { code: `a-${n}`, name: `A${n}`, ...more, reach: { ...reach, eachVariant: each } }),
  ),
  change('no assignment', fc.nat({ max: 3 }), (n) => (at) => deleteRecord(ada, 'assignments', `a-${n}`, '*', at)),
  change('a named rule', aRule, (rule) =>
    rewritten('named-rules', 'light-or-wool', () => ({ rule: { any: [withoutNamed(rule)] } })),
  ),
  change('a campaign', fc.record({ code: one(['frost', 'thaw']), from: opens, to: opens }), ({ code, from, to }) =>
    rewritten('campaigns', code, () =>
      from !== null && to !== null && from >= to ? { from, to: null } : { from, to },
    ),
  ),
  change('a list', fc.record({ code: one(['spring', 'staff']), skus: fc.subarray(parents) }), ({ code, skus }) =>
    rewritten('lists', code, () => ({ skus })),
  ),
)

/** Any change of the set-up that pages are made of. */
const setupChange = fc.oneof(
  change('an attribute', fc.record({ code: one(['weight', 'material']), label: word }), ({ code, label }) =>
    rewritten('attributes', code, ({ labels }) => ({ labels: { ...(labels as object), 'fr-CH': label } })),
  ),
  change('an option', word, (label) =>
    rewritten('attributes', 'material', ({ options }) => ({
      options: (options as { labels: object }[]).map((o) => ({ ...o, labels: { ...o.labels, 'de-CH': label } })),
    })),
  ),
  change('a type', fc.record({ code: one(['bag', 'glove']), label: word }), ({ code, label }) =>
    rewritten('product-types', code, () => ({ groups: [{ code: 'facts', labels: { 'en-GB': label } }] })),
  ),
  change('a category', fc.record({ code: one(['bags', 'panniers', 'wear']), name: word }), ({ code, name }) =>
    rewritten('categories', code, ({ names }) => ({ names: { ...(names as object), 'fr-CH': name } })),
  ),
  change('where a category is', one(['panniers', 'wear', null]), (above) =>
    rewritten('categories', 'roll-top', () => ({ parent: above })),
  ),
  change('a fact of a storefront', word, (name) =>
    rewritten('storefronts', 'ch', () => ({ facts: { phone: name, email: '' } })),
  ),
  change('a phrase', word, (words) =>
    rewritten('storefronts', 'ch', () => ({ phrases: { 'in-stock': { 'fr-CH': { other: words } } } })),
  ),
  change('a layout', fc.record({ rule: aRule, order: fc.nat({ max: 60 }) }), ({ rule, order }) =>
    rewritten('storefronts', 'ch', ({ layout }) => ({
      layout: {
        ...(layout as object),
        exceptions: [{ name: 'Facts', rule: ruleOf(rule), change: { part: 'facts', area: 'details', order } }],
      },
    })),
  ),
)

/** Any change of a product. */
const productChange = fc.oneof(
  change('a value', fc.record({ of: sku, value: aValue }), ({ of, value }) => patched(of, { values: [value] })),
  change('a field', fc.record({ of: sku, body: aField }), ({ of, body }) => patched(of, body)),
  change('a range', fc.record({ of: parent, range: aRange }), ({ of, range }) => patched(of, { range })),
  change(
    'relations',
    fc.record({
      of: sku,
      relations: fc.uniqueArray(fc.record({ kind: one(['goes-with', 'replaces', 'spare-part']), sku }), {
        maxLength: 2,
        selector: (r) => `${r.kind} ${r.sku}`,
      }),
    }),
    ({ of, relations }) => patched(of, { relations: relations.filter((r) => r.sku !== of) }),
  ),
  change('a new product', fc.record({ of: one(['BG-4', 'LO-2']), name: word }), ({ of, name }) => (at) => {
    const values = [{ attribute: 'name', language: 'en-GB', value: name }]
    return createProduct(maren, { sku: of, type: 'bag', status: 'active', values }, at)
  }),
  change(
    'a new variant',
    fc.record({ of: one(['GL-1', 'GL-2']), size: one(['S', 'M', 'L']) }),
    ({ of, size }) =>
      (at) => {
        const values = [{ attribute: 'size', value: size }]
        return saveVariants(
          maren,
          of,
          { differsIn: ['size'], variants: [{ sku: `${of}-${size}`, status: 'active', values }] },
          at,
        )
      },
  ),
  change(
    'no product',
    one(passing),
    (of) => (at) => deleteProduct(maren, of, { ifMatch: '*', references: 'remove' }, at),
  ),
)

/** Any of these changes; some are refused, as nobody could make them then. */
export const aChange: fc.Arbitrary<RandomChange> = fc.oneof(
  { weight: 5, arbitrary: productChange },
  { weight: 4, arbitrary: recordChange },
  { weight: 2, arbitrary: setupChange },
)

function limitsOf({ campaign }: { campaign: string | null }) {
  return { storefronts: [], languages: [], groups: [], from: null, to: null, campaign }
}

/** A rule that names no other, so that none names itself. */
const withoutNamed = ({ group, tests }: { group: string; tests: { field: string }[] }) =>
  ruleOf({ group, tests: tests.filter((test) => test.field !== 'rule') })

/** One change of each kind, of which each changes some page of the filled world, now or later. */
export const everyKindOfChange: RandomChange[] = [
  { says: 'a value', make: patched('BG-1', { values: [{ attribute: 'name', language: 'fr-CH', value: 'Autre' }] }) },
  { says: 'a value of a variant', make: patched('GL-1-S', { values: [{ attribute: 'material', value: 'steel' }] }) },
  { says: 'the name of a product that another names', make: renamed('GL-1-S') },
  { says: 'a status', make: patched('BG-4', { status: 'disabled' }) },
  {
    says: 'a range to come',
    make: patched('LO-2', { range: [{ storefront: 'ch', groups: [], from: '2027-01-01', to: null }] }),
  },
  { says: 'a price to come', make: patched('GL-2', { specials: [{ ...offered, from: '2027-05-01' }] }) },
  { says: 'a relation that is given', make: patched('BG-1', { relations: [{ kind: 'replaces', sku: 'GL-1' }] }) },
  { says: 'a relation that is taken back', make: patched('LO-2', { relations: [] }) },
  { says: 'a piece', make: written('pieces', piece('care', 'Changed')) },
  { says: 'a piece that stands only later', make: written('pieces', piece('note', 'Changed')) },
  { says: 'a question that a product picks', make: written('pieces', piece('how-long', 'Changed')) },
  { says: 'a question of a set that a product picks', make: written('pieces', piece('which-one', 'Changed')) },
  { says: 'an own piece', make: written('pieces', { ...piece('own-lo-1', 'Own'), own: { sku: 'LO-1' } }) },
  { says: 'a question set', make: rewritten('question-sets', 'questions', () => ({ questions: ['how-long'] })) },
  { says: 'an assignment', make: rewritten('assignments', 'a-0', () => ({ order: 5 })) },
  { says: 'an assignment that stands only later', make: rewritten('assignments', 'a-1', () => ({ resting: true })) },
  { says: 'no assignment', make: (at) => deleteRecord(ada, 'assignments', 'a-2', '*', at) },
  { says: 'a composed page', make: composed('Changed', { campaign: null }) },
  { says: 'a composed page to come', make: composed('Coming', { campaign: 'frost' }) },
  { says: 'a named rule', make: rewritten('named-rules', 'light-or-wool', () => ({ rule: { all: [] } })) },
  { says: 'an attribute', make: rewritten('attributes', 'weight', () => ({ labels: { 'fr-CH': 'Masse' } })) },
  { says: 'a type', make: rewritten('product-types', 'glove', () => ({ attributes: [] })) },
  {
    says: 'a category',
    make: rewritten('categories', 'panniers', () => ({ names: { 'en-GB': 'P', 'fr-CH': 'Autres' } })),
  },
  { says: 'where a category is', make: rewritten('categories', 'panniers', () => ({ parent: null })) },
  {
    says: 'a phrase',
    make: rewritten('storefronts', 'ch', () => ({ phrases: { 'in-stock': { 'fr-CH': { other: 'Oui' } } } })),
  },
  {
    says: 'a layout',
    make: rewritten('storefronts', 'ch', ({ layout }) => ({ layout: { ...(layout as object), parts: [] } })),
  },
]
