import { fold } from '../../text/fold'
import { wordsOf, type Word } from '../count'
import type { Found, TextCheck } from '../finding'
import { stemmerFor } from '../stems'
import type { Style } from '../style'
import type { TextView } from '../view'

const phrases = new Map<string, { phrase: string; stems: string[] }[]>()

/** Phrases as the stems of their words; read once per list and language. */
function phrasesOf(list: readonly string[], language: string): { phrase: string; stems: string[] }[] {
  const key = `${language}\n${list.join('\n')}`
  let found = phrases.get(key)
  if (!found) {
    const stem = stemmerFor(language)
    const latin = list.every((p) => !/[^\u0020-\u02ff\u1e00-\u1eff\u2019]/.test(p))
    found = list
      .map((phrase) => ({ phrase, stems: wordsOf(phrase, { latin, language }).map((w) => stem(w.word)) }))
      .filter((p) => p.stems.length > 0)
    if (phrases.size > 500) phrases.clear()
    phrases.set(key, found)
  }
  return found
}

/** Where a text holds phrases, by word form and never inside other words. */
export function placesOf(
  list: readonly string[],
  text: TextView,
): { phrase: string; stretch: number; from: number; to: number }[] {
  if (list.length === 0) return []
  const wanted = phrasesOf(list, text.language)
  const stem = stemmerFor(text.language)
  const out: { phrase: string; stretch: number; from: number; to: number }[] = []
  text.stretches.forEach((words, stretch) => {
    // Parts of a compound written with hyphens are words too.
    const here: Word[] = wordsOf(words, text).flatMap((w) =>
      w.word.includes('-') ? [...w.word.matchAll(/[^-]+/g)].map((m) => ({ word: m[0], from: w.from + m.index })) : [w],
    )
    const stems = here.map((w) => stem(w.word))
    for (const { phrase, stems: inPhrase } of wanted) {
      for (let i = stems.indexOf(inPhrase[0]!); i >= 0; i = stems.indexOf(inPhrase[0]!, i + 1)) {
        if (!inPhrase.every((s, j) => stems[i + j] === s)) continue
        const last = here[i + inPhrase.length - 1]!
        out.push({ phrase, stretch, from: here[i]!.from, to: last.from + last.word.length })
      }
    }
  })
  return out
}

const quoted = (text: TextView, at: { stretch: number; from: number; to: number }) =>
  `“${text.stretches[at.stretch]!.slice(at.from, at.to)}”`

function unwanted(text: TextView, { banned }: Style): Found[] {
  return placesOf(banned ?? [], text).map(({ phrase, ...at }) => ({
    at,
    message:
      fold(quoted(text, at)) === fold(`“${phrase}”`)
        ? `It uses ${quoted(text, at)}, which is banned.`
        : `It uses ${quoted(text, at)}, a form of “${phrase}”, which is banned.`,
  }))
}

function better(text: TextView, { preferred }: Style): Found[] {
  return (preferred ?? []).flatMap(({ use, insteadOf }) =>
    placesOf(insteadOf, text).map(({ phrase, ...at }) => {
      const same = fold(text.stretches[at.stretch]!.slice(at.from, at.to)) === fold(phrase)
      // An inflected form has no one right answer.
      return { at, message: `It uses ${quoted(text, at)}; here it is “${use}”.`, ...(same ? { fix: use } : {}) }
    }),
  )
}

/** Names to avoid are met as they are written, whatever their case. */
function avoided(text: TextView, { avoid }: Style): Found[] {
  if (!avoid || avoid.length === 0) return []
  const names = new Map(avoid.map((n) => [fold(n), n]))
  const most = Math.max(...avoid.map((n) => n.split(/\s+/).length))
  return text.stretches.flatMap((words, stretch) => {
    const here = wordsOf(words, text)
    return here.flatMap((w, i): Found[] => {
      for (let n = Math.min(most, here.length - i); n > 0; n--) {
        const last = here[i + n - 1]!
        const name = names.get(fold(words.slice(w.from, last.from + last.word.length)))
        if (name !== undefined)
          return [
            {
              at: { stretch, from: w.from, to: last.from + last.word.length },
              message: `“${name}” is a name to avoid.`,
            },
          ]
      }
      return []
    })
  })
}

const latinOnly = /^[A-Za-z\u00c0-\u02ff\u1e00-\u1eff]+$/

function repeated(text: TextView): Found[] {
  if (!text.latin) return []
  return text.stretches.flatMap((words, stretch) => {
    const here = wordsOf(words, text)
    // German tells words apart by their first letter: “wenn Sie sie tragen”.
    const same = text.language.startsWith('de')
      ? (a: string, b: string) => a === b
      : (a: string, b: string) => a.toLowerCase() === b.toLowerCase()
    return here.flatMap((w, i): Found[] => {
      const before = here[i - 1]
      if (
        !before ||
        !same(before.word, w.word) ||
        !latinOnly.test(w.word) ||
        words.slice(before.from + before.word.length, w.from) !== ' '
      )
        return []
      return [
        {
          at: { stretch, from: before.from, to: w.from + w.word.length },
          message: `“${w.word}” is repeated.`,
          fix: before.word,
        },
      ]
    })
  })
}

export const words: readonly TextCheck[] = [
  { code: 'banned', find: unwanted },
  { code: 'preferred', find: better },
  { code: 'avoided', find: avoided },
  { code: 'repeated', find: repeated },
]
