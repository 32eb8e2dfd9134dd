import { same } from '../catalogue/patch'
import type { ProductType, TypeAttribute } from './attribute'

/** A product type's use of an attribute before anything is asked of it. */
export const blankUse = (attribute: string, group: string): TypeAttribute => ({
  attribute,
  group,
  required: false,
  requiredIn: [],
  requiredWhere: null,
  perVariant: false,
  default: null,
  notApplicable: {},
})

/** What several uses of one attribute agree on; where they differ, the weakest: not required, no default. */
function agreedUse(uses: readonly TypeAttribute[]): TypeAttribute {
  const [first] = uses as [TypeAttribute]
  const agree = (of: (use: TypeAttribute) => unknown) => uses.every((use) => same(of(use), of(first)))
  const required = uses.every((use) => use.required) && agree((use) => [use.requiredIn, use.requiredWhere])
  return {
    attribute: first.attribute,
    group: first.group,
    required,
    requiredIn: required ? first.requiredIn : [],
    requiredWhere: required ? first.requiredWhere : null,
    perVariant: uses.every((use) => use.perVariant),
    default: agree((use) => use.default) ? first.default : null,
    notApplicable: agree((use) => use.notApplicable) ? first.notApplicable : {},
  }
}

/**
 * What a new product type begins with: the groups of the first type, and the attributes that all types have, used as
 * all of them use them. Nothing where there is no type yet.
 */
export function commonAttributes(types: readonly ProductType[]): Pick<ProductType, 'groups' | 'attributes'> {
  const [first] = types
  if (!first) return { groups: [], attributes: [] }
  const attributes = first.attributes.flatMap((use) => {
    const uses = types.map((type) => type.attributes.find((other) => other.attribute === use.attribute))
    return uses.every((other) => other !== undefined) ? [agreedUse([use, ...uses])] : []
  })
  return structuredClone({ groups: first.groups, attributes })
}
