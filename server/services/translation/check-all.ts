import type { BodyOf } from '@contracts/operations'
import type { CheckAllReport } from '@contracts/translation'
import { inlineNames } from '@core/catalogue/inline-name'
import { checkTarget } from '@core/translation/checks/registry'
import { segmentsOf } from '@core/translation/unit-segments'
import { styleFor } from '@core/house-style/style'
import { database, inTransaction } from '../../db/connect'
import { loadGlossary } from '../../db/queries/glossary'
import { readStyles } from '../../db/queries/house-style'
import { loadSetup } from '../../db/queries/setup'
import { readStoredUnits } from '../../db/queries/unit-segments'
import { Cancelled, enqueue, type WorkControls } from '../work/jobs'
import type { Person } from '@contracts/people'
import { targetEdition } from './target-edition'
import { unitsOfRecords } from './kinds'
import { textsOf } from './save'
import { recordsOfWork } from './work'

export type CheckAllBody = BodyOf<'checkTranslations'>

/** Puts the checking of all targets into the queue. */
export async function queueCheckAll(person: Person, body: CheckAllBody): Promise<string> {
  targetEdition(await loadSetup(database()), body.target.storefront, body.target.language)
  return inTransaction((tx) =>
    enqueue(tx, {
      kind: 'translation-check',
      title: `Checking translations into ${body.target.language}`,
      personId: person.id,
      input: body as unknown as Record<string, unknown>,
    }),
  )
}

const recordsAtOnce = 100
const shownAtMost = 1000

/** Holds every target against all checks, blockers first; what was overruled is counted and left aside. */
export async function checkAll(
  body: CheckAllBody,
  now: number,
  { onProgress, cancelled }: WorkControls = {},
): Promise<CheckAllReport> {
  const db = database()
  const setup = await loadSetup(db)
  const edition = targetEdition(setup, body.target.storefront, body.target.language)
  const records = body.records ?? (await recordsOfWork(db, setup, { ...body, ...body.target, show: body.show }, now))
  const languages = { source: setup.source, target: edition.language }
  const [glossary, styles] = [await loadGlossary(db, setup.source), await readStyles(db)]
  const inlineName = inlineNames(setup)
  const report: CheckAllReport = {
    records: records.length,
    segments: 0,
    counts: [],
    found: [],
    foundCount: 0,
    overruled: 0,
  }
  const counts = new Map<string, { code: string; level: string; n: number }>()
  /** Targets by source and kind of field, to find one source translated two ways. */
  const ways = new Map<string, string>()
  for (let i = 0; i < records.length; i += recordsAtOnce) {
    if (cancelled?.()) throw new Cancelled()
    const some = records.slice(i, i + recordsAtOnce)
    const [found, stored] = [
      await unitsOfRecords(db, setup, some, edition),
      await readStoredUnits(db, some, edition.language),
    ]
    for (const [record, { title, units }] of found) {
      for (const unit of units) {
        const style = styleFor(styles, unit.field, edition)
        segmentsOf(textsOf(unit, languages, stored.get(record)?.get(unit.unit) ?? null)).segments.forEach(
          (s, segment) => {
            if (s.target === null) return
            report.segments++
            const way = ways.get(s.text)
            if (way === undefined) ways.set(s.text, s.target)
            for (const f of checkTarget({
              source: s,
              target: { text: s.target, placeholders: s.extra },
              languages,
              glossary,
              style,
              byMachine: s.origin === 'machine',
              inlineName,
              others: way === undefined ? [] : [way],
            })) {
              if (f.code in s.overruled) {
                report.overruled++
                continue
              }
              const count = counts.get(f.code) ?? { code: f.code, level: f.level, n: 0 }
              count.n++
              counts.set(f.code, count)
              report.foundCount++
              if (report.found.length < shownAtMost || f.level === 'blocker')
                report.found.push({
                  record,
                  title,
                  unit: unit.unit,
                  label: unit.label,
                  segment,
                  code: f.code,
                  level: f.level,
                  message: f.message,
                  target: s.target!,
                })
            }
          },
        )
      }
    }
    onProgress?.(Math.min(i + recordsAtOnce, records.length), records.length)
  }
  report.found = report.found
    .sort((a, b) => Number(b.level === 'blocker') - Number(a.level === 'blocker'))
    .slice(0, shownAtMost)
  report.counts = [...counts.values()].sort((a, b) => b.n - a.n)
  return report
}
