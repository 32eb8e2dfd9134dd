import { capitalised } from '../language/letters'
import { formatDate, formatMeasure, formatMoney, formatNumber } from '../units/format'
import { convert, type Measure } from '../units/canonical'
import { families } from '../units/registry'
import type { Setup } from '../catalogue/model'
import { dateOfDay } from '../moments/instant'
import { inParts } from './check'
import type { Field } from './condition'
import type { Explanation } from './explain'
import type { FactValue } from './fact-shape'
import { codesOf, findField } from './fields'
import { comparingOperators } from './operators'
import { daysWords, fieldLabel, or, quote } from './sentence'

/** Through what an explanation was made, and in which language it is read. */
export interface ReadIn {
  language: string
  /** The currency of the storefront that was asked. */
  currency: string
}

const longest = 60
const quoted = (text: string) => quote(text.length > longest ? `${text.slice(0, longest)}…` : text)

/** A code by its label, a text in quotation marks. */
function named(code: string, field: Field, setup: Setup): string {
  const codes = codesOf(field, setup)
  if (codes) return codes.find((c) => c.code === code)?.label ?? code
  return field.kind === 'sku' ? code.toUpperCase() : quoted(code)
}

/** A fact as people read it: amounts in their currency and unit, days as dates, codes by their labels. */
function factWords(value: FactValue, field: Field, setup: Setup, { language, currency }: ReadIn): string {
  if (Array.isArray(value)) return value.map((v) => named(v, field, setup)).join(', ')
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  if (typeof value === 'string') return named(value, field, setup)
  if (field.kind === 'price') return formatMoney(value, currency, language)
  if (field.kind === 'date') return formatDate(dateOfDay(value), language)
  const attribute = field.kind === 'measure' ? setup.attributes.get(field.attribute!) : undefined
  if (!attribute?.family) return formatNumber(value, language)
  const canonical = { value, unit: families[attribute.family] }
  const unit = attribute.unit ?? canonical.unit
  return formatMeasure({ value: convert(canonical, unit), unit }, language)
}

/** A value that a condition asks for, as it stands in the rule. */
function wantedWords(given: unknown, field: Field, setup: Setup, { language }: ReadIn): string {
  const value = inParts(given, field, setup)
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  if (typeof value === 'number') return formatNumber(value, language)
  if (typeof value === 'string') return field.kind === 'date' ? formatDate(value, language) : named(value, field, setup)
  if (typeof value !== 'object' || value === null) return String(value)
  if ('currency' in value)
    return formatMoney(Number((value as { value?: unknown }).value), String(value.currency), language)
  return formatMeasure(value as Measure, language)
}

/** What is asked of a value, with what was asked: “between £35 and £60”, “one of Oxbrook or Varga”. */
function askedWords({ is, wanted, met }: Explanation, field: Field, setup: Setup, readIn: ReadIn): string {
  const { operand, phrase, chooses } = comparingOperators[is!]
  const not = met ? '' : 'not '
  const list = (Array.isArray(wanted) ? wanted : [wanted]) as unknown[]
  if (operand === 'days') return `${not}within the last ${daysWords(wanted)}`
  const words = list.map((v) => wantedWords(v, field, setup, readIn))
  if (operand === 'range') return `${not}between ${words.join(' and ')}`
  if (chooses) return words.length === 1 ? `${not}${words[0]!}` : `${met ? 'one' : 'none'} of ${or(words)}`
  return `${not}${phrase.replace('%', or(words)).replace(/^is /, '')}`
}

const mostVariants = 8

/** What variants have: said once where it is the same in all of them, else of each of the first few. */
function variantsWords(
  variants: NonNullable<Explanation['variants']>,
  wordsOf: (value: FactValue | null) => string,
): string {
  const all = variants.map((v) => wordsOf(v.value))
  if (all.length > 1 && new Set(all).size === 1) return `${all[0]!} in all ${all.length} variants`
  const first = variants.slice(0, mostVariants).map((v, i) => `${v.sku.toUpperCase()} ${all[i]!}`)
  return `${first.join(', ')}${variants.length > mostVariants ? ' …' : ''}`
}

/**
 * One condition with what it came to, in one breath: “Price today £58, between £35 and £60”, “Brand Varga, not
 * Oxbrook”. Of a fact that each variant has for itself, with those of the first few.
 */
export function conditionWords(explanation: Explanation, setup: Setup, readIn: ReadIn): string {
  const field = findField(explanation.field!, setup)
  if (typeof field === 'string') return explanation.field!
  const name = capitalised(fieldLabel(field, setup))
  const { is, wanted, met, variants, value } = explanation
  const seenWords = (v: FactValue | null | undefined) =>
    v === null || v === undefined ? 'has no value' : factWords(v, field, setup, readIn)
  const seen = variants ? variantsWords(variants, seenWords) : seenWords(value)
  if (comparingOperators[is!].operand === 'flag')
    return variants ? `${name}: ${seen}` : value === null ? `${name} empty` : `${name} filled: ${seen}`
  // What is the one thing asked for says so by itself.
  const says = met && !variants && comparingOperators[is!].chooses && !Array.isArray(wanted)
  return says ? `${name} ${seen}` : `${name} ${seen}, ${askedWords(explanation, field, setup, readIn)}`
}
