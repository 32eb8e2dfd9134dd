import { TextTooComplex, textBounds } from './bounded-parser'
import { cleanTree, lineBoundary } from './clean'
import { isElement, markTags, serialise, type RichElement, type RichNode } from './tree'

const marks: ReadonlySet<string> = new Set(markTags)
const isInline = (n: RichNode) => !isElement(n) || marks.has(n.tag) || n.tag === 'br' || n.tag === 'data'
const element = (tag: string, children: RichNode[], attributes: Record<string, string> = {}): RichElement => ({
  tag,
  attributes,
  children,
})

/** A stretch of inline content with the marks around it. */
interface Run {
  leaf: RichNode
  marks: RichElement[]
}

/** Inline content taken apart into runs, each with its marks, innermost last and no mark twice. */
function runs(nodes: readonly RichNode[], around: RichElement[]): Run[] {
  return nodes.flatMap((node): Run[] => {
    if (!isElement(node) || !marks.has(node.tag)) return [{ leaf: node, marks: around }]
    const twice = around.some((m) => m.tag === node.tag)
    return runs(node.children, twice ? around : [...around, node])
  })
}

const rank = (m: RichElement) => (markTags as readonly string[]).indexOf(m.tag)
// A link's own language is a fact of the link; other marks carry nothing.
const sameMark = (a: RichElement, b: RichElement) => a.tag === b.tag && a.attributes.href === b.attributes.href

/** Runs nested again, marks in one fixed order, neighbours with the same mark inside one element. */
function nest(list: readonly Run[], depth: number): RichNode[] {
  const out: RichNode[] = []
  for (let i = 0; i < list.length;) {
    const mark = list[i]!.marks[depth]
    let j = i + 1
    if (!mark) {
      let leaf = list[i]!.leaf
      while (!isElement(leaf) && j < list.length && !list[j]!.marks[depth] && !isElement(list[j]!.leaf))
        leaf += list[j++]!.leaf as string
      out.push(leaf)
    } else {
      while (j < list.length && list[j]!.marks[depth] && sameMark(list[j]!.marks[depth]!, mark)) j++
      const attributes: Record<string, string> = mark.tag === 'a' ? { href: mark.attributes.href! } : {}
      out.push(element(mark.tag, nest(list.slice(i, j), depth + 1), attributes))
    }
    i = j
  }
  return out
}

/** White space folded to single spaces and none at a line's ends; no-break spaces stay. */
function tidy(list: Run[]): Run[] {
  const out: Run[] = []
  let open = true // whether a space here would stand at the start of a line or after another space
  for (const run of list) {
    if (isElement(run.leaf)) {
      out.push(run)
      open = run.leaf.tag === 'br'
      continue
    }
    let text = run.leaf.replace(/[ \t\n\r\f]+/g, ' ')
    if (open && text.startsWith(' ')) text = text.slice(1)
    if (text === '') continue
    open = text.endsWith(' ')
    out.push({ leaf: text, marks: run.marks })
  }
  // Spaces before a line's end, and line breaks that end a block, say nothing.
  const kept: Run[] = []
  let lineEnds = true
  let textFollows = false
  for (const run of out.reverse()) {
    if (isElement(run.leaf)) {
      if (run.leaf.tag === 'br' && !textFollows) continue
      lineEnds = run.leaf.tag === 'br'
      textFollows = true
      // A break carries no marks: it looks the same with them and without.
      kept.push(run.leaf.tag === 'br' ? { leaf: run.leaf, marks: [] } : run)
      continue
    }
    const text = lineEnds ? run.leaf.replace(/ $/, '') : run.leaf
    if (text === '') continue
    lineEnds = false
    textFollows = true
    kept.push({ leaf: text, marks: run.marks })
  }
  return kept.reverse()
}

function inline(nodes: readonly RichNode[]): RichNode[] {
  const list = runs(nodes, []).map((r) => ({ leaf: r.leaf, marks: [...r.marks].sort((a, b) => rank(a) - rank(b)) }))
  return nest(tidy(list), 0)
}

/** Marks around blocks are moved inside them, so that blocks never stand within inline content. */
function liftBlocks(nodes: readonly RichNode[], around: RichElement[]): RichNode[] {
  return nodes.flatMap((node): RichNode[] => {
    if (!isElement(node)) return [wrap(node, around)]
    if (marks.has(node.tag)) {
      // A mark within the same mark says nothing more.
      const twice = around.some((m) => m.tag === node.tag)
      return hasBlock(node.children)
        ? liftBlocks(node.children, twice ? around : [...around, node])
        : [wrap(node, around)]
    }
    if (isInline(node)) return [wrap(node, around)]
    return [around.length === 0 ? node : { ...node, children: liftBlocks(node.children, around) }]
  })
}
const wrap = (node: RichNode, around: RichElement[]) =>
  around.reduceRight<RichNode>((inner, m) => ({ ...m, children: [inner] }), node)

/**
 * Of lists of children that were looked at: whether a block stands in them. Nested marks would else be looked through
 * again on every level.
 */
const lookedAt = new WeakMap<readonly RichNode[], boolean>()

function hasBlock(nodes: readonly RichNode[]): boolean {
  const known = lookedAt.get(nodes)
  if (known !== undefined) return known
  const found = nodes.some((n) => isElement(n) && (!isInline(n) || (marks.has(n.tag) && hasBlock(n.children))))
  lookedAt.set(nodes, found)
  return found
}

const languageOf = (attributes: Record<string, string>) =>
  Object.fromEntries(['lang', 'dir'].filter((k) => attributes[k]).map((k) => [k, attributes[k]!]))

/** Block content: stretches of inline content become paragraphs; what is empty is dropped. */
function blocks(nodes: readonly RichNode[]): RichElement[] {
  const out: RichElement[] = []
  let line: RichNode[] = []
  const endLine = () => {
    const content = inline(line)
    line = []
    if (content.length > 0) out.push(element('p', content))
  }
  for (const node of liftBlocks(nodes, [])) {
    if (isInline(node)) line.push(node)
    else {
      endLine()
      if (node !== lineBoundary) out.push(...block(node as RichElement))
    }
  }
  endLine()
  return out
}

function block(node: RichElement): RichElement[] {
  const { tag, children } = node
  const attributes = languageOf(node.attributes)
  switch (tag) {
    case 'p':
    case 'h2':
    case 'h3':
    case 'h4': {
      if (hasBlock(children)) return blocks(children)
      const content = inline(children)
      return content.length > 0 ? [element(tag, content, attributes)] : []
    }
    case 'ul':
    case 'ol': {
      const items = children.flatMap((c) =>
        isElement(c) && c.tag === 'li' ? [c] : isBlank(c) ? [] : [element('li', [c])],
      )
      const kept = items
        .map((li) => element('li', item(li.children), languageOf(li.attributes)))
        .filter((li) => li.children.length > 0)
      return kept.length > 0 ? [element(tag, kept, attributes)] : []
    }
    case 'blockquote': {
      const content = blocks(children)
      return content.length > 0 ? [element(tag, content, attributes)] : []
    }
    case 'table':
      return table(node)
    case 'img':
      return [element('figure', [node])]
    case 'figure':
      return figure(node)
    // A row, cell, item or caption without its container is its content.
    default:
      return blocks(children)
  }
}

const isBlank = (n: RichNode) => (isElement(n) ? n === lineBoundary : n.trim() === '')

/** An item's or cell's content: a first paragraph stands bare, what follows it keeps its blocks. */
function item(children: readonly RichNode[]): RichNode[] {
  const content = blocks(children)
  const first = content[0]
  // A list inside an item needs a line before it: the editor would put an empty one there.
  if (
    first &&
    first.tag === 'p' &&
    Object.keys(first.attributes).length === 0 &&
    content.slice(1).every((b) => b.tag !== 'p')
  ) {
    return [...first.children, ...content.slice(1)]
  }
  return content
}

function figure(node: RichElement): RichElement[] {
  const flat = (nodes: readonly RichNode[]): RichNode[] =>
    nodes.flatMap((n) =>
      isElement(n) && (n.tag === 'p' || n.tag === '#boundary' || n.tag === 'figure') ? flat(n.children) : [n],
    )
  const parts = flat(node.children)
  const picture = parts.find((n): n is RichElement => isElement(n) && n.tag === 'img')
  const caption = parts.find((n): n is RichElement => isElement(n) && n.tag === 'figcaption')
  const text = caption ? inline(flattened(caption.children)) : []
  const link = parts.find((n): n is RichElement => isElement(n) && n.tag === 'a')
  if (!picture && !link)
    return blocks(
      node.children.filter((n) => !(isElement(n) && n.tag === 'figcaption')).concat(caption ? caption.children : []),
    )
  return [
    element(
      'figure',
      [picture ?? inline([link!])[0]!, ...(text.length > 0 ? [element('figcaption', text)] : [])],
      languageOf(node.attributes),
    ),
  ]
}

/** Inline content of blocks, their ends turned into spaces. */
function flattened(nodes: readonly RichNode[]): RichNode[] {
  return liftBlocks(nodes, []).flatMap((n) =>
    isInline(n) ? [n] : isElement(n) ? [' ', ...flattened(n.children), ' '] : [],
  )
}

function table(node: RichElement): RichElement[] {
  const rows = (n: RichElement): RichElement[] =>
    n.children
      .filter(isElement)
      .flatMap((c) => (c.tag === 'tr' ? [c] : ['thead', 'tbody'].includes(c.tag) ? rows(c) : []))
  const cells = (row: RichElement) =>
    row.children
      .filter((c): c is RichElement => isElement(c) && (c.tag === 'td' || c.tag === 'th'))
      .map((c) => {
        const { colspan, rowspan } = c.attributes
        return element(c.tag, item(c.children.filter((x) => !(isElement(x) && x.tag === 'table'))), {
          ...(colspan ? { colspan } : {}),
          ...(rowspan ? { rowspan } : {}),
          ...languageOf(c.attributes),
        })
      })
  const body = rows(node)
    .map((r) => element('tr', cells(r)))
    .filter((r) => r.children.length > 0)
  if (!body.some((r) => r.children.some((c) => (c as RichElement).children.length > 0))) return []
  return [element('table', [element('tbody', regular(body))], languageOf(node.attributes))]
}

/**
 * Rows made equally wide: a cell reaches no farther down than the last row, and short rows end with empty cells. Throws
 * TextTooComplex.
 */
function regular(rows: RichElement[]): RichElement[] {
  // By column: the row up to which a cell from above reaches. One entry a column, however far cells span.
  const taken: number[] = []
  const widths: number[] = []
  const out = rows.map((row, y) => {
    let x = 0
    const cells = row.children.map((c) => {
      const cell = c as RichElement
      while (taken[x]! > y) x++
      if (x >= textBounds.columns) throw tooWide()
      const wide = Math.min(Number(cell.attributes.colspan ?? 1), textBounds.columns - x)
      const tall = Math.min(Number(cell.attributes.rowspan ?? 1), rows.length - y)
      for (let dx = 0; dx < wide; dx++) taken[x + dx] = Math.max(taken[x + dx] ?? 0, y + tall)
      x += wide
      const { rowspan: _rows, colspan: _columns, ...rest } = cell.attributes
      const spans = { ...(wide > 1 ? { colspan: String(wide) } : {}), ...(tall > 1 ? { rowspan: String(tall) } : {}) }
      return { ...cell, attributes: { ...spans, ...rest } }
    })
    widths.push(taken.reduce((n, until) => n + Number(until > y), 0))
    return { ...row, children: cells }
  })
  const width = taken.length
  if (width * rows.length > textBounds.cells)
    throw new TextTooComplex(
      `A table has at most ${textBounds.cells.toLocaleString('en-GB')} cells. Split it into several.`,
    )
  return out.map((row, y) => {
    const missing = width - widths[y]!
    return missing === 0
      ? row
      : { ...row, children: [...row.children, ...Array.from({ length: missing }, () => element('td', []))] }
  })
}

const tooWide = () => new TextTooComplex(`A table has at most ${textBounds.columns} columns. Split it into several.`)

/** What is stored is bounded as what comes in is. */
function bounded(html: string): string {
  if (html.length > textBounds.length)
    throw new TextTooComplex(
      'This text is longer than 1 MB when it is cleaned, which is the most. Split it into several.',
    )
  return html
}

/** The tree of a rich text in normal form. Throws TextTooComplex. */
export function richTree(html: string): RichNode[] {
  return blocks(cleanTree(html))
}

/**
 * The one form in which rich text is stored. Only our subset of HTML is left; marks are nested in one order;
 * text stands in blocks; a single paragraph in a list item or cell stands bare; empty blocks are gone.
 * Applying it twice changes nothing. Throws TextTooComplex where the text is made to last or to grow.
 */
export function normalForm(html: string): string {
  return bounded(serialise(richTree(html)))
}

/** A line has no breaks: they are spaces. */
const withoutBreaks = (nodes: readonly RichNode[]): RichNode[] =>
  nodes.map((n) => (!isElement(n) ? n : n.tag === 'br' ? ' ' : { ...n, children: withoutBreaks(n.children) }))

/** The tree of a line of rich text, as key points are: marks, inline values and no blocks. */
export function lineTree(html: string): RichNode[] {
  return inline(withoutBreaks(flattened(cleanTree(html))))
}

/** The normal form of one line of rich text. */
export function lineNormalForm(html: string): string {
  return bounded(serialise(lineTree(html)))
}
