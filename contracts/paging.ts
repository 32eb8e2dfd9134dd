/** A page of a list; `next` is the cursor of the one after, null at the end. */
export interface Page<T> {
  items: T[]
  next: string | null
}

/** A list that is answered whole. */
export interface Whole<T> {
  items: T[]
  next: null
}

/** A part of a list that is scrolled by offset, with how many there are in all. */
export interface Counted<T> {
  items: T[]
  count: number
}

export interface Items<T> {
  items: T[]
}
