import { escapeText } from '../../richtext/tree'
import { noContent, type SectionKind } from './section-kind'

/** Somebody’s words, and whose they are: it holds nothing besides its texts. */
export type QuotationHolds = Record<never, never>

export const quotation: SectionKind<QuotationHolds> = {
  name: 'Quotation',
  texts: {
    text: { label: 'Words', type: 'text', note: 'What somebody said, without quotation marks' },
    source: { label: 'Who said it', type: 'text', note: 'Below somebody’s words' },
  },
  blank: () => ({}),
  names: () => [],
  content(_, reading) {
    const words = reading.text('text')
    if (words === undefined) return 'it has no words in this language'
    const source = reading.text('source')
    const from = source === undefined ? '' : `<p>${escapeText(source)}</p>`
    return { ...noContent, html: `<blockquote><p>${escapeText(words)}</p></blockquote>${from}` }
  },
}
