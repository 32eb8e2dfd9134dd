/** How a part of a page can differ from another state of the page. */
export const partMarks = ['added', 'changed', 'removed', 'moved'] as const
export type PartMark = (typeof partMarks)[number]
