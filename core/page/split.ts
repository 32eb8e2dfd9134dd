import { plainTextOf } from '../richtext/read'
import { isElement, type RichNode } from '../richtext/tree'
import { fold } from '../text/fold'

/**
 * Where a description is cut into parts of the page: at headings of these levels, but not at those that are called so.
 */
export interface Cut {
  levels: (2 | 3 | 4)[]
  /** Folded words of headings at which it is not cut. */
  except: string[]
}

/** A heading of a description, with its place among the blocks. */
export interface Heading {
  level: 2 | 3 | 4
  title: string
  at: number
  cut: boolean
}

const levelOf = (node: RichNode): 2 | 3 | 4 | undefined =>
  isElement(node) && /^h[234]$/.test(node.tag) ? (Number(node.tag[1]) as 2 | 3 | 4) : undefined

/** The headings of a description, and at which of them a pattern cuts it. */
export function outlineOf(tree: readonly RichNode[], cut: Cut | null): Heading[] {
  return tree.flatMap((node, at): Heading[] => {
    const level = levelOf(node)
    if (level === undefined) return []
    const title = plainTextOf([node]).trim()
    return [{ level, title, at, cut: cut !== null && cut.levels.includes(level) && !cut.except.includes(fold(title)) }]
  })
}

/** A part that a description is cut into: its heading's contents and what follows, up to the next cut. */
export interface SplitPart {
  heading: readonly RichNode[]
  nodes: readonly RichNode[]
}

/**
 * A description cut by a pattern: what comes before the first cut stays the description, the rest are parts in their
 * order.
 */
export function splitText(
  tree: readonly RichNode[],
  cut: Cut | null,
): { lead: readonly RichNode[]; parts: SplitPart[] } {
  const places =
    cut === null || cut.levels.length === 0
      ? []
      : outlineOf(tree, cut)
          .filter((h) => h.cut)
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
