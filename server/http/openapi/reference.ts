import { openApi } from './document'

/** The part of an OpenAPI document that the reference shows. */
interface Schema {
  $ref?: string
  type?: string | string[]
  enum?: unknown[]
  const?: unknown
  anyOf?: Schema[]
  oneOf?: Schema[]
  allOf?: Schema[]
  items?: Schema
  prefixItems?: Schema[]
  properties?: Record<string, Schema>
  additionalProperties?: Schema | boolean
  required?: string[]
  description?: string
  default?: unknown
  format?: string
  pattern?: string
  [limit: string]: unknown
}
interface Content {
  content?: Record<string, { schema: Schema }>
}
interface Described {
  operationId: string
  summary: string
  tags: string[]
  parameters: { name: string; in: string; required?: boolean; description?: string; schema: Schema }[]
  requestBody?: Content
  responses: Record<string, Content & { $ref?: string; description?: string }>
  security?: unknown[]
  'x-action': string | null
  'x-within'?: string
}
interface Document {
  info: { title: string; version: string; description: string }
  tags: { name: string; description: string }[]
  paths: Record<string, Record<string, Described>>
  components: { schemas: Record<string, Schema>; responses: Record<string, { description: string }> }
}

const escaped = (text: unknown) =>
  String(text).replace(/[&<>"]/g, (c) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[c]!)
/** A description, with what stands between backticks as code. */
const words = (text: string) => escaped(text).replace(/`([^`]+)`/g, '<code>$1</code>')
const code = (text: unknown) => `<code>${escaped(text)}</code>`
const nameIn = (ref: string) => ref.split('/').at(-1)!

/** What a schema is in a few words: its type, or the names of those that it can be. */
function typeWords(s: Schema): string {
  if (s.$ref) return `<a href="#schema-${nameIn(s.$ref)}">${escaped(nameIn(s.$ref))}</a>`
  if (s.allOf?.length === 1) return typeWords(s.allOf[0]!)
  if (s.enum) return s.enum.map((v) => code(JSON.stringify(v))).join(' ')
  if ('const' in s) return code(JSON.stringify(s.const))
  const either = s.anyOf ?? (s.type === undefined ? s.oneOf : undefined)
  if (either) return either.map(typeWords).join(' or ')
  if (s.prefixItems) return `[${s.prefixItems.map(typeWords).join(', ')}]`
  const types = [s.type ?? 'anything'].flat().map((type) => (type === 'array' ? listWords(s) : escaped(type)))
  return types.join(' or ') + mapWords(s)
}
const listWords = (s: Schema) => `list of ${s.items ? typeWords(s.items) : 'anything'}`
const mapWords = (s: Schema) =>
  typeof s.additionalProperties === 'object' ? `, by name: ${typeWords(s.additionalProperties)}` : ''

const limits: Record<string, (value: unknown) => string> = {
  minLength: (n) => (n === 1 ? 'not empty' : `at least ${n} characters`),
  maxLength: (n) => `at most ${n} characters`,
  minimum: (n) => `from ${n}`,
  maximum: (n) => `to ${n}`,
  minItems: (n) => `at least ${n}`,
  maxItems: (n) => `at most ${n}`,
  uniqueItems: () => 'each once',
  format: (name) => String(name),
  pattern: (text) => `matches ${text}`,
}

/** Bounds and the default of a value, in words. */
function boundWords(s: Schema): string {
  const bounds = Object.entries(limits).flatMap(([key, words]) => (s[key] === undefined ? [] : [words(s[key])]))
  if (s.default !== undefined) bounds.push(`default ${JSON.stringify(s.default)}`)
  return bounds.length === 0 ? '' : ` <small>${escaped(bounds.join(', '))}</small>`
}

/** The schema whose fields are shown below a value: its own, those of what a list holds, or of a map. */
function fieldsOf(s: Schema): Schema | undefined {
  if (s.properties) return s
  if (s.items) return fieldsOf(s.items)
  return typeof s.additionalProperties === 'object' ? fieldsOf(s.additionalProperties) : undefined
}

function fieldList(s: Schema): string {
  const either = (s.anyOf ?? s.oneOf ?? []).map(fieldList).join('')
  const inner = fieldsOf(s)
  if (!inner?.properties) return either
  const { required = [] } = inner
  const rows = Object.entries(inner.properties).map(
    ([name, field]) =>
      `<li>${code(name)}${required.includes(name) ? '<b title="required">*</b>' : ''} ${typeWords(field)}` +
      `${boundWords(field)}${field.description ? ` <span>${words(field.description)}</span>` : ''}` +
      `${field.$ref ? '' : fieldList(field)}</li>`,
  )
  return `<ul>${rows.join('')}</ul>${either}`
}

const shown = (s: Schema) => `${typeWords(s)}${boundWords(s)}${fieldList(s)}`

function contentPart(title: string, { content }: Content): string {
  const parts = Object.entries(content ?? {}).map(([type, { schema }]) => `<p>${code(type)} ${shown(schema)}</p>`)
  return parts.length === 0 ? '' : `<h4>${title}</h4>${parts.join('')}`
}

function parameterPart(o: Described): string {
  if (o.parameters.length === 0) return ''
  const rows = o.parameters.map(
    (p) =>
      `<li>${code(p.name)}${p.required ? '<b title="required">*</b>' : ''} in the ${p.in}, ${typeWords(p.schema)}` +
      `${boundWords(p.schema)}${p.description ? ` <span>${words(p.description)}</span>` : ''}</li>`,
  )
  return `<h4>Parameters</h4><ul>${rows.join('')}</ul>`
}

function answerPart(o: Described, document: Document): string {
  const all = Object.entries(o.responses)
  const successes = all.filter(([, r]) => !r.$ref)
  const refusals = all.filter(([, r]) => r.$ref)
  const answers = successes.map(
    ([status, r]) => contentPart(`${status} ${escaped(r.description)}`, r) || `<h4>${status}</h4>`,
  )
  const words = refusals.map(
    ([status, r]) => `<li>${code(status)} ${escaped(document.components.responses[nameIn(r.$ref!)]!.description)}</li>`,
  )
  return `${answers.join('')}<h4>Refusals</h4><ul>${words.join('')}</ul>`
}

function callPart(path: string, method: string, o: Described, document: Document): string {
  const access = `<p>${accessWords(o)}</p>`
  return (
    `<details id="${o.operationId}"><summary><span class="method">${method.toUpperCase()}</span> ${code(path)} ` +
    `<span>${escaped(o.summary)}</span></summary>${access}${parameterPart(o)}` +
    `${o.requestBody ? contentPart('Body', o.requestBody) : ''}${answerPart(o, document)}</details>`
  )
}

const accessWords = (o: Described) =>
  o['x-action'] === null
    ? 'Needs no sign-in.'
    : `Whoever may ${code(o['x-action'])}${o['x-within'] ? `, ${withinWords[o['x-within']]}` : ''}.`
const withinWords: Record<string, string> = {
  language: 'in each language that is written',
  own: 'for what is their own',
  record: 'by the kind of record',
  value: 'by each value',
}

function groupPart({ name, description }: Document['tags'][number], document: Document): string {
  const calls = Object.entries(document.paths).flatMap(([path, methods]) =>
    Object.entries(methods)
      .filter(([, o]) => o.tags.includes(name))
      .map(([method, o]) => callPart(path, method, o, document)),
  )
  return `<section id="${slugOf(name)}"><h2>${escaped(name)}</h2><p>${escaped(description)}</p>${calls.join('')}</section>`
}
const slugOf = (name: string) => name.toLowerCase().replace(/[^a-z]+/g, '-')

const schemaPart = ([name, s]: [string, Schema]) =>
  `<details id="schema-${name}"><summary>${code(name)} <span>${words(s.description ?? '')}</span></summary>` +
  `<p>${shown(s)}</p></details>`

let made: string | undefined

/** The reference of the HTTP interface as a page for people, made from its OpenAPI document. */
export function reference(server: string): string {
  if (made) return made
  const document = openApi(server) as unknown as Document
  const links = [...document.tags.map((t) => t.name), 'Schemas']
  made = `<!doctype html>
<html lang="en-GB">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>HTTP interface · Ink Loom</title>
<link rel="icon" href="/mark.svg">
<link rel="stylesheet" href="/reference.css">
</head>
<body>
<nav aria-label="Parts"><b>Ink Loom</b>${links.map((n) => `<a href="#${slugOf(n)}">${escaped(n)}</a>`).join('')}
<a href="/api/openapi.json">OpenAPI 3.1 as JSON</a></nav>
<main>
<h1>HTTP interface</h1>
<p>Version ${escaped(document.info.version)}. ${escaped(document.info.description)} <b>*</b> marks what is required.</p>
${document.tags.map((tag) => groupPart(tag, document)).join('\n')}
<section id="schemas"><h2>Schemas</h2>${Object.entries(document.components.schemas).map(schemaPart).join('\n')}</section>
</main>
</body>
</html>
`
  return made
}
