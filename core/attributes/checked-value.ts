import { slugOf } from '../search/slug'
import { allowedProblem } from './allowed'
import type { Attribute, Value } from './attribute'
import { attributeTypes } from './types/registry'
import { ValueProblem } from './types/shape'

/** Well-known attributes whose values are made of what is typed: a slug of any words, in Latin letters. */
const madeOf: Record<string, (typed: string, language: string) => string> = { slug: slugOf }

/**
 * A JSON value in the form that is stored, or null where it says nothing; of a text, in the language in which it is
 * written. Throws ValueProblem.
 */
export function checkedValue(given: unknown, attribute: Attribute, language: string | null = null): Value | null {
  if (given === null || given === undefined) return null
  const entry = attributeTypes[attribute.type]
  const checked = entry.check(given, attribute)
  const make = typeof checked === 'string' && Object.hasOwn(madeOf, attribute.code) ? madeOf[attribute.code] : undefined
  const value = make ? make(checked as string, language ?? 'en') : checked
  if (make && value === '' && checked !== '')
    throw new ValueProblem('no-letters', `“${String(checked)}” has nothing that can be written in Latin letters.`)
  if (entry.isEmpty(value)) return null
  const wrong = attribute.allowed && allowedProblem(value, attribute, entry)
  if (wrong) throw wrong
  return value
}
