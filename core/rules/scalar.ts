import type { Attribute } from '../attributes/attribute'
import { attributeTypes } from '../attributes/types/registry'
import type { Setup } from '../catalogue/model'
import { cachedFor } from '../cache/cached-for'

/** Kinds of which a value has several facts, or one that no index holds. */
const several: ReadonlySet<string> = new Set(['codes', 'long'])

/** Whether a value of an attribute is compared as one number or short text. */
export const comparesAsOne = (attribute: Attribute): boolean => !several.has(attributeTypes[attribute.type].ruleKind)

/**
 * Whether the fact of an attribute is always a root's own value, and nothing else: never one of a language, a
 * storefront or a variant, never a default, never several. Such values need no facts beside them.
 */
export function isScalar(attribute: Attribute, { types }: Pick<Setup, 'types'>): boolean {
  return (
    !attribute.translatable &&
    !attribute.perStorefront &&
    comparesAsOne(attribute) &&
    ![...types.values()].some((t) =>
      t.attributes.some((a) => a.attribute === attribute.code && (a.perVariant || a.default !== null)),
    )
  )
}

const plain = cachedFor<Setup, ReadonlySet<string>>(1)

/** The codes of all such attributes of a set-up. */
export const scalarAttributes = (setup: Setup): ReadonlySet<string> =>
  plain(setup, '', () => new Set([...setup.attributes.values()].filter((a) => isScalar(a, setup)).map((a) => a.code)))
