import { createHash } from 'node:crypto'
import { createReadStream } from 'node:fs'
import { open, readFile } from 'node:fs/promises'
import { pipeline } from 'node:stream/promises'
import sharp from 'sharp'
import type { MediaContent } from '@core/media/item'
import { measure } from '@core/media/pixels'
import { dangerInDrawing } from './drawing'
import { maxPixels, pixelsOf } from './pixels'
import { unprocessable } from '../problem'

const maxDrawing = 5 * 1024 * 1024
/** The longer side of a picture as it is measured, which is as pages show it. */
const measuredAt = 1000

const formats: Record<string, string> = {
  jpeg: 'image/jpeg',
  png: 'image/png',
  webp: 'image/webp',
  gif: 'image/gif',
  heif: 'image/avif',
  tiff: 'image/tiff',
}
const known = 'Pictures are JPEG, PNG, WebP, AVIF, GIF, TIFF or SVG; files are PDF.'
const refuse = (name: string, why: string) => unprocessable(`“${name}” cannot be used: ${why}`)

async function digestOf(file: string): Promise<string> {
  const hash = createHash('sha256')
  await pipeline(createReadStream(file), hash)
  return hash.digest('hex')
}

async function edges(file: string, bytes: number): Promise<{ head: Buffer; tail: Buffer }> {
  const handle = await open(file)
  try {
    const read = async (at: number) => {
      const buffer = Buffer.alloc(1024)
      const { bytesRead } = await handle.read(buffer, 0, 1024, Math.max(0, at))
      return buffer.subarray(0, bytesRead)
    }
    return { head: await read(0), tail: await read(bytes - 1024) }
  } finally {
    await handle.close()
  }
}

async function picture(
  file: string,
  name: string,
  vector: boolean,
): Promise<Pick<MediaContent, 'mime' | 'width' | 'height' | 'vector' | 'measured'>> {
  const meta = await sharp(file, { limitInputPixels: false })
    .metadata()
    .catch(() => undefined)
  const mime = vector ? 'image/svg+xml' : formats[meta?.format ?? '']
  if (!meta || !mime) throw refuse(name, `its format is unknown. ${known}`)
  if (meta.width * meta.height > maxPixels)
    throw refuse(name, `it has ${meta.width} × ${meta.height} pixels; ${maxPixels / 1e6} million are allowed.`)
  try {
    const raster = await pixelsOf(file, measuredAt)
    const turned = (meta.orientation ?? 1) >= 5
    return {
      mime,
      width: turned ? meta.height : meta.width,
      height: turned ? meta.width : meta.height,
      vector,
      measured: measure(raster),
    }
  } catch {
    throw refuse(name, 'the picture is damaged. Save it again and upload it.')
  }
}

/** Looks at a file that was sent, by its content and not by its name. Throws a 422 problem where it cannot be taken. */
export async function contentOfFile(file: string, name: string, bytes: number): Promise<MediaContent> {
  if (bytes === 0) throw refuse(name, 'it is empty.')
  const { head, tail } = await edges(file, bytes)
  const digest = await digestOf(file)
  if (head.subarray(0, 5).toString('latin1') === '%PDF-') {
    if (!tail.toString('latin1').includes('%%EOF')) throw refuse(name, 'it is incomplete. Upload it again.')
    return { digest, mime: 'application/pdf', bytes, width: null, height: null, vector: false, measured: null }
  }
  const text = head
    .toString('utf8')
    .replace(/^\ufeff/, '')
    .trimStart()
  if (!text.startsWith('<')) return { digest, bytes, ...(await picture(file, name, false)) }
  if (bytes > maxDrawing) throw refuse(name, 'a drawing has at most 5 MB.')
  const danger = dangerInDrawing(await readFile(file, 'utf8'))
  if (danger) throw refuse(name, danger)
  return { digest, bytes, ...(await picture(file, name, true)) }
}
