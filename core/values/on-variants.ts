import type { Attribute, Value } from '../attributes/attribute'
import type { Resolved } from './resolve'

/** What the variants of a product hold of an attribute, each for itself. */
export interface OnVariants {
  /** The different values: choices in the order of the options, others in that of the variants. */
  values: Value[]
  /** How many of the variants have none. */
  missing: number
  of: number
}

/** What variants hold of an attribute, by a reader of each; null where there are no variants. */
export function onVariants(
  attribute: Pick<Attribute, 'code' | 'options'>,
  readers: readonly ((attribute: string) => Resolved | null | undefined)[],
): OnVariants | null {
  if (readers.length === 0) return null
  const values = new Map<string, Value>()
  let missing = 0
  for (const read of readers) {
    const value = read(attribute.code)?.value ?? null
    if (value === null) missing += 1
    else values.set(JSON.stringify(value), value)
  }
  const place = new Map<Value, number>(attribute.options.map((o, i) => [o.code, i]))
  const placeOf = (value: Value) => place.get(value) ?? place.size
  return { values: [...values.values()].sort((a, b) => placeOf(a) - placeOf(b)), missing, of: readers.length }
}
