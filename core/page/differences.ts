import type { Page } from './assemble'
import type { Because, Shown } from './because'
import type { AreaPlace, Look } from './layout'

/** How a part of a page differs from another state of the page. */
export type DifferenceKind = 'comes' | 'goes' | 'moves' | 'text' | 'price' | 'form' | 'look' | 'area'

/** One thing that differs on a page. */
export interface PageDifference {
  what: DifferenceKind
  piece: string
  title: string
  area: string
  /** Why it stands there, or stood there where it goes. */
  because: Because | null
  /** Of a move: the area where it stood. Of a price, a form or a part of the look: what it was. */
  before?: string
}

/** How a page is laid out: its areas in their order, and how their parts are drawn. */
export interface LaidOut {
  areas: readonly AreaPlace[]
  look: Look
}

const ofLayout = (what: DifferenceKind, area: string, title: string, before: string): PageDifference => ({
  what,
  piece: `${what}:${area || title}`,
  title,
  area,
  because: null,
  before,
})

/** What differs in how a page is laid out: the form of an area, its place among the others, a part of the look. */
export function layoutDifferences(before: LaidOut, after: LaidOut): PageDifference[] {
  const list: PageDifference[] = []
  const was = new Map(before.areas.map((a, i) => [a.area, { form: a.as, at: i }]))
  const both = after.areas.filter((a) => was.has(a.area))
  const still = unmoved(both.map((a) => ({ key: a.area, before: was.get(a.area)!.at })))
  for (const { area, as } of both) {
    const then = was.get(area)!
    if (then.form !== as) list.push(ofLayout('form', area, as, then.form))
    if (!still.has(area))
      list.push(ofLayout('area', area, String(after.areas.findIndex((a) => a.area === area) + 1), String(then.at + 1)))
  }
  for (const part of Object.keys(after.look) as (keyof Look)[])
    if (before.look[part] !== after.look[part])
      list.push(ofLayout('look', '', `${part} ${after.look[part]}`, before.look[part]))
  return list
}

interface Standing {
  area: string
  at: number
  part: Shown
}

/** All parts of a page by their codes; questions stand for themselves, in their FAQ's place. */
function standing(page: Page): Map<string, Standing> {
  const parts = new Map<string, Standing>()
  for (const [area, list] of Object.entries(page.areas)) {
    list.forEach((part, at) => {
      parts.set(`${area}\n${part.piece}`, { area, at, part })
      part.questions?.forEach((q, i) =>
        parts.set(`${area}\n${part.piece}\n${q.piece}`, { area, at: at + (i + 1) / 1000, part: q }),
      )
    })
  }
  return parts
}

/** The longest run of parts that stand in the same order in both: all others have moved. */
export function unmoved(pairs: readonly { before: number; key: string }[]): Set<string> {
  const best: { length: number; from: number }[] = []
  let last = -1
  pairs.forEach((p, i) => {
    best[i] = { length: 1, from: -1 }
    for (let j = 0; j < i; j++)
      if (pairs[j]!.before < p.before && best[j]!.length + 1 > best[i]!.length)
        best[i] = { length: best[j]!.length + 1, from: j }
    if (last < 0 || best[i]!.length > best[last]!.length) last = i
  })
  const keys = new Set<string>()
  for (let i = last; i >= 0; i = best[i]!.from) keys.add(pairs[i]!.key)
  return keys
}

/**
 * What differs on a page after a change: parts that are added, removed or moved, texts that change, and the price. A
 * part that goes to another area has moved.
 */
export function pageDifferences(before: Page, after: Page): PageDifference[] {
  const [was, is] = [standing(before), standing(after)]
  const list: PageDifference[] = []
  const say = (what: DifferenceKind, { part, area }: Standing, more?: { before: string }) =>
    list.push({ what, piece: part.piece, title: part.title, area, because: part.because, ...more })
  const gone = [...was].filter(([key]) => !is.has(key))
  const come = [...is].filter(([key]) => !was.has(key))
  for (const [, now] of come) {
    const from = gone.findIndex(([, then]) => then.part.piece === now.part.piece)
    if (from < 0) say('comes', now)
    else {
      say('moves', now, { before: gone[from]![1].area })
      gone.splice(from, 1)
    }
  }
  for (const [, then] of gone) say('goes', then)
  for (const area of new Set([...Object.keys(before.areas), ...Object.keys(after.areas)])) {
    const both = [...is].filter(([key, now]) => now.area === area && was.has(key)).sort(([, a], [, b]) => a.at - b.at)
    const still = unmoved(both.map(([key]) => ({ key, before: was.get(key)!.at })))
    for (const [key, now] of both) {
      if (!still.has(key)) say('moves', now, { before: area })
      const then = was.get(key)!.part
      // A FAQ reads otherwise where its questions do, which say so themselves.
      if (!now.part.questions && (then.html !== now.part.html || then.title !== now.part.title)) say('text', now)
    }
  }
  const [oldPrice, newPrice] = [before.product.price?.amount ?? null, after.product.price?.amount ?? null]
  if (oldPrice !== newPrice)
    list.push({
      what: 'price',
      piece: 'price',
      title: newPrice === null ? 'no price' : String(newPrice),
      area: '',
      because: null,
      before: oldPrice === null ? 'no price' : String(oldPrice),
    })
  return list
}
