/** A text as a part of a regular expression, in which it means itself. */
export const literalPattern = (text: string): string => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')
