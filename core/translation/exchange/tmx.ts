import { SaxesParser } from 'saxes'
import { boundedChunks } from './bounded'
import { escapeCoded, partsOf, type Coded, type Placeholder } from '../coded'
import { ExchangeFileError, nativeOf, placeholderOf } from './unit'
import { xmlAttribute as a, xmlHead, xmlText as x } from './xml'

/** A pair of segments as TMX carries it. */
export interface TmxPair {
  source: Coded
  target: Coded
  languages: { source: string; target: string }
  /** The sources beside it in its unit; '' is none, null unknown. */
  before: string | null
  after: string | null
  origin: string
  /** Milliseconds. */
  at: number | null
}

/** A moment as TMX writes it: `20261126T101500Z`. */
const stamp = (at: number) => new Date(at).toISOString().replace(/[-:]|\.\d+/g, '')
const moment = (text: string | undefined): number | null => {
  const m = /^(\d{4})(\d\d)(\d\d)T(\d\d)(\d\d)(\d\d)Z$/.exec(text ?? '')
  return m ? Date.UTC(+m[1]!, +m[2]! - 1, +m[3]!, +m[4]!, +m[5]!, +m[6]!) : null
}

function seg({ text, placeholders }: Coded): string {
  const known = new Map(placeholders.map((p) => [p.n, p]))
  return partsOf(text)
    .map((part) => {
      if (typeof part === 'string') return x(part)
      const native = known.has(part.n) ? nativeOf(known.get(part.n)!) : { open: '', close: '' }
      if (part.is === 'alone') return `<ph x="${part.n}">${x(native.open)}</ph>`
      return part.is === 'open'
        ? `<bpt i="${part.n}" x="${part.n}">${x(native.open)}</bpt>`
        : `<ept i="${part.n}">${x(native.close)}</ept>`
    })
    .join('')
}

/** TMX 1.4b (LISA OSCAR, 26 April 2005); its version attribute is “1.4”. */
export async function* writeTmx(
  pairs: AsyncIterable<TmxPair>,
  source: string,
  version: string,
): AsyncGenerator<string> {
  yield (
    `${xmlHead}<tmx version="1.4">\n<header creationtool="Ink Loom" creationtoolversion="${a(version)}" ` +
    `segtype="sentence" o-tmf="ink-loom" adminlang="en" srclang="${a(source)}" ` +
    `datatype="html"/>\n<body>\n`
  )
  for await (const p of pairs) {
    const prop = (type: string, text: string | null) =>
      text === null || text === '' ? '' : `<prop type="x-${type}">${x(text)}</prop>`
    const changed = p.at === null ? '' : ` changedate="${stamp(p.at)}"`
    const props = prop('origin', p.origin) + prop('before', p.before) + prop('after', p.after)
    const variant = (language: string, text: Coded) => `<tuv xml:lang="${a(language)}"><seg>${seg(text)}</seg></tuv>`
    const { source: from, target: to } = p.languages
    yield `<tu${changed}>${props}${variant(from, p.source)}${variant(to, p.target)}</tu>\n`
  }
  yield '</body>\n</tmx>\n'
}

/**
 * Reads TMX 1.1 to 1.4 piece by piece. A unit with several languages gives a pair of the source language with each.
 * Throws ExchangeFileError with the line where the file is no TMX.
 */
export function createTmxReader(): { write(chunk: string): TmxPair[]; end(): TmxPair[] } {
  const parser = new SaxesParser({ xmlns: false, position: true })
  const bound = boundedChunks()
  let done: TmxPair[] = []
  let headSource = ''
  let depth = 0
  let props: Record<string, string> = {}
  let variants: { language: string; coded: Coded }[] = []
  let unitSource = ''
  let changed: string | undefined
  let language = ''
  let content: Coded | undefined
  /** Native code under way, with what it will be. */
  let native: { is: 'open' | 'close' | 'alone'; i: string; x: string; text: string } | undefined
  let numbers = new Map<string, number>()
  let prop: { type: string; text: string } | undefined
  let hidden = 0

  const fail = (message: string): never => {
    throw new ExchangeFileError(message, parser.line)
  }
  parser.on('error', (e) => fail(`This is not valid XML: ${e.message.replace(/^\d+:\d+: /, '')}.`))
  // TMX files may name their document type; what it would define or fetch is never used.
  parser.on('doctype', (text) => {
    if (text.includes('[')) fail('The file defines entities of its own. Such files are not read.')
  })

  const end = () => {
    if (!native || !content) return
    const { is, i, text } = native
    if (is === 'close') content.text += `</${numbers.get(i) ?? 0}>`
    else {
      const n =
        /^\d{1,4}$/.test(native.x) && !content.placeholders.some((p) => p.n === Number(native!.x))
          ? Number(native.x)
          : Math.max(0, ...content.placeholders.map((p) => p.n)) + 1
      if (is === 'open') numbers.set(i, n)
      content.placeholders.push(placeholderOf(n, text, is === 'alone') satisfies Placeholder)
      content.text += is === 'open' ? `<${n}>` : `<${n}/>`
    }
    native = undefined
  }
  const kinds: Record<string, 'open' | 'close' | 'alone'> = {
    bpt: 'open',
    ept: 'close',
    ph: 'alone',
    it: 'alone',
    ut: 'alone',
  }

  parser.on('opentag', ({ name, attributes }) => {
    depth++
    if (depth === 1 && name !== 'tmx') fail(`This is not TMX: the file begins with “${name}”.`)
    if (name === 'header') headSource = attributes.srclang ?? ''
    else if (name === 'tu') {
      variants = []
      props = {}
      unitSource = attributes.srclang ?? headSource
      changed = attributes.changedate ?? attributes.creationdate
    } else if (name === 'tuv') {
      language = attributes['xml:lang'] ?? attributes.lang ?? ''
      changed = attributes.changedate ?? changed
    } else if (name === 'prop') prop = { type: attributes.type ?? '', text: '' }
    else if (name === 'seg') {
      content = { text: '', placeholders: [] }
      numbers = new Map()
    } else if (content && native) hidden++
    else if (content && kinds[name])
      native = { is: kinds[name], i: attributes.i ?? '', x: attributes.x ?? attributes.i ?? '', text: '' }
  })
  const text = (words: string) => {
    if (prop) prop.text += words
    else if (native) native.text += hidden > 0 ? '' : words
    else if (content) content.text += escapeCoded(words)
  }
  parser.on('text', text)
  parser.on('cdata', text)
  parser.on('closetag', ({ name }) => {
    depth--
    if (name === 'prop' && prop) {
      props[prop.type] = prop.text
      prop = undefined
    } else if (hidden > 0) hidden--
    else if (kinds[name]) end()
    else if (name === 'seg' && content) {
      variants.push({ language, coded: content })
      content = undefined
    } else if (name === 'tu') {
      const source =
        variants.find((s) => s.language.toLowerCase() === unitSource.toLowerCase()) ??
        variants.find((s) => s.language.split('-')[0]!.toLowerCase() === unitSource.split('-')[0]!.toLowerCase()) ??
        variants[0]
      for (const target of variants) {
        if (!source || target === source) continue
        done.push({
          source: source.coded,
          target: target.coded,
          languages: { source: source.language, target: target.language },
          before: props['x-before'] ?? null,
          after: props['x-after'] ?? null,
          origin: props['x-origin'] ?? '',
          at: moment(changed),
        })
      }
    }
  })
  const taken = () => {
    const out = done
    done = []
    return out
  }
  return {
    write(chunk) {
      bound(chunk, parser.line)
      parser.write(chunk)
      return taken()
    },
    end() {
      parser.close()
      if (depth !== 0) fail('The file is incomplete.')
      return taken()
    },
  }
}
