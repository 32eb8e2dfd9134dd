/** The screens on which shoppers look. */
export const screens = ['phone', 'desk'] as const
export type ScreenName = (typeof screens)[number]
