import { readdirSync, readFileSync } from 'node:fs'
import path from 'node:path'
import { seeded } from '@core/numbers/seeded'

/** All files of a kind under a folder. */
function* files(folder: string, ending: RegExp): Generator<string> {
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    const at = path.join(folder, entry.name)
    if (entry.isDirectory()) yield* files(at, ending)
    else if (ending.test(entry.name)) yield at
  }
}

/** Sentences of English prose: what the installed packages say of themselves in their documentation and comments. */
function prose(): string[] {
  const found = new Set<string>()
  for (const file of files('node_modules', /\.(md|d\.ts)$/)) {
    const text = readFileSync(file, 'utf8')
    const words = file.endsWith('.md')
      ? text.replace(/```[\s\S]*?```/g, ' ')
      : [...text.matchAll(/\/\*\*([\s\S]*?)\*\//g)].map((m) => m[1]!.replace(/^\s*\* ?/gm, ' ')).join('\n\n')
    for (const paragraph of words
      .replace(/\[([^\]]*)\]\([^)]*\)/g, '$1')
      .replace(/[`*_#>|]/g, ' ')
      .split(/\n\s*\n/)) {
      for (const s of paragraph.replace(/\s+/g, ' ').split(/(?<=[.!?]) (?=[A-Z])/)) {
        const sentence = s.trim()
        if (sentence.length >= 25 && sentence.length <= 300 && (sentence.match(/[a-z]{2,}/g) ?? []).length >= 5)
          found.add(sentence)
      }
    }
  }
  return [...found]
}

/**
 * Natural text: the prose of the installed packages; where there is less of it than asked for, its sentences with the
 * second half of another, which are as long and hold the same words.
 */
export function naturalCorpus(size: number): { segments: string[]; own: number } {
  const own = prose()
  const next = seeded(1)
  const segments = own.slice(0, size)
  while (segments.length < size) {
    const [a, b] = [own[Math.floor(next() * own.length)]!.split(' '), own[Math.floor(next() * own.length)]!.split(' ')]
    segments.push([...a.slice(0, Math.ceil(a.length / 2)), ...b.slice(Math.floor(b.length / 2))].join(' '))
  }
  return { segments, own: Math.min(own.length, size) }
}

const parts = {
  name: ['Regn', 'Market', 'Tani', 'Suzu', 'Cask', 'Bastion', 'Clatter', 'Lull', 'Quill', 'Fjell'],
  thing: ['pannier', 'lock', 'helmet', 'front light', 'rack', 'bell', 'tyre', 'pump', 'rain jacket', 'bottle cage'],
  like: ['dry', 'light', 'safe', 'quiet', 'warm', 'stiff', 'open', 'slim'],
  of: ['welded tarpaulin', 'hardened steel', 'waxed canvas', 'recycled nylon', 'brass', 'bamboo'],
  where: ['a wet commute', 'the weekly shop', 'a long tour', 'winter nights', 'city traffic'],
}
const templates = [
  'The {name} {thing} holds {n} L and stays {like} on {where}.',
  'Keeps {n} L {like} through {where}, made of {of}.',
  'Made of {of}, the {name} weighs {n} g and carries {n} kg at most.',
  'Fits rails of up to {n} mm; the {thing} comes with {n} hooks.',
  '{name} {thing} {n}, {like} and made of {of}',
  'Never load the {thing} with more than {n} kg on {where}.',
]

/** Text made from templates, as product texts often are: few frames, many names and numbers. */
export function templateCorpus(size: number): string[] {
  const next = seeded(2)
  const one = (list: readonly string[]) => list[Math.floor(next() * list.length)]!
  return Array.from({ length: size }, () =>
    one(templates).replace(/\{(\w+)\}/g, (_, what: string) =>
      what === 'n' ? String(1 + Math.floor(next() * 400)) : one(parts[what as keyof typeof parts]),
    ),
  )
}

/** A segment as it comes again: a word or two exchanged, left out or put in. */
export function edited(segment: string, words: readonly string[], next: () => number): string {
  const out = segment.split(' ')
  for (let i = 0, n = 1 + Math.floor(next() * 2); i < n; i++) {
    const at = Math.floor(next() * out.length)
    const word = words[Math.floor(next() * words.length)]!
    const kind = next()
    if (kind < 0.5) out[at] = word
    else if (kind < 0.75 && out.length > 3) out.splice(at, 1)
    else out.splice(at, 0, word)
  }
  return out.join(' ')
}
