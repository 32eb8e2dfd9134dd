import type { DraftFact } from '@core/drafting/facts'

/** How a noun stands in a sentence: masculine, feminine, neuter or plural; French has two plurals. */
export type Form = 'm' | 'f' | 'n' | 'p' | 'fp'

export interface Noun {
  one: string
  form: Form
  /** Other words that people search for. */
  also?: string[]
}

/**
 * What is said of a fact. In a phrase `{v}` is the value, `{It}` and `{it}` the product; `[holds|hold]` is chosen by
 * number, and `(m|f|n|p)` by form. Sentences for who is addressed familiarly or formally stand first where such a voice
 * is wanted.
 */
export interface Phrases {
  sentences: string[]
  familiar?: string
  formal?: string
  point: string
  /** Goes on from the noun in a summary: “that holds 18 L”. */
  clause?: string
  /** What is said where the fact is no, or where several are offered. */
  no?: string
  several?: { sentence: string; point: string }
  /** How each part stands in the phrases; a part for which this gives nothing has the plain line. */
  each?: (part: string) => string | undefined
  join?: 'conjunction' | 'disjunction'
}

export interface Bank {
  nouns: Readonly<Record<string, Noun>>
  /** `{It}` by form. */
  pronouns: Readonly<Record<Form, string>>
  /** This …, by form; before a vowel, where that is another word. */
  demonstratives: Readonly<Record<Form, string>>
  beforeVowel?: Partial<Record<Form, string>>
  phrases: Readonly<Record<string, Phrases>>
  /**
   * How a description begins: with what the thing is made of, or without. `{this}` is the noun with its demonstrative.
   */
  madeOf: (form: Form) => string
  /** What a material reads as after “made of”, by its label. */
  materials: Readonly<Record<string, string>>
  /** A line for what has no phrase. */
  plain: (label: string, value: string) => string
  summary: (noun: string, material: string | undefined, clauses: string[]) => string
  alternative: (noun: string, name: string | undefined, colours: string[], ground: string | undefined) => string
  /** A name with a noun. */
  named: (word: string, noun: string) => string
  /** Swiss or other spellings of a text. */
  spelling?: (text: string, language: string) => string
}

/** In which order facts are told, by paragraph: what it does and is, then how it is used. */
export const tellingOrder: readonly (readonly string[])[] = [
  [
    'volume',
    'load-limit',
    'output',
    'burn-time',
    'security-level',
    'tools',
    'content',
    'duration',
    'places',
    'pages',
    'child-weight',
    'length',
    'width',
    'max-pressure',
    'weight',
  ],
  [
    'mounting',
    'rail-diameter',
    'valves',
    'wheel-size',
    'tyre-width',
    'size',
    'colour',
    'weather',
    'reflective',
    'puncture-layer',
    'battery-included',
    'season',
    'in-the-box',
    'warranty-years',
  ],
]

/** A word that begins a sentence. */
export const capital = (s: string) => s.charAt(0).toUpperCase() + s.slice(1)

/** A label inside a sentence: a small letter, unless it is a word of capitals. */
export const small = (label: string) =>
  /^\p{Lu}\p{Ll}/u.test(label) ? label.charAt(0).toLowerCase() + label.slice(1) : label

const formIndex: Record<Form, number> = { m: 0, f: 1, n: 2, p: 3, fp: 4 }

/** A phrase with its choices made for a form. */
export function inForm(phrase: string, form: Form, bank: Bank): string {
  const plural = form === 'p' || form === 'fp'
  const it = bank.pronouns[form]
  return phrase
    .replace(/\[([^|\]]*)\|([^\]]*)\]/g, (_, one: string, many: string) => (plural ? many : one))
    .replace(/\(([^()|]*(?:\|[^()|]*){3,4})\)/g, (_, list: string) => {
      const forms = list.split('|')
      return forms[formIndex[form]] ?? forms[3]!
    })
    .replaceAll('{It}', it.charAt(0).toUpperCase() + it.slice(1))
    .replaceAll('{it}', it)
}

const lists = new Map<string, Intl.ListFormat>()

/** Parts as the language lists them. */
export function listed(
  parts: readonly string[],
  language: string,
  type: 'conjunction' | 'disjunction' = 'conjunction',
): string {
  const key = `${type} ${language}`
  if (!lists.has(key)) lists.set(key, new Intl.ListFormat(language, { type }))
  return lists.get(key)!.format(parts)
}

/**
 * What a material reads as after “made of”; undefined where the bank does not know it. Labels may be written the Swiss
 * way.
 */
export const materialIn = (bank: Bank, label: string): string | undefined =>
  bank.materials[label] ?? bank.materials[label.replaceAll('ß', 'ss')]

export const inlineValue = (attribute: string) => `<data value="attribute:${attribute}"></data>`

/** What stands for a fact's value in a phrase; undefined where the bank has no words for a part of it. */
export function valueOf(fact: DraftFact, phrases: Phrases, language: string, inline: boolean): string | undefined {
  // What ends with a full stop, such as an abbreviated unit, must not meet that of the sentence.
  if (inline && fact.inline && !phrases.each && !fact.parts.some((p) => p.endsWith('.')))
    return inlineValue(fact.attribute)
  const parts = fact.parts.map((p) => (phrases.each ? phrases.each(p) : p))
  return parts.every((p) => p !== undefined) ? listed(parts, language, phrases.join) : undefined
}
