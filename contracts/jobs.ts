/** A piece of work as people see it. Its result is there once it is done. */
export interface JobDocument<Result = unknown> {
  id: string
  kind: string
  title: string
  state: 'queued' | 'running' | 'done' | 'failed' | 'cancelled'
  done: number
  total: number | null
  result: Result | null
  error: string | null
  /** Who started it. */
  person: number | null
  /** How often it was begun. */
  tries: number
  created: string
  started: string | null
  finished: string | null
}

/** Work that nobody asked for by itself: it follows from what people do. */
export const backgroundWork: readonly string[] = ['evaluate', 'refresh-facts']

/** A piece of work in the history of work, without its result. */
export interface PastWork {
  id: string
  kind: string
  title: string
  state: JobDocument['state']
  done: number
  total: number | null
  error: string | null
  /** The name of whoever started it; null where nobody did, or has been removed. */
  person: string | null
  created: string
  finished: string | null
  /** The step that it made, which can be undone; null where it made none. */
  step: number | null
  /** Whether that step was undone. */
  undone: boolean
  /** Whether it is being undone, or soon will be. */
  undoing: boolean
}
