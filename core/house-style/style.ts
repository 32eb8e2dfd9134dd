import { shortenings } from '../language/chain'

/** From how much to how much something may be; null is open. */
export interface Bounds {
  least: number | null
  most: number | null
}

/** A word to use, and those that it stands for. */
export interface Preferred {
  use: string
  insteadOf: string[]
}

/** What formatting can be kept out of texts. */
export const formats = ['strong', 'em', 's', 'sup', 'sub', 'headings', 'lists', 'tables', 'pictures'] as const
export type Format = (typeof formats)[number]

/** What formatting is called. */
export const formatWords: Record<Format, string> = {
  strong: 'bold',
  em: 'italics',
  s: 'struck-out words',
  sup: 'raised figures',
  sub: 'lowered figures',
  headings: 'headings',
  lists: 'lists',
  tables: 'tables',
  pictures: 'pictures',
}

/** What texts must be like. What a style does not say, a more general one says. */
export interface StyleSettings {
  /** User-perceived characters. */
  characters?: Bounds
  words?: Bounds
  /**
   * Of titles and descriptions in search results: their estimated width in pixels, and the size of type they are
   * estimated in.
   */
  pixels?: Bounds
  typeSize?: number
  /** How many key points there are. */
  points?: Bounds
  /** Words and phrases that no text holds, in any form. */
  banned?: string[]
  preferred?: Preferred[]
  /** Names that nothing is to be called. */
  avoid?: string[]
  /** Whether a name may say what its variants differ in. */
  variantWords?: boolean
  /** Formatting that texts do without. */
  without?: Format[]
  /** Hosts that links may lead to. */
  hosts?: string[]
  /** The least reading ease, on the scale of the language's published formula. */
  ease?: number
  /** Notes on voice, for people and for drafting. */
  voice?: string
}

/**
 * A house style rule set: what holds for a field, a storefront, a language; null is all of them. A language holds
 * for those that are shortened to it.
 */
export interface HouseStyle {
  code: string
  field: string | null
  storefront: string | null
  language: string | null
  settings: StyleSettings
}

/**
 * What every house style begins with. The limits are common practice, no published source; no bold or italics in
 * scripts that do not use them is common practice too.
 */
export const firstStyles: readonly HouseStyle[] = [
  {
    code: 'first-name',
    field: 'name',
    storefront: null,
    language: null,
    settings: { characters: { least: null, most: 80 }, variantWords: false },
  },
  {
    code: 'first-summary',
    field: 'summary',
    storefront: null,
    language: null,
    settings: { characters: { least: null, most: 200 } },
  },
  {
    code: 'first-description',
    field: 'description',
    storefront: null,
    language: null,
    settings: { characters: { least: null, most: 4000 } },
  },
  {
    code: 'first-key-points',
    field: 'key-points',
    storefront: null,
    language: null,
    settings: { points: { least: 3, most: 8 } },
  },
  {
    code: 'first-search-title',
    field: 'search-title',
    storefront: null,
    language: null,
    settings: { pixels: { least: null, most: 580 } },
  },
  {
    code: 'first-search-description',
    field: 'search-description',
    storefront: null,
    language: null,
    settings: { characters: { least: null, most: 160 }, pixels: { least: null, most: 920 }, typeSize: 14 },
  },
  ...['ja', 'zh', 'ko', 'ar', 'he', 'th'].map((language) => ({
    code: `first-${language}`,
    field: null,
    storefront: null,
    language,
    settings: { without: ['strong', 'em'] as Format[] },
  })),
  { code: 'first-links', field: null, storefront: null, language: null, settings: { hosts: [] } },
]

/** How special a style is: one for a field before one for all, then one for a storefront, then the longer language. */
const rank = (s: HouseStyle) =>
  (s.field === null ? 0 : 10_000) +
  (s.storefront === null ? 0 : 1000) +
  (s.language === null ? 0 : s.language.split('-').length)

const lists = ['banned', 'preferred', 'avoid', 'without', 'hosts'] as const

/** A style with what identifies it: texts that were checked under the same key have the same findings. */
export interface Style extends StyleSettings {
  key: string
  language: string
}

/**
 * The house style of a field in an edition. Of what several styles say, the more special one holds; lists of words,
 * hosts and formatting are added up, since what is banned everywhere is banned here too.
 */
export function styleFor(
  styles: readonly HouseStyle[],
  field: string,
  edition: { storefront: string; language: string },
): Style {
  const languages = shortenings(edition.language)
  const holding = [...firstStyles, ...styles]
    .filter(
      (s) =>
        (s.field === null || s.field === field) &&
        (s.storefront === null || s.storefront === edition.storefront) &&
        (s.language === null || languages.includes(s.language)),
    )
    .map((s, i) => ({ s, i }))
    .sort((a, b) => rank(a.s) - rank(b.s) || a.i - b.i)
  const settings: StyleSettings = {}
  for (const { s } of holding) {
    for (const [name, value] of Object.entries(s.settings) as [keyof StyleSettings, never][]) {
      if (value === undefined || value === null) continue
      const list = lists.find((l) => l === name)
      if (list) settings[list] = [...((settings[list] as never[]) ?? []), ...(value as never[])] as never
      else settings[name] = value
    }
  }
  return {
    ...settings,
    language: edition.language,
    key: JSON.stringify([edition.language, Object.entries(settings).sort(([a], [b]) => (a < b ? -1 : 1))]),
  }
}
