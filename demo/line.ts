/** The copy of a line in one language; `{n}` stands for the model's designation. */
export interface Copy {
  name: string
  summary?: string
  description?: string
  points?: string[]
  mounting?: string
}

/** One product of a line. */
export interface Model {
  sku: string
  n: string
  uk: number
  ch: number
  stock: number
  colour: string
  facts: Record<string, string>
  status?: string
  /** Variants by size, or by size and colour. */
  sizes?: string[]
  colours?: string[]
}

/** Products that share their copy and most of their facts. */
export interface Line {
  type: string
  category: string
  brand: string
  tags: string[]
  facts: Record<string, string>
  copy: Partial<Record<'en-GB' | 'de-CH' | 'fr-CH' | 'it-CH', Copy>>
  models: Model[]
}

/** An inline value. */
export const v = (code: string) => `<data value="attribute:${code}"></data>`
