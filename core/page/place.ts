import {
  isReached,
  reachReason,
  type AssignmentName,
  type PreparedAssignment,
  type ReachReason,
} from '../assignments/assignment'
import { limitThatFails, type Lens } from '../assignments/limits'
import type { Setup } from '../catalogue/model'
import type { Facts } from '../rules/fact-shape'
import { becauseOf, nobody, type Because, type LeftOut, type ReplacedPiece, type PutBy } from './because'
import type { Piece, QuestionSet } from './piece'

/** What puts a piece on a page, in the terms of placing: who, and with which number among those of one order. */
export interface Source {
  assignment: PreparedAssignment | null
  put: PutBy
  order: number
  number: number
  place: number
}

/** A piece in its place, with all that would have put it there: the first stands, the others are further reasons. */
export interface Placement extends Source {
  piece: string
  area: string
  also: AssignmentName[]
  replaces?: ReplacedPiece
}

/** An assignment that would take the place of a piece. */
interface Replacement {
  piece: string
  source: Source
}

export interface PlacingInput {
  lens: Lens
  setup: Setup
  assignments: readonly PreparedAssignment[]
  pieces: ReadonlyMap<string, Piece>
  sets: ReadonlyMap<string, QuestionSet>
  /** The product's own pieces. */
  own: readonly Piece[]
  /**
   * The SKUs by which assignments may name the family, and those by which ones asked of each variant may name the
   * product.
   */
  ofFamily: readonly string[]
  ofVariant: readonly string[]
  factsFor(assignment: PreparedAssignment): Facts
  /** Questions and question sets that the product itself, or its type, picks. */
  picked: readonly string[]
  /** Where picked questions stand: the place of the FAQ in the layout. */
  faqPlace: { area: string; order: number }
  hasArea(area: string): boolean
  /** Whether only what stands there is asked for, not what is left out. */
  brief: boolean
  /** The assignments that are known to reach the page; true is all but those asked of each variant. */
  reached: Reached
}

export type Reached = boolean | ReadonlySet<PreparedAssignment>

const isKnown = (a: PreparedAssignment, reached: Reached): boolean =>
  typeof reached === 'boolean' ? reached && !a.reach.eachVariant : reached.has(a)

const byPlace = (a: Source, b: Source) => a.order - b.order || a.number - b.number || a.place - b.place

/** Why an assignment is no candidate through a lens, whatever the product; undefined where it is one. */
export function notACandidate(a: PreparedAssignment, lens: Lens, setup: Setup): string | undefined {
  if (a.resting) return 'the assignment is paused'
  return a.limited ? limitThatFails(a.limits, lens, setup.storefronts.get(lens.storefront)!.timeZone, setup) : undefined
}

export const reachWords: Partial<Record<ReachReason, string>> = {
  'left-out': 'this product is excluded from the assignment',
  'not-met': 'this product does not match the rule',
  'not-chosen': 'this product was not chosen',
}

/** The questions of a set, or a question itself, by code. */
function questionsOf(code: string, sets: ReadonlyMap<string, QuestionSet>): readonly string[] {
  return sets.get(code)?.questions ?? [code]
}

/**
 * Which pieces stand where, in page order, before their texts are looked at: every piece once an area, replaced where
 * another takes its place. `stands` says whether a piece could be shown, for a replacement that could not leaves the
 * original where it is. What was meant for the page and is not on it goes into `left`.
 */
export function placePieces(
  input: PlacingInput,
  stands: (piece: string) => string | undefined,
  left: LeftOut[],
): Placement[] {
  const { setup, lens, pieces, sets } = input
  const nameOf = (code: string) => pieces.get(code)?.name ?? code
  const off = setup.storefronts.get(lens.storefront)!.layout.off
  const placements: Placement[] = []
  const replacements = new Map<string, Replacement[]>()
  const leave = (piece: string, area: string, reason: string, because: Because) => {
    if (!input.brief) left.push({ piece, title: nameOf(piece), area, reason, because })
  }
  const put = (piece: string, area: string, source: Source) =>
    placements.push({
      piece,
      area,
      also: [],
      assignment: source.assignment,
      put: source.put,
      order: source.order,
      number: source.number,
      place: source.place,
    })

  for (const a of input.assignments) {
    const held = off ? 'pieces are switched off in this storefront' : notACandidate(a, lens, setup)
    if (held !== undefined && input.brief) continue
    const reach = isKnown(a, input.reached)
      ? a.reach.base
      : reachReason(a, a.reach.eachVariant ? input.ofVariant : input.ofFamily, () => input.factsFor(a))
    const reason =
      held ??
      (isReached(reach) ? undefined : (reachWords[reach] ?? reach)) ??
      (input.hasArea(a.area) ? undefined : `this storefront’s page has no area “${a.area}”`)
    if (reason !== undefined) {
      if (input.brief) continue
      const because: Because = {
        assignment: a.called,
        order: a.order,
        reach,
        explanation: null,
        language: null,
        also: nobody,
      }
      for (const piece of a.pieces) leave(piece, a.area, reason, because)
      for (const set of a.sets)
        left.push({ piece: set, title: sets.get(set)?.name ?? set, area: a.area, reason, because })
      continue
    }
    const source = (place: number): Source => ({ assignment: a, put: reach, order: a.order, number: a.number, place })
    if (a.replaces !== null) {
      const one = { piece: a.pieces[0]!, source: source(0) }
      const others = replacements.get(a.replaces)
      if (others) others.push(one)
      else replacements.set(a.replaces, [one])
      continue
    }
    let place = 0
    for (const piece of a.pieces) put(piece, a.area, source(place++))
    for (const set of a.sets) for (const question of questionsOf(set, sets)) put(question, a.area, source(place++))
  }
  placeOwn(input, off, put, leave)
  let place = 0
  if (!off)
    for (const code of input.picked)
      for (const question of questionsOf(code, sets))
        put(question, input.faqPlace.area, {
          assignment: null,
          put: 'picked',
          order: input.faqPlace.order,
          number: -1,
          place: place++,
        })
  placements.sort(byPlace)
  if (replacements.size > 0) replace(placements, replacements, stands, leave, nameOf)
  return once(placements)
}

/** Puts the product's own pieces where they say. */
function placeOwn(
  input: PlacingInput,
  off: boolean,
  put: (piece: string, area: string, source: Source) => void,
  leave: (piece: string, area: string, reason: string, because: Because) => void,
) {
  const { timeZone } = input.setup.storefronts.get(input.lens.storefront)!
  input.own.forEach((piece, place) => {
    const { area, order, limits, resting } = piece.own!
    const reason = off
      ? 'pieces are switched off in this storefront'
      : resting
        ? 'the piece is paused'
        : (limitThatFails(limits, input.lens, timeZone, input.setup) ??
          (input.hasArea(area) ? undefined : `this storefront’s page has no area “${area}”`))
    if (reason === undefined) put(piece.code, area, { assignment: null, put: 'own', order, number: 0, place })
    else leave(piece.code, area, reason, becauseOf('own', order))
  })
}

/**
 * Takes pieces' places: of several that would, the one with the lowest order, then number. Replacements do not chain.
 */
function replace(
  placements: Placement[],
  replacements: Map<string, Replacement[]>,
  stands: (piece: string) => string | undefined,
  leave: (piece: string, area: string, reason: string, because: Because) => void,
  nameOf: (code: string) => string,
) {
  for (const [target, all] of replacements) {
    all.sort((a, b) => byPlace(a.source, b.source))
    const replaces = { code: target, name: nameOf(target) }
    const [first, ...others] = all as [Replacement, ...Replacement[]]
    const because = ({ source }: Replacement): Because => ({
      ...becauseOf(source.put, source.order),
      assignment: source.assignment!.called,
      replaces,
    })
    const places = placements.filter((p) => p.piece === target && p.replaces === undefined)
    const area = places[0]?.area ?? first.source.assignment!.area
    for (const o of others)
      leave(
        o.piece,
        area,
        places.length === 0
          ? `nothing to replace: “${nameOf(target)}” is not on this page`
          : `assignment ${first.source.number}, ${first.source.assignment!.name}, replaces ` +
              `“${nameOf(target)}” already`,
        because(o),
      )
    const lacks =
      places.length === 0 ? `nothing to replace: “${nameOf(target)}” is not on this page` : stands(first.piece)
    if (lacks !== undefined) {
      leave(
        first.piece,
        area,
        places.length === 0 ? lacks : `${lacks}; “${nameOf(target)}” is shown instead`,
        because(first),
      )
      continue
    }
    for (const p of places) {
      leave(target, p.area, `“${nameOf(first.piece)}” replaces it`, {
        ...becauseOf(p.put, p.order),
        assignment: p.assignment?.called ?? null,
      })
      p.piece = first.piece
      p.assignment = first.source.assignment
      p.put = first.source.put
      p.replaces = replaces
    }
  }
}

/** Leaves of each piece the first placement of an area; the others are told beside it. */
function once(placements: readonly Placement[]): Placement[] {
  const areas = new Map<string, Map<string, Placement>>()
  return placements.filter((p) => {
    let seen = areas.get(p.area)
    if (!seen) areas.set(p.area, (seen = new Map()))
    const before = seen.get(p.piece)
    if (!before) {
      seen.set(p.piece, p)
      return true
    }
    const name = p.assignment?.called
    if (name && name !== before.assignment?.called && !before.also.includes(name)) before.also.push(name)
    return false
  })
}
