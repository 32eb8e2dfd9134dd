import type { Attribute } from '../attributes/attribute'
import type { Family, Product } from '../catalogue/model'
import { factsOf, type Facts } from '../rules/facts'
import { indexValues, resolve, type Reader, type Resolved, type ValueIndex } from '../values/resolve'
import type { JudgedEdition, Mark, Prepared } from './prepare'

/** A product with what is kept of its texts beside their values, by the key of a scope (`summary@/fr-CH`). */
export interface JudgedProduct extends Product {
  marks: ReadonlyMap<string, Mark>
  /** The hashes under which translations remember source texts. */
  hashes: ReadonlyMap<string, string>
}

export interface JudgedFamily extends Family {
  root: JudgedProduct
  variants: JudgedProduct[]
}

/** A family while it is judged: every value looked up once, and what no storefront or language changes once for all. */
export interface Reading {
  family: JudgedFamily
  prepared: Prepared
  /** The value of an attribute of a member, 0 the root, else the place of the variant plus one. */
  value(attribute: Attribute, member: number, edition: JudgedEdition): Resolved
  /** The facts that rules see of the root through a storefront's lens, at noon and for no group. */
  facts(edition: JudgedEdition): Facts
}

/** A family ready for judging. */
export function readingOf(family: JudgedFamily, prepared: Prepared): Reading {
  const members = [family.root, ...family.variants]
  const indexes: ValueIndex[] = members.map((m) => indexValues(m.values))
  const uses = new Map(prepared.setup.types.get(family.root.type)?.attributes.map((a) => [a.attribute, a]))
  const everywhere = new Map<string, Resolved>()
  const facts = new Map<string, Facts>()
  return {
    family, prepared,
    value(attribute, member, edition) {
      const own = indexes[member]!
      const parent = member === 0 ? null : indexes[0]!
      const find = (reader: Reader) => resolve(attribute, own, parent, uses.get(attribute.code), reader)
      if (attribute.translatable || attribute.perStorefront) return find(edition.reader)
      const key = `${member} ${attribute.code}`
      let found = everywhere.get(key)
      if (!found) everywhere.set(key, (found = find(edition.reader)))
      return found
    },
    facts({ storefront, moment }) {
      let found = facts.get(storefront.code)
      if (!found) facts.set(storefront.code, (found = factsOf(family, { storefront: storefront.code, group: null, moment }, prepared.setup)))
      return found
    },
  }
}
