import type { Attribute, Serving } from '@core/attributes/attribute'
import { attributeTypes } from '@core/attributes/types/registry'

export const servingWords: Record<Serving, string> = {
  facts: 'the facts on the page',
  filter: 'the shopper’s filter',
  comparison: 'comparison',
  search: 'search',
  team: 'only the team',
}

/** The type of an attribute with what belongs to it: “measure, length in mm”. */
export function typeOfAttribute(
  a: Pick<Attribute, 'type' | 'family'> & { unit?: string | null; options?: unknown[] },
): string {
  const { label, hasUnit, options } = attributeTypes[a.type]
  if (hasUnit) return `measure of ${a.family ?? 'nothing yet'}${a.unit ? `, in ${a.unit}` : ''}`
  return options && a.options ? `${label} of ${a.options.length}` : label
}

/** An attribute before anything is said of it. */
export const blankAttribute = (): Attribute => ({
  code: '',
  labels: {},
  help: {},
  type: 'text',
  family: null,
  unit: null,
  options: [],
  translatable: false,
  perStorefront: false,
  serves: ['facts'],
  allowed: null,
})
