import { diffArrays } from 'diff'
import type { AttributeTypeName, Value } from '../attributes/attribute'
import { flatOfCoded, partsOf, textOfParts, type Placeholder } from './coded'
import {
  alignText,
  segmentText,
  flat,
  joinText,
  type SegmentBreaks,
  type SegmentedText,
  type Segment,
} from './segmentation'
import { spacesSentences } from './sentences'
import { isReviewed, lowestState, sourceHash, type Standing, type TranslationState } from './state'

/** Where a target came from: somebody's hand, the memory, or a machine. */
export const targetOrigins = ['person', 'memory', 'machine'] as const
export type TargetOrigin = (typeof targetOrigins)[number]

/** What is stored of a segment beside the unit's target. */
export interface StoredSegment {
  /** The coded source that it belongs to. */
  source: string
  target: string | null
  state: TranslationState
  origin?: TargetOrigin
  /** A machine put the target in, and no person has confirmed it. */
  unread?: true
  /** A reviewer sent the target back, and its writer has not answered yet. */
  returned?: true
  /** The person who wrote the target, by number, where it is known. */
  writer?: number
  /** Placeholders beyond the source's. */
  extra?: Placeholder[]
  /** By the code of a check: why its finding does not matter here. */
  overruled?: Record<string, string>
  /** What a machine wrote, where somebody has changed it; and what was approved before. */
  machine?: string
  earlier?: string
}

/** What is stored of a unit's segments: work under way, states and breaks. */
export interface StoredUnit {
  breaks: SegmentBreaks
  segments: StoredSegment[]
  /** The hash of the unit's target at the time; null where it had none. Where the target is another, this is old. */
  beside: string | null
}

/** The target of a segment and what is known of it. */
interface SegmentTarget extends Standing {
  target: string | null
  extra: Placeholder[]
  origin: TargetOrigin
  returned: boolean
  writer: number | null
  overruled: Record<string, string>
  /** For who reads it: what a machine wrote before, and what was approved before. */
  machine: string | null
  earlier: string | null
}

/** A segment with its target, as the desk shows it. */
export interface UnitSegment extends Segment, SegmentTarget {
  /** The source that the target was made from, where it was another. */
  was: string | null
}

export interface UnitTexts {
  source: Value
  target: Value | null
  type: AttributeTypeName
  languages: { source: string; target: string }
  state: TranslationState | null
  unread: boolean
  /** The source that the target was made from, where that has changed since. */
  madeFrom: Value | null
  stored: StoredUnit | null
}

export interface UnitSegments {
  segmented: SegmentedText
  breaks: SegmentBreaks
  segments: UnitSegment[]
  /** Whether there is a target whose parts could not be told to the segments. */
  loose: boolean
}

/** A target as it stood beside the source that it was made from. */
interface Prior extends SegmentTarget {
  source: string
}

const noTarget: SegmentTarget = {
  target: null,
  extra: [],
  state: 'initial',
  unread: false,
  returned: false,
  origin: 'person',
  writer: null,
  overruled: {},
  machine: null,
  earlier: null,
}
const blank = { ...noTarget, was: null } satisfies Partial<UnitSegment>

const targetOf = (s: StoredSegment): SegmentTarget => ({
  target: s.target,
  extra: s.extra ?? [],
  state: s.state,
  unread: s.unread ?? false,
  returned: s.returned ?? false,
  origin: s.origin ?? 'person',
  writer: s.writer ?? null,
  overruled: s.overruled ?? {},
  machine: s.machine ?? null,
  earlier: s.earlier ?? null,
})

/** Whether what is stored of a unit's segments still belongs to its target. */
export const isCurrent = (stored: StoredUnit | null, target: Value | null): stored is StoredUnit =>
  stored !== null && stored.beside === (target === null ? null : sourceHash(target))

/**
 * The segments of a unit with their targets: those stored, else those found in the target. Where the source has changed,
 * segments that stand in both keep their target, and those in place of others name what they were made from.
 */
export function segmentsOf(unit: UnitTexts): UnitSegments {
  const { source, target, type, languages, stored } = unit
  const current = isCurrent(stored, target)
  const aligned = current || target === null ? undefined : alignText(unit.madeFrom ?? source, target, type, languages)
  const prior: Prior[] | undefined = current
    ? stored.segments.map((s) => ({ source: s.source, ...targetOf(s) }))
    : aligned?.targets.map((t, i) => ({
        ...noTarget,
        source: aligned.segmented.segments[i]!.text,
        target: t.text,
        extra: t.extra,
        state: unit.state ?? 'translated',
        unread: unit.unread,
        origin: unit.unread ? 'machine' : 'person',
      }))
  const breaks = storedBreaks(current ? stored.breaks : (aligned?.breaks ?? {}), unit)
  const segmented = segmentText(source, type, languages.source, breaks)
  if (!prior)
    return { segmented, breaks, segments: segmented.segments.map((s) => ({ ...s, ...blank })), loose: target !== null }
  const segments: UnitSegment[] = []
  let at = 0
  let gone: Prior[] = []
  for (const part of diffArrays(
    prior.map((p) => p.source),
    segmented.segments.map((s) => s.text),
  )) {
    if (part.removed) {
      gone = prior.slice(at, at + part.count)
      at += part.count
      continue
    }
    for (let i = 0; i < part.count; i++) {
      const segment = segmented.segments[segments.length]!
      const from = part.added ? gone[i] : prior[at + i]
      segments.push(
        from
          ? ({ ...segment, ...from, text: segment.text, was: part.added ? from.source : null } as UnitSegment)
          : { ...segment, ...blank },
      )
    }
    if (!part.added) at += part.count
    gone = []
  }
  return {
    segmented,
    breaks,
    segments: segments.map(({ source: _, ...s }: UnitSegment & { source?: string }) => s),
    loose: false,
  }
}

/** The breaks of stretches that still read as they did. */
function storedBreaks(breaks: SegmentBreaks, { source, madeFrom, type, languages }: UnitTexts): SegmentBreaks {
  if (madeFrom === null || Object.keys(breaks).length === 0) return breaks
  const [before, now] = [madeFrom, source].map((v) =>
    segmentText(v, type, languages.source).stretches.map((s) => flat(s.nodes)),
  )
  return Object.fromEntries(Object.entries(breaks).filter(([i]) => before![Number(i)] === now![Number(i)]))
}

/** A change of one segment's target, made over what stood there. */
export interface SegmentChange {
  /** Its place among the segments, from 0, and the source it was made for. */
  index: number
  source: string
  base: string | null
  target: string | null
  state: TranslationState
  origin?: TargetOrigin
  /** A machine put it in; without, a person has seen it. */
  unread?: boolean
  /** Sends it back to its writer, with this comment. */
  returned?: string
  overruled?: Record<string, string>
}

export type ChangeProblem = 'source-changed' | 'changed-meanwhile'

/**
 * Segments with changes made to them; those that cannot be made, with why, leave their segment as it is.
 * `writer` is the person who makes them.
 */
export function changeSegments(
  segments: readonly UnitSegment[],
  changes: readonly SegmentChange[],
  writer: number | null = null,
): { segments: UnitSegment[]; refused: { change: SegmentChange; why: ChangeProblem }[] } {
  const out = [...segments]
  const refused: { change: SegmentChange; why: ChangeProblem }[] = []
  for (const change of changes) {
    const at = out[change.index]
    if (!at || at.text !== change.source) refused.push({ change, why: 'source-changed' })
    else if ((at.target ?? '') !== (change.base ?? '') && (at.target ?? '') !== (change.target ?? ''))
      refused.push({ change, why: 'changed-meanwhile' })
    // What is written, or said to be right, is right for the source as it is now.
    else out[change.index] = changedSegment(at, change, writer)
  }
  return { segments: out, refused }
}

/** Whose a target is: its writer's, or that of who confirms what a machine put in. */
function writerAfter(at: UnitSegment, change: SegmentChange, other: boolean, writer: number | null): number | null {
  if (change.unread) return null
  const confirms = at.unread && change.returned === undefined
  return other || confirms ? writer : at.writer
}

function changedSegment(at: UnitSegment, change: SegmentChange, writer: number | null): UnitSegment {
  const target = change.target?.trim() ? change.target : null
  const other = target !== at.target
  // Who gives a reason why a finding does not matter says nothing else of the text.
  if (change.overruled !== undefined && !other && change.state === at.state)
    return { ...at, was: null, overruled: change.overruled }
  return {
    ...at,
    target,
    state: target === null ? 'initial' : change.state,
    unread: target !== null && change.unread === true,
    returned: target !== null && change.returned !== undefined,
    origin: change.origin ?? (other ? 'person' : at.origin),
    writer: writerAfter(at, change, other, writer),
    was: null,
    overruled: change.overruled ?? at.overruled,
    machine: other && at.origin === 'machine' ? at.target : at.machine,
    earlier: other && isReviewed(at.state) ? at.target : at.earlier,
  }
}

/** The whole target of segments, and how far it is: as far as the least of them; null while one has none. */
export function wholeOf(
  { segmented, segments }: Pick<UnitSegments, 'segmented' | 'segments'>,
  languages: { source: string; target: string },
): (Standing & { value: Value }) | null {
  if (segments.some((s) => s.target === null)) return null
  return {
    value: joinText(
      segmented,
      segments.map((s) => s.target!),
      { ...languages, extra: segments.map((s) => s.extra) },
    ),
    state: segments.length === 0 ? 'translated' : lowestState(segments.map((s) => s.state)),
    unread: segments.some((s) => s.unread),
  }
}

/** What is stored of segments beside a target. */
export function storedUnitOf(
  { breaks, segments }: Pick<UnitSegments, 'breaks' | 'segments'>,
  target: Value | null,
): StoredUnit {
  return {
    breaks,
    beside: target === null ? null : sourceHash(target),
    // A segment whose source has changed keeps the one it was made from, so that it is shown again.
    segments: segments.map((s): StoredSegment => ({
      source: s.was ?? s.text,
      target: s.target,
      state: s.state,
      ...(s.origin === 'person' ? {} : { origin: s.origin }),
      ...(s.unread ? { unread: true as const } : {}),
      ...(s.returned ? { returned: true as const } : {}),
      ...(s.writer === null ? {} : { writer: s.writer }),
      ...(s.extra.length ? { extra: s.extra } : {}),
      ...(Object.keys(s.overruled).length ? { overruled: s.overruled } : {}),
      ...(s.machine === null ? {} : { machine: s.machine }),
      ...(s.earlier === null ? {} : { earlier: s.earlier }),
    })),
  }
}

/** The breaks of a stretch as they are now, from its segments. */
const breaksOf = (segments: readonly UnitSegment[], stretch: number) =>
  segments
    .filter((s) => s.stretch === stretch)
    .slice(1)
    .map((s) => s.from)

/**
 * The segments after a stretch was broken otherwise: those that begin where one began before keep its target, with what it
 * covers now.
 */
function resegmented(
  unit: UnitTexts,
  { breaks, segments, loose }: UnitSegments,
  stretch: number,
  at: number[],
): UnitSegments {
  const now = { ...breaks, [stretch]: at }
  const segmented = segmentText(unit.source, unit.type, unit.languages.source, now)
  const spaced = spacesSentences(unit.languages.target) ? ' ' : ''
  return {
    segmented,
    breaks: now,
    loose,
    segments: segmented.segments.map((s): UnitSegment => {
      const before = segments.filter((o) => o.stretch === s.stretch && o.from >= s.from && o.from < s.to)
      const first = before[0]
      if (!first) return { ...s, ...blank }
      if (before.length === 1)
        return {
          ...first,
          ...s,
          state: first.to === s.to ? first.state : 'initial',
          machine: null,
          earlier: null,
        }
      // Placeholders of what is joined are numbered anew, in the order of the whole.
      const targets = before.map((o) => {
        const shift =
          s.placeholders.length === 0
            ? 0
            : s.placeholders.findIndex(
                (p) => p.n === 1 + before.slice(0, before.indexOf(o)).reduce((n, b) => n + b.placeholders.length, 0),
              )
        return o.target === null
          ? null
          : textOfParts(
              partsOf(o.target).map((p) => (typeof p === 'string' ? p : { ...p, n: p.n + Math.max(0, shift) })),
            )
      })
      const written = targets.filter((t): t is string => t !== null)
      return {
        ...s,
        ...blank,
        target: written.length > 0 ? written.join(spaced) : null,
        state: written.length === targets.length ? lowestState(before.map((o) => o.state)) : 'initial',
        unread: before.some((o) => o.unread),
        returned: before.some((o) => o.returned),
      }
    }),
  }
}

/** Joins a segment with the one after it in its stretch; undefined where there is none. */
export function joinSegments(unit: UnitTexts, found: UnitSegments, index: number): UnitSegments | undefined {
  const [a, b] = [found.segments[index], found.segments[index + 1]]
  if (!a || !b || a.stretch !== b.stretch) return undefined
  return resegmented(
    unit,
    found,
    a.stretch,
    breaksOf(found.segments, a.stretch).filter((c) => c !== b.from),
  )
}

/**
 * Splits a segment at a place in the words of its source (as `flatOfCoded` counts); undefined where nothing would stand
 * on one side.
 */
export function splitSegment(
  unit: UnitTexts,
  found: UnitSegments,
  index: number,
  at: number,
): UnitSegments | undefined {
  const s = found.segments[index]
  if (!s) return undefined
  const words = flatOfCoded(s.text)
  if (words.slice(0, at).trim() === '' || words.slice(at).trim() === '') return undefined
  return resegmented(
    unit,
    found,
    s.stretch,
    [...breaksOf(found.segments, s.stretch), s.from + at].sort((x, y) => x - y),
  )
}
