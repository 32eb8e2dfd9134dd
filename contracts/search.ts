/** What a search result says of a product in an edition, and where each part is from. */
export interface SearchTexts {
  title: { text: string; from: 'search-title' | 'name' | 'sku' }
  description: { text: string; from: 'search-description' | 'summary' | 'description' | null }
  slug: { text: string; from: 'slug' | 'made'; former: string[] }
  words: string[]
  findings: { field: 'search-title' | 'search-description' | 'search-words' | 'slug'; message: string }[]
}
