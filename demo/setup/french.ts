/**
 * French as its countries set it (common practice): Swiss French has no space before : ; ! ?, Belgian French a no-break
 * space before : and a narrow one before ; ! ?, Canadian French one before : alone.
 */
type Spacing = Readonly<Record<':' | ';' | '!' | '?', string>>

const noBreak = '\u00a0'
const narrow = '\u202f'
const belgian: Spacing = { ':': noBreak, ';': narrow, '!': narrow, '?': narrow }
const canadian: Spacing = { ':': noBreak, ';': '', '!': '', '?': '' }

const mark = /[\u0020\u00a0\u202f]?([:;!?])(?=\s|$)/gu

const spaced = (words: string, spacing: Spacing) =>
  words.replace(mark, (_, sign: keyof Spacing) => `${spacing[sign]}${sign}`)

/** The words of a text without its tags, whose attributes have colons of their own. */
const betweenTags = (markup: string, change: (words: string) => string) =>
  markup
    .split(/(<[^>]*>)/u)
    .map((part) => (part.startsWith('<') ? part : change(part)))
    .join('')

/** A Swiss French text as it is set in Belgium. */
const belgianFrench = (swiss: string) => betweenTags(swiss, (words) => spaced(words, belgian))

/** A Swiss French text as it is set in Canada. */
const canadianFrench = (swiss: string) =>
  betweenTags(swiss, (words) => spaced(words.replaceAll('e-mail', 'courriel'), canadian))

/** By language: how a Swiss French text is set there, which says the same. */
export const otherFrench: Readonly<Record<string, (swiss: string) => string>> = {
  'fr-BE': belgianFrench,
  'fr-CA': canadianFrench,
}
