import Ajv2020 from 'ajv/dist/2020'
import type { ValidateFunction } from 'ajv'

// Every answer of the suite is held to the schema that the OpenAPI document gives for it.

type Schema = Record<string, unknown>
interface OpenApi {
  paths: Record<string, Record<string, { operationId: string; responses: Record<string, unknown> }>>
  components: { schemas: Record<string, Schema>; responses: Record<string, unknown> }
}

/** The same with every object closed: a field that no schema names is a field that the contract does not know. */
function closed(schema: unknown): unknown {
  if (Array.isArray(schema)) return schema.map(closed)
  if (typeof schema !== 'object' || schema === null) return schema
  const inner = Object.fromEntries(Object.entries(schema).map(([key, value]) => [key, closed(value)]))
  return inner.type === 'object' && inner.properties !== undefined && inner.additionalProperties === undefined
    ? { ...inner, additionalProperties: false }
    : inner
}

const pointer = (...parts: string[]) => parts.map((p) => p.replaceAll('~', '~0').replaceAll('/', '~1')).join('/')

/** Holds answers to an OpenAPI document: says what is wrong with one, or nothing. */
export function answerChecker(document: OpenApi) {
  const ajv = new Ajv2020({ strict: false, validateFormats: false, allErrors: false })
  const { components } = document
  ajv.addSchema(
    { ...document, components: { ...components, schemas: closed(components.schemas) } } as Schema,
    'openapi.json',
  )
  const addresses = Object.keys(document.paths)
    .map((path) => ({
      path,
      pattern: new RegExp(
        `^${path
          .split(/\{\w+\}/)
          .map(escaped)
          .join('[^/]+')}$`,
      ),
    }))
    // One with fewer names in it is meant where two fit.
    .sort((a, b) => a.path.split('{').length - b.path.split('{').length)
  const compiled = new Map<string, ValidateFunction>()

  function validatorOf(path: string, method: string, status: string): ValidateFunction {
    const { $ref } = document.paths[path]![method]!.responses[status] as { $ref?: string }
    const at = $ref
      ? `${$ref.slice(2)}/${pointer('content', 'application/problem+json')}/schema`
      : `paths/${pointer(path)}/${method}/responses/${status}/${pointer('content', 'application/json')}/schema`
    const known = compiled.get(at) ?? ajv.compile({ $ref: `openapi.json#/${at}` })
    compiled.set(at, known)
    return known
  }

  return (method: string, address: string, status: number, body: unknown): string | undefined => {
    const pathname = address.split('?')[0]!
    const path = addresses.find(({ pattern }) => pattern.test(pathname))?.path
    const operation = path === undefined ? undefined : document.paths[path]![method.toLowerCase()]
    if (path === undefined || operation === undefined) return undefined
    if (!(status in operation.responses))
      return `${operation.operationId} answered ${status}, which the contract does not name.`
    const validate = validatorOf(path, method.toLowerCase(), String(status))
    if (validate(body)) return undefined
    const [error] = validate.errors!
    const detail = JSON.stringify(error!.params)
    return `${operation.operationId} (${status}) ${error!.instancePath || 'the answer'} ${error!.message} ${detail}`
  }
}

const escaped = (text: string) => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')
