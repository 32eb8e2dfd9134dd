import type Joi from 'joi'
import type { AnyOf } from '@contracts/schema'

export type JsonSchema = Record<string, unknown>
type Rule = { name: string; args?: Record<string, unknown> }
type Described = Joi.Description & {
  flags?: { presence?: string; default?: unknown; only?: boolean; unknown?: boolean; id?: string; description?: string }
  allow?: unknown[]
  rules?: Rule[]
  keys?: Record<string, Described>
  patterns?: { schema?: Described; regex?: string; rule: Described }[]
  items?: Described[]
  matches?: { schema?: Described }[]
  whens?: { then?: Described; otherwise?: Described }[]
  link?: { ref: { path: string[]; type?: string } }
  dependencies?: { rel: string; peers?: string[]; key?: { path?: string[] } | string; with?: string[] }[]
}

/** A pattern as Joi describes it, without its slashes and flags. */
const sourceOf = (regex: string) => /^\/(.*)\/[a-z]*$/s.exec(regex)?.[1] ?? regex

const textRules: Record<string, (args: Record<string, unknown>) => JsonSchema> = {
  min: ({ limit }) => ({ minLength: limit }),
  max: ({ limit }) => ({ maxLength: limit }),
  length: ({ limit }) => ({ minLength: limit, maxLength: limit }),
  pattern: ({ regex }) => ({ pattern: sourceOf(String(regex)) }),
  isoDate: () => ({ format: 'date-time' }),
  guid: () => ({ format: 'uuid' }),
  hex: () => ({ pattern: '^[0-9a-fA-F]*$' }),
  hostname: () => ({ format: 'hostname' }),
}
const numberRules: Record<string, (args: Record<string, unknown>) => JsonSchema> = {
  min: ({ limit }) => ({ minimum: limit }),
  max: ({ limit }) => ({ maximum: limit }),
}
const listRules: Record<string, (args: Record<string, unknown>) => JsonSchema> = {
  min: ({ limit }) => ({ minItems: limit }),
  max: ({ limit }) => ({ maxItems: limit }),
  unique: (args) => (Object.keys(args).length === 0 ? { uniqueItems: true } : {}),
}
const objectRules: Record<string, (args: Record<string, unknown>) => JsonSchema> = {
  min: ({ limit }) => ({ minProperties: limit }),
  max: ({ limit }) => ({ maxProperties: limit }),
}

const applied = (rules: readonly Rule[] | undefined, known: typeof textRules): JsonSchema =>
  Object.assign({}, ...(rules ?? []).map((r) => known[r.name]?.(r.args ?? {}) ?? {})) as JsonSchema

/**
 * JSON Schemas (draft 2020-12) of Joi schemas, made from what Joi says of them. A schema with an id becomes a definition
 * under it, to which links refer. What JSON Schema cannot say, such as a check by code, is left out. `side` says whether
 * what may be sent is described, or what is let through, where every default is filled in.
 */
export function joiSchemas(definitions: Record<string, JsonSchema>, side: 'in' | 'out' = 'in') {
  function schemaOf(d: Described): JsonSchema {
    const id = d.flags?.id && `${d.flags.id}${side === 'out' ? '-answer' : ''}`
    if (id === undefined) return annotated(d, valueSchema(d))
    if (!(id in definitions)) {
      definitions[id] = {}
      Object.assign(definitions[id], valueSchema(d))
    }
    return annotated(d, { $ref: `#/components/schemas/${id}` })
  }

  /** The schema with its description and default; beside a reference both stand around it. */
  function annotated(d: Described, schema: JsonSchema): JsonSchema {
    const annotations = {
      ...(d.flags?.description ? { description: d.flags.description } : {}),
      ...(side === 'in' && isJson(d.flags?.default) ? { default: d.flags!.default } : {}),
    }
    if (Object.keys(annotations).length === 0) return schema
    return '$ref' in schema ? { ...annotations, allOf: [schema] } : { ...annotations, ...schema }
  }

  function valueSchema(d: Described): JsonSchema {
    if (d.flags?.only) return { enum: (d.allow ?? []).filter((v) => !isOverride(v)) }
    const schema = plainSchema(d)
    const rest = (d.allow ?? []).filter((v) => !(typeof v === 'string' && v === ''))
    const mayBeEmpty = (d.allow ?? []).includes('')
    const bounded =
      d.type === 'string' && !mayBeEmpty && !('minLength' in schema) ? { ...schema, minLength: 1 } : schema
    // A text that may be empty need not hold the pattern then.
    const either = mayBeEmpty && 'pattern' in bounded ? { anyOf: [bounded, { const: '' }] } : bounded
    if (rest.length === 0) return either
    if (rest.length === 1 && rest[0] === null && typeof either.type === 'string')
      return { ...either, type: [either.type, 'null'] }
    return { anyOf: [either, ...rest.map((v) => (v === null ? { type: 'null' } : { const: v }))] }
  }

  function plainSchema(d: Described): JsonSchema {
    switch (d.type) {
      case 'string':
        return textSchema(d)
      case 'number':
        return {
          type: d.rules?.some((r) => r.name === 'integer') ? 'integer' : 'number',
          ...applied(d.rules, numberRules),
        }
      case 'boolean':
        return { type: 'boolean' }
      case 'array':
        return {
          type: 'array',
          ...(d.items
            ? { items: d.items.length === 1 ? schemaOf(d.items[0]!) : { anyOf: d.items.map(schemaOf) } }
            : {}),
          ...applied(d.rules, listRules),
        }
      case 'object':
        return objectSchema(d)
      case 'alternatives':
        return { anyOf: (d.matches ?? []).flatMap(({ schema }) => (schema ? [schemaOf(schema)] : [])) }
      case 'link':
        return { $ref: `#/components/schemas/${d.link!.ref.path[0]}${side === 'out' ? '-answer' : ''}` }
      default:
        return whicheverSchema(d)
    }
  }

  /** A moment whose form is given more closely is a day. */
  function textSchema(d: Described): JsonSchema {
    const schema = { type: 'string', ...applied(d.rules, textRules) }
    return 'format' in schema && 'pattern' in schema ? { ...schema, format: 'date' } : schema
  }

  /** Of a value that depends on another: what it can be in either case. */
  function whicheverSchema(d: Described): JsonSchema {
    const either = (d.whens ?? []).flatMap(({ then, otherwise }) => [then, otherwise]).filter((x) => x !== undefined)
    return either.length === 0 ? {} : { anyOf: either.map(schemaOf) }
  }

  function objectSchema(d: Described): JsonSchema {
    const keys = Object.entries(d.keys ?? {})
    const required = keys.filter(([, k]) => isThere(k)).map(([name]) => name)
    const values = (d.patterns ?? []).map((p) => schemaOf(p.rule))
    const names = (d.patterns ?? []).flatMap(({ regex, schema }) =>
      regex ? [{ pattern: sourceOf(regex) }] : schema ? [valueSchema(schema)] : [],
    )
    return {
      type: 'object',
      ...(keys.length > 0 ? { properties: Object.fromEntries(keys.map(([name, k]) => [name, schemaOf(k)])) } : {}),
      ...(required.length > 0 ? { required } : {}),
      ...applied(d.rules, objectRules),
      ...(values.length > 0
        ? { additionalProperties: values.length === 1 ? values[0] : { anyOf: values }, propertyNames: names[0] }
        : isOpen(d)
          ? {}
          : { additionalProperties: false }),
      ...dependent(d),
    }
  }

  const isThere = ({ flags }: Described) =>
    flags?.presence === 'required' || (side === 'out' && flags?.default !== undefined)

  /** Without keys, anything is let through; with them, only what is named, unless said otherwise. */
  const isOpen = (d: Described) => d.flags?.unknown === true || d.keys === undefined

  /** Which keys exclude or need each other. */
  function dependent(d: Described): JsonSchema {
    const all: JsonSchema[] = []
    for (const { rel, peers = [], key, with: needs } of d.dependencies ?? []) {
      const names = peers.map(nameOfPeer)
      if (rel === 'xor') all.push({ oneOf: names.map((n) => ({ required: [n] })) })
      if (rel === 'oxor') all.push({ not: { anyOf: pairsOf(names).map((pair) => ({ required: pair })) } })
      if (rel === 'or') all.push({ anyOf: names.map((n) => ({ required: [n] })) })
      if (rel === 'with') all.push({ dependentRequired: { [nameOfPeer(key)]: (needs ?? peers).map(nameOfPeer) } })
    }
    return all.length === 0 ? {} : all.length === 1 ? all[0]! : { allOf: all }
  }

  const nameOfPeer = (peer: unknown): string =>
    typeof peer === 'string' ? peer : String((peer as { path?: string[] }).path?.[0] ?? (peer as { key?: string }).key)

  return { schemaOf: (schema: AnyOf) => schemaOf(schema.describe() as Described) }
}

/** Every two of some names. */
const pairsOf = (names: readonly string[]): [string, string][] =>
  names.flatMap((one, i) => names.slice(i + 1).map((other): [string, string] => [one, other]))

/** Joi notes so that values take the place of those that were allowed before. */
const isOverride = (value: unknown) => typeof value === 'object' && value !== null && 'override' in value

/** Whether a default can be written down: those that are computed cannot. */
const isJson = (value: unknown) => value !== undefined && typeof value !== 'function' && !isComputed(value)
const isComputed = (value: unknown) =>
  typeof value === 'object' && value !== null && 'special' in value && (value as { special: string }).special === 'deep'
