import { fold } from '@core/text/fold'
import type { DraftFact } from '@core/drafting/facts'

/** What the stand-in understands of an instruction. */
export interface Wishes {
  sentences?: number
  paragraphs?: number
  points?: number
  names?: number
  characters?: number
  words?: number
  /** Facts that stand first, in order; that must be said; that must not be. By attribute. */
  first: string[]
  say: string[]
  omit: string[]
  /** Words that stand at the end, as they were given in quotation marks. */
  ending?: string
  beginning?: string
  voice?: 'familiar' | 'formal'
}

const words = ['one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten', 'eleven', 'twelve']
const count = `(\\d+|${words.join('|')})`
const numberOf = (s: string) => (/^\d+$/.test(s) ? Number(s) : words.indexOf(s.toLowerCase()) + 1)
const units = {
  sentences: 'sentences?',
  paragraphs: 'paragraphs?',
  points: '(?:key )?points?',
  names: 'names?',
  characters: 'characters?',
  words: 'words?',
} as const
const quoted = '[“"«„]\\s*([^”"»“]{1,300}?)\\s*[”"»“]'

/**
 * The facts that a stretch of an instruction names, by their name in the source language or in the draft's, or by what
 * they say; in its order.
 */
function factsIn(stretch: string, facts: readonly DraftFact[]): string[] {
  const words = (s: string) =>
    ` ${fold(s)
      .replace(/[^\p{L}\p{N}]+/gu, ' ')
      .trim()} `
  const text = words(stretch)
  // A bare number is in too many names to mean the fact that says it.
  return facts
    .map((f) => ({
      attribute: f.attribute,
      at:
        [
          f.called,
          f.label,
          f.attribute,
          ...(/\p{L}{2}/u.test(f.parts.join(' ')) || /\d\P{N}+\p{L}/u.test(f.parts.join(' '))
            ? [f.parts.join(', ')]
            : []),
        ]
          .map((n) => text.indexOf(words(n)))
          .filter((i) => i >= 0)
          .sort((a, b) => a - b)[0] ?? -1,
    }))
    .filter((f) => f.at >= 0)
    .sort((a, b) => a.at - b.at)
    .map((f) => f.attribute)
}

/**
 * Reads an instruction in plain English: “6 sentences in 2 paragraphs”, “at most 300 characters”, “begin with the load
 * limit”, “mention the weight”, “leave out the warranty”, “end with “…””, “address the reader as du” (familiar, formal,
 * Sie, tu, vous). The results of earlier steps, which stand in it line by line, are no wishes: only its own sentences
 * are read.
 */
export function wishesOf(instruction: string, voice: string, facts: readonly DraftFact[]): Wishes {
  const out: Wishes = { first: [], say: [], omit: [] }
  for (const [unit, name] of Object.entries(units) as [keyof typeof units, string][]) {
    const m = new RegExp(`(?:${count}\\s*(?:to|–|-)\\s*)?${count}\\s+(?:short\\s+)?${name}\\b`, 'i').exec(instruction)
    if (m) out[unit] = numberOf(m[2]!)
  }
  const stretch = (verbs: string) =>
    [...instruction.matchAll(new RegExp(`(?:${verbs})\\s+([^.;\\n]*)`, 'gi'))].map((m) => m[1]!)
  const firsts = stretch('begin(?:s|ning)? (?:the \\w+(?: \\w+)? )?with|start with|lead with|first say')
  out.first = firsts.flatMap((s) => factsIn(s.replace(/\b(?:leave out|without|do not|don’t)\b.*$/i, ''), facts))
  out.omit = stretch('leave out|without|do not mention|don’t mention|omit|never say').flatMap((s) => factsIn(s, facts))
  out.say = stretch('mention|say|include|name')
    .flatMap((s) => factsIn(s, facts))
    .filter((a) => !out.omit.includes(a))
  out.ending = new RegExp(`end (?:it )?with:?\\s*${quoted}`, 'i').exec(instruction)?.[1]
  out.beginning = new RegExp(`(?:begin|start) (?:it )?with:?\\s*${quoted}`, 'i').exec(instruction)?.[1]
  out.voice = voiceIn(instruction) ?? voiceIn(voice)
  return out
}

function voiceIn(text: string): Wishes['voice'] {
  if (/\b(du|tu|dich|toi)\b|\bfamiliar(ly)?\b|\binformal(ly)?\b/i.test(text)) return 'familiar'
  return /\bSie\b|\bvous\b|\bformal(ly)?\b|\bpolite(ly)?\b/.test(text) ? 'formal' : undefined
}
