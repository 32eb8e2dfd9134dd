import { partsOf, textOfParts } from '@core/translation/coded'
import {
  MachineProblem,
  type MachineAnswer,
  type MachineRequest,
  type MachineTranslation,
} from '@core/translation/service'
import { columns, words } from './words'

type Bank = Map<string, string>

const rows = words
  .trim()
  .split('\n')
  .map((line) => line.split('|'))
const languages = ['en', ...columns]
const banks = new Map<string, { bank: Bank; longest: number }>()

/** Phrases of one language with those of another, by their words in small letters. */
function bankOf(from: string, to: string) {
  const key = `${from} ${to}`
  let found = banks.get(key)
  if (!found) {
    const [a, b] = [languages.indexOf(from), languages.indexOf(to)]
    const bank: Bank = new Map()
    // Where several say the same, the first stands.
    for (const r of rows) if (r[a] && !bank.has(r[a].toLowerCase())) bank.set(r[a].toLowerCase(), r[b] ?? '')
    banks.set(key, (found = { bank, longest: Math.max(...[...bank.keys()].map((k) => k.split(' ').length)) }))
  }
  return found
}

const unspaced = (language: string) => language === 'ja'
/** Languages that write numbers with a comma before decimals. */
const commas: ReadonlySet<string> = new Set(['de', 'fr', 'it', 'nl', 'sv', 'da', 'fi'])
const piece = /\p{L}[\p{L}\p{M}’'-]*|\p{Nd}+(?:[.,]\p{Nd}+)*|\s+|[^\p{L}\p{Nd}\s]/gu
const isWord = (p: string | undefined) => p !== undefined && /^\p{L}/u.test(p)
const unit = /^(mm|cm|m|km|g|kg|ml|l|w|lm|wh|bar|psi|v)$/i

interface Context {
  bank: Bank
  longest: number
  terms: Map<string, string>
  from: string
  to: string
  /** Whether the next word begins the segment. */ first: boolean
  unknown: string[]
}

/** The longest phrase that begins at a place: what it reads as, and how many pieces it covers. */
function phraseAt(pieces: readonly string[], at: number, c: Context): { wording: string; count: number } | undefined {
  let found: { wording: string; count: number } | undefined
  let phrase = ''
  for (let i = at, n = 0; i < pieces.length && n < c.longest + 3; i++) {
    if (!isWord(pieces[i]) && pieces[i] !== ' ') break
    phrase += pieces[i]!.toLowerCase()
    if (!isWord(pieces[i])) continue
    n++
    const wording = c.terms.get(phrase) ?? c.bank.get(phrase)
    if (wording !== undefined) found = { wording, count: i - at + 1 }
  }
  return found
}

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1)

function translateWords(text: string, c: Context): string {
  const pieces = unspaced(c.from)
    ? [...new Intl.Segmenter(c.from, { granularity: 'word' }).segment(text)].map((s) => s.segment)
    : (text.match(piece) ?? [])
  const out: string[] = []
  for (let i = 0; i < pieces.length; i++) {
    const p = pieces[i]!
    if (!isWord(p)) {
      out.push(/^\p{Nd}/u.test(p) && commas.has(c.to) && c.from === 'en' ? p.replace(/\.(?=\p{Nd}+$)/u, ',') : p)
      if (p.trim() !== '') c.first = false
      continue
    }
    const found = phraseAt(pieces, i, c)
    const first = c.first
    c.first = false
    if (!found) {
      // Names, codes and signs of units are the same everywhere.
      if (!unit.test(p) && !(/^\p{Lu}/u.test(p) && !first)) c.unknown.push(p)
      out.push(p)
      continue
    }
    out.push(first && /^\p{Lu}/u.test(p) ? capital(found.wording) : found.wording)
    if (found.wording === '' && pieces[i + found.count] === ' ') i++
    i += found.count - 1
  }
  const wording = out.join('')
  if (unspaced(c.to))
    return wording
      .replace(
        /(?<=[\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}]) | (?=[\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}])/gu,
        '',
      )
      .replace(/\.$/, '。')
      .replace(/, ?/g, '、')
      .replace(/\?$/, '？')
  return c.to === 'ar' ? wording.replace(/\?/g, '؟').replace(/,(?=\s)/g, '،') : wording
}

/**
 * Translates by banks of words and phrases of the demo's trade, from English and back into it: placeholders and
 * formatting stay where they stand, terms of the glossary come first, and words that it does not know are left and
 * named.
 */
export const wordBankTranslation: MachineTranslation = {
  name: 'Word bank',
  languages,
  translate({ segments, source, target, terms }: MachineRequest): Promise<MachineAnswer[]> {
    const [from, to] = [source.split('-')[0]!, target.split('-')[0]!]
    for (const l of [from, to])
      if (!languages.includes(l))
        return Promise.reject(
          new MachineProblem(`The translation service knows ${languages.join(', ')}, and not ${l}.`),
        )
    const known = new Map(terms.map((t) => [t.term.toLowerCase(), t.translation]))
    return Promise.resolve(
      segments.map((s) => {
        const c: Context = { ...bankOf(from, to), terms: known, from, to, first: true, unknown: [] }
        const text = textOfParts(partsOf(s.text).map((p) => (typeof p === 'string' ? translateWords(p, c) : p)))
        return { text: to === 'de' && target.endsWith('CH') ? text.replaceAll('ß', 'ss') : text, unknown: c.unknown }
      }),
    )
  },
}
