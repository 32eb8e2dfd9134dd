import { Joi, type Infer } from './schema'
import { strands, type Strand } from '@core/readiness/finding'

/** Which products a cloth shows, and in which editions what they lack is looked for. */
const clothFilter = {
  filter: Joi.any().description('A condition; all products without it.'),
  lens: Joi.object({ storefront: Joi.string(), group: Joi.string().allow(null), at: Joi.string().isoDate() }),
  storefronts: Joi.array()
    .items(Joi.string())
    .max(500)
    .default([])
    .description('Storefronts whose editions count; all of them without any.'),
  strand: Joi.string()
    .valid(...strands)
    .description('Only products that are blocked in a strand.'),
  fix: Joi.string()
    .pattern(/^\d{1,9}(:[A-Za-z0-9-]{2,35})?$/, 'a fix')
    .description('Only products with findings of this fix, in the language that is named with it.'),
  code: Joi.string().max(60).description('Only products with findings of this kind, such as fact-missing.'),
  show: Joi.string()
    .valid('all', 'open', 'portion', 'unreleased', 'not-ready-live')
    .default('all')
    .description(
      'All, those that are not ready, those of today’s portion of a person, those with a page that is ready and not ' +
        'live, or those with one that is live and not ready.',
    ),
  person: Joi.string().max(200).default('me').description('Whose portion: `me`, or an e-mail address.'),
}
export const anyCloth = Joi.object(clothFilter)
export type ClothFilter = Infer<typeof anyCloth>

/** By what the rows of a cloth are grouped. */
export const groupings = ['type', 'campaign'] as const
export const clothBody = Joi.object({
  ...clothFilter,
  by: Joi.string()
    .valid(...groupings)
    .default('type')
    .description(
      'What its rows stand under: types, or campaigns, under each of which a product stands that its ' +
        'assignments reach.',
    ),
})
export type ClothBody = Infer<typeof clothBody>

export const sorts = ['worst', 'nearest', 'sku'] as const
export const clothRowsBody = Joi.object({
  ...clothFilter,
  type: Joi.string().description('Only products of a type.'),
  campaign: Joi.string()
    .max(60)
    .allow('')
    .description('Only products that a campaign reaches; those that none reaches where it is empty.'),
  sort: Joi.string()
    .valid(...sorts)
    .default('worst'),
  edition: Joi.string().description('The edition by which to sort, `ch/fr-CH`; all of them together without.'),
  offset: Joi.number().integer().min(0).max(10_000_000).default(0),
  limit: Joi.number().integer().min(1).max(500).default(100),
})
export type ClothRowsBody = Infer<typeof clothRowsBody>

/** An edition as a column of the cloth. */
export interface ClothColumn {
  n: number
  storefront: string
  language: string
  sold: number
  ready: number
}
/** A group by the code of its type or campaign; '' is what no campaign reaches. */
export interface ClothGroup {
  code: string
  products: number
  sold: number
  open: number
}
export interface Cloth {
  columns: ClothColumn[]
  groups: ClothGroup[]
  products: number
}
/** A row of the cloth: its cells are base64 of twelve bytes an edition, at the number of its column. */
export interface ClothRow {
  sku: string
  name: string
  type: string
  blockers: number
  cells: string
  /** The numbers of the columns in which shoppers get its page now. */
  live: number[]
}

/** A fix and what it would do by itself. */
export interface FixDocument {
  id: string
  code: string
  text: string
  pages: number
  products: number
  storefronts: string[]
}
/** An edition on the board: how much of it is ready, and the fixes whose lack blocks the most of its pages. */
export interface BoardEdition {
  storefront: string
  language: string
  sold: number
  ready: number
  /** How many of its pages are live, ready and not live, live and not ready. */
  live: number
  unreleased: number
  notReadyLive: number
  /** With the number of pages that each blocks, alone or with others. */
  blocking: Pick<FixDocument, 'id' | 'text' | 'pages'>[]
}
export interface PortionDocument {
  products: number
  storefront: string | null
  filter: unknown
  done: number
  of: number
}
export interface Overview {
  sold: number
  ready: number
  since: number
  due: number
  fixes: FixDocument[]
  portion: PortionDocument | null
  /** Others who have a portion, whose products can be looked at. */ others: { email: string; name: string }[]
}

export interface FindingDocument {
  code: string
  strand: Strand
  message: string
  at: string
  label: string
  fix: string
}
export interface EditionDocument {
  storefront: string
  language: string
  strands: Record<Strand, { passed: number; of: number }>
  blockers: FindingDocument[]
  remarks: FindingDocument[]
}

export const portionBody = Joi.object({
  products: Joi.number().integer().min(1).max(500).required(),
  storefront: Joi.string().allow(null).default(null),
  filter: Joi.any().default(null),
})

/** Words that are tried before they are banned, and where. */
export const trialBody = Joi.object({
  words: Joi.array().items(Joi.string().trim().min(1).max(120)).min(1).max(200).required(),
  field: Joi.string().allow(null).default(null),
  storefront: Joi.string().allow(null).default(null),
  language: Joi.string().max(35).allow(null).default(null),
})
export type TrialBody = Infer<typeof trialBody>
/** Where words stand: in how many texts of how many products, and the first of them with what stands around. */
export interface Trial {
  texts: number
  products: number
  more: boolean
  items: {
    sku: string
    field: string
    storefront: string | null
    language: string
    before: string
    word: string
    after: string
  }[]
}

/** How a product stands in every edition. */
export interface ProductReadiness {
  sku: string
  /** Whether it is to be recalculated. */
  due: boolean
  /** Each with whether shoppers get its page now. */
  editions: (EditionDocument & { live: boolean })[]
}

/** How far a product is in an edition. */
export interface ListedReadiness extends Omit<EditionDocument, 'storefront' | 'language'> {
  sku: string
}

/** Pages sold and ready in a storefront on a day. */
export interface TrendPoint {
  day: string
  storefront: string
  sold: number
  ready: number
}

/** What recalculating came to. */
export interface EvaluationReport {
  products: number
}
