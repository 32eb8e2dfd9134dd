import sharp from 'sharp'
import type { Raster } from '@core/media/pixels'

/** Larger pictures are refused before they are decoded: a small file can hold a great many pixels. */
export const maxPixels = 120_000_000

/**
 * The pixels of a picture that is stored or was sent, upright and at most so many a side. Throws where it is damaged.
 */
export async function pixelsOf(input: string | Buffer, side: number): Promise<Raster> {
  const { data, info } = await sharp(input, { limitInputPixels: maxPixels, failOn: 'error', pages: 1 })
    .autoOrient()
    .resize(side, side, { fit: 'inside', withoutEnlargement: true })
    .toColourspace('srgb')
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true })
  return { width: info.width, height: info.height, data }
}
