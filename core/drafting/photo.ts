import type { Attribute } from '../attributes/attribute'
import { colourDifference } from '../media/colour-difference'
import { colourIn, labOfHex, nameOfColour } from '../media/colour-names'
import type { PhotoReading } from '../media/reading'
import { fold } from '../text/fold'
import type { DraftFact } from './facts'

/** An option's colour may be so far from that of a photo, in whose light things look otherwise (CIEDE2000). */
const nearEnough = 16
/** From so many letters on a picture is taken to have words. */
const wordsFrom = 6

/** What is read from a photo in words of a language: its colours, its ground, its shape, and whether it has words. */
export function readingInWords(
  reading: PhotoReading,
  language: string,
): { colours: string[]; ground: string | null; shape: string; words: boolean } {
  const named = (hex: string) => colourIn(nameOfColour(labOfHex(hex)!), language)
  const { proportions: p } = reading
  return {
    colours: [...new Set(reading.colours.map((c) => named(c.colour)))],
    ground: reading.plain ? named(reading.ground) : null,
    shape:
      p > 1.15
        ? `${p.toFixed(1)} times as wide as high`
        : p < 0.87
          ? `${(1 / p).toFixed(1)} times as high as wide`
          : 'about as wide as high',
    words: reading.letters >= wordsFrom,
  }
}

/** A reading as a line, in English. */
export function readingLine(reading: PhotoReading): string {
  const { colours, ground, shape, words } = readingInWords(reading, 'en')
  const parts = [
    colours.join(', ') || 'no colour that stands out',
    ground === null ? 'on a mixed background' : `on a plain ${ground} ground`,
    shape,
    words ? `words in it (about ${reading.letters} letters)` : 'no words, as far as can be told',
  ]
  return parts.join('; ')
}

/**
 * The option of a choice of colours that a photo shows: the one whose swatch is nearest to the largest colour; where
 * none has a swatch, the one that is called like it. Undefined where none is near enough.
 */
export function optionInPhoto(attribute: Pick<Attribute, 'options'>, reading: PhotoReading): string | undefined {
  const largest = reading.colours[0]
  if (!largest) return undefined
  const lab = labOfHex(largest.colour)!
  const swatches = attribute.options
    .flatMap((o) => (o.swatch ? [{ code: o.code, d: colourDifference(labOfHex(o.swatch) ?? [0, 0, 0], lab) }] : []))
    .sort((a, b) => a.d - b.d)
  if (swatches[0]) return swatches[0].d <= nearEnough ? swatches[0].code : undefined
  const names = Object.values(nameOfColour(lab).names).map(fold)
  return attribute.options.find((o) => Object.values(o.labels).some((l) => names.includes(fold(l))))?.code
}

/** What a drafting service is told of a photo, as facts in a language. */
export function photoFacts(reading: PhotoReading, language: string): DraftFact[] {
  const { colours, ground } = readingInWords(reading, language)
  const fact = (attribute: string, called: string, parts: string[]): DraftFact => ({
    attribute,
    type: 'text',
    label: called,
    called,
    parts,
    number: null,
    inline: false,
    source: 'photo',
    detail: '',
  })
  return [
    ...(colours.length ? [fact('photo-colours', 'Colours', colours.slice(0, 2))] : []),
    ...(ground === null ? [] : [fact('photo-ground', 'Ground', [ground])]),
  ]
}
