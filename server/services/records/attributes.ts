import type { Attribute } from '@core/attributes/attribute'
import { checkAllowed } from '@core/attributes/check-attribute'
import { isScalar } from '@core/rules/scalar'
import { findUnit } from '@core/units/registry'
import { attributeTypes } from '@core/attributes/types/registry'
import { countValues, piecesWithInlineValue, type ValuesOf } from '../../db/queries/references'
import { readSetup } from '../../db/queries/setup'
import { deleteAttribute, readAttribute, writeAttribute } from '../../db/queries/set-up-records'
import { rootsOfTypes, touchPagesWhere } from '../../db/queries/page-touches'
import { invalidateSet } from '../../db/queries/readiness'
import { settleScalar } from './scalar'
import { rulesNaming, type Problems, type RecordKind, differIn } from './kind'
import { inLabels } from './label-texts'

/** What is wrong with an attribute by itself, whatever its values are. */
export function attributeProblems(record: Attribute): Problems {
  const problems: Problems = checkAllowed(record)
  if (record.unit && findUnit(record.unit)?.family !== record.family)
    problems.push({ path: 'unit', message: `“${record.unit}” is not a unit of ${record.family ?? 'anything'}.` })
  if (record.serves.includes('team') && record.serves.length > 1)
    problems.push({ path: 'serves', message: 'An attribute only for the team cannot be used for shoppers.' })
  return problems
}

const how = 'Check the effect first: “Check the effect”, or POST /api/attributes/…/rework/preview.'

export const attributes: RecordKind<Attribute> = {
  name: 'attribute',
  called: (record, source) => record.labels[source] ?? '',
  stamp: 'setup',
  read: readAttribute,
  async check(record, before, setup, tx) {
    const problems = attributeProblems(record)
    if (before) {
      const id = setup.attributeIds.get(record.code)!
      const keep = async (path: string, which: Omit<ValuesOf, 'attribute'>, message: string) => {
        const n = await countValues(tx.db, { attribute: id, ...which })
        if (n > 0) problems.push({ path, message: `${message.replace('#', String(n))} ${how}` })
      }
      if (record.type !== before.type || record.family !== before.family)
        await keep('type', {}, '# values are stored in the current type.')
      if (record.translatable !== before.translatable)
        await keep('translatable', {}, '# values are stored as they are scoped now.')
      if (!record.perStorefront && before.perStorefront)
        await keep('perStorefront', { onlyOfStorefronts: true }, '# values belong to one storefront.')
      const areSeveral = attributeTypes[before.type].options === 'several'
      for (const gone of before.options.filter((o) => !record.options.some((n) => n.code === o.code))) {
        const option = areSeveral ? [gone.code] : gone.code
        await keep('options', { option }, `“${gone.code}” is chosen in # values.`)
        const ruled = await rulesNaming(tx.db, setup, `option:${record.code}:${gone.code}`)
        if (ruled.length > 0)
          problems.push({
            path: 'options',
            message: `The assignment ${ruled.join(', ')} names “${gone.code}”. Change its rule first.`,
          })
      }
    }
    return { record, problems }
  },
  write: writeAttribute,
  async after(tx, record, before) {
    if (!before) return
    const setup = await readSetup(tx.db)
    await settleScalar(tx, setup, [record.code], () => isScalar(before, setup))
  },
  async deletionBlockers(tx, record, setup) {
    const why: string[] = []
    const n = await countValues(tx.db, { attribute: setup.attributeIds.get(record.code)! })
    if (n > 0) why.push(`${n} values of it are stored. Clear them first with a bulk edit.`)
    const types = [...setup.types.values()].filter((p) => p.attributes.some((a) => a.attribute === record.code))
    if (types.length > 0)
      why.push(
        `The product types ${types.map((p) => `“${p.labels[setup.source] ?? p.code}”`).join(', ')} have it. Remove it from them first.`,
      )
    const ruled = await rulesNaming(tx.db, setup, `attribute:${record.code}`)
    if (ruled.length > 0) why.push(`The assignment ${ruled.join(', ')} names it. Change its rule first.`)
    const pieces = await piecesWithInlineValue(tx.db, `attribute:${record.code}`)
    if (pieces.length > 0)
      why.push(`The pieces ${pieces.map((code) => `“${code}”`).join(', ')} use it as an inline value.`)
    return why
  },
  remove: (tx, record) => deleteAttribute(tx, record.code),
  async invalidate(tx, changed, setup) {
    const types = [...setup.types.values()].filter((t) => t.attributes.some((a) => a.attribute === changed.code))
    const codes = types.map((t) => t.code)
    // Its words stand on pages, and say nothing of what is missing there.
    if (differIn(changed, ['type', 'options', 'translatable', 'perStorefront', 'allowed', 'serves']))
      for (const type of codes) await invalidateSet(tx, { type })
    else await touchPagesWhere(tx, rootsOfTypes(codes))
  },
  labels: {
    prefix: 'attribute',
    title: (a, source) => a.labels[source] ?? a.code,
    texts: (a) => [
      ...(a.serves.length === 1 && a.serves[0] === 'team'
        ? []
        : [inLabels('label', 'Attribute', a.labels, 'In the table of facts, in filters and comparisons')]),
      ...a.options.map((o) =>
        inLabels(
          `option:${o.code}`,
          'Option',
          o.labels,
          'A value that products have; in the table of facts and in filters',
        ),
      ),
    ],
  },
}
