import { knownTag } from '../language/tag'
import type { Attribute } from '../attributes/attribute'
import type { Setup } from '../catalogue/model'

/** The columns of a product file that are no attribute. */
export const fieldColumns = [
  'sku',
  'parent',
  'type',
  'category',
  'categories',
  'brand',
  'tags',
  'status',
  'kind',
  'gtin',
  'stock',
  'minimum',
  'available-from',
  'differs-in',
  'relations',
  'range',
  'special-prices',
  'carried',
  'price',
] as const
export type FieldColumn = (typeof fieldColumns)[number]

/** The columns without a scope; `price` belongs to a storefront, `carried` to a name that another system gave. */
export type PlainField = Exclude<FieldColumn, 'price' | 'carried'>

/** A column of a file, understood. */
export type Column = ColumnMeaning & {
  /** What cells are read as, by what stands in them. */
  values?: ReadonlyMap<string, string>
}

type ColumnMeaning =
  | { index: number; header: string; kind: 'field'; field: PlainField }
  | { index: number; header: string; kind: 'carried'; name: string }
  | { index: number; header: string; kind: 'price'; storefront: string }
  | {
      index: number
      header: string
      kind: 'attribute'
      attribute: Attribute
      storefront: string | null
      language: string | null
      /** Of measures: the unit of cells that name none. */ unit?: string
    }

export interface HeaderProblem {
  column: string
  code: string
  message: string
}

const short = (code: string) => `“${code.slice(0, 60)}”`

/**
 * The scope behind `@`: `storefront/language` is both, `/language` a language, `storefront/` a storefront;
 * a bare code is a storefront if one has that code, else a language.
 */
export function parseScope(
  scope: string,
  setup: Setup,
): { storefront: string | null; language: string | null } | string {
  const slash = scope.indexOf('/')
  const bare = slash < 0
  const storefront = bare ? (setup.storefronts.has(scope) ? scope : '') : scope.slice(0, slash)
  const tag = bare ? (storefront ? '' : scope) : scope.slice(slash + 1)
  if (storefront && !setup.storefronts.has(storefront)) return `There is no storefront ${short(storefront)}.`
  const language = tag === '' ? null : knownTag(tag)
  if (language === undefined)
    return bare
      ? `${short(tag)} is neither a storefront nor a language.`
      : `${short(tag)} is not a language; write its tag, such as fr-CH.`
  if (!storefront && language === null) return 'There is no storefront or language after the @.'
  return { storefront: storefront || null, language }
}

/**
 * A header row understood, column by column; what cannot be is a problem of row 1.
 * A translatable attribute without a language holds the source language.
 */
export function parseHeader(
  headers: readonly string[],
  setup: Setup,
): { columns: Column[]; problems: HeaderProblem[] } {
  const columns: Column[] = []
  const problems: HeaderProblem[] = []
  const seen = new Set<string>()
  headers.forEach((raw, index) => {
    const header = raw.trim()
    const problem = (code: string, message: string) => {
      problems.push({ column: header || `column ${index + 1}`, code, message })
    }
    if (header === '') return problem('no-name', `Column ${index + 1} has no name. Name it or remove it.`)
    const at = header.indexOf('@')
    const name = at < 0 ? header : header.slice(0, at)
    const lower = name.toLowerCase()
    if (lower === 'carried') {
      const fact = at < 0 ? '' : header.slice(at + 1).trim()
      if (fact === '') return problem('scope', 'A fact of another system has its name behind the @: carried@tax-class.')
      if (seen.has(`carried@${fact}`)) return problem('twice', `${short(header)} is in the header twice.`)
      seen.add(`carried@${fact}`)
      columns.push({ index, header, kind: 'carried', name: fact })
      return undefined
    }
    const scope = at < 0 ? { storefront: null, language: null } : parseScope(header.slice(at + 1), setup)
    if (typeof scope === 'string') return problem('unknown-scope', scope)
    const field = fieldColumns.find((f) => f === lower)
    let column: Column
    if (field === 'price') {
      if (!scope.storefront || scope.language) return problem('scope', 'A price belongs to a storefront: price@uk.')
      column = { index, header, kind: 'price', storefront: scope.storefront }
    } else if (field) {
      if (at >= 0) return problem('scope', `${short(name)} has no scope; remove what follows the @.`)
      column = { index, header, kind: 'field', field: field as PlainField }
    } else {
      const attribute = setup.attributes.get(name) ?? setup.attributes.get(lower)
      if (!attribute)
        return problem(
          'unknown-column',
          `${short(name)} is neither a field nor an attribute. Map the column, or remove it.`,
        )
      if (scope.language && !attribute.translatable)
        return problem('scope', `${short(name)} is not translatable; write it without a language.`)
      if (scope.storefront && !attribute.perStorefront)
        return problem('scope', `${short(name)} is the same in all storefronts; write it without a storefront.`)
      if (attribute.translatable && !scope.language) scope.language = setup.source
      column = { index, header, kind: 'attribute', attribute, ...scope }
    }
    const key =
      column.kind === 'attribute'
        ? `${column.attribute.code}@${column.storefront ?? ''}/${column.language ?? ''}`
        : column.kind === 'price'
          ? `price@${column.storefront}`
          : column.kind === 'field'
            ? column.field
            : ''
    if (seen.has(key)) return problem('twice', `${short(header)} is in the header twice.`)
    seen.add(key)
    columns.push(column)
  })
  if (!columns.some((c) => c.kind === 'field' && c.field === 'sku')) {
    problems.push({
      column: 'sku',
      code: 'no-sku',
      message: 'The column “sku” is missing. Every row says which product it is about.',
    })
  }
  return { columns, problems }
}
