import { attributeTypes } from '../attributes/types/registry'
import type { Comparable } from '../attributes/types/shape'
import { shortenings } from '../language/chain'
import { dayNumberIn } from '../moments/instant'
import { pricesOf } from '../prices/of-product'
import { indexValues, type ValueIndex } from '../values/resolve'
import { fold } from '../text/fold'
import type { StoredValue } from '../attributes/attribute'
import { isPerVariant, type Family, type Product, type Setup } from '../catalogue/model'
import { builtInFields, type FieldSubject } from './built-in-fields'
import type { FactLens, Facts, FactValue } from './fact-shape'

/** One resolved attribute fact: held for all storefronts (null) or for one. */
export interface AttributeFact {
  product: Product
  attribute: string
  storefront: string | null
  /** Set where it is the text of exactly this language, null for what rules read without naming one. */
  language: string | null
  value: Comparable
}

const none: ReadonlySet<string> = new Set()

/**
 * All attribute facts of a family: values in the source language, the storefront's before the general one,
 * own before parent, then the type's default. Where a storefront has a value of its own, every storefront gets a fact;
 * else one fact holds for all. Per-variant attributes are facts of the variants, all others of the root alone. Those of
 * attributes `without` are left out.
 */
export function attributeFacts(family: Family, setup: Setup, without: ReadonlySet<string> = none): AttributeFact[] {
  const { root, variants } = family
  const type = setup.types.get(root.type)
  const rootValues = indexValues(root.values)
  const sold = variants.length > 0 ? variants : [root]
  const indexed = sold.map((p) => (p === root ? rootValues : indexValues(p.values)))
  const links = shortenings(setup.source)
  const out: AttributeFact[] = []
  const codes = new Set<string>([
    ...rootValues.keys(),
    ...(type?.attributes.filter((a) => a.default !== null).map((a) => a.attribute) ?? []),
  ])
  for (const index of indexed) for (const code of index.keys()) codes.add(code)
  for (const code of codes) {
    const attribute = without.has(code) ? undefined : setup.attributes.get(code)
    if (!attribute) continue
    const entry = attributeTypes[attribute.type]
    const fallback = type?.attributes.find((a) => a.attribute === code)?.default ?? null
    const perVariant = isPerVariant(setup, root.type, code)
    const languages = attribute.translatable ? links : ['']
    const find = (own: ValueIndex, parent: ValueIndex | null, storefront: string) => {
      for (const language of languages) {
        for (const index of [own, parent]) {
          const scopes = index?.get(code)
          const value =
            (storefront === '' ? undefined : scopes?.get(`${storefront}/${language}`)) ?? scopes?.get(`/${language}`)
          if (value !== undefined) return value
        }
      }
      return fallback
    }
    const subjects = perVariant
      ? sold.map((product, i) => ({ product, own: indexed[i]! }))
      : [{ product: root, own: rootValues }]
    for (const { product, own } of subjects) {
      const parent = product === root ? null : rootValues
      const scopes = [...(own.get(code)?.keys() ?? []), ...(parent?.get(code)?.keys() ?? [])]
      const byStorefront = scopes.some((k) => !k.startsWith('/'))
      for (const storefront of byStorefront ? setup.storefronts.keys() : ['']) {
        const value = find(own, parent, storefront)
        const comparable = value === null ? undefined : entry.comparable(value, attribute)
        if (comparable === undefined || (Array.isArray(comparable) && comparable.length === 0)) continue
        out.push({ product, attribute: code, storefront: storefront || null, language: null, value: comparable })
      }
    }
  }
  return out
}

/**
 * A record looked up by names that differ from product to product. Without a prototype the engine keeps it as a hash
 * table from the start, which reads several times as fast here as a shape of its own for each product.
 */
function table(...parts: Partial<Facts>[]): Facts {
  return Object.assign(Object.create(null) as Facts, ...parts)
}

/** Other names of facts of attributes, by attribute. */
const aliases = new Map(builtInFields.flatMap((f) => (f.attribute ? [[f.attribute, f.name] as const] : [])))

/** The built-in fields by where their facts are from. */
const factsOfRecord = builtInFields.flatMap(({ name, recordFact: fact }) => (fact ? [{ key: name, fact }] : []))
const factsOfRoot = builtInFields.flatMap(({ name, fact }) => (fact ? [{ key: name, fact }] : []))
const factsOfSold = builtInFields.flatMap(({ name, soldFact, orderFact }) => [
  ...(soldFact ? [{ key: name, fact: soldFact }] : []),
  ...(orderFact ? [{ key: orderFact.key, fact: orderFact.of }] : []),
])

/** Adds to some facts what a subject has of others. */
function addFacts<S>(
  entries: readonly { key: string; fact: (of: S) => FactValue | undefined }[],
  subject: S,
  facts: Partial<Facts>,
) {
  for (const { key, fact } of entries) {
    const value = fact(subject)
    if (value !== undefined) facts[key] = value
  }
}

/** The facts that stand in a root's own record, the same through every lens; beside others that are given. */
export function recordFacts(root: Product, setup: Setup, others: Partial<Facts> = {}): Facts {
  const facts = table(others)
  addFacts(factsOfRecord, { product: root, setup }, facts)
  return facts
}

/** The facts of a family's root through a lens. See `Facts`. */
export function factsOf(family: Family, lens: FactLens, setup: Setup): Facts {
  const { root, variants } = family
  const storefront = setup.storefronts.get(lens.storefront)
  if (!storefront) throw new RangeError(`There is no storefront “${lens.storefront}”.`)
  const today = dayNumberIn(storefront.timeZone, lens.moment)
  const subject: FieldSubject = { product: root, family, lens, setup, storefront, today }
  const facts = recordFacts(root, setup, { today, currency: storefront.currency })
  addFacts(factsOfRoot, subject, facts)
  for (const [name, value] of Object.entries(root.carried))
    if (fold(value) !== '') facts[`carried:${name}`] = fold(value)

  const bySubject = new Map<Product, Record<string, FactValue>>()
  const texts: string[] = []
  for (const f of attributeFacts(family, setup)) {
    if (f.storefront !== null && f.storefront !== lens.storefront) continue
    const target: Record<string, FactValue | Facts[] | undefined> =
      f.product === root && !isPerVariant(setup, root.type, f.attribute) ? facts : into(bySubject, f.product)
    target[`attribute:${f.attribute}`] = f.value
    const alias = aliases.get(f.attribute)
    if (alias !== undefined) target[alias] = f.value
    if (
      f.product === root &&
      typeof f.value === 'string' &&
      attributeTypes[setup.attributes.get(f.attribute)!.type].isText
    )
      texts.push(f.value)
  }
  if (texts.length > 0) facts['any-text'] = texts
  for (const f of languageFacts(root, setup)) {
    if (f.storefront !== null && f.storefront !== lens.storefront) continue
    facts[`attribute:${f.attribute}@${f.language!}`] = f.value
    const alias = aliases.get(f.attribute)
    if (alias !== undefined) facts[`${alias}@${f.language!}`] = f.value
  }

  const sold = variants.length > 0 ? variants : [root]
  const ofVariants = sold.map((product) => {
    const prices = pricesOf(product, family, lens.storefront, storefront.timeZone)
    const own: Partial<Facts> = {}
    addFacts(factsOfSold, { ...subject, product, prices }, own)
    return Object.assign(own, bySubject.get(product))
  })
  const list = ofVariants.map((v) => table(facts, v))
  if (variants.length === 0) Object.assign(facts, ofVariants[0])
  facts.variants = list
  return facts
}

function into(map: Map<Product, Record<string, FactValue>>, product: Product) {
  let record = map.get(product)
  if (!record) map.set(product, (record = {}))
  return record
}

/**
 * The texts of a root in each exact language: the storefront's before the general one, and as with other facts
 * one for all storefronts or, where one differs, one for each.
 */
export function languageFacts(root: Product, setup: Setup): AttributeFact[] {
  const groups = new Map<string, StoredValue[]>()
  for (const v of root.values) {
    if (v.language === null) continue
    const key = `${v.attribute}@${v.language}`
    const list = groups.get(key)
    if (list) list.push(v)
    else groups.set(key, [v])
  }
  const out: AttributeFact[] = []
  for (const list of groups.values()) {
    const { attribute: code, language } = list[0]!
    const attribute = setup.attributes.get(code)
    if (!attribute) continue
    for (const storefront of list.some((v) => v.storefront !== null) ? setup.storefronts.keys() : [null]) {
      const found =
        list.find((v) => v.storefront !== null && v.storefront === storefront) ??
        list.find((v) => v.storefront === null)
      const value = found && attributeTypes[attribute.type].comparable(found.value, attribute)
      if (value !== undefined) out.push({ product: root, attribute: code, storefront, language, value })
    }
  }
  return out
}
