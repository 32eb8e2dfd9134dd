/** How a part of a page differs from another state of the page. */
export type PartMark = 'added' | 'changed' | 'removed' | 'moved'
