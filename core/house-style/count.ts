import { cachedFor } from '../cache/cached-for'
import type { TextView } from './view'

const segmenters = new Map<string, Intl.Segmenter>()
function segmenter(granularity: 'grapheme' | 'word', language: string): Intl.Segmenter {
  const key = `${granularity} ${granularity === 'grapheme' ? '' : language}`
  let found = segmenters.get(key)
  if (!found) segmenters.set(key, (found = new Intl.Segmenter(language, { granularity })))
  return found
}

/** Whatever is not surely one character to one code unit: Latin, punctuation, kana and common ideographs are. */
const needsSegmenting = new RegExp(
  '[^\\u0020-\\u02ff\\u1e00-\\u1eff\\u2010-\\u2027\\u202f-\\u205f\\u20ac' +
    '\\u3041-\\u3096\\u30a1-\\u30fa\\u30fc\\u3001\\u3002\\u4e00-\\u9fff\\uff01-\\uff5e]',
)

/**
 * Characters as people perceive them: extended grapheme clusters of Unicode UAX #29. Where every code unit is a letter,
 * digit or sign of its own, they are counted without looking for clusters.
 */
export function perceivedLength(text: string): number {
  if (!needsSegmenting.test(text)) return text.length
  let n = 0
  for (const _ of segmenter('grapheme', 'en').segment(text)) n++
  return n
}

/** A word with its place in its stretch. */
export interface Word {
  word: string
  from: number
}

const latinWord = /[\p{L}\p{N}]+(?:[’'·-][\p{L}\p{N}]+)*/gu

/** The words of the stretches of a text that were asked for: several checks ask for the same. */
const known = cachedFor<object, readonly Word[]>()

/** The words of a stretch. Where words are written without spaces between them, they are those of `Intl.Segmenter`. */
export const wordsOf = (stretch: string, view: Pick<TextView, 'latin' | 'language'>): readonly Word[] =>
  known(view, stretch, () => findWords(stretch, view))

function findWords(stretch: string, view: Pick<TextView, 'latin' | 'language'>): Word[] {
  const out: Word[] = []
  if (view.latin) {
    for (const m of stretch.matchAll(latinWord)) out.push({ word: m[0], from: m.index })
  } else {
    for (const s of segmenter('word', view.language).segment(stretch))
      if (s.isWordLike) out.push({ word: s.segment, from: s.index })
  }
  return out
}

/** Thousandths of the size of type that a letter is wide, in a common sans (the widths of Helvetica, from memory). */
const widths: Record<string, number> = {}
const say = (width: number, letters: string) => {
  for (const l of letters) widths[l] = width
}
say(222, 'ijl‘’')
say(278, ' !,./:;IftÍÌ[]\\')
say(333, '()-r`“”„')
say(355, '"')
say(500, 'Jckszvxy')
say(556, 'abdeghnopquL0123456789#$?_äöüéèêàáâîñ€')
say(584, '+<=>~')
say(611, 'FTZßø')
say(667, '&ABEKPSVXYÄ')
say(722, 'CDHNRUwÜ')
say(778, 'GOQÖ')
say(833, 'Mm')
say(889, '%')
say(944, 'W')
say(1000, '—…')

/**
 * The estimated width of a line in pixels at a size of type. Letters of East Asian scripts are as wide as they are
 * high.
 */
export function estimatedPixels(text: string, size = 20): number {
  let sum = 0
  for (const letter of text) {
    const known = widths[letter] ?? widths[letter.normalize('NFD')[0]!]
    sum += known ?? (/[\u1100-\u115f\u2e80-\ua4cf\uac00-\ud7a3\uf900-\ufaff\uff00-\uff60]/u.test(letter) ? 1000 : 556)
  }
  return Math.round((sum * size) / 1000)
}
