import { filledText } from './filled-text'
import { noContent, type SectionKind } from './section-kind'

/** A text with or without a heading holds nothing besides. */
export type TextHolds = Record<never, never>

export const text: SectionKind<TextHolds> = {
  name: 'Text',
  texts: {
    title: { label: 'Heading', type: 'text', note: 'The heading of a section of a page' },
    text: { label: 'Text', type: 'rich-text', note: 'A section of a page' },
  },
  blank: () => ({}),
  names: () => [],
  content(_, reading) {
    const html = filledText(reading.text('text'), reading)
    if (html === '') return 'it has no text in this language'
    return { ...noContent, title: reading.text('title') ?? null, html }
  },
}
