// Writes what follows from the contract of the HTTP interface: the schemas of what calls answer, from their TypeScript
// types, to contracts/answers.json; and how each call is made, to contracts/calls.json, which is all that the browser
// needs of it. With --check it only says whether they are up to date.
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import path from 'node:path'
import { pathToFileURL } from 'node:url'
import { build } from 'esbuild'
import prettier from 'prettier'
import ts from 'typescript'
import { schemasOf } from './contract/json-schema.mjs'

const root = path.join(import.meta.dirname, '..')
const operations = path.join(root, 'contracts/operations/index.ts')

/** The compiler's options, and its program over the operations alone. */
function programOf() {
  const { config } = ts.readConfigFile(path.join(root, 'tsconfig.tools.json'), ts.sys.readFile)
  const { options } = ts.convertCompilerOptionsFromJson(config.compilerOptions, root)
  return ts.createProgram([operations], { ...options, baseUrl: root, noEmit: true })
}

/** By the name of each call that answers JSON: the schema of its answer; and the definitions that these share. */
function answers() {
  const program = programOf()
  const checker = program.getTypeChecker()
  const exported = checker.getExportsOfModule(checker.getSymbolAtLocation(program.getSourceFile(operations)))
  const all = checker.getDeclaredTypeOfSymbol(exported.find((s) => s.name === 'JsonAnswers'))
  const { schemaOf, definitions } = schemasOf(checker)
  const byName = {}
  for (const property of checker.getPropertiesOfType(all))
    byName[property.name] = schemaOf(checker.getTypeOfSymbol(property))
  return { answers: byName, definitions }
}

/** By the name of each call: its method and path, whether it takes a body and only reads, and its kind of record. */
async function calls() {
  const { outputFiles } = await build({
    entryPoints: [operations],
    bundle: true,
    write: false,
    format: 'esm',
    platform: 'node',
    packages: 'external',
    alias: { '@core': path.join(root, 'core'), '@contracts': path.join(root, 'contracts') },
  })
  const built = path.join(root, 'node_modules/.cache/contract-calls.mjs')
  mkdirSync(path.dirname(built), { recursive: true })
  writeFileSync(built, outputFiles[0].contents)
  const module = await import(pathToFileURL(built).href)
  return Object.fromEntries(
    Object.entries(module.operations).map(([name, { method, path: at, body, reads, record }]) => [
      name,
      { method, path: at, body: body !== undefined, reads: reads === true, record: record ?? null },
    ]),
  )
}

/** Writes a file, or says that it is not up to date. */
async function keep(name, content) {
  const file = path.join(root, 'contracts', name)
  const config = await prettier.resolveConfig(file)
  const written = await prettier.format(JSON.stringify(content), { ...config, parser: 'json' })
  if (!process.argv.includes('--check')) return writeFileSync(file, written)
  if (readFileSync(file, 'utf8') === written) return
  console.error(`contracts/${name} does not say what the contract says. Run: npm run contract`)
  process.exitCode = 1
}

await keep('answers.json', answers())
await keep('calls.json', await calls())
