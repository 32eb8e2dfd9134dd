/** Where the parts of a page are in sight, by their pieces: in pixels of the page, from the top of what is seen of it. */
export type PartPlaces = Readonly<Record<string, number>>

/** Where the parts of a page are in sight: their heads, or what is seen of the text below a head. */
export function placesOfParts(page: Document): PartPlaces {
  const height = page.defaultView?.innerHeight ?? 0
  const places: Record<string, number> = {}
  // A head comes before the text that it stands above.
  for (const part of page.querySelectorAll<HTMLElement>('[data-piece]')) {
    if (part.getClientRects().length === 0) continue
    const { top, bottom } = part.getBoundingClientRect()
    if (bottom > 0 && top < height) places[part.dataset.piece!] ??= Math.max(0, top)
  }
  return places
}
