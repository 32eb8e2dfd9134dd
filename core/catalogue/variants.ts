import type { Attribute, Value } from '../attributes/attribute'
import { attributeTypes } from '../attributes/types/registry'
import { freeCode } from '../text/code'
import { fold } from '../text/fold'
import type { Product, Setup } from './model'
import { same } from './patch'

/** A variant as the grid shows it: only what must differ. */
export interface VariantRow {
  sku: string
  gtin: string | null
  stock: number | null
  status: 'draft' | 'active' | 'disabled'
  /** Own base prices by storefront; what is not there is the parent's. */
  prices: Record<string, number | null>
  picture: string | null
  /** Its name in the source language, where it has one of its own. */
  name: string | null
  /** The values in which variants differ, by attribute. */
  values: Record<string, Value | null>
}

/** Something in the grid that should have changed from row to row and did not, or is missing. */
export interface VariantFinding {
  row: number
  /** Where: a column of the grid. */
  at: 'sku' | 'gtin' | 'picture' | 'name' | `value:${string}`
  /** Blockers keep the grid from being saved; remarks only say so. */
  weight: 'blocker' | 'remark'
  message: string
}

/** Every combination of the given values, the last attribute changing fastest. */
export function combinations(
  axes: readonly { attribute: string; values: readonly Value[] }[],
): Record<string, Value>[] {
  return axes.reduce<Record<string, Value>[]>(
    (rows, { attribute, values }) => rows.flatMap((r) => values.map((v) => ({ ...r, [attribute]: v }))),
    [{}],
  )
}

/** Whether a row has exactly the values of a combination. */
export function hasValues(row: Pick<VariantRow, 'values'>, values: Record<string, Value>): boolean {
  return Object.entries(values).every(([a, v]) => same(row.values[a] ?? null, v))
}

/**
 * A SKU for a combination: the parent's, then each value shortened to a few letters and digits; numbered where taken.
 */
export function skuOfCombination(
  parent: string,
  values: Record<string, Value>,
  attributes: ReadonlyMap<string, Attribute>,
  taken: ReadonlySet<string>,
): string {
  const part = (code: string, value: Value) => {
    const attribute = attributes.get(code)
    const text = attribute ? attributeTypes[attribute.type].toCell(value, attribute) : String(value)
    return text
      .normalize('NFKD')
      .replace(/[^A-Za-z0-9]+/g, '')
      .toUpperCase()
      .slice(0, 5)
  }
  const base = [
    parent,
    ...Object.entries(values)
      .map(([a, v]) => part(a, v))
      .filter((p) => p !== ''),
  ]
    .join('-')
    .slice(0, 60)
  return freeCode(base, (sku) => taken.has(sku))
}

/** How the values of a row read, for telling rows apart. */
function labelOf(
  row: VariantRow,
  differsIn: readonly string[],
  attributes: ReadonlyMap<string, Attribute>,
  source: string,
): string {
  return differsIn
    .map((code) => {
      const [attribute, value] = [attributes.get(code), row.values[code]]
      return attribute && value !== null && value !== undefined
        ? attributeTypes[attribute.type].display(value, attribute, { language: source, labels: [source] })
        : '?'
    })
    .join(', ')
}

/**
 * What should differ from row to row and does not: SKU, GTIN, the combination of values, a picture that belongs to
 * another combination of what shows, a name that names another row's value. That copying a row and forgetting what must
 * differ is the classic mistake is common practice, without a published source.
 */
export function variantFindings(
  rows: readonly VariantRow[],
  differsIn: readonly string[],
  attributes: ReadonlyMap<string, Attribute>,
  source: string,
): VariantFinding[] {
  const out: VariantFinding[] = []
  const seen = { sku: new Map<string, number>(), gtin: new Map<string, number>(), values: new Map<string, number>() }
  const first = (map: Map<string, number>, key: string, row: number) => {
    const before = map.get(key)
    if (before === undefined) map.set(key, row)
    return before
  }
  const shown = (row: number) => labelOf(rows[row]!, differsIn, attributes, source)
  rows.forEach((r, row) => {
    const add = (at: VariantFinding['at'], weight: VariantFinding['weight'], message: string) => {
      out.push({ row, at, weight, message })
    }
    if (r.sku.trim() === '') add('sku', 'blocker', 'Each variant has a SKU of its own.')
    else {
      const other = first(seen.sku, fold(r.sku), row)
      if (other !== undefined) add('sku', 'blocker', `The same SKU as ${shown(other)}.`)
    }
    if (r.gtin !== null) {
      const other = first(seen.gtin, r.gtin, row)
      if (other !== undefined) add('gtin', 'blocker', `The same GTIN as ${shown(other)}.`)
    }
    for (const code of differsIn)
      if ((r.values[code] ?? null) === null)
        add(
          `value:${code}`,
          'blocker',
          `What it differs in is missing: ${attributes.get(code)?.labels[source] ?? code}.`,
        )
    const other = first(seen.values, JSON.stringify(differsIn.map((c) => r.values[c] ?? null)), row)
    if (other !== undefined && differsIn.length > 0)
      add(`value:${differsIn[0]!}`, 'blocker', `The same combination as ${rows[other]!.sku || shown(other)}.`)
  })
  return [...out, ...pictureFindings(rows, differsIn), ...nameFindings(rows, differsIn, attributes, source)]
}

/**
 * A picture that rows share which look different. An attribute is taken to show in pictures where most pairs of rows
 * that differ in it alone have different ones: colours do, sizes do not.
 */
function pictureFindings(rows: readonly VariantRow[], differsIn: readonly string[]): VariantFinding[] {
  const pictured = rows.filter((r) => r.picture !== null)
  const alike = (a: VariantRow, b: VariantRow, code: string) => same(a.values[code] ?? null, b.values[code] ?? null)
  const shows = differsIn.filter((code) => {
    let [pairs, different] = [0, 0]
    pictured.forEach((a, i) =>
      pictured.slice(i + 1).forEach((b) => {
        if (alike(a, b, code) || !differsIn.every((c) => c === code || alike(a, b, c))) return
        pairs++
        if (a.picture !== b.picture) different++
      }),
    )
    return different * 2 > pairs
  })
  const of = (r: VariantRow) => JSON.stringify(shows.map((c) => r.values[c] ?? null))
  return rows.flatMap((r, row): VariantFinding[] => {
    if (r.picture === null || shows.length === 0) return []
    const other = rows.findIndex((o) => o.picture === r.picture && of(o) !== of(r))
    return other >= 0 && other < row
      ? [
          {
            row,
            at: 'picture',
            weight: 'remark',
            message: `The same picture as ${rows[other]!.sku}, which looks different.`,
          },
        ]
      : []
  })
}

function nameFindings(
  rows: readonly VariantRow[],
  differsIn: readonly string[],
  attributes: ReadonlyMap<string, Attribute>,
  source: string,
): VariantFinding[] {
  const words = (code: string, value: Value | null | undefined) => {
    const attribute = attributes.get(code)
    return attribute && value !== null && value !== undefined
      ? fold(attributeTypes[attribute.type].display(value, attribute, { language: source, labels: [source] }))
      : ''
  }
  const inside = (name: string, word: string) =>
    word.length > 1 &&
    ` ${fold(name).replace(/[^\p{L}\p{N}]+/gu, ' ')} `.includes(` ${word.replace(/[^\p{L}\p{N}]+/gu, ' ')} `)
  return rows.flatMap((r, row) =>
    r.name === null
      ? []
      : differsIn.flatMap((code): VariantFinding[] => {
          const own = words(code, r.values[code])
          const other = [...new Set(rows.map((o) => words(code, o.values[code])))].find(
            (w) => w !== '' && w !== own && !own.includes(w) && inside(r.name!, w),
          )
          return other === undefined
            ? []
            : [
                {
                  row,
                  at: 'name',
                  weight: 'remark',
                  message: `The name says “${other}”, but this is ${own || 'nothing yet'}.`,
                },
              ]
        }),
  )
}

/** Some rows with what must differ, or may, taken over from a pattern: prices, stock, status, picture. */
export function likePattern(rows: readonly VariantRow[], pattern: VariantRow, which: readonly number[]): VariantRow[] {
  return rows.map((r, i) =>
    which.includes(i) && r !== pattern
      ? { ...r, stock: pattern.stock, status: pattern.status, prices: { ...pattern.prices }, picture: pattern.picture }
      : r,
  )
}

/** The attributes in which the variants of a parent differ: those that it names, else all that its type has per variant. */
export function differingAttributes(
  { differsIn, type }: Pick<Product, 'differsIn' | 'type'>,
  { types }: Pick<Setup, 'types'>,
): readonly string[] {
  if (differsIn.length > 0) return differsIn
  const perVariant = types.get(type)?.attributes.filter((a) => a.perVariant) ?? []
  return perVariant.map((a) => a.attribute)
}
