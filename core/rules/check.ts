import { canonicalNumber, type Measure } from '../units/canonical'
import { attributeTypes } from '../attributes/types/registry'
import { ValueProblem } from '../attributes/types/shape'
import { dayNumber } from '../moments/instant'
import { digitAwareKey, fold } from '../text/fold'
import type { Setup } from '../catalogue/model'
import {
  maxConditions,
  maxDepth,
  RuleError,
  type Condition,
  type Field,
  type RuleNode,
  type RulePlaces,
  type RuleProblem,
} from './condition'
import { codesOf, findField } from './fields'
import type { Operand } from './operator-shape'
import { comparingOperators, writtenOperator, type ComparingName } from './operators'

const isRecord = (v: unknown): v is Record<string, unknown> => typeof v === 'object' && v !== null && !Array.isArray(v)
const emptyOperand = (): Operand => ({ texts: [], numbers: [], flag: null, currency: null })

/** A hundred years: nobody looks further back. */
export const mostDays = 36_500

class Refused extends Error {}
const refuse = (message: string): never => {
  throw new Refused(message)
}

/** One value of a condition, made ready and put into the operand. */
function take(value: unknown, field: Field, is: ComparingName, setup: Setup, into: Operand) {
  switch (field.kind) {
    case 'text':
    case 'long':
    case 'texts': {
      if (typeof value !== 'string' || fold(value) === '') refuse('The value has to be a text.')
      into.texts.push(fold(value as string))
      return
    }
    case 'sku': {
      if (typeof value !== 'string' || fold(value) === '') refuse('The value has to be a SKU.')
      into.texts.push(comparingOperators[is].orders ? digitAwareKey(value as string) : fold(value as string))
      return
    }
    case 'number':
      if (typeof value !== 'number' || !Number.isFinite(value)) refuse('The value has to be a number.')
      into.numbers.push(value as number)
      return
    case 'measure': {
      const attribute = setup.attributes.get(field.attribute!)!
      const m = attributeTypes.measure.check(value, attribute) as Measure
      into.numbers.push(canonicalNumber(m))
      return
    }
    case 'price':
      return takePrice(value, setup, into)
    case 'date': {
      if (typeof value !== 'string' || !/^\d{4}-\d\d-\d\d$/.test(value) || Number.isNaN(dayNumber(value)))
        refuse('The value has to be a date such as "2026-11-27".')
      into.numbers.push(dayNumber(value as string))
      return
    }
    case 'yes-no':
      if (typeof value !== 'boolean') refuse('The value is true or false.')
      into.flag = value as boolean
      return
    case 'code':
    case 'codes':
    case 'category': {
      if (typeof value !== 'string' || value.trim() === '') refuse('The value has to be a code.')
      const codes = codesOf(field, setup)
      if (codes && !codes.some((c) => c.code === value))
        refuse(`“${value as string}” is not among ${field.name}'s codes.`)
      into.texts.push(codes ? (value as string) : fold(value as string))
    }
  }
}

/** An amount of money, written `60 GBP` or as its parts. */
function priceParts(value: unknown): { value?: unknown; currency?: unknown } {
  const text = typeof value === 'string' ? /^\s*(\d+(?:\.\d+)?)\s*([A-Z]{3})\s*$/.exec(value) : null
  return text ? { value: Number(text[1]), currency: text[2] } : isRecord(value) ? value : {}
}

/**
 * A value of a condition in parts, where it is a measure or price that may be written in one: `8 in`, `60 GBP`. What
 * cannot be read stays as it is.
 */
export function inParts(value: unknown, field: Field, setup: Setup): unknown {
  if (Array.isArray(value)) return value.map((v) => inParts(v, field, setup))
  if (typeof value !== 'string') return value
  if (field.kind === 'price') return 'value' in priceParts(value) ? priceParts(value) : value
  if (field.kind !== 'measure') return value
  try {
    return attributeTypes.measure.check(value, setup.attributes.get(field.attribute!)!)
  } catch {
    return value
  }
}

function takePrice(value: unknown, setup: Setup, into: Operand) {
  const { value: amount, currency } = priceParts(value)
  if (typeof amount !== 'number' || !Number.isFinite(amount) || typeof currency !== 'string') {
    refuse('A price is an amount with its currency: {"value": 60, "currency": "GBP"} or "60 GBP".')
  }
  if (![...setup.storefronts.values()].some((s) => s.currency === currency))
    refuse(`No storefront sells in ${currency as string}.`)
  if (into.currency !== null && into.currency !== currency) refuse('Both ends of a price range are in one currency.')
  into.currency = currency as string
  into.numbers.push(amount as number)
}

function operandOf(value: unknown, field: Field, is: ComparingName, setup: Setup): Operand {
  const operand = emptyOperand()
  const { operand: shape } = comparingOperators[is]
  if (shape === 'flag') {
    if (value !== undefined && typeof value !== 'boolean') refuse('The value is true or false.')
    operand.flag = value !== false
  } else if (shape === 'days') {
    if (typeof value !== 'number' || !Number.isInteger(value) || value < 0 || value > mostDays)
      refuse(`The value has to be a whole number of days, 0 to ${mostDays.toLocaleString('en-GB')}.`)
    operand.numbers.push(value as number)
  } else if (shape === 'list' || shape === 'range') {
    if (!Array.isArray(value))
      refuse(
        shape === 'range'
          ? 'The value has to be a list of two: the lower and the upper end.'
          : 'The value has to be a list.',
      )
    const list = value as unknown[]
    if (shape === 'range' && list.length !== 2) refuse('A range has two ends.')
    if (field.kind === 'yes-no') refuse('Use “equals” for yes or no.')
    for (const v of list) take(v, field, is, setup, operand)
    if (shape === 'range') {
      const [low, high] = field.kind === 'sku' ? operand.texts : operand.numbers
      if (low! > high!) refuse('The lower end of the range comes first.')
    }
    if (list.length === 0) refuse('The list names at least one value.')
  } else {
    take(value, field, is, setup, operand)
  }
  return operand
}

/** A path into a rule: `any[1].all[0]`. */
const join = (path: string, step: string) => (path === '' ? step : `${path}.${step}`)

/**
 * A rule of unknown origin, checked against the set-up and made ready for its readings.
 * Throws a RuleError that names every problem with the path of its node; of a rule that was written in another way, by
 * the places that its conditions were made of.
 */
export function checkCondition(given: unknown, setup: Setup, places?: RulePlaces): RuleNode {
  const problems: RuleProblem[] = []
  let count = 0
  /** Named rules that are being read, so that none is read within itself. */
  const open = new Set<string>()
  const visit = (node: unknown, path: string, depth: number, inVariant: boolean): RuleNode => {
    const nothing: RuleNode = { kind: 'all', path, children: [] }
    const problem = (message: string) => {
      problems.push({ path: (isRecord(node) ? places?.get(node) : undefined) ?? path, message })
      return nothing
    }
    if (++count > maxConditions)
      return count === maxConditions + 1 ? problem(`A rule has at most ${maxConditions} conditions.`) : nothing
    if (depth > maxDepth) return problem(`A rule is at most ${maxDepth} levels deep.`)
    if (!isRecord(node))
      return problem('A condition is an object such as {"field": "type", "is": "equals", "value": "pannier"}.')
    const keys = Object.keys(node)
    for (const kind of ['all', 'any', 'none'] as const) {
      if (!(kind in node)) continue
      if (keys.length > 1) return problem(`“${kind}” must be the only key of its object.`)
      const list = node[kind]
      if (!Array.isArray(list)) return problem(`“${kind}” holds a list of conditions.`)
      return { kind, path, children: list.map((c, i) => visit(c, join(path, `${kind}[${i}]`), depth + 1, inVariant)) }
    }
    if ('variant' in node) {
      if (keys.length > 1) return problem('“variant” must be the only key of its object.')
      if (inVariant) return problem('“variant” cannot be inside another one.')
      return { kind: 'variant', path, child: visit(node.variant, join(path, 'variant'), depth + 1, true) }
    }
    if (typeof node.field !== 'string') return problem('A condition names its field.')
    const extra = keys.find((k) => !['field', 'is', 'value'].includes(k))
    if (extra !== undefined) return problem(`“${extra}” does not belong in a condition.`)
    const field = findField(node.field, setup)
    if (typeof field === 'string') return problem(field)
    const written = writtenOperator(String(node.is))
    if (!written) return problem(`There is no operator “${String(node.is)}”.`)
    const { name: is, isOpposite } = written
    if (field.name === 'rule' && !comparingOperators[is].chooses)
      return problem('A named rule is asked with “equals” or “one-of”.')
    if (!written.kinds.includes(field.kind)) return problem(`“${String(node.is)}” does not fit ${field.name}.`)
    try {
      const operand = operandOf(node.value, field, is, setup)
      const rules = operand.texts
      const met: RuleNode =
        field.name === 'rule'
          ? { kind: 'any', path, rules, children: rules.map((code) => named(code, path, depth, inVariant)) }
          : { kind: 'test', path, field, is, operand, given: node.value }
      return isOpposite ? { kind: 'none', path, children: [met] } : met
    } catch (e) {
      if (e instanceof Refused || e instanceof ValueProblem) return problem(e.message)
      throw e
    }
  }
  /** What a named rule stands for. Its problems are told where it is named. */
  const named = (code: string, path: string, depth: number, inVariant: boolean): RuleNode => {
    if (open.has(code)) {
      problems.push({ path, message: `The rule “${setup.rules.get(code)!.name}” would name itself.` })
      return { kind: 'all', path, children: [] }
    }
    open.add(code)
    const node = visit(setup.rules.get(code)!.rule, path, depth + 1, inVariant)
    open.delete(code)
    return node
  }
  const root = visit(given, '', 1, false)
  if (problems.length > 0) throw new RuleError(problems)
  return root
}

/** The attributes, options, tags, brands and categories that a rule names, as `kind:code`. */
export function namedIn(node: RuleNode): string[] {
  if (node.kind === 'variant') return namedIn(node.child)
  if (node.kind !== 'test') return [...(node.rules ?? []).map((r) => `rule:${r}`), ...node.children.flatMap(namedIn)]
  const { field, operand } = node
  const own = field.attribute ? [`attribute:${field.attribute}`] : []
  if (field.kind !== 'code' && field.kind !== 'codes' && field.kind !== 'category') return own
  return [
    ...own,
    ...operand.texts.map((t) => (field.attribute ? `option:${field.attribute}:${t}` : `${field.name}:${t}`)),
  ]
}

/** The rule that everything meets. */
export const everything: Condition = { all: [] }
