import { plainReleaseRules } from '@core/release/approval'
import type { Attribute, ProductType, StoredValue, Value } from '@core/attributes/attribute'
import type { Category, Edition, Family, Price, Product, Setup, Storefront } from '@core/catalogue/model'
import type { NamedRule } from '@core/rules/condition'
import { plainLayout } from '@core/page/layout'
import { blankUse } from '@core/attributes/common'
import { blankProduct } from '@core/catalogue/patch'

// A small set-up for tests, in the demo's world: every attribute type, three storefronts in far zones, variants by size
// and colour.

const attribute = (code: string, type: Attribute['type'], more: Partial<Attribute> = {}): Attribute => ({
  code,
  type,
  labels: { 'en-GB': code.replaceAll('-', ' '), 'fr-CH': `${code} (fr)` },
  help: {},
  family: null,
  unit: null,
  options: [],
  translatable: false,
  perStorefront: false,
  serves: code !== 'name' && !['long-text', 'rich-text', 'key-points', 'media', 'link'].includes(type) ? ['facts'] : [],
  allowed: null,
  ...more,
})
const options = (...codes: string[]) =>
  codes.map((code) => ({ code, labels: { 'en-GB': code, 'fr-CH': `${code}-fr` } }))

export const attributes: Attribute[] = [
  attribute('name', 'text', { translatable: true, perStorefront: true }),
  attribute('summary', 'long-text', { translatable: true, perStorefront: true }),
  attribute('description', 'rich-text', { translatable: true }),
  attribute('key-points', 'key-points', { translatable: true }),
  attribute('model', 'text'),
  attribute('season', 'choice', { options: options('summer', 'winter') }),
  attribute('material', 'choice', { options: options('canvas', 'steel', 'wool') }),
  attribute('mounting', 'choices', { options: options('rack', 'handlebar', 'frame') }),
  attribute('size', 'choice', { options: options('S', 'M', 'L') }),
  attribute('weight', 'measure', { family: 'mass', unit: 'g' }),
  attribute('width', 'measure', { family: 'length', unit: 'mm', perStorefront: true }),
  attribute('volume', 'measure', { family: 'volume', unit: 'L' }),
  attribute('grade', 'number', { perStorefront: true }),
  attribute('reflective', 'yes-no'),
  attribute('launched', 'date'),
  attribute('guide', 'link'),
  attribute('pictures', 'media'),
  attribute('guides', 'file'),
  attribute('chart', 'table', { translatable: true }),
  attribute('in-the-box', 'box-contents', { translatable: true }),
  attribute('asked', 'questions'),
]

const use = (code: string, more: Partial<ProductType['attributes'][number]> = {}) => ({
  ...blankUse(code, 'facts'),
  ...more,
})
const type = (code: string, perVariant: string[], defaults: Record<string, Value> = {}): ProductType => ({
  code,
  labels: { 'en-GB': code },
  groups: [{ code: 'facts', labels: { 'en-GB': 'Facts' } }],
  attributes: attributes.map((a) =>
    use(a.code, { perVariant: perVariant.includes(a.code), default: defaults[a.code] ?? null }),
  ),
  views: [],
  split: null,
})

const edition = (language: string, ...borrow: string[]): Edition => ({ language, borrow, asks: 'translated' })
const shop = (
  code: string,
  currency: string,
  timeZone: string,
  editions: Storefront['editions'],
  details: 'tabs' | 'accordion' = 'tabs',
): Storefront => ({
  code,
  name: code.toUpperCase(),
  currency,
  colour: '',
  carrierUnits: null,
  addresses: null,
  releasing: plainReleaseRules,
  timeZone,
  editions,
  facts: { phone: { zxx: '01632 960 118' }, email: {} },
  pages: [],
  phrases: {},
  addedPhrases: [],
  menu: [],
  layout: plainLayout(details, [
    { part: 'description', area: 'details', order: 10, titles: { 'en-GB': 'Description', 'fr-CH': 'Description' } },
    { part: 'facts', area: 'details', order: 40, titles: { 'en-GB': 'Facts', 'fr-CH': 'Caractéristiques' } },
  ]),
})

const byCode = <T extends { code: string }>(list: T[]) => new Map(list.map((x) => [x.code, x]))

/** A set-up that each test may change: it is made anew on every call. */
export function testSetup(): Setup {
  return {
    source: 'en-GB',
    attributes: byCode(structuredClone(attributes)),
    types: byCode([type('bag', []), type('glove', ['size'], { material: 'wool' }), type('lock', [])]),
    categories: byCode<Category>([
      { code: 'bags', parent: null, type: 'bag', names: { 'en-GB': 'Bags', 'fr-CH': 'Sacoches' } },
      { code: 'panniers', parent: 'bags', type: null, names: { 'en-GB': 'Panniers', 'fr-CH': 'Sacoches arrière' } },
      { code: 'roll-top', parent: 'panniers', type: null, names: { 'en-GB': 'Roll-top' } },
      { code: 'wear', parent: null, type: null, names: { 'en-GB': 'Wear' } },
    ]),
    brands: byCode([
      { code: 'oxbrook', name: 'Oxbrook' },
      { code: 'varga', name: 'Varga & Daughter' },
    ]),
    lists: byCode([
      { code: 'spring', name: 'Spring window' },
      { code: 'staff', name: 'Staff picks' },
    ]),
    campaigns: byCode([
      { code: 'frost', name: 'Frost', note: '', storefronts: ['uk'], from: '2026-11-26', to: null },
      { code: 'thaw', name: 'Thaw', note: '', storefronts: [], from: null, to: '2026-11-25T14:00' },
    ]),
    rules: byCode<NamedRule>([
      {
        code: 'light-or-wool',
        name: 'Light or wool',
        note: '',
        rule: {
          any: [
            { field: 'attribute:weight', is: 'below', value: '1 kg' },
            { field: 'attribute:material', is: 'equals', value: 'wool' },
          ],
        },
      },
      {
        code: 'small-cheap',
        name: 'Small and cheap',
        note: '',
        rule: {
          all: [
            { field: 'attribute:size', is: 'equals', value: 'S' },
            { field: 'price', is: 'below', value: '60 GBP' },
          ],
        },
      },
    ]),
    groups: byCode([
      { code: 'retail', name: 'Retail' },
      { code: 'club', name: 'Club' },
      { code: 'workshop', name: 'Workshop' },
    ]),
    storefronts: byCode([
      shop('uk', 'GBP', 'Europe/London', [edition('en-GB')]),
      shop('ch', 'CHF', 'Europe/Zurich', [edition('de-CH'), edition('fr-CH', 'fr-BE')], 'accordion'),
      shop('ca', 'CAD', 'America/Toronto', [edition('en-CA', 'en-GB'), edition('fr-CA')]),
    ]),
  }
}

/** A value of a product: `name@/en-GB`, `grade@ch/`, `weight`. */
export function values(given: Record<string, Value>): StoredValue[] {
  return Object.entries(given).map(([path, value]) => {
    const [code, scope] = path.split('@') as [string, string | undefined]
    const [storefront, language] = (scope ?? '/').split('/') as [string, string]
    return { attribute: code, storefront: storefront || null, language: language || null, value }
  })
}

export const someMoment = Date.UTC(2026, 10, 25, 12)

/** A product of type bag, active, without values. */
export function product(sku: string, more: Partial<Product> = {}, given: Record<string, Value> = {}): Product {
  return {
    ...blankProduct(sku, null, Date.UTC(2026, 0, 5, 12)),
    type: 'bag',
    status: 'active',
    ...more,
    values: values(given),
  }
}

export const single = (p: Product): Family => ({ root: p, variants: [] })
export const family = (root: Product, ...variants: Product[]): Family => ({
  root,
  variants: variants.map((v) => ({ ...v, parent: root.sku, type: root.type })),
})

export const price = (storefront: string, amount: number, more: Partial<Price> = {}): Price => ({
  storefront,
  amount,
  special: false,
  group: null,
  from: null,
  to: null,
  quantity: 1,
  ...more,
})
export const special = (storefront: string, amount: number, more: Partial<Price> = {}): Price =>
  price(storefront, amount, { special: true, ...more })
