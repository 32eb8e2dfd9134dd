import type { MemoryImportReport } from '@contracts/translation'
import { createReadStream } from 'node:fs'
import { canonicalTag } from '@core/language/chain'
import { brokenPlaceholders, renumber } from '@core/translation/coded'
import { createXmlDecoder } from '@core/translation/exchange/encoding'
import { createTmxReader, writeTmx, type TmxPair } from '@core/translation/exchange/tmx'
import { ExchangeFileError } from '@core/translation/exchange/unit'
import { inTransaction } from '../../db/connect'
import { pairsForExport } from '../../db/queries/memory-pairs'
import type { ExportedFile } from '../files/export-products'
import { Cancelled, type WorkControls } from '../work/jobs'
import type { Person } from '@contracts/people'
import { unprocessable } from '../problem'
import { remember, type NewPair } from './memory'

const pairsAtOnce = 1000
const pairsOfExport = 2000

/**
 * Takes pairs from a TMX file into the memory, in one transaction: all but those that hold nothing or whose
 * placeholders are broken. The source's numbering holds for both sides. Throws a 422 problem where the file cannot be
 * read.
 */
export async function importMemory(
  file: string,
  person: Person,
  now: number,
  { onProgress, cancelled }: WorkControls = {},
): Promise<MemoryImportReport> {
  return inTransaction(async (tx) => {
    const reader = createTmxReader()
    const report: MemoryImportReport = { read: 0, added: 0, replaced: 0, refused: [] }
    let waiting: TmxPair[] = []
    const take = async () => {
      const groups = new Map<string, NewPair[]>()
      for (const p of waiting) {
        report.read++
        const [from, to] = [canonicalTag(p.languages.source), canonicalTag(p.languages.target)]
        const why =
          !from || !to
            ? `“${p.languages.source}” to “${p.languages.target}” are not two different languages.`
            : p.source.text.trim() === '' || p.target.text.trim() === ''
              ? 'One side is empty.'
              : brokenPlaceholders(p.source.text, p.source.placeholders).length +
                    brokenPlaceholders(p.target.text, p.target.placeholders).length >
                  0
                ? 'Formatting is opened and not closed, or closed and not opened.'
                : undefined
        if (why) {
          if (report.refused.length < 1000) report.refused.push({ pair: report.read, reason: why })
          continue
        }
        const target = renumber(p.target, p.source.placeholders)
        const list = groups.get(`${from} ${to}`) ?? []
        groups.set(`${from} ${to}`, list)
        list.push({
          source: p.source,
          target: { text: target.text, placeholders: [...p.source.placeholders, ...target.extra] },
          before: p.before ?? '',
          after: p.after ?? '',
          origin: p.origin || 'file',
          at: p.at ?? now,
        })
      }
      waiting = []
      for (const [languages, pairs] of groups) {
        const [from, to] = languages.split(' ') as [string, string]
        const added = await remember(tx.db, pairs, { from, to, personId: person.id })
        report.added += added
        report.replaced += pairs.length - added
      }
    }
    try {
      const decoder = createXmlDecoder()
      for await (const chunk of createReadStream(file)) {
        waiting.push(...reader.write(decoder.write(chunk as Buffer)))
        if (waiting.length >= pairsAtOnce) await take()
        if (cancelled?.()) throw new Cancelled()
        onProgress?.(report.read, report.read)
      }
      waiting.push(...reader.write(decoder.end()), ...reader.end())
      await take()
    } catch (e) {
      if (e instanceof ExchangeFileError)
        throw unprocessable(`${e.message}${e.line === null ? '' : ` (line ${e.line})`} Nothing has been changed.`)
      throw e
    }
    return report
  })
}

/** The memory of a pair of languages, or all of it, as TMX. */
export function exportMemory(q: { from?: string; to?: string }, now: number, version: string): ExportedFile {
  async function* pairs(): AsyncGenerator<TmxPair> {
    for (let last = 0; ;) {
      const rows = await pairsForExport(q, { after: last, limit: pairsOfExport })
      for (const { pair } of rows) yield pair
      if (rows.length < pairsOfExport) return
      last = rows.at(-1)!.id
    }
  }
  return {
    name: `memory-${new Date(now).toISOString().slice(0, 10)}.tmx`,
    type: 'application/x-tmx+xml; charset=utf-8',
    chunks: writeTmx(pairs(), q.from ?? '*all*', version),
  }
}
