/**
 * The languages that the demo's copy is written in. French of Belgium and Canada and English of Canada and the Gulf
 * borrow.
 */
export const copyLanguages = [
  'en-GB',
  'de-DE',
  'de-CH',
  'fr-CH',
  'it-CH',
  'nl-BE',
  'sv-SE',
  'da-DK',
  'fi-FI',
  'ja-JP',
  'ar-AE',
] as const
export type CopyLanguage = (typeof copyLanguages)[number]

/** The copy of a line in one language; `{n}` stands for the model's designation, `{l}` for its volume. */
export interface Copy {
  name: string
  summary?: string
  description?: string
  points?: string[]
  mounting?: string
  box?: string
}

/** One product of a line. */
export interface Model {
  sku: string
  n: string
  /** The designation in other languages, where it is words and not a name. */
  words?: Partial<Record<CopyLanguage, string>>
  uk: number
  ch: number
  stock: number
  colour: string
  facts: Record<string, string>
  status?: string
  /** Its variants: the values of each attribute that they differ in, every combination being one. */
  axes?: Record<string, string[]>
}

/** Products that share their copy and most of their facts. */
export interface Line {
  type: string
  category: string
  brand: string
  tags: string[]
  kind?: 'booking' | 'download'
  /** Where it is sold, as a product file writes it; everywhere without. */
  range?: string
  /** Further cells of a product file, the same for all models. */
  facts: Record<string, string>
  /** A German text without one of its own for Switzerland stands there in Swiss spelling. */
  copy: Partial<Record<CopyLanguage, Copy>>
  models: Model[]
}

/** An inline value. */
export const v = (code: string) => `<data value="attribute:${code}"></data>`
