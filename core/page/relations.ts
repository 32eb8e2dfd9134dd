import type { RelationKind } from '../catalogue/model'
import { shortenings } from '../language/chain'

/** Under which words related products stand on a page: those that go with it, that take its place, its spare parts. */
export type RelatedUnder = 'goes-with' | 'replaced-by' | 'spare-parts'

/** Related products of one, as its page names them. */
export type Related = Partial<Record<RelatedUnder, { sku: string; name: string; picture: string | null }[]>>

/** On whose page a relation shows, and under which words: a spare part stands on the page of what it is a part of. */
export const shownAs: Record<RelationKind, { on: 'own' | 'other'; under: RelatedUnder }> = {
  'goes-with': { on: 'own', under: 'goes-with' },
  replaces: { on: 'other', under: 'replaced-by' },
  'spare-part': { on: 'other', under: 'spare-parts' },
}

const words: Record<string, Record<RelatedUnder, string>> = {
  en: { 'goes-with': 'Goes with it', 'replaced-by': 'Replaced by', 'spare-parts': 'Spare parts' },
  de: { 'goes-with': 'Passt dazu', 'replaced-by': 'Ersetzt durch', 'spare-parts': 'Ersatzteile' },
  fr: { 'goes-with': 'Va bien avec', 'replaced-by': 'Remplacé par', 'spare-parts': 'Pièces de rechange' },
  it: { 'goes-with': 'Si abbina a', 'replaced-by': 'Sostituito da', 'spare-parts': 'Ricambi' },
  nl: { 'goes-with': 'Past erbij', 'replaced-by': 'Vervangen door', 'spare-parts': 'Reserveonderdelen' },
  sv: { 'goes-with': 'Passar till', 'replaced-by': 'Ersätts av', 'spare-parts': 'Reservdelar' },
  da: { 'goes-with': 'Passer til', 'replaced-by': 'Erstattes af', 'spare-parts': 'Reservedele' },
  fi: { 'goes-with': 'Sopii yhteen', 'replaced-by': 'Korvaava tuote', 'spare-parts': 'Varaosat' },
  ja: { 'goes-with': '一緒に使えるもの', 'replaced-by': '後継品', 'spare-parts': '交換部品' },
  ar: { 'goes-with': 'يتناسب مع', 'replaced-by': 'حلّ محلّه', 'spare-parts': 'قطع الغيار' },
}

/** The words over related products in a language; English where there are none. */
export function relatedWords(under: RelatedUnder, language: string): string {
  for (const tag of shortenings(language)) if (words[tag]) return words[tag][under]
  return words.en![under]
}
