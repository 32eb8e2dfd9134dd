import { sql } from 'drizzle-orm'
import { refersTo } from '@core/attributes/types/registry'
import type { Db } from '../../db/connect'
import type { StoredSetup } from '../../db/queries/setup'

const quoted = (names: readonly string[]) =>
  `${names
    .slice(0, 5)
    .map((n) => `“${n}”`)
    .join(', ')}${names.length > 5 ? ` and ${names.length - 5} more` : ''}`

/** Why a piece or question set cannot go: the assignments that bring or replace it. */
export async function namedByAssignments(db: Db, code: string): Promise<string[]> {
  const { rows } = await db.execute<{ name: string; replaces: boolean }>(
    sql`
      select name, replaces = ${code} as replaces from assignment where ${code} = any(pieces) or ${code} = any(sets)
      or replaces = ${code} order by name
    `,
  )
  const [bring, replace] = [rows.filter((r) => !r.replaces), rows.filter((r) => r.replaces)].map((l) =>
    l.map((r) => r.name),
  )
  return [
    ...(bring!.length > 0
      ? [
          `The ${bring!.length === 1 ? 'assignment' : 'assignments'} ${quoted(bring!)} ` +
            `${bring!.length === 1 ? 'brings' : 'bring'} it. Remove it there first.`,
        ]
      : []),
    ...(replace!.length > 0
      ? [
          `The ${replace!.length === 1 ? 'assignment' : 'assignments'} ${quoted(replace!)} ` +
            `${replace!.length === 1 ? 'takes' : 'take'} its place. Let ` +
            `${replace!.length === 1 ? 'it' : 'them'} replace another one first.`,
        ]
      : []),
  ]
}

/** Why a question or question set cannot go: the products that use it. */
export async function namedByProducts(db: Db, setup: StoredSetup, code: string): Promise<string[]> {
  const ids = [...setup.attributes.values()]
    .filter((a) => refersTo(a, 'question'))
    .map((a) => setup.attributeIds.get(a.code)!)
  if (ids.length === 0) return []
  const { rows } = await db.execute<{ sku: string }>(
    sql`
      select p.sku from value v join product p on p.id = v.product_id
      where v.attribute_id = any(${sql.param(ids)}::smallint[]) and v.value @> ${JSON.stringify([code])}::jsonb
      order by p.sku limit 6
    `,
  )
  return rows.length > 0 ? [`The products ${quoted(rows.map((r) => r.sku))} use it. Remove it there first.`] : []
}
