import type { Value } from '@core/attributes/attribute'
import { same } from '@core/catalogue/patch'
import { inlineNames } from '@core/catalogue/inline-name'
import { blockerOf } from '@core/translation/checks/registry'
import type { Glossary } from '@core/translation/glossary'
import { byPerson, isReviewed, sourceHash, type Standing } from '@core/translation/state'
import {
  changeSegments,
  joinSegments,
  storedUnitOf,
  segmentsOf,
  splitSegment,
  wholeOf,
  type StoredUnit,
  type UnitSegment,
  type UnitSegments,
  type UnitTexts,
} from '@core/translation/unit-segments'
import { styleFor, type HouseStyle } from '@core/house-style/style'
import type { Tx } from '../../db/connect'
import { loadGlossary } from '../../db/queries/glossary'
import { readStyles } from '../../db/queries/house-style'
import type { StoredSetup } from '../../db/queries/setup'
import { addReturns, removeReturns, type UnitReturn } from '../../db/queries/unit-returns'
import { readStoredUnits, writeStoredUnits } from '../../db/queries/unit-segments'
import { beginStep } from '../../db/queries/write-products'
import type { Person } from '@contracts/people'
import { addComments, type NewComment } from './comments'
import { lockRecords, splitRecord, unitKinds, unitsOfRecords } from './kinds'
import { remember, type NewPair } from './memory'
import type { TargetChange, TargetEdition } from './unit'
import type { Unit, UnitChange } from '@contracts/translation'

/** Why a change of a unit was not made. */
export interface Refused {
  record: string
  unit: string
  segment: number | null
  why: 'unknown-unit' | 'source-changed' | 'changed-meanwhile' | 'nothing-there' | 'blocked'
  finding?: string
}

/** What a save did: the segments taken and those that were so already. */
export interface Saved {
  taken: number
  unchanged: number
  refused: Refused[]
  step: number | null
}

/** What is asked of a unit to find its segments. */
export const textsOf = (
  u: Unit,
  languages: { source: string; target: string },
  stored: StoredUnit | null,
): UnitTexts => ({
  source: u.source,
  target: u.target,
  type: u.type,
  languages,
  state: u.state,
  unread: u.unread,
  madeFrom: u.stale ? u.madeFrom : null,
  stored,
})

/**
 * Makes changes of the units of records in one transaction and one step: all that can be made; the others are named and
 * leave what is there, among them what is called read while a blocker stands in it. Segments that are reviewed go into
 * the memory. A unit is written where each of its segments has a target; until then they are stored beside it.
 */
export async function saveRecords(
  tx: Tx,
  person: Person,
  setup: StoredSetup,
  edition: TargetEdition,
  changes: ReadonlyMap<string, readonly UnitChange[]>,
  now: number,
  { title, origin = 'desk', begun }: { title: string; origin?: string; begun?: () => Promise<number> },
): Promise<Saved> {
  const records = [...changes.keys()]
  const languages = { source: setup.source, target: edition.language }
  await lockRecords(tx, records)
  const [units, stored] = [
    await unitsOfRecords(tx.db, setup, records, edition),
    await readStoredUnits(tx.db, records, edition.language),
  ]
  const saved: Saved = { taken: 0, unchanged: 0, refused: [], step: null }
  const targets = new Map<string, Map<string, TargetChange[]>>()
  const storing: { record: string; unit: string; stored: StoredUnit | null }[] = []
  const pairs: NewPair[] = []
  const returns: UnitReturn[] = []
  const answered: { record: string; unit: string }[] = []
  const comments: NewComment[] = []
  let looking: Promise<{ glossary: Glossary; styles: HouseStyle[] }> | undefined
  /** What keeps segments from being called read, by their place; those not yet read are not looked at. */
  async function blockersIn(
    unit: Unit,
    segments: readonly UnitSegment[],
    which: (s: UnitSegment, i: number) => boolean,
  ): Promise<Map<number, string>> {
    const found = new Map<number, string>()
    for (const [i, s] of segments.entries()) {
      if (s.target === null || !isReviewed(s.state) || !which(s, i)) continue
      const { glossary, styles } = await (looking ??= loadGlossary(tx.db, setup.source).then(async (glossary) => ({
        glossary,
        styles: await readStyles(tx.db),
      })))
      const blocker = blockerOf(
        { ...s, target: s.target },
        {
          languages,
          glossary,
          style: styleFor(styles, unit.field, edition),
          inlineName: inlineNames(setup),
        },
      )
      if (blocker) found.set(i, blocker.message)
    }
    return found
  }

  const write = (record: string, change: TargetChange) => {
    const { kind, id } = splitRecord(record)
    const ofKind = targets.get(kind) ?? new Map<string, TargetChange[]>()
    targets.set(kind, ofKind)
    ofKind.set(id, [...(ofKind.get(id) ?? []), change])
  }

  for (const [record, list] of changes) {
    for (const change of list) {
      const unit = units.get(record)?.units.find((u) => u.unit === change.unit)
      const refuse = (why: Refused['why'], segment: number | null = null, finding?: string) =>
        saved.refused.push({ record, unit: change.unit, segment, why, ...(finding ? { finding } : {}) })
      if (!unit) refuse('unknown-unit')
      else if ('target' in change) {
        if (!same(unit.target, change.base) && !same(unit.target, change.target)) {
          refuse('changed-meanwhile')
          continue
        }
        const state = change.state ?? 'translated'
        const blocked =
          change.target === null || !isReviewed(state)
            ? undefined
            : await blockersIn(
                unit,
                segmentsOf({ ...textsOf(unit, languages, null), target: change.target, state, madeFrom: null })
                  .segments,
                () => true,
              )
        if (blocked?.size) {
          for (const [i, finding] of blocked) refuse('blocked', i, finding)
          continue
        }
        write(record, { unit: change.unit, target: change.target, ...byPerson(state) })
        if (stored.get(record)?.has(change.unit)) storing.push({ record, unit: change.unit, stored: null })
        if (unit.returned) answered.push({ record, unit: change.unit })
        saved.taken++
      } else {
        const texts = textsOf(unit, languages, stored.get(record)?.get(change.unit) ?? null)
        const found = segmentsOf(texts)
        const after = changed(texts, found, change, person.id)
        if (!after) {
          refuse('nothing-there')
          continue
        }
        for (const r of after.refused) refuse(r.why, r.change.index)
        const blocked =
          'segments' in change
            ? await blockersIn(unit, after.segments, (s, i) => !same(s, found.segments[i] ?? null))
            : new Map<number, string>()
        for (const [i, finding] of blocked) {
          refuse('blocked', i, finding)
          after.segments[i] = found.segments[i]!
        }
        const changedNow = after.segments.filter((s, i) => !same(s, found.segments[i] ?? null))
        saved.taken += changedNow.length
        saved.unchanged +=
          ('segments' in change ? change.segments.length : 0) - changedNow.length - after.refused.length - blocked.size
        if (changedNow.length === 0 && !('join' in change || 'split' in change)) continue
        const whole = wholeOf(after, languages)
        if (whole && (!same(whole.value, unit.target) || !standsAs(unit, whole) || unit.stale))
          write(record, { unit: change.unit, target: whole.value, state: whole.state, unread: whole.unread })
        const target = whole ? whole.value : unit.target
        storing.push({ record, unit: change.unit, stored: storedUnitOf(after, target) })
        const returned = after.segments.find((s) => s.returned)
        if (returned)
          returns.push({
            record,
            unit: change.unit,
            target: target === null ? '' : sourceHash(target),
            writer: returned.writer,
          })
        else if (unit.returned) answered.push({ record, unit: change.unit })
        if ('segments' in change)
          for (const { index, returned: words } of change.segments)
            if (words !== undefined && after.segments[index]?.returned)
              comments.push({ record, unit: change.unit, segment: after.segments[index].text, words })
        after.segments.forEach((s, i) => {
          if (s.target === null || s.was !== null || !changedNow.includes(s) || !isReviewed(s.state)) return
          pairs.push({
            source: { text: s.text, placeholders: s.placeholders },
            target: { text: s.target, placeholders: [...s.placeholders, ...s.extra] },
            before: after.segments[i - 1]?.text ?? '',
            after: after.segments[i + 1]?.text ?? '',
            origin,
            at: now,
          })
        })
      }
    }
  }
  const step = begun ?? (async () => (saved.step ??= await beginStep(tx, title, person.id, now)))
  for (const [kind, ofKind] of targets) await unitKinds[kind]!.write(tx, setup, person, ofKind, edition, step, now)
  await writeStoredUnits(tx.db, storing, edition.language)
  await removeReturns(tx.db, answered, edition.language)
  await addReturns(tx.db, returns, edition.language)
  await addComments(tx.db, person, comments, edition.language, now)
  await remember(tx.db, pairs, { from: setup.source, to: edition.language, personId: person.id })
  return saved
}

const standsAs = (unit: Unit, { state, unread }: Standing) => unit.state === state && unit.unread === unread

function changed(
  texts: UnitTexts,
  found: UnitSegments,
  change: Exclude<UnitChange, { target: Value | null }>,
  writer: number,
): (UnitSegments & Pick<ReturnType<typeof changeSegments>, 'refused'>) | undefined {
  if ('segments' in change) return { ...found, ...changeSegments(found.segments, change.segments, writer) }
  const recut =
    'join' in change
      ? joinSegments(texts, found, change.join)
      : splitSegment(texts, found, change.split.index, change.split.at)
  return recut && { ...recut, refused: [] }
}
