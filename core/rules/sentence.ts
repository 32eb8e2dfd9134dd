import type { Setup } from '../catalogue/model'
import type { Condition, OperatorName } from './condition'
import { builtInField, codesOf, findField } from './fields'
import { operators } from './operators'

const quote = (s: unknown) => `“${String(s)}”`
const or = (items: string[]) =>
  items.length <= 1 ? items.join('') : `${items.slice(0, -1).join(', ')} or ${items.at(-1)!}`
const and = (items: string[]) =>
  items.length <= 1 ? items.join('') : `${items.slice(0, -1).join(', ')} and ${items.at(-1)!}`

/** Operators as they are said of numbers and dates. */
const compared: Partial<Record<OperatorName, string>> = {
  'at-least': 'at least',
  'at-most': 'at most',
  above: 'above',
  below: 'below',
}

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

/** How a condition on a field is said; `not` turns it round. */
function test(condition: { field: string; is: OperatorName; value?: unknown }, setup: Setup, not: boolean): string {
  const { is, value } = condition
  const field = findField(condition.field, setup)
  if (typeof field === 'string') return `${not ? 'not ' : ''}${condition.field} ${is} ${JSON.stringify(value)}`
  const codes = codesOf(field, setup)
  const name = (code: unknown) => codes?.find((c) => c.code === code)?.label ?? (codes ? String(code) : quote(code))
  const list = (Array.isArray(value) ? value : [value]) as unknown[]
  const bare = field.attribute === null ? field.name : ''
  const no = not ? 'not ' : ''
  if (is === 'equals' || is === 'one-of') {
    if (bare === 'type') return `${no}${or(list.map((v) => name(v).toLowerCase()))}`
    if (bare === 'category') return `${no}in ${or(list.map(name))}`
    if (bare === 'brand') return `${no}from ${or(list.map(name))}`
    if (bare === 'tags') return `${not ? 'not ' : ''}tagged ${or(list.map(quote))}`
    if (bare === 'list') return `${no}in the list ${or(list.map((v) => `“${name(v)}”`))}`
    if (bare === 'campaign') return `${not ? 'not while' : 'while'} ${or(list.map((v) => `“${name(v)}”`))} runs`
    if (bare === 'rule') return `${no}what ${or(list.map((v) => `“${name(v)}”`))} finds`
    if (bare === 'sold-in') return `${no}sold in ${or(list.map(name))}`
    if (bare === 'available') return value !== not ? 'available' : 'not available'
    if (bare === 'variant') return value !== not ? 'with variants' : 'without variants'
  }
  if (bare === 'price' || bare === 'basePrice') {
    const what = bare === 'price' ? 'priced' : 'with a base price'
    if (is === 'between') return `${no}${what} ${bare === 'price' ? '' : 'of '}${range(value)}`
    if (is === 'present')
      return (value === false) !== not
        ? `without a ${bare === 'price' ? 'price' : 'base price'}`
        : `with a ${bare === 'price' ? 'price' : 'base price'}`
    return `${no}${what} ${compared[is] ?? ''} ${or(list.map(amount))}`.replace(/ {2,}/g, ' ')
  }
  const label = (
    builtInField(field.name)?.label ??
    setup.attributes.get(field.attribute!)?.labels[setup.source] ??
    field.name
  ).toLowerCase()
  const said =
    (label === 'sku' || label === 'gtin' ? label.toUpperCase() : label) +
    (field.language ? ` in ${field.language}` : '')
  if (is === 'present') return (value === false) !== not ? `without ${said}` : `with ${said}`
  if (is === 'within-days') return `${said} ${no}within the last ${amount(value)} ${value === 1 ? 'day' : 'days'}`
  if (is === 'between') return `${said} ${no}${range(value)}`
  if (field.kind === 'yes-no') return `${said} is ${value !== not ? 'yes' : 'no'}`
  if (compared[is]) return `${said} ${no}${compared[is]} ${or(list.map(amount))}`
  const shown = or(
    list.map((v) =>
      field.kind === 'number' || field.kind === 'measure' || field.kind === 'date' ? amount(v) : name(v),
    ),
  )
  return `${said} ${not ? negated(operators[is].phrase) : operators[is].phrase}`.replace('%', shown)
}

const negated = (phrase: string) =>
  phrase.startsWith('is ') ? phrase.replace('is ', 'is not ') : `does not ${phrase.replace(/^(\w+)s\b/, '$1')}`

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
  const s = say(condition, setup, false)
  return s.replace(/^[“(]?\p{Ll}/u, (c) => c.toUpperCase())
}
