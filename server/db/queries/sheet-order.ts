import { sql, type SQL } from 'drizzle-orm'
import { attributeTypes } from '@core/attributes/types/registry'
import type { Attribute } from '@core/attributes/attribute'
import { isSortable, type ColumnEdition, type SheetColumn, type SortableField } from '@core/sheet/columns'
import { units } from '@core/units/registry'
import type { StoredSetup } from './setup'

/**
 * The fields that rows can be sorted by, as they stand of a product `m` and its root `root`: a variant without its own
 * has its parent's.
 */
const fieldKeys: Record<SortableField, SQL> = {
  parent: sql`root.sku`,
  type: sql`root.type`,
  category: sql`coalesce(m.category, root.category)`,
  brand: sql`coalesce(m.brand, root.brand)`,
  status: sql`m.status`,
  kind: sql`coalesce(m.kind, root.kind)`,
  gtin: sql`m.gtin`,
  stock: sql`m.stock`,
  minimum: sql`coalesce(m.minimum, root.minimum)`,
  'available-from': sql`coalesce(m.available_from, root.available_from)`,
}

/** The measure of a value `v` in the unit that all of its family are counted in. */
function canonicalMeasure(attribute: Attribute, v: SQL): SQL {
  const n = sql`(${v} ->> 'value')::numeric`
  const cases = units
    .filter((u) => u.family === attribute.family)
    .map((u) => sql`when ${u.symbol} then (${n} + ${Number(u.offset ?? 0)}::numeric) * ${u.factor}::numeric`)
  return sql`case ${v} ->> 'unit' ${sql.join(cases, sql` `)} end`
}

/** What values of an attribute whose column is sortable are sorted by: all but numbers and choices as texts. */
function valueKey(attribute: Attribute, v: SQL): SQL {
  const entry = attributeTypes[attribute.type]
  if (entry.hasUnit) return canonicalMeasure(attribute, v)
  if (entry.options === 'one')
    return sql`array_position(${sql.param(attribute.options.map((o) => o.code))}::text[], ${v} #>> '{}')`
  if (entry.ruleKind === 'number') return sql`(${v} #>> '{}')::numeric`
  return sql`lower(${v} #>> '{}') collate "und-x-icu"`
}

/** The value of an attribute that a product has in an edition: its own before its parent's, the storefront's before all. */
function ownValue(setup: StoredSetup, attribute: Attribute, { storefront, language }: ColumnEdition): SQL {
  return sql`(select v.value from value v where v.product_id in (m.id, m.root_id)
    and v.attribute_id = ${setup.attributeIds.get(attribute.code)!}
    and v.language = ${attribute.translatable ? language : ''}
    and v.storefront_id in (0, ${setup.storefrontIds.get(storefront)!})
    order by v.product_id = m.id desc, v.storefront_id desc limit 1)`
}

/**
 * What rows are sorted by in a column, over a product `m` and its root `root`; undefined where the column has no order.
 */
export function sortKey(setup: StoredSetup, column: SheetColumn, lens: ColumnEdition): SQL | undefined {
  if (!isSortable(column) || column.kind === 'carried') return undefined
  if (column.kind === 'field') return fieldKeys[column.field as SortableField]
  if (column.kind === 'price') {
    const amount = (of: SQL) => sql`(select p.amount from price p where p.product_id = ${of} and not p.special
      and p.storefront_id = ${setup.storefrontIds.get(column.storefront)!} limit 1)`
    return sql`coalesce(${amount(sql`m.id`)}, ${amount(sql`m.root_id`)})`
  }
  return valueKey(column.attribute, ownValue(setup, column.attribute, column.edition ?? lens))
}
