import { attributeTypes } from '../attributes/types/registry'
import { knownTag, tagProblem } from '../language/tag'
import type { Setup } from '../catalogue/model'
import { builtInField, builtInFields } from './built-in-fields'
import type { Field } from './condition'
import type { FieldKind } from './operator-shape'

/** The attribute's code in a field's name (`attribute:weight`), without its language. */
function attributeCode(name: string): string | null {
  if (name.startsWith('attribute:')) return name.slice('attribute:'.length)
  return builtInField(name)?.attribute ?? null
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
  const entry = builtInField(bare)
  if (bare.startsWith('carried:') && bare.length > 'carried:'.length) {
    return language !== null
      ? `“${bare}” has no language.`
      : { name, kind: 'text', key: bare, perVariant: false, attribute: null, language: null }
  }
  if (code === null) {
    if (!entry)
      return `There is no field “${bare}”. Attributes are written attribute:code, facts of other systems carried:name.`
    if (language !== null) return `“${bare}” has no language.`
    return {
      name,
      kind: entry.kind,
      key: bare,
      perVariant: entry.soldFact !== undefined,
      attribute: null,
      language: null,
    }
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
    if (!attribute || !attributeTypes[attribute.type].options) return undefined
    return attribute.options.map((o) => ({ code: o.code, label: o.labels[setup.source] ?? o.code }))
  }
  return builtInField(field.name)?.codes?.(setup)
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
