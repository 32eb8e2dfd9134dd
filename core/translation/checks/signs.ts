import { perceivedLength } from '../../house-style/count'
import { fold } from '../../text/fold'
import type { TargetCheck } from './check'

export const empty: TargetCheck = {
  code: 'empty',
  level: 'blocker',
  label: 'Empty',
  find: ({ target }) => (target.text.trim() === '' ? [{ message: 'Not translated yet.' }] : []),
}

/** Names, codes and single words are often the same in both. */
const mayStay = (words: string) =>
  words.split(/\s+/).filter((w) => /^\p{Ll}{3,}$/u.test(w.replace(/[.,;:!?]$/, ''))).length < 2

export const sameAsSource: TargetCheck = {
  code: 'same-as-source',
  level: 'remark',
  label: 'The same as the source',
  find: ({ words, languages }) =>
    words.target !== '' &&
    fold(words.target) === fold(words.source) &&
    languages.source.split('-')[0] !== languages.target.split('-')[0] &&
    !mayStay(words.source)
      ? [{ message: 'It is the same as the source.' }]
      : [],
}

export const tooLong: TargetCheck = {
  code: 'too-long',
  level: 'remark',
  label: 'Too long',
  find: ({ words, most }) => {
    const long = perceivedLength(words.target)
    return most !== null && long > most ? [{ message: `It has ${long} characters; ${most} are the most.` }] : []
  },
}

const ends: Record<string, string> = {
  '.': '.',
  '。': '.',
  '．': '.',
  '۔': '.',
  '!': '!',
  '！': '!',
  '?': '?',
  '？': '?',
  '؟': '?',
  ':': ':',
  '：': ':',
  '…': '…',
  ';': ';',
  '؛': ';',
}
const endOf = (words: string) => ends[words.replace(/[\s"'”’»)\]」』）]+$/u, '').at(-1) ?? ''] ?? ''
const marksOf = (language: string): Record<string, string> =>
  /^(ja|zh)/.test(language)
    ? { '.': '。', '!': '！', '?': '？', ':': '：' }
    : /^ar|^fa/.test(language)
      ? { '?': '؟', ';': '؛' }
      : {}

export const endPunctuation: TargetCheck = {
  code: 'end-punctuation',
  level: 'remark',
  label: 'Ends differently from the source',
  find({ words, languages }) {
    if (words.target.trim() === '') return []
    const [a, b] = [endOf(words.source), endOf(words.target)]
    if (a === b) return []
    const sign = (m: string) => marksOf(languages.target)[m] ?? m
    return [
      {
        message:
          a === ''
            ? `It ends with “${sign(b)}”; the source has nothing there.`
            : b === ''
              ? `The source ends with “${a}”; here “${sign(a)}” is missing.`
              : `The source ends with “${a}”, this with “${sign(b)}”.`,
      },
    ]
  },
}

const scripts: [RegExp, RegExp][] = [
  [/^(ar|fa|ur)\b/, /\p{Script=Arabic}/u],
  [/^(ja)\b/, /[\p{Script=Hiragana}\p{Script=Katakana}\p{Script=Han}]/u],
  [/^(zh)\b/, /\p{Script=Han}/u],
  [/^(ko)\b/, /\p{Script=Hangul}/u],
  [/^(ru|uk|bg|sr)\b/, /\p{Script=Cyrillic}/u],
  [/^el\b/, /\p{Script=Greek}/u],
  [/^he\b/, /\p{Script=Hebrew}/u],
]

export const sourceScript: TargetCheck = {
  code: 'source-script',
  level: 'remark',
  label: 'Words in the source script',
  find({ words, languages }) {
    const script = scripts.find(([l]) => l.test(languages.target))?.[1]
    if (!script) return []
    // Names and codes stay in Latin letters; words of small letters that the source has too were forgotten.
    const left = [
      ...words.target.matchAll(/(?<![\p{L}\p{N}@.])\p{Script=Latin}+(?:[ -]\p{Script=Latin}+)*(?![\p{L}\p{N}@])/gu),
    ].filter((m) => /(^|[ -])\p{Ll}{3,}/u.test(m[0]) && fold(words.source).includes(fold(m[0])))
    return left.map((m) => ({
      at: { from: m.index, to: m.index + m[0].length },
      message: `“${m[0]}” is still in the script of the source.`,
    }))
  },
}

/** Not more than a remark: languages share words, and names stay. */
export const leftByMachine: TargetCheck = {
  code: 'left-by-machine',
  level: 'remark',
  label: 'Untranslated words',
  find({ words, languages, byMachine }) {
    if (
      !byMachine ||
      languages.source.split('-')[0] === languages.target.split('-')[0] ||
      scripts.some(([l]) => l.test(languages.target))
    )
      return []
    const known = new Set(words.source.match(/\p{L}+/gu) ?? [])
    const left = [...words.target.matchAll(/(?<![\p{L}\p{N}@.])\p{Ll}{3,}(?: \p{Ll}{3,})*(?![\p{L}\p{N}@])/gu)].flatMap(
      (m) => {
        // Words beside each other are told as one place.
        const places: { from: number; to: number }[] = []
        for (const w of m[0].matchAll(/\p{Ll}+/gu)) {
          if (!known.has(w[0])) continue
          const from = m.index + w.index
          if (places.at(-1)?.to === from - 1) places.at(-1)!.to = from + w[0].length
          else places.push({ from, to: from + w[0].length })
        }
        return places
      },
    )
    return left.map((at) => ({
      at,
      message: `The machine did not translate “${words.target.slice(at.from, at.to)}”.`,
    }))
  },
}

export const twoWays: TargetCheck = {
  code: 'two-ways',
  level: 'remark',
  label: 'Inconsistent translation',
  find: ({ target, others }) => {
    const other = others.find((o) => o !== target.text)
    return target.text === '' || other === undefined
      ? []
      : [{ message: `The same source is translated “${other.replace(/<\/?\d+\/?>/g, '').slice(0, 120)}” elsewhere.` }]
  },
}
