import { createReadStream } from 'node:fs'
import { unlink } from 'node:fs/promises'
import { canonicalTag } from '@core/language/chain'
import { inlineNames } from '@core/catalogue/inline-name'
import { checkTarget } from '@core/translation/checks/registry'
import type { Coded } from '@core/translation/coded'
import { createXmlDecoder } from '@core/translation/exchange/encoding'
import { ExchangeFileError, stateInFile, type ReadUnit } from '@core/translation/exchange/unit'
import { createXliffReader } from '@core/translation/exchange/xliff-read'
import { lowestState, type TranslationState } from '@core/translation/state'
import { segmentsOf, type SegmentChange, type UnitSegment } from '@core/translation/unit-segments'
import { inTransaction, type Tx } from '../../db/connect'
import { readSetup, type StoredSetup } from '../../db/queries/setup'
import { readStoredUnits } from '../../db/queries/unit-segments'
import { beginStep } from '../../db/queries/write-products'
import { Cancelled, type WorkControls } from '../work/jobs'
import { authorize } from '../people/permission'
import type { Person } from '@contracts/people'
import { unprocessable } from '../problem'
import { targetEdition } from './target-edition'
import { unitKinds, unitsOfRecords } from './kinds'
import { saveRecords, textsOf } from './save'
import type { TargetEdition } from './unit'
import type { TranslationImportReport, UnitChange, Unit } from '@contracts/translation'

const shownAtMost = 1000
const unitsAtOnce = 400

/** Where placeholders are broken, nothing is taken; other findings are the translator's to decide. */
const breaks: ReadonlySet<string> = new Set(['placeholders'])

class Import {
  readonly report: TranslationImportReport = {
    taken: 0,
    unchanged: 0,
    refused: [],
    refusedCount: 0,
    language: null,
    step: null,
  }
  private edition: TargetEdition | undefined

  constructor(
    private readonly tx: Tx,
    private readonly person: Person,
    private readonly setup: StoredSetup,
    private readonly title: string,
    private readonly now: number,
  ) {}

  /** The edition that a file is for: the first with its target language. */
  begin(head: { source: string; target: string | null }) {
    if (this.edition) return
    const language = canonicalTag(head.target ?? '') ?? ''
    const same = (a: string, b: string) => a.split('-')[0] === b.split('-')[0]
    if (head.source !== '' && !same(head.source, this.setup.source))
      throw unprocessable(
        `The file translates from ${head.source}; here the source is ${this.setup.source}. Nothing has been changed.`,
      )
    const shop = [...this.setup.storefronts.values()].find((s) => s.editions.some((e) => e.language === language))
    if (!shop)
      throw unprocessable(
        `The file is for “${head.target ?? 'no language'}”, which no storefront uses. Nothing has been changed.`,
      )
    if (language === this.setup.source)
      throw unprocessable('The file’s target is the source language. Nothing has been changed.')
    authorize(this.person, 'translate', language)
    this.edition = targetEdition(this.setup, shop.code, language)
    this.report.language = language
  }

  refuse(unit: string, segment: string, reason: string) {
    this.report.refusedCount++
    if (this.report.refused.length < shownAtMost) this.report.refused.push({ unit, segment, reason })
  }

  /** Takes what can be taken of some units. */
  async take(read: readonly ReadUnit[]) {
    const edition = this.edition!
    const languages = { source: this.setup.source, target: edition.language }
    const known = read.filter((u) => u.record.slice(0, u.record.indexOf(':')) in unitKinds)
    const records = [...new Set(known.map((u) => u.record))]
    // A text written for one storefront alone is a unit of the editions of that storefront; all storefronts with the
    // language are asked.
    const editions = [...this.setup.storefronts.values()].flatMap((s) =>
      s.editions
        .filter((e) => e.language === edition.language)
        .map(() => targetEdition(this.setup, s.code, edition.language)),
    )
    const found = new Map<string, { edition: TargetEdition; unit: Unit }>()
    for (const e of editions)
      for (const [record, { units }] of await unitsOfRecords(this.tx.db, this.setup, records, e))
        for (const unit of units)
          if (!found.has(`${record} ${unit.unit}`)) found.set(`${record} ${unit.unit}`, { edition: e, unit })
    const stored = await readStoredUnits(this.tx.db, records, edition.language)
    const changes = new Map<TargetEdition, Map<string, UnitChange[]>>()
    for (const u of read) {
      const at = found.get(`${u.record} ${u.unit}`)
      const called = `${u.record} ${u.unit}`.trim() || u.id
      if (!at) {
        for (const s of u.segments)
          this.refuse(called, s.id, 'There is no such text here, or its source has been removed.')
        continue
      }
      const { segments } = segmentsOf(textsOf(at.unit, languages, stored.get(u.record)?.get(u.unit) ?? null))
      // XLIFF 1.2 has one state to a unit: where it is the lowest of ours, it says nothing of single segments.
      const lowest = lowestState(segments.map(stateInFile))
      const list = u.segments.flatMap((s): SegmentChange[] =>
        this.changeOf(
          s,
          segments,
          called,
          languages,
          u.segments.every((x) => x.state === u.segments[0]!.state) ? lowest : undefined,
        ),
      )
      if (list.length === 0) continue
      const ofEdition = changes.get(at.edition) ?? new Map<string, UnitChange[]>()
      changes.set(at.edition, ofEdition)
      ofEdition.set(u.record, [...(ofEdition.get(u.record) ?? []), { unit: u.unit, segments: list }])
    }
    const begun = async () => (this.report.step ??= await beginStep(this.tx, this.title, this.person.id, this.now))
    for (const [e, ofEdition] of changes) {
      const saved = await saveRecords(this.tx, this.person, this.setup, e, ofEdition, this.now, {
        title: this.title,
        origin: 'file',
        begun,
      })
      this.report.taken += saved.taken
      for (const r of saved.refused)
        this.refuse(
          `${r.record} ${r.unit}`,
          String(r.segment ?? ''),
          r.finding ? `It is marked as reviewed, but: ${r.finding}` : 'Somebody else has changed it.',
        )
    }
  }

  private changeOf(
    read: ReadUnit['segments'][number],
    segments: readonly UnitSegment[],
    unit: string,
    languages: { source: string; target: string },
    lowest: TranslationState | undefined,
  ): SegmentChange[] {
    const index = segments.findIndex((s) => s.id === read.id)
    const segment = segments[index]
    if (!segment) {
      this.refuse(unit, read.id, 'The unit has no such segment.')
      return []
    }
    if (segment.text !== read.source) {
      this.refuse(unit, read.id, `The source has changed: “${segment.text.slice(0, 120)}”.`)
      return []
    }
    if (read.target === null || read.target.trim() === '') {
      this.report.unchanged++
      return []
    }
    const same = read.target === segment.target
    const wentOut = stateInFile(segment)
    const state = read.state ?? (same ? wentOut : 'translated')
    // What comes back as it went out changes nothing; a stale segment is as stale as before.
    if (same && (state === wentOut || (state === lowest && segment.was === null))) {
      this.report.unchanged++
      return []
    }
    if (read.problem) {
      this.refuse(unit, read.id, read.problem)
      return []
    }
    const target: Coded = { text: read.target, placeholders: segment.extra }
    const found = checkTarget({ source: segment, target, languages, inlineName: inlineNames(this.setup) })
    const broken = found.find((f) => breaks.has(f.code))
    if (broken) {
      this.refuse(unit, read.id, broken.message)
      return []
    }
    return [{ index, source: segment.text, base: segment.target, target: read.target, state, origin: 'person' }]
  }
}

/**
 * Takes translations from an XLIFF file, whatever its length: in one transaction and one step, all but the segments
 * that are broken, whose source has changed, or that are unknown here. Throws a 422 problem where the file as a whole
 * cannot be read.
 */
export async function importTranslations(
  file: string,
  person: Person,
  title: string,
  now: number,
  { cancelled }: WorkControls = {},
): Promise<TranslationImportReport> {
  const reader = createXliffReader()
  return inTransaction(async (tx) => {
    const work = new Import(tx, person, await readSetup(tx.db), title, now)
    let waiting: ReadUnit[] = []
    const some = async (units: ReadUnit[], all = false) => {
      waiting.push(...units)
      if (waiting.length === 0 || (!all && waiting.length < unitsAtOnce)) return
      if (cancelled?.()) throw new Cancelled()
      work.begin(reader.head()!)
      const mine = waiting
      waiting = []
      await work.take(mine)
    }
    try {
      const decoder = createXmlDecoder()
      for await (const chunk of createReadStream(file)) await some(reader.write(decoder.write(chunk as Buffer)))
      await some([...reader.write(decoder.end()), ...reader.end()], true)
    } catch (e) {
      if (e instanceof ExchangeFileError)
        throw unprocessable(`${e.message}${e.line === null ? '' : ` (line ${e.line})`} Nothing has been changed.`)
      throw e
    }
    return work.report
  }).finally(() => unlink(file).catch(() => undefined))
}
