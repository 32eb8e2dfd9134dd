import { readNormalForm } from '../richtext/read'
import { isElement, serialise, walk, type RichElement, type RichNode } from '../richtext/tree'

/** The smallest blocks that go when an optional value in them is empty. */
const smallest = new Set(['p', 'li', 'tr', 'h2', 'h3', 'h4', 'figure'])

/** What an inline value reads as in an edition; undefined where it is empty. Formatted texts have `html` too. */
export type ValueReader = (address: string) => { text: string; html?: string } | undefined

/** What addresses read as, for those that have a value. */
export function readAddresses(addresses: readonly string[], read: ValueReader): Record<string, string> {
  return Object.fromEntries(addresses.flatMap((address) => {
    const text = read(address)?.text
    return text === undefined ? [] : [[address, text]]
  }))
}

export interface Filled {
  html: string
  /** Addresses that had no value. */
  empty: string[]
  filled: string[]
  /** Whether any text, picture or filled value is left. */
  hasContent: boolean
}

const nothingLeft = Symbol('an empty value, for the block around it to answer for')

/** The address of the inline value that is all a paragraph holds. */
function wholeParagraph(node: RichElement): string | undefined {
  const [only] = node.children
  return node.tag === 'p' && node.children.length === 1 && only && isElement(only) && only.tag === 'data' ? only.attributes.value : undefined
}

/**
 * A text, given as its tree, with its inline values filled in. A formatted text that stands alone in a paragraph takes the paragraph's
 * place with its formatting; inside a sentence it reads as plain text. The smallest block (`p li tr h2 h3 h4 figure`) around an empty one is
 * left out; lists, tables and quotations that lose all their contents go with them.
 */
export function fillInline(text: readonly RichNode[], read: ValueReader): Filled {
  const empty = new Set<string>()
  const filled = new Set<string>()
  let content = false

  const visit = (nodes: readonly RichNode[]): RichNode[] | typeof nothingLeft => {
    const out: RichNode[] = []
    for (const node of nodes) {
      if (!isElement(node)) {
        out.push(node)
        continue
      }
      if (node.tag === 'data') {
        const address = node.attributes.value ?? ''
        const value = read(address)
        if (value === undefined) {
          empty.add(address)
          return nothingLeft
        }
        filled.add(address)
        out.push({ tag: node.tag, attributes: node.attributes, children: [value.text] })
        continue
      }
      const whole = wholeParagraph(node)
      const formatted = whole === undefined ? undefined : read(whole)?.html
      if (formatted !== undefined) {
        filled.add(whole!)
        out.push(...readNormalForm(formatted))
        continue
      }
      const children = visit(node.children)
      if (children === nothingLeft) {
        if (smallest.has(node.tag)) continue
        return nothingLeft
      }
      const lost = children.length === 0 && node.children.length > 0
      if (!lost) out.push({ tag: node.tag, attributes: node.attributes, children })
    }
    return out
  }
  const tree = visit(text)
  const kept = tree === nothingLeft ? [] : tree
  const look = (nodes: readonly RichNode[]): void => nodes.forEach((n) => {
    if (!isElement(n)) content ||= n.trim() !== ''
    else if (n.tag === 'img') content = true
    else look(n.children)
  })
  look(kept)
  // An empty value stops the reading of its block, so the ones after it are looked for by themselves.
  if (empty.size > 0) {
    for (const node of walk(text)) {
      const address = isElement(node) && node.tag === 'data' ? node.attributes.value ?? '' : ''
      if (address !== '' && !empty.has(address) && !filled.has(address)) (read(address) === undefined ? empty : filled).add(address)
    }
  }
  return { html: serialise(kept), empty: [...empty], filled: [...filled], hasContent: content }
}
