import { capitalised } from '../language/letters'
import type { Setup } from '../catalogue/model'
import { builtInField, type BuiltInField } from './built-in-fields'
import type { Condition, Field } from './condition'
import { codesOf, findField } from './fields'
import type { ComparingOperator, FieldKind, OperandShape } from './operator-shape'
import { comparingOperators, writtenOperator, type OperatorName } from './operators'

/** Words that somebody wrote, in quotation marks. */
export const quote = (s: unknown) => `“${String(s)}”`
/** Items as a choice: “a, b or c”. */
export const or = (items: readonly string[]) =>
  items.length <= 1 ? items.join('') : `${items.slice(0, -1).join(', ')} or ${items.at(-1)!}`
const and = (items: string[]) =>
  items.length <= 1 ? items.join('') : `${items.slice(0, -1).join(', ')} and ${items.at(-1)!}`

function amount(value: unknown): string {
  if (typeof value === 'object' && value !== null) {
    const v = value as { value?: unknown; unit?: unknown; currency?: unknown }
    return `${String(v.value)} ${String(v.unit ?? v.currency ?? '')}`.trim()
  }
  return String(value)
}

function range(value: unknown): string {
  const [low, high] = (value as unknown[]).map(amount) as [string, string]
  const unit = /\s(\S+)$/.exec(low)?.[1]
  return unit && high.endsWith(` ${unit}`) ? `${low.slice(0, -unit.length - 1)} to ${high}` : `${low} to ${high}`
}

/** A number of days in words: “1 day”, “14 days”. */
export const daysWords = (value: unknown) => `${amount(value)} ${value === 1 ? 'day' : 'days'}`

/** The value of a condition in words; `shown` says one of its values. */
function valueWords(operand: OperandShape, value: unknown, shown: (one: unknown) => string): string {
  if (operand === 'range') return range(value)
  if (operand === 'days') return daysWords(value)
  return or((Array.isArray(value) ? value : [value]).map(shown))
}

const inAmounts: ReadonlySet<FieldKind> = new Set(['number', 'measure', 'price', 'date'])

function styled(name: string, style: 'quoted' | 'small' | undefined): string {
  if (style === 'quoted') return quote(name)
  return style === 'small' ? name.toLowerCase() : name
}

/** How a built-in field says a condition in its own words; undefined where it has none for it. */
function inOwnWords(
  field: BuiltInField,
  operator: ComparingOperator,
  value: unknown,
  name: (code: unknown) => string,
  not: boolean,
): string | undefined {
  const no = not ? 'not ' : ''
  if (operator.chooses && field.chosen) {
    const { phrase, style } = field.chosen
    const one = (code: unknown) => styled(name(code), style)
    return no + phrase.replace('%', valueWords(operator.operand, value, one))
  }
  if (operator.chooses && field.flagged) return field.flagged[value !== not ? 0 : 1]
  if (!field.amounts) return undefined
  const { phrase, range: rangePhrase, noun } = field.amounts
  if (operator.operand === 'flag') return `${(value === false) !== not ? 'without' : 'with'} a ${noun}`
  const wording = operator.phrase.replace(/^is /, '').replace('%', valueWords(operator.operand, value, amount))
  return `${no}${operator.operand === 'range' ? rangePhrase : phrase} ${wording}`
}

/** How a condition on a field is said; `negate` turns it round. */
function test(condition: { field: string; is: OperatorName; value?: unknown }, setup: Setup, negate: boolean): string {
  const { value } = condition
  const field = findField(condition.field, setup)
  const written = writtenOperator(condition.is)
  if (typeof field === 'string' || !written)
    return `${negate ? 'not ' : ''}${condition.field} ${condition.is} ${JSON.stringify(value)}`
  const not = written.isOpposite !== negate
  const operator = comparingOperators[written.name]
  const codes = codesOf(field, setup)
  const name = (code: unknown) => codes?.find((c) => c.code === code)?.label ?? (codes ? String(code) : quote(code))
  const builtIn = field.attribute === null ? builtInField(field.name) : undefined
  const own = builtIn && inOwnWords(builtIn, operator, value, name, not)
  if (own !== undefined) return own
  const wording = fieldWords(field, setup)
  if (operator.operand === 'flag') return `${(value === false) !== not ? 'without' : 'with'} ${wording}`
  if (field.kind === 'yes-no') return `${wording} is ${value !== not ? 'yes' : 'no'}`
  const shown = valueWords(operator.operand, value, inAmounts.has(field.kind) ? amount : name)
  return `${wording} ${not ? negated(operator.phrase) : operator.phrase}`.replace('%', shown)
}

/** What a field is called where it stands by itself. */
export const fieldLabel = (field: Field, setup: Setup): string =>
  builtInField(field.name)?.label ?? setup.attributes.get(field.attribute!)?.labels[setup.source] ?? field.name

/** What a field is called within a sentence. */
function fieldWords(field: Field, setup: Setup): string {
  const label = fieldLabel(field, setup)
  // What is written in capitals alone stays so.
  const wording = label === label.toUpperCase() ? label : label.toLowerCase()
  return field.language ? `${wording} in ${field.language}` : wording
}

/** A phrase of an operator turned round: “is not”, “does not contain”, “not at least”. */
function negated(phrase: string): string {
  if (phrase.startsWith('is ')) return phrase.replace('is ', 'is not ')
  return /^\w+s\b/.test(phrase) ? `does not ${phrase.replace(/^(\w+)s\b/, '$1')}` : `not ${phrase}`
}

function say(node: Condition, setup: Setup, nested: boolean): string {
  if ('field' in node) return test(node, setup, false)
  if ('variant' in node) return `with one variant that is ${say(node.variant, setup, true)}`
  if ('all' in node) {
    if (node.all.length === 0) return 'any product'
    const joined = node.all
      .map((c) => say(c, setup, true))
      .join(node.all.some((c) => !('field' in c)) || !nested ? ', ' : ' and ')
    return nested && node.all.length > 1 ? `(${joined})` : joined
  }
  if ('any' in node) {
    if (node.any.length === 0) return 'no product'
    return nested && node.any.length > 1
      ? `(${or(node.any.map((c) => say(c, setup, true)))})`
      : or(node.any.map((c) => say(c, setup, true)))
  }
  if (node.none.length === 0) return 'any product'
  if (node.none.every((c) => 'field' in c)) return and(node.none.map((c) => test(c, setup, true)))
  return `none of: ${node.none.map((c) => say(c, setup, true)).join('; ')}`
}

/** A rule in plain English: “Gloves or overshoes, priced 35 to 60 GBP, not from Oxbrook”. */
export function sentenceOf(condition: Condition, setup: Setup): string {
  return capitalised(say(condition, setup, false))
}
