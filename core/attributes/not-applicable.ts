import { fold } from '../text/fold'
import type { Attribute, NotApplicable, Value } from './attribute'
import { ValueProblem, type AttributeTypeEntry } from './types/shape'

/** The statement that a fact does not apply, as it is stored. */
export const notApplicable: NotApplicable = { applies: false }

/** How it stands in a cell of a file and of the sheet; no text of ours is written so. */
export const notApplicableCell = '(does not apply)'

/** How people who work on products read it, and choose it. */
export const notApplicableWords = 'Does not apply'

/** Whether a value states that the fact does not apply. */
export const isNotApplicable = (value: unknown): value is NotApplicable =>
  typeof value === 'object' && value !== null && (value as Partial<NotApplicable>).applies === false

/** Whether it can be stated of an attribute: of facts, not of texts that are translated, nor of pictures and files. */
export const mayNotApply = (attribute: Pick<Attribute, 'translatable'>, entry: AttributeTypeEntry): boolean =>
  entry.factWeight !== undefined && !attribute.translatable

/** An attribute type whose values may also state that the fact does not apply. */
export function withNotApplicable(entry: AttributeTypeEntry): AttributeTypeEntry {
  if (entry.factWeight === undefined) return entry
  const { html, lines, mapWords, merge, numberIn } = entry
  return {
    ...entry,
    check(given, attribute) {
      if (!isNotApplicable(given)) return entry.check(given, attribute)
      if (!mayNotApply(attribute, entry))
        throw new ValueProblem('applies', 'A translated text always applies. Clear it instead.')
      return notApplicable
    },
    isEmpty: (value) => !isNotApplicable(value) && entry.isEmpty(value),
    fromCell: (cell, attribute, sign) =>
      mayNotApply(attribute, entry) && fold(cell) === notApplicableCell
        ? notApplicable
        : entry.fromCell(cell, attribute, sign),
    numberIn: numberIn && ((cell) => (fold(cell) === notApplicableCell ? undefined : numberIn(cell))),
    toCell: (value, attribute) => (isNotApplicable(value) ? notApplicableCell : entry.toCell(value, attribute)),
    comparable: (value, attribute) => (isNotApplicable(value) ? undefined : entry.comparable(value, attribute)),
    display: (value, attribute, shownIn) => (isNotApplicable(value) ? '' : entry.display(value, attribute, shownIn)),
    lines: lines && ((value, shownIn) => (isNotApplicable(value) ? [] : lines(value, shownIn))),
    html: html && ((value, shownIn) => (isNotApplicable(value) ? '' : html(value, shownIn))),
    mapWords: mapWords && ((value, change) => (isNotApplicable(value) ? value : mapWords(value, change))),
    merge: merge && ((base, mine, theirs) => mergeStated(merge, [base, mine, theirs])),
  } satisfies AttributeTypeEntry
}

/** Texts are joined; where one side states that the fact does not apply, a person has to choose. */
function mergeStated(
  merge: NonNullable<AttributeTypeEntry['merge']>,
  [base, mine, theirs]: [Value, Value, Value],
): ReturnType<typeof merge> {
  if ([base, mine, theirs].some(isNotApplicable)) return { merged: mine, overlaps: 1 }
  return merge(base, mine, theirs)
}
