import type { DefaultTreeAdapterTypes } from 'parse5'
import { parseBounded } from './bounded-parser'
import { allowedAttributes, commonAttributes, type RichElement, type RichNode } from './tree'

const renamed: Record<string, string> = {
  b: 'strong',
  i: 'em',
  strike: 's',
  del: 's',
  h1: 'h2',
  h5: 'h4',
  h6: 'h4',
  tfoot: 'tbody',
}
const kept = new Set([
  'p',
  'h2',
  'h3',
  'h4',
  'ul',
  'ol',
  'li',
  'strong',
  'em',
  's',
  'sub',
  'sup',
  'a',
  'table',
  'thead',
  'tbody',
  'tr',
  'th',
  'td',
  'br',
  'figure',
  'img',
  'figcaption',
  'blockquote',
  'data',
])
/** Elements whose contents are no text of the page. */
const dropped = new Set([
  'script',
  'style',
  'template',
  'noscript',
  'iframe',
  'object',
  'embed',
  'svg',
  'math',
  'head',
  'title',
  'textarea',
  'select',
  'noembed',
  'noframes',
  'xmp',
  'plaintext',
  'colgroup',
  'audio',
  'video',
  'canvas',
])
/** Containers that end a line of text where they end, though they are no element of ours. */
const wrappers = new Set([
  'div',
  'section',
  'article',
  'header',
  'footer',
  'main',
  'aside',
  'center',
  'address',
  'pre',
  'dl',
  'dt',
  'dd',
  'form',
  'fieldset',
])

/**
 * What an attribute's address may be: https, mailto, tel, or a path or anchor of this site; nothing protocol-relative.
 */
export function safeAddress(address: string, forImage: boolean): string | undefined {
  // Browsers drop control characters and white space inside a scheme, so they are dropped before it is evaluated.
  const bare = address.replace(/[\u0000-\u0020\u007f-\u009f\u00ad\u200b-\u200f\u2028-\u202f\ufeff]/g, '')
  if (bare.startsWith('//') || bare.startsWith('/\\') || bare.startsWith('\\')) return undefined
  const scheme = /^([a-z][a-z0-9+.-]*):/i.exec(bare)?.[1]?.toLowerCase()
  if (scheme === undefined) return /^[/#]/.test(bare) ? bare : undefined
  if (scheme === 'https') return /^https:\/\/[^/\\]/i.test(bare) ? bare : undefined
  return !forImage && (scheme === 'mailto' || scheme === 'tel') ? bare : undefined
}

function attributesOf(tag: string, source: { name: string; value: string }[]): Record<string, string> | undefined {
  const given = Object.fromEntries(source.map((a) => [a.name, a.value]))
  const out: Record<string, string> = {}
  for (const name of [...(allowedAttributes[tag] ?? []), ...(tag === 'data' || tag === 'br' ? [] : commonAttributes)]) {
    const value = given[name]
    if (value === undefined) continue
    if (name === 'href' || name === 'src') {
      const address = safeAddress(value, name === 'src')
      if (address === undefined) continue
      out[name] = address
    } else if (name === 'colspan' || name === 'rowspan') {
      const n = Number.parseInt(value, 10)
      if (n >= 2 && n <= 100) out[name] = String(n)
    } else if (name === 'dir') {
      if (value === 'ltr' || value === 'rtl') out.dir = value
    } else if (name === 'lang') {
      if (/^[a-z]{2,8}(-[a-z0-9]{1,8})*$/i.test(value)) out.lang = value
    } else {
      out[name] = value
    }
  }
  return out
}

/** Marks where a wrapper that is no element of ours began or ended: text on both sides is not one paragraph. */
export const lineBoundary: RichElement = { tag: '#boundary', attributes: {}, children: [] }

/** What differs between texts that come in and texts that are stored. */
interface Cleaning {
  /** What stands where a wrapper begins or ends. */
  boundary: readonly RichElement[]
  /** Whether inline values keep what they are filled with; of texts that come in, that is a label for people. */
  filled: boolean
}

function cleaned(node: DefaultTreeAdapterTypes.ChildNode, how: Cleaning): RichNode[] {
  if (node.nodeName === '#text') return [(node as DefaultTreeAdapterTypes.TextNode).value]
  if (!('tagName' in node)) return []
  const element = node as DefaultTreeAdapterTypes.Element
  if (dropped.has(element.tagName) || element.namespaceURI !== 'http://www.w3.org/1999/xhtml') return []
  const tag = renamed[element.tagName] ?? element.tagName
  const children = element.childNodes.flatMap((c) => cleaned(c, how))
  if (!kept.has(tag)) return wrappers.has(tag) ? [...how.boundary, ...children, ...how.boundary] : children
  const attributes = attributesOf(tag, element.attrs)!
  if (tag === 'a' && attributes.href === undefined) return children
  if (tag === 'img')
    return attributes.src === undefined
      ? []
      : [{ tag, attributes: { src: attributes.src, alt: attributes.alt ?? '', ...attributes }, children: [] }]
  if (tag === 'data') {
    const address = attributes.value ?? ''
    return /^(attribute|storefront|step|page|live):[a-z0-9-]+$/.test(address)
      ? [{ tag, attributes: { value: address }, children: how.filled ? children : [] }]
      : children
  }
  if (tag === 'br') return [{ tag, attributes: {}, children: [] }]
  return [{ tag, attributes, children }]
}

/**
 * HTML of any origin, parsed as browsers do, with only the elements and attributes of our subset left. Throws
 * TextTooComplex.
 */
export function cleanTree(html: string): RichNode[] {
  return parseBounded(html).flatMap((n) => cleaned(n, { boundary: [lineBoundary], filled: false }))
}

/**
 * The same for a text that is stored, whose inline values may be filled in: it is in normal form, and is cleaned all
 * the same, should it have been stored by another way.
 */
export function cleanStored(html: string): RichNode[] {
  return parseBounded(html).flatMap((n) => cleaned(n, { boundary: [], filled: true }))
}
