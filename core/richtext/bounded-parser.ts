import { defaultTreeAdapter, Parser, type DefaultTreeAdapterTypes, type Token } from 'parse5'

/** A text that takes more time or room than any text of a page does: what is too much of it, in a sentence. */
export class TextTooComplex extends Error {}

/** What a text may hold at most. Real texts of pages stay far below; what is made to hold a server up does not. */
export const textBounds = {
  /** UTF-16 units of the text as it comes, and in normal form. */
  length: 1_048_576,
  /** Elements and texts, those counted that a browser adds by itself. */
  nodes: 40_000,
  /** How deeply elements stand within each other. */
  depth: 200,
  /** Columns, and cells when all rows are made equally wide. */
  columns: 200,
  cells: 20_000,
} as const

const tooMany = (what: string, most: number) =>
  new TextTooComplex(
    `This text has too many ${what}: ${most.toLocaleString('en-GB')} are the most. Split it, or paste it ` +
      'as plain text.',
  )

/** Marks of other pages that are none of ours: a browser would open them again in every paragraph that follows. */
const foreignMarks = new Set(['big', 'code', 'font', 'nobr', 'small', 'tt', 'u'])
/** Marks of ours that a browser opens again, and the one attribute that such a mark may keep. */
const reopenedMarks = new Set(['a', 'b', 'em', 'i', 's', 'strike', 'strong'])

/**
 * A reader of HTML that works as browsers do (the HTML standard, section 13.2), and gives up where a text is made to
 * last.
 */
class BoundedParser extends Parser<DefaultTreeAdapterTypes.DefaultTreeAdapterMap> {
  override onStartTag(token: Token.TagToken): void {
    if (foreignMarks.has(token.tagName)) return
    // Marks that differ in nothing are opened again three times at most; so they must not differ in what is dropped
    // anyway.
    if (reopenedMarks.has(token.tagName))
      token.attrs = token.attrs.filter((a) => token.tagName === 'a' && a.name === 'href')
    super.onStartTag(token)
    if (this.openElements.stackTop > textBounds.depth)
      throw tooMany('levels of elements within each other', textBounds.depth)
  }
}

function countingAdapter(): typeof defaultTreeAdapter {
  let nodes = 0
  const count = () => {
    if (++nodes > textBounds.nodes) throw tooMany('elements', textBounds.nodes)
  }
  return {
    ...defaultTreeAdapter,
    createElement(...args) {
      count()
      return defaultTreeAdapter.createElement(...args)
    },
    insertText(parent, text) {
      // What comes after text becomes a part of it.
      if (parent.childNodes.at(-1)?.nodeName !== '#text') count()
      defaultTreeAdapter.insertText(parent, text)
    },
    insertTextBefore(...args) {
      count()
      defaultTreeAdapter.insertTextBefore(...args)
    },
  }
}

/**
 * Comparing the attributes of a tag with each other costs the square of their number: so many comparisons are made in
 * all.
 */
const mostComparisons = 10_000_000
const space = /[\t\n\f\r ]/

/** Gives up where tags have so many attributes that reading them would last. One pass over the text. */
function boundAttributes(html: string): void {
  let comparisons = 0
  for (let at = html.indexOf('<'); at >= 0; at = html.indexOf('<', at)) {
    at++
    if (!/[a-z]/i.test(html[at] ?? '')) continue
    let attributes = 0
    while (at < html.length && html[at] !== '>') {
      if (space.test(html[at]!) || html[at] === '/') {
        at++
        continue
      }
      attributes++
      while (at < html.length && !space.test(html[at]!) && html[at] !== '>' && html[at] !== '=') at++
      if (html[at] !== '=') continue
      at++
      while (at < html.length && space.test(html[at]!)) at++
      const quote = html[at]
      if (quote !== '"' && quote !== "'") continue
      const end = html.indexOf(quote, at + 1)
      at = end < 0 ? html.length : end + 1
    }
    comparisons += attributes * attributes
    if (comparisons > mostComparisons)
      throw new TextTooComplex('This text has too many attributes in its tags. Paste it as plain text.')
  }
}

/** The nodes of HTML, parsed as browsers do. Throws TextTooComplex where it is made to last or to grow. */
export function parseBounded(html: string): DefaultTreeAdapterTypes.ChildNode[] {
  if (html.length > textBounds.length)
    throw new TextTooComplex('This text is longer than 1 MB, which is the most. Split it into several.')
  boundAttributes(html)
  const parser = BoundedParser.getFragmentParser<DefaultTreeAdapterTypes.DefaultTreeAdapterMap>(null, {
    treeAdapter: countingAdapter(),
  })
  parser.tokenizer.write(html, true)
  // The fragment's own way of handing its nodes over moves each to the front of the rest, which costs the square of
  // their number.
  return (parser.document.childNodes[0] as DefaultTreeAdapterTypes.Element).childNodes
}
