import type { Attribute, AttributeTypeName, Value } from '../attribute'
import { isNotApplicable, notApplicableWords, withNotApplicable } from '../not-applicable'
import * as facts from './facts'
import * as lists from './lists'
import * as texts from './texts'
import type { AttributeTypeEntry, ShownIn } from './shape'

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
