import type Joi from 'joi'
import parse from 'joi-to-json'
import { operations, type Operation } from '@contracts/operations'
import { version } from '../../package.json'

type Json = Record<string, unknown>
const schemaOf = (schema: Joi.Schema): Json => parse(schema, 'json') as Json

const problem = (description: string) => ({
  description,
  content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } } },
})

function parameters(o: Operation): Json[] {
  const inPath = [...o.path.matchAll(/\{(\w+)\}/g)].map((m) => ({
    name: m[1]!,
    in: 'path',
    required: true,
    schema: { type: 'string' },
  }))
  const query = o.query ? schemaOf(o.query) : undefined
  const required = (query?.required as string[] | undefined) ?? []
  const inQuery = Object.entries((query?.properties as Record<string, Json> | undefined) ?? {}).map(
    ([name, schema]) => ({ name, in: 'query', required: required.includes(name), schema }),
  )
  const inHeaders = Object.entries(o.headers ?? {}).map(([name, description]) => ({
    name,
    in: 'header',
    description,
    schema: { type: 'string' },
  }))
  return [...inPath, ...inQuery, ...inHeaders]
}

function describe(name: string, o: Operation): Json {
  return {
    operationId: name,
    summary: o.summary,
    parameters: parameters(o),
    ...(o.body
      ? {
          requestBody: {
            required: true,
            content: { [o.bodyType ?? 'application/json']: { schema: schemaOf(o.body) } },
          },
        }
      : {}),
    ...(o.action === null ? { security: [] } : {}),
    responses: {
      200: { description: 'Done' },
      ...(o.action === null ? {} : { 401: problem('Not signed in'), 403: problem('Not allowed') }),
      ...(o.body ? { 422: problem('Not valid') } : {}),
      ...(o.headers?.['If-Match']
        ? { 412: problem('Changed by somebody else'), 428: problem('Version required') }
        : {}),
      ...(o.path.includes('{') ? { 404: problem('Not found') } : {}),
    },
  }
}

let made: Json | undefined

/** The whole interface in OpenAPI 3.1, made from the schemas that validate. */
export function openApi(): Json {
  if (made) return made
  const paths: Record<string, Json> = {}
  for (const [name, o] of Object.entries(operations) as [string, Operation][])
    (paths[o.path] ??= {})[o.method] = describe(name, o)
  made = {
    openapi: '3.1.0',
    info: { title: 'Ink Loom', version },
    paths,
    security: [{ cookie: [] }, { token: [] }],
    components: {
      securitySchemes: {
        cookie: { type: 'apiKey', in: 'cookie', name: 'inkloom' },
        token: { type: 'http', scheme: 'bearer' },
      },
      schemas: {
        Problem: {
          type: 'object',
          required: ['type', 'title', 'status', 'detail'],
          properties: {
            type: { type: 'string' },
            title: { type: 'string' },
            status: { type: 'integer' },
            detail: { type: 'string' },
            errors: {
              type: 'array',
              items: {
                type: 'object',
                required: ['path', 'message'],
                properties: { path: { type: 'string' }, message: { type: 'string' } },
              },
            },
          },
        },
      },
    },
  }
  return made
}
