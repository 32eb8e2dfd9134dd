import { escapeAttribute, escapeText } from '../../richtext/tree'
import { fold } from '../../text/fold'
import { formatNumber } from '../../units/format'
import type { BoxItem } from '../attribute'
import { ValueProblem, expectText, type AttributeTypeEntry, type CarriedText } from './shape'

/**
 * Cells of a file that hold a list: a bar or a line break between entries; a bar within one has a backslash before it.
 */
const entriesOf = (cell: string) => cell.split(/(?<!\\)\||\r?\n/).map((p) => p.replaceAll('\\|', '|').trim())
const cellOf = (entries: readonly string[]) => entries.map((p) => p.replaceAll('|', '\\|')).join('|')

/** The lines of a text as cells of a list, a bar within one kept as it is. */
const cellOfLines = ({ lines }: CarriedText) => lines.map((l) => l.replaceAll('|', '\\|')).join('\n')

/** A list of names or codes that point to other records, each once. */
function pointers(
  is: Pick<AttributeTypeEntry, 'label' | 'editor' | 'refersTo'>,
  what: string,
  one: string,
  shape: RegExp,
  message: (odd: string) => string,
): AttributeTypeEntry {
  return {
    ...is,
    ruleKind: 'codes',
    isText: false,
    check(given) {
      if (!Array.isArray(given)) throw new ValueProblem('wrong-shape', `${what}.`)
      const names = given.map((g) => expectText(g, one).trim())
      const odd = names.find((n) => !shape.test(n))
      if (odd !== undefined) throw new ValueProblem('bad-name', message(odd))
      return [...new Set(names)]
    },
    isEmpty: (v) => (v as string[]).length === 0,
    fromCell: (cell) => entriesOf(cell).filter((c) => c !== ''),
    toCell: (v) => (v as string[]).join('|'),
    comparable: (v) => (v as string[]).map(fold),
    display: (v) => (v as string[]).join(', '),
  }
}

const fileName = /^[A-Za-z0-9][A-Za-z0-9._-]{0,120}$/

/** Pictures, by their names in the media library, the main one first. */
export const media = pointers(
  { label: 'pictures', editor: 'pictures', refersTo: 'picture' },
  'Pictures are a list of their names in the media library',
  'A picture',
  fileName,
  (odd) => `“${odd}” cannot be a picture's name: letters, digits, dot, hyphen and underscore only.`,
)
const fileNames = pointers(
  { label: 'files', editor: 'files', refersTo: 'file' },
  'Files are a list of their names in the media library',
  'A file',
  fileName,
  (odd) => `“${odd}” cannot be a file's name: letters, digits, dot, hyphen and underscore only.`,
)
/**
 * Files such as guides, by their names in the media library. A page links to those that have a title in its language.
 */
export const file: AttributeTypeEntry = {
  ...fileNames,
  html(v, { fileLink }) {
    const links = (v as string[]).flatMap((name) => fileLink?.(name) ?? [])
    return links.length === 0
      ? ''
      : `<ul>${links.map((l) => `<li><a href="${escapeAttribute(l.href)}">${escapeText(l.title)}</a></li>`).join('')}</ul>`
  },
}
/** Questions of the library, by their codes, in the order of the page. */
export const questions = pointers(
  { label: 'questions', editor: 'questions', refersTo: 'question' },
  'Questions are a list of their codes in the library',
  'A question',
  /^[a-z0-9][a-z0-9-]{0,79}$/,
  (odd) => `“${odd}” cannot be a question's code: small letters, digits and hyphens.`,
)

const maxCells = 2000

/** A cell of a file as the rows of a table: a line each, bars between its cells. */
function rowsOfCell(cell: string): string[][] {
  return cell.split(/\r?\n/).map((line) => line.split(/(?<!\\)\|/).map((c) => c.replaceAll('\\|', '|').trim()))
}

/** A small table, its first row the headings: lists of cells, each row as long as the longest. */
export const table: AttributeTypeEntry = {
  label: 'small table',
  editor: 'table',
  ruleKind: 'long',
  isText: true,
  check(given) {
    if (!Array.isArray(given) || !given.every(Array.isArray))
      throw new ValueProblem('wrong-shape', 'A table is a list of rows, each a list of cells.')
    const rows = (given as unknown[][]).map((r) => r.map((c) => expectText(c, 'A cell').replace(/\s+/g, ' ').trim()))
    const blank = (cells: string[]) => cells.every((c) => c === '')
    while (rows.length > 0 && blank(rows.at(-1)!)) rows.pop()
    const width = Math.max(0, ...rows.map((r) => r.findLastIndex((c) => c !== '') + 1))
    if (rows.length * width > maxCells)
      throw new ValueProblem('too-large', `This table has ${rows.length * width} cells; ${maxCells} are the most.`)
    return rows.map((r) => Array.from({ length: width }, (_, i) => r[i] ?? ''))
  },
  isEmpty: (v) => (v as string[][]).length === 0,
  fromCell: rowsOfCell,
  toCell: (v) => (v as string[][]).map(cellOf).join('\n'),
  comparable: (v) => fold((v as string[][]).map((r) => r.join(' ')).join('\n')),
  display: (v) => (v as string[][]).map((r) => r.join(' · ')).join('; '),
  lines: (v) => (v as string[][]).map(cellOf),
  html(v) {
    const row = (cells: string[], tag: string) =>
      `<tr>${cells.map((c) => `<${tag}>${escapeText(c)}</${tag}>`).join('')}</tr>`
    return `<table><tbody>${(v as string[][]).map((r, i) => row(r, i === 0 ? 'th' : 'td')).join('')}</tbody></table>`
  },
  mapWords: (v, change) => (v as string[][]).map((r) => r.map(change)),
  fromText: (text) => rowsOfCell(cellOfLines(text)),
}

const digits = '[0-9\uff10-\uff19\u0660-\u0669\u06f0-\u06f9]{1,6}'
const times = '[×✕]'
const boxLines = [
  new RegExp(`^(?<n>${digits})\\s*${times}\\s*(?<item>.+)$`, 'u'),
  new RegExp(`^(?<n>${digits})\\s*[xX*]\\s+(?<item>.+)$`, 'u'),
  new RegExp(`^(?<n>${digits})\\s+(?<item>\\D.*)$`, 'u'),
  new RegExp(`^(?<item>.+?)\\s*${times}\\s*(?<n>${digits})$`, 'u'),
  new RegExp(`^(?<item>.+?)\\s+[xX*]\\s*(?<n>${digits})$`, 'u'),
]

/** A number written in ASCII, full-width, Arabic-Indic or Persian digits. */
const numberOf = (text: string) =>
  Number(
    [...text]
      .map((d) => d.codePointAt(0)! - (d >= '\uff10' ? 0xff10 : d >= '\u06f0' ? 0x6f0 : d >= '\u0660' ? 0x660 : 0x30))
      .join(''),
  )

/**
 * A line of box contents as people write it: `2 × hook`, `2x hook`, `hook × 2`, `2 hooks`, or the item alone, which is
 * one. The order *quantity × item* is common practice, without a published source.
 */
export function parseBoxItem(line: string): BoxItem {
  const text = line.replace(/\s+/g, ' ').trim()
  for (const shape of boxLines) {
    const found = shape.exec(text)?.groups
    if (found) return { quantity: numberOf(found.n!), item: found.item!.trim() }
  }
  return { quantity: 1, item: text }
}

const boxOfCell = (cell: string) => entriesOf(cell).filter((c) => c !== '')

/** What lies in the box: each item with its number. */
export const boxContents: AttributeTypeEntry = {
  label: 'contents of the box',
  editor: 'box',
  factWeight: 2,
  alwaysFact: true,
  ruleKind: 'long',
  isText: true,
  check(given) {
    if (!Array.isArray(given))
      throw new ValueProblem(
        'wrong-shape',
        'Box contents are a list of items, each with a quantity: [{"quantity": 2, "item": "hook"}], or lines ' +
          'such as "2 × hook".',
      )
    if (given.length > 200) throw new ValueProblem('too-many', `There are ${given.length} items; 200 are the most.`)
    return given.flatMap((g): BoxItem[] => {
      const { quantity, item } = typeof g === 'string' ? parseBoxItem(g) : ((g ?? {}) as BoxItem)
      const text = expectText(item, 'An item').replace(/\s+/g, ' ').trim()
      if (text === '') return []
      if (!Number.isInteger(quantity) || quantity < 1 || quantity > 999_999)
        throw new ValueProblem('not-a-count', `“${text}” needs a whole number of items, 1 or more.`)
      return [{ quantity, item: text }]
    })
  },
  isEmpty: (v) => (v as BoxItem[]).length === 0,
  fromCell: boxOfCell,
  fromText: (text) => boxOfCell(cellOfLines(text)),
  toCell: (v) => cellOf((v as BoxItem[]).map((b) => `${b.quantity} × ${b.item}`)),
  comparable: (v) => fold((v as BoxItem[]).map((b) => b.item).join('\n')),
  display: (v, _a, { language }) => (v as BoxItem[]).map((b) => boxLine(b, language)).join(', '),
  lines: (v, { language }) => (v as BoxItem[]).map((b) => boxLine(b, language)),
  html: (v, { language }) =>
    `<ul>${(v as BoxItem[]).map((b) => `<li>${escapeText(boxLine(b, language))}</li>`).join('')}</ul>`,
  mapWords: (v, change) => (v as BoxItem[]).map((b) => ({ quantity: b.quantity, item: change(b.item) })),
}

/** An item with its number as a language writes numbers; a no-break space keeps the two together. */
export function boxLine({ quantity, item }: BoxItem, language: string): string {
  return `${formatNumber(quantity, language)}\u00a0× ${item}`
}
