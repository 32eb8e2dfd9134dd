import type { AttributeTypeName, Value } from '../attributes/attribute'
import { viewOf } from '../house-style/view'
import type { DraftFact } from './facts'

const numbers = /\d+(?:[.,'’\u202f\u00a0]\d+)*/g
const bare = (n: string) => n.replace(/[^\d]/g, '')

/**
 * The numbers of a draft that no fact says, nor the texts that are known already: a draft invents nothing, and where it
 * does, people are told. Inline values are not read, since they say what the product says.
 */
export function unknownNumbers(
  value: Value,
  type: AttributeTypeName,
  facts: readonly Pick<DraftFact, 'parts' | 'number'>[],
  known: readonly string[],
): string[] {
  const there = new Set(
    [...facts.flatMap((f) => f.parts), ...known].flatMap((s) => [...s.matchAll(numbers)].map((m) => bare(m[0]))),
  )
  for (const { number } of facts) if (number !== null) there.add(bare(String(number)))
  return [
    ...new Set(viewOf(value, type, 'en').stretches.flatMap((s) => [...s.matchAll(numbers)].map((m) => m[0]))),
  ].filter((n) => !there.has(bare(n)))
}
