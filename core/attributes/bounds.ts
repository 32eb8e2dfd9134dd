import type { Attribute, Value } from './attribute'
import type { AttributeTypeEntry } from './types/shape'

/** What an attribute allows, in words: “1 to 10”, “at least 5 kg”; empty where it has no bounds. */
export function boundsInWords({ allowed }: Attribute, { counts }: Pick<AttributeTypeEntry, 'counts'>): string {
  if (!allowed) return ''
  const shown = (v: Value) => (typeof v === 'object' && 'unit' in v ? `${v.value} ${v.unit}` : String(v))
  const { least, most } = allowed
  const what = counts ? ` ${counts}` : ''
  if (least !== null && most !== null) return `${shown(least)} to ${shown(most)}${what}`
  return least !== null ? `at least ${shown(least)}${what}` : most !== null ? `at most ${shown(most)}${what}` : ''
}
