import { languageName } from '../language/names'
import { labelIn } from '../language/labels'
import type { Setup } from '../catalogue/model'
import type { Reader } from '../values/resolve'
import { slugOf } from '../search/slug'
import { readNormalForm } from '../richtext/read'
import type { Library } from '../media/versions'
import { becauseOf, type Because, type LeftOut, type Shown } from './because'
import { splitText, type SplitPattern } from './split'
import { fillInline, type ValueReader } from './inline'
import type { PartPlace } from './layout'
import { factsTable, type ValuesOf } from './values'

/** What built-in parts are made of. */
export interface PartsOf {
  values: ValuesOf
  read: ValueReader
  reader: Reader
  setup: Setup
  library: Library
  type: string
  /** Where the description is split. */
  split: SplitPattern | null
}

/** The pattern by which descriptions of a type are split in a storefront: the type's own, else the storefront's. */
export function splitFor(setup: Setup, storefront: string, type: string): SplitPattern | null {
  return setup.types.get(type)?.split ?? setup.storefronts.get(storefront)?.layout.split ?? null
}

const titleOf = (place: PartPlace, of: PartsOf) => labelIn(place.titles, of.reader.chain, place.part)

/**
 * The description as a page shows it: what stands before its first split, and the parts that it is split into, in their
 * order.
 */
export function descriptionParts(place: PartPlace, of: PartsOf): (Shown | LeftOut)[] {
  const title = titleOf(place, of)
  const because = becauseOf('layout', place.order)
  const out = (piece: string, called: string, reason: string, why: Because): LeftOut => ({
    piece,
    title: called,
    area: place.area,
    reason,
    because: why,
  })
  const found = of.values('description')
  if (!found || found.value === null) return [out('description', title, 'the product has no description', because)]
  if (!found.counts)
    return [out('description', title, `no description in ${languageName(of.reader.edition.language)}`, because)]
  const { lead, parts } = splitText(readNormalForm(String(found.value)), of.split)
  const language = { title: of.reader.edition.language, body: found.language ?? '' }
  const filled = fillInline(lead, of.read)
  const first: Shown | LeftOut = filled.hasContent
    ? { piece: 'description', kind: 'built-in', title, html: filled.html, because: { ...because, language } }
    : out(
        'description',
        title,
        parts.length > 0
          ? 'all of it is in the parts that it is split into'
          : 'without its empty values, nothing is left of the description',
        because,
      )
  const used = new Set<string>()
  return [
    first,
    ...parts.map((part, i): Shown | LeftOut => {
      const why: Because = {
        ...becauseOf('split', place.order),
        language: { title: found.language ?? '', body: found.language ?? '' },
      }
      const heading = fillInline([{ tag: 'p', attributes: {}, children: [...part.heading] }], of.read)
      const words = heading.html
        .replace(/<[^>]*>/g, '')
        .replace(/&lt;/g, '<')
        .replace(/&gt;/g, '>')
        .replace(/&amp;/g, '&')
        .trim()
      const slug = `split-${slugOf(words, found.language ?? of.setup.source) || i + 1}`
      const piece = used.has(slug) ? `${slug}-${i + 1}` : slug
      used.add(piece)
      if (!heading.hasContent)
        return out(piece, `part ${i + 1} of the description`, 'its heading has an empty value', why)
      const body = fillInline(part.nodes, of.read)
      return body.hasContent
        ? { piece, kind: 'split', title: words, html: body.html, because: why }
        : out(piece, words, 'there is no text under its heading', why)
    }),
  ]
}

/** The table of facts, or why there is none. */
export function factsPart(place: PartPlace, of: PartsOf): Shown | LeftOut {
  const html = factsTable(of.type, of.values, of.reader, of.setup, of.library)
  const because = becauseOf('layout', place.order)
  return html === ''
    ? {
        piece: 'facts',
        title: titleOf(place, of),
        area: place.area,
        reason: 'the product has no facts to show',
        because,
      }
    : { piece: 'facts', kind: 'built-in', title: titleOf(place, of), html, because }
}

/** A built-in part that nothing comes in for. */
export function emptyPart(place: PartPlace, of: PartsOf): LeftOut {
  return {
    piece: place.part,
    title: titleOf(place, of),
    area: place.area,
    reason: place.part === 'reviews' ? 'there are no reviews yet' : 'no questions are assigned to this product',
    because: becauseOf('layout', place.order),
  }
}

const faqWords: Record<string, string> = {
  en: 'Questions',
  de: 'Fragen',
  fr: 'Questions',
  it: 'Domande',
  nl: 'Vragen',
  sv: 'Frågor',
  da: 'Spørgsmål',
  fi: 'Kysymyksiä',
  ja: 'よくある質問',
  ar: 'أسئلة شائعة',
}

/** What a FAQ is called that no layout gives a title to. */
export function faqTitle(place: PartPlace | undefined, of: PartsOf): string {
  const standard = faqWords[of.reader.edition.language.split('-')[0]!] ?? faqWords.en!
  return place ? labelIn(place.titles, of.reader.chain, standard) : standard
}
