import { isNotApplicable } from '../attributes/not-applicable'
import { ValueProblem } from '../attributes/types/shape'
import type { Value } from '../attributes/attribute'
import { basePriceIn, isPerVariant, type Family, type Product, type Setup, type ValuePlace } from '../catalogue/model'
import { same, type ProductPatch } from '../catalogue/patch'
import { displayValue, editionReader, valuesFor } from '../page/values'
import { bulkKinds } from './kinds'
import { bulkNames, type BulkChange, type BulkName, type BulkProblem, type MakeContext } from './shape'
import { bulkFields } from './fields'
import { bulkTarget } from './target'

function placeProblems(place: ValuePlace, path: string, setup: Setup): BulkProblem[] {
  const target = bulkTarget(place, setup)
  const at = (name: string) => (path === '' ? name : `${path}.${name}`)
  if (!target) return [{ path: at('attribute'), message: `There is no attribute or field “${place.attribute}”.` }]
  const { attribute } = target
  const out: BulkProblem[] = []
  if (place.storefront !== null && !setup.storefronts.has(place.storefront))
    out.push({ path: at('storefront'), message: `There is no storefront “${place.storefront}”.` })
  if (place.storefront !== null && !attribute.perStorefront)
    out.push({ path: at('storefront'), message: `“${attribute.code}” is the same in all storefronts.` })
  if (place.storefront === null && bulkFields[place.attribute]?.perStorefront)
    out.push({ path: at('storefront'), message: 'Say in which storefront.' })
  if (attribute.translatable !== (place.language !== null)) {
    out.push({
      path: at('language'),
      message: attribute.translatable
        ? `“${attribute.code}” is translatable: say in which language.`
        : `“${attribute.code}” is not translatable: leave the language out.`,
    })
  }
  return out
}

/** What is wrong with a bulk change, whatever products it is made to. Empty where it can be made. */
export function checkBulkChange(change: BulkChange, setup: Setup): BulkProblem[] {
  const problems = [
    ...placeProblems(change, '', setup),
    ...(change.from ? placeProblems(change.from, 'from', setup) : []),
  ]
  if (problems.length > 0) return problems
  const { attribute } = bulkTarget(change, setup, null, change.value)!
  const kind = bulkKinds[change.do]
  if (!kindsFor(change, setup).includes(change.do))
    return [{ path: 'do', message: `“${kind.label}” does not fit “${attribute.code}”, which holds ${attribute.type}.` }]
  return kind.check(change, attribute, setup)
}

/** The kinds of change that a place takes. */
export function kindsFor(place: ValuePlace, setup: Setup): BulkName[] {
  const target = bulkTarget(place, setup)
  if (!target) return []
  const { attribute, kinds } = target
  const ofSpecials: readonly BulkName[] = ['add-special', 'remove-specials']
  return bulkNames.filter((name) =>
    kinds ? kinds.includes(name) : !ofSpecials.includes(name) && bulkKinds[name].fits(attribute),
  )
}

/** The products of a family whose values a change is made to. */
export function membersOf(family: Family, change: Pick<BulkChange, 'attribute' | 'members'>, setup: Setup): Product[] {
  const { root, variants } = family
  if (change.members === 'parents') return [root]
  if (change.members === 'variants') return variants
  if (change.members === 'both') return [root, ...variants]
  // A field is the parent's, and what variants have of it is theirs.
  const field = bulkFields[change.attribute]
  if (field) return field.ofVariants && variants.length > 0 ? variants : [root]
  const fits = setup.types.get(root.type)?.attributes.some((a) => a.attribute === change.attribute) ?? false
  if (!fits) return []
  return isPerVariant(setup, root.type, change.attribute) && variants.length > 0 ? variants : [root]
}

/** What a change does to one product: nothing (null), a value, or a reason why it cannot be made. */
export type BulkOutcome =
  { before: Value | null; after: Value | null; patch: ProductPatch } | { before: Value | null; problem: string } | null

/** Makes a change that `checkBulkChange` found right to one product. */
export function outcomeOf(product: Product, family: Family, change: BulkChange, setup: Setup): BulkOutcome {
  const target = bulkTarget(change, setup, product, change.value)!
  const { attribute } = target
  const before = target.read(product)
  if (change.onlyEmpty && before !== null) return null
  if (bulkKinds[change.do].changesValue && isNotApplicable(before)) return null
  try {
    const source = change.from && bulkTarget(change.from, setup)!.read(product)
    if (change.from && source === null) return null
    const made = bulkKinds[change.do].make(
      before,
      change,
      attribute,
      source === undefined || source === null
        ? null
        : { value: source, attribute: bulkTarget(change.from!, setup)!.attribute },
      { ...contextOf(product, family, change, setup), rounded: target.rounded },
    )
    const after = target.checked(made, product, family)
    const patch = target.patch(after, product)
    if (bulkKinds[change.do].clearsSource) {
      const emptied = bulkTarget(change.from!, setup)!.patch(null, product)
      return { before, after, patch: { ...patch, values: [...patch.values, ...emptied.values] } }
    }
    return same(before, after) ? null : { before, after, patch }
  } catch (e) {
    if (e instanceof ValueProblem) return { before, problem: e.message }
    throw e
  }
}

/** What a change can ask of its product: other values, as a shopper of the language reads them. */
function contextOf(product: Product, family: Family, change: BulkChange, setup: Setup): Omit<MakeContext, 'rounded'> {
  return {
    setup,
    language: change.language ?? setup.source,
    basePrice: (storefront) => basePriceIn(product, storefront) ?? basePriceIn(family.root, storefront),
    read(code) {
      const shop =
        [...setup.storefronts.values()].find(
          (s) =>
            (change.storefront === null || s.code === change.storefront) &&
            s.editions.some((e) => e.language === (change.language ?? setup.source)),
        ) ?? [...setup.storefronts.values()][0]!
      const reader = editionReader(
        setup,
        shop.code,
        shop.editions.find((e) => e.language === change.language)?.language ?? shop.editions[0]!.language,
      )
      if (code === 'brand') return product.brand === null ? undefined : setup.brands.get(product.brand)?.name
      if (code === 'sku') return product.sku
      const found = valuesFor(product, family, reader, setup)(code)
      return !found || found.value === null || !found.counts || isNotApplicable(found.value)
        ? undefined
        : displayValue(code, found.value, reader, setup)
    },
  }
}

/** A bulk change in words: “Set Material to steel”. */
export function bulkTitle(change: BulkChange, setup: Setup): string {
  const target = bulkTarget(change, setup, null, change.value)!
  const shop = change.storefront === null ? '' : ` in ${setup.storefronts.get(change.storefront)?.name ?? ''}`
  const label = `${target.attribute.labels[setup.source] ?? change.attribute}${shop}`
  const shown = (v: unknown) => {
    const text = target.shown(v as Value)
    return `“${text.length > 40 ? `${text.slice(0, 40)}…` : text}”`
  }
  return bulkKinds[change.do].title(label, change, shown, setup)
}
