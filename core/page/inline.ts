import { readNormalForm } from '../richtext/read'
import { isElement, openTag, serialise, voidTags, type RichElement, type RichNode } from '../richtext/tree'

/** The smallest blocks that go when an optional value in them is empty. */
const smallest = new Set(['p', 'li', 'tr', 'h2', 'h3', 'h4', 'figure'])

/** What an inline value reads as in an edition; undefined where it is empty. Formatted texts have `html` too. */
export type ValueReader = (address: string) => { text: string; html?: string } | undefined

/** What addresses read as, for those that have a value. */
export function readAddresses(addresses: readonly string[], read: ValueReader): Record<string, string> {
  return Object.fromEntries(
    addresses.flatMap((address) => {
      const text = read(address)?.text
      return text === undefined ? [] : [[address, text]]
    }),
  )
}

export interface Filled {
  html: string
  /** Addresses that had no value. */
  empty: readonly string[]
  filled: readonly string[]
  /** Whether any text, picture or filled value is left. */
  hasContent: boolean
}

/**
 * A part of a text that is made ready for filling: what holds no inline value, an inline value, or an element around
 * some.
 */
interface Part {
  of: 'still' | 'value' | 'element'
  /** What is written before what it holds; all of it where it holds no inline value. */
  open: string
  close: string
  /** Of what holds no inline value: whether there is a text or picture in it. */
  says: boolean
  /** Of an inline value: its address. Of a paragraph that is nothing but one: that one's. */
  address: string | undefined
  smallest: boolean
  parts: readonly Part[]
}

interface Template {
  parts: readonly Part[]
  addresses: readonly string[]
}

/** The address of the inline value that is all a paragraph holds. */
function wholeParagraph(node: RichElement): string | undefined {
  const [only] = node.children
  return node.tag === 'p' && node.children.length === 1 && only && isElement(only) && only.tag === 'data'
    ? only.attributes.value
    : undefined
}

/** Whether any text or picture stands in nodes. */
const sayAnything = (nodes: readonly RichNode[]): boolean =>
  nodes.some((n) => (isElement(n) ? n.tag === 'img' || sayAnything(n.children) : n.trim() !== ''))

function templateOf(nodes: readonly RichNode[]): Template {
  const addresses = new Set<string>()
  const still = (node: RichNode): boolean => !isElement(node) || (node.tag !== 'data' && node.children.every(still))
  const prepare = (list: readonly RichNode[]): Part[] => {
    const parts: Part[] = []
    for (const node of list) {
      if (!isElement(node) || still(node)) {
        const [html, says] = [serialise([node]), sayAnything([node])]
        const last = parts.at(-1)
        if (last?.of === 'still') [last.open, last.says] = [last.open + html, last.says || says]
        else parts.push({ of: 'still', open: html, close: '', says, address: undefined, smallest: false, parts: [] })
        continue
      }
      const close = voidTags.has(node.tag) ? '' : `</${node.tag}>`
      const address = node.tag === 'data' ? (node.attributes.value ?? '') : wholeParagraph(node)
      if (node.tag === 'data') addresses.add(address!)
      parts.push({
        of: node.tag === 'data' ? 'value' : 'element',
        open: openTag(node),
        close,
        says: false,
        address,
        smallest: smallest.has(node.tag),
        parts: node.tag === 'data' ? [] : prepare(node.children),
      })
    }
    return parts
  }
  return { parts: prepare(nodes), addresses: [...addresses] }
}

/** Texts stand on thousands of pages, so each is made ready once. */
const templates = new WeakMap<readonly RichNode[], Template>()

/**
 * A text, given as its tree, with its inline values filled in. A formatted text that stands alone in a paragraph takes
 * the paragraph's place with its formatting; inside a sentence it reads as plain text. The smallest block (`p li tr h2
 * h3 h4 figure`) around an empty one is left out; lists, tables and quotations that lose all their contents go with
 * them. The tree must not be changed afterwards.
 */
export function fillInline(text: readonly RichNode[], read: ValueReader): Filled {
  let template = templates.get(text)
  if (!template) templates.set(text, (template = templateOf(text)))
  const empty: string[] = []
  const filled: string[] = []
  let html = ''
  let says = false
  const note = (list: string[], address: string) => {
    if (!list.includes(address)) list.push(address)
  }

  /** Writes parts one after the other; false where one is empty, for the block around it to answer for. */
  const write = (parts: readonly Part[]): boolean => {
    for (const part of parts) {
      if (part.of === 'still') {
        html += part.open
        says ||= part.says
        continue
      }
      const value = part.address === undefined ? undefined : read(part.address)
      if (part.of === 'value') {
        if (value === undefined) {
          note(empty, part.address!)
          return false
        }
        note(filled, part.address!)
        html += part.open + serialise([value.text]) + part.close
        says ||= value.text.trim() !== ''
        continue
      }
      if (value?.html !== undefined) {
        note(filled, part.address!)
        const nodes = readNormalForm(value.html)
        html += serialise(nodes)
        says ||= sayAnything(nodes)
        continue
      }
      const [before, saidBefore] = [html, says]
      html += part.open
      const begun = html.length
      if (!write(part.parts)) {
        ;[html, says] = [before, saidBefore]
        if (!part.smallest) return false
      } else if (html.length === begun) html = before
      else html += part.close
    }
    return true
  }
  if (!write(template.parts)) [html, says] = ['', false]
  // An empty value stops the reading of its block, so the ones after it are looked for by themselves.
  if (empty.length > 0)
    for (const address of template.addresses)
      if (address !== '' && !empty.includes(address) && !filled.includes(address))
        (read(address) === undefined ? empty : filled).push(address)
  return { html, empty, filled, hasContent: says }
}
