import type { LibraryItem, PictureView } from './item'
import { labelOfItem, versionFor, type Library } from './versions'
import type { Reader } from '../values/resolve'
import { languageName } from '../language/names'
import { formatDate } from '../units/format'
import { isPicture } from './item'
import { nearDuplicates } from './pixels'

/**
 * Pixels of the shorter side under which a picture is too small to be looked at closely. Common practice, no published
 * source.
 */
export const wantedPixels = 1000
/** The share of the edge that has one colour where the ground is plain. Tried on drawings and on drawn scenes. */
export const plainShare = 0.9
/**
 * The blur effect from which a picture looks soft at the size of a page. Tried on drawings that were blurred on
 * purpose.
 */
export const softFrom = 0.6
/** Days before the end of a right in which it is said to end. */
const endsWithin = 30

/** What is wrong with a picture or file by itself. */
export interface ItemFinding {
  code: string
  level: 'blocker' | 'remark'
  message: string
}

/** One check of an item by itself, in an edition, on a day (`2026-11-25`). Adding one is adding an entry. */
export interface ItemCheck {
  code: string
  level: 'blocker' | 'remark'
  /** How lists name what it finds. */
  label: string
  /** What is wrong, or undefined where nothing is. */
  find(one: LibraryItem, reader: Reader, day: string): string | undefined
}

/** A day as the interface writes it. */
const dayWords = (day: string) => formatDate(day, 'en-GB')

const small = ({ content }: LibraryItem) =>
  content.vector || content.width === null ? undefined : Math.min(content.width, content.height!)
const dayAfter = (day: string, days: number) => new Date(Date.parse(day) + days * 86_400_000).toISOString().slice(0, 10)

export const itemChecks: readonly ItemCheck[] = [
  {
    code: 'too-small',
    level: 'blocker',
    label: 'too few pixels',
    find: (one) =>
      (small(one) ?? wantedPixels) < wantedPixels
        ? `It has ${one.content.width!} × ${one.content.height!} pixels; pages need ${wantedPixels} on the ` +
          'shorter side. Ask for a larger one.'
        : undefined,
  },
  {
    code: 'soft',
    level: 'remark',
    label: 'not sharp',
    find: ({ content: { measured } }) =>
      measured && measured.blur >= softFrom
        ? 'It looks soft at the size of a page. It may be enlarged or out of focus.'
        : undefined,
  },
  {
    code: 'busy-ground',
    level: 'remark',
    label: 'background not plain',
    find: ({ item, content: { measured } }) =>
      measured && measured.background.share < plainShare && (item.view === null || item.view === 'whole')
        ? `Only ${Math.round(measured.background.share * 100)} % of its edge has one colour; a picture of the ` +
          'whole product needs a plain background. If it shows the product in use, set its view.'
        : undefined,
  },
  {
    code: 'no-label',
    level: 'blocker',
    label: 'no alternative text or title',
    find: (one, reader) =>
      labelOfItem(one, reader) === undefined
        ? isPicture(one.content.mime)
          ? `It has no alternative text in ${languageName(reader.edition.language)}.`
          : `It has no title in ${languageName(reader.edition.language)}.`
        : undefined,
  },
  {
    code: 'right-ended',
    level: 'blocker',
    label: 'right of use has ended',
    find: ({ item: { rights } }, _r, day) =>
      rights.until !== null && rights.until < day
        ? `The right to use it ended on ${dayWords(rights.until)}. Remove it, or enter the new end date.`
        : undefined,
  },
  {
    code: 'right-ends',
    level: 'remark',
    label: 'right of use ends soon',
    find: ({ item: { rights } }, _r, day) =>
      rights.until !== null && rights.until >= day && rights.until < dayAfter(day, endsWithin)
        ? `The right to use it ends on ${dayWords(rights.until)}.`
        : undefined,
  },
]

/** Everything that is wrong with an item by itself. */
export function checkItem(one: LibraryItem, reader: Reader, day: string): ItemFinding[] {
  return itemChecks.flatMap(({ code, level, find }) => {
    const message = find(one, reader, day)
    return message === undefined ? [] : [{ code, level, message }]
  })
}

/** What is wrong with the pictures of a product, and with which of them. */
export interface PictureFinding extends ItemFinding {
  picture: string | null
  /** The view that is missing. */
  view?: PictureView
}

/**
 * What is wrong with the pictures of a product in an edition: with each by itself, as the version that stands there,
 * and with all of them: none, views that its type wants, words that its shoppers do not read, the same picture twice.
 */
export function checkPictures(
  pictures: readonly string[],
  wanted: readonly PictureView[],
  library: Library,
  reader: Reader,
  day: string,
): PictureFinding[] {
  if (pictures.length === 0)
    return [{ code: 'no-picture', level: 'blocker', message: 'It has no picture.', picture: null }]
  const out: PictureFinding[] = []
  const shown: { name: string; one: LibraryItem }[] = []
  for (const name of pictures) {
    const found = versionFor(name, library, reader)
    if (!found) {
      out.push({
        code: 'unknown',
        level: 'blocker',
        message: `There is no “${name}” in the media library.`,
        picture: name,
      })
      continue
    }
    const original = library.items.get(name)!
    const { one, counts } = found
    shown.push({ name, one })
    // A version without a text of its own reads as the picture that it is a version of.
    const read =
      labelOfItem(one, reader) === undefined
        ? { content: one.content, item: { ...one.item, labels: original.item.labels } }
        : one
    out.push(...checkItem(read, reader, day).map((f) => ({ ...f, picture: name })))
    if (!counts) {
      const here = languageName(reader.edition.language)
      out.push({
        code: 'no-version',
        level: 'blocker',
        message: `Its text is in ${languageName(one.item.words!)}; ${here} needs its own version.`,
        picture: name,
      })
    }
  }
  const views = new Set(shown.map(({ one, name }) => one.item.view ?? library.items.get(name)!.item.view))
  for (const view of wanted)
    if (!views.has(view))
      out.push({
        code: 'no-view',
        level: 'blocker',
        message: `It has no picture with the view “${viewWords[view]}”.`,
        picture: null,
        view,
      })
  shown.forEach(({ one, name }, i) => {
    const earlier = shown
      .slice(0, i)
      .find(
        (s) =>
          s.one.content.measured &&
          one.content.measured &&
          nearDuplicates(s.one.content.measured, one.content.measured),
      )
    if (earlier)
      out.push({
        code: 'near-duplicate',
        level: 'remark',
        message: `It is nearly identical to ${earlier.name}.`,
        picture: name,
      })
  })
  return out
}

/** What views are called. */
export const viewWords: Record<PictureView, string> = {
  whole: 'whole product',
  detail: 'detail',
  'in-use': 'in use',
  scale: 'scale',
  packed: 'packed',
}
