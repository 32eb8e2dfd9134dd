import { eq, sql } from 'drizzle-orm'
import type { Attribute } from '@core/attributes/attribute'
import { checkAllowed } from '@core/attributes/check-attribute'
import { isScalar } from '@core/rules/scalar'
import { findUnit } from '@core/units/registry'
import { attributeTypes } from '@core/attributes/types/registry'
import * as t from '../../db/schema'
import { attributeOf, readSetup } from '../../db/queries/setup'
import { invalidateSet } from '../../db/queries/readiness'
import { settleScalar } from './scalar'
import { countOf, first, rulesNaming, type Problems, type RecordKind, differIn } from './kind'
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
  stamp: 'setup',
  async read(db, code) {
    const row = await first(db.select().from(t.attribute).where(eq(t.attribute.code, code)))
    return row && attributeOf(row)
  },
  async check(record, before, setup, tx) {
    const problems = attributeProblems(record)
    if (before) {
      const id = setup.attributeIds.get(record.code)!
      const keep = async (path: string, condition: ReturnType<typeof sql>, message: string) => {
        const n = await countOf(tx.db, sql`value where attribute_id = ${id} and ${condition}`)
        if (n > 0) problems.push({ path, message: `${message.replace('#', String(n))} ${how}` })
      }
      if (record.type !== before.type || record.family !== before.family)
        await keep('type', sql`true`, '# values are stored in the current type.')
      if (record.translatable !== before.translatable)
        await keep('translatable', sql`true`, '# values are stored as they are scoped now.')
      if (!record.perStorefront && before.perStorefront)
        await keep('perStorefront', sql`storefront_id <> 0`, '# values belong to one storefront.')
      for (const gone of before.options.filter((o) => !record.options.some((n) => n.code === o.code))) {
        await keep(
          'options',
          sql`value @> ${JSON.stringify(attributeTypes[before.type].options === 'several' ? [gone.code] : gone.code)}::jsonb`,
          `“${gone.code}” is chosen in # values.`,
        )
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
  async write(tx, r) {
    const row = {
      type: r.type,
      labels: r.labels,
      help: r.help,
      family: r.family,
      unit: r.unit,
      options: r.options,
      translatable: r.translatable,
      perStorefront: r.perStorefront,
      serves: r.serves,
      allowed: r.allowed,
    }
    await tx.db
      .insert(t.attribute)
      .values({ code: r.code, ...row })
      .onConflictDoUpdate({ target: t.attribute.code, set: row })
  },
  async after(tx, record, before) {
    if (!before) return
    const setup = await readSetup(tx.db)
    await settleScalar(tx, setup, [record.code], () => isScalar(before, setup))
  },
  async deletionBlockers(tx, record, setup) {
    const why: string[] = []
    const n = await countOf(tx.db, sql`value where attribute_id = ${setup.attributeIds.get(record.code)!}`)
    if (n > 0) why.push(`${n} values of it are stored. Clear them first with a bulk edit.`)
    const types = [...setup.types.values()].filter((p) => p.attributes.some((a) => a.attribute === record.code))
    if (types.length > 0)
      why.push(
        `The product types ${types.map((p) => `“${p.labels[setup.source] ?? p.code}”`).join(', ')} have it. Remove it from them first.`,
      )
    const ruled = await rulesNaming(tx.db, setup, `attribute:${record.code}`)
    if (ruled.length > 0) why.push(`The assignment ${ruled.join(', ')} names it. Change its rule first.`)
    const inside = await tx.db.execute<{ code: string }>(
      sql`
        select distinct p.code from piece p join piece_text x on x.piece_id = p.id
        where x.body like ${`%"attribute:${record.code}"%`} order by 1
      `,
    )
    if (inside.rows.length > 0)
      why.push(`The pieces ${inside.rows.map((r) => `“${r.code}”`).join(', ')} use it as an inline value.`)
    return why
  },
  async remove(tx, record) {
    await tx.db.delete(t.attribute).where(eq(t.attribute.code, record.code))
  },
  async invalidate(tx, changed, setup) {
    if (!differIn(changed, ['type', 'options', 'translatable', 'perStorefront', 'allowed', 'serves'])) return
    for (const type of setup.types.values())
      if (type.attributes.some((a) => a.attribute === changed.code)) await invalidateSet(tx, { type: type.code })
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
