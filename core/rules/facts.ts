import { attributeTypes } from '../attributes/types/registry'
import type { Comparable } from '../attributes/types/shape'
import { shortenings } from '../language/chain'
import { runningCampaigns } from '../assignments/campaign'
import { dayNumber, dayNumberIn, windowIn } from '../moments/instant'
import { effectivePrice, inheritedPrices, type PriceList } from '../prices/effective'
import { indexValues, type ValueIndex } from '../values/resolve'
import { digitAwareKey, fold } from '../text/fold'
import type { StoredValue } from '../attributes/attribute'
import { isInRange } from '../catalogue/range'
import { cachedFor } from '../cache/cached-for'
import { categoriesOf, isPerVariant, type Family, type Price, type Product, type Setup } from '../catalogue/model'
import type { Facts, FactValue } from './fact-shape'

/** What a rule is asked through: a storefront, a customer group or none, a moment. */
export interface FactLens {
  storefront: string
  group: string | null
  moment: number
}

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

/** A product's own prices in a storefront, with windows as instants. */
export function priceList(prices: readonly Price[], storefront: string, timeZone: string): PriceList {
  const list: { base: number | null; specials: PriceList['specials'][number][] } = { base: null, specials: [] }
  for (const p of prices) {
    if (p.storefront !== storefront) continue
    if (p.special)
      list.specials.push({ group: p.group, amount: p.amount, quantity: p.quantity, ...windowIn(p, timeZone) })
    else list.base = p.amount
  }
  return list
}

/** The prices that hold for a product of a family: its own where it has any in the storefront, else the parent's. */
export function pricesOf(product: Product, family: Family, storefront: string, timeZone: string): PriceList {
  const own = priceList(product.prices, storefront, timeZone)
  return inheritedPrices(own, product === family.root ? null : priceList(family.root.prices, storefront, timeZone))
}

/**
 * Whether a product can be bought: in stock (or its stock is not counted), on sale by date, neither it nor its parent
 * disabled.
 */
export function isAvailable(product: Product, root: Product, today: number): boolean {
  return (
    (product.stock === null || product.stock > 0) &&
    (product.availableFrom === null || dayNumber(product.availableFrom) <= today) &&
    product.status !== 'disabled' &&
    root.status !== 'disabled'
  )
}

function variantFacts(product: Product, family: Family, lens: FactLens, setup: Setup, today: number): Partial<Facts> {
  const storefront = setup.storefronts.get(lens.storefront)!
  const prices = pricesOf(product, family, lens.storefront, storefront.timeZone)
  const facts: Partial<Facts> = {
    sku: fold(product.sku),
    'sku-order': digitAwareKey(product.sku),
    available: isAvailable(product, family.root, today),
  }
  if (product.gtin !== null) facts.gtin = fold(product.gtin)
  if (product.stock !== null) facts.stock = product.stock
  if (prices.base !== null) facts.basePrice = prices.base
  const price = effectivePrice(prices, lens.group, lens.moment)
  if (price) facts.price = price.amount
  return facts
}

/**
 * A record looked up by names that differ from product to product. Without a prototype the engine keeps it as a hash
 * table from the start, which reads several times as fast here as a shape of its own for each product.
 */
function table(...parts: Partial<Facts>[]): Facts {
  return Object.assign(Object.create(null) as Facts, ...parts)
}

const aliases: Record<string, string> = { name: 'name', model: 'model', season: 'season' }

/** The facts that stand in a root's own record, the same through every lens; beside others that are given. */
export function recordFacts(root: Product, setup: Setup, others: Partial<Facts> = {}): Facts {
  const facts = table(others, { type: root.type, status: root.status, kind: root.kind })
  const path = categoriesOf(setup, root)
  if (path.length > 0) facts.category = path
  if (root.brand !== null) facts.brand = root.brand
  if (root.tags.length > 0) facts.tags = root.tags.map(fold)
  if (root.lists.length > 0) facts.list = root.lists
  return facts
}

/** Asked of every product, and the same for all of them in a storefront at a moment. */
const campaigns = cachedFor<Setup, string[]>(1000)

/** The facts of a family's root through a lens. See `Facts`. */
export function factsOf(family: Family, lens: FactLens, setup: Setup): Facts {
  const { root, variants } = family
  const storefront = setup.storefronts.get(lens.storefront)
  if (!storefront) throw new RangeError(`There is no storefront “${lens.storefront}”.`)
  const today = dayNumberIn(storefront.timeZone, lens.moment)
  const facts = recordFacts(root, setup, {
    today,
    currency: storefront.currency,
    variant: variants.length > 0,
    created: dayNumberIn(storefront.timeZone, root.created),
    changed: dayNumberIn(storefront.timeZone, root.changed),
  })
  if (root.minimum !== null) facts.minimum = root.minimum
  if (root.availableFrom !== null) facts['available-from'] = dayNumber(root.availableFrom)
  const soldIn = [...setup.storefronts.values()]
    .filter((s) => isInRange(root.range, s.code, s.timeZone, lens.group, lens.moment))
    .map((s) => s.code)
  if (soldIn.length > 0) facts['sold-in'] = soldIn
  const running = campaigns(setup, `${lens.storefront} ${lens.moment}`, () =>
    runningCampaigns(setup.campaigns.values(), lens.storefront, storefront.timeZone, lens.moment),
  )
  if (running.length > 0) facts.campaign = running
  for (const [name, value] of Object.entries(root.carried))
    if (fold(value) !== '') facts[`carried:${name}`] = fold(value)

  const bySubject = new Map<Product, Record<string, FactValue>>()
  const texts: string[] = []
  for (const f of attributeFacts(family, setup)) {
    if (f.storefront !== null && f.storefront !== lens.storefront) continue
    const target: Record<string, FactValue | Facts[] | undefined> =
      f.product === root && !isPerVariant(setup, root.type, f.attribute) ? facts : into(bySubject, f.product)
    target[`attribute:${f.attribute}`] = f.value
    if (aliases[f.attribute]) target[f.attribute] = f.value
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
    if (aliases[f.attribute]) facts[`${f.attribute}@${f.language!}`] = f.value
  }

  const sold = variants.length > 0 ? variants : [root]
  const ofVariants = sold.map((p) => Object.assign(variantFacts(p, family, lens, setup, today), bySubject.get(p)))
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
