import type { Difference } from '@core/catalogue/patch'

/** One change of a record. */
export interface RecordChange {
  id: number
  at: string
  person: string | null
  title: string
  /** Whether this is the change that made it. */
  made: boolean
  differences: Difference[]
}

export interface RecordHistory {
  items: RecordChange[]
  next: null
}
