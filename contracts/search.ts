import { Joi, type Infer } from './schema'

/** What a search result says of a product in an edition, and where each part is from. */
export interface SearchTexts {
  title: { text: string; from: 'search-title' | 'name' | 'sku' }
  description: { text: string; from: 'search-description' | 'summary' | 'description' | null }
  slug: { text: string; from: 'slug' | 'made'; former: string[] }
  words: string[]
  findings: { field: 'search-title' | 'search-description' | 'search-words' | 'slug'; message: string }[]
}

/** Texts that are compared: a field in a language. */
export const sameTextsBody = Joi.object({
  field: Joi.string().max(80).required(),
  language: Joi.string().max(35).required(),
})
export type SameTextsBody = Infer<typeof sameTextsBody>
/** Groups of texts that say the same or nearly, those of most products first. */
export interface SameTexts {
  looked: number
  groupCount: number
  products: number
  groups: { least: number; products: number; texts: { text: string; products: number; skus: string[] }[] }[]
}

/** Slugs: which product an address means. */
export interface SlugAnswer {
  sku: string
  slug: string
  redirect: boolean
}
