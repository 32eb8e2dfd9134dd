import { isElement, type RichElement, type RichNode } from '../richtext/tree'

/**
 * A placeholder of a segment: a mark that opens and closes, or what stands alone (an inline value, a line break, a
 * picture). In a segment's text it is written by its number: `<1>bold</1>`, `<2/>`; there, `&` and `<` are `&amp;` and
 * `&lt;`.
 */
export interface Placeholder {
  n: number
  tag: string
  attributes: Record<string, string>
  alone: boolean
}

/** A stretch of words with numbered placeholders. */
export interface Coded {
  text: string
  placeholders: Placeholder[]
}

/** A piece of a coded text: words, or a placeholder that opens, closes or stands alone. */
export type CodedPart = string | { n: number; is: 'open' | 'close' | 'alone' }

const mark = /<(\/?)(\d{1,4})(\/?)>/g

/** Words made safe to stand in a coded text. */
export const escapeCoded = (words: string): string => words.replace(/&/g, '&amp;').replace(/</g, '&lt;')
const unescapeCoded = (text: string): string => text.replace(/&lt;/g, '<').replace(/&amp;/g, '&')

/** A coded text taken apart. What looks like no placeholder is words. */
export function partsOf(text: string): CodedPart[] {
  const out: CodedPart[] = []
  let from = 0
  for (const m of text.matchAll(mark)) {
    if (m[1] && m[3]) continue
    if (m.index > from) out.push(unescapeCoded(text.slice(from, m.index)))
    out.push({ n: Number(m[2]), is: m[1] ? 'close' : m[3] ? 'alone' : 'open' })
    from = m.index + m[0].length
  }
  if (from < text.length) out.push(unescapeCoded(text.slice(from)))
  return out
}

/** The text of parts; the inverse of `partsOf`. */
export function textOfParts(parts: readonly CodedPart[]): string {
  return parts
    .map((p) =>
      typeof p === 'string'
        ? escapeCoded(p)
        : p.is === 'open'
          ? `<${p.n}>`
          : p.is === 'close'
            ? `</${p.n}>`
            : `<${p.n}/>`,
    )
    .join('')
}

/** The words of a coded text, without its placeholders. */
export const wordsOfCoded = (text: string): string =>
  partsOf(text)
    .filter((p) => typeof p === 'string')
    .join('')

/** The same with one sign (U+FFFC) for each placeholder that stands alone, as places in a segment are counted. */
export const flatOfCoded = (text: string): string =>
  partsOf(text)
    .map((p) => (typeof p === 'string' ? p : p.is === 'alone' ? '\ufffc' : ''))
    .join('')

const standsAlone = (e: RichElement) => e.tag === 'data' || e.tag === 'br' || e.tag === 'img'

/** What a placeholder stands for, so that two of one kind and address are the same. */
export const addressOf = (p: Pick<Placeholder, 'tag' | 'attributes'>): string =>
  `${p.tag} ${p.attributes.value ?? p.attributes.href ?? p.attributes.src ?? ''}`

/**
 * Inline content as a coded text, placeholders numbered from 1 in their order. The label inside an inline value is for
 * people, and is left away.
 */
export function encode(nodes: readonly RichNode[]): Coded {
  const placeholders: Placeholder[] = []
  const visit = (list: readonly RichNode[]): string =>
    list
      .map((node) => {
        if (!isElement(node)) return escapeCoded(node)
        const n = placeholders.length + 1
        const alone = standsAlone(node)
        placeholders.push({ n, tag: node.tag, attributes: node.attributes, alone })
        return alone ? `<${n}/>` : `<${n}>${visit(node.children)}</${n}>`
      })
      .join('')
  return { text: visit(nodes), placeholders }
}

/** A coded text without some of its placeholders; what they held stays. */
export const withoutPlaceholders = (text: string, drop: (n: number) => boolean): string =>
  textOfParts(partsOf(text).filter((p) => typeof p === 'string' || !drop(p.n)))

/**
 * What is wrong with the placeholders of a coded text: unknown ones, and marks that do not open and close as they
 * should.
 */
export function brokenPlaceholders(
  text: string,
  placeholders: readonly Placeholder[],
): { n: number; why: 'unknown' | 'unbalanced' }[] {
  const known = new Map(placeholders.map((p) => [p.n, p]))
  const open: number[] = []
  const out: { n: number; why: 'unknown' | 'unbalanced' }[] = []
  for (const part of partsOf(text)) {
    if (typeof part === 'string') continue
    const p = known.get(part.n)
    if (!p || p.alone !== (part.is === 'alone')) out.push({ n: part.n, why: 'unknown' })
    else if (part.is === 'open') open.push(part.n)
    else if (part.is === 'close' && open.pop() !== part.n) out.push({ n: part.n, why: 'unbalanced' })
  }
  out.push(...open.map((n) => ({ n, why: 'unbalanced' as const })))
  return out.filter((b, i) => out.findIndex((x) => x.n === b.n && x.why === b.why) === i)
}

/**
 * The inline content that a coded text stands for. Marks that are never closed end with the text; what is unknown is
 * left out.
 */
export function decode(text: string, placeholders: readonly Placeholder[]): RichNode[] {
  const known = new Map(placeholders.map((p) => [p.n, p]))
  const root: RichNode[] = []
  const open: { n: number; children: RichNode[] }[] = []
  const here = () => open.at(-1)?.children ?? root
  for (const part of partsOf(text)) {
    if (typeof part === 'string') here().push(part)
    else {
      const p = known.get(part.n)
      if (!p) continue
      if (part.is === 'alone' && p.alone) here().push({ tag: p.tag, attributes: p.attributes, children: [] })
      else if (part.is === 'open' && !p.alone) {
        const element: RichElement = { tag: p.tag, attributes: p.attributes, children: [] }
        here().push(element)
        open.push({ n: part.n, children: element.children })
      } else if (part.is === 'close') {
        const at = open.findLastIndex((o) => o.n === part.n)
        if (at >= 0) open.length = at
      }
    }
  }
  return root
}

/**
 * A coded text under the numbers of another's placeholders: each takes the number of the first there that stands for
 * the same and is not taken yet. What stands for nothing there is numbered behind it, and given back as `extra`.
 */
export function renumber(given: Coded, like: readonly Placeholder[]): { text: string; extra: Placeholder[] } {
  const free = [...like]
  let next = Math.max(0, ...like.map((p) => p.n)) + 1
  const extra: Placeholder[] = []
  const numbers = new Map(
    given.placeholders.map((p) => {
      const at = free.findIndex((f) => f.alone === p.alone && addressOf(f) === addressOf(p))
      if (at >= 0) return [p.n, free.splice(at, 1)[0]!.n] as const
      extra.push({ ...p, n: next })
      return [p.n, next++] as const
    }),
  )
  return {
    text: textOfParts(
      partsOf(given.text).map((p) => (typeof p === 'string' ? p : { ...p, n: numbers.get(p.n) ?? p.n })),
    ),
    extra,
  }
}
