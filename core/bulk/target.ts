import type { Attribute, Option, Value } from '../attributes/attribute'
import { productKinds, productStatuses, valueAt, type Product, type Setup, type ValuePlace } from '../catalogue/model'
import type { ProductPatch } from '../catalogue/patch'

/** What a bulk change is made to: an attribute at a scope, or a field of the product. */
export interface BulkTarget {
  /** How its values are checked and shown; a field is seen as a choice. */
  attribute: Attribute
  field: boolean
  read(product: Product): Value | null
  patch(value: Value | null): ProductPatch
}

const options = (codes: readonly string[]): Option[] => codes.map((code) => ({ code, labels: {} }))
const pseudo = (
  code: string,
  label: string,
  type: 'choice' | 'choices',
  list: Option[],
  source: string,
): Attribute => ({
  code,
  labels: { [source]: label },
  help: {},
  type,
  family: null,
  unit: null,
  options: list,
  translatable: false,
  perStorefront: false,
  serves: [],
  allowed: null,
})
const fieldPatch = (fields: ProductPatch['fields']): ProductPatch => ({ fields, values: [], basePrices: [] })

interface FieldTarget {
  label: string
  attribute(setup: Setup, product: Product | null, given: unknown): Attribute
  read(product: Product): Value | null
  patch(value: Value | null): ProductPatch
}

/** The fields of a product that a bulk change can be made to. Adding one is adding an entry. */
export const bulkFields: Record<string, FieldTarget> = {
  'field:tags': {
    label: 'Tags',
    // Any tag will do: those that are there, and those that are given.
    attribute: (s, product, given) =>
      pseudo(
        'field:tags',
        'Tags',
        'choices',
        options([
          ...new Set([
            ...(product?.tags ?? []),
            ...(Array.isArray(given) ? given.filter((g): g is string => typeof g === 'string') : []),
          ]),
        ]),
        s.source,
      ),
    read: (p) => (p.tags.length > 0 ? p.tags : null),
    patch: (v) => fieldPatch({ tags: (v as string[] | null) ?? [] }),
  },
  'field:status': {
    label: 'Status',
    attribute: (s) => pseudo('field:status', 'Status', 'choice', options(productStatuses), s.source),
    read: (p) => p.status,
    patch: (v) => fieldPatch(v === null ? {} : { status: v as Product['status'] }),
  },
  'field:kind': {
    label: 'Kind',
    attribute: (s) => pseudo('field:kind', 'Kind', 'choice', options(productKinds), s.source),
    read: (p) => p.kind,
    patch: (v) => fieldPatch(v === null ? {} : { kind: v as Product['kind'] }),
  },
  'field:brand': {
    label: 'Brand',
    attribute: (s) =>
      pseudo(
        'field:brand',
        'Brand',
        'choice',
        [...s.brands.values()].map((b) => ({ code: b.code, labels: { [s.source]: b.name } })),
        s.source,
      ),
    read: (p) => p.brand,
    patch: (v) => fieldPatch({ brand: v as string | null }),
  },
  'field:category': {
    label: 'Category',
    attribute: (s) =>
      pseudo(
        'field:category',
        'Category',
        'choice',
        [...s.categories.values()].map((c) => ({ code: c.code, labels: c.names })),
        s.source,
      ),
    read: (p) => p.category,
    patch: (v) => fieldPatch({ category: v as string | null }),
  },
}

/** What a place of a bulk change names: undefined where there is no such attribute or field. */
export function bulkTarget(
  place: ValuePlace,
  setup: Setup,
  product: Product | null = null,
  given?: unknown,
): BulkTarget | undefined {
  const field = bulkFields[place.attribute]
  if (field)
    return {
      attribute: field.attribute(setup, product, given),
      field: true,
      read: (p) => field.read(p),
      patch: (v) => field.patch(v),
    }
  const attribute = setup.attributes.get(place.attribute)
  return (
    attribute && {
      attribute,
      field: false,
      read: (p) => valueAt(p, place),
      patch: (value) => ({
        fields: {},
        values: [{ attribute: place.attribute, storefront: place.storefront, language: place.language, value }],
        basePrices: [],
      }),
    }
  )
}
