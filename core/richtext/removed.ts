import { parseFragment, type DefaultTreeAdapterTypes } from 'parse5'
import { safeAddress } from './clean'

/** What cleaning takes out of a text that comes from elsewhere, told to people. */
export const removals = ['looks', 'embedded', 'pictures', 'links', 'comments'] as const
export type Removal = (typeof removals)[number]

const looks = new Set([
  'style',
  'class',
  'id',
  'width',
  'height',
  'align',
  'bgcolor',
  'color',
  'face',
  'size',
  'border',
  'valign',
])
const embedded = new Set([
  'script',
  'style',
  'iframe',
  'object',
  'embed',
  'svg',
  'math',
  'template',
  'noscript',
  'audio',
  'video',
  'canvas',
  'form',
  'input',
  'button',
  'select',
  'textarea',
])
const old = new Set(['font', 'center', 'u', 'small', 'big', 'marquee'])

/** How often each kind of thing is taken out of a text when it is cleaned; kinds that do not occur are not told. */
export function removedFrom(html: string): Partial<Record<Removal, number>> {
  const counts: Partial<Record<Removal, number>> = {}
  const add = (what: Removal, n = 1) => {
    if (n > 0) counts[what] = (counts[what] ?? 0) + n
  }
  const visit = (nodes: readonly DefaultTreeAdapterTypes.ChildNode[]): void =>
    nodes.forEach((n) => {
      // Word processors wrap what they copy in comments of their own.
      if (n.nodeName === '#comment')
        return /fragment/i.test((n as DefaultTreeAdapterTypes.CommentNode).data) ? undefined : add('comments')
      if (!('tagName' in n)) return undefined
      const e = n as DefaultTreeAdapterTypes.Element
      const value = (name: string) => e.attrs.find((a) => a.name === name)?.value ?? ''
      if (e.attrs.some((a) => looks.has(a.name)) || old.has(e.tagName)) add('looks')
      if (embedded.has(e.tagName)) add('embedded')
      if (e.tagName === 'img' && safeAddress(value('src'), true) === undefined) add('pictures')
      if (e.tagName === 'a' && value('href') !== '' && safeAddress(value('href'), false) === undefined) add('links')
      return visit(e.childNodes)
    })
  visit(parseFragment(html).childNodes)
  return counts
}
