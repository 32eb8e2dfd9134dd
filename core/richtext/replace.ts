import { literalPattern } from '../text/literal'
import { isElement, serialise, type RichNode } from './tree'
import { readNormalForm } from './read'

/** What is looked for in texts, and how. */
export interface Search {
  find: string
  /** Whether capitals count. */
  matchCase: boolean
  /** Whether only whole words are found. */
  wholeWords: boolean
}

/** A pattern that finds what a search looks for; letters and digits of any script make words. */
export function patternOf({ find, matchCase, wholeWords }: Search): RegExp {
  const literal = literalPattern(find.normalize('NFC'))
  return new RegExp(wholeWords ? `(?<![\\p{L}\\p{N}])${literal}(?![\\p{L}\\p{N}])` : literal, matchCase ? 'gu' : 'giu')
}

/** A plain text with all that is found replaced, and how often it was. The replacement stands as it is. */
export function replaceInLine(text: string, search: Search, by: string): { text: string; times: number } {
  let times = 0
  const replaced = text.normalize('NFC').replace(patternOf(search), () => {
    times++
    return by
  })
  return { text: times === 0 ? text : replaced, times }
}

/**
 * The same in a rich text in normal form: only in what people read, never in markup, addresses or inline values. What
 * marks or values divide is not found.
 */
export function replaceInRichText(html: string, search: Search, by: string): { text: string; times: number } {
  let times = 0
  const visit = (nodes: readonly RichNode[]): RichNode[] =>
    nodes.map((n) => {
      if (isElement(n)) return n.tag === 'data' ? n : { ...n, children: visit(n.children) }
      const done = replaceInLine(n, search, by)
      times += done.times
      return done.text
    })
  const tree = visit(readNormalForm(html))
  return { text: times === 0 ? html : serialise(tree), times }
}
