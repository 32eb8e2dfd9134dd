// Which files import each other in a circle.
import { existsSync, readFileSync } from 'node:fs'
import path from 'node:path'
import { codeFilesIn } from '../files/code.mjs'

const endings = ['', '.ts', '.vue', '.mjs', '/index.ts']
const importing = /(?:\bfrom|\bimport)\s*\(?\s*['"]([^'"\n]+)['"]/g

/** The file that an import names, where it is one of the project's own. */
function fileOf(root, from, source) {
  const alias = /^(?:@(core|contracts|server|demo)|(~))\/(.*)$/.exec(source)
  if (!alias && !source.startsWith('.')) return undefined
  const base = alias ? path.join(root, alias[1] ?? 'app', alias[3]) : path.resolve(path.dirname(from), source)
  return endings.map((ending) => base + ending).find((file) => path.extname(file) !== '' && existsSync(file))
}

/** What each file of some folders imports, by its full name. */
export function importsOf(root, folders) {
  const imports = new Map()
  for (const folder of folders.filter((f) => existsSync(path.join(root, f))))
    for (const file of codeFilesIn(path.join(root, folder))) {
      const sources = [...readFileSync(file, 'utf8').matchAll(importing)].map((m) => m[1])
      imports.set(file, new Set(sources.map((s) => fileOf(root, file, s)).filter(Boolean)))
    }
  return imports
}

/** The shortest way from a file over its imports back to itself; undefined where there is none. */
export function circleOf(file, imports) {
  const cameFrom = new Map([[file, undefined]])
  const waiting = [file]
  while (waiting.length > 0) {
    const at = waiting.shift()
    for (const next of imports.get(at) ?? []) {
      if (next === file) return wayTo(at, cameFrom)
      if (cameFrom.has(next)) continue
      cameFrom.set(next, at)
      waiting.push(next)
    }
  }
  return undefined
}

function wayTo(file, cameFrom) {
  const way = []
  for (let at = file; at !== undefined; at = cameFrom.get(at)) way.unshift(at)
  return way
}
