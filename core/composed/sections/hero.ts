import { pagePictures } from '../../page/media'
import { filledText } from './filled-text'
import { noContent, type SectionKind } from './section-kind'
import type { SectionLink } from './section-link'

/** The opening of a page: a title, and with it a text, a picture and one link. */
export interface HeroHolds {
  /** A picture of the library, by its name. */
  picture: string | null
  link: SectionLink | null
}

export const hero: SectionKind<HeroHolds> = {
  name: 'Hero',
  texts: {
    title: { label: 'Title', type: 'text', note: 'The heading that opens a page' },
    text: { label: 'Text', type: 'rich-text', note: 'Below the heading that opens a page' },
    link: { label: 'Words of the link', type: 'text', note: 'On a button that opens a page of the shop' },
  },
  blank: () => ({ picture: null, link: null }),
  names: ({ picture, link }) => [
    ...(picture === null ? [] : [{ at: 'picture', picture }]),
    ...(link === null ? [] : [{ at: 'link', ...link }]),
  ],
  content({ picture, link }, reading) {
    const title = reading.text('title')
    if (title === undefined) return 'it has no title in this language'
    const label = reading.text('link')
    if (link !== null && label === undefined) return 'its link has no words in this language'
    const [shown] = pagePictures(picture === null ? null : [picture], reading.library, reading.reader)
    return {
      ...noContent,
      title,
      html: filledText(reading.text('text'), reading),
      picture: shown ?? null,
      link: link === null ? null : { label: label!, to: link },
    }
  },
}
