import { formatNumber } from '../units/format'
import type { RelationKind } from '../catalogue/model'
import { shortenings } from '../language/chain'

/**
 * Under which words related products stand on a page: the parts of a set, those that go with it, that take its place,
 * its spare parts.
 */
export const relatedGroups = ['parts', 'goes-with', 'replaced-by', 'spare-parts'] as const
export type RelatedUnder = (typeof relatedGroups)[number]

/** A related product as a page names it. */
export interface RelatedProduct {
  sku: string
  name: string
  picture: string | null
  /** Of parts of a set: how many of it the set holds. */
  quantity?: number
}

/** Related products of one, as its page names them. */
export type Related = Partial<Record<RelatedUnder, RelatedProduct[]>>

/** What a page says of a related product: its name, of several of it with how many. */
export const relatedName = ({ name, quantity }: RelatedProduct, language: string): string =>
  quantity === undefined || quantity === 1 ? name : `${formatNumber(quantity, language)} × ${name}`

/** On whose page a relation shows, and under which words: a spare part stands on the page of what it is a part of. */
export const shownAs: Record<RelationKind, { on: 'own' | 'other'; under: RelatedUnder }> = {
  part: { on: 'own', under: 'parts' },
  'goes-with': { on: 'own', under: 'goes-with' },
  replaces: { on: 'other', under: 'replaced-by' },
  'spare-part': { on: 'other', under: 'spare-parts' },
}

const words: Record<string, Record<RelatedUnder, string>> = {
  en: { parts: 'In this set', 'goes-with': 'Goes with it', 'replaced-by': 'Replaced by', 'spare-parts': 'Spare parts' },
  de: {
    parts: 'In diesem Set',
    'goes-with': 'Passt dazu',
    'replaced-by': 'Ersetzt durch',
    'spare-parts': 'Ersatzteile',
  },
  fr: {
    parts: 'Dans ce lot',
    'goes-with': 'Va bien avec',
    'replaced-by': 'Remplacé par',
    'spare-parts': 'Pièces de rechange',
  },
  it: { parts: 'In questo set', 'goes-with': 'Si abbina a', 'replaced-by': 'Sostituito da', 'spare-parts': 'Ricambi' },
  nl: {
    parts: 'In deze set',
    'goes-with': 'Past erbij',
    'replaced-by': 'Vervangen door',
    'spare-parts': 'Reserveonderdelen',
  },
  sv: {
    parts: 'I det här setet',
    'goes-with': 'Passar till',
    'replaced-by': 'Ersätts av',
    'spare-parts': 'Reservdelar',
  },
  da: { parts: 'I dette sæt', 'goes-with': 'Passer til', 'replaced-by': 'Erstattes af', 'spare-parts': 'Reservedele' },
  fi: {
    parts: 'Tässä sarjassa',
    'goes-with': 'Sopii yhteen',
    'replaced-by': 'Korvaava tuote',
    'spare-parts': 'Varaosat',
  },
  ja: { parts: 'セット内容', 'goes-with': '一緒に使えるもの', 'replaced-by': '後継品', 'spare-parts': '交換部品' },
  ar: { parts: 'محتويات الطقم', 'goes-with': 'يتناسب مع', 'replaced-by': 'حلّ محلّه', 'spare-parts': 'قطع الغيار' },
}

/** The words over related products in a language; English where there are none. */
export function relatedWords(under: RelatedUnder, language: string): string {
  for (const tag of shortenings(language)) if (words[tag]) return words[tag][under]
  return words.en![under]
}
