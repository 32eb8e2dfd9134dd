import { attributeTypes } from '../../attributes/types/registry'
import { estimatedPixels, perceivedLength, wordsOf } from '../count'
import type { TextCheck } from '../finding'
import type { Bounds } from '../style'

const grouped = (n: number) => n.toLocaleString('en-GB')

/** Why a number is out of bounds, or nothing. */
function outside(n: number, { least, most }: Bounds, unit: string, what: string) {
  if (most !== null && n > most)
    return [{ message: `${what} has ${grouped(n)} ${unit}; at most ${grouped(most)} are required.` }]
  if (least !== null && n < least)
    return [{ message: `${what} has ${grouped(n)} ${unit}; at least ${grouped(least)} are required.` }]
  return []
}

export const lengths: readonly TextCheck[] = [
  {
    code: 'characters',
    find: (text, { characters }) =>
      characters
        ? outside(
            text.stretches.reduce((n, s) => n + perceivedLength(s), 0),
            characters,
            'characters',
            'It',
          )
        : [],
  },
  {
    code: 'words',
    find: (text, { words }) =>
      words
        ? outside(
            text.stretches.reduce((n, s) => n + wordsOf(s, text).length, 0),
            words,
            'words',
            'It',
          )
        : [],
  },
  {
    code: 'pixels',
    find: (text, { pixels, typeSize }) =>
      pixels
        ? outside(estimatedPixels(text.stretches.join(' '), typeSize), pixels, 'pixels in search results', 'It')
        : [],
  },
  {
    code: 'points',
    find: (text, { points }) =>
      points && attributeTypes[text.type].counts ? outside(text.stretches.length, points, 'key points', 'It') : [],
  },
]
