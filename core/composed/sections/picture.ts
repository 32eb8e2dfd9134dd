import { pagePictures } from '../../page/media'
import { filledText } from './filled-text'
import { noContent, type SectionKind } from './section-kind'

/** A picture with a text beside it. */
export interface PictureHolds {
  /** A picture of the library, by its name. */
  picture: string | null
}

export const picture: SectionKind<PictureHolds> = {
  name: 'Picture with text',
  texts: {
    title: { label: 'Heading', type: 'text', note: 'Beside a picture on a page' },
    text: { label: 'Text', type: 'rich-text', note: 'Beside a picture on a page' },
  },
  blank: () => ({ picture: null }),
  names: ({ picture: name }) => (name === null ? [] : [{ at: 'picture', picture: name }]),
  content({ picture: name }, reading) {
    if (name === null) return 'it has no picture'
    const [shown] = pagePictures([name], reading.library, reading.reader)
    if (!shown) return 'its picture is not for shoppers here'
    const html = filledText(reading.text('text'), reading)
    return { ...noContent, title: reading.text('title') ?? null, html, picture: shown }
  },
}
