import sharp from 'sharp'
import { cropTo, type Shape } from '@core/media/crop'
import { maxPixels } from './pixels'

/** What a rendition is made of. */
export interface RenditionOrder {
  content: Uint8Array
  size: { width: number; height: number }
  crop: Parameters<typeof cropTo>[3]
  focus: Parameters<typeof cropTo>[4]
  width: number
  shape: Shape
}

/** A picture turned upright, cropped and cut to a shape around its focus, at most `width` pixels wide, as WebP. */
export async function makeRendition({ content, size, crop, focus, width, shape }: RenditionOrder): Promise<Uint8Array> {
  const region = cropTo(shape, size.width, size.height, crop, focus)
  return sharp(Buffer.from(content), { pages: 1, limitInputPixels: maxPixels })
    .autoOrient()
    .extract(region)
    .resize({ width, withoutEnlargement: true })
    .toColourspace('srgb')
    .webp({ quality: 82 })
    .toBuffer()
}
