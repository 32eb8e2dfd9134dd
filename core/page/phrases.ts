import type { Labels } from '../language/labels'
import { formatNumber, pluralOf } from '../units/format'

/** The forms of a phrase in a language: by plural category of CLDR, `other` alone where it has no number. */
export type PhraseForms = Record<string, string>

/** All forms of a phrase on one line. */
export const phraseLine = (forms: PhraseForms): string => Object.values(forms).join(' / ')

/**
 * A phrase of a storefront's pages: its wording in the source language, and where a shopper meets it. `{n}` is a
 * number.
 */
export interface Phrase {
  code: string
  source: PhraseForms
  note: string
}

const phrase = (code: string, note: string, other: string, one?: string): Phrase => ({
  code,
  note,
  source: one === undefined ? { other } : { one, other },
})

/** Every phrase there is, in the order in which shoppers meet them. */
export const phrases: readonly Phrase[] = [
  phrase('add-to-basket', 'The button beside the price', 'Add to basket'),
  phrase('in-stock', 'Beside the price, where there is enough', 'In stock'),
  phrase('few-left', 'Beside the price, where fewer than six are left', 'Only {n} left', 'Only one left'),
  phrase('sold-out', 'Beside the price, in place of the button', 'Sold out'),
  phrase('from-day', 'Beside the price, before the first day of sale; the day follows', 'Available from'),
  phrase('sold-elsewhere', 'In place of the button, where it is sold elsewhere; leads there', 'See where it is sold'),
  phrase('choose-size', 'Shown after the button was pressed and no size was chosen', 'Choose a size first'),
  phrase('added', 'Shown after a product was put into the basket', 'Added to your basket'),
  phrase('items-in-basket', 'In the head of every page', '{n} items in your basket', 'One item in your basket'),
  phrase('tell-me', 'Under “sold out”: opens a field for an address', 'Tell me when it is back in stock'),
  phrase('told', 'Shown after an address was left', 'We will e-mail you when it is back in stock'),
  phrase('wrong-address', 'Shown where the address cannot be one', 'This is not a valid e-mail address'),
  phrase('quantity', 'The label of the number field', 'Quantity'),
  phrase('least', 'Shown after too small a number was asked for', 'Minimum order: {n}'),
  phrase('delivery-days', 'Under the price', 'Delivered in {n} working days', 'Delivered in one working day'),
  phrase('reviews', 'Above what customers wrote', '{n} reviews', 'One review'),
  phrase('no-reviews', 'Where nobody has written yet', 'No reviews yet'),
  phrase('show-more', 'The button under a shortened text', 'Read more'),
  phrase('back-to-list', 'The link above the name', 'Back to the list'),
]

/** A phrase that a storefront has beside those that every storefront begins with. */
export interface AddedPhrase {
  code: string
  /** Where a shopper meets it. */
  note: string
  /** Whether it holds a number, `{n}`, and so has forms for one and for several. */
  counted: boolean
}

/** The phrases of a storefront: those that every storefront has, then its own, whose wordings are all texts of its. */
export const storefrontPhrases = ({ addedPhrases }: { addedPhrases: readonly AddedPhrase[] }): Phrase[] => [
  ...phrases,
  ...addedPhrases.map(({ code, note, counted }) => phrase(code, note, '', counted ? '' : undefined)),
]

const categories = new Map<string, string[]>()

/** The plural categories of a language by CLDR, as Intl has them, in CLDR's order. */
export function pluralCategories(language: string): string[] {
  let found = categories.get(language)
  if (!found) {
    const has = new Set(new Intl.PluralRules(language).resolvedOptions().pluralCategories)
    categories.set(
      language,
      (found = (['zero', 'one', 'two', 'few', 'many', 'other'] as const).filter((c) => has.has(c))),
    )
  }
  return found
}

/**
 * Texts of phrases in a storefront: by phrase, then by language. The source language's stand in place of the first
 * wording.
 */
export type PhraseTexts = Record<string, Record<string, PhraseForms>>

/** The forms of a phrase in the first of some languages that has any, with that language. */
function formsAmong(
  texts: PhraseTexts,
  code: string,
  languages: readonly string[],
  source: string,
): { language: string; forms: PhraseForms } | undefined {
  const known = phrases.find((p) => p.code === code)
  for (const language of languages) {
    const forms = texts[code]?.[language] ?? (language === source ? known?.source : undefined)
    if (forms && Object.values(forms).some((form) => form !== '')) return { language, forms }
  }
  return undefined
}

/** The forms of a phrase in the first of some languages that has any; undefined where none of them has it. */
export const phraseForms = (
  texts: PhraseTexts,
  code: string,
  languages: readonly string[],
  source: string,
): PhraseForms | undefined => formsAmong(texts, code, languages, source)?.forms

/**
 * The wording of a phrase in a language of some, nearest first; the form for a number where it has one. Undefined where
 * none of them has it.
 */
export function phraseIn(
  texts: PhraseTexts,
  code: string,
  languages: readonly string[],
  source: string,
  n?: number,
): string | undefined {
  const found = formsAmong(texts, code, languages, source)
  if (!found) return undefined
  const { language, forms } = found
  if (n === undefined) return forms.other || undefined
  const form = forms[pluralOf(n, language)] ?? forms.other
  return form?.replaceAll('{n}', formatNumber(n, language))
}

/**
 * An entry of a storefront's menu. Where it has no name of its own in a language, the category or page that it leads to
 * lends its own.
 */
export interface MenuEntry {
  code: string
  names: Labels
  to: { category: string } | { page: string } | { address: string } | null
  children: MenuEntry[]
}

/** All entries of menus, each with those above it. */
export function* menuEntries(
  entries: readonly MenuEntry[],
  above: readonly MenuEntry[] = [],
): Generator<{ entry: MenuEntry; above: readonly MenuEntry[] }> {
  for (const entry of entries) {
    yield { entry, above }
    yield* menuEntries(entry.children, [...above, entry])
  }
}
