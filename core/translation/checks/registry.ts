import type { NameOf } from '../../catalogue/inline-name'
import { checkText } from '../../house-style/check-text'
import type { TextCheckCode } from '../../house-style/kinds'
import { styleFor, type Style } from '../../house-style/style'
import { serialise } from '../../richtext/tree'
import { decode, flatOfCoded, type Coded, type Placeholder } from '../coded'
import type { Glossary } from '../glossary'
import type { Looked, TargetCheck, TargetFinding } from './check'
import { numbers, unitSigns } from './numbers'
import { placeholders } from './placeholders'
import { empty, endPunctuation, leftByMachine, sameAsSource, sourceScript, tooLong, twoWays } from './signs'
import { termForbidden, termMissing } from './terms'

/** Every check of targets, in the order in which findings are told. */
export const targetChecks: readonly TargetCheck[] = [
  empty,
  placeholders,
  numbers,
  unitSigns,
  termForbidden,
  termMissing,
  sameAsSource,
  sourceScript,
  leftByMachine,
  endPunctuation,
  tooLong,
  twoWays,
]

export interface CheckedSegment {
  source: Coded
  target: Coded
  languages: { source: string; target: string }
  glossary?: Glossary | undefined
  most?: number | null
  others?: readonly string[]
  /** Whether the target is as a machine wrote it. */
  byMachine?: boolean
  /** The house style of the field in the target's edition; its checks of words are held against the segment. */
  style?: Style | undefined
  /** What an inline value is called, by its address; without it, it is called by its code. */
  inlineName?: NameOf | undefined
}

const codeOfInline = (address: string) => address.replace(/^[a-z]+:/, '')

/** Checks of the house style that only a whole text can answer. */
const ofTheWhole: ReadonlySet<string> = new Set<TextCheckCode>(['characters', 'words', 'pixels', 'points', 'ease'])

/** Everything that is found in the target of a segment. An empty target has that finding alone. */
export function checkTarget(segment: CheckedSegment): TargetFinding[] {
  const { target, languages } = segment
  const style = segment.style ?? styleFor([], '', { storefront: '', language: languages.target })
  const looked: Looked = {
    source: segment.source,
    target,
    languages,
    glossary: segment.glossary,
    most: segment.most ?? null,
    others: segment.others ?? [],
    byMachine: segment.byMachine ?? false,
    inlineName: segment.inlineName ?? codeOfInline,
    without: style.without ?? [],
    words: { source: flatOfCoded(segment.source.text), target: flatOfCoded(target.text) },
  }
  const find = (c: TargetCheck) => c.find(looked).map((f): TargetFinding => ({ code: c.code, level: c.level, ...f }))
  const nothing = find(empty)
  if (nothing.length > 0) return nothing
  const html = `<p>${serialise(decode(target.text, [...segment.source.placeholders, ...target.placeholders]))}</p>`
  const inStyle = checkText(html, 'rich-text', style)
    .filter((f) => !ofTheWhole.has(f.code))
    .map(({ at, code, ...f }): TargetFinding => ({
      code: `style:${code}`,
      ...f,
      ...(at ? { at: { from: at.from, to: at.to } } : {}),
    }))
  return [...targetChecks.flatMap((c) => (c === empty ? [] : find(c))), ...inStyle]
}

/** What keeps the target of a segment from being called read: its first blocker for which no reason was given. */
export function blockerOf(
  segment: Coded & { target: string; extra: readonly Placeholder[]; overruled: Record<string, string> },
  look: Pick<CheckedSegment, 'languages' | 'glossary' | 'style' | 'inlineName'>,
): TargetFinding | undefined {
  return checkTarget({
    ...look,
    source: segment,
    target: { text: segment.target, placeholders: [...segment.extra] },
  }).find((f) => f.level === 'blocker' && !(f.code in segment.overruled))
}
