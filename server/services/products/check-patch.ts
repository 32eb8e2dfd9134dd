import { checkedValue } from '@core/attributes/checked-value'
import { ValueProblem } from '@core/attributes/types/shape'
import { valueAt, type Product } from '@core/catalogue/model'
import { currentAt, same, valuePath, type ProductFields, type ProductPatch } from '@core/catalogue/patch'
import { gtinProblem } from '@core/gtin/check-digit'
import { knownTag, tagProblem } from '@core/language/tag'
import { windowProblem } from '@core/moments/instant'
import { isReviewed, type Standing } from '@core/translation/state'
import type { ProductPatchBody } from '@contracts/product'
import { markKey } from '../../db/queries/families'
import type { StoredSetup } from '../../db/queries/setup'
import { unprocessable } from '../problem'

/** A patch that fits, with what else the body says. */
export interface Checked {
  patch: ProductPatch
  /** How translations stand, by the key of their value, where the body says so. */
  marks: Map<string, Standing>
  conflicts: { path: string; message: string }[]
}

/** What a patch makes of a field, a base price or the special prices; undefined where it leaves them as they are. */
function wantedAt(patch: ProductPatch, path: string): unknown {
  if (path === 'specials') return patch.specials
  if (path.startsWith('price@')) return patch.basePrices.find((p) => path === `price@${p.storefront}`)?.amount
  return patch.fields[path as keyof ProductFields]
}

/** The bases that are not what stands there any more, unless that is what is written. */
function staleBases(bases: Record<string, unknown>, patch: ProductPatch, product: Product): Checked['conflicts'] {
  return Object.entries(bases).flatMap(([path, base]) => {
    const now = currentAt(product, path) ?? null
    const wanted = wantedAt(patch, path)
    if (wanted === undefined || same(now, base ?? null) || same(now, wanted)) return []
    return [{ path, message: 'Somebody else has changed this.' }]
  })
}

/** A body of unknown origin as a patch: every value checked, scopes too. Throws a 422 problem that names each path. */
export function checkedPatch(body: ProductPatchBody, product: Product, setup: StoredSetup): Checked {
  const errors: { path: string; message: string }[] = []
  const conflicts: Checked['conflicts'] = []
  const patch: ProductPatch = { fields: {}, values: [], basePrices: [] }
  const marks: Checked['marks'] = new Map()
  const { values = [], prices = [], specials, bases = {}, ...fields } = body
  Object.assign(patch.fields, fields)
  if (fields.type !== undefined && !setup.types.has(fields.type))
    errors.push({ path: 'type', message: `There is no product type “${fields.type}”.` })
  if (fields.category && !setup.categories.has(fields.category))
    errors.push({ path: 'category', message: `There is no category “${fields.category}”.` })
  fields.categories?.forEach((c, i) => {
    if (!setup.categories.has(c)) errors.push({ path: `categories[${i}]`, message: `There is no category “${c}”.` })
  })
  fields.differsIn?.forEach((a, i) => {
    if (!setup.attributes.has(a)) errors.push({ path: `differsIn[${i}]`, message: `There is no attribute “${a}”.` })
  })
  if (fields.brand && !setup.brands.has(fields.brand))
    errors.push({ path: 'brand', message: `There is no brand “${fields.brand}”.` })
  if (fields.gtin) {
    const wrong = gtinProblem(fields.gtin)
    if (wrong) errors.push({ path: 'gtin', message: wrong })
  }
  fields.range?.forEach((r, i) => checkStorefront(r.storefront, `range[${i}].storefront`))
  function checkStorefront(code: string, path: string) {
    if (!setup.storefronts.has(code)) errors.push({ path, message: `There is no storefront “${code}”.` })
  }
  values.forEach((v, i) => {
    const path = `values[${i}]`
    const attribute = setup.attributes.get(v.attribute)
    if (!attribute)
      return errors.push({ path: `${path}.attribute`, message: `There is no attribute “${v.attribute}”.` })
    const storefront = v.storefront ?? null
    const given = v.language ?? null
    const language = given === null ? null : (knownTag(given) ?? null)
    if (storefront !== null) {
      checkStorefront(storefront, `${path}.storefront`)
      if (!attribute.perStorefront)
        errors.push({ path: `${path}.storefront`, message: `“${v.attribute}” is the same in all storefronts.` })
    }
    if (given !== null && language === null) errors.push({ path: `${path}.language`, message: tagProblem(given) })
    if (attribute.translatable !== (language !== null)) {
      errors.push({
        path: `${path}.language`,
        message: attribute.translatable
          ? `“${v.attribute}” is translatable: name the language.`
          : `“${v.attribute}” is not translatable: leave the language out.`,
      })
    }
    try {
      const scope = { attribute: v.attribute, storefront, language }
      const value = checkedValue(v.value, attribute, language)
      const now = valueAt(product, scope)
      if ('base' in v && !same(now, v.base ?? null) && !same(now, value))
        conflicts.push({ path: valuePath(scope), message: 'Somebody else has changed this value.' })
      patch.values.push({ ...scope, value })
      if (v.state !== undefined || v.unread !== undefined) {
        const state = v.state ?? 'translated'
        marks.set(markKey(scope), { state, unread: v.unread === true && !isReviewed(state) })
      }
    } catch (e) {
      if (!(e instanceof ValueProblem)) throw e
      errors.push({ path: `${path}.value`, message: e.message })
    }
    return undefined
  })
  prices.forEach((p, i) => {
    checkStorefront(p.storefront, `prices[${i}].storefront`)
    patch.basePrices.push(p)
  })
  if (specials) {
    patch.specials = specials.map((s, i) => {
      checkStorefront(s.storefront, `specials[${i}].storefront`)
      if (s.group !== null && !setup.groups.has(s.group))
        errors.push({ path: `specials[${i}].group`, message: `There is no customer group “${s.group}”.` })
      const wrong = windowProblem(s)
      if (wrong !== undefined) errors.push({ path: `specials[${i}].to`, message: wrong })
      return {
        storefront: s.storefront,
        group: s.group,
        from: s.from,
        to: s.to,
        amount: s.amount,
        quantity: s.quantity ?? 1,
        ...(s.priority ? { priority: s.priority } : {}),
        special: true,
      }
    })
  }
  if (errors.length > 0) throw unprocessable('Some of this is not valid. Nothing has been changed.', errors)
  conflicts.push(...staleBases(bases, patch, product))
  return { patch, marks, conflicts }
}
