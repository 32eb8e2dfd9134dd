import Ajv2020 from 'ajv/dist/2020'
import { createConfig, lintFromString } from '@redocly/openapi-core'
import openapiTS, { astToString } from 'openapi-typescript'
import path from 'node:path'
import ts from 'typescript'
import { beforeAll, describe, expect, it } from 'vitest'
import { operations, type Operation } from '@contracts/operations'
import { openApi } from '@server/http/openapi/document'
import { seeded } from '@core/numbers/seeded'
import { RequestMaker } from '../hostile/made-requests'

// The description of the HTTP interface against programs of others. OpenAPI 3.1.0: https://spec.openapis.org/oas/v3.1.0,
// JSON Schema 2020-12: https://json-schema.org/draft/2020-12.

const document = openApi('/')

describe('the OpenAPI document', () => {
  it('is valid and finds no fault with a linter', async () => {
    const config = await createConfig({ extends: ['recommended'] })
    const found = await lintFromString({ source: JSON.stringify(document), config })
    // No storefront can have the code `media`.
    const problems = found.filter((p) => !(p.ruleId === 'no-ambiguous-paths' && p.message.includes('/delivery/media/')))
    expect(problems.map((p) => `${p.ruleId}: ${p.message} ${p.location[0]?.pointer}`)).toEqual([])
  })
  it('names an answer or a file for every call', () => {
    const paths = document.paths as Record<string, Record<string, { responses: Record<string, object> }>>
    const nothing = (Object.values(operations) as Operation[])
      .filter(({ path, method }) => '204' in paths[path]![method]!.responses)
      .map(({ path, method }) => `${method} ${path}`)
    expect(nothing.every((call) => /^delete|cancel|portion|overrides|meanings/.test(call))).toBe(true)
  })
  it('takes what validates: a body that Joi lets through is one by its schema', () => {
    const ajv = new Ajv2020({ strict: false, validateFormats: false })
    ajv.addSchema(document, 'openapi.json')
    let taken = 0
    for (const [name, operation] of Object.entries(operations) as [string, Operation][]) {
      if (!operation.body || operation.bodyType) continue
      const { path, method } = operation
      const at = path.replaceAll('/', '~1')
      const validate = ajv.compile({
        $ref: `openapi.json#/paths/${at}/${method}/requestBody/content/application~1json/schema`,
      })
      const requests = new RequestMaker(seeded(7))
      for (let i = 0; i < 60; i++) {
        const { json } = requests.request(operation)
        if (json === undefined || operation.body.validate(json, { convert: false }).error) continue
        taken++
        expect([name, validate(json), validate.errors?.[0]?.instancePath, validate.errors?.[0]?.message]).toEqual([
          name,
          true,
          undefined,
          undefined,
        ])
      }
    }
    expect(taken).toBeGreaterThan(500)
  })
})

describe('a client that is generated from it', () => {
  let types = ''
  beforeAll(async () => {
    types = astToString(await openapiTS(JSON.stringify(document)))
  })

  /** What the compiler says of a program that uses the client, without the lines of libraries. */
  function errorsOf(program: string): string[] {
    const root = path.join(import.meta.dirname, '../..')
    const files: Record<string, string> = {
      [path.join(root, 'tests/conformance/generated.d.ts')]: types,
      [path.join(root, 'tests/conformance/generated-client.ts')]:
        `import createClient from 'openapi-fetch'\nimport type { paths } from './generated'\n` +
        `const client = createClient<paths>({ baseUrl: 'http://127.0.0.1' })\n${program}`,
    }
    const host = ts.createCompilerHost({})
    const { getSourceFile, fileExists, readFile } = host
    host.fileExists = (name) => name in files || fileExists(name)
    host.readFile = (name) => files[name] ?? readFile(name)
    host.getSourceFile = (name, version) =>
      name in files ? ts.createSourceFile(name, files[name]!, version) : getSourceFile(name, version)
    const [, main] = Object.keys(files)
    const compiled = ts.createProgram(
      [main!],
      {
        strict: true,
        noEmit: true,
        skipLibCheck: true,
        target: ts.ScriptTarget.ES2022,
        module: ts.ModuleKind.ESNext,
        moduleResolution: ts.ModuleResolutionKind.Bundler,
        lib: ['lib.es2023.d.ts', 'lib.dom.d.ts', 'lib.dom.iterable.d.ts'],
        types: [],
      },
      host,
    )
    return compiled
      .getSemanticDiagnostics(compiled.getSourceFile(main!))
      .map((d) => ts.flattenDiagnosticMessageText(d.messageText, ' '))
  }

  it('reads products, writes a piece and gets a typed 412', () => {
    expect(
      errorsOf(`
        const list = await client.GET('/api/products', { params: { query: { limit: 3 } } })
        const sku: string | undefined = list.data?.items[0]?.sku
        const piece = await client.GET('/api/pieces/{code}', { params: { path: { code: 'mounting' } } })
        const written = await client.PUT('/api/pieces/{code}', {
          params: { path: { code: 'mounting' }, header: { 'If-Match': '"old"' } },
          body: { ...piece.data!, name: 'Mounting' },
        })
        if (written.response.status === 412) {
          const detail: string | undefined = written.error?.detail
          const where: string | undefined = written.error?.errors?.[0]?.path
        }
      `),
    ).toEqual([])
  })
  it.each([
    ['a path that there is not', `await client.GET('/api/product')`],
    ['a query that there is not', `await client.GET('/api/products', { params: { query: { limits: 3 } } })`],
    ['a field that there is not', `const list = await client.GET('/api/products'); list.data?.items[0]?.weight`],
    ['a body of another form', `await client.POST('/api/tokens', { body: { title: 'x' } })`],
  ])('says so: %s', (_, program) => {
    expect(errorsOf(program)).not.toEqual([])
  })
})
