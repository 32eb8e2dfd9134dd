import { Joi, type Infer, type ObjectSchema } from './schema'
import { itemChecks, type ItemFinding, type PictureFinding } from '@core/media/checks'
import { pictureViews, type LibraryItem, type MediaContent, type MediaItem, type PictureView } from '@core/media/item'
import type { SeenColour } from '@core/media/reading'
import { shapes, type Shape } from '@core/media/crop'
import { pictureFormats, type PictureFormat } from '@core/media/formats'

/** A name of the media library. */
export const mediaName = Joi.string().pattern(
  /^[A-Za-z0-9][A-Za-z0-9._-]{0,120}$/,
  'a name of letters, digits, dot, hyphen and underscore',
)
const share = Joi.number().min(0).max(1)
const scope = Joi.string().allow(null).default(null)

export const mediaRecord: ObjectSchema<MediaItem> = Joi.object({
  code: mediaName.required(),
  digest: Joi.string()
    .pattern(/^[0-9a-f]{64}$/, 'a SHA-256')
    .required(),
  labels: Joi.object().pattern(Joi.string(), Joi.string().allow('').max(1000)).default({}),
  view: Joi.string()
    .valid(...pictureViews)
    .allow(null)
    .default(null),
  focus: Joi.object({ x: share.required(), y: share.required() }).allow(null).default(null),
  crop: Joi.object({
    left: share.required(),
    top: share.required(),
    width: share.min(0.01).required(),
    height: share.min(0.01).required(),
  })
    .allow(null)
    .default(null),
  words: scope,
  of: Joi.object({ name: mediaName.required(), storefront: scope, language: scope }).allow(null).default(null),
  origin: Joi.string().allow('').max(500).default(''),
  rights: Joi.object({
    holder: Joi.string().allow('').max(200).default(''),
    until: Joi.string()
      .pattern(/^\d{4}-\d\d-\d\d$/, 'a date such as 2027-03-31')
      .allow(null)
      .default(null),
  }).default({ holder: '', until: null }),
})

/** What lists of the library can be narrowed to beside the checks of single items. */
export const libraryFindings = [...itemChecks.map((c) => c.code), 'near-duplicate', 'unused'] as const

export const mediaQuery = Joi.object({
  q: Joi.string().max(200).allow('').default(''),
  kind: Joi.string().valid('picture', 'file'),
  view: Joi.string().valid(...pictureViews),
  finding: Joi.string().valid(...libraryFindings),
  storefront: Joi.string(),
  language: Joi.string(),
  order: Joi.string().valid('name', 'newest').default('name'),
  offset: Joi.number().integer().min(0).max(10_000_000).default(0),
  limit: Joi.number().integer().min(1).max(200).default(24),
})
export type MediaQuery = Infer<typeof mediaQuery>

/** An item as lists show it, through an edition. */
export interface ListedMedia {
  name: string
  mime: string
  bytes: number
  width: number | null
  height: number | null
  view: string | null
  of: string | null
  label: string | null
  findings: ItemFinding[]
  /** How many products show it. */
  used: number
  /** What the first of them is called, in the source language; null where none does. */
  product: string | null
}

export const uploadMediaQuery = Joi.object({
  name: Joi.string().max(300).required().description('The name of the file.'),
  taken: Joi.string()
    .valid('beside', 'over')
    .default('beside')
    .description('Where the name is taken by another content: beside it under a free name, or over it.'),
})

/** What became of a content that was sent. */
export interface Uploaded {
  name: string
  state: 'made' | 'replaced' | 'unchanged'
  one: LibraryItem
  /** Names in the library that are nearly the same picture, or the same file. */
  nearDuplicates: string[]
}

export const pictureBatchBody = Joi.object({
  files: Joi.array()
    .items(mediaName)
    .min(1)
    .max(5000)
    .unique()
    .required()
    .description('Names of the library, as uploads answered them.'),
  called: Joi.object()
    .pattern(mediaName, Joi.string().max(300))
    .default({})
    .description('By name, what the file was called where it came from.'),
  drafts: Joi.string()
    .allow(null)
    .default(null)
    .description(
      'The product type of disabled drafts for pictures without a product; without it they stay in the library.',
    ),
})
export type PictureBatch = Infer<typeof pictureBatchBody>
/** How wide pictures are sent, in pixels; the last where nobody asks for a width. */
export const renditionWidths = [160, 240, 320, 480, 640, 960, 1280, 1920] as const
export type RenditionWidth = (typeof renditionWidths)[number]
export const renditionQuery = Joi.object({
  width: Joi.number().valid(...renditionWidths),
  height: Joi.number()
    .integer()
    .valid(...renditionWidths)
    .description('With a width: the picture is cut to these sides around its focus, instead of to a shape.'),
  format: Joi.string()
    .valid(...(Object.keys(pictureFormats) as PictureFormat[]))
    .description('WebP without it. Drawings that are not cropped stay as they are without it.'),
  shape: Joi.string()
    .valid(...(Object.keys(shapes) as Shape[]))
    .default('whole'),
  preview: Joi.string().max(100).description('The secret of a preview link: what stands on its pages can be read.'),
  of: Joi.string().max(20).description('Any text; a different one makes browsers reload the file.'),
}).with('height', 'width')
export type RenditionQuery = Infer<typeof renditionQuery>

/**
 * What a batch of pictures would do: pictures that come to products, in their order; and those that no product's name
 * begins.
 */
export interface BatchPlan {
  products: { sku: string; pictures: string[]; had: number }[]
  drafts: { sku: string; name: string; picture: string }[]
  rest: string[]
  /** Pictures that their products show already. */
  there: string[]
}

/** What was computed of an item, its versions and look-alikes, and the products that name it. */
export interface MediaAbout {
  content: MediaContent
  /** What its pixels say; null where nobody has looked yet, and of files. */
  reading: {
    swatches: SeenColour[]
    letters: number
    colours: string[]
    ground: string | null
    shape: string
    words: boolean
  } | null
  findings: ItemFinding[]
  /** Items that are nearly the same picture, or the same file. */
  nearDuplicates: string[]
  used: { skus: string[]; count: number }
  versions: { name: string; storefront: string | null; language: string | null }[]
}

/** The pictures of a product in an edition, and what is wrong with them. */
export interface ProductPictures {
  /** The views that its type asks for. */
  wanted: PictureView[]
  findings: PictureFinding[]
  items: {
    name: string
    view: PictureView | null
    label: string | null
    width: number | null
    height: number | null
    /** The item that the edition shows for it. */
    version: string
  }[]
}
