import { hero, type HeroHolds } from './hero'
import { picture, type PictureHolds } from './picture'
import { products, type ProductsHolds } from './products'
import { quotation, type QuotationHolds } from './quotation'
import type { SectionKind, SectionName } from './section-kind'
import { text, type TextHolds } from './text'

/** What sections of each kind hold. */
export interface SectionHolds {
  hero: HeroHolds
  text: TextHolds
  picture: PictureHolds
  quotation: QuotationHolds
  products: ProductsHolds
}
export type SectionKindName = keyof SectionHolds

/** Every kind of section, in the order in which they are offered. */
export const sectionKinds: { readonly [Kind in SectionKindName]: SectionKind<SectionHolds[Kind]> } = {
  hero,
  text,
  picture,
  quotation,
  products,
}

export const sectionKindNames = Object.keys(sectionKinds) as SectionKindName[]

/** The entry of a kind, for whoever takes its sections as any: each kind reads what its own hold. */
export const sectionKind = (kind: SectionKindName): SectionKind<unknown> => sectionKinds[kind] as SectionKind<unknown>

/** What a section names that has to be there. */
export const namesIn = ({ kind, holds }: { kind: SectionKindName; holds: unknown }): SectionName[] =>
  sectionKind(kind).names(holds)
