import type { Proof } from '@contracts/proof'
import type { AreaForm } from '@core/page/layout'
import type { MarkedPart } from '@core/page/markup'
import type { ReleasedProduct } from '@core/release/document'

/** A page as the frame draws it: as it would be from what is saved, or as it was released. */
export interface FramedPage extends Pick<Proof, 'direction' | 'look' | 'related'> {
  product: Pick<
    Proof['product'],
    'name' | 'nameLanguage' | 'nameCounts' | 'summary' | 'pictures' | 'priceShown' | 'basePriceShown' | 'availability'
  >
  layout: { area: string; as: AreaForm }[]
  areas: Readonly<Record<string, readonly MarkedPart[]>>
}

/** A released page for the frame; with every part open, nothing that differs is folded away. */
export const framedDocument = (document: ReleasedProduct, { allOpen = false } = {}): FramedPage => ({
  product: {
    name: document.name,
    nameLanguage: document.nameLanguage ?? document.language,
    nameCounts: document.nameLanguage === null,
    summary: document.summary,
    pictures: document.pictures,
    priceShown: document.price?.shown ?? null,
    basePriceShown: document.price?.instead ?? null,
    availability: document.availability,
  },
  direction: document.direction,
  look: document.look,
  layout: document.areas.map(({ area, as }) => ({ area, as: allOpen ? 'plain' : as })),
  areas: Object.fromEntries(document.areas.map(({ area, parts }) => [area, parts])),
  related: document.related,
})
