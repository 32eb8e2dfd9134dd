import type { AttributeTypeName, Value } from '../attributes/attribute'
import { attributeTypes } from '../attributes/types/registry'
import { readNormalForm } from '../richtext/read'
import { blockTags, isElement, serialise, type RichNode } from '../richtext/tree'
import type { TextFinding } from './finding'

/**
 * A text with a finding mended as its fix says; undefined where it has none, or formatting stands in the midst of its
 * place.
 */
export function applyFix(
  value: Value,
  type: AttributeTypeName,
  { at, fix }: Pick<TextFinding, 'at' | 'fix'>,
): Value | undefined {
  if (at === undefined || fix === undefined) return undefined
  const mended = (words: string) => words.slice(0, at.from) + fix + words.slice(at.to)
  const { formatted } = attributeTypes[type]
  if (formatted === 'blocks') return inTree(readNormalForm(String(value)), at, fix)
  if (typeof value === 'string') return mended(value)
  if (formatted !== 'lines') return undefined
  return (value as string[]).map((point, i) =>
    i === at.stretch ? (inTree(readNormalForm(point), { ...at, stretch: 0 }, fix) ?? point) : point,
  )
}

/** The same in formatted text; stretches and offsets are counted as `viewOf` counts them. */
function inTree(nodes: readonly RichNode[], at: NonNullable<TextFinding['at']>, fix: string): string | undefined {
  let [stretch, words, done] = [0, 0, false]
  const begin = () => {
    if (words > 0) stretch++
    words = 0
  }
  const visit = (list: readonly RichNode[]): RichNode[] =>
    list.map((node) => {
      if (!isElement(node)) {
        const start = words
        words += node.length
        if (done || stretch !== at.stretch || at.from < start || at.to > words) return node
        done = true
        return node.slice(0, at.from - start) + fix + node.slice(at.to - start)
      }
      const block = blockTags.has(node.tag)
      if (block) begin()
      if (node.tag === 'br' || node.tag === 'data') words++
      const children = node.tag === 'br' || node.tag === 'data' ? node.children : visit(node.children)
      if (block) begin()
      return { ...node, children }
    })
  const tree = visit(nodes)
  return done ? serialise(tree) : undefined
}
