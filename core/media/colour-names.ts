import { labOf, type Lab } from './pixels'
import { colourDifference } from './colour-difference'
import { shortenings } from '../language/chain'

/** The colour of a hexadecimal `#rrggbb` in CIELAB; undefined where it is none. */
export function labOfHex(hex: string): Lab | undefined {
  const m = /^#([0-9a-f]{2})([0-9a-f]{2})([0-9a-f]{2})$/i.exec(hex)
  return m ? labOf(Number.parseInt(m[1]!, 16), Number.parseInt(m[2]!, 16), Number.parseInt(m[3]!, 16)) : undefined
}

const languages = ['en', 'de', 'fr', 'it', 'nl', 'sv', 'da', 'fi', 'ja', 'ar'] as const

/**
 * Everyday colours by what they look like, each with several tones; which tones people call by a name is from memory.
 */
const colours: [code: string, tones: string[], ...names: string[]][] = [
  [
    'black',
    ['#16181c', '#26282c'],
    'black',
    'schwarz',
    'noir',
    'nero',
    'zwart',
    'svart',
    'sort',
    'musta',
    '黒',
    'أسود',
  ],
  [
    'grey',
    ['#6c737a', '#8f9499', '#b3b6b9', '#4c5763', '#4a4e53'],
    'grey',
    'grau',
    'gris',
    'grigio',
    'grijs',
    'grå',
    'grå',
    'harmaa',
    'グレー',
    'رمادي',
  ],
  [
    'white',
    ['#ffffff', '#f2f2f0'],
    'white',
    'weiß',
    'blanc',
    'bianco',
    'wit',
    'vit',
    'hvid',
    'valkoinen',
    '白',
    'أبيض',
  ],
  [
    'beige',
    ['#e3d9c0', '#cfc8b8', '#d3c3a1'],
    'beige',
    'beige',
    'beige',
    'beige',
    'beige',
    'beige',
    'beige',
    'beige',
    'ベージュ',
    'بيج',
  ],
  [
    'brown',
    ['#6a4426', '#8a6a45', '#4b3221'],
    'brown',
    'braun',
    'marron',
    'marrone',
    'bruin',
    'brun',
    'brun',
    'ruskea',
    '茶',
    'بني',
  ],
  [
    'red',
    ['#c3362f', '#9c3238', '#d81e2c', '#7d1f26'],
    'red',
    'rot',
    'rouge',
    'rosso',
    'rood',
    'röd',
    'rød',
    'punainen',
    '赤',
    'أحمر',
  ],
  [
    'orange',
    ['#e8791c', '#f29a38', '#cf5f1b'],
    'orange',
    'orange',
    'orange',
    'arancione',
    'oranje',
    'orange',
    'orange',
    'oranssi',
    'オレンジ',
    'برتقالي',
  ],
  [
    'yellow',
    ['#f2cf2a', '#e9d95f', '#d3b84a'],
    'yellow',
    'gelb',
    'jaune',
    'giallo',
    'geel',
    'gul',
    'gul',
    'keltainen',
    '黄',
    'أصفر',
  ],
  [
    'ochre',
    ['#b3812c', '#cb9c4a'],
    'ochre',
    'ocker',
    'ocre',
    'ocra',
    'oker',
    'ockra',
    'okker',
    'okra',
    '黄土色',
    'أصفر ترابي',
  ],
  [
    'olive',
    ['#6b6b2a', '#7c8045'],
    'olive',
    'oliv',
    'olive',
    'oliva',
    'olijfgroen',
    'olivgrön',
    'olivengrøn',
    'oliivinvihreä',
    'オリーブ',
    'زيتوني',
  ],
  [
    'green',
    ['#2f8f4a', '#2f5d4a', '#62b35a', '#1f4a33'],
    'green',
    'grün',
    'vert',
    'verde',
    'groen',
    'grön',
    'grøn',
    'vihreä',
    '緑',
    'أخضر',
  ],
  [
    'turquoise',
    ['#2aa5a0', '#4dbfc0'],
    'turquoise',
    'türkis',
    'turquoise',
    'turchese',
    'turquoise',
    'turkos',
    'turkis',
    'turkoosi',
    'ターコイズ',
    'فيروزي',
  ],
  [
    'light blue',
    ['#8fbfe3', '#a9cdea'],
    'light blue',
    'hellblau',
    'bleu clair',
    'azzurro',
    'lichtblauw',
    'ljusblå',
    'lyseblå',
    'vaaleansininen',
    '水色',
    'أزرق فاتح',
  ],
  [
    'blue',
    ['#2b5fb0', '#3d7fd1', '#3d5a8c'],
    'blue',
    'blau',
    'bleu',
    'blu',
    'blauw',
    'blå',
    'blå',
    'sininen',
    '青',
    'أزرق',
  ],
  [
    'dark blue',
    ['#17233b', '#26406e', '#1d2f5c'],
    'dark blue',
    'dunkelblau',
    'bleu foncé',
    'blu scuro',
    'donkerblauw',
    'mörkblå',
    'mørkeblå',
    'tummansininen',
    '紺',
    'أزرق داكن',
  ],
  [
    'purple',
    ['#6a3d8c', '#8a5fb0'],
    'purple',
    'violett',
    'violet',
    'viola',
    'paars',
    'lila',
    'lilla',
    'violetti',
    '紫',
    'بنفسجي',
  ],
  [
    'pink',
    ['#e58aa8', '#f2b6c6', '#d1588a'],
    'pink',
    'rosa',
    'rose',
    'rosa',
    'roze',
    'rosa',
    'lyserød',
    'vaaleanpunainen',
    'ピンク',
    'وردي',
  ],
]

/** A colour that has an everyday name. */
export interface NamedColour {
  code: string
  /** By primary language. */
  names: Readonly<Record<string, string>>
  tones: readonly Lab[]
}

export const namedColours: readonly NamedColour[] = colours.map(([code, tones, ...names]) => ({
  code,
  tones: tones.map((t) => labOfHex(t)!),
  names: Object.fromEntries(languages.map((l, i) => [l, names[i]!])),
}))

/** The everyday colour that a colour looks most like. */
export function nameOfColour(lab: Readonly<Lab>): NamedColour {
  let [best, least] = [namedColours[0]!, Infinity]
  for (const c of namedColours) {
    for (const tone of c.tones) {
      const d = colourDifference(tone, lab)
      if (d < least) [best, least] = [c, d]
    }
  }
  return best
}

/** What a colour is called in a language; in English where nothing else is known. */
export function colourIn(colour: NamedColour, language: string): string {
  for (const l of shortenings(language))
    if (colour.names[l]) return language === 'de-CH' ? colour.names[l].replaceAll('ß', 'ss') : colour.names[l]
  return colour.names.en!
}
