import type { ProductType } from '@core/attributes/attribute'
import { checkedValue } from '@core/attributes/checked-value'
import { ValueProblem } from '@core/attributes/types/shape'
import { same } from '@core/catalogue/patch'
import { checkCondition } from '@core/rules/check'
import { RuleError } from '@core/rules/condition'
import { isScalar } from '@core/rules/scalar'
import type { Tx } from '../../db/connect'
import { countProductsOfType } from '../../db/queries/references'
import { readSetup } from '../../db/queries/setup'
import { deleteType, readType, writeType } from '../../db/queries/set-up-records'
import { rootsOfTypes, touchPagesWhere } from '../../db/queries/page-touches'
import { invalidateSet } from '../../db/queries/readiness'
import { refreshFactsOfType } from '../products/refresh-facts'
import { settleScalar } from './scalar'
import { rulesNaming, type Problems, type RecordKind, differIn } from './kind'
import { inLabels } from './label-texts'

/** Has facts stand where rules look for them after a type was made, changed or removed. */
async function settleFacts(tx: Tx, before: ProductType | undefined, after: ProductType | undefined) {
  const setup = await readSetup(tx.db)
  const types = new Map(setup.types)
  if (after) types.delete(after.code)
  if (before) types.set(before.code, before)
  const codes = [before, after].flatMap((r) => r?.attributes.map((a) => a.attribute) ?? [])
  await settleScalar(tx, setup, codes, (code) => isScalar(setup.attributes.get(code)!, { types }))
}

export const types: RecordKind<ProductType> = {
  name: 'product type',
  called: (record, source) => record.labels[source] ?? '',
  stamp: 'setup',
  read: readType,
  async check(record, _before, setup) {
    const problems: Problems = []
    record.attributes.forEach((a, i) => {
      const attribute = setup.attributes.get(a.attribute)
      if (!attribute)
        problems.push({ path: `attributes[${i}].attribute`, message: `There is no attribute “${a.attribute}”.` })
      else {
        try {
          a.default = checkedValue(a.default, attribute)
        } catch (e) {
          if (!(e instanceof ValueProblem)) throw e
          problems.push({ path: `attributes[${i}].default`, message: e.message })
        }
      }
      a.requiredIn.forEach((s, j) => {
        if (!setup.storefronts.has(s))
          problems.push({ path: `attributes[${i}].requiredIn[${j}]`, message: `There is no storefront “${s}”.` })
      })
      if (a.requiredWhere !== null) {
        try {
          checkCondition(a.requiredWhere, setup)
        } catch (e) {
          if (!(e instanceof RuleError)) throw e
          problems.push(
            ...e.problems.map((p) => ({
              path: [`attributes[${i}].requiredWhere`, p.path].filter(Boolean).join('.'),
              message: p.message,
            })),
          )
        }
      }
      if (!record.groups.some((g) => g.code === a.group))
        problems.push({ path: `attributes[${i}].group`, message: `The type has no group “${a.group}”.` })
    })
    return { record, problems }
  },
  write: writeType,
  async after(tx, record, before) {
    const reading = (r: ProductType) => r.attributes.map((a) => [a.attribute, a.perVariant, a.default])
    // Only what the facts depend on makes them old.
    if (before && same(reading(record), reading(before))) return
    await settleFacts(tx, before, record)
    if (before) await refreshFactsOfType(tx, record.code)
  },
  async deletionBlockers(tx, record, setup) {
    const why: string[] = []
    const n = await countProductsOfType(tx.db, record.code)
    if (n > 0) why.push(`${n} products are of this type. Give them another one first.`)
    const ruled = await rulesNaming(tx.db, setup, `type:${record.code}`)
    if (ruled.length > 0) why.push(`The assignment ${ruled.join(', ')} names it. Change its rule first.`)
    const categories = [...setup.categories.values()].filter((c) => c.type === record.code)
    if (categories.length > 0)
      why.push(`The categories ${categories.map((c) => `“${c.names[setup.source] ?? c.code}”`).join(', ')} suggest it.`)
    return why
  },
  async remove(tx, record) {
    await deleteType(tx, record.code)
    await settleFacts(tx, record, undefined)
  },
  async invalidate(tx, changed) {
    if (differIn(changed, ['attributes', 'views'])) await invalidateSet(tx, { type: changed.code })
    else await touchPagesWhere(tx, rootsOfTypes([changed.code]))
  },
  labels: {
    prefix: 'product-type',
    title: (type, source) => type.labels[source] ?? type.code,
    texts: (type, source, _language, setup) => [
      inLabels('label', 'Product type', type.labels, 'The name of this kind of product'),
      ...type.attributes
        .filter((use) => use.notApplicable[source])
        .map(({ attribute, notApplicable }) =>
          inLabels(
            `not-applicable:${attribute}`,
            `Where “${setup?.attributes.get(attribute)?.labels[source] ?? attribute}” does not apply`,
            notApplicable,
            'What shoppers read in the table of facts where it is stated not to apply',
          ),
        ),
    ],
  },
}
