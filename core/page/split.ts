import { plainTextOf } from '../richtext/read'
import { isElement, type RichNode } from '../richtext/tree'
import { fold } from '../text/fold'

/**
 * Where a description is split into parts of the page: at headings of these levels, but not at those that are called so.
 */
export interface SplitPattern {
  levels: (2 | 3 | 4)[]
  /** Folded words of headings at which it is not split. */
  except: string[]
}

/** A heading of a description, with its place among the blocks. */
export interface Heading {
  level: 2 | 3 | 4
  title: string
  at: number
  split: boolean
}

const levelOf = (node: RichNode): 2 | 3 | 4 | undefined =>
  isElement(node) && /^h[234]$/.test(node.tag) ? (Number(node.tag[1]) as 2 | 3 | 4) : undefined

/** The headings of a description, and at which of them a pattern splits it. */
export function outlineOf(tree: readonly RichNode[], pattern: SplitPattern | null): Heading[] {
  return tree.flatMap((node, at): Heading[] => {
    const level = levelOf(node)
    if (level === undefined) return []
    const title = plainTextOf([node]).trim()
    return [
      {
        level,
        title,
        at,
        split: pattern !== null && pattern.levels.includes(level) && !pattern.except.includes(fold(title)),
      },
    ]
  })
}

/** A part that a description is split into: its heading's contents and what follows, up to the next of them. */
export interface SplitPart {
  heading: readonly RichNode[]
  nodes: readonly RichNode[]
}

/**
 * A description split by a pattern: what comes before the first part stays the description, the rest are parts in their
 * order.
 */
export function splitText(
  tree: readonly RichNode[],
  pattern: SplitPattern | null,
): { lead: readonly RichNode[]; parts: SplitPart[] } {
  const places =
    pattern === null || pattern.levels.length === 0
      ? []
      : outlineOf(tree, pattern)
          .filter((h) => h.split)
          .map((h) => h.at)
  if (places.length === 0) return { lead: tree, parts: [] }
  return {
    lead: tree.slice(0, places[0]),
    parts: places.map((at, i) => {
      const heading = tree[at]!
      return {
        heading: isElement(heading) ? heading.children : [heading],
        nodes: tree.slice(at + 1, places[i + 1] ?? tree.length),
      }
    }),
  }
}
