/** The named places of a product page where pieces stand. */
export const areas = ['summary', 'beside-price', 'details', 'below-details', 'foot'] as const
export type Area = (typeof areas)[number]
