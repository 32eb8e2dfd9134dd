import { countsAsPresent, languageChain, type EditionLanguages } from '../language/chain'
import type { Attribute, StoredValue, TypeAttribute, Value } from '../attributes/attribute'

/** Values of one product, found by attribute and scope. */
export type ValueIndex = Map<string, Map<string, Value>>

const scopeKey = (storefront: string | null, language: string | null) => `${storefront ?? ''}/${language ?? ''}`

/** Stored values arranged for looking up. */
export function indexValues(values: readonly StoredValue[]): ValueIndex {
  const index: ValueIndex = new Map()
  for (const v of values) {
    let scopes = index.get(v.attribute)
    if (!scopes) index.set(v.attribute, (scopes = new Map()))
    scopes.set(scopeKey(v.storefront, v.language), v.value)
  }
  return index
}

export type Origin = 'own' | 'inherited' | 'fallback' | 'default' | 'missing'

/** A value with the place it was found in. */
export interface Resolved {
  attribute: string
  value: Value | null
  origin: Origin
  /** Which product holds it. */
  owner: 'product' | 'parent' | null
  storefront: string | null
  language: string | null
  /** Whether readiness and pages may take it for the edition's language. */
  counts: boolean
}

/** An attribute that has no value anywhere. */
export const missingValue = (attribute: string): Resolved => ({
  attribute,
  value: null,
  origin: 'missing',
  owner: null,
  storefront: null,
  language: null,
  counts: false,
})

/** An edition to read values for. */
export interface ReadIn extends EditionLanguages {
  storefront: string
}

/**
 * A link of the chain: a language, or none, with the keys of its two scopes, the storefront's before the general one.
 */
interface Link {
  language: string | null
  keys: readonly [string, string]
  /** Whether what is found there counts for the edition. */
  counts: boolean
}

/** A reader for one edition; the chain is computed once. */
export interface Reader {
  edition: ReadIn
  chain: readonly string[]
  /** Those of it in which a text counts for the edition. */
  counting: readonly string[]
  /** Where a translatable attribute is looked for, in order; and where one that is not is. */
  translated: readonly Link[]
  untranslated: readonly Link[]
}

/** A reader for an edition, with its language chain. */
export function readerFor(edition: ReadIn, source: string): Reader {
  const chain = languageChain(edition, source)
  const link = (language: string | null): Link => ({
    language,
    keys: [scopeKey(edition.storefront, language), scopeKey(null, language)],
    counts: language === null || countsAsPresent(edition, language),
  })
  return {
    edition,
    chain,
    counting: chain.filter((l) => countsAsPresent(edition, l)),
    translated: chain.map(link),
    untranslated: [link(null)],
  }
}

/**
 * The value of an attribute for an edition. For each link of the language chain: the product's own value for the
 * storefront, its own value, the parent's for the storefront, the parent's; the first that exists wins.
 * Then the product type's default. An attribute that is not translatable has the one link "no language".
 */
export function resolve(
  attribute: Pick<Attribute, 'code' | 'translatable'>,
  own: ValueIndex,
  parent: ValueIndex | null,
  use: TypeAttribute | undefined,
  reader: Reader,
): Resolved {
  const { edition } = reader
  const ownScopes = own.get(attribute.code)
  const parentScopes = parent?.get(attribute.code)
  if (ownScopes || parentScopes) {
    const links = attribute.translatable ? reader.translated : reader.untranslated
    const both = ownScopes ? (parentScopes ? [ownScopes, parentScopes] : [ownScopes]) : [parentScopes!]
    for (let i = 0; i < links.length; i++) {
      const { language, keys, counts } = links[i]!
      // Own before parent, and of each the storefront's before the general one.
      for (const scopes of both) {
        let value = scopes.get(keys[0])
        const here = value !== undefined
        if (!here) value = scopes.get(keys[1])
        if (value === undefined) continue
        const owner = scopes === ownScopes ? 'product' : 'parent'
        return {
          attribute: attribute.code,
          value,
          owner,
          storefront: here ? edition.storefront : null,
          language,
          origin: i > 0 ? 'fallback' : owner === 'parent' ? 'inherited' : 'own',
          counts,
        }
      }
    }
  }
  // Written out: spreading a common part into them took fifteen times as long as all of the rest.
  if (use?.default !== undefined && use.default !== null)
    return {
      attribute: attribute.code,
      value: use.default,
      origin: 'default',
      owner: null,
      storefront: null,
      language: null,
      counts: true,
    }
  return missingValue(attribute.code)
}
