import type { Attribute, Value } from '../attributes/attribute'
import { checkedValue } from '../attributes/checked-value'
import { attributeTypes } from '../attributes/types/registry'
import { valueAt, type Family, type Product, type Setup, type ValuePlace } from '../catalogue/model'
import type { ProductPatch } from '../catalogue/patch'
import { bulkFields } from './fields'
import type { BulkName } from './shape'

/** What a bulk change is made to: an attribute at a scope, or a field of the product. */
export interface BulkTarget {
  /** How its values are entered; a field is seen as an attribute. */
  attribute: Attribute
  /** The kinds of change that it takes, where that does not follow from the attribute. */
  kinds?: readonly BulkName[]
  /** A value as it is stored. Throws a ValueProblem where the product cannot have it. */
  checked(given: unknown, product: Product, family: Family): Value | null
  /** A number as it is stored. */
  rounded(n: number): number
  /** A value on one line. */
  shown(value: Value): string
  read(product: Product): Value | null
  patch(value: Value | null, product: Product): ProductPatch
}

/** Twelve digits are exact in every number that people type. */
const exact = (n: number) => Number(n.toPrecision(12))

const typeShown = (attribute: Attribute) => (value: Value) => attributeTypes[attribute.type].toCell(value, attribute)

/** What a place of a bulk change names: undefined where there is no such attribute or field. */
export function bulkTarget(
  place: ValuePlace,
  setup: Setup,
  product: Product | null = null,
  given?: unknown,
): BulkTarget | undefined {
  const field = bulkFields[place.attribute]
  if (field) {
    const attribute = field.attribute(setup, product, given)
    return {
      attribute,
      kinds: field.kinds,
      checked(value, of, family) {
        const stored = field.isMade ? (value as Value | null) : checkedValue(value, attribute)
        field.check?.(stored, of, family)
        return stored
      },
      rounded: (n) => field.rounded?.(n, place, setup) ?? exact(n),
      shown: (v) => field.shown?.(v, place, setup) ?? typeShown(attribute)(v),
      read: (p) => field.read(p, place, setup),
      patch: (v, p) => field.patch(v, place, p, setup),
    }
  }
  const attribute = setup.attributes.get(place.attribute)
  return (
    attribute && {
      attribute,
      checked: (value) => checkedValue(value, attribute),
      rounded: exact,
      shown: typeShown(attribute),
      read: (p) => valueAt(p, place),
      patch: (value) => ({
        fields: {},
        values: [{ attribute: place.attribute, storefront: place.storefront, language: place.language, value }],
        basePrices: [],
      }),
    }
  )
}
