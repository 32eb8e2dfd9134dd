import { fold } from '../text/fold'
import { addressOf, partsOf, type Coded } from './coded'

/** A segment as matches are counted: tokens with numbers in one class, and what numbers and placeholders stand for. */
export interface Tokens {
  /** Folded words and single punctuation marks; `0` is any number, and control characters stand for placeholders. */
  tokens: string[]
  numbers: string[]
  /** The addresses of placeholders, in order. */
  addresses: string[]
}

/** The class of all numbers; a number never is a word, so the digit cannot be mistaken. */
export const numberToken = '0'
const placeholderTokens = { open: '\u0001', close: '\u0002', alone: '\u0003' } as const

const number = /^[\p{Nd}]+(?:[.,’'\u00a0\u202f\u066b\u066c][\p{Nd}]+)*$/u
// Where nothing else stands, the words of UAX #29 are found without looking rules up: letters and digits, joined by
// apostrophes and dots between letters, and by these, commas and semicolons between digits.
const plainText = /^[ -/0-9;-@A-Z[-^`a-z{-~\u00c0-\u00d6\u00d8-\u00f6\u00f8-\u00ff\u2019]*$/
const letter = 'A-Za-z\\u00c0-\\u00ff'
const betweenLetters = `(?<=[${letter}])['.\\u2019](?=[${letter}])`
const betweenDigits = "(?<=[0-9])['.\\u2019,;](?=[0-9])"
const plainPiece = new RegExp(`[${letter}0-9](?:[${letter}0-9]|${betweenLetters}|${betweenDigits})*|[^\\s]`, 'g')
const segmenters = new Map<string, Intl.Segmenter>()

function segmenter(language: string) {
  let found = segmenters.get(language)
  if (!found) segmenters.set(language, (found = new Intl.Segmenter(language, { granularity: 'word' })))
  return found
}

/** The pieces of words and single punctuation marks of a text, white space left away. */
export function piecesOf(words: string, language: string): string[] {
  if (plainText.test(words)) return words.match(plainPiece) ?? []
  const out: string[] = []
  for (const s of segmenter(language).segment(words)) {
    if (s.isWordLike) out.push(s.segment)
    else out.push(...[...s.segment].filter((c) => c.trim() !== ''))
  }
  return out
}

/** The tokens of a coded text. */
export function tokensOf(coded: Coded, language: string): Tokens {
  const out: Tokens = { tokens: [], numbers: [], addresses: [] }
  const known = new Map(coded.placeholders.map((p) => [p.n, p]))
  for (const part of partsOf(coded.text)) {
    if (typeof part !== 'string') {
      out.tokens.push(placeholderTokens[part.is])
      const p = known.get(part.n)
      if (part.is !== 'close') out.addresses.push(p ? addressOf(p) : `#${part.n}`)
      continue
    }
    for (const piece of piecesOf(part, language)) {
      if (number.test(piece)) {
        out.tokens.push(numberToken)
        out.numbers.push(piece)
      } else out.tokens.push(fold(piece))
    }
  }
  return out
}
