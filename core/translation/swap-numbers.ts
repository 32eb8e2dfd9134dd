import { partsOf, textOfParts } from './coded'
import { numbersIn } from './checks/numbers'

/**
 * The target of a match with the numbers of a new source in place of those of the match's, where that is safe: the
 * sources have as many numbers, each that differs stands in the target exactly once, and once in its own source. Else
 * undefined. Numbers are written as the target's language writes decimals.
 */
export function swapNumbers(
  match: { source: string; target: string },
  source: string,
  languages: { source: string; target: string },
): string | undefined {
  const words = (text: string) =>
    partsOf(text)
      .filter((p): p is string => typeof p === 'string')
      .join(' ')
  const [old, now] = [numbersIn(words(match.source), languages.source), numbersIn(words(source), languages.source)]
  if (old.length !== now.length) return undefined
  const changes = old.flatMap((o, i) => (o.value === now[i]!.value ? [] : [{ from: o.value, to: now[i]!.value }]))
  if (changes.length === 0) return match.target
  const inTarget = numbersIn(words(match.target), languages.target)
  const once = (list: readonly { value: string }[], value: string) => list.filter((n) => n.value === value).length === 1
  if (!changes.every((c) => once(old, c.from) && once(inTarget, c.from))) return undefined
  const written = (value: string) =>
    new Intl.NumberFormat(languages.target, {
      useGrouping: false,
      maximumFractionDigits: 10,
      numberingSystem: /[\u0660-\u0669]/.test(match.target) ? 'arab' : 'latn',
    }).format(Number(value))
  return textOfParts(
    partsOf(match.target).map((part) => {
      if (typeof part !== 'string') return part
      let out = part
      for (const n of numbersIn(part, languages.target).reverse()) {
        const change = changes.find((c) => c.from === n.value)
        if (change) out = out.slice(0, n.from) + written(change.to) + out.slice(n.to)
      }
      return out
    }),
  )
}
