import type Joi from 'joi'

/** One call of the HTTP interface: what validates it also describes it. */
export interface Operation {
  method: 'get' | 'post' | 'put' | 'patch' | 'delete'
  path: string
  summary: string
  /** What a person must be allowed to do; null where nobody has to be signed in. */
  action: 'read' | 'edit-products' | 'edit-content' | 'edit-types' | 'import' | 'set-up' | 'translate' | null
  /**
   * Of a call that writes: within what its action is asked. `language`: for each language that is written. `own`: it
   * touches only what belongs to whoever asks. `record`, `value`: by the kind of record, or by each value: a
   * translation takes `translate` in its language, all else takes another action. Without it the action is asked once
   * for all of it.
   */
  within?: 'language' | 'own' | 'record' | 'value'
  /** Whether a call that is no GET changes nothing, so that everybody who may read may make it. */
  reads?: true
  query?: Joi.ObjectSchema
  body?: Joi.Schema
  bodyType?: string
  /** Headers that matter, with what they do. */
  headers?: Record<string, string>
}
