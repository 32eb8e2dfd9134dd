import { literalPattern } from '../text/literal'
import { abbreviations, dottedOrdinals } from './abbreviations'

interface Rules {
  segmenter: Intl.Segmenter
  /** Finds, at the end of a stretch, an abbreviation or the beginning of one that goes on. */
  abbreviation: RegExp | undefined
  months: ReadonlySet<string> | undefined
}

const known = new Map<string, Rules>()

/** `z. B.` may be cut after `z.` and after `B.`; each beginning is one alternative. */
function endings(list: readonly string[]): RegExp {
  // Any of them may begin a sentence.
  const both = list.flatMap((a) => [a, a[0]!.toUpperCase() + a.slice(1)])
  const all = new Set(
    both
      .flatMap((a) => {
        const parts = a.split(' ').flatMap((p) => p.match(/[^.]+\.?/g) ?? [])
        return parts.map((_, i) =>
          parts
            .slice(0, i + 1)
            .map(literalPattern)
            .join('[\\s\\u00a0\\u202f]?'),
        )
      })
      .filter((pattern) => pattern.endsWith('\\.')),
  )
  return new RegExp(`(?<![\\p{L}\\p{N}.])(?:${[...all].sort((a, b) => b.length - a.length).join('|')})\\s*$`, 'u')
}

function rulesOf(language: string): Rules {
  let found = known.get(language)
  if (!found) {
    const primary = language.split('-')[0]!
    const months = dottedOrdinals.has(primary)
      ? new Set(
          Array.from({ length: 12 }, (_, m) => new Date(Date.UTC(2024, m, 15))).flatMap((d) =>
            (['long', 'short'] as const).map((month) =>
              new Intl.DateTimeFormat(language, { month, day: 'numeric', timeZone: 'UTC' })
                .formatToParts(d)
                .find((p) => p.type === 'month')!
                .value.replace(/\.$/, ''),
            ),
          ),
        )
      : undefined
    known.set(
      language,
      (found = {
        segmenter: new Intl.Segmenter(language, { granularity: 'sentence' }),
        months,
        abbreviation: abbreviations[primary] && endings(abbreviations[primary]),
      }),
    )
  }
  return found
}

const firstWord = /^[\p{L}]+/u

/**
 * Where the sentences of a text begin, in UTF-16 units, the first at 0: the boundaries of Unicode UAX #29 as
 * `Intl.Segmenter` has them, less those after an abbreviation of the language, or between a day's ordinal and its
 * month.
 */
export function sentenceStarts(text: string, language: string): number[] {
  const { segmenter, abbreviation, months } = rulesOf(language)
  const starts: number[] = []
  let before = 0
  for (const { index, segment } of segmenter.segment(text)) {
    const leading = text.slice(before, index)
    const goesOn =
      index > 0 &&
      !leading.endsWith('\n') &&
      ((abbreviation?.test(leading) ?? false) ||
        (months !== undefined &&
          /(?<!\p{N})\d{1,2}\.\s*$/u.test(leading) &&
          months.has(firstWord.exec(segment)?.[0] ?? '')))
    if (goesOn) continue
    starts.push(index)
    before = index
  }
  return starts.length > 0 ? starts : [0]
}

/** Whether a language puts a space between sentences. */
export function spacesSentences(language: string): boolean {
  return !['ja', 'zh', 'th', 'lo', 'km', 'my'].includes(language.split('-')[0]!)
}
