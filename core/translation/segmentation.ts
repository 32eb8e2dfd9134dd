import type { AttributeTypeName, BoxItem, Value } from '../attributes/attribute'
import { lineNormalForm, normalForm } from '../richtext/normal-form'
import { readNormalForm } from '../richtext/read'
import { isElement, markTags, serialise, type RichNode } from '../richtext/tree'
import { decode, encode, renumber, wordsOfCoded, type Coded, type Placeholder } from './coded'
import { sentenceStarts, spacesSentences } from './sentences'

/** One segment of a unit: a sentence, a heading, a cell, an alternative text. */
export interface Segment extends Coded {
  /** `s1`, `s2` … in the order of the text. */
  id: string
  /** The stretch that it stands in: a block, a key point, a cell. Segments of one stretch can be joined. */
  stretch: number
  /** Where in its stretch it begins and ends. */
  from: number
  to: number
}

/** Where stretches break, by stretch, where somebody broke them otherwise than at the ends of sentences. */
export type SegmentBreaks = Record<number, number[]>

/** A text broken into segments, and how it is put together again. */
export interface SegmentedText {
  segments: Segment[]
  /** All stretches of words in order, also those that hold none to translate. */
  stretches: Stretch[]
  /** The value with other stretches in their place. Stretches without words are given back as they are. */
  rebuild(stretches: readonly (readonly RichNode[])[]): Value
}

/** A stretch of inline content between block ends; `plain` where it holds words alone. */
export interface Stretch {
  nodes: readonly RichNode[]
  plain: boolean
}

const marks: ReadonlySet<string> = new Set(markTags)
const isInline = (n: RichNode) => !isElement(n) || marks.has(n.tag) || n.tag === 'br' || n.tag === 'data'

/** The text that is segmented: words as they are, anything else one sign. */
export const flat = (nodes: readonly RichNode[]): string =>
  nodes
    .map((n) => (!isElement(n) ? n : n.tag === 'br' ? '\n' : marks.has(n.tag) ? flat(n.children) : '\ufffc'))
    .join('')

/** A part of inline content; marks across its ends are closed and opened again. */
function sliceOf(nodes: readonly RichNode[], from: number, to: number): RichNode[] {
  let at = 0
  const visit = (list: readonly RichNode[]): RichNode[] =>
    list.flatMap((n): RichNode[] => {
      if (!isElement(n)) {
        const start = at
        at += n.length
        const part = n.slice(Math.max(0, from - start), Math.max(0, to - start))
        return part === '' ? [] : [part]
      }
      if (!marks.has(n.tag)) {
        at += 1
        return at - 1 >= from && at <= to ? [n] : []
      }
      const children = visit(n.children)
      return children.length === 0 ? [] : [{ ...n, children }]
    })
  return visit(nodes)
}

function richStretches(html: string): { stretches: Stretch[]; rebuild: SegmentedText['rebuild'] } {
  const tree = readNormalForm(html)
  const stretches: Stretch[] = []
  const collect = (nodes: readonly RichNode[]): void => {
    for (let i = 0; i < nodes.length; i++) {
      const node = nodes[i]!
      if (isInline(node)) {
        let j = i
        while (j < nodes.length && isInline(nodes[j]!)) j++
        stretches.push({ nodes: nodes.slice(i, j), plain: false })
        i = j - 1
      } else if (isElement(node)) {
        if (node.tag === 'img') stretches.push({ nodes: node.attributes.alt ? [node.attributes.alt] : [], plain: true })
        collect(node.children)
      }
    }
  }
  collect(tree)
  return {
    stretches,
    rebuild(others) {
      let next = 0
      const build = (nodes: readonly RichNode[]): RichNode[] => {
        const out: RichNode[] = []
        for (let i = 0; i < nodes.length; i++) {
          const node = nodes[i]!
          if (isInline(node)) {
            while (i + 1 < nodes.length && isInline(nodes[i + 1]!)) i++
            out.push(...others[next++]!)
          } else if (isElement(node)) {
            const attributes =
              node.tag === 'img' && others[next] ? altOf(node.attributes, flat(others[next]!)) : node.attributes
            if (node.tag === 'img') next++
            out.push({ ...node, attributes, children: build(node.children) })
          }
        }
        return out
      }
      return normalForm(serialise(build(tree)))
    },
  }
}

const altOf = (attributes: Record<string, string>, alt: string) =>
  alt === '' && attributes.alt === undefined ? attributes : { ...attributes, alt }

const plain = (text: string): Stretch => ({ nodes: text === '' ? [] : [text], plain: true })

/** The stretches of values of each type that holds words. */
const shapes: Partial<
  Record<AttributeTypeName, (value: Value) => { stretches: Stretch[]; rebuild: SegmentedText['rebuild'] }>
> = {
  'rich-text': (value) => richStretches(String(value)),
  'key-points': (value) => ({
    stretches: (value as string[]).map((p) => ({ nodes: readNormalForm(p), plain: false })),
    rebuild: (s) => s.map((nodes) => lineNormalForm(serialise(nodes))),
  }),
  table: (value) => {
    const rows = value as string[][]
    let at = 0
    return {
      stretches: rows.flat().map(plain),
      rebuild: (s) => {
        at = 0
        return rows.map((r) => r.map(() => flat(s[at++]!)))
      },
    }
  },
  'box-contents': (value) => {
    const items = value as BoxItem[]
    return {
      stretches: items.map((b) => plain(b.item)),
      rebuild: (s) => items.map((b, i) => ({ quantity: b.quantity, item: flat(s[i]!) })),
    }
  },
}
const line = (value: Value) => ({
  stretches: [plain(String(value))],
  rebuild: (s: readonly (readonly RichNode[])[]) => flat(s[0]!),
})

const hasWords = (text: string) => /\p{L}/u.test(text)

/** The bounds of a stretch's segments, white space at their ends left out. */
function boundsOf(text: string, language: string, breaks: readonly number[] | undefined): [number, number][] {
  const starts = breaks ? [0, ...breaks.filter((c) => c > 0 && c < text.length)] : sentenceStarts(text, language)
  const out = starts
    .map((from, i): [number, number] => {
      const to = starts[i + 1] ?? text.length
      const part = text.slice(from, to)
      return [from + (part.length - part.trimStart().length), to - (part.length - part.trimEnd().length)]
    })
    .filter(([from, to]) => to > from)
  // A stretch without a letter between two others is no sentence: it stays with the one before it.
  return out.reduce<[number, number][]>((kept, [from, to]) => {
    const last = kept.at(-1)
    if (last && !breaks && !hasWords(text.slice(from, to)) && !text.slice(last[1], from).includes('\n'))
      kept[kept.length - 1] = [last[0], to]
    else kept.push([from, to])
    return kept
  }, [])
}

/**
 * Breaks a value in stored form at block ends and sentence ends. Stretches without a letter are left as they are.
 * Formatting and inline values become numbered placeholders; a mark across a break is closed and opened again.
 */
export function segmentText(
  value: Value,
  type: AttributeTypeName,
  language: string,
  breaks: SegmentBreaks = {},
): SegmentedText {
  const { stretches, rebuild } = (shapes[type] ?? line)(value)
  const segments: Segment[] = []
  stretches.forEach((s, stretch) => {
    const text = flat(s.nodes)
    if (!hasWords(text)) return
    for (const [from, to] of boundsOf(text, language, breaks[stretch]))
      segments.push({ id: `s${segments.length + 1}`, stretch, from, to, ...encode(sliceOf(s.nodes, from, to)) })
  })
  return { segments, stretches, rebuild }
}

/**
 * What stands between two segments in the target: what the source has there, less or with a space where the scripts
 * differ.
 */
function between(nodes: readonly RichNode[], source: string, target: string): RichNode[] {
  if (spacesSentences(source) === spacesSentences(target)) return [...nodes]
  if (spacesSentences(target)) return flat(nodes) === '' ? [' '] : [...nodes]
  return flat(nodes).trim() === '' && !flat(nodes).includes('\n') ? [] : [...nodes]
}

/**
 * Puts a text together from the targets of its segments, in the source's structure. `extra` are placeholders beyond the
 * source's, by segment.
 */
export function joinText(
  segmented: SegmentedText,
  targets: readonly string[],
  { source, target, extra = [] }: { source: string; target: string; extra?: readonly (readonly Placeholder[])[] },
): Value {
  const byStretch = new Map<number, number[]>()
  segmented.segments.forEach((s, i) => byStretch.set(s.stretch, [...(byStretch.get(s.stretch) ?? []), i]))
  return segmented.rebuild(
    segmented.stretches.map(({ nodes }, stretch) => {
      const here = byStretch.get(stretch)
      if (!here) return nodes
      const out: RichNode[] = sliceOf(nodes, 0, segmented.segments[here[0]!]!.from)
      here.forEach((i, k) => {
        const segment = segmented.segments[i]!
        out.push(...decode(targets[i]!, [...segment.placeholders, ...(extra[i] ?? [])]))
        const next = here[k + 1]
        out.push(
          ...(next === undefined
            ? sliceOf(nodes, segment.to, Infinity)
            : between(sliceOf(nodes, segment.to, segmented.segments[next]!.from), source, target)),
        )
      })
      return out
    }),
  )
}

/** The targets of segments, found in a text that was translated as a whole. */
export interface Aligned {
  segmented: SegmentedText
  /** Where it breaks otherwise than at the ends of sentences. */
  breaks: SegmentBreaks
  targets: { text: string; extra: Placeholder[] }[]
}

/**
 * Finds the target of each segment in a translated text of the same structure. Where a stretch has other sentences than
 * the source's, it becomes one segment. Returns undefined where the stretches themselves do not agree.
 */
export function alignText(
  source: Value,
  target: Value,
  type: AttributeTypeName,
  languages: { source: string; target: string },
  breaks: SegmentBreaks = {},
): Aligned | undefined {
  const made = segmentText(target, type, languages.target)
  let segmented = segmentText(source, type, languages.source, breaks)
  if (made.stretches.length !== segmented.stretches.length) return undefined
  const per = (c: SegmentedText, stretch: number) => c.segments.filter((s) => s.stretch === stretch)
  const whole: SegmentBreaks = { ...breaks }
  let uneven = false
  for (let s = 0; s < segmented.stretches.length; s++) {
    const [a, b] = [per(segmented, s).length, per(made, s).length]
    if (a === b) continue
    // Words on one side alone are no translation of each other.
    if (a === 0 || b === 0) return undefined
    whole[s] = []
    uneven = true
  }
  if (uneven) segmented = segmentText(source, type, languages.source, whole)
  const targets = segmented.segments.map((segment, i) => {
    const alone = whole[segment.stretch]?.length === 0
    const same = alone
      ? encode(made.stretches[segment.stretch]!.nodes)
      : per(made, segment.stretch)[segmented.segments.slice(0, i).filter((x) => x.stretch === segment.stretch).length]!
    return renumber(same, segment.placeholders)
  })
  return { segmented, breaks: whole, targets }
}

/**
 * How many words a segment has to be translated; scripts without spaces count their words as `Intl.Segmenter` finds
 * them.
 */
export function wordCount(coded: string, language: string): number {
  const words = wordsOfCoded(coded)
  if (spacesSentences(language)) return words.split(/\s+/).filter((w) => /[\p{L}\p{N}]/u.test(w)).length
  let n = 0
  for (const s of new Intl.Segmenter(language, { granularity: 'word' }).segment(words)) if (s.isWordLike) n++
  return n
}
