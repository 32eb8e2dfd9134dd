import sharp, { type Sharp } from 'sharp'
import { cropTo, type Cut } from '@core/media/crop'
import type { PictureFormat } from '@core/media/formats'
import { maxPixels } from './pixels'

/** What a rendition is made of. */
export interface RenditionOrder {
  content: Uint8Array
  size: { width: number; height: number }
  crop: Parameters<typeof cropTo>[3]
  focus: Parameters<typeof cropTo>[4]
  width: number
  cut: Cut
  format: PictureFormat
}

/** How a picture is written in each format; JPEG has no transparency, and lies on white. */
const writers: Record<PictureFormat, (picture: Sharp) => Sharp> = {
  webp: (picture) => picture.webp({ quality: 82 }),
  avif: (picture) => picture.avif({ quality: 58, effort: 3 }),
  jpeg: (picture) => picture.flatten({ background: '#ffffff' }).jpeg({ quality: 84, mozjpeg: true }),
  png: (picture) => picture.png(),
}

/** A picture turned upright, cropped and cut around its focus, at most `width` pixels wide, in a format. */
export async function makeRendition(order: RenditionOrder): Promise<Uint8Array> {
  const { content, size, crop, focus, width, cut, format } = order
  const region = cropTo(cut, size.width, size.height, crop, focus)
  const picture = sharp(Buffer.from(content), { pages: 1, limitInputPixels: maxPixels })
    .autoOrient()
    .extract(region)
    .resize({ width, withoutEnlargement: true })
    .toColourspace('srgb')
  return writers[format](picture).toBuffer()
}
