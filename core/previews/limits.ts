/** A preview link holds so many days at most. */
export const mostPreviewDays = 90

/** So long is a comment on a page at most, in characters. */
export const mostOfComment = 2000
