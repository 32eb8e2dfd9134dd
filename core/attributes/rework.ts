import type { Setup } from '../catalogue/model'
import { same } from '../catalogue/patch'
import { carriedOver } from './carry'
import type { Attribute, StoredValue, Value } from './attribute'
import { isNotApplicable } from './not-applicable'
import { checkedValue } from './checked-value'
import { attributeTypes } from './types/registry'
import { ValueProblem } from './types/shape'

/** What becomes of options that go: another option, or nothing. */
export type Instead = Record<string, string | null>

/** A value that does not live through a change of its attribute, and why. */
export interface LostValue {
  value: StoredValue
  why: string
}

/** Whether a change of an attribute can change its stored values at all. */
export function touchesValues(before: Attribute, after: Attribute): boolean {
  return (
    before.type !== after.type ||
    before.family !== after.family ||
    before.translatable !== after.translatable ||
    (before.perStorefront && !after.perStorefront) ||
    before.options.some((o) => !after.options.some((n) => n.code === o.code)) ||
    !same(before.allowed, after.allowed)
  )
}

/**
 * One value as the changed attribute holds it: the same where it still fits, else read anew from its text; null where
 * its option went with nothing instead. A value outside of what is allowed now stays as it is: it is a finding, no
 * loss. Throws a ValueProblem where it cannot be held.
 */
export function reworkValue(value: Value, before: Attribute, after: Attribute, instead: Instead = {}): Value | null {
  const free = { ...after, allowed: null }
  if (isNotApplicable(value)) return carriedOver({ value, attribute: before }, after) as Value | null
  if (before.type === after.type && before.family === after.family) {
    const { options } = attributeTypes[before.type]
    if (options === 'one') {
      const code = value as string
      return checkedValue(code in instead ? instead[code] : code, free)
    }
    if (options === 'several')
      return checkedValue(
        (value as string[]).flatMap((c) => (c in instead ? (instead[c] ?? []) : c)),
        free,
      )
    return checkedValue(value, free)
  }
  return checkedValue(carriedOver({ value, attribute: before }, after), free)
}

/**
 * All values of an attribute that one product holds, after a change of the attribute, with what is lost on the way.
 * Values that get a language get the source language; of values that lose theirs, the source language's stays.
 * Values that lose their storefront give way to the general one, where there is one.
 */
export function reworkValues(
  values: readonly StoredValue[],
  before: Attribute,
  after: Attribute,
  setup: Pick<Setup, 'source'>,
  instead: Instead = {},
): { values: StoredValue[]; lost: LostValue[] } {
  const out: StoredValue[] = []
  const lost: LostValue[] = []
  const general = (v: StoredValue) => Number(v.storefront !== null)
  // General values come first, so that those of a storefront find the place taken.
  for (const v of [...values].sort((a, b) => general(a) - general(b))) {
    const language = after.translatable ? (v.language ?? setup.source) : null
    const storefront = after.perStorefront ? v.storefront : null
    const lose = (why: string) => {
      lost.push({ value: v, why })
    }
    if (!after.translatable && v.language !== null && v.language !== setup.source) {
      lose('The attribute has no languages any more; the source language’s value stays.')
      continue
    }
    let value: Value | null
    try {
      value = reworkValue(v.value, before, after, instead)
    } catch (e) {
      if (!(e instanceof ValueProblem)) throw e
      lose(e.message)
      continue
    }
    if (value === null) lose('Nothing replaces it.')
    else {
      const there = out.find((o) => o.storefront === storefront && o.language === language)
      if (!there) out.push({ attribute: after.code, storefront, language, value })
      else if (!same(there.value, value)) lose('The general value replaces it.')
    }
  }
  return { values: out, lost }
}

/** A value in plain text, for showing what becomes of it. */
export function asText(value: Value, attribute: Attribute): string {
  return attributeTypes[attribute.type].toCell(value, attribute)
}
