import type { Labels } from '../language/labels'
import { normalForm } from '../richtext/normal-form'
import { escapeAttribute, escapeText } from '../richtext/tree'
import { mediaAddress } from './media'

/** What a field of a block holds: a line, a formatted text, a link with its words, a picture of the library. */
export const blockFieldTypes = ['line', 'text', 'link', 'picture'] as const
export type BlockFieldType = (typeof blockFieldTypes)[number]

export interface BlockField {
  code: string
  type: BlockFieldType
  labels: Labels
}

/** A block type with named fields, set up once and filled by many blocks. */
export interface BlockKind {
  code: string
  name: string
  fields: BlockField[]
  /** Whether a block fills the fields many times, one entry after the other. */
  many: boolean
}

/**
 * What the fields of a block are filled with, by their codes. A link is `address words`, a picture its name in the
 * library.
 */
export type Entry = Record<string, string>

/** What pictures show, by their names, for those who do not see them. */
export type AlternativeOf = (picture: string) => string

const writers: Record<BlockFieldType, (value: string, first: boolean, alternative: AlternativeOf) => string> = {
  line: (v, first) => (first ? `<h3>${escapeText(v)}</h3>` : `<p>${escapeText(v)}</p>`),
  text: (v) => v,
  link(v) {
    const [href, ...words] = v.trim().split(/\s+/)
    return `<p><a href="${escapeAttribute(href!)}">${escapeText(words.join(' ') || href!)}</a></p>`
  },
  picture: (v, _first, alternative) =>
    `<figure><img src="${mediaAddress(v.trim())}" ` + `alt="${escapeAttribute(alternative(v.trim()))}"></figure>`,
}

/**
 * The body that entries make, in normal form: fields in their order, the first line of each entry its heading. Empty
 * fields are left out. `alternative` gives what a picture shows in the text's language.
 */
export function bodyOfEntries(kind: BlockKind, entries: readonly Entry[], alternative: AlternativeOf): string {
  return normalForm(
    entries
      .map((entry) => {
        const heading = kind.fields.find((f) => f.type === 'line')
        return kind.fields
          .map((f) => (entry[f.code]?.trim() ? writers[f.type](entry[f.code]!, f === heading, alternative) : ''))
          .join('')
      })
      .join(''),
  )
}
