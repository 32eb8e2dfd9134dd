import type { Found, TextCheck } from '../finding'
import { quotesOf } from '../quotes'
import type { TextView } from '../view'

/** Every match of a pattern in every stretch, as what `say` makes of it; undefined is no finding. */
function each(
  text: TextView,
  pattern: RegExp,
  say: (m: RegExpExecArray, words: string) => Omit<Found, 'at'> | undefined,
): Found[] {
  return text.stretches.flatMap((words, stretch) =>
    [...words.matchAll(pattern)].flatMap((m): Found[] => {
      const found = say(m as RegExpExecArray, words)
      return found ? [{ at: { stretch, from: m.index, to: m.index + m[0].length }, ...found }] : []
    }),
  )
}

const pairs: Record<string, string> = { '(': ')', '[': ']', '{': '}', '（': '）', '「': '」', '『': '』', '【': '】' }
const closing = new Set(Object.values(pairs))

function brackets(text: TextView): Found[] {
  return text.stretches.flatMap((words, stretch) => {
    if (!/[()[\]{}（）「」『』【】]/.test(words)) return []
    const open: number[] = []
    const wrong: number[] = []
    for (let i = 0; i < words.length; i++) {
      const c = words[i]!
      if (pairs[c]) open.push(i)
      // “1)” and “a)” number the points of a list.
      else if (closing.has(c) && !(open.length === 0 && /^\s*[\p{L}\p{N}]{1,2}\)$/u.test(words.slice(0, i + 1)))) {
        const last = open.pop()
        if (last === undefined || pairs[words[last]!] !== c) wrong.push(i)
      }
    }
    return [...open, ...wrong].map((from): Found => ({
      at: { stretch, from, to: from + 1 },
      message: `“${words[from]}” is not matched.`,
    }))
  })
}

/** Straight quotation marks in pairs, which the language writes otherwise. Inches after a number are none. */
function straightQuotes(text: TextView): Found[] {
  const wanted = quotesOf(text.language)
  if (!wanted) return []
  return each(text, /(?<![\d\p{L}])"([^"\n]+)"/gu, (m) => {
    const fix = `${wanted.open}${wanted.inside}${m[1]!.trim()}${wanted.inside}${wanted.close}`
    return {
      message: `Quotation marks are written ${wanted.open}${wanted.inside}…${wanted.inside}${wanted.close} here.`,
      fix,
    }
  })
}

/** Before ; ! ? and : French of France and Belgium has a no-break space; Swiss and Canadian French do without it. */
function frenchSpaces(text: TextView): Found[] {
  if (!/^fr(?:-(?:FR|BE|LU))?$/.test(text.language)) return []
  return each(text, /([\p{L}\p{N})»])([ \u00a0]?)([;!?:])(?=\s|$)/gu, (m) => {
    const space = m[3] === ':' ? '\u00a0' : '\u202f'
    return m[2] === space
      ? undefined
      : { message: `Before “${m[3]}” French has a no-break space.`, fix: `${m[1]}${space}${m[3]}` }
  })
}

const decimals = new Map<string, string>()
function decimalMark(language: string): string {
  let mark = decimals.get(language)
  if (!mark)
    decimals.set(
      language,
      (mark = new Intl.NumberFormat(language, { numberingSystem: 'latn' })
        .formatToParts(1.5)
        .find((p) => p.type === 'decimal')!.value),
    )
  return mark
}

/** A decimal number with the other mark. Three places may be thousands, and more than one mark is no decimal number. */
function decimalMarks(text: TextView): Found[] {
  const mark = decimalMark(text.language)
  const other = mark === ',' ? '.' : ','
  return each(
    text,
    mark === ',' ? /(?<![\d.,])\d+\.\d{1,2}(?![\d.]|,\d)/g : /(?<![\d.,])\d+,\d{1,2}(?![\d.,]\d|\d)/g,
    (m) => ({ message: `Decimals are written with “${mark}” in ${text.language}.`, fix: m[0].replace(other, mark) }),
  )
}

export const typography: readonly TextCheck[] = [
  {
    code: 'spaces',
    find: (text) => each(text, /(?<=\S) {2,}(?=\S)/g, () => ({ message: 'There is a double space.', fix: ' ' })),
  },
  { code: 'brackets', find: brackets },
  { code: 'quotes', find: straightQuotes },
  { code: 'french-spaces', find: frenchSpaces },
  { code: 'decimals', find: decimalMarks },
]
