import { operationGroups, operations, type Operation, type OperationName } from '@contracts/operations'
import { isRecordKind, recordContracts, type RecordKindName } from '@contracts/operations/records'
import answersFile from '@contracts/answers.json'
import { version } from '../../../package.json'
import { joiSchemas, type JsonSchema } from './joi-schema'

type Json = Record<string, unknown>

const { answers, definitions } = answersFile as unknown as {
  answers: Record<string, JsonSchema>
  definitions: Record<string, JsonSchema>
}

/** What can go wrong, by status: each is a problem document (RFC 9457). */
const problems: Record<number, string> = {
  400: 'The body is not JSON',
  401: 'Not signed in; of delivery: no key, or not one of the storefront',
  403: 'Not allowed',
  404: 'Not found',
  406: 'The answer has no such media type',
  409: 'Something refers to it, or it cannot be done now',
  412: 'Changed by somebody else; the answer carries what is there now',
  413: 'Too large',
  415: 'The body has another media type',
  422: 'Not valid; the answer names each place and what to do',
  428: 'A version is required: send If-Match',
  429: 'Too many tries; Retry-After says when to try again',
  503: 'The database does not answer, or others change the same data; try again after Retry-After',
}
const problemAt = (status: number) => ({ $ref: `#/components/responses/Problem${status}` })

/** The statuses with which an operation may refuse. */
function refusals(name: string, o: Operation): number[] {
  const names = o.path.includes('{')
  const isWrite = o.method !== 'get' && !o.reads
  const asksVersion = o.headers?.['If-Match'] !== undefined
  return [
    ...(o.body ? [400, 413, 415] : []),
    406,
    ...(o.action === null ? [] : [401, 403]),
    ...(o.headers?.Authorization === undefined ? [] : [401]),
    // What a body or a query names may be gone as well as what the address names.
    ...(names || o.body || o.query ? [404] : []),
    ...(isWrite ? [409, 412] : []),
    ...(asksVersion ? [428] : []),
    ...(o.body || o.query || names ? [422] : []),
    ...(name === 'signIn' ? [401, 403, 429] : []),
    503,
  ].sort((a, b) => a - b)
}

/** The schema of what a call answers as JSON; undefined where it answers a file or nothing. */
function answerSchema(
  name: string,
  o: Operation,
  ofRecord: (kind: RecordKindName) => JsonSchema,
): JsonSchema | undefined {
  if (name in answers) return answers[name]
  if (o.record === undefined || !isRecordKind(o.record) || o.method === 'delete') return undefined
  const record = ofRecord(o.record)
  return o.query ? countedSchema(record) : record
}

/** A part of a list, with how many there are in all. */
const countedSchema = (items: JsonSchema): JsonSchema => ({
  type: 'object',
  properties: { items: { type: 'array', items }, count: { type: 'number' } },
  required: ['items', 'count'],
})

const json = (schema: JsonSchema) => ({ 'application/json': { schema } })
const file = (types: string | readonly string[]) =>
  Object.fromEntries([types].flat().map((type) => [type, { schema: { type: 'string' } }]))

const productPath = operations.getProduct.path

const isOneRecord = (o: Operation) => o.record !== undefined && !o.query

/** Headers of an answer: the entity tag of what has versions, the address of a job. */
function answerHeaders(o: Operation, status: number): Json | undefined {
  const text = (description: string) => ({ description, schema: { type: 'string' } })
  if (status === 202) return { Location: text('Where the job can be followed.') }
  const isVersioned = o.headers?.['If-Match'] !== undefined || isOneRecord(o) || o.path === productPath
  return isVersioned && o.method !== 'delete'
    ? { ETag: text('The version, for If-Match and If-None-Match.') }
    : undefined
}

/** What success answers, by status. */
function successes(name: string, o: Operation, ofRecord: (kind: RecordKindName) => JsonSchema): Json {
  const schema = answerSchema(name, o, ofRecord)
  if (o.answerType) return { 200: { description: 'The file', content: file(o.answerType) } }
  if (!schema) return { 204: { description: 'Done' } }
  const answer = (status: number, description: string, content: JsonSchema) => {
    const headers = answerHeaders(o, status)
    return [status, { description, ...(headers ? { headers } : {}), content: json(content) }] as const
  }
  if (o.orJob) {
    const [report, job] = schema.anyOf as [JsonSchema, JsonSchema]
    return Object.fromEntries([answer(200, 'The report', report), answer(202, 'Queued as a job', job)])
  }
  if (o.record !== undefined && o.method === 'put')
    return Object.fromEntries([answer(200, 'As it is stored', schema), answer(201, 'Created', schema)])
  if (o.status === 201) return Object.fromEntries([answer(201, 'Created', schema)])
  if (o.status === 202) return Object.fromEntries([answer(202, 'Queued as a job', schema)])
  return Object.fromEntries([answer(200, 'Done', schema)])
}

function parameters(o: Operation, schemaOf: ReturnType<typeof joiSchemas>['schemaOf']): Json[] {
  const inPath = [...o.path.matchAll(/\{(\w+)\}/g)].map((m) => ({
    name: m[1]!,
    in: 'path',
    required: true,
    schema: { type: 'string' },
  }))
  const query = o.query ? schemaOf(o.query) : undefined
  const required = (query?.required as string[] | undefined) ?? []
  const inQuery = Object.entries((query?.properties as Record<string, JsonSchema> | undefined) ?? {}).map(
    ([name, { description, ...schema }]) => ({
      name,
      in: 'query',
      required: required.includes(name),
      ...(description ? { description } : {}),
      schema,
    }),
  )
  const headers = { ...o.headers, ...(o.orJob ? { Prefer: 'respond-async: the job is answered at once (202).' } : {}) }
  const inHeaders = Object.entries(headers).map(([name, description]) => ({
    name,
    in: 'header',
    description,
    schema: { type: 'string' },
  }))
  return [...inPath, ...inQuery, ...inHeaders]
}

const problemSchema = {
  description: 'What went wrong, in words for people: RFC 9457.',
  type: 'object',
  required: ['type', 'title', 'status', 'detail'],
  properties: {
    type: { type: 'string' },
    title: { type: 'string' },
    status: { type: 'integer' },
    detail: { type: 'string', description: 'What happened, to what, and what to do.' },
    errors: {
      type: 'array',
      items: {
        type: 'object',
        required: ['path', 'message'],
        properties: { path: { type: 'string' }, message: { type: 'string' } },
      },
    },
    current: { description: 'Of a 412: what is there now.' },
    references: {
      type: 'array',
      items: {},
      description: 'Of a 409: what refers to the product that is to be deleted.',
    },
    retryAfter: { type: 'integer', description: 'Seconds.' },
  },
}

let made: Json | undefined

/**
 * The whole interface in OpenAPI 3.1, made from the contract: what validates, and what the types say is answered.
 * `server` is the address under which it is reached.
 */
export function openApi(server: string): Json {
  if (made) return made
  const schemas: Record<string, JsonSchema> = { Problem: problemSchema, ...definitions }
  const { schemaOf } = joiSchemas(schemas)
  const answered = joiSchemas(schemas, 'out')
  /** The schema of a record, which is a component under the name of its kind. */
  function ofRecord(kind: RecordKindName): JsonSchema {
    const { name, schema } = recordContracts[kind]
    schemas[`${name}Record`] ??= answered.schemaOf(schema)
    return { $ref: `#/components/schemas/${name}Record` }
  }
  const groupOf = new Map(
    Object.entries(operationGroups).flatMap(([group, { calls }]) =>
      Object.keys(calls).map((name) => [name, group] as const),
    ),
  )
  const paths: Record<string, Json> = {}
  for (const name of Object.keys(operations) as OperationName[]) {
    const o = operations[name] as Operation
    ;(paths[o.path] ??= {})[o.method] = {
      operationId: name,
      summary: o.summary,
      tags: [groupOf.get(name)],
      parameters: parameters(o, schemaOf),
      ...(o.body
        ? {
            requestBody: {
              required: true,
              content: { [o.bodyType ?? 'application/json']: { schema: schemaOf(o.body) } },
            },
          }
        : {}),
      ...(o.action === null ? { security: [] } : {}),
      // What whoever asks must be allowed to do, and within what.
      'x-action': o.action,
      ...(o.within ? { 'x-within': o.within } : {}),
      responses: {
        ...successes(name, o, ofRecord),
        ...Object.fromEntries(refusals(name, o).map((status) => [status, problemAt(status)])),
      },
    }
  }
  made = {
    openapi: '3.1.0',
    info: {
      title: 'Ink Loom',
      version,
      license: { name: 'MIT', identifier: 'MIT' },
      description:
        'Lists are paged by cursor or by offset. Every refusal is a problem document (RFC 9457). GET with an ETag ' +
        'honours If-None-Match. Sign in with POST /api/session, or send a personal token.',
    },
    servers: [{ url: server }],
    tags: Object.entries(operationGroups).map(([name, { about }]) => ({ name, description: about })),
    paths,
    security: [{ cookie: [] }, { token: [] }],
    components: {
      securitySchemes: {
        cookie: { type: 'apiKey', in: 'cookie', name: 'inkloom' },
        token: { type: 'http', scheme: 'bearer' },
      },
      responses: Object.fromEntries(
        Object.entries(problems).map(([status, description]) => [
          `Problem${status}`,
          {
            description,
            content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } } },
          },
        ]),
      ),
      schemas,
    },
  }
  return made
}
