import { partsOf, wordsOfCoded, type Coded } from '../coded'
import { placeholderName } from '../checks/placeholders'
import {
  keepsCodes,
  nativeOf,
  type ExchangeLanguages,
  type ExchangeRecord,
  type ExchangeSegment,
  type ExchangeUnit,
} from './unit'
import { xmlAttribute as a, xmlHead, xmlText as x } from './xml'

const kinds: Record<string, string> = {
  strong: ' type="fmt" subType="xlf:b"',
  em: ' type="fmt" subType="xlf:i"',
  a: ' type="link"',
  br: ' type="fmt" subType="xlf:lb"',
  img: ' type="image"',
  data: ' type="other" subType="il:value"',
}

/** Inline content of XLIFF 2: ids are those of the segment and the placeholder, so that they are unique in the unit. */
function content(coded: Coded, segment: string, known: Coded['placeholders']): string {
  const byNumber = new Map(known.map((p) => [p.n, p]))
  const id = (n: number) => `${segment}-${n}`
  return partsOf(coded.text)
    .map((part) => {
      if (typeof part === 'string') return x(part)
      if (part.is === 'close') return '</pc>'
      const p = byNumber.get(part.n)
      const kind = p ? (kinds[p.tag] ?? '') : ''
      const name = p ? placeholderName(p) : ''
      return part.is === 'alone'
        ? `<ph id="${id(part.n)}" dataRef="d${id(part.n)}" disp="${a(name)}" equiv="${a(name)}"${kind}/>`
        : `<pc id="${id(part.n)}" dataRefStart="d${id(part.n)}" dataRefEnd="e${id(part.n)}"${kind}>`
    })
    .join('')
}

/** Inline content of a match: what its codes stand for is told at the unit, which a match does not reach. */
function matchContent(coded: Coded, score: number, segment: ExchangeSegment): string {
  if (!keepsCodes(coded, score, segment)) return x(wordsOfCoded(coded.text))
  return content(coded, segment.id, coded.placeholders).replace(/ dataRef(?:Start|End)?="[^"]*"/g, '')
}

function unitXml(unit: ExchangeUnit, id: string): string {
  const matches = unit.segments.flatMap((s) =>
    (s.matches ?? []).map(
      (m) =>
        `<mtc:match ref="#${s.id}" similarity="${Math.min(100, m.score)}" ` +
        `origin="${a(m.origin)}"><source>${matchContent(m.source, m.score, s)}</source>` +
        `<target>${matchContent(m.target, m.score, s)}</target></mtc:match>`,
    ),
  )
  const terms = (unit.terms ?? []).map((t) => {
    const definition = t.note ? `<gls:definition>${x(t.note)}</gls:definition>` : ''
    const translation = `<gls:translation>${x(t.translation)}</gls:translation>`
    return `<gls:glossEntry><gls:term>${x(t.term)}</gls:term>${translation}${definition}</gls:glossEntry>`
  })
  const notes = [unit.label, ...unit.notes]
    .filter(Boolean)
    .map((n, i) => `<note category="${i === 0 ? 'label' : 'note'}">${x(n)}</note>`)
  const data = unit.segments.flatMap((s) =>
    placeholdersOf(s).flatMap((p) => {
      const native = nativeOf(p)
      return [
        `<data id="d${s.id}-${p.n}">${x(native.open)}</data>`,
        ...(p.alone ? [] : [`<data id="e${s.id}-${p.n}">${x(native.close)}</data>`]),
      ]
    }),
  )
  const segments = unit.segments.map((s) => {
    const known = placeholdersOf(s)
    const target = s.target === null ? '' : `<target>${content(s.target, s.id, known)}</target>`
    const source = `<source>${content(s.source, s.id, known)}</source>`
    const after = s.after ? `<ignorable><source xml:space="preserve">${x(s.after)}</source></ignorable>` : ''
    return `<segment id="${s.id}" state="${s.state}">${source}${target}</segment>${after}`
  })
  const within = (element: string, parts: readonly string[]) =>
    parts.length > 0 ? `<${element}>${parts.join('')}</${element}>` : ''
  // The order in which the schema wants them.
  const inner = [
    within('mtc:matches', matches),
    within('gls:glossary', terms),
    within('notes', notes),
    within('originalData', data),
    ...segments,
  ]
  return `<unit id="${id}" name="${a(unit.unit)}">${inner.join('')}</unit>`
}

const placeholdersOf = (s: ExchangeSegment) => [
  ...s.source.placeholders,
  ...(s.target?.placeholders ?? []).filter((p) => !s.source.placeholders.some((q) => q.n === p.n)),
]

/**
 * XLIFF 2.1 (OASIS, 13 February 2018), a file element to a record; written as it is read, so that its length costs no
 * memory.
 */
export async function* writeXliff2(
  records: AsyncIterable<ExchangeRecord>,
  { source, target }: ExchangeLanguages,
): AsyncGenerator<string> {
  yield (
    `${xmlHead}<xliff xmlns="urn:oasis:names:tc:xliff:document:2.0" ` +
    'xmlns:mtc="urn:oasis:names:tc:xliff:matches:2.0" xmlns:gls="urn:oasis:names:tc:xliff:glossary:2.0" ' +
    `version="2.1" srcLang="${a(source)}" trgLang="${a(target)}">\n`
  )
  let file = 0
  for await (const r of records) {
    if (r.units.length === 0) continue
    file++
    yield (
      // Segments that are cut otherwise are not taken.
      `<file id="f${file}" canResegment="no" original="${a(r.record)}"><notes><note ` +
      `category="title">${x(r.title)}</note></notes>\n${r.units.map((u, i) => unitXml(u, `u${i + 1}`)).join('\n')}\n</file>\n`
    )
  }
  // A document holds a file at least, and that a unit.
  if (file === 0) yield '<file id="f1"><unit id="u1"><segment><source/></segment></unit></file>\n'
  yield '</xliff>\n'
}
