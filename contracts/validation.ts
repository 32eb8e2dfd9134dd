import type { AnyOf, Infer } from './schema'

/** Something that is wrong with a body: where, as `values[2].storefront`, and what, in a sentence. */
export interface FieldError {
  path: string
  message: string
}

/** One thing that a schema found: the rule that was broken, by its name and with its limits. */
interface SchemaDetail {
  path: (string | number)[]
  type: string
  /** The schema's own words. */
  message: string
  context?: Record<string, unknown>
}

const counted = (n: unknown, one: string, many = `${one}s`) => `${String(n)} ${n === 1 ? one : many}`
const listed = (values: unknown) =>
  (values as unknown[]).map((v) => (v === '' ? 'nothing' : `“${String(v)}”`)).join(', ')

/** What a rule of a schema says to people, by the rule's name; of a rule without a sentence, the schema's own words. */
const sentences: Record<string, (context: Record<string, unknown>) => string> = {
  'any.required': () => 'This is required.',
  'any.only': ({ valids }) => `This has to be one of: ${listed(valids)}.`,
  'any.unknown': () => 'This is not expected here.',
  'object.unknown': () => 'There is no such field.',
  'object.base': () => 'This has to be an object.',
  'array.base': () => 'This has to be a list.',
  'array.min': ({ limit }) => `This needs at least ${counted(limit, 'entry', 'entries')}.`,
  'array.max': ({ limit }) => `This can have ${counted(limit, 'entry', 'entries')} at most.`,
  'array.unique': () => 'This is listed twice.',
  'boolean.base': () => 'This has to be true or false.',
  'number.base': () => 'This has to be a number.',
  'number.integer': () => 'This has to be a whole number.',
  'number.min': ({ limit }) => `This has to be ${String(limit)} or more.`,
  'number.max': ({ limit }) => `This has to be ${String(limit)} or less.`,
  'number.unsafe': () => 'This number is too large.',
  'string.base': () => 'This has to be a text.',
  'string.empty': () => 'This must not be empty.',
  'string.min': ({ limit }) => `This needs at least ${counted(limit, 'character')}.`,
  'string.max': ({ limit }) => `This can have ${counted(limit, 'character')} at most.`,
  'string.length': ({ limit }) => `This has to have ${counted(limit, 'character')}.`,
  'string.trim': () => 'This must not begin or end with a space.',
  'string.email': () => 'This is not an e-mail address.',
}

function sentenceOf({ type, message, context = {} }: SchemaDetail): string {
  const sentence = sentences[type]
  if (sentence) return sentence(context)
  // The schema's words begin with the name of the field, which the path says already.
  const words = message.replace(/^"[^"]*" /, 'This ')
  return /[.!?]$/.test(words) ? words : `${words}.`
}

/** What a schema finds wrong; within `inside`, where the body was a part of another. */
function schemaErrors(error: { details: SchemaDetail[] }, inside = ''): FieldError[] {
  return error.details.map((detail) => ({
    path: (inside + detail.path.map((p) => (typeof p === 'number' ? `[${p}]` : `.${p}`)).join('')).replace(/^\./, ''),
    message: sentenceOf(detail),
  }))
}

/**
 * What was sent as a schema lets it through, and everything that is wrong with it. Nothing is converted unless it is
 * asked for, as for a query, which holds only texts. Within `inside`, where it is a part of a body.
 */
export function validate<S extends AnyOf>(
  schema: S,
  sent: unknown,
  { inside = '', convert = false }: { inside?: string; convert?: boolean } = {},
): { value: Infer<S>; errors: FieldError[] } {
  const { value, error } = schema.validate(sent, { abortEarly: false, convert })
  return { value: value as Infer<S>, errors: error ? schemaErrors(error, inside) : [] }
}
