import { TextTooComplex } from './bounded-parser'
import { cleanStored } from './clean'
import { blockTags, isElement, walk, type RichNode } from './tree'

/**
 * The tree of a text that is already in normal form. Everything that pages show of texts goes through here, so it is
 * cleaned once more: nothing that was stored by another way stands on a page. A text beyond all bounds is nothing.
 */
export function readNormalForm(html: string): RichNode[] {
  if (html === '') return []
  if (!html.includes('<') && !html.includes('&')) return [html]
  try {
    return cleanStored(html)
  } catch (e) {
    if (e instanceof TextTooComplex) return []
    throw e
  }
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
