import { attributeTypes } from '../attributes/types/registry'
import { knownTag, tagProblem } from '../language/tag'
import { productKinds, productStatuses, type Setup } from '../catalogue/model'
import type { Field, FieldKind } from './condition'

/** A field that every product has: how rules see it, what it is called, and the codes it may have. */
export interface BuiltInField {
  name: string
  label: string
  kind: FieldKind
  perVariant?: boolean
  /** The attribute it reads, for names under which an attribute is also known. */
  attribute?: string
  codes?: (setup: Setup) => { code: string; label: string }[]
}

const plain = (codes: readonly string[]) => () => codes.map((code) => ({ code, label: code }))

/** The fields that do not depend on the set-up. Adding one is adding an entry here and its fact in `facts.ts`. */
export const builtInFields: readonly BuiltInField[] = [
  { name: 'sku', label: 'SKU', kind: 'sku', perVariant: true },
  { name: 'gtin', label: 'GTIN', kind: 'text', perVariant: true },
  { name: 'name', label: 'Name', kind: 'text', attribute: 'name' },
  {
    name: 'type',
    label: 'Product type',
    kind: 'code',
    codes: (s) => [...s.types.values()].map((t) => ({ code: t.code, label: t.labels[s.source] ?? t.code })),
  },
  {
    name: 'category',
    label: 'Category',
    kind: 'category',
    codes: (s) => [...s.categories.values()].map((c) => ({ code: c.code, label: c.names[s.source] ?? c.code })),
  },
  { name: 'tags', label: 'Tags', kind: 'codes' },
  {
    name: 'list',
    label: 'Named list',
    kind: 'codes',
    codes: (s) => [...s.lists.values()].map((l) => ({ code: l.code, label: l.name })),
  },
  {
    name: 'rule',
    label: 'Named rule',
    kind: 'code',
    codes: (s) => [...s.rules.values()].map((r) => ({ code: r.code, label: r.name })),
  },
  {
    name: 'brand',
    label: 'Brand',
    kind: 'code',
    codes: (s) => [...s.brands.values()].map((b) => ({ code: b.code, label: b.name })),
  },
  { name: 'season', label: 'Season', kind: 'code', attribute: 'season' },
  { name: 'model', label: 'Model', kind: 'text', attribute: 'model' },
  { name: 'status', label: 'Status', kind: 'code', codes: plain(productStatuses) },
  { name: 'kind', label: 'Kind', kind: 'code', codes: plain(productKinds) },
  { name: 'created', label: 'Created', kind: 'date' },
  { name: 'changed', label: 'Changed', kind: 'date' },
  { name: 'available', label: 'Available', kind: 'yes-no', perVariant: true },
  { name: 'available-from', label: 'Available from', kind: 'date' },
  {
    name: 'sold-in',
    label: 'Selling storefront',
    kind: 'codes',
    codes: (s) => [...s.storefronts.values()].map((x) => ({ code: x.code, label: x.name })),
  },
  { name: 'minimum', label: 'Minimum order quantity', kind: 'number' },
  { name: 'stock', label: 'Stock', kind: 'number', perVariant: true },
  { name: 'variant', label: 'Has variants', kind: 'yes-no' },
  { name: 'price', label: 'Price today', kind: 'price', perVariant: true },
  { name: 'basePrice', label: 'Base price', kind: 'price', perVariant: true },
  {
    name: 'campaign',
    label: 'Running campaign',
    kind: 'codes',
    codes: (s) => [...s.campaigns.values()].map((c) => ({ code: c.code, label: c.name })),
  },
  { name: 'any-text', label: 'Any text', kind: 'texts' },
]

const builtIn = new Map(builtInFields.map((f) => [f.name, f]))

/** The entry of a built-in field. */
export function builtInField(name: string): BuiltInField | undefined {
  return builtIn.get(name)
}

/** The attribute's code in a field's name (`attribute:weight`), without its language. */
function attributeCode(name: string): string | null {
  if (name.startsWith('attribute:')) return name.slice('attribute:'.length)
  return builtIn.get(name)?.attribute ?? null
}

/**
 * The field of a name: `price`, `attribute:weight`, `name@fr-CH`. Returns a sentence on what is wrong where there is
 * none.
 */
export function findField(name: string, setup: Setup): Field | string {
  const [bare, tag] = name.split('@', 2) as [string, string | undefined]
  const language = tag === undefined ? null : (knownTag(tag) ?? '')
  if (language === '') return tagProblem(tag!)
  const code = attributeCode(bare)
  const entry = builtIn.get(bare)
  if (bare.startsWith('carried:') && bare.length > 'carried:'.length) {
    return language !== null
      ? `“${bare}” has no language.`
      : { name, kind: 'text', key: bare, perVariant: false, attribute: null, language: null }
  }
  if (code === null) {
    if (!entry)
      return `There is no field “${bare}”. Attributes are written attribute:code, facts of other systems carried:name.`
    if (language !== null) return `“${bare}” has no language.`
    return { name, kind: entry.kind, key: bare, perVariant: entry.perVariant ?? false, attribute: null, language: null }
  }
  const attribute = setup.attributes.get(code)
  if (!attribute) return `There is no attribute “${code}”.`
  if (language !== null && !attribute.translatable)
    return `“${code}” is not translatable, so it is not asked by language.`
  const kind: FieldKind = attributeTypes[attribute.type].ruleKind
  const perVariant = [...setup.types.values()].some((t) =>
    t.attributes.some((a) => a.attribute === code && a.perVariant),
  )
  return { name, kind, key: name, perVariant, attribute: code, language }
}

/** The codes that a field may have, with their labels; undefined where any text will do. */
export function codesOf(field: Field, setup: Setup): { code: string; label: string }[] | undefined {
  if (field.attribute !== null) {
    const attribute = setup.attributes.get(field.attribute)
    // Names of pictures and questions are too many to choose from.
    if (attribute?.type !== 'choice' && attribute?.type !== 'choices') return undefined
    return attribute.options.map((o) => ({ code: o.code, label: o.labels[setup.source] ?? o.code }))
  }
  return builtIn.get(field.name)?.codes?.(setup)
}

/**
 * All fields that rules can name in a set-up, with labels, for building rules; `carried` are the names of facts of
 * other systems.
 */
export function allFields(setup: Setup, carried: readonly string[] = []): { field: Field; label: string }[] {
  const out: { field: Field; label: string }[] = []
  for (const f of builtInFields) {
    const field = findField(f.name, setup)
    if (typeof field !== 'string') out.push({ field, label: f.label })
  }
  for (const a of setup.attributes.values()) {
    if (builtInFields.some((f) => f.attribute === a.code)) continue
    const field = findField(`attribute:${a.code}`, setup)
    if (typeof field !== 'string') out.push({ field, label: a.labels[setup.source] ?? a.code })
  }
  for (const name of carried) out.push({ field: findField(`carried:${name}`, setup) as Field, label: name })
  return out
}
