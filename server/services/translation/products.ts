import { checkedValue } from '@core/attributes/checked-value'
import { attributeTypes } from '@core/attributes/types/registry'
import { ValueProblem } from '@core/attributes/types/shape'
import { applyPatch, scopeOfPath, valuePath, type ProductPatch } from '@core/catalogue/patch'
import { isStale, type Standing, type TranslationState } from '@core/translation/state'
import type { Db, Tx } from '../../db/connect'
import {
  loadFamilies,
  lockFamilies,
  markKey,
  memberOf,
  rootsOfSkus,
  type StoredFamily,
  type StoredProduct,
} from '../../db/queries/families'
import type { StoredSetup } from '../../db/queries/setup'
import { writeProducts } from '../../db/queries/write-products'
import { unprocessable } from '../problem'
import { markTranslations } from '../products/products'
import type { TargetChange, TargetEdition, UnitKind } from './unit'
import type { Unit } from '@contracts/translation'

async function familiesOf(db: Db, setup: StoredSetup, skus: readonly string[]): Promise<Map<string, StoredFamily>> {
  const roots = await rootsOfSkus(db, skus)
  const families = await loadFamilies(db, setup, [...new Set(roots.values())])
  return new Map(skus.flatMap((sku) => (roots.has(sku) ? [[sku, families.get(roots.get(sku)!)!] as const] : [])))
}

function unitsOf(product: StoredProduct, family: StoredFamily, setup: StoredSetup, edition: TargetEdition): Unit[] {
  const order = setup.types.get(family.root.type)?.attributes.map((a) => a.attribute) ?? []
  const place = (u: Unit) => order.indexOf(u.field)
  return product.values
    .filter((v) => v.language === setup.source && (v.storefront === null || v.storefront === edition.storefront))
    .flatMap((v): Unit[] => {
      const attribute = setup.attributes.get(v.attribute)!
      if (!attributeTypes[attribute.type].isText) return []
      const at = (language: string) =>
        product.values.find(
          (x) => x.attribute === v.attribute && x.storefront === v.storefront && x.language === language,
        )
      const target = at(edition.language)
      const near = target ? undefined : edition.counting.map(at).find((x) => x !== undefined)
      const mark = product.marks.get(markKey({ ...v, language: edition.language }))
      const stale = target !== undefined && isStale(mark?.sourceHash ?? null, v.value)
      return [
        {
          unit: valuePath({ ...v, language: null }),
          label: attribute.labels[setup.source] ?? v.attribute,
          type: attribute.type,
          storefront: v.storefront,
          field: v.attribute,
          note: attribute.help[setup.source] ?? '',
          source: v.value,
          target: target?.value ?? null,
          borrowed: near ? { language: near.language!, value: near.value } : null,
          state: (mark?.state as TranslationState | undefined) ?? null,
          unread: mark?.unread ?? false,
          returned: false,
          stale,
          madeFrom: stale ? (mark?.madeFrom ?? null) : null,
        },
      ]
    })
    .sort((a, b) => place(a) - place(b))
}

/** What a change of targets is as a patch of a product. */
function patchOf(
  changes: readonly TargetChange[],
  setup: StoredSetup,
  language: string,
): { patch: ProductPatch; marks: Map<string, Standing> } {
  const marks = new Map<string, Standing>()
  const values = changes.map((c) => {
    const scope = scopeOfPath(c.unit)
    const attribute = scope && setup.attributes.get(scope.attribute)
    if (!scope || !attribute)
      throw unprocessable('Nothing has been changed.', [{ path: 'units', message: `There is no unit “${c.unit}”.` }])
    try {
      const to = { attribute: scope.attribute, storefront: scope.storefront, language }
      marks.set(markKey(to), { state: c.state, unread: c.unread })
      return { ...to, value: c.target === null ? null : checkedValue(c.target, attribute, language) }
    } catch (e) {
      if (e instanceof ValueProblem)
        throw unprocessable('Nothing has been changed.', [{ path: c.unit, message: e.message }])
      throw e
    }
  })
  return { patch: { fields: {}, values, basePrices: [] }, marks }
}

/** Translatable attributes of products and variants; a unit is the path of its source: `attribute:summary@uk/`. */
export const productUnits: UnitKind = {
  async units(db, setup, skus, edition) {
    const families = await familiesOf(db, setup, skus)
    return new Map(
      [...families].map(([sku, family]) => {
        const product = memberOf(family, sku)
        const name = product.values.find((v) => v.attribute === 'name' && v.language === setup.source)?.value
        return [
          sku,
          { title: name === undefined ? sku : String(name), units: unitsOf(product, family, setup, edition) },
        ]
      }),
    )
  },
  async lock(tx: Tx, skus) {
    await lockFamilies(tx, [...new Set((await rootsOfSkus(tx.db, skus)).values())])
  },
  async write(tx, setup, _person, changes, edition, step, now) {
    const families = await familiesOf(tx.db, setup, [...changes.keys()])
    const writes: Parameters<typeof writeProducts>[2][number][] = []
    const after = new Map<StoredFamily, StoredFamily>()
    for (const [sku, list] of changes) {
      const family = families.get(sku)!
      const product = memberOf(family, sku)
      const { patch, marks } = patchOf(list, setup, edition.language)
      const result = applyPatch(product, patch)
      const changed = result.product
      const differences = [
        ...result.differences,
        ...markTranslations(product, changed, result.differences, marks, setup),
      ]
      if (differences.length === 0) continue
      changed.changed = now
      changed.version = product.version + 1
      writes.push({ before: product, after: changed, differences })
      const so = after.get(family) ?? family
      after.set(
        family,
        changed.sku === family.root.sku
          ? { root: changed, variants: so.variants }
          : { root: so.root, variants: so.variants.map((v) => (v.sku === sku ? changed : v)) },
      )
    }
    if (writes.length === 0) return
    await writeProducts(
      tx,
      setup,
      writes,
      [...after.values()],
      new Set([...after.keys()].map((f) => f.root.id)),
      await step(),
    )
  },
}
