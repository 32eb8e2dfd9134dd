/** A text as a part of a pattern of LIKE, in which it means itself. */
export const likeText = (text: string): string => text.replace(/[\\%_]/g, '\\$&')

/** The pattern of LIKE that texts meet which hold some words. */
export const likePattern = (words: string): string => `%${likeText(words)}%`
