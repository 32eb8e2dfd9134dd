/** The named places that every product page has. A storefront's layout can have more of its own. */
export const areas = ['summary', 'beside-price', 'details', 'below-details', 'foot'] as const
/** A place of the page where pieces stand: one of those that every page has, or a storefront's own. */
export type Area = string

const words: Record<string, string> = {
  summary: 'summary',
  'beside-price': 'beside the price',
  details: 'details',
  'below-details': 'below the details',
  foot: 'foot',
}

/** What an area is called in a sentence; those of a storefront's own go by the name that it gives them. */
export function areaName(area: Area, own: readonly { area: Area; name: string }[] = []): string {
  return words[area] ?? (own.find((a) => a.area === area)?.name || area.replaceAll('-', ' '))
}
