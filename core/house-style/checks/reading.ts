import { wordsOf } from '../count'
import { readingEase } from '../ease'
import type { TextCheck } from '../finding'

export const reading: readonly TextCheck[] = [
  {
    code: 'ease',
    find: (text, { ease }) => {
      if (ease === undefined) return []
      const words = text.stretches.flatMap((s) => wordsOf(s, text).map((w) => w.word))
      // A stretch is at least one sentence.
      const sentences = text.stretches.reduce((n, s) => n + Math.max(1, s.match(/[.!?…](?=\s|$)/g)?.length ?? 0), 0)
      const got = readingEase(words, sentences, text.language)
      return got !== undefined && got < ease
        ? [{ message: `Its reading ease is ${got}; at least ${ease} is required. Shorter sentences and words help.` }]
        : []
    },
  },
]
