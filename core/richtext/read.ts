import { parseFragment, type DefaultTreeAdapterTypes } from 'parse5'
import { blockTags, isElement, walk, type RichNode } from './tree'

/** The tree of a text that is already in normal form. */
export function readNormalForm(html: string): RichNode[] {
  const read = (node: DefaultTreeAdapterTypes.ChildNode): RichNode[] => {
    if (node.nodeName === '#text') return [(node as DefaultTreeAdapterTypes.TextNode).value]
    if (!('tagName' in node)) return []
    const e = node as DefaultTreeAdapterTypes.Element
    return [{ tag: e.tagName, attributes: Object.fromEntries(e.attrs.map((a) => [a.name, a.value])), children: e.childNodes.flatMap(read) }]
  }
  return html.includes('<') || html.includes('&') ? parseFragment(html).childNodes.flatMap(read) : html === '' ? [] : [html]
}

/** The addresses of the inline values in a text, each once, in order: `attribute:weight`, `storefront:phone`. */
export function inlineAddresses(html: string): string[] {
  return [...new Set([...html.matchAll(/<data value="([^"]*)">/g)].map((m) => m[1]!))]
}

/** The text of a tree without its marks; blocks and breaks end a line. Inline values read as `@address`. */
export function plainTextOf(nodes: readonly RichNode[]): string {
  let out = ''
  const visit = (list: readonly RichNode[]) => {
    for (const node of list) {
      if (!isElement(node)) out += node
      else if (node.tag === 'br') out += '\n'
      else if (node.tag === 'data') out += `@${(node.attributes.value ?? '').replace(/^attribute:/, '')}`
      else {
        if (blockTags.has(node.tag) && out !== '' && !out.endsWith('\n')) out += '\n'
        visit(node.children)
        if (blockTags.has(node.tag) && out !== '' && !out.endsWith('\n')) out += '\n'
      }
    }
  }
  visit(nodes)
  return out.replace(/\n$/, '')
}

/** The plain text of a rich text in normal form. */
export function plainText(html: string): string {
  return plainTextOf(readNormalForm(html))
}

/** Whether a text says anything: a word, a picture or an inline value. */
export function hasContent(html: string): boolean {
  for (const node of walk(readNormalForm(html))) {
    if (isElement(node) ? node.tag === 'img' || node.tag === 'data' : node.trim() !== '') return true
  }
  return false
}
