/** The screens on which shoppers look, with their widths in pixels. */
export const screenWidths = { phone: 360, tablet: 768, desk: 1280 } as const
export type ScreenName = keyof typeof screenWidths
export const screens = Object.keys(screenWidths) as ScreenName[]
