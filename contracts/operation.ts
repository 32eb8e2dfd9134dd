import type { AnyOf, ObjectSchema } from './schema'

/** One call of the HTTP interface: what validates it also describes it. */
export interface Operation {
  method: 'get' | 'post' | 'put' | 'patch' | 'delete'
  path: string
  summary: string
  /** What a person must be allowed to do; null where nobody has to be signed in. */
  action:
    | 'read'
    | 'edit-products'
    | 'edit-content'
    | 'edit-types'
    | 'import'
    | 'set-up'
    | 'translate'
    | 'release'
    | 'override-freeze'
    | null
  /** Of a call that needs only the secret in its path: what it answers is kept by nobody on the way. */
  shared?: true
  /** Of a call that may be answered from a copy of the database that follows it. */
  fromCopy?: true
  /**
   * Of a call that writes: within what its action is asked. `language`: for each language that is written. `own`: it
   * touches only what belongs to whoever asks. `record`, `value`: by the kind of record, or by each value: a
   * translation takes `translate` in its language, all else takes another action. Without it the action is asked once
   * for all of it.
   */
  within?: 'language' | 'own' | 'record' | 'value'
  /** Whether a call that is no GET changes nothing, so that everybody who may read may make it. */
  reads?: true
  // eslint-disable-next-line @typescript-eslint/no-explicit-any -- any query at all
  query?: ObjectSchema<any, any, any>
  body?: AnyOf
  /** Of a body that is a file: its media type. */
  bodyType?: string
  /** Of an answer that is a file: its media type, or those that it can have. */
  answerType?: string | readonly string[]
  /** How success is answered where it is not 200, or 204 with nothing: 201 made something, 202 queued a job. */
  status?: 201 | 202
  /** Whether `Prefer: respond-async` leaves the work to a job, which is answered at once (202). */
  orJob?: true
  /** Of records that travel whole: their kind. */
  record?: string
  /** Headers that matter, with what they do. */
  headers?: Record<string, string>
}
