import type { Coded, Placeholder } from '../coded'
import type { Standing, TranslationState } from '../state'

/** A segment as files carry it: source and target are coded texts under one numbering. */
export interface ExchangeSegment {
  id: string
  source: Coded
  target: Coded | null
  state: TranslationState
  /** Whether a machine wrote the target and no person has confirmed it: it goes out as `initial`. */
  unread?: boolean
  /** White space between this segment and the next one in the source. */
  after?: string
  matches?: { score: number; source: Coded; target: Coded; origin: string }[]
}

/** A unit as files carry it. */
export interface ExchangeUnit {
  /** What it is, for us: `attribute:summary`. */
  unit: string
  label: string
  /** What the translator should know. */
  notes: string[]
  segments: ExchangeSegment[]
  terms?: { term: string; translation: string; note: string }[]
}

/** The units of one record, which stand together in a file. */
export interface ExchangeRecord {
  record: string
  title: string
  units: ExchangeUnit[]
}

export interface ExchangeLanguages {
  source: string
  target: string
}

/** A segment read from a file: what it holds, or what is wrong with it. */
export interface ReadSegment {
  id: string
  source: string
  target: string | null
  state: TranslationState | null
  problem?: string
}

export interface ReadUnit {
  record: string
  unit: string
  /** As the file calls it, for messages. */
  id: string
  segments: ReadSegment[]
}

/**
 * The state as which a segment goes out. What nobody has confirmed is `initial` in a file, so that a translator who calls
 * it translated confirms it.
 */
export const stateInFile = (s: Standing & { target: unknown }): TranslationState =>
  s.target === null || s.unread ? 'initial' : s.state

/**
 * Whether a match carries its codes: one that is the same text does, under the numbers of the segment's; in another,
 * codes would stand where nobody put them, so its words come alone.
 */
export function keepsCodes(match: Coded, score: number, segment: ExchangeSegment): boolean {
  const known = new Set(segment.source.placeholders.map((p) => p.n))
  return score >= 100 && match.placeholders.every((p) => known.has(p.n))
}

/** What is wrong with a file as a whole. */
export class ExchangeFileError extends Error {
  constructor(
    message: string,
    readonly line: number | null = null,
  ) {
    super(message)
    this.name = 'ExchangeFileError'
  }
}

/** How native code of a placeholder is written in files, for the tools of others: what opens it and what closes it. */
export function nativeOf(p: Placeholder): { open: string; close: string } {
  const attributes = Object.entries(p.attributes)
    .map(([k, v]) => ` ${k}="${v.replace(/&/g, '&amp;').replace(/"/g, '&quot;')}"`)
    .join('')
  return p.alone
    ? { open: `<${p.tag}${attributes}${p.tag === 'data' ? `></${p.tag}` : '/'}>`, close: '' }
    : { open: `<${p.tag}${attributes}>`, close: `</${p.tag}>` }
}

/**
 * The placeholder that native code stands for; what is no element of ours is one that stands alone and says its code.
 */
export function placeholderOf(n: number, native: string, alone: boolean): Placeholder {
  const m = /^<([a-z][a-z0-9]*)((?:\s+[a-z-]+="[^"]*")*)\s*\/?>/.exec(native)
  const attributes = Object.fromEntries(
    [...(m?.[2] ?? '').matchAll(/([a-z-]+)="([^"]*)"/g)].map((a) => [
      a[1]!,
      a[2]!.replace(/&quot;/g, '"').replace(/&amp;/g, '&'),
    ]),
  )
  return m ? { n, tag: m[1]!, attributes, alone } : { n, tag: 'x', attributes: { value: native }, alone }
}
