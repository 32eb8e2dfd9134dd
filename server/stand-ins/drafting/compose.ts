import type { DraftFact } from '@core/drafting/facts'
import type { DraftRequest, DraftText } from '@core/drafting/service'
import { checkText } from '@core/house-style/check-text'
import { perceivedLength } from '@core/house-style/count'
import { applyFix } from '@core/house-style/apply-fix'
import type { Style } from '@core/house-style/style'
import { escapeText } from '@core/richtext/tree'
import { capital, inForm, inlineValue, listed, materialIn, tellingOrder, valueOf, type Bank, type Noun } from './bank'
import type { Wishes } from './instruction'

/** What a text is put together with. */
export interface Composing {
  request: DraftRequest
  bank: Bank
  noun: Noun | undefined
  wishes: Wishes
}

/** A sentence or point, with the fact that it says. */
interface Line {
  text: string
  fact: string
  paragraph: number
}

const ended = (s: string) => (/[.!?…]$/.test(s) ? s : `${s}.`)

/**
 * The facts in the order in which they are told: what was asked for first, then the bank's order; what was left out is
 * not there.
 */
export function ordered({ request, bank, wishes }: Composing): DraftFact[] {
  const order = ['material', ...tellingOrder.flat()]
  const place = (a: string) => {
    const asked = [...wishes.first, ...wishes.say].indexOf(a)
    return asked >= 0 ? asked - 1000 : order.includes(a) ? order.indexOf(a) : 500
  }
  return request.facts
    .filter(
      (f) =>
        !wishes.omit.includes(f.attribute) && (f.number !== 0 || f.type !== 'yes-no' || bank.phrases[f.attribute]?.no),
    )
    .map((f, i) => ({ f, i }))
    .sort((a, b) => place(a.f.attribute) - place(b.f.attribute) || a.i - b.i)
    .map((x) => x.f)
}

/** Whether a text keeps the house style as far as words go; a text that is mended by its fixes counts. */
export function inStyle(text: string, style: Style | undefined): string | undefined {
  if (!style) return text
  let now = text
  for (let round = 0; round < 4; round++) {
    const found = checkText(now, 'text', style).filter((f) =>
      ['banned', 'preferred', 'repeated', 'spaces', 'quotes', 'french-spaces', 'decimals'].includes(f.code),
    )
    if (found.some((f) => f.code === 'banned')) return undefined
    const mended = found.map((f) => applyFix(now, 'text', f)).find((x) => x !== undefined)
    if (mended === undefined) return now
    now = String(mended)
  }
  return now
}

/** The words for a fact that keep the house style, the first of them by the seed; undefined where there are none. */
function phrased(
  fact: DraftFact,
  kind: 'sentence' | 'point',
  c: Composing,
  style: Style | undefined,
  inline: boolean,
  first = false,
): string | undefined {
  const { bank, noun, request, wishes } = c
  const phrases = bank.phrases[fact.attribute]
  const many = fact.parts.length > 1 && fact.source === 'variants'
  const plain = (value: string) =>
    kind === 'sentence' ? ended(bank.plain(fact.label, value)) : bank.plain(fact.label, value)
  const lines: string[] = []
  // Without a noun nothing can stand for the product, so only what needs none is said.
  if (phrases && (noun || !/\{[Ii]t\}|\(/.test(phrases.sentences[0]!))) {
    const value = valueOf(fact, phrases, request.language, inline)
    const choices =
      fact.number === 0 && fact.type === 'yes-no'
        ? [phrases.no!]
        : many && phrases.several
          ? [phrases.several[kind]]
          : kind === 'point'
            ? [phrases.point]
            : [
                ...(wishes.voice && phrases[wishes.voice] ? [phrases[wishes.voice]!] : []),
                ...turned(phrases.sentences, request.seed),
              ]
    if (value !== undefined)
      lines.push(
        ...choices.map((p) =>
          filled(inForm(first && noun ? p.replace('{It}', named(noun, bank)) : p, noun?.form ?? 'n', bank), value),
        ),
      )
  }
  if (fact.type !== 'yes-no')
    lines.push(plain(inline && fact.inline ? inlineValue(fact.attribute) : listed(fact.parts, request.language)))
  const swiss = (s: string) => bank.spelling?.(s, request.language) ?? s
  for (const line of lines) {
    // The house style is asked of the words; inline values are none.
    const kept = line.includes('<data')
      ? inStyle(line.replace(/<data value="[^"]*"><\/data>/g, '\ufffc'), style) === undefined
        ? undefined
        : line
      : inStyle(line, style)
    if (kept !== undefined) return swiss(kept)
  }
  return undefined
}

/** A phrase with its value; where that ends with a full stop, the sentence needs none of its own. */
export const filled = (phrase: string, value: string) => phrase.replaceAll('{v}', value).replace(/\.\.$/, '.')

/** A list that begins at another place for each product, so that not all texts begin alike. */
const turned = <T>(list: readonly T[], seed: number): T[] => list.map((_, i) => list[(i + seed) % list.length]!)

/** The product as a text names it first: this pannier. */
function named(noun: Noun, bank: Bank): string {
  const beforeVowel = /^[aeiouéèêh]/i.test(noun.one) ? bank.beforeVowel?.[noun.form] : undefined
  return `${capital(beforeVowel ?? bank.demonstratives[noun.form])} ${noun.one}`
}

/** The line about what the thing is made of, with which a description begins; later it has a pronoun. */
function madeOf(c: Composing, style: Style | undefined, first: boolean): Line | undefined {
  const { bank, noun, request } = c
  const material = request.facts.find((f) => f.attribute === 'material')
  if (!noun || !material || c.wishes.omit.includes('material')) return undefined
  const words = materialIn(bank, material.parts[0]!)
  if (words === undefined) return undefined
  const text = inForm(
    bank
      .madeOf(noun.form)
      .replace('{This}', first ? named(noun, bank) : '{It}')
      .replace('{material}', words),
    noun.form,
    bank,
  )
  const kept = inStyle(bank.spelling?.(text, request.language) ?? text, style)
  return kept === undefined ? undefined : { text: kept, fact: 'material', paragraph: 0 }
}

/**
 * A description: an opening, then fact after fact, within the sentences that are wanted and the house style's length.
 */
export function composeDescription(c: Composing): DraftText | undefined {
  const { request, bank, noun, wishes } = c
  const style = request.styles.description
  const facts = ordered(c)
  const opening = wishes.first[0] !== undefined && wishes.first[0] !== 'material' ? undefined : madeOf(c, style, true)
  const lines: Line[] = opening ? [opening] : []
  let introduced = opening !== undefined
  for (const fact of facts) {
    if (fact.attribute === 'material') {
      const line = opening ? undefined : madeOf(c, style, !introduced)
      if (line) lines.push(line)
      introduced ||= line !== undefined
      if (opening || line) continue
    }
    // What no phrase is known for is only told where it was asked for.
    if (
      !bank.phrases[fact.attribute] &&
      !wishes.say.includes(fact.attribute) &&
      !wishes.first.includes(fact.attribute) &&
      fact.attribute !== 'material'
    )
      continue
    // The first sentence that is about the product itself names it; those after it need not.
    const text = phrased(fact, 'sentence', c, style, true, !introduced)
    introduced ||= text !== undefined && noun !== undefined && text.startsWith(named(noun, bank))
    if (text !== undefined)
      lines.push({ text, fact: fact.attribute, paragraph: tellingOrder[1]!.includes(fact.attribute) ? 1 : 0 })
  }
  const fixed = [wishes.beginning, wishes.ending].filter((t): t is string => t !== undefined).length
  const kept = lines.slice(0, Math.max(1, (wishes.sentences ?? 8) - fixed))
  const most = Math.min(style?.characters?.most ?? Infinity, wishes.characters ?? Infinity)
  const length = (list: Line[]) =>
    list.reduce((n, l) => n + perceivedLength(l.text.replace(/<data[^>]*><\/data>/g, '1234567')) + 1, 0)
  while (kept.length > 1 && length(kept) > most) kept.pop()
  if (kept.length === 0) return undefined
  const html = paragraphs(kept, wishes)
    .map((p) => `<p>${p.map((t) => escaped(t)).join(' ')}</p>`)
    .join('')
  return { field: 'description', value: html, facts: kept.map((l) => l.fact) }
}

/** Sentences in the paragraphs that are wanted: as they belong together, or as even as can be. */
function paragraphs(lines: readonly Line[], wishes: Wishes): string[][] {
  const texts = [
    ...(wishes.beginning ? [ended(wishes.beginning)] : []),
    ...lines.map((l) => l.text),
    ...(wishes.ending ? [ended(wishes.ending)] : []),
  ]
  const lead = wishes.beginning ? 1 : 0
  const turn = lines.findIndex((l) => l.paragraph === 1)
  if (wishes.paragraphs === 1 || texts.length < 3) return [texts]
  if (wishes.paragraphs === undefined || (wishes.paragraphs === 2 && turn > 0))
    return turn <= 0 ? [texts] : [texts.slice(0, turn + lead), texts.slice(turn + lead)]
  const size = Math.ceil(texts.length / wishes.paragraphs)
  return Array.from({ length: Math.ceil(texts.length / size) }, (_, i) => texts.slice(i * size, (i + 1) * size))
}

/** A line for formatted text: its inline values stay, everything else is text. */
const escaped = (line: string) =>
  line
    .split(/(<data value="[^"]*"><\/data>)/)
    .map((part, i) => (i % 2 ? part : escapeText(part)))
    .join('')

/** Key points, each with one fact, as many as the house style and the instruction want. */
export function composePoints(c: Composing): DraftText | undefined {
  const { request, bank, wishes } = c
  const style = request.styles['key-points']
  const most = Math.min(wishes.points ?? 5, style?.points?.most ?? Infinity)
  const material = request.facts.find((f) => f.attribute === 'material')
  const lines = ordered(c)
    .flatMap((fact): Line[] => {
      const text =
        fact === material
          ? inStyle(capital(bank.spelling?.(fact.parts[0]!, request.language) ?? fact.parts[0]!), style)
          : bank.phrases[fact.attribute] || wishes.say.includes(fact.attribute)
            ? phrased(fact, 'point', c, style, true)
            : undefined
      return text === undefined ? [] : [{ text, fact: fact.attribute, paragraph: 0 }]
    })
    .slice(0, most)
  if (lines.length < Math.min(style?.points?.least ?? 1, most)) return undefined
  return { field: 'key-points', value: lines.map((l) => escaped(l.text)), facts: lines.map((l) => l.fact) }
}

/** A summary: what it is, and the facts that are told first, as many as have room. */
export function composeSummary(c: Composing): DraftText | undefined {
  const { request, bank, noun, wishes } = c
  if (!noun) return undefined
  const style = request.styles.summary
  const most = Math.min(style?.characters?.most ?? 200, wishes.characters ?? Infinity)
  const material = request.facts.find((f) => f.attribute === 'material' && !wishes.omit.includes('material'))
  const words = material && materialIn(bank, material.parts[0]!)
  const clauses = ordered(c)
    .flatMap((fact) => {
      const phrases = bank.phrases[fact.attribute]
      const value =
        phrases?.clause && !(fact.parts.length > 1 && fact.source === 'variants')
          ? valueOf(fact, phrases, request.language, false)
          : undefined
      return value === undefined
        ? []
        : [{ fact: fact.attribute, text: inForm(phrases!.clause!, noun.form, bank).replaceAll('{v}', value) }]
    })
    .filter((x, i, all) => all.findIndex((y) => y.text.split(' ')[0] === x.text.split(' ')[0]) === i)
  for (let n = Math.min(2, clauses.length); n >= 0; n--) {
    const used = clauses.slice(0, n)
    const text = bank.summary(
      noun.one,
      words,
      used.map((u) => u.text),
    )
    const kept = inStyle(bank.spelling?.(text, request.language) ?? text, style)
    if (kept !== undefined && perceivedLength(kept) <= most && (n > 0 || words))
      return { field: 'summary', value: kept, facts: [...(words ? ['material'] : []), ...used.map((u) => u.fact)] }
  }
  return undefined
}
