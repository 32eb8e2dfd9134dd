import { hero, type HeroHolds } from './hero'
import { products, type ProductsHolds } from './products'
import type { SectionKind } from './section-kind'
import { text, type TextHolds } from './text'

/** What sections of each kind hold. */
export interface SectionHolds {
  hero: HeroHolds
  text: TextHolds
  products: ProductsHolds
}
export type SectionKindName = keyof SectionHolds

/** Every kind of section, in the order in which they are offered. */
export const sectionKinds: { readonly [Kind in SectionKindName]: SectionKind<SectionHolds[Kind]> } = {
  hero,
  text,
  products,
}

export const sectionKindNames = Object.keys(sectionKinds) as SectionKindName[]
