import { mergeLists, mergeRichText, mergeText } from '../../text/merge'
import { fold } from '../../text/fold'
import { hasContent, plainText, readNormalForm } from '../../richtext/read'
import { escapeText, isElement, serialise, type RichNode } from '../../richtext/tree'
import { lineNormalForm, normalForm } from '../../richtext/normal-form'
import { TextTooComplex } from '../../richtext/bounded-parser'
import { safeAddress } from '../../richtext/clean'
import { ValueProblem, expectText, type AttributeTypeEntry } from './shape'

/** Changes the words of formatted text; elements and inline values stay as they are. */
function inTexts(nodes: readonly RichNode[], change: (words: string) => string): RichNode[] {
  return nodes.map((n) =>
    isElement(n) ? { tag: n.tag, attributes: n.attributes, children: inTexts(n.children, change) } : change(n),
  )
}
const inFormatted = (html: string, change: (words: string) => string) =>
  serialise(inTexts(readNormalForm(html), change))

/**
 * What an attribute's text becomes in normal form. Throws ValueProblem where it takes more time or room than any text
 * of a page.
 */
function normal(html: string, form: (html: string) => string): string {
  try {
    const cleaned = form(html)
    if (cleaned.length <= mostFormatted) return cleaned
    throw new ValueProblem(
      'too-long',
      `This text has ${cleaned.length} characters when it is cleaned; ` +
        `${mostFormatted.toLocaleString('en-GB')} are the most.`,
    )
  } catch (e) {
    throw e instanceof TextTooComplex ? new ValueProblem('too-complex', e.message) : e
  }
}

const mostFormatted = 200_000
const noLines = /[\r\n\u2028\u2029]/

export const text: AttributeTypeEntry = {
  label: 'text, one line',
  editor: 'line',
  takesPattern: true,
  factWeight: 1,
  ruleKind: 'text',
  isText: true,
  check(given) {
    const s = expectText(given, 'This').trim()
    if (noLines.test(s)) throw new ValueProblem('line-break', 'This text is a single line; remove the line breaks.')
    if (s.length > 500)
      throw new ValueProblem(
        'too-long',
        `This text has ${s.length} characters; 500 are the most. Longer ones belong in a long text.`,
      )
    return s
  },
  isEmpty: (v) => typeof v !== 'string' || v.trim() === '',
  fromCell: (cell) => cell,
  toCell: (v) => String(v),
  comparable: (v) => fold(String(v)),
  display: (v) => String(v),
  mapWords: (v, change) => change(String(v)),
  merge: (base, mine, theirs) => mergeText(String(base), String(mine), String(theirs)),
}

export const longText: AttributeTypeEntry = {
  ...text,
  label: 'long text',
  editor: 'lines',
  factWeight: undefined,
  separator: '\n',
  fromText: ({ lines }) => lines.join('\n'),
  ruleKind: 'long',
  check(given) {
    const s = expectText(given, 'This').replace(/\r\n?/g, '\n').trim()
    if (s.length > 50_000)
      throw new ValueProblem('too-long', `This text has ${s.length} characters; 50,000 are the most.`)
    return s
  },
}

export const richText: AttributeTypeEntry = {
  label: 'formatted text',
  editor: 'formatted',
  formatted: 'blocks',
  separator: '',
  ruleKind: 'long',
  isText: true,
  check(given) {
    const s = expectText(given, 'Formatted text')
    if (s.length > mostFormatted)
      throw new ValueProblem('too-long', `This text has ${s.length} characters; 200,000 are the most.`)
    return normal(s, normalForm)
  },
  isEmpty: (v) => typeof v !== 'string' || !hasContent(v),
  fromCell: (cell) => cell,
  toCell: (v) => String(v),
  comparable: (v) => fold(plainText(String(v))),
  display: (v) => plainText(String(v)),
  html: (v) => String(v),
  mapWords: (v, change) => inFormatted(String(v), change),
  fromText: ({ html, lines }) => html ?? lines.map((l) => `<p>${escapeText(l)}</p>`).join(''),
  merge: (base, mine, theirs) => mergeRichText(String(base), String(mine), String(theirs)),
}

export const keyPoints: AttributeTypeEntry = {
  label: 'key points',
  editor: 'points',
  formatted: 'lines',
  counts: 'points',
  ruleKind: 'long',
  isText: true,
  check(given) {
    if (!Array.isArray(given)) throw new ValueProblem('wrong-shape', 'Key points are a list of texts.')
    if (given.length > 30) throw new ValueProblem('too-many', `There are ${given.length} key points; 30 are the most.`)
    return given.map((g) => normal(expectText(g, 'A key point'), lineNormalForm)).filter((p) => p !== '')
  },
  isEmpty: (v) => !Array.isArray(v) || (v as string[]).every((p) => !hasContent(p)),
  // A bar between points; one within a point has a backslash before it.
  fromCell: (cell) =>
    cell
      .split(/(?<!\\)\||\r?\n/)
      .map((p) => p.replaceAll('\\|', '|').trim())
      .filter((p) => p !== ''),
  toCell: (v) => (v as string[]).map((p) => p.replaceAll('|', '\\|')).join('|'),
  comparable: (v) => fold((v as string[]).map(plainText).join('\n')),
  display: (v) => (v as string[]).map(plainText).join(' · '),
  lines: (v) => (v as string[]).map(plainText),
  html: (v) => `<ul>${(v as string[]).map((p) => `<li>${p}</li>`).join('')}</ul>`,
  mapWords: (v, change) => (v as string[]).map((p) => inFormatted(p, change)),
  fromText: ({ markedLines, lines }) => markedLines ?? lines.map(escapeText),
  merge: (base, mine, theirs) => mergeLists(base as string[], mine as string[], theirs as string[]),
}

export const link: AttributeTypeEntry = {
  ...text,
  label: 'link',
  isText: false,
  takesPattern: false,
  factWeight: undefined,
  mapWords: undefined,
  merge: undefined,
  check(given) {
    const s = expectText(given, 'A link').trim()
    if (s === '') return s
    const address = safeAddress(s, false)
    if (address === undefined || !/^https:/i.test(address))
      throw new ValueProblem('bad-link', `“${s}” is not a web address starting with https://.`)
    return address
  },
}
