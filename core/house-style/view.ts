import { attributeTypes } from '../attributes/types/registry'
import type { AttributeTypeName, BoxItem, Value } from '../attributes/attribute'
import { readNormalForm } from '../richtext/read'
import { blockTags, isElement, type RichNode } from '../richtext/tree'
import type { Format } from './style'

/** What stands for an inline value in a stretch of words. */
export const inlineMark = '\ufffc'

/** A text as its checks see it: stretches of words, each a block, a key point or a line. */
export interface TextView {
  language: string
  type: AttributeTypeName
  stretches: string[]
  /** Formatting, with the stretch it stands in and where. */
  formatted: { format: Format; stretch: number; from: number; to: number }[]
  links: { href: string; stretch: number; from: number; to: number }[]
  /** Whether there is nothing but Latin text without combining marks, which is cheap to count. */
  latin: boolean
}

const formatOf: Record<string, Format> = {
  strong: 'strong',
  em: 'em',
  s: 's',
  sup: 'sup',
  sub: 'sub',
  h2: 'headings',
  h3: 'headings',
  h4: 'headings',
  ul: 'lists',
  ol: 'lists',
  table: 'tables',
  img: 'pictures',
}

/** A text ready for its checks. */
export function viewOf(value: Value, type: AttributeTypeName, language: string): TextView {
  const view: TextView = { language, type, stretches: [], formatted: [], links: [], latin: true }
  const { formatted } = attributeTypes[type]
  if (formatted === 'blocks') readBlocks(readNormalForm(String(value)), view)
  else if (formatted === 'lines') view.stretches = (value as string[]).map((point) => lineOf(readNormalForm(point)))
  else if (Array.isArray(value))
    view.stretches = value.flatMap((v: string | string[] | BoxItem) =>
      typeof v === 'string' ? [v] : Array.isArray(v) ? v : [v.item],
    )
  else view.stretches = [String(value)]
  view.latin = view.stretches.every(
    (s) => !/[^\u0020-\u02ff\u1e00-\u1eff\u2010-\u2027\u202f\u2030-\u205f\u20ac\ufffc]/.test(s),
  )
  return view
}

/** The words of a line that may hold inline values and marks. */
const lineOf = (nodes: readonly RichNode[]): string =>
  nodes.map((n) => (!isElement(n) ? n : n.tag === 'data' ? inlineMark : lineOf(n.children))).join('')

function readBlocks(nodes: readonly RichNode[], view: TextView) {
  let words = ''
  const begin = () => {
    if (words !== '') view.stretches.push(words)
    words = ''
  }
  const visit = (list: readonly RichNode[]) => {
    for (const node of list) {
      if (!isElement(node)) {
        words += node
        continue
      }
      const block = blockTags.has(node.tag)
      if (block) begin()
      const at = { stretch: view.stretches.length, from: words.length }
      if (node.tag === 'br') words += '\n'
      else if (node.tag === 'data') words += inlineMark
      else visit(node.children)
      if (block) begin()
      const to = block ? at.from : words.length
      const format = formatOf[node.tag]
      if (format) view.formatted.push({ format, ...at, to })
      if (node.attributes.href !== undefined) view.links.push({ href: node.attributes.href, ...at, to })
    }
  }
  visit(nodes)
  begin()
}
