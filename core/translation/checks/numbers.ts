import type { TargetCheck } from './check'

const decimals = new Map<string, string>()
/** The decimal sign of a language, from CLDR through Intl. */
function decimalOf(language: string): string {
  let sign = decimals.get(language)
  if (!sign)
    decimals.set(
      language,
      (sign = new Intl.NumberFormat(language, { numberingSystem: 'latn' })
        .formatToParts(1.5)
        .find((p) => p.type === 'decimal')!.value),
    )
  return sign
}

const digit = /[\uff10-\uff19\u0660-\u0669\u06f0-\u06f9]/g
/** Digits of other scripts as ASCII digits; as long as before. */
export const asciiDigits = (text: string): string =>
  text.replace(digit, (d) => {
    const c = d.codePointAt(0)!
    return String(c - (c >= 0xff10 ? 0xff10 : c >= 0x6f0 ? 0x6f0 : 0x660))
  })

export interface NumberFound {
  value: string
  from: number
  to: number
  unit: string
}

const shape = /\d+(?:[.,’'\u00a0\u202f\u066b\u066c]\d+)*/g
const units = /^[\s\u00a0\u202f-]?(mm|cm|km|ml|mL|kg|kPa|Wh|lm|bar|psi|°C|g|m|W|V|%)(?![\p{L}\p{N}])/u

/**
 * The numbers of words in a language, in one spelling: ASCII digits, a full stop before decimals, no grouping; with a
 * unit's sign behind them.
 */
export function numbersIn(words: string, language: string): NumberFound[] {
  const text = asciiDigits(words)
  const decimal = decimalOf(language)
  return [...text.matchAll(shape)].map((m) => {
    // Arabic has signs of its own for both; elsewhere the other sign groups three digits, or is a spelling of the
    // source.
    const plain = m[0].replaceAll('\u066c', '').replaceAll('\u066b', '.')
    const pieces = plain.split(/([.,’'\u00a0\u202f])/)
    let value = pieces[0]!
    for (let i = 1; i < pieces.length; i += 2) {
      const [sign, rest] = [pieces[i]!, pieces[i + 1]!]
      const groups =
        rest.length === 3 && sign !== decimal && sign !== '.' && i === pieces.length - 2
          ? true
          : rest.length === 3 && sign !== decimal
      value += groups ? rest : `.${rest}`
    }
    return {
      value: value.includes('.') ? value.replace(/0+$/, '').replace(/\.$/, '') : value,
      from: m.index,
      to: m.index + m[0].length,
      unit: units.exec(text.slice(m.index + m[0].length))?.[1] ?? '',
    }
  })
}

export const numbers: TargetCheck = {
  code: 'numbers',
  level: 'blocker',
  label: 'Numbers lost or changed',
  find({ words, languages }) {
    const had = numbersIn(words.source, languages.source)
    const left = numbersIn(words.target, languages.target)
    const lost = had.filter((n) => {
      const at = left.findIndex((l) => l.value === n.value)
      if (at >= 0) left.splice(at, 1)
      return at < 0
    })
    return [
      ...lost.map((n) => ({ message: `The number ${words.source.slice(n.from, n.to)} of the source is missing.` })),
      ...left.map((n) => ({
        at: { from: n.from, to: n.to },
        message: `The source has no number ${words.target.slice(n.from, n.to)}.`,
      })),
    ]
  },
}

const latinScript = (language: string) =>
  !['ar', 'he', 'fa', 'ja', 'zh', 'ko', 'th', 'ru', 'uk', 'el', 'bg'].includes(language.split('-')[0]!)

export const unitSigns: TargetCheck = {
  code: 'units',
  level: 'blocker',
  label: 'Units lost or changed',
  find({ words, languages }) {
    // Other scripts spell units in letters of their own.
    if (!latinScript(languages.target)) return []
    const there = numbersIn(words.target, languages.target)
    return numbersIn(words.source, languages.source).flatMap((n) => {
      if (n.unit === '') return []
      const same = there.filter((t) => t.value === n.value)
      if (same.length === 0 || same.some((t) => t.unit.toLowerCase() === n.unit.toLowerCase())) return []
      return [
        {
          at: { from: same[0]!.from, to: same[0]!.to },
          message: `${words.source.slice(n.from, n.to)} ${n.unit} of the source has lost its unit.`,
        },
      ]
    })
  },
}
