// Writes the schemas of what calls answer, from their TypeScript types, to contracts/answers.json. With --check it only
// says whether they are up to date.
import { readFileSync, writeFileSync } from 'node:fs'
import path from 'node:path'
import prettier from 'prettier'
import ts from 'typescript'
import { schemasOf } from './contract/json-schema.mjs'

const root = path.join(import.meta.dirname, '..')
const file = path.join(root, 'contracts/answers.json')
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

const written = await prettier.format(JSON.stringify(answers()), {
  ...(await prettier.resolveConfig(file)),
  parser: 'json',
})
if (process.argv.includes('--check')) {
  if (readFileSync(file, 'utf8') !== written) {
    console.error('contracts/answers.json does not say what the types say. Run: npm run contract')
    process.exit(1)
  }
} else writeFileSync(file, written)
