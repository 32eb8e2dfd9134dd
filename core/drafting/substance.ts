import type { Attribute } from '../attributes/attribute'
import { attributeTypes } from '../attributes/types/registry'
import type { Setup } from '../catalogue/model'

/** How much a product says. */
export interface Substance {
  /** Facts that it has, of those that its type knows. */
  facts: number
  of: number
  thin: boolean
  /** The attributes that would help most, the first most. */
  help: string[]
}

/** From so many facts on a text can be written that says something. Common practice, no published source. */
export const enoughFacts = 4

const countsAsFact = (a: Attribute | undefined): a is Attribute =>
  a !== undefined &&
  attributeTypes[a.type].factWeight !== undefined &&
  a.code !== 'name' &&
  a.serves.some((s) => s === 'facts' || s === 'filter' || s === 'comparison')

/**
 * How much a product of a type says, given which of its attributes have values, and which empty ones would help most:
 * what is required before what is not, then what gives more to write about.
 */
export function substanceOf(type: string, has: (attribute: string) => boolean, setup: Setup): Substance {
  // What a type gives by itself says nothing about the product.
  const uses =
    setup.types
      .get(type)
      ?.attributes.filter((u) => countsAsFact(setup.attributes.get(u.attribute)) && u.default === null) ?? []
  const empty = uses.filter((u) => !has(u.attribute))
  const worth = (u: (typeof uses)[number]) =>
    (u.required ? 10 : 0) + attributeTypes[setup.attributes.get(u.attribute)!.type].factWeight!
  const facts = uses.length - empty.length
  // A type that knows fewer facts cannot ask for more.
  return {
    facts,
    of: uses.length,
    thin: facts < Math.min(enoughFacts, uses.length),
    help: [...empty].sort((a, b) => worth(b) - worth(a)).map((u) => u.attribute),
  }
}
