import { dateIn, instantOf, windowIn, type LocalWindow } from '../moments/instant'
import type { Setup } from '../catalogue/model'
import type { Condition } from '../rules/condition'
import { assemblePage, type Page, type PageInput } from './assemble'
import { pageDifferences, type Difference } from './differences'

/** A moment at which a page changes, and how. */
export interface PageMoment {
  /** Milliseconds since 1970. */
  at: number
  /** The local date and time in the storefront's zone, `2026-11-27T06:00`. */
  local: string
  changes: Difference[]
}

const day = 86_400_000

/** Whether a rule, or a named rule that it may stand for, holds a part of JSON. */
function holds(rule: Condition | null, part: string, setup: Setup): boolean {
  if (rule === null) return false
  const text = JSON.stringify(rule)
  return (
    text.includes(part) ||
    (text.includes('"field":"rule"') && [...setup.rules.values()].some((r) => JSON.stringify(r.rule).includes(part)))
  )
}

/** All moments after `from` and up to `to` at which something that the page depends on begins or ends, in order. */
export function momentsBetween(input: PageInput, from: number, to: number): number[] {
  const { family, setup, lens } = input
  const { timeZone } = setup.storefronts.get(lens.storefront)!
  const found = new Set<number>()
  const add = (at: number) => {
    if (at > from && at <= to) found.add(at)
  }
  const ends = (w: LocalWindow) => {
    if (!w.from && !w.to) return
    const window = windowIn(w, timeZone)
    add(window.from)
    add(window.to)
  }
  for (const a of input.assignments) {
    ends(a.limits)
    if (a.limits.campaign !== null) ends(setup.campaigns.get(a.limits.campaign) ?? {})
  }
  for (const p of input.own) {
    ends(p.own!.limits)
    if (p.own!.limits.campaign !== null) ends(setup.campaigns.get(p.own!.limits.campaign) ?? {})
  }
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
  if (rules.some((r) => holds(r, '"field":"campaign"', setup))) for (const c of setup.campaigns.values()) ends(c)
  // Where days are counted, every midnight may change what a rule finds.
  if (rules.some((r) => holds(r, '"within-days"', setup))) {
    for (let at = from; at < to + day; at += day) add(instantOf(dateIn(timeZone, at + day), timeZone))
  }
  return [...found].sort((a, b) => a - b)
}

/** Local time in a zone as `2026-11-27T06:00`. */
function localTime(timeZone: string, at: number): string {
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
