import { factIn } from '../catalogue/storefront-facts'
import { attributeTypes, displayForTeam } from '../attributes/types/registry'
import type { ShownIn } from '../attributes/types/shape'
import type { TypeAttribute, Value } from '../attributes/attribute'
import { isNotApplicable } from '../attributes/not-applicable'
import { labelIn } from '../language/labels'
import { indexValues, readerFor, resolve, type Reader, type Resolved } from '../values/resolve'
import type { Family, Product, Setup, Storefront } from '../catalogue/model'
import { cachedFor } from '../cache/cached-for'
import { readNormalForm } from '../richtext/read'
import { escapeText } from '../richtext/tree'
import type { Library } from '../media/versions'
import { fileLinks, mediaAddress } from './media'
import { fillInline, type ValueReader } from './inline'
import { relatedName, type Related, type RelatedProduct, type RelatedUnder } from './relations'

/** What looks up resolved values of one product in one edition. */
export type ValuesOf = (code: string) => Resolved | undefined

/** A reader of resolved values of one product in one edition, each attribute looked up once. */
export function valuesFor(product: Product, family: Family, reader: Reader, setup: Setup): ValuesOf {
  const own = indexValues(product.values)
  const parent = product === family.root ? null : indexValues(family.root.values)
  const type = setup.types.get(family.root.type)
  const known = new Map<string, Resolved | undefined>()
  return (code) => {
    if (!known.has(code)) {
      const attribute = setup.attributes.get(code)
      known.set(
        code,
        attribute &&
          resolve(
            attribute,
            own,
            parent,
            type?.attributes.find((a) => a.attribute === code),
            reader,
          ),
      )
    }
    return known.get(code)
  }
}

/**
 * The last part of a page's address, where its product has one that counts for the edition. A variant does not take
 * that of its parent: two pages would have one address.
 */
export function slugOf(values: ValuesOf): string | null {
  const found = values('slug')
  return found?.counts && found.owner === 'product' && typeof found.value === 'string' ? found.value : null
}

const shownIn = ({ edition, chain }: Reader): ShownIn => ({ language: edition.language, labels: chain })

/** A value as a shopper of an edition reads it. */
export function displayValue(code: string, value: Value, reader: Reader, setup: Setup): string {
  const attribute = setup.attributes.get(code)!
  return attributeTypes[attribute.type].display(value, attribute, shownIn(reader))
}

/** A value as whoever works on the product reads it in an edition. */
export const valueForTeam = (code: string, value: Value, reader: Reader, setup: Setup): string =>
  displayForTeam(value, setup.attributes.get(code)!, shownIn(reader))

/** A value as blocks of a page, where it is more than a line of text. */
function blocksOf(code: string, value: Value, reader: Reader, setup: Setup, library: Library): string | undefined {
  return attributeTypes[setup.attributes.get(code)!.type].html?.(value, {
    ...shownIn(reader),
    fileLink: fileLinks(library, reader),
  })
}

/** What the type says where a fact does not apply, in a language that counts for the edition; '' for nothing. */
const phraseOf = ({ notApplicable }: TypeAttribute, { counting }: Reader): string =>
  counting.map((language) => notApplicable[language]).find((text) => text?.trim()) ?? ''

/** The facts of a product that shoppers get, as a table; '' where there are none. */
export function factsTable(type: string, values: ValuesOf, reader: Reader, setup: Setup, library: Library): string {
  const rows = (setup.types.get(type)?.attributes ?? []).flatMap((use) => {
    const code = use.attribute
    const attribute = setup.attributes.get(code)!
    const found = values(code)
    if (
      !attribute.serves.includes('facts') ||
      attributeTypes[attribute.type].refersTo === 'question' ||
      !found ||
      found.value === null ||
      !found.counts
    )
      return []
    const html = isNotApplicable(found.value)
      ? escapeText(phraseOf(use, reader))
      : (blocksOf(code, found.value, reader, setup, library) ??
        escapeText(displayValue(code, found.value, reader, setup)))
    return html === '' ? [] : [{ label: labelIn(attribute.labels, reader.chain, code), html }]
  })
  return rows.length === 0
    ? ''
    : `<table><tbody>${rows.map((r) => `<tr><th>${escapeText(r.label)}</th><td>${r.html}</td></tr>`).join('')}</tbody></table>`
}

/** A row of products as a list. */
function productRow(items: readonly RelatedProduct[], language: string): string {
  const entries = items.map((item) => {
    const { picture } = item
    const image = picture === null ? '' : `<img src="${mediaAddress(picture)}" alt=""> `
    return `<li>${image}${escapeText(relatedName(item, language))}</li>`
  })
  return `<ul>${entries.join('')}</ul>`
}

/** A standing page of a storefront in the first of some languages that it has. */
export function standingPage(
  storefront: Storefront | undefined,
  code: string,
  languages: readonly string[],
): { title: string; body: string } | undefined {
  const page = storefront?.pages.find((p) => p.code === code)
  const language = page && languages.find((l) => page.bodies[l]?.trim())
  return page && language !== undefined
    ? { title: labelIn(page.titles, languages, page.name), body: page.bodies[language]! }
    : undefined
}

/** The text of a standing page with the facts of its storefront filled in: it names them alone, never another page. */
export const filledStandingPage = (body: string, storefront: Storefront | undefined, reader: Reader) =>
  fillInline(readNormalForm(body), (address) => {
    const [kind, code] = address.split(':')
    return kind === 'storefront' ? factReading(storefront, code ?? '', reader) : undefined
  })

/** What a fact of a storefront reads as in an edition. */
function factReading(storefront: Storefront | undefined, code: string, reader: Reader): ReturnType<ValueReader> {
  const text = factIn(storefront?.facts[code], reader.counting)
  return text === undefined ? undefined : { text }
}

/** What live parts of texts read, beside the values of the product. */
export interface LiveParts {
  library: Library
  /** The product type, for the table of facts; null where there is none to be made. */
  type: string | null
  related: Related
}

/**
 * What inline values read as for a product in an edition: only what counts for the language. Addresses are
 * `attribute:weight`, `storefront:phone`, `page:returns` (a standing page) and `live:facts` or `live:goes-with` (made
 * on the fly).
 */
export function inlineReader(values: ValuesOf, reader: Reader, setup: Setup, parts: LiveParts): ValueReader {
  const storefront = setup.storefronts.get(reader.edition.storefront)
  const known = new Map<string, ReturnType<ValueReader>>()
  const kinds: Record<string, (code: string) => ReturnType<ValueReader>> = {
    storefront: (code) => factReading(storefront, code, reader),
    page(code) {
      const page = standingPage(storefront, code, reader.counting)
      if (!page) return undefined
      const filled = filledStandingPage(page.body, storefront, reader)
      return filled.hasContent ? { text: page.title, html: filled.html } : undefined
    },
    live(code) {
      const html =
        code === 'facts'
          ? parts.type === null
            ? ''
            : factsTable(parts.type, values, reader, setup, parts.library)
          : parts.related[code as RelatedUnder]?.length
            ? productRow(parts.related[code as RelatedUnder]!, reader.edition.language)
            : ''
      return html === '' ? undefined : { text: '', html }
    },
    attribute(code) {
      const found = values(code)
      if (!found || found.value === null || !found.counts) return undefined
      const text = displayValue(code, found.value, reader, setup)
      if (text === '') return undefined
      const html = blocksOf(code, found.value, reader, setup, parts.library)
      if (html === '') return undefined
      return html === undefined ? { text } : { text, html }
    },
  }
  // A page's pieces name the same few values again and again.
  const read: ValueReader = (address) => {
    if (!known.has(address)) {
      const [kind, code] = address.split(':', 2) as [string, string]
      known.set(address, kinds[kind]?.(code))
    }
    return known.get(address)
  }
  return read
}

const readers = cachedFor<Setup, Reader>()

/**
 * The reader of an edition of a storefront, one for each set-up. Throws a RangeError where the storefront has no such
 * language.
 */
export const editionReader = (setup: Setup, storefront: string, language: string): Reader =>
  readers(setup, `${storefront}/${language}`, () => makeReader(setup, storefront, language))

function makeReader(setup: Setup, storefront: string, language: string): Reader {
  const edition = setup.storefronts.get(storefront)?.editions.find((e) => e.language === language)
  if (!edition) throw new RangeError(`There is no edition ${storefront}/${language}.`)
  return readerFor({ ...edition, storefront }, setup.source)
}
