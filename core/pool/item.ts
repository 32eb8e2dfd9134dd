import type { Setup } from '../catalogue/model'
import type { ProductFields, ProductPatch } from '../catalogue/patch'
import { valuePath } from '../catalogue/patch'
import type { ValueSource } from '../catalogue/source'
import type { Column } from '../imports/columns'
import { mappedColumns, mappingFor, type Mapping } from '../imports/mapping'
import { readRow } from '../imports/row'

/** An item of a shared data pool: what its maker says of it, each under the pool's own name for it. */
export interface PoolItem {
  gtin: string
  brand: string
  model: string
  /** The day on which it was last changed, as 2026-11-25. */
  updated: string
  /** Texts by the name of the property, such as “Net weight”: “1.2 kg”. */
  properties: Record<string, string>
}

/** A property of an item, understood: the path that it speaks of, and what it says there. */
export interface ReadProperty {
  property: string
  text: string
  /**
   * `attribute:weight`, `attribute:name@/en-GB`, or a field such as `brand`; null where nothing of ours has that name.
   */
  path: string | null
  /** Null where it could not be read. */
  value: unknown
  problem: string | null
}

/** The fields of a product that an item speaks of, beside attributes. What tells items apart is not compared. */
const fields = ['brand', 'category', 'kind', 'type'] as const satisfies readonly (keyof ProductFields)[]

/** Properties that a pool knows items by; they are a product's own affair. */
const keys = ['sku', 'gtin', 'parent', 'stock', 'status']

function pathOf(column: Column | undefined): string | null {
  if (column?.kind === 'attribute')
    return valuePath({ attribute: column.attribute.code, storefront: column.storefront, language: column.language })
  return column?.kind === 'field' && fields.some((f) => f === column.field) ? column.field : null
}

/**
 * What each property of an item says of a product, read as the cells of a file are; `kept` says what some of them mean.
 */
export function readItem(item: PoolItem, setup: Setup, kept?: Mapping): ReadProperty[] {
  const names = Object.keys(item.properties)
  const cells = Object.values(item.properties)
  const columns = mappingFor(kept ?? { columns: [], type: '' }, names, [cells], setup)
  const spoken = columns.filter((c) => !keys.includes(c.means))
  // A file says of each row which product it is about; an item is about the one that it is compared with.
  const mapped = mappedColumns(
    ['sku', ...spoken.map((c) => c.header)],
    { columns: [{ header: 'sku', means: 'sku', unit: '' }, ...spoken], type: '' },
    setup,
  )
  const byName = new Map(mapped.columns.map((c) => [c.header, c]))
  return spoken.map(({ header: property }): ReadProperty => {
    const text = item.properties[property]!
    const column = byName.get(property)
    const path = pathOf(column)
    if (!column || path === null) return { property, text, path: null, value: null, problem: null }
    const draft = readRow([text], [{ ...column, index: 0 }], setup, '.')
    return {
      property,
      text,
      path,
      value: valueIn(draft.patch),
      problem: draft.problems.find((p) => p.column === column.header)?.message ?? null,
    }
  })
}

/** The one thing that a row of one cell says. */
function valueIn(patch: ProductPatch): unknown {
  return patch.values[0]?.value ?? Object.values(patch.fields)[0] ?? null
}

/** What an item says in one property, as it is kept beside a product's value, at a moment in milliseconds. */
export function statementOf(
  item: PoolItem,
  property: string,
  value: unknown,
  now: number,
  reason: string | null = null,
): ValueSource {
  return {
    source: 'data-pool',
    item: item.gtin,
    property,
    value,
    updated: item.updated,
    at: new Date(now).toISOString(),
    reason,
  }
}
