import type { BodyOf } from '@contracts/operations'
import type { Replaced } from '@contracts/library'
import type { Entry } from '@core/page/block-kind'
import { replaceInLine, replaceInRichText } from '@core/richtext/replace'
import type { PieceRecord, PieceTextRecord } from '@contracts/records'
import { database, inTransaction } from '../../db/connect'
import { pieceRecordOf } from '../../db/queries/content'
import { loadSetup } from '../../db/queries/setup'
import { beginStep } from '../../db/queries/write-products'
import { pieceCodes } from '../../db/queries/library'
import type { Person } from '@contracts/people'
import { unprocessable } from '../problem'
import { anyVersion, writeIn } from '../records/records'

export type ReplaceBody = BodyOf<'replaceInLibrary'>

/** What a search finds in one text, and the text with it replaced. */
function inText(
  text: PieceTextRecord,
  body: ReplaceBody,
): { text: PieceTextRecord; parts: { part: 'title' | 'body'; times: number }[] } {
  if (body.languages.length > 0 && !body.languages.includes(text.language)) return { text, parts: [] }
  const title = replaceInLine(text.title, body, body.by)
  if (text.entries) {
    let times = 0
    const entries = text.entries.map((e): Entry =>
      Object.fromEntries(
        Object.entries(e).map(([k, v]) => {
          const done = replaceInRichText(v, body, body.by)
          times += done.times
          return [k, done.text]
        }),
      ),
    )
    return {
      text: { ...text, title: title.text, entries },
      parts: [
        { part: 'title' as const, times: title.times },
        { part: 'body' as const, times },
      ].filter((p) => p.times > 0),
    }
  }
  const written = replaceInRichText(text.body, body, body.by)
  return {
    text: { ...text, title: title.text, body: written.text },
    parts: [
      { part: 'title' as const, times: title.times },
      { part: 'body' as const, times: written.times },
    ].filter((p) => p.times > 0),
  }
}

/** Finds something in the texts of the library, and replaces it: all of it in one step, or nothing. */
export async function replaceInLibrary(
  person: Person,
  body: ReplaceBody,
  now: number,
): Promise<{ items: Replaced[]; pieces: number; times: number; step: number | null }> {
  if (body.find.trim() === '')
    throw unprocessable('Nothing to find.', [{ path: 'find', message: 'Enter what to find.' }])
  const db = database()
  const setup = await loadSetup(db)
  const codes = (await pieceCodes(db, undefined)).filter((c) => !body.pieces || body.pieces.includes(c))
  const items: Replaced[] = []
  const changed: PieceRecord[] = []
  for (const code of codes) {
    const { record } = (await pieceRecordOf(db, setup, code))!
    const done = record.texts.map((x) => inText(x, body))
    const here = done.flatMap(({ text, parts }, i) =>
      parts.map(({ part, times }): Replaced => ({
        piece: code,
        name: record.name,
        language: text.language,
        storefront: text.storefront,
        part,
        times,
        before: record.texts[i]![part],
        after: text[part],
      })),
    )
    if (here.length === 0) continue
    items.push(...here)
    changed.push({ ...record, texts: done.map((d) => d.text) })
  }
  const times = items.reduce((n, i) => n + i.times, 0)
  if (body.do === 'preview' || changed.length === 0)
    return { items: items.slice(0, 500), pieces: changed.length, times, step: null }
  const step = await inTransaction(async (tx) => {
    const made = await beginStep(
      tx,
      `Replaced “${body.find}” by “${body.by}” in ${changed.length} ${changed.length === 1 ? 'piece' : 'pieces'}`,
      person.id,
      now,
    )
    for (const record of changed)
      await writeIn(tx, person.id, 'pieces', record.code, record, anyVersion, now, { setup, step: made })
    return made
  })
  return { items: items.slice(0, 500), pieces: changed.length, times, step }
}
