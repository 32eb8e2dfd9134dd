import type { BodyOf } from '@contracts/operations'
import type { EffortReport } from '@contracts/translation'
import { effortOf } from '@core/translation/effort'
import { segmentsOf } from '@core/translation/unit-segments'
import { wordCount } from '@core/translation/segmentation'
import { database, inTransaction } from '../../db/connect'
import { loadSetup } from '../../db/queries/setup'
import { readStoredUnits } from '../../db/queries/unit-segments'
import { Cancelled, enqueue, type WorkControls } from '../work/jobs'
import type { Person } from '@contracts/people'
import { targetEdition } from './target-edition'
import { unitsOfRecords } from './kinds'
import { findMatches } from './memory'
import { textsOf } from './save'
import { recordsOfWork } from './work'

export type EffortBody = BodyOf<'weighWork'>

/** Puts the weighing of work into the queue. */
export async function queueEffort(person: Person, body: EffortBody): Promise<string> {
  targetEdition(await loadSetup(database()), body.target.storefront, body.target.language)
  return inTransaction((tx) =>
    enqueue(tx, {
      kind: 'translation-effort',
      title: `Counting words for ${body.target.language}`,
      personId: person.id,
      input: body as unknown as Record<string, unknown>,
    }),
  )
}

const recordsAtOnce = 100

/** What there is to translate: words and segments that are open or stale, by how much of each is known. */
export async function weighWork(
  body: EffortBody,
  now: number,
  { onProgress, cancelled }: WorkControls = {},
): Promise<EffortReport> {
  const db = database()
  const setup = await loadSetup(db)
  const edition = targetEdition(setup, body.target.storefront, body.target.language)
  const records = body.records ?? (await recordsOfWork(db, setup, { ...body, ...body.target, show: body.show }, now))
  const languages = { source: setup.source, target: edition.language }
  const count = effortOf(body.weights)
  let units = 0
  for (let i = 0; i < records.length; i += recordsAtOnce) {
    if (cancelled?.()) throw new Cancelled()
    const some = records.slice(i, i + recordsAtOnce)
    const [found, stored] = [
      await unitsOfRecords(db, setup, some, edition),
      await readStoredUnits(db, some, edition.language),
    ]
    const open = [...found].flatMap(([record, r]) =>
      r.units
        .filter((u) => u.borrowed === null)
        .flatMap((u) => {
          const { segments } = segmentsOf(textsOf(u, languages, stored.get(record)?.get(u.unit) ?? null))
          const mine = segments.flatMap((s, n) =>
            s.target === null || s.was !== null
              ? [{ ...s, before: segments[n - 1]?.text ?? '', after: segments[n + 1]?.text ?? '' }]
              : [],
          )
          if (mine.length > 0) units++
          return mine
        }),
    )
    const matches = await findMatches(db, open, { from: languages.source, to: languages.target, most: 1 })
    open.forEach((s, n) => count.add(s.text, wordCount(s.text, languages.source), matches[n]![0]?.score ?? 0))
    onProgress?.(Math.min(i + recordsAtOnce, records.length), records.length)
  }
  return { records: records.length, units, ...count.result() }
}
