import { createHash, randomUUID } from 'node:crypto'
import { mkdir, readFile, rename, writeFile } from 'node:fs/promises'
import path from 'node:path'
import type { Readable } from 'node:stream'
import { buffer } from 'node:stream/consumers'
import type { Cut } from '@core/media/crop'
import { pictureFormats, type PictureFormat } from '@core/media/formats'
import type { LibraryItem } from '@core/media/item'
import { decode } from '../../decoder/decode'
import { storage } from '../../storage/chosen'
import { settings } from '../../settings'
import { Problem } from '../problem'

/** What is sent of an item. */
export interface Sent {
  tag: string
  mime: string
  /** Asked for only where the reader has not got it yet. */
  open(): Promise<Readable | Buffer>
}

const lost = (name: string) =>
  new Problem(404, 'Not found', `The content of “${name}” is not in the storage any more. Upload the file again.`)

/** How a picture is asked for. */
export interface RenditionAsked {
  /** At most so many pixels wide. */
  width: number
  cut: Cut
  /** WebP without it; drawings that are not cropped stay as they are then. */
  format?: PictureFormat | undefined
}

/**
 * A picture as pages show it: turned upright, cropped, and cut around its focus, without what cameras write into files.
 * Made once and stored; the original is never sent. Drawings that are not cropped, and files, are sent as they are.
 */
export function renditionOf({ item, content }: LibraryItem, { width, cut, format }: RenditionAsked): Sent {
  const all = cut === 'uncropped' || (cut === 'whole' && item.crop === null)
  const asIs = content.width === null || (content.vector && all && format === undefined)
  const made = format ?? 'webp'
  const key = asIs
    ? content.digest
    : createHash('sha256')
        .update(JSON.stringify([content.digest, width, made, all ? null : [cut, item.crop, item.focus]]))
        .digest('hex')
        .slice(0, 40)
  const tag = `"${key}"`
  if (asIs) {
    return {
      tag,
      mime: content.mime,
      open: async () => (await storage().get(content.digest)) ?? Promise.reject(lost(item.code)),
    }
  }
  return {
    tag,
    mime: pictureFormats[made],
    open: () => storedOrMade(`${key}.${made}`, item.code, () => make({ item, content }, { width, cut, format: made })),
  }
}

/** A file of the renditions' folder, made where it is not there yet. The folder may be emptied at any time. */
async function storedOrMade(called: string, name: string, make: () => Promise<Buffer | undefined>): Promise<Buffer> {
  const folder = path.join(settings().data, 'renditions', called.slice(0, 2))
  const file = path.join(folder, called)
  const there = await readFile(file).catch(() => undefined)
  if (there) return there
  const made = await make()
  if (!made) throw lost(name)
  await mkdir(folder, { recursive: true })
  const part = path.join(folder, randomUUID())
  await writeFile(part, made)
  await rename(part, file)
  return made
}

async function make({ item, content }: LibraryItem, asked: Required<RenditionAsked>): Promise<Buffer | undefined> {
  const stored = await storage().get(content.digest)
  if (!stored) return undefined
  const size = { width: content.width!, height: content.height! }
  return Buffer.from(
    await decode('rendition', {
      content: await buffer(stored),
      size,
      crop: item.crop,
      focus: item.focus,
      width: asked.width,
      cut: asked.cut,
      format: asked.format!,
    }),
  )
}
