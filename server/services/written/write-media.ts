import { buffer } from 'node:stream/consumers'
import { renditionWidths } from '@contracts/media'
import type { LibraryItem } from '@core/media/item'
import { database } from '../../db/connect'
import { loadLibrary } from '../../db/queries/media'
import { mediaOfRelease } from '../../db/queries/released-documents'
import type { Tree } from '../../storage/written-place'
import type { Reading } from '../delivery/live'
import { renditionOf, type Sent } from '../media/rendition'

/**
 * What is written of a picture or file, by its own files: a picture that is cut for pages in each width, as WebP
 * whatever the original is, and where nobody asks for a width in the largest; anything else as it is.
 */
function filesOf(name: string, one: LibraryItem): [file: string, sent: Sent][] {
  const folder = 'delivery/media'
  const largest = renditionOf(one, { width: renditionWidths.at(-1)!, cut: 'whole' })
  if (largest.mime !== 'image/webp') return [[`${folder}/${name}`, largest]]
  const inWidths = renditionWidths.map((width): [string, Sent] => [
    `${folder}/${name}.w${width}.webp`,
    renditionOf(one, { width, cut: 'whole' }),
  ])
  return [[`${folder}/${name}.webp`, largest], ...inWidths]
}

/**
 * Writes the pictures and files that pages of a release name, those that are another than before, and takes away those
 * that none names any more. Returns the entity tag of each file.
 */
export async function writeMedia(
  tree: Tree,
  { storefront, release }: Reading,
  before: Readonly<Record<string, string>>,
): Promise<Record<string, string>> {
  const library = await loadLibrary(database(), await mediaOfRelease(database(), storefront, release))
  const tags: Record<string, string> = {}
  for (const [name, one] of library.items)
    for (const [file, sent] of filesOf(name, one)) {
      tags[file] = sent.tag
      if (before[file] === sent.tag) continue
      const body = await sent.open()
      await tree.put(file, Buffer.isBuffer(body) ? body : await buffer(body))
    }
  for (const file of Object.keys(before)) if (tags[file] === undefined) await tree.remove(file)
  return tags
}
