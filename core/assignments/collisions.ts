import type { Setup, Storefront } from '../catalogue/model'
import { windowIn } from '../moments/instant'
import type { Piece, QuestionSet } from '../page/piece'
import { findText } from '../page/piece'
import { fold } from '../text/fold'
import { readerFor, type Reader } from '../values/resolve'
import type { Assignment, AssignmentName } from './assignment'
import { both, countBits, either, numbersIn, without, type Bitmap } from './bitmap'
import type { Limits } from './limits'

/** An assignment with the products that it reaches in one storefront. */
export interface Reaching {
  assignment: Assignment
  bits: Bitmap
}

export const collisionKinds = [
  'reaches-nothing',
  'same-title',
  'same-piece',
  'nothing-to-replace',
  'overruled',
  'area-full',
  'text-missing',
] as const
export type CollisionKind = (typeof collisionKinds)[number]

/** Something that will not be as one may think when an assignment is saved. None of them stops the saving. */
export interface Collision {
  kind: CollisionKind
  storefront: string
  /** On how many of the products that it reaches. */
  count: number
  of: number
  with: AssignmentName | null
  /** The piece that it is about, by its name for the team. */
  piece: string | null
  /** What it is about otherwise: a title, a language, a limit. */
  what: string | null
  /** Numbers of some of the products. */
  sample: number[]
}

/** What is held against each other in one storefront. */
export interface CollisionInput {
  draft: Reaching
  /** All others that do not rest, their saved version of the draft left out. */
  others: readonly Reaching[]
  storefront: Storefront
  setup: Setup
  pieces: ReadonlyMap<string, Piece>
  sets: ReadonlyMap<string, QuestionSet>
}

const sampleSize = 12

const meet = (a: readonly string[], b: readonly string[]) =>
  a.length === 0 || b.length === 0 || a.some((x) => b.includes(x))
const within = (a: readonly string[], b: readonly string[]) =>
  b.length === 0 || (a.length > 0 && a.every((x) => b.includes(x)))

/** When limits hold in a storefront, as instants: their own window within that of their campaign. */
function timesOf(limits: Limits, storefront: Storefront, setup: Setup): { from: number; to: number } {
  const own = windowIn(limits, storefront.timeZone)
  if (limits.campaign === null) return own
  const campaign = setup.campaigns.get(limits.campaign)
  if (!campaign || !meet(campaign.storefronts, [storefront.code])) return { from: Infinity, to: -Infinity }
  const around = windowIn(campaign, storefront.timeZone)
  return { from: Math.max(own.from, around.from), to: Math.min(own.to, around.to) }
}

/** Whether two assignments can stand on one page of a storefront at one moment. */
export function canMeet(a: Assignment, b: Assignment, storefront: Storefront, setup: Setup): boolean {
  if (!meet(a.limits.storefronts, [storefront.code]) || !meet(b.limits.storefronts, [storefront.code])) return false
  if (!meet(a.limits.languages, b.limits.languages) || !meet(a.limits.groups, b.limits.groups)) return false
  const [x, y] = [timesOf(a.limits, storefront, setup), timesOf(b.limits, storefront, setup)]
  return Math.max(x.from, y.from) < Math.min(x.to, y.to)
}

/** Whether an assignment stands wherever and whenever another does, as far as limits go. */
function covers(wide: Assignment, narrow: Assignment, storefront: Storefront, setup: Setup): boolean {
  if (
    !meet(wide.limits.storefronts, [storefront.code]) ||
    !within(narrow.limits.languages, wide.limits.languages) ||
    !within(narrow.limits.groups, wide.limits.groups)
  )
    return false
  const [w, n] = [timesOf(wide.limits, storefront, setup), timesOf(narrow.limits, storefront, setup)]
  return w.from <= n.from && w.to >= n.to
}

const brought = (a: Assignment, sets: CollisionInput['sets']) => [
  ...a.pieces,
  ...a.sets.flatMap((s) => sets.get(s)?.questions ?? []),
]
const isEarlier = (a: Assignment, b: Assignment) => a.order < b.order || (a.order === b.order && a.number < b.number)
const nameOf = ({ number, code, name }: Assignment): AssignmentName => ({ number, code, name })

/** The readers of a storefront's editions that limits let pass. */
function readersOf({ storefront, setup }: CollisionInput, ...limits: Limits[]): Reader[] {
  return storefront.editions
    .filter((e) => limits.every((l) => meet(l.languages, [e.language])))
    .map((e) => readerFor({ ...e, storefront: storefront.code }, setup.source))
}

type Check = (
  input: CollisionInput,
  say: (kind: CollisionKind, bits: Bitmap, more?: Partial<Pick<Collision, 'with' | 'piece' | 'what'>>) => void,
) => void

/** Two parts of an area with one title, which shoppers could not tell apart. */
const sameTitle: Check = (input, say) => {
  const {
    draft: { assignment, bits },
    pieces,
  } = input
  const titled = assignment.pieces.map((c) => pieces.get(c)).filter((p) => p && p.kind !== 'question') as Piece[]
  for (const other of input.others) {
    const o = other.assignment
    if (
      o.area !== assignment.area ||
      o.replaces !== null ||
      assignment.replaces !== null ||
      !canMeet(assignment, o, input.storefront, input.setup)
    )
      continue
    const readers = readersOf(input, assignment.limits, o.limits)
    const found = titled.flatMap((p) =>
      o.pieces.flatMap((code) => {
        const q = pieces.get(code)
        if (!q || q.code === p.code || q.kind === 'question') return []
        const title = readers
          .map((r) => [findText(p, 'title', r), findText(q, 'title', r)] as const)
          .find(([a, b]) => a?.counts && b?.counts && fold(a.text) === fold(b.text))?.[0]
        return title ? [{ q, title: title.text }] : []
      }),
    )
    const shared = found.length > 0 ? both(bits, other.bits) : undefined
    for (const { q, title } of found) say('same-title', shared!, { with: nameOf(o), piece: q.name, what: title })
  }
}

/** A piece that another assignment brings to the same area: it stands there once, where the earlier one puts it. */
const samePiece: Check = ({ draft: { assignment, bits }, others, pieces, sets, storefront, setup }, say) => {
  if (assignment.replaces !== null) return
  const mine = brought(assignment, sets)
  for (const other of others) {
    const o = other.assignment
    if (o.area !== assignment.area || o.replaces !== null || !canMeet(assignment, o, storefront, setup)) continue
    const shared = brought(o, sets).filter((code) => mine.includes(code))
    if (shared.length === 0) continue
    const products = both(bits, other.bits)
    for (const code of shared) say('same-piece', products, { with: nameOf(o), piece: pieces.get(code)?.name ?? code })
  }
}

/**
 * A replacement on products that what it replaces does not go to. A piece that a product has for itself is not asked
 * for here.
 */
const nothingToReplace: Check = ({ draft: { assignment, bits }, others, pieces, sets, storefront, setup }, say) => {
  if (assignment.replaces === null || pieces.get(assignment.replaces)?.own) return
  const there = others.filter(
    (o) =>
      o.assignment.replaces === null &&
      brought(o.assignment, sets).includes(assignment.replaces!) &&
      canMeet(assignment, o.assignment, storefront, setup),
  )
  say('nothing-to-replace', without(bits, either(there.map((o) => o.bits))), {
    piece: pieces.get(assignment.replaces)?.name ?? assignment.replaces,
  })
}

/** An assignment of which nothing is ever seen, for others bring, or replace, the same before it wherever it goes. */
const overruled: Check = ({ draft: { assignment, bits }, others, pieces, sets, storefront, setup }, say) => {
  const before = (o: Reaching) => covers(o.assignment, assignment, storefront, setup)
  const over = (piece: string) =>
    others.filter(
      (o) =>
        before(o) &&
        (assignment.replaces === null
          ? o.assignment.replaces === piece ||
            (o.assignment.replaces === null &&
              o.assignment.area === assignment.area &&
              isEarlier(o.assignment, assignment) &&
              brought(o.assignment, sets).includes(piece))
          : o.assignment.replaces === assignment.replaces && isEarlier(o.assignment, assignment)),
    )
  const all = brought(assignment, sets).map((piece) => ({ piece, by: over(piece) }))
  if (all.length === 0 || all.some(({ by }) => by.length === 0)) return
  if (countBits(bits) === 0 || all.some(({ by }) => countBits(without(bits, either(by.map((o) => o.bits)))) > 0)) return
  const { piece, by } = all[0]!
  say('overruled', bits, { with: nameOf(by[0]!.assignment), piece: pieces.get(piece)?.name ?? piece })
}

/**
 * Products on whose page the area holds more parts than the layout means it to. All questions of an area are one part.
 */
const areaFull: Check = ({ draft: { assignment, bits }, others, pieces, storefront, setup }, say) => {
  const limit = storefront.layout.areas.find((a) => a.area === assignment.area)?.limit
  if (!limit || assignment.replaces !== null) return
  const partsOf = (a: Assignment) => a.pieces.filter((c) => pieces.get(c)?.kind !== 'question').length
  const hasQuestions = (a: Assignment) => a.sets.length > 0 || a.pieces.some((c) => pieces.get(c)?.kind === 'question')
  const counts = new Uint16Array(bits.length * 32).fill(
    storefront.layout.parts.filter((p) => p.area === assignment.area && ['description', 'facts'].includes(p.part))
      .length,
  )
  const asked = new Uint8Array(counts.length)
  for (const { assignment: a, bits: reached } of [{ assignment, bits }, ...others]) {
    if (
      a !== assignment &&
      (a.area !== assignment.area || a.replaces !== null || !canMeet(assignment, a, storefront, setup))
    )
      continue
    const [n, questions] = [partsOf(a), hasQuestions(a)]
    for (const p of numbersIn(both(bits, reached))) {
      counts[p]! += n
      if (questions) asked[p] = 1
    }
  }
  const over = bits.slice()
  for (const p of numbersIn(bits)) if (counts[p]! + asked[p]! <= limit) over[p >>> 5]! &= ~(1 << (p & 31))
  say('area-full', over, { what: String(limit) })
}

/** Pieces without a title or text in a language of a storefront that the limits let pass. */
const textMissing: Check = (input, say) => {
  const {
    draft: { assignment, bits },
    pieces,
  } = input
  for (const code of brought(assignment, input.sets)) {
    const piece = pieces.get(code)
    if (!piece) continue
    const missing = readersOf(input, assignment.limits).filter(
      (r) => !findText(piece, 'title', r)?.counts || (piece.takes === null && !findText(piece, 'body', r)?.counts),
    )
    if (missing.length > 0)
      say('text-missing', bits, { piece: piece.name, what: missing.map((r) => r.edition.language).join(', ') })
  }
}

/** What assignments do to each other, pair by pair. */
const pairChecks: readonly Check[] = [sameTitle, samePiece, nothingToReplace, overruled]
const allChecks: readonly Check[] = [...pairChecks, areaFull, textMissing]

/** Everything that will not be as one may think in a storefront when the draft is saved. */
export const collisionsIn = (input: CollisionInput): Collision[] => found(input, allChecks)

/**
 * What an assignment and others do to each other in a storefront. Full areas are left out, which are counted product by
 * product and take long where many assignments are asked.
 */
export const conflictsIn = (input: CollisionInput): Collision[] =>
  found(input, pairChecks).filter((c) => c.kind !== 'reaches-nothing')

function found(input: CollisionInput, checks: readonly Check[]): Collision[] {
  const {
    draft: { assignment, bits },
    storefront,
  } = input
  if (assignment.resting || !meet(assignment.limits.storefronts, [storefront.code])) return []
  const of = countBits(bits)
  if (of === 0)
    return [
      {
        kind: 'reaches-nothing',
        storefront: storefront.code,
        count: 0,
        of,
        with: null,
        piece: null,
        what: null,
        sample: [],
      },
    ]
  const list: Collision[] = []
  for (const check of checks) {
    check(input, (kind, on, more) => {
      const count = countBits(on)
      if (count > 0)
        list.push({
          kind,
          storefront: storefront.code,
          count,
          of,
          with: null,
          piece: null,
          what: null,
          ...more,
          sample: numbersIn(on, sampleSize),
        })
    })
  }
  // Of what is never seen at all, it says no more that a piece is there already.
  const isOverruled = list.some((c) => c.kind === 'overruled')
  return isOverruled ? list.filter((c) => c.kind !== 'same-piece') : list
}
