import type { Because, PutBy } from '@core/page/because'

const words: Record<PutBy, string> = {
  everything: 'It goes to all products',
  chosen: 'This product was chosen',
  added: 'This product was added by hand',
  'left-out': 'This product was excluded by hand',
  layout: 'Placed by the storefront’s layout',
  rule: 'Matches the rule',
  'not-met': 'Does not match the rule',
  'not-chosen': 'This product was not chosen',
  own: 'This piece belongs to this product only',
  split: 'The description is split at this heading',
  picked: 'Chosen by the product or its type',
}

/** How a part came to its place, as a sentence without its end. */
export const reachWords = ({ reach }: Pick<Because, 'reach'>): string => words[reach]

/** What put a part where it is, in a line: its assignment where one did. */
export const broughtBy = (because: Because): string =>
  because.assignment ? `${because.assignment.number}, ${because.assignment.name}` : reachWords(because)
