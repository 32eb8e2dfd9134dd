import type { Labels } from '../language/labels'

/** What a picture shows of a product. */
export const pictureViews = ['whole', 'detail', 'in-use', 'scale', 'packed'] as const
export type PictureView = (typeof pictureViews)[number]

/** A point of a picture, in shares of its width and height from the top left corner. */
export interface Focus {
  x: number
  y: number
}

/** A rectangle of a picture, in shares of its width and height. */
export interface Box {
  left: number
  top: number
  width: number
  height: number
}

/** For which storefront or language an own version stands; null is all of them. */
export interface VersionOf {
  name: string
  storefront: string | null
  language: string | null
}

/** A picture or a file of the media library, as people describe it. */
export interface MediaItem {
  /** Its name in the library: `pe-1818-packed.jpg`. */
  code: string
  /** SHA-256 of its content, in hexadecimal. */
  digest: string
  /** By language: what stands for a picture where it is not seen; what a file is called. */
  labels: Labels
  view: PictureView | null
  /** The point that stays in sight when the picture is cut. */
  focus: Focus | null
  /** What is left of the picture everywhere. */
  crop: Box | null
  /** The language of words in the picture; null where it has none. */
  words: string | null
  /** The picture or file that this one is an own version of. */
  of: VersionOf | null
  /** Where it comes from: a photographer, a supplier's file. */
  origin: string
  /** Whose it is, and the last day on which it may be used; null is without end. */
  rights: { holder: string; until: string | null }
}

/** What was computed of the pixels of a picture. */
export interface Measured {
  /** The colour along the edges, as `#rrggbb`, and the share of the edge that has it. */
  background: { colour: string; share: number }
  /** The blur effect of Crété and others (2007): 0 is sharp, 1 is blurred. */
  blur: number
  /** 64 bits of light and dark, in hexadecimal, by which like pictures are found. */
  print: string
  /** Mean colours of a grid of 4 × 4, row by row, each L*, a*, b* in whole numbers. */
  tones: number[]
}

/** The content of an item, as it was found when it was sent. */
export interface MediaContent {
  digest: string
  mime: string
  bytes: number
  /** In pixels, as the picture is seen; null for files. */
  width: number | null
  height: number | null
  /** Drawn by lines, so that it has as many pixels as one wants. */
  vector: boolean
  measured: Measured | null
}

/** An item with its content. */
export interface LibraryItem {
  item: MediaItem
  content: MediaContent
}

export const isPicture = (mime: string) => mime.startsWith('image/')

/** An item that nobody has described yet. */
export function blankItem(code: string, digest: string): MediaItem {
  return {
    code,
    digest,
    labels: {},
    view: null,
    focus: null,
    crop: null,
    words: null,
    of: null,
    origin: '',
    rights: { holder: '', until: null },
  }
}
