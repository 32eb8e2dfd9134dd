import type Joi from 'joi'

/** One call of the HTTP interface: what validates it also describes it. */
export interface Operation {
  method: 'get' | 'post' | 'put' | 'patch' | 'delete'
  path: string
  summary: string
  /** What a person must be allowed to do; null where nobody has to be signed in. */
  action: 'read' | 'edit-products' | 'edit-content' | 'edit-types' | 'import' | 'set-up' | 'translate' | null
  query?: Joi.ObjectSchema
  body?: Joi.Schema
  bodyType?: string
  /** Headers that matter, with what they do. */
  headers?: Record<string, string>
}
