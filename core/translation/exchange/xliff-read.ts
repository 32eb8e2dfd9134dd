import { SaxesParser, type SaxesTagPlain } from 'saxes'
import { boundedChunks } from './bounded'
import { escapeCoded } from '../coded'
import { translationStates, type TranslationState } from '../state'
import { ExchangeFileError, type ReadSegment, type ReadUnit } from './unit'

/** What a file says of itself. */
export interface XliffHead {
  version: string
  source: string
  target: string | null
}

/** The states of XLIFF 1.2 as ours; any other reads as translated. */
const fromState12: Record<string, TranslationState> = {
  new: 'initial',
  'needs-translation': 'initial',
  translated: 'translated',
  'signed-off': 'reviewed',
  final: 'final',
}

const local = (name: string) => name.slice(name.indexOf(':') + 1)

/** Content under way: coded text of the element that is read, and the numbers of marks that are open. */
interface Content {
  text: string
  open: number[]
  problem?: string
}

/** Text is read this long at most for one segment: a file that never ends one is no file of ours. */
const longest = 1_000_000

/**
 * Reads XLIFF 2.x or 1.2 piece by piece: `write` takes what has come and gives back the units that ended in it, so that
 * a file of any length takes no more memory than its largest unit. Documents with a document type are refused, so
 * nothing is ever expanded or fetched. Throws ExchangeFileError with the line where the file is no XLIFF.
 */
export function createXliffReader(): {
  write(chunk: string): ReadUnit[]
  end(): ReadUnit[]
  head(): XliffHead | undefined
} {
  const parser = new SaxesParser({ xmlns: false, position: true })
  const bound = boundedChunks()
  let done: ReadUnit[] = []
  let head: XliffHead | undefined
  const path: string[] = []
  let record = ''
  let unit: ReadUnit | undefined
  let segment: ReadSegment | undefined
  let content: Content | undefined
  /** Where the content goes: as source or target, or nowhere (matches, notes, data of others). */
  let into: 'source' | 'target' | undefined
  /** In XLIFF 1.2: the state of the whole unit, whether its segments are marked, and the mark that is read. */
  let state12: TranslationState | null = null
  let segmented = false
  let silent = 0

  const fail = (message: string): never => {
    throw new ExchangeFileError(message, parser.line)
  }
  const two = () => head!.version.startsWith('2')
  parser.on('error', (e) => fail(`This is not valid XML: ${e.message.replace(/^\d+:\d+: /, '')}.`))
  parser.on('doctype', () => fail('The file has a document type. XLIFF has none, and files with one are not read.'))

  /** The number of an inline element of ours: `s3-2` is the second placeholder of the segment s3. */
  const numberOf = (id: string | undefined, in_: ReadSegment | undefined): number => {
    const m = /^(?:(s\d+)-)?(\d{1,4})$/.exec(id ?? '')
    if (!m) return 0
    if (m[1] !== undefined && in_ && m[1] !== in_.id && content)
      content.problem = `A placeholder of the segment ${m[1]} stands in it.`
    return Number(m[2])
  }
  const put = (text: string) => {
    if (!content) return
    content.text += text
    if (content.text.length > longest) fail('A segment is longer than a million characters.')
  }
  const begin = (which: 'source' | 'target') => {
    into = which
    content = { text: '', open: [] }
  }
  const finish = () => {
    if (!content || !segment || !into) return
    if (content.open.length > 0) content.problem ??= 'Formatting is opened and never closed.'
    segment[into] = content.text
    if (content.problem && into === 'target') segment.problem ??= content.problem
    content = undefined
    into = undefined
  }

  const inline: Record<string, { open(tag: SaxesTagPlain): void; close?(): void }> = {
    ph: { open: (t) => put(`<${numberOf(t.attributes.id, segment)}/>`) },
    x: { open: (t) => put(`<${numberOf(t.attributes.id, segment)}/>`) },
    pc: { open: (t) => openMark(numberOf(t.attributes.id, segment)), close: () => closeMark() },
    g: { open: (t) => openMark(numberOf(t.attributes.id, segment)), close: () => closeMark() },
    sc: { open: (t) => openMark(numberOf(t.attributes.id, segment)) },
    ec: { open: (t) => closeMark(numberOf(t.attributes.startRef ?? t.attributes.id, segment)) },
    bx: { open: (t) => openMark(numberOf(t.attributes.id, segment)) },
    ex: { open: (t) => closeMark(numberOf(t.attributes.rid ?? t.attributes.id, segment)) },
    cp: { open: (t) => put(escapeCoded(characterOf(t.attributes.hex ?? ''))) },
  }
  /** The character that a file names by its number, since XML cannot hold it. */
  function characterOf(hex: string): string {
    const code = /^[0-9a-f]{1,8}$/i.test(hex) ? Number.parseInt(hex, 16) : 0
    const isCharacter = code > 0 && code <= 0x10ffff && !(code >= 0xd800 && code <= 0xdfff)
    return isCharacter ? String.fromCodePoint(code) : fail(`<cp hex="${hex}"/> names no character.`)
  }
  function openMark(n: number) {
    put(`<${n}>`)
    content?.open.push(n)
  }
  function closeMark(n?: number) {
    if (!content) return
    const open = n ?? content.open.at(-1) ?? 0
    const at = content.open.lastIndexOf(open)
    if (at < 0) content.problem ??= 'Formatting is closed that was never opened.'
    else content.open.splice(at, 1)
    put(`</${open}>`)
  }

  /** What has words of others, or words about words: none of it is content. */
  const quiet = new Set([
    'matches',
    'alt-trans',
    'notes',
    'note',
    'originalData',
    'glossary',
    'metadata',
    'header',
    'changeTrack',
    'validation',
    'sizeRestriction',
    'ignorable',
    'context-group',
    'count-group',
    'prop-group',
    'bin-unit',
  ])

  parser.on('opentag', (tag) => {
    const name = local(tag.name)
    path.push(name)
    if (path.length === 1) {
      if (name !== 'xliff') fail(`This is not XLIFF: the file begins with “${tag.name}”.`)
      const version = tag.attributes.version ?? ''
      if (!/^(2\.\d|1\.2)$/.test(version))
        fail(`This is XLIFF ${version || 'without a version'}; 2.0, 2.1 and 1.2 are read.`)
      head = { version, source: tag.attributes.srcLang ?? '', target: tag.attributes.trgLang ?? null }
      return
    }
    if (silent > 0 || (quiet.has(name) && !content)) {
      silent++
      return
    }
    if (content && inline[name]) return inline[name].open(tag)
    if (content && name === 'mrk' && (two() || tag.attributes.mtype !== 'seg')) return
    if (name === 'file') {
      record = tag.attributes.original ?? ''
      if (head!.version === '1.2')
        head = {
          ...head!,
          source: tag.attributes['source-language'] ?? head!.source,
          target: tag.attributes['target-language'] ?? head!.target,
        }
    } else if (name === 'unit' || name === 'trans-unit') {
      unit = {
        record,
        unit: (two() ? tag.attributes.name : tag.attributes.resname) ?? '',
        id: tag.attributes.id ?? '',
        segments: [],
      }
      state12 = null
      segmented = false
    } else if (name === 'segment' && unit) {
      const state = tag.attributes.state as TranslationState | undefined
      segment = {
        id: tag.attributes.id ?? `s${unit.segments.length + 1}`,
        source: '',
        target: null,
        state: state && translationStates.includes(state) ? state : null,
      }
      unit.segments.push(segment)
    } else if (name === 'seg-source' && unit) {
      segmented = true
      unit.segments = []
      into = 'source'
    } else if (name === 'target' && !two() && unit) {
      const written = tag.attributes.state
      state12 = written === undefined ? null : (fromState12[written] ?? 'translated')
      into = 'target'
      if (!segmented) whole('target')
    } else if (name === 'source' && !two() && unit) whole('source')
    else if (name === 'mrk' && !two() && unit) {
      const id = tag.attributes.mid ?? ''
      let found = unit.segments.find((s) => s.id === id)
      if (!found) unit.segments.push((found = { id, source: '', target: null, state: null }))
      segment = found
      begin(into ?? 'source')
    } else if ((name === 'source' || name === 'target') && segment) begin(name)
  })

  /** A unit of XLIFF 1.2 whose segments are not marked is one segment. */
  function whole(which: 'source' | 'target') {
    if (unit!.segments.length === 0) unit!.segments.push({ id: 's1', source: '', target: null, state: null })
    segment = unit!.segments[0]
    begin(which)
  }

  parser.on('text', (text) => {
    if (silent === 0 && content) put(escapeCoded(text))
  })
  parser.on('cdata', (text) => {
    if (silent === 0 && content) put(escapeCoded(text))
  })

  parser.on('closetag', (tag) => {
    const name = local(tag.name)
    path.pop()
    if (silent > 0) {
      silent--
      return
    }
    if (content && inline[name]) return inline[name].close?.()
    if (name === 'source' || name === 'target') {
      finish()
      into = undefined
    } else if (name === 'mrk' && !two() && content && tag.attributes.mtype === 'seg') {
      const which = into
      finish()
      into = which
    } else if (name === 'seg-source') into = undefined
    else if (name === 'segment') segment = undefined
    else if ((name === 'unit' || name === 'trans-unit') && unit) {
      if (!two()) for (const s of unit.segments) s.state ??= state12
      done.push(unit)
      unit = undefined
      segment = undefined
    }
  })

  const taken = () => {
    const out = done
    done = []
    return out
  }
  return {
    head: () => head,
    write(chunk) {
      bound(chunk, parser.line)
      parser.write(chunk)
      return taken()
    },
    end() {
      parser.close()
      if (!head) fail('The file is empty.')
      return taken()
    },
  }
}
