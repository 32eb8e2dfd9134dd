// Every text of the interface with its place: what people read in templates, messages, titles and reports.
import { readFileSync } from 'node:fs'
import path from 'node:path'
import { parse as parseComponent } from '@vue/compiler-sfc'
import ts from 'typescript'
import { codeFilesIn } from '../files/code.mjs'

/** Where texts for people stand. The demo's own texts are content, and tests speak to developers. */
const rooms = ['app', 'core', 'contracts', 'server', 'scripts']
const passedOver = /\/(migrations|stand-ins)\/|cldr-patterns|scripts\/(words|lint|test)\/|server\/db\//

/** Attributes that people read or hear. */
const readAttributes = /^(placeholder|title|alt|label|aria-label|aria-description|it|what|removal|heading|empty)$/
/** Attributes whose expressions hold names, never texts. */
const namesOnly = /^(class|style|key|is|ref|lang|dir|type|for|id|name)$/

/** Whether a string is something that people read, rather than a name of the code. */
const isText = (text) => /\p{L}{2}/u.test(text) && (/\s/.test(text.trim()) || /^[\p{Lu}“‘«]/u.test(text.trim()))

/** Properties whose short values are words for people. */
const wordy = /^(does|label|title|words|message|name|help|detail|summary|note|phrase|said|hint|text)$/

/** What a template string says, its inserted values as `…`. */
const templateText = (node) => node.head.text + node.templateSpans.map((span) => `…${span.literal.text}`).join('')

/** Texts in code: literals that read like words. `from` is the line that the code begins on. */
function textsOfCode(code, from, add) {
  const source = ts.createSourceFile('x.ts', code, ts.ScriptTarget.Latest, true)
  const lineOf = (node) => from + source.getLineAndCharacterOfPosition(node.getStart()).line
  const visit = (node) => {
    if (ts.isImportDeclaration(node) || ts.isExportDeclaration(node) || ts.isTypeNode(node)) return
    // SQL is for the database.
    if (ts.isTaggedTemplateExpression(node) && /^sql\b/.test(node.tag.getText())) return
    if (ts.isTemplateExpression(node)) {
      if (isText(templateText(node))) add(lineOf(node), templateText(node))
    } else if (ts.isStringLiteral(node) || ts.isNoSubstitutionTemplateLiteral(node)) {
      const property = ts.isPropertyAssignment(node.parent) && node.parent.initializer === node
      const isWord = property && wordy.test(node.parent.name.getText().replace(/['"]/g, ''))
      if (isText(node.text) || (isWord && /\p{L}{2}/u.test(node.text))) add(lineOf(node), node.text)
    }
    ts.forEachChild(node, visit)
  }
  visit(source)
}

function textsOfTemplate(node, add) {
  const line = node.loc?.start.line ?? 0
  if (node.type === 2 && /\p{L}{2}/u.test(node.content)) add(line, node.content)
  if (node.type === 5) textsOfCode(`(${node.content.loc.source})`, line, add)
  for (const prop of node.props ?? []) {
    if (prop.type === 6 && prop.value && readAttributes.test(prop.name)) add(prop.loc.start.line, prop.value.content)
    const name = prop.arg?.content ?? ''
    if (prop.type === 7 && prop.exp && !namesOnly.test(name))
      textsOfCode(`(${prop.exp.loc.source})`, prop.loc.start.line, add)
  }
  for (const child of node.children ?? []) textsOfTemplate(child, add)
}

/** Every text of the interface: file, line, text. */
export function textsOf(root) {
  const texts = []
  for (const room of rooms) {
    for (const file of codeFilesIn(path.join(root, room))) {
      const name = path.relative(root, file)
      if (passedOver.test(name) || name.endsWith('.d.ts')) continue
      const add = (line, text) => {
        const shown = text.replace(/\s+/g, ' ').trim()
        if (shown !== '') texts.push({ file: name, line, text: shown })
      }
      const content = readFileSync(file, 'utf8')
      if (!name.endsWith('.vue')) textsOfCode(content, 1, add)
      else {
        const { descriptor } = parseComponent(content)
        const script = descriptor.scriptSetup ?? descriptor.script
        if (script) textsOfCode(script.content, script.loc.start.line, add)
        if (descriptor.template) textsOfTemplate(descriptor.template.ast, add)
      }
    }
  }
  return texts
}
