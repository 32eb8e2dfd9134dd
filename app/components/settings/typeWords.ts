import type { Attribute, AttributeTypeName, Serving } from '@core/attributes/attribute'

/** What attribute types are called. */
export const typeWords: Record<AttributeTypeName, string> = {
  text: 'text, a line',
  'long-text': 'long text',
  'rich-text': 'formatted text',
  number: 'number',
  measure: 'measure with a unit',
  'yes-no': 'yes or no',
  choice: 'one choice',
  choices: 'several choices',
  date: 'date',
  link: 'link',
  media: 'pictures',
  file: 'files',
  'key-points': 'key points',
  table: 'small table',
  'box-contents': 'contents of the box',
  questions: 'questions',
}

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
  if (a.type === 'measure') return `measure of ${a.family ?? 'nothing yet'}${a.unit ? `, in ${a.unit}` : ''}`
  if ((a.type === 'choice' || a.type === 'choices') && a.options) return `${typeWords[a.type]} of ${a.options.length}`
  return typeWords[a.type]
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
