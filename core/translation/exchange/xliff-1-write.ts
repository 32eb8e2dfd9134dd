import { partsOf, wordsOfCoded, type Coded } from '../coded'
import {
  keepsCodes,
  nativeOf,
  type ExchangeLanguages,
  type ExchangeRecord,
  type ExchangeSegment,
  type ExchangeUnit,
} from './unit'
import { lowestState, type TranslationState } from '../state'
import { xmlAttribute as a, xmlHead, xmlText as x } from './xml'

/** The states of XLIFF 1.2 (`state` of `target`) that ours are written as. */
export const statesOf12: Record<TranslationState, string> = {
  initial: 'new',
  translated: 'translated',
  reviewed: 'signed-off',
  final: 'final',
}

const kinds: Record<string, string> = {
  strong: ' ctype="bold"',
  em: ' ctype="italic"',
  a: ' ctype="link"',
  br: ' ctype="lb"',
  img: ' ctype="image"',
}

function content(coded: Coded, segment: string, known: Coded['placeholders']): string {
  const byNumber = new Map(known.map((p) => [p.n, p]))
  return partsOf(coded.text)
    .map((part) => {
      if (typeof part === 'string') return x(part)
      const p = byNumber.get(part.n)
      if (part.is === 'close') return '</g>'
      const native = p ? a(nativeOf(p).open) : ''
      return part.is === 'alone'
        ? `<x id="${segment}-${part.n}"${p ? (kinds[p.tag] ?? '') : ''} equiv-text="${native}"/>`
        : `<g id="${segment}-${part.n}"${p ? (kinds[p.tag] ?? '') : ''} equiv-text="${native}">`
    })
    .join('')
    .replace(/<g ([^>]*?) equiv-text="[^"]*">/g, '<g $1>')
}

/** Inline content of a match. */
const matchContent = (coded: Coded, score: number, segment: ExchangeSegment) =>
  keepsCodes(coded, score, segment) ? content(coded, segment.id, coded.placeholders) : x(wordsOfCoded(coded.text))

function unitXml(u: ExchangeUnit, id: string): string {
  const known = (s: ExchangeUnit['segments'][number]) => [...s.source.placeholders, ...(s.target?.placeholders ?? [])]
  const mrk = (s: ExchangeUnit['segments'][number], coded: Coded) =>
    `<mrk mtype="seg" mid="${s.id}">${content(coded, s.id, known(s))}</mrk>`
  const run = (inner: (s: ExchangeUnit['segments'][number]) => string) =>
    u.segments.map((s) => inner(s) + x(s.after ?? '')).join('')
  const written = u.segments.some((s) => s.target !== null)
  const state = statesOf12[lowestState(u.segments.map((s) => (s.target === null ? 'initial' : s.state)))]
  const qualifier = u.segments.some((s) => s.unread) ? ' state-qualifier="mt-suggestion"' : ''
  const target = written
    ? `<target state="${state}"${qualifier} ` +
      `xml:space="preserve">${run((s) => (s.target === null ? '' : mrk(s, s.target)))}</target>`
    : ''
  const matches = u.segments.flatMap((s) =>
    (s.matches ?? []).map(
      (m) =>
        `<alt-trans mid="${s.id}" match-quality="${Math.min(100, m.score)}" ` +
        `origin="${a(m.origin)}"><source>${matchContent(m.source, m.score, s)}</source>` +
        `<target>${matchContent(m.target, m.score, s)}</target></alt-trans>`,
    ),
  )
  const notes = [u.label, ...u.notes, ...(u.terms ?? []).map((t) => `${t.term} = ${t.translation}`)]
    .filter(Boolean)
    .map((n) => `<note>${x(n)}</note>`)
  const whole = run((s) => content(s.source, s.id, known(s)))
  const segmented = run((s) => mrk(s, s.source))
  return (
    `<trans-unit id="${id}" resname="${a(u.unit)}" xml:space="preserve"><source>${whole}</source>` +
    `<seg-source>${segmented}</seg-source>${target}${matches.join('')}${notes.join('')}</trans-unit>`
  )
}

/** XLIFF 1.2 (OASIS, 1 February 2008). It has one state to a unit: the lowest of its segments. */
export async function* writeXliff1(
  records: AsyncIterable<ExchangeRecord>,
  { source, target }: ExchangeLanguages,
): AsyncGenerator<string> {
  yield `${xmlHead}<xliff xmlns="urn:oasis:names:tc:xliff:document:1.2" version="1.2">\n`
  let any = false
  for await (const r of records) {
    if (r.units.length === 0) continue
    any = true
    const units = r.units.map((u, i) => unitXml(u, `u${i + 1}`))
    yield (
      `<file original="${a(r.record)}" source-language="${a(source)}" target-language="${a(target)}" ` +
      `datatype="html"><header><note>${x(r.title)}</note></header><body>\n${units.join('\n')}\n</body></file>\n`
    )
  }
  if (!any)
    yield (
      `<file original="nothing" source-language="${a(source)}" target-language="${a(target)}" ` +
      `datatype="html"><body/></file>\n`
    )
  yield '</xliff>\n'
}
