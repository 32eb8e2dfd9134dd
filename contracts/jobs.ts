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
