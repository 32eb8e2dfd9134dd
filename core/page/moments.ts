import { windowsOf } from '../assignments/limits'
import { dateOfDay, instantOf, windowIn, type LocalWindow } from '../moments/instant'
import type { Setup } from '../catalogue/model'
import type { Condition } from '../rules/condition'
import { factsOf } from '../rules/facts'
import { type Facts } from '../rules/fact-shape'
import { builtInField } from '../rules/built-in-fields'
import { findField } from '../rules/fields'
import { writtenOperator } from '../rules/operators'
import { assemblePage, type Page, type PageInput } from './assemble'
import { pageDifferences, type PageDifference } from './differences'

/** A moment at which a page changes, and how. */
export interface PageMoment {
  /** Milliseconds since 1970. */
  at: number
  /** The local date and time in the storefront's zone, `2026-11-27T06:00`. */
  local: string
  changes: PageDifference[]
}

type Test = Extract<Condition, { field: string }>

/** Every condition of a rule that asks a field, named rules followed to what they stand for. */
function* testsIn(rule: Condition | null, setup: Setup, open: ReadonlySet<string> = new Set()): Generator<Test> {
  if (rule === null) return
  if ('all' in rule) for (const inner of rule.all) yield* testsIn(inner, setup, open)
  else if ('any' in rule) for (const inner of rule.any) yield* testsIn(inner, setup, open)
  else if ('none' in rule) for (const inner of rule.none) yield* testsIn(inner, setup, open)
  else if ('variant' in rule) yield* testsIn(rule.variant, setup, open)
  else if (rule.field !== 'rule') yield rule
  else {
    for (const code of [rule.value].flat() as string[]) {
      const named = setup.rules.get(code)
      if (named && !open.has(code)) yield* testsIn(named.rule, setup, new Set([...open, code]))
    }
  }
}

/** The days on which “within the last n days” begins and ends to be met by a family, of the dates that it has. */
function daysOf({ field: name, value }: Test, facts: Facts, setup: Setup): number[] {
  const field = findField(name, setup)
  if (typeof field === 'string' || typeof value !== 'number') return []
  return [facts, ...(facts.variants ?? [])].flatMap((one) => {
    const date = one[field.key]
    return typeof date === 'number' ? [date, date + value + 1] : []
  })
}

/** All moments after `from` and up to `to` at which something that the page depends on begins or ends, in order. */
export function momentsBetween(input: PageInput, from: number, to: number): number[] {
  const { family, setup, lens } = input
  const { timeZone } = setup.storefronts.get(lens.storefront)!
  const found = new Set<number>()
  const add = (at: number) => {
    if (at > from && at <= to) found.add(at)
  }
  const ends = (w: LocalWindow, zone = timeZone) => {
    if (!w.from && !w.to) return
    const window = windowIn(w, zone)
    add(window.from)
    add(window.to)
  }
  for (const { limits } of [...input.assignments, ...input.own.map((piece) => piece.own!)])
    for (const window of windowsOf(limits, setup.campaigns)) ends(window)
  const members = [family.root, ...family.variants]
  for (const p of members) {
    for (const price of p.prices) if (price.storefront === lens.storefront && price.special) ends(price)
    if (p.availableFrom !== null) ends({ from: p.availableFrom })
  }
  for (const r of family.root.range) if (r.storefront === lens.storefront) ends(r)
  const rules = [
    ...input.assignments.map((a) => a.reach.rule),
    ...setup.storefronts.get(lens.storefront)!.layout.exceptions.map((e) => e.rule),
  ]
  const tests = rules.flatMap((rule) => [...testsIn(rule, setup)])
  for (const field of new Set(tests.map((test) => test.field)))
    for (const w of builtInField(field)?.windows?.(family, setup) ?? []) ends(w.window, w.timeZone)
  const counted = tests.filter((test) => writtenOperator(test.is)?.operand === 'days')
  if (counted.length > 0) {
    const facts = factsOf(family, { ...lens, moment: from }, setup)
    for (const day of counted.flatMap((test) => daysOf(test, facts, setup))) add(instantOf(dateOfDay(day), timeZone))
  }
  return [...found].sort((a, b) => a - b)
}

/** Local time in a zone as `2026-11-27T06:00`. */
export function localTime(timeZone: string, at: number): string {
  return new Intl.DateTimeFormat('sv-SE', { timeZone, dateStyle: 'short', timeStyle: 'short' })
    .format(at)
    .replace(' ', 'T')
}

/**
 * When a page will change in a stretch of time, and how: the page is put together at every moment that could change it,
 * and compared with what stood there before. Moments that change nothing are left out.
 */
export function pageMoments(input: PageInput, from: number, to: number): PageMoment[] {
  const { timeZone } = input.setup.storefronts.get(input.lens.storefront)!
  const at = (moment: number): Page => assemblePage({ ...input, lens: { ...input.lens, moment } })
  let before = at(from)
  return momentsBetween(input, from, to).flatMap((moment) => {
    const after = at(moment)
    const changes = pageDifferences(before, after)
    if (before.product.inRange !== after.product.inRange)
      changes.unshift({
        what: after.product.inRange ? 'comes' : 'goes',
        piece: 'page',
        title: 'the whole page',
        area: '',
        because: null,
      })
    before = after
    return changes.length === 0 ? [] : [{ at: moment, local: localTime(timeZone, moment), changes }]
  })
}
