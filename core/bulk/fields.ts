import type { Allowed, Attribute, AttributeTypeName, Option, Value } from '../attributes/attribute'
import { ValueProblem } from '../attributes/types/shape'
import {
  basePriceIn,
  productKinds,
  productStatuses,
  relationKinds,
  type Family,
  type Product,
  type Relation,
  type RelationKind,
  type Setup,
  type ValuePlace,
} from '../catalogue/model'
import type { ProductPatch } from '../catalogue/patch'
import { relationWords } from '../catalogue/relation-words'
import { formatMoney } from '../units/format'
import { asMoney } from './money'
import { soldIn, withSoldIn } from './sold-in'
import { specialShown, specialsIn } from './specials'
import type { BulkName } from './shape'

/** What a bulk change needs to know of a field of the product, which is no attribute. */
export interface BulkField {
  label: string
  /** How its values are entered, checked and shown, where the field does not say otherwise. */
  attribute(setup: Setup, product: Product | null, given: unknown): Attribute
  /** The kinds of change that it takes, where that does not follow from its type. */
  kinds?: readonly BulkName[]
  /** Whether it is of one storefront, which has to be named. */
  perStorefront?: true
  /** Whether its values name products. */
  namesProducts?: true
  /** Whether it is each variant's own, where a product has variants. */
  ofVariants?: true
  /** Whether its values come from the kind of change, which checked them, and not from what somebody entered. */
  isMade?: true
  /** The column that holds it, where the database can write it for many alike. */
  column?: string
  /** Throws a ValueProblem where a product cannot have a value that is right by itself. */
  check?(value: Value | null, product: Product, family: Family): void
  /** A value on one line. */
  shown?(value: Value, place: ValuePlace, setup: Setup): string
  /** A number as the field holds it. */
  rounded?(n: number, place: ValuePlace, setup: Setup): number
  read(product: Product, place: ValuePlace, setup: Setup): Value | null
  patch(value: Value | null, place: ValuePlace, product: Product, setup: Setup): ProductPatch
}

const pseudo = (
  code: string,
  label: string,
  type: AttributeTypeName,
  source: string,
  {
    options = [],
    allowed = null,
    perStorefront = false,
  }: Partial<Pick<Attribute, 'options' | 'perStorefront'>> & {
    allowed?: Allowed | null
  } = {},
): Attribute => ({
  code,
  labels: { [source]: label },
  help: {},
  type,
  family: null,
  unit: null,
  options,
  translatable: false,
  perStorefront,
  serves: [],
  allowed,
})
const unnamed = (codes: Iterable<string>): Option[] => [...codes].map((code) => ({ code, labels: {} }))
const textsIn = (given: unknown) =>
  Array.isArray(given) ? given.filter((g): g is string => typeof g === 'string') : []
const fieldPatch = (fields: ProductPatch['fields']): ProductPatch => ({ fields, values: [], basePrices: [] })

/** A field of whole numbers. */
const wholeNumber = (code: string, name: 'stock' | 'minimum', label: string, least: number): BulkField => ({
  label,
  attribute: (s) => pseudo(code, label, 'number', s.source, { allowed: { least, most: 2_147_483_647, pattern: null } }),
  check(value) {
    if (value !== null && !Number.isInteger(value))
      throw new ValueProblem('not-whole', 'This has to be a whole number.')
  },
  rounded: Math.round,
  read: (p) => p[name],
  patch: (v) => fieldPatch({ [name]: v as number | null }),
})

/** The products that one has a relation of a kind to. */
const relationField = (kind: RelationKind): BulkField => ({
  label: relationWords[kind],
  namesProducts: true,
  // Any product will do: those that are there, and those that are given.
  attribute: (s, product, given) => {
    const there = product?.relations.filter((r) => r.kind === kind).map((r) => r.sku) ?? []
    const options = unnamed(new Set([...there, ...textsIn(given)]))
    return pseudo(`field:${kind}`, relationWords[kind], 'choices', s.source, { options })
  },
  check(value, product) {
    if ((value as string[] | null)?.includes(product.sku))
      throw new ValueProblem('itself', 'A product has no relation to itself.')
  },
  read(p) {
    const skus = p.relations.filter((r) => r.kind === kind).map((r) => r.sku)
    return skus.length > 0 ? skus : null
  },
  patch: (v, _place, p) =>
    fieldPatch({
      relations: [
        ...p.relations.filter((r) => r.kind !== kind),
        ...((v as string[] | null) ?? []).map(
          (sku): Relation => p.relations.find((r) => r.kind === kind && r.sku === sku) ?? { kind, sku },
        ),
      ],
    }),
})

/** The fields of a product that a bulk change can be made to. Adding one is adding an entry. */
export const bulkFields: Record<string, BulkField> = {
  'field:tags': {
    label: 'Tags',
    column: 'tags',
    // Any tag will do: those that are there, and those that are given.
    attribute: (s, product, given) =>
      pseudo('field:tags', 'Tags', 'choices', s.source, {
        options: unnamed(new Set([...(product?.tags ?? []), ...textsIn(given)])),
      }),
    read: (p) => (p.tags.length > 0 ? p.tags : null),
    patch: (v) => fieldPatch({ tags: (v as string[] | null) ?? [] }),
  },
  'field:status': {
    label: 'Status',
    kinds: ['set'],
    column: 'status',
    attribute: (s) => pseudo('field:status', 'Status', 'choice', s.source, { options: unnamed(productStatuses) }),
    read: (p) => p.status,
    patch: (v) => fieldPatch(v === null ? {} : { status: v as Product['status'] }),
  },
  'field:kind': {
    label: 'Kind',
    kinds: ['set'],
    column: 'kind',
    attribute: (s) => pseudo('field:kind', 'Kind', 'choice', s.source, { options: unnamed(productKinds) }),
    read: (p) => p.kind,
    patch: (v) => fieldPatch(v === null ? {} : { kind: v as Product['kind'] }),
  },
  'field:type': {
    label: 'Product type',
    kinds: ['set'],
    attribute: (s) =>
      pseudo('field:type', 'Product type', 'choice', s.source, {
        options: [...s.types.values()].map((t) => ({ code: t.code, labels: t.labels })),
      }),
    check(_value, product, family) {
      if (product.parent !== null)
        throw new ValueProblem('variant', 'A variant has the type of its parent. Change the parent.')
      if (family.variants.length > 0)
        throw new ValueProblem(
          'has-variants',
          'It has variants, which differ in what its type says. Delete them first.',
        )
    },
    read: (p) => p.type,
    patch: (v) => fieldPatch(v === null ? {} : { type: v as string }),
  },
  'field:brand': {
    label: 'Brand',
    column: 'brand',
    attribute: (s) =>
      pseudo('field:brand', 'Brand', 'choice', s.source, {
        options: [...s.brands.values()].map((b) => ({ code: b.code, labels: { [s.source]: b.name } })),
      }),
    read: (p) => p.brand,
    patch: (v) => fieldPatch({ brand: v as string | null }),
  },
  'field:category': {
    label: 'Category',
    column: 'category',
    attribute: (s) => pseudo('field:category', 'Category', 'choice', s.source, { options: categoryOptions(s) }),
    read: (p) => p.category,
    patch: (v) => fieldPatch({ category: v as string | null }),
  },
  'field:categories': {
    label: 'Further categories',
    attribute: (s) =>
      pseudo('field:categories', 'Further categories', 'choices', s.source, { options: categoryOptions(s) }),
    read: (p) => (p.categories.length > 0 ? p.categories : null),
    patch: (v) => fieldPatch({ categories: (v as string[] | null) ?? [] }),
  },
  'field:sold-in': {
    label: 'Sold in',
    kinds: ['set', 'add', 'remove'],
    attribute: (s) =>
      pseudo('field:sold-in', 'Sold in', 'choices', s.source, {
        options: [...s.storefronts.values()].map((f) => ({ code: f.code, labels: { [s.source]: f.name } })),
      }),
    read: (p, _place, s) => soldIn(p.range, s),
    patch: (v, _place, p, s) => fieldPatch({ range: withSoldIn(p.range, (v as string[] | null) ?? [], s) }),
  },
  'field:stock': { ...wholeNumber('field:stock', 'stock', 'Stock', 0), ofVariants: true },
  'field:minimum': wholeNumber('field:minimum', 'minimum', 'Minimum order quantity', 1),
  'field:available-from': {
    label: 'Available from',
    attribute: (s) => pseudo('field:available-from', 'Available from', 'date', s.source),
    read: (p) => p.availableFrom,
    patch: (v) => fieldPatch({ availableFrom: v as string | null }),
  },
  'field:price': {
    label: 'Base price',
    perStorefront: true,
    attribute: (s) =>
      pseudo('field:price', 'Base price', 'number', s.source, {
        perStorefront: true,
        allowed: { least: 0, most: 9_999_999_999, pattern: null },
      }),
    rounded: (n, place, s) => asMoney(n, place.storefront!, s),
    shown: (v, place, s) => formatMoney(Number(v), s.storefronts.get(place.storefront!)!.currency, 'en-GB'),
    read: (p, place) => basePriceIn(p, place.storefront!),
    patch: (v, place) => ({
      fields: {},
      values: [],
      basePrices: [{ storefront: place.storefront!, amount: v as number | null }],
    }),
  },
  'field:specials': {
    label: 'Special prices',
    kinds: ['add-special', 'remove-specials'],
    isMade: true,
    attribute: (s) => pseudo('field:specials', 'Special prices', 'table', s.source, { perStorefront: true }),
    read(p) {
      const specials = p.prices.filter((x) => x.special)
      return specials.length > 0 ? (specials as unknown as Value) : null
    },
    shown: (v, _place, s) =>
      specialsIn(v)
        .map((p) => specialShown(p, s))
        .join('; '),
    patch: (v) => ({ fields: {}, values: [], basePrices: [], specials: specialsIn(v) }),
  },
  ...Object.fromEntries(relationKinds.map((kind) => [`field:${kind}`, relationField(kind)])),
}

function categoryOptions(setup: Setup): Option[] {
  return [...setup.categories.values()].map((c) => ({ code: c.code, labels: c.names }))
}
