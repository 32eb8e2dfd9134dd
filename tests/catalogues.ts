import fc from 'fast-check'
import type { Value } from '@core/attributes/attribute'
import { notApplicable } from '@core/attributes/not-applicable'
import type { Family, Price, Product, RangeEntry } from '@core/catalogue/model'
import type { Condition } from '@core/rules/condition'
import type { FieldKind, OperandShape } from '@core/rules/operator-shape'
import { operatorNames, writtenOperator } from '@core/rules/operators'
import { family, product, someMoment } from './world'

// Generated catalogues and rules over the set-up of tests/world: few different values, so that conditions are met now
// and then; variants, missing values, facts that do not apply, values of one storefront, and special prices with groups and windows.

const maybe = <T>(a: fc.Arbitrary<T>) => fc.option(a, { nil: undefined, freq: 2 })
const words = fc.constantFrom(
  'Regn 30',
  'regn',
  'Suzu Long',
  'Été  sec',
  'İstanbul',
  '100 %',
  'a_b',
  'x\\y',
  'ＡＢＣ',
  'pluie',
)
const grams = fc.constantFrom(
  { value: 1, unit: 'kg' },
  { value: 1000, unit: 'g' },
  { value: 12, unit: 'oz' },
  { value: 0, unit: 'g' },
)
const lengths = fc.constantFrom(
  { value: 12, unit: 'in' },
  { value: 304.8, unit: 'mm' },
  { value: 8, unit: 'in' },
  { value: 3, unit: 'cm' },
)
const day = 86_400_000
const dates = fc.integer({ min: -3, max: 3 }).map((n) => new Date(someMoment + n * day).toISOString().slice(0, 10))

/** A fact that is stated not to apply. */
const stated = fc.constant(notApplicable)

const someValues = fc
  .record({
    'name@/en-GB': maybe(words),
    'name@/fr-CH': maybe(words),
    'name@ch/en-GB': maybe(words),
    'summary@/en-GB': maybe(words),
    model: maybe(words),
    season: maybe(fc.constantFrom('summer', 'winter', notApplicable)),
    material: maybe(fc.constantFrom('canvas', 'steel', 'wool')),
    mounting: maybe(fc.oneof(fc.subarray(['rack', 'handlebar', 'frame'], { minLength: 1 }), stated)),
    size: maybe(fc.constantFrom('S', 'M', 'L')),
    weight: maybe(fc.oneof({ weight: 4, arbitrary: grams }, stated)),
    width: maybe(lengths),
    'width@ch/': maybe(fc.oneof({ weight: 3, arbitrary: lengths }, stated)),
    grade: maybe(fc.constantFrom(0, 1, -1.5, 7)),
    'grade@uk/': maybe(fc.constantFrom(0, 7, notApplicable)),
    reflective: maybe(fc.constantFrom(true, false, notApplicable)),
    launched: maybe(dates),
    'description@/en-GB': maybe(words.map((w) => `<p>${w.replace('\\', '')} <strong>dry</strong></p>`)),
  })
  .map((v) => Object.fromEntries(Object.entries(v).filter(([, x]) => x !== undefined)) as Record<string, Value>)

const amounts = fc.constantFrom(20, 35, 35.5, 60)
const windowEnds = maybe(
  fc.integer({ min: -2, max: 2 }).map((n) => new Date(someMoment + n * day).toISOString().slice(0, 10)),
)
const prices: fc.Arbitrary<Price[]> = fc
  .tuple(
    fc.subarray(['uk', 'ch']).chain((shops) =>
      fc.tuple(
        ...shops.map((s) =>
          amounts.map((amount): Price => ({
            storefront: s,
            amount,
            special: false,
            group: null,
            from: null,
            to: null,
            quantity: 1,
          })),
        ),
      ),
    ),
    fc.array(
      fc.record({
        storefront: fc.constantFrom('uk', 'ch'),
        amount: amounts,
        group: fc.constantFrom(null, 'club', 'workshop'),
        quantity: fc.constantFrom(1, 1, 10),
        priority: fc.constantFrom(undefined, undefined, 1, 2),
        a: windowEnds,
        b: windowEnds,
      }),
      { maxLength: 3 },
    ),
  )
  .map(([base, specials]) => [
    ...(base as Price[]),
    ...specials.map(({ a, b, priority, ...s }): Price => {
      const first = priority === undefined ? {} : { priority }
      const [from, to] = a !== undefined && b !== undefined && a > b ? [b, a] : [a, b]
      return { ...s, ...first, special: true, from: from ?? null, to: to ?? null }
    }),
  ])

const ranges = fc.oneof(
  { weight: 2, arbitrary: fc.constant<RangeEntry[]>([]) },
  fc
    .array(
      fc.record({
        storefront: fc.constantFrom('uk', 'ch'),
        groups: fc.subarray(['club', 'workshop']),
        a: windowEnds,
        b: windowEnds,
      }),
      { minLength: 1, maxLength: 2 },
    )
    .map((list) =>
      list.map(({ a, b, ...r }): RangeEntry => {
        const [from, to] = a !== undefined && b !== undefined && a > b ? [b, a] : [a, b]
        return { ...r, from: from ?? null, to: to ?? null }
      }),
    ),
)
const carried = fc.constantFrom<Record<string, string>>(
  {},
  {},
  { 'tax-class': 'Reduced  Rate' },
  { 'tax-class': 'full', place: 'ＡＢＣ' },
  { place: ' ' },
)

const bare = (typed: boolean) =>
  fc.record({
    given: someValues,
    prices,
    stock: fc.constantFrom(null, 0, 5),
    status: fc.constantFrom('active', 'draft', 'disabled') as fc.Arbitrary<Product['status']>,
    availableFrom: fc.option(dates, { freq: 3 }),
    gtin: fc.constant(null),
    ...(typed
      ? {
          category: fc.constantFrom(null, 'bags', 'panniers', 'roll-top', 'wear'),
          categories: fc.oneof(
            { weight: 3, arbitrary: fc.constant<string[]>([]) },
            fc.subarray(['wear', 'roll-top'], { minLength: 1 }),
          ),
          brand: fc.constantFrom(null, 'oxbrook', 'varga'),
          lists: fc.subarray(['spring', 'staff']),
          minimum: fc.constantFrom(null, 1, 6),
          range: ranges,
          carried: carried,
          tags: fc.subarray(['Wet  weather', 'touring', 'ÉTÉ']),
          created: fc.integer({ min: -3, max: 0 }).map((n) => someMoment + n * day),
        }
      : {}),
  })

let made = 0
const named = (p: { given: Record<string, Value> } & Partial<Product>, sku: string) => {
  const { given, ...more } = p
  return product(sku, more, given)
}

/** A single product, or a parent with one to three variants. SKUs are new each time, some with digits to order by. */
export const aFamily: fc.Arbitrary<Family> = fc
  .tuple(bare(true), fc.constantFrom('bag', 'glove', 'lock'), fc.array(bare(false), { maxLength: 3 }))
  .map(([root, type, variants]) => {
    const n = ++made
    const parent = { ...named(root, `${n % 3 === 0 ? 'PE' : 'Kz'}-${n}`), type }
    return family(parent, ...variants.map((v, i) => named(v, `${parent.sku}-V${i}`)))
  })

/** An operator that fits a kind of field, with the shape of its value; so a new one is drawn as soon as it is there. */
const anOperator = (kind: FieldKind, operand: OperandShape) =>
  fc.constantFrom(
    ...operatorNames.filter((name) => {
      const operator = writtenOperator(name)!
      return operator.operand === operand && operator.kinds.includes(kind)
    }),
  )

const code = (field: string, ...codes: string[]) =>
  fc.oneof(
    fc.tuple(anOperator('code', 'one'), fc.constantFrom(...codes)).map(([is, value]) => ({ field, is, value })),
    fc
      .tuple(anOperator('code', 'list'), fc.subarray(codes, { minLength: 1 }))
      .map(([is, value]) => ({ field, is, value })),
    fc.boolean().map((value) => ({ field, is: 'present', value })),
  )
const text = (field: string) =>
  fc.oneof(
    fc
      .tuple(
        anOperator('text', 'one'),
        fc.constantFrom('regn', 'Regn 30', '30', 'Suzu', 'é', '%', '_', '\\', 'abc', 'sec'),
      )
      .map(([is, value]) => ({ field, is, value })),
    fc
      .constantFrom('regn*', '*long', '*u*', 'r?gn', 'r?gn*0', '*', '100 %', 'a_b', 'été?sec')
      .map((value) => ({ field, is: 'like', value })),
    fc
      .tuple(anOperator('text', 'list'), fc.subarray(['regn', 'pluie', 'abc'], { minLength: 1 }))
      .map(([is, value]) => ({ field, is, value })),
    fc.boolean().map((value) => ({ field, is: 'present', value })),
  )
const ordered = <T>(field: string, one: fc.Arbitrary<T>, order: (a: T, b: T) => boolean) =>
  fc.oneof(
    fc.tuple(anOperator('number', 'one'), one).map(([is, value]) => ({ field, is, value })),
    fc
      .tuple(anOperator('number', 'range'), one, one)
      .map(([is, a, b]) => ({ field, is, value: order(a, b) ? [a, b] : [b, a] })),
    fc
      .tuple(anOperator('number', 'list'), fc.array(one, { minLength: 1, maxLength: 2 }))
      .map(([is, value]) => ({ field, is, value })),
    fc.boolean().map((value) => ({ field, is: 'present', value })),
  )
const mass = fc.constantFrom('1 kg', '340.19427750 g', '0 g', '2 lb')
const inGrams = (s: string) => ({ '1 kg': 1000, '340.19427750 g': 340.1942775, '0 g': 0, '2 lb': 907.18474 })[s]!
const length = fc.constantFrom('12 in', '30.48 cm', '203.2 mm')
const inMm = (s: string) => ({ '12 in': 304.8, '30.48 cm': 304.8, '203.2 mm': 203.2 })[s]!
const money = fc.tuple(fc.constantFrom(20, 35, 35.5, 60, 100), fc.constant('GBP')).map(([a, c]) => `${a} ${c}`)
const francs = fc.constantFrom('20 CHF', '60 CHF')
const bySku = ['KZ-2', 'pe-3', 'Kz-10', 'PE-0100']
const amountOf = (s: string) => Number(s.split(' ')[0])

const namedRule = fc.oneof(
  fc.constantFrom('light-or-wool', 'small-cheap').map((value) => ({ field: 'rule', is: 'equals', value })),
  fc.constant({ field: 'rule', is: 'one-of', value: ['light-or-wool', 'small-cheap'] }),
)

const aTest = fc.oneof(
  code('type', 'bag', 'glove'),
  code('category', 'bags', 'panniers', 'wear'),
  code('brand', 'oxbrook', 'varga'),
  code('status', 'active', 'disabled'),
  code('season', 'summer', 'winter'),
  code('attribute:material', 'wool', 'steel'),
  code('attribute:mounting', 'rack', 'frame'),
  code('attribute:size', 'S', 'M'),
  code('tags', 'wet weather', 'touring', 'été'),
  code('list', 'spring', 'staff'),
  code('campaign', 'frost', 'thaw'),
  code('sold-in', 'uk', 'ch', 'ca'),
  namedRule,
  text('name'),
  text('name@fr-CH'),
  text('attribute:summary'),
  text('attribute:description'),
  text('model'),
  text('any-text'),
  text('carried:tax-class'),
  text('carried:place'),
  text('sku'),
  ordered('attribute:weight', mass, (a, b) => inGrams(a) <= inGrams(b)),
  ordered('attribute:width', length, (a, b) => inMm(a) <= inMm(b)),
  ordered('attribute:grade', fc.constantFrom(0, 1, -1.5, 7), (a, b) => a <= b),
  ordered('stock', fc.constantFrom(0, 1, 5), (a, b) => a <= b),
  ordered('price', money, (a, b) => amountOf(a) <= amountOf(b)),
  ordered('basePrice', money, (a, b) => amountOf(a) <= amountOf(b)),
  ordered('price', francs, (a, b) => amountOf(a) <= amountOf(b)),
  ordered('attribute:launched', dates, (a, b) => a <= b),
  ordered('created', dates, (a, b) => a <= b),
  ordered('available-from', dates, (a, b) => a <= b),
  ordered('minimum', fc.constantFrom(1, 6), (a, b) => a <= b),
  fc
    .tuple(fc.constantFrom('attribute:launched', 'created', 'available-from'), fc.integer({ min: 0, max: 3 }))
    .map(([field, value]) => ({ field, is: 'within-days', value })),
  fc
    .tuple(fc.constantFrom('available', 'variant', 'attribute:reflective'), fc.boolean())
    .map(([field, value]) => ({ field, is: 'equals', value })),
  fc
    .tuple(fc.constantFrom('at-least', 'above', 'at-most', 'below'), fc.constantFrom(...bySku))
    .map(([is, value]) => ({ field: 'sku', is, value })),
  fc.boolean().map((value) => ({ field: 'gtin', is: 'present', value })),
) as fc.Arbitrary<Condition>

const groups = (child: fc.Arbitrary<Condition>) => {
  const children = fc.array(child, { maxLength: 3 })
  return fc.oneof(
    children.map((all) => ({ all })),
    children.map((any) => ({ any })),
    children.map((none) => ({ none })),
  ) as fc.Arbitrary<Condition>
}
const inVariant = fc.oneof({ weight: 3, arbitrary: aTest }, { weight: 1, arbitrary: groups(aTest) })
const leaf = fc.oneof(
  { weight: 5, arbitrary: aTest },
  { weight: 1, arbitrary: fc.oneof(inVariant, groups(inVariant)).map((variant) => ({ variant }) as Condition) },
)

/** A rule of up to four levels. */
export const aCondition: fc.Arbitrary<Condition> = fc.oneof(
  { weight: 2, arbitrary: leaf },
  { weight: 3, arbitrary: groups(leaf) },
  { weight: 2, arbitrary: groups(groups(leaf)) },
)
