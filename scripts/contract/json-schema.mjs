import ts from 'typescript'

/**
 * JSON Schemas (draft 2020-12) of TypeScript types, as a type checker knows them: what is named becomes a definition
 * under its name, what is not stands where it is used. Comments become descriptions.
 */
export function schemasOf(checker) {
  const definitions = {}
  /** By name: the type that has it, so that two types cannot share one. */
  const named = new Map()

  /** What a type is called in the definitions; undefined for one that stands where it is used. */
  function nameOf(type) {
    const symbol = type.aliasSymbol ?? type.symbol
    const name = symbol?.name
    if (!name || name.startsWith('__') || builtIn.has(name)) return undefined
    if (!type.aliasSymbol && !(symbol.flags & (ts.SymbolFlags.Interface | ts.SymbolFlags.Class))) return undefined
    const given = type.aliasSymbol ? type.aliasTypeArguments : checker.getTypeArguments(type)
    const of = (given ?? []).map((t) => nameOf(t) ?? plainName(t))
    if (of.includes(undefined)) return undefined
    return of.length === 0 ? name : `${name}Of${of.map(capital).join('And')}`
  }

  function plainName(type) {
    if (type.flags & ts.TypeFlags.Unknown) return 'Anything'
    if (type.isUnion()) {
      const names = type.types.map((t) => nameOf(t))
      return names.includes(undefined) ? undefined : names.join('Or')
    }
    return undefined
  }

  /** The schema of a type: a reference where it has a name. */
  function schemaOf(type) {
    const name = nameOf(type)
    if (name === undefined) return inlineSchema(type)
    if (!named.has(name)) {
      named.set(name, type)
      // Its place is taken before it is described, since it may hold itself.
      definitions[name] = {}
      const description = commentOf(type.aliasSymbol ?? type.symbol)
      Object.assign(definitions[name], description ? { description } : {}, inlineSchema(type))
    }
    if (declarationOf(named.get(name)) !== declarationOf(type)) throw new Error(`Two types are called “${name}”.`)
    return { $ref: `#/components/schemas/${name}` }
  }

  const declarationOf = (type) => (type.aliasSymbol ?? type.symbol)?.declarations?.[0]

  function inlineSchema(type) {
    if (type.flags & (ts.TypeFlags.Any | ts.TypeFlags.Unknown)) return {}
    if (type.flags & ts.TypeFlags.Null) return { type: 'null' }
    if (type.isStringLiteral() || type.isNumberLiteral()) return { const: type.value }
    if (type.flags & ts.TypeFlags.BooleanLiteral) return { const: checker.typeToString(type) === 'true' }
    if (type.flags & ts.TypeFlags.StringLike) return { type: 'string' }
    if (type.flags & ts.TypeFlags.NumberLike) return { type: 'number' }
    if (type.flags & ts.TypeFlags.BooleanLike) return { type: 'boolean' }
    if (type.isUnion()) return unionSchema(type.types)
    if (checker.isTupleType(type)) return tupleSchema(type)
    if (checker.isArrayType(type)) return { type: 'array', items: schemaOf(checker.getTypeArguments(type)[0]) }
    if (type.flags & ts.TypeFlags.NonPrimitive) return { type: 'object' }
    if (type.flags & (ts.TypeFlags.Object | ts.TypeFlags.Intersection)) return objectSchema(type)
    throw new Error(`The type “${checker.typeToString(type)}” cannot cross the wire.`)
  }

  function unionSchema(all) {
    const types = all.filter((t) => !(t.flags & ts.TypeFlags.Undefined))
    const literals = types.filter((t) => t.isStringLiteral() || t.isNumberLiteral())
    const isBoolean = types.filter((t) => t.flags & ts.TypeFlags.BooleanLiteral).length === 2
    const rest = types.filter((t) => !literals.includes(t) && !(isBoolean && t.flags & ts.TypeFlags.BooleanLiteral))
    const parts = [
      ...(literals.length > 0 ? [{ enum: literals.map((t) => t.value) }] : []),
      ...(isBoolean ? [{ type: 'boolean' }] : []),
      ...rest.map(schemaOf),
    ]
    return parts.length === 1 ? parts[0] : (orNull(parts) ?? { anyOf: parts })
  }

  /** What is null or of one plain type, said with both in `type`. */
  function orNull(parts) {
    const rest = parts.filter((p) => p.type !== 'null')
    if (parts.length !== 2 || rest.length !== 1 || typeof rest[0].type !== 'string') return undefined
    return { ...rest[0], type: [rest[0].type, 'null'] }
  }

  function tupleSchema(type) {
    const items = checker.getTypeArguments(type).map(schemaOf)
    return { type: 'array', prefixItems: items, minItems: items.length, maxItems: items.length }
  }

  function objectSchema(type) {
    const properties = {}
    const required = []
    for (const property of checker.getPropertiesOfType(type)) {
      const of = checker.getTypeOfSymbol(property)
      const description = commentOf(property)
      const schema = schemaOf(checker.getNonOptionalType(of))
      // Beside a reference nothing else is read by everybody, so that what is said of it stands around it.
      properties[property.name] = !description
        ? schema
        : '$ref' in schema
          ? { description, allOf: [schema] }
          : { description, ...schema }
      if (!(property.flags & ts.SymbolFlags.Optional)) required.push(property.name)
    }
    const index = checker.getIndexInfoOfType(type, ts.IndexKind.String)
    return {
      type: 'object',
      ...(Object.keys(properties).length > 0 ? { properties } : {}),
      ...(required.length > 0 ? { required } : {}),
      ...(index ? { additionalProperties: schemaOf(index.type) } : {}),
    }
  }

  const commentOf = (symbol) =>
    symbol === undefined
      ? ''
      : ts
          .displayPartsToString(symbol.getDocumentationComment(checker))
          .replace(/\s*\n\s*/g, ' ')
          .trim()

  return { schemaOf, definitions }
}

const capital = (name) => name[0].toUpperCase() + name.slice(1)

/** Names of the language itself: what they stand for is described where it is used. */
const builtIn = new Set(['Array', 'ReadonlyArray', 'Record', 'Partial', 'Pick', 'Omit', 'Flat', 'Exclude', 'Extract'])
