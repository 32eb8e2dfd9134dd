/** The named places of a product page where pieces stand. */
export const areas = ['summary', 'beside-price', 'details', 'below-details', 'foot'] as const
export type Area = (typeof areas)[number]

/** What areas are called. */
export const areaWords: Record<Area, string> = { 'summary': 'summary', 'beside-price': 'beside the price', 'details': 'details', 'below-details': 'below the details', 'foot': 'foot' }
