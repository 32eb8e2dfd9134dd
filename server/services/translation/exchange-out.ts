import type { BodyOf } from '@contracts/operations'
import { languageName } from '@core/language/names'
import { wordsOfCoded } from '@core/translation/coded'
import { spacesSentences } from '@core/translation/sentences'
import { stateInFile, type ExchangeRecord } from '@core/translation/exchange/unit'
import { writeTmx, type TmxPair } from '@core/translation/exchange/tmx'
import { writeXliff1 } from '@core/translation/exchange/xliff-1-write'
import { writeXliff2 } from '@core/translation/exchange/xliff-2-write'
import { termIn } from '@core/translation/term'
import { segmentsOf } from '@core/translation/unit-segments'
import { database, type Db } from '../../db/connect'
import { loadGlossary } from '../../db/queries/glossary'
import { loadSetup, type StoredSetup } from '../../db/queries/setup'
import { readStoredUnits } from '../../db/queries/unit-segments'
import type { ExportedFile } from '../files/export-products'
import { unprocessable } from '../problem'
import { targetEdition } from './target-edition'
import { unitsOfRecords } from './kinds'
import { findMatches } from './memory'
import { textsOf } from './save'
import type { TargetEdition } from './unit'
import { recordsOfWork } from './work'

export type ExportTranslationsBody = BodyOf<'exportTranslations'>

const recordsAtOnce = 100

/**
 * The texts of a question about the work as a file for translators, with matches and terms. Throws a 422 problem before
 * anything is sent.
 */
export async function exportTranslations(
  body: ExportTranslationsBody,
  now: number,
  version: string,
): Promise<ExportedFile> {
  const db = database()
  const setup = await loadSetup(db)
  const edition = targetEdition(setup, body.target.storefront, body.target.language)
  if (edition.language === setup.source)
    throw unprocessable('The source language is not translated. Name another language of the storefront.')
  const records = body.records ?? (await recordsOfWork(db, setup, { ...body, ...body.target, show: body.show }, now))
  const languages = { source: setup.source, target: edition.language }
  const name = `${body.target.storefront}-${edition.language}-${new Date(now).toISOString().slice(0, 10)}`
  if (body.format === 'tmx')
    return {
      name: `${name}.tmx`,
      type: 'application/x-tmx+xml; charset=utf-8',
      chunks: writeTmx(pairsOf(exchangeRecords(db, setup, edition, records, 0), languages, now), setup.source, version),
    }
  const write = body.format === 'xliff-2.1' ? writeXliff2 : writeXliff1
  return {
    name: `${name}.xlf`,
    type: 'application/xliff+xml; charset=utf-8',
    chunks: write(exchangeRecords(db, setup, edition, records, body.matches ?? 3), languages),
  }
}

/** Records as files carry them, some at a time. */
async function* exchangeRecords(
  db: Db,
  setup: StoredSetup,
  edition: TargetEdition,
  records: readonly string[],
  most: number,
): AsyncGenerator<ExchangeRecord> {
  const languages = { source: setup.source, target: edition.language }
  const glossary = await loadGlossary(db, setup.source)
  for (let i = 0; i < records.length; i += recordsAtOnce) {
    const some = records.slice(i, i + recordsAtOnce)
    const [found, stored] = [
      await unitsOfRecords(db, setup, some, edition),
      await readStoredUnits(db, some, edition.language),
    ]
    const out = some.flatMap((record) => {
      const of = found.get(record)
      return of && of.units.length > 0
        ? [
            {
              record,
              title: of.title,
              units: of.units.map((u) => ({
                u,
                s: segmentsOf(textsOf(u, languages, stored.get(record)?.get(u.unit) ?? null)),
              })),
            },
          ]
        : []
    })
    // Matches of all that still has to be read by somebody, in one question.
    const open =
      most === 0
        ? []
        : out
            .flatMap((r) =>
              r.units.flatMap(({ s }) =>
                s.segments.map((segment, index) => ({
                  segment,
                  before: s.segments[index - 1]?.text ?? '',
                  after: s.segments[index + 1]?.text ?? '',
                })),
              ),
            )
            .filter((o) => o.segment.target === null || o.segment.was !== null)
    const matches =
      open.length === 0
        ? []
        : await findMatches(
            db,
            open.map((o) => ({ ...o.segment, before: o.before, after: o.after })),
            { from: languages.source, to: languages.target, most },
          )
    const matchesOf = new Map(open.map((o, n) => [o.segment, matches[n]!]))
    for (const { record, title, units } of out) {
      yield {
        record,
        title,
        units: units
          .filter(({ s }) => s.segments.length > 0)
          .map(({ u, s }) => {
            const terms = new Map(
              s.segments.flatMap((x) => glossary.find(wordsOfCoded(x.text)).map((f) => [f.term.code, f.term] as const)),
            )
            return {
              unit: u.unit,
              label: u.label,
              notes: [
                u.note,
                ...(u.unread ? ['A machine translated this and nobody has confirmed it.'] : []),
                ...(u.stale ? ['The source has changed since this was translated.'] : []),
                ...(u.borrowed
                  ? [`Until it is translated, shoppers see the text in ${languageName(u.borrowed.language)}.`]
                  : []),
              ].filter(Boolean),
              terms: [...terms.values()].flatMap((t) => {
                const wording = termIn(t, languages.target)
                return wording?.term
                  ? [{ term: termIn(t, languages.source)!.term, translation: wording.term, note: t.note }]
                  : []
              }),
              segments: s.segments.map((x, n) => ({
                id: x.id,
                source: { text: x.text, placeholders: x.placeholders },
                target: x.target === null ? null : { text: x.target, placeholders: x.extra },
                state: stateInFile(x),
                unread: x.unread,
                after: s.segments[n + 1]?.stretch === x.stretch && spacesSentences(languages.source) ? ' ' : '',
                matches: (matchesOf.get(x) ?? []).map((m) => ({
                  score: m.score,
                  origin: m.origin,
                  source: m.source,
                  target: m.target,
                })),
              })),
            }
          }),
      }
    }
  }
}

/** What is translated of records, as pairs; what a machine wrote and nobody has confirmed is left out. */
async function* pairsOf(
  records: AsyncIterable<ExchangeRecord>,
  languages: { source: string; target: string },
  now: number,
): AsyncGenerator<TmxPair> {
  for await (const r of records) {
    for (const u of r.units) {
      for (const [i, s] of u.segments.entries()) {
        if (s.target === null || s.unread) continue
        yield {
          source: s.source,
          target: { text: s.target.text, placeholders: [...s.source.placeholders, ...s.target.placeholders] },
          languages,
          before: u.segments[i - 1]?.source.text ?? '',
          after: u.segments[i + 1]?.source.text ?? '',
          origin: `${r.record} ${u.unit}`,
          at: now,
        }
      }
    }
  }
}
