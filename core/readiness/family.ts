import { allowedProblem } from '../attributes/allowed'
import type { Attribute, Value } from '../attributes/attribute'
import { attributeTypes } from '../attributes/types/registry'
import type { Family, Product } from '../catalogue/model'
import type { Piece } from '../page/piece'
import { substanceOf, type Substance } from '../drafting/substance'
import { factsOf, recordFacts } from '../rules/facts'
import { type Facts } from '../rules/fact-shape'
import { indexValues, resolve, type Reader, type Resolved, type ValueIndex } from '../values/resolve'
import type { EvaluatedEdition, Mark, PlanPlace, Prepared } from './prepare'

/** A product with what is kept of its texts beside their values, by the key of a scope (`summary@/fr-CH`). */
export interface EvaluatedProduct extends Product {
  marks: ReadonlyMap<string, Mark>
  /** The hashes under which translations remember source texts. */
  hashes: ReadonlyMap<string, string>
}

export interface EvaluatedFamily extends Family {
  root: EvaluatedProduct
  variants: EvaluatedProduct[]
  /** The pieces that it has for itself. */
  own?: readonly Piece[]
}

/** A family while it is evaluated: every value looked up once, and what no storefront or language changes once for all. */
export interface Reading {
  family: EvaluatedFamily
  prepared: Prepared
  /** The value of an attribute of a member, 0 the root, else the place of the variant plus one. */
  value(attribute: Attribute, member: number, edition: EvaluatedEdition): Resolved
  /** What the members that have a fact for themselves hold of it: the root, or each variant. */
  held(place: PlanPlace, edition: EvaluatedEdition): Held
  /** How much it says, whatever the edition. */
  substance(edition: EvaluatedEdition): Substance
  /** The facts that rules see of the root through a storefront's lens, at noon and for no group. */
  facts(edition: EvaluatedEdition): Facts
  /** Those of its own record, which are cheap. */
  record(): Facts
  /** The source that translations of a text are made from, by the storefront of their scope. */
  original(place: PlanPlace, edition: EvaluatedEdition): Original | undefined
}

/** A source text: its hash where that is known, else itself. */
export type Source = { hash: string } | { value: Value }

/** The sources of a text: the storefront's own where a translation is of the storefront, else the general one. */
export interface Original {
  own: Source | undefined
  general: Source | undefined
}

function sourceAt(
  product: EvaluatedProduct,
  code: string,
  storefront: string | null,
  source: string,
): Source | undefined {
  const hash = product.hashes.get(`${code}@${storefront ?? ''}/${source}`)
  if (hash !== undefined) return { hash }
  const value = product.values.find(
    (v) => v.attribute === code && v.storefront === storefront && v.language === source,
  )?.value
  return value === undefined ? undefined : { value }
}

/** Of a fact: which members lack it, of how many, and why what is there is not allowed. */
export interface Held {
  missing: readonly number[]
  of: number
  problem: string | undefined
}

function lookAt(members: readonly number[], value: (member: number) => Value | null, attribute: Attribute): Held {
  const missing: number[] = []
  let problem: string | undefined
  for (const m of members) {
    const v = value(m)
    if (v === null) missing.push(m)
    else if (attribute.allowed) problem ??= allowedProblem(v, attribute, attributeTypes[attribute.type])?.message
  }
  return { missing, of: members.length, problem }
}

const onlyRoot = [0]

/** A family ready for evaluating. */
export function readingOf(family: EvaluatedFamily, prepared: Prepared): Reading {
  const members = [family.root, ...family.variants]
  const indexes: ValueIndex[] = members.map((m) => indexValues(m.values))
  const uses = new Map(prepared.setup.types.get(family.root.type)?.attributes.map((a) => [a.attribute, a]))
  const everywhere = members.map(() => new Map<string, Resolved>())
  const held: (Held | undefined)[] = []
  const originals: ({ general: Source | undefined; own: Map<string, Source | undefined> } | undefined)[] = []
  let ofStorefronts: Set<string> | undefined
  /** Whether a storefront has a text of its own; hardly any product's texts differ by storefront. */
  const hasOwn = (code: string) =>
    (ofStorefronts ??= new Set(family.root.values.flatMap((v) => (v.storefront === null ? [] : [v.attribute])))).has(
      code,
    )
  let record: Facts | undefined
  let substance: Substance | undefined
  const variants = family.variants.map((_, i) => i + 1)
  const facts = new Map<string, Facts>()
  const value: Reading['value'] = (attribute, member, edition) => {
    const own = indexes[member]!
    const parent = member === 0 ? null : indexes[0]!
    const find = (reader: Reader) => resolve(attribute, own, parent, uses.get(attribute.code), reader)
    if (attribute.translatable || attribute.perStorefront) return find(edition.reader)
    let found = everywhere[member]!.get(attribute.code)
    if (!found) everywhere[member]!.set(attribute.code, (found = find(edition.reader)))
    return found
  }
  return {
    family,
    prepared,
    value,
    held({ use, attribute, place }, edition) {
      const alike = !attribute.translatable && !attribute.perStorefront
      const known = alike ? held[place] : undefined
      if (known) return known
      const found = lookAt(
        use.perVariant && variants.length > 0 ? variants : onlyRoot,
        (m) => value(attribute, m, edition).value,
        attribute,
      )
      if (alike) held[place] = found
      return found
    },
    substance: (edition) =>
      (substance ??= substanceOf(
        family.root.type,
        (code) => {
          const attribute = prepared.setup.attributes.get(code)!
          return members.some((_, m) => value(attribute, m, edition).value !== null)
        },
        prepared.setup,
      )),
    record: () => (record ??= recordFacts(family.root, prepared.setup)),
    original({ attribute, place }, { storefront }) {
      const known = (originals[place] ??= {
        general: sourceAt(family.root, attribute.code, null, prepared.setup.source),
        own: new Map(),
      })
      let own: Source | undefined
      if (attribute.perStorefront && hasOwn(attribute.code)) {
        if (!known.own.has(storefront.code))
          known.own.set(storefront.code, sourceAt(family.root, attribute.code, storefront.code, prepared.setup.source))
        own = known.own.get(storefront.code)
      }
      return own || known.general ? { own, general: known.general } : undefined
    },
    facts({ storefront, moment }) {
      let found = facts.get(storefront.code)
      if (!found)
        facts.set(
          storefront.code,
          (found = factsOf(family, { storefront: storefront.code, group: null, moment }, prepared.setup)),
        )
      return found
    },
  }
}
