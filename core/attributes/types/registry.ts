import type { Attribute, AttributeTypeName, Value } from '../attribute'
import { allowedProblem } from '../allowed'
import { isNotApplicable, notApplicableWords, withNotApplicable } from '../not-applicable'
import * as facts from './facts'
import * as lists from './lists'
import * as texts from './texts'
import { slugOf } from '../../search/slug'
import { ValueProblem, type AttributeTypeEntry, type ShownIn } from './shape'

const entries: Record<AttributeTypeName, AttributeTypeEntry> = {
  text: texts.text,
  'long-text': texts.longText,
  'rich-text': texts.richText,
  'key-points': texts.keyPoints,
  link: texts.link,
  number: facts.number,
  measure: facts.measure,
  'yes-no': facts.yesNo,
  choice: facts.choice,
  choices: facts.choices,
  date: facts.date,
  media: lists.media,
  file: lists.file,
  questions: lists.questions,
  table: lists.table,
  'box-contents': lists.boxContents,
}

/** Every attribute type there is. Values of facts may also state that the fact does not apply. */
export const attributeTypes = Object.fromEntries(
  Object.entries(entries).map(([name, entry]) => [name, withNotApplicable(entry)]),
) as Record<AttributeTypeName, AttributeTypeEntry>

/** A value as whoever works on the product reads it, in plain text: also one that states that a fact does not apply. */
export const displayForTeam = (value: Value, attribute: Attribute, shownIn: ShownIn): string =>
  isNotApplicable(value) ? notApplicableWords : attributeTypes[attribute.type].display(value, attribute, shownIn)

/** Whether values of an attribute are names of pictures, files or questions. */
export function refersTo(attribute: Attribute | undefined, ...what: AttributeTypeEntry['refersTo'][]): boolean {
  const named = attribute && attributeTypes[attribute.type].refersTo
  return named !== undefined && what.includes(named)
}

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
