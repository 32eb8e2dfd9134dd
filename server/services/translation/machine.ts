import type { BodyOf } from '@contracts/operations'
import type { PretranslateReport, UnitChange } from '@contracts/translation'
import { withoutPlaceholders, wordsOfCoded } from '@core/translation/coded'
import { styleFor } from '@core/house-style/style'
import { termIn } from '@core/translation/term'
import { MachineProblem, type MachineAnswer } from '@core/translation/service'
import { segmentsOf, type SegmentChange, type UnitSegment } from '@core/translation/unit-segments'
import { database, inTransaction, type Db } from '../../db/connect'
import { loadGlossary } from '../../db/queries/glossary'
import { readStyles } from '../../db/queries/house-style'
import { loadSetup, readSetup } from '../../db/queries/setup'
import { readStoredUnits } from '../../db/queries/unit-segments'
import { beginStep } from '../../db/queries/write-products'
import { machineTranslation } from '../../stand-ins/chosen'
import { Cancelled, enqueue, type WorkControls } from '../work/jobs'
import { authorize } from '../people/permission'
import type { Person } from '@contracts/people'
import { unprocessable, Problem } from '../problem'
import { personById } from '../../db/queries/people'
import { targetEdition } from './target-edition'
import { unitsOfRecords } from './kinds'
import { findMatches } from './memory'
import { saveRecords, textsOf } from './save'
import { recordsOfWork } from './work'

/**
 * What is to be translated beforehand: the records of a question about the work, from the memory, by machine, or both.
 */
export type PretranslateBody = BodyOf<'pretranslate'>

/** Terms as a service takes them, of the segments that are asked for. */
async function termsFor(db: Db, source: string, target: string, texts: readonly string[]) {
  const glossary = await loadGlossary(db, source)
  const found = new Map(texts.flatMap((x) => glossary.find(wordsOfCoded(x)).map((f) => [f.term.code, f.term] as const)))
  return [...found.values()].flatMap((t) => {
    const wording = termIn(t, target)
    return wording?.term ? [{ term: termIn(t, source)!.term, translation: wording.term }] : []
  })
}

/** Translates segments by machine. Throws a 422 problem where the service cannot. */
export async function translateByMachine(
  segments: readonly Pick<UnitSegment, 'text' | 'placeholders'>[],
  source: string,
  target: string,
): Promise<MachineAnswer[]> {
  try {
    const answers = await machineTranslation().translate({
      segments,
      source,
      target,
      terms: await termsFor(
        database(),
        source,
        target,
        segments.map((s) => s.text),
      ),
    })
    // Formatting follows the house style of the language: no bold where its script has none.
    const { without = [] } = styleFor(await readStyles(database()), '', { storefront: '', language: target })
    const dropped = (i: number) => (n: number) =>
      segments[i]!.placeholders.some((p) => p.n === n && (without as string[]).includes(p.tag))
    return without.length === 0
      ? answers
      : answers.map((a, i) => ({ ...a, text: withoutPlaceholders(a.text, dropped(i)) }))
  } catch (e) {
    if (e instanceof MachineProblem) throw unprocessable(e.message)
    throw e
  }
}

/** Puts translating beforehand into the queue. */
export async function queuePretranslate(person: Person, body: PretranslateBody): Promise<string> {
  authorize(person, 'translate', body.target.language)
  const setup = await loadSetup(database())
  targetEdition(setup, body.target.storefront, body.target.language)
  if (body.target.language === setup.source)
    throw unprocessable('The source language is edited on the record, not translated.')
  if (body.memoryFrom === null && !body.machine)
    throw unprocessable('Choose what to translate from: the memory, a machine, or both.')
  return inTransaction((tx) =>
    enqueue(tx, {
      kind: 'pretranslate',
      title: `Pre-translating into ${body.target.language}`,
      personId: person.id,
      input: body as unknown as Record<string, unknown>,
    }),
  )
}

const recordsAtOnce = 50

/**
 * Fills segments that have no target, all in one step: from matches of the memory, then by machine. What it writes is
 * `translated` and unread, never more; nothing that somebody wrote is touched. What was cancelled leaves nothing.
 */
export async function pretranslate(
  body: PretranslateBody,
  personId: number,
  now: number,
  { onProgress, cancelled }: WorkControls = {},
): Promise<PretranslateReport> {
  const db = database()
  const setup = await loadSetup(db)
  const { storefront, language } = body.target
  const person = await personById(db, personId)
  if (!person) throw new Problem(403, 'Not allowed', 'The person who started this has been removed.')
  const records =
    body.records ?? (await recordsOfWork(db, setup, { ...body, storefront, language, show: body.show }, now))
  return inTransaction(async (tx) => {
    const report: PretranslateReport = {
      records: 0,
      segments: 0,
      fromMemory: 0,
      byMachine: 0,
      left: 0,
      unknown: [],
      step: null,
    }
    const unknown = new Map<string, number>()
    const fresh = await readSetup(tx.db)
    const edition = targetEdition(fresh, storefront, language)
    const begun = async () => (report.step ??= await beginStep(tx, `Pre-translated into ${language}`, person.id, now))
    for (let i = 0; i < records.length; i += recordsAtOnce) {
      if (cancelled?.()) throw new Cancelled()
      const some = records.slice(i, i + recordsAtOnce)
      const changes = await filled(tx.db, some, { setup: fresh, edition, body, report, unknown })
      if (changes.size > 0) await saveRecords(tx, person, fresh, edition, changes, now, { title: '', begun })
      report.records += changes.size
      onProgress?.(Math.min(i + recordsAtOnce, records.length), records.length)
    }
    report.unknown = [...unknown]
      .map(([word, times]) => ({ word, times }))
      .sort((a, b) => b.times - a.times || (a.word < b.word ? -1 : 1))
      .slice(0, 100)
    return report
  })
}

interface Filling {
  setup: Awaited<ReturnType<typeof readSetup>>
  edition: ReturnType<typeof targetEdition>
  body: PretranslateBody
  report: PretranslateReport
  unknown: Map<string, number>
}

/** Changes that fill the open segments of some records. */
async function filled(
  db: Db,
  records: readonly string[],
  { setup, edition, body, report, unknown }: Filling,
): Promise<Map<string, UnitChange[]>> {
  const languages = { source: setup.source, target: edition.language }
  const [units, stored] = [
    await unitsOfRecords(db, setup, records, edition),
    await readStoredUnits(db, records, edition.language),
  ]
  interface Open {
    record: string
    unit: string
    index: number
    segment: UnitSegment
    before: string
    after: string
  }
  const open: Open[] = []
  for (const [record, { units: list }] of units) {
    for (const unit of list) {
      // A text that is there in another way is nobody's to write over, and addresses are made from names.
      if (unit.borrowed !== null || unit.field === 'slug') continue
      const { segments, loose } = segmentsOf(textsOf(unit, languages, stored.get(record)?.get(unit.unit) ?? null))
      if (loose) continue
      segments.forEach((segment, index) => {
        if (segment.target === null)
          open.push({
            record,
            unit: unit.unit,
            index,
            segment,
            before: segments[index - 1]?.text ?? '',
            after: segments[index + 1]?.text ?? '',
          })
      })
    }
  }
  report.segments += open.length
  const answers = new Map<Open, { target: string; origin: 'memory' | 'machine' }>()
  if (body.memoryFrom !== null) {
    const matches = await findMatches(
      db,
      open.map((o) => ({ ...o.segment, before: o.before, after: o.after })),
      { from: setup.source, to: edition.language, least: body.memoryFrom, most: 1 },
    )
    open.forEach((o, i) => {
      const m = matches[i]![0]
      // A match whose placeholders are others would lose some.
      if (m && sameNumbers(m.source.placeholders, o.segment.placeholders))
        answers.set(o, { target: m.target.text, origin: 'memory' })
    })
    report.fromMemory += answers.size
  }
  if (body.machine) {
    const rest = open.filter((o) => !answers.has(o))
    const answered = await translateByMachine(
      rest.map((o) => o.segment),
      setup.source,
      edition.language,
    )
    rest.forEach((o, i) => {
      for (const w of answered[i]!.unknown) unknown.set(w.toLowerCase(), (unknown.get(w.toLowerCase()) ?? 0) + 1)
      answers.set(o, { target: answered[i]!.text, origin: 'machine' })
    })
    report.byMachine += rest.length
  }
  report.left += open.length - answers.size
  const changes = new Map<string, UnitChange[]>()
  for (const [o, { target, origin }] of answers) {
    const list = changes.get(o.record) ?? []
    changes.set(o.record, list)
    let change = list.find((c) => c.unit === o.unit) as { unit: string; segments: SegmentChange[] } | undefined
    if (!change) list.push((change = { unit: o.unit, segments: [] }))
    change.segments.push({
      index: o.index,
      source: o.segment.text,
      base: null,
      target,
      state: 'translated',
      unread: true,
      origin,
    })
  }
  return changes
}

const sameNumbers = (a: UnitSegment['placeholders'], b: UnitSegment['placeholders']) =>
  a.length === b.length && a.every((p) => b.some((q) => q.n === p.n && q.alone === p.alone && q.tag === p.tag))
