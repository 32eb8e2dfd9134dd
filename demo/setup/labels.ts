import type { Labels } from '@core/language/labels'

/** The languages that labels are written in, in this order; what follows from one of them has it by its borrow list. */
const order = ['en-GB', 'de-DE', 'fr-CH', 'it-CH', 'nl-BE', 'sv-SE', 'da-DK', 'fi-FI', 'ja-JP', 'ar-AE'] as const

/** German as it is written in Switzerland, which has no ß. Words that differ too are written out where they stand. */
export const swissSpelling = (german: string) => german.replaceAll('ß', 'ss')

/**
 * Labels in English, German, French, Italian, Dutch, Swedish, Danish, Finnish, Japanese and Arabic; an empty one is not
 * written yet.
 */
export function labels(...texts: string[]): Labels {
  const out: Labels = Object.fromEntries(order.flatMap((l, i) => (texts[i] ? [[l, texts[i]]] : [])))
  if (out['de-DE']) out['de-CH'] = swissSpelling(out['de-DE'])
  return out
}

/** The same label in every language: a size, a brand's word. */
export const everywhere = (text: string) => labels(...order.map(() => text))
