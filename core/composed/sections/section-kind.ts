import type { Storefront } from '../../catalogue/model'
import type { Library } from '../../media/versions'
import type { PagePicture } from '../../page/media'
import type { Reader } from '../../values/resolve'
import type { SectionLink } from './section-link'

/** A text that sections of a kind have, in each language. */
export interface SectionText {
  label: string
  type: 'text' | 'rich-text'
  /** What translators are told. */
  note: string
}

/** What a section reads its texts and pictures with. */
export interface SectionReader {
  reader: Reader
  storefront: Storefront
  library: Library
  /** One of its texts in a language that counts for the edition; undefined where there is none. */
  text(name: string): string | undefined
}

/** What a section shows, whatever its kind: a shop draws each kind as it likes. */
export interface SectionContent {
  title: string | null
  /** Rich text; '' is none. */
  html: string
  picture: PagePicture | null
  link: { label: string; to: SectionLink } | null
  /** The products of a row, in order: a shop shows the first that it can sell. */
  products: { skus: string[]; atLeast: number; atMost: number } | null
}

export const noContent: SectionContent = { title: null, html: '', picture: null, link: null, products: null }

/** Something that a section names, and where in what it holds: `picture`, `chosen[2]`. */
export type SectionName = { at: string } & ({ picture: string } | SectionLink)

/**
 * A kind of section: its texts, what it holds besides, and what it shows. Adding one is adding an entry to
 * `registry.ts`.
 */
export interface SectionKind<Holds> {
  /** What one of them is called. */
  name: string
  texts: Readonly<Record<string, SectionText>>
  /** What a new one holds. */
  blank(): Holds
  /** What it names that has to be there. */
  names(holds: Holds): SectionName[]
  /** What is wrong with what it holds, wherever it is shown; nothing where it is left out. */
  problem?(holds: Holds): { at: string; message: string } | undefined
  /** What it shows in an edition, or why it shows nothing, in words. */
  content(holds: Holds, reading: SectionReader): SectionContent | string
}
