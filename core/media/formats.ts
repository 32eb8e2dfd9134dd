/** The formats in which pictures are sent, with their media types. */
export const pictureFormats = {
  webp: 'image/webp',
  avif: 'image/avif',
  jpeg: 'image/jpeg',
  png: 'image/png',
} as const
export type PictureFormat = keyof typeof pictureFormats
