import type { NamedPiece, Tidy } from '@contracts/library'
import type { Piece } from '@core/page/piece'
import { plainText } from '@core/richtext/read'
import { groupAlike, shareOf, shinglesOf, signatureOf } from '@core/text/shingles'
import { wordsOf } from '@core/house-style/count'
import { fold } from '@core/text/fold'
import { refersTo } from '@core/attributes/types/registry'
import { database } from '../../db/connect'
import { loadContent } from '../../db/queries/content'
import { loadSetup } from '../../db/queries/setup'
import { codesInValues } from '../../db/queries/texts'

const alikeFrom = 0.7
/** Two questions mean the same where so much of what they ask is the same, or of their answers. */
const sameQuestionFrom = 0.5
const sameAnswerFrom = 0.6

const latin = (s: string) => !/[^\u0020-\u02ff\u1e00-\u1eff\u2010-\u2027]/.test(s)
/** Words that every question has, and that say nothing of what it asks. English, from common practice. */
const common = new Set(
  (
    'a an and are at be can could do does for from have how i in is it its may my of on or our should ' +
    'that the this to was we what when where which who will with would you your'
  ).split(' '),
)

/** What a question asks, as its telling words, cut to their stems' length so that forms of a word meet. */
function asks(title: string, language: string): Set<number> {
  const words = wordsOf(title, { latin: latin(title), language })
    .map((w) => fold(w.word))
    .filter((w) => !common.has(w))
  return new Set(words.flatMap((w) => [...shinglesOf(w.length > 5 ? w.slice(0, 5) : w, language)]))
}

const textOf = (p: Piece, language: string) =>
  p.texts.find((t) => t.language === language && t.storefront === null) ?? p.texts.find((t) => t.language === language)
const shown = (p: Piece, language: string): NamedPiece => ({
  code: p.code,
  name: p.name,
  kind: p.kind,
  text: plainText(textOf(p, language)?.body ?? '').slice(0, 200),
})

/** What is to be put in order in the library, by the texts in the source language. */
export async function tidyLibrary(): Promise<Tidy> {
  const db = database()
  const setup = await loadSetup(db)
  const { pieces, assignments, sets } = await loadContent(db, setup)
  const language = setup.source
  const used = new Set([
    ...assignments.flatMap((a) => [...a.pieces, ...a.sets.flatMap((s) => sets.get(s)?.questions ?? [])]),
    ...(await pickedQuestionsOf(db, setup)),
  ])
  for (const code of [...used]) for (const q of sets.get(code)?.questions ?? []) used.add(q)
  const written = [...pieces.values()].filter((p) => p.takes === null && textOf(p, language)?.body.trim())
  const shingles = written.map((p) => shinglesOf(plainText(textOf(p, language)!.body), language))
  const long = written.map((_, i) => i).filter((i) => shingles[i]!.size >= 4)
  const alike = groupAlike(
    long.map((i) => signatureOf(shingles[i]!)),
    alikeFrom,
  ).map((g) => ({ least: g.least, pieces: g.places.map((i) => shown(written[long[i]!]!, language)) }))
  return {
    unused: [...pieces.values()].filter((p) => !used.has(p.code)).map((p) => shown(p, language)),
    alike,
    questions: sameQuestions(
      [...pieces.values()].filter((p) => p.kind === 'question'),
      language,
    ),
  }
}

/** Pairs of questions that mean the same: by the words that they ask with, or by what they are answered with. */
function sameQuestions(questions: readonly Piece[], language: string): Tidy['questions'] {
  const known = questions.flatMap((p) => {
    const text = textOf(p, language)
    return text ? [{ p, asks: asks(text.title, language), answer: shinglesOf(plainText(text.body), language) }] : []
  })
  const pairs: Tidy['questions'] = []
  known.forEach((a, i) =>
    known.slice(i + 1).forEach((b) => {
      const share = Math.max(
        a.asks.size > 0 && b.asks.size > 0 ? shareOf(a.asks, b.asks) - sameQuestionFrom : -1,
        a.answer.size > 2 && b.answer.size > 2 ? shareOf(a.answer, b.answer) - sameAnswerFrom : -1,
      )
      if (share >= 0)
        pairs.push({
          share: Math.max(shareOf(a.asks, b.asks), shareOf(a.answer, b.answer)),
          pieces: [shown(a.p, language), shown(b.p, language)],
        })
    }),
  )
  return pairs.sort((a, b) => b.share - a.share)
}

/** Questions and sets that any product, or any type by default, picks. */
async function pickedQuestionsOf(
  db: ReturnType<typeof database>,
  setup: Awaited<ReturnType<typeof loadSetup>>,
): Promise<string[]> {
  const attributes = [...setup.attributes.values()].filter((a) => refersTo(a, 'question'))
  const ids = attributes.map((a) => setup.attributeIds.get(a.code)!)
  const defaults = [...setup.types.values()].flatMap((x) =>
    x.attributes
      .filter((u) => attributes.some((a) => a.code === u.attribute))
      .flatMap((u) => (Array.isArray(u.default) ? (u.default as string[]) : [])),
  )
  return [...(await codesInValues(db, ids)), ...defaults]
}
