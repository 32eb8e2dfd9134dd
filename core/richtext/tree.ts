/** A node of rich text in normal form: a text, or an element of the small HTML subset. */
export type RichNode = string | RichElement

export interface RichElement {
  tag: string
  attributes: Record<string, string>
  children: RichNode[]
}

export const blockTags = new Set([
  'p',
  'h2',
  'h3',
  'h4',
  'ul',
  'ol',
  'li',
  'table',
  'thead',
  'tbody',
  'tr',
  'th',
  'td',
  'figure',
  'figcaption',
  'blockquote',
])
/** Marks in the order in which they are nested, outermost first. */
export const markTags = ['a', 'strong', 'em', 's', 'sup', 'sub'] as const
export const voidTags = new Set(['br', 'img'])

/** The attributes an element may carry, in the order in which they are written. */
export const allowedAttributes: Record<string, readonly string[]> = {
  a: ['href'],
  img: ['src', 'alt'],
  td: ['colspan', 'rowspan'],
  th: ['colspan', 'rowspan'],
  data: ['value'],
}
/** Attributes that blocks and marks may carry whatever they are. */
export const commonAttributes = ['lang', 'dir'] as const

export function isElement(node: RichNode): node is RichElement {
  return typeof node !== 'string'
}

/** Text made safe to stand between tags. */
export function escapeText(text: string): string {
  return !/[&<>]/.test(text) ? text : text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;')
}

/** Text made safe to stand in a double-quoted attribute. */
export function escapeAttribute(text: string): string {
  return escapeText(text).replace(/"/g, '&quot;')
}

/** What stands before the children of an element. */
export function openTag(node: RichElement): string {
  let out = `<${node.tag}`
  for (const name in node.attributes) out += ` ${name}="${escapeAttribute(node.attributes[name]!)}"`
  return `${out}>`
}

/** The one way in which a tree is written as HTML. */
export function serialise(nodes: readonly RichNode[]): string {
  let out = ''
  for (const node of nodes) {
    if (!isElement(node)) {
      out += escapeText(node)
      continue
    }
    out += openTag(node)
    if (!voidTags.has(node.tag)) out += `${serialise(node.children)}</${node.tag}>`
  }
  return out
}

/** All nodes of a tree, each before its children. */
export function* walk(nodes: readonly RichNode[]): Generator<RichNode> {
  for (const node of nodes) {
    yield node
    if (isElement(node)) yield* walk(node.children)
  }
}
