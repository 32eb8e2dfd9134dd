import type { Value } from '../attributes/attribute'
import type { ShownIn } from '../attributes/types/shape'
import { labelOfVersion, namesIn, versionFor, type Library } from '../media/versions'
import type { Reader } from '../values/resolve'

/**
 * A picture as a page shows it: its name, or that of its own version here, with what stands for it where it is not
 * seen.
 */
export interface PagePicture {
  name: string
  alternative: string
  width: number | null
  height: number | null
}

/**
 * Pictures of a product as an edition shows them. What is not in the library, and versions whose words its shoppers do
 * not read, are left out.
 */
export function pagePictures(value: Value | null, library: Library, reader: Reader): PagePicture[] {
  return namesIn(value).flatMap((name) => {
    const found = versionFor(name, library, reader)
    if (!found?.counts) return []
    const { item, content } = found.one
    return [
      {
        name: item.code,
        alternative: labelOfVersion(found.one, library, reader) ?? '',
        width: content.width,
        height: content.height,
      },
    ]
  })
}

/** Where a picture or file of the media library is read on pages, by its name. */
export const mediaAddress = (name: string): string => `/delivery/media/${encodeURIComponent(name)}`

/** Where files of a library are read in an edition. Only what has a title that counts is linked. */
export function fileLinks(library: Library, reader: Reader): NonNullable<ShownIn['fileLink']> {
  return (name) => {
    const found = versionFor(name, library, reader)
    if (!found?.counts) return undefined
    const title = labelOfVersion(found.one, library, reader)
    return title === undefined ? undefined : { href: mediaAddress(found.one.item.code), title }
  }
}
