import { isStale, sourceHash, type Standing } from '@core/translation/state'
import { readUnitMarks, writeUnitMarks, type UnitMark } from '../../db/queries/unit-marks'
import type { StoredSetup } from '../../db/queries/setup'
import { lockRecord } from '../../db/queries/steps'
import { unprocessable } from '../problem'
import { anyVersion, writeIn } from '../records/records'
import type { LabelText } from '../records/label-texts'
import { labelKinds } from './label-kinds'
import { labelRecords } from './label-records'
import type { TargetEdition, UnitKind } from './unit'
import type { Unit } from '@contracts/translation'

function unitsOf(
  texts: readonly LabelText[],
  marks: ReadonlyMap<string, UnitMark>,
  setup: StoredSetup,
  edition: TargetEdition,
): Unit[] {
  return texts.flatMap((x): Unit[] => {
    const source = x.read(setup.source)
    if (!source) return []
    const target = x.read(edition.language) ?? null
    const near = target === null ? edition.counting.find((l) => x.read(l)) : undefined
    const mark = target === null ? undefined : marks.get(x.unit)
    const stale = isStale(mark?.sourceHash ?? null, source)
    // What was written before anybody kept states is taken as read.
    return [
      {
        unit: x.unit,
        label: x.label,
        type: x.type,
        storefront: null,
        field: '',
        note: x.note,
        source,
        target,
        borrowed: near === undefined ? null : { language: near, value: x.read(near)! },
        state: mark?.state ?? (target === null ? null : 'final'),
        unread: mark?.unread ?? false,
        returned: false,
        stale,
        madeFrom: stale ? mark!.madeFrom : null,
      },
    ]
  })
}

/** Texts that records hold by language, of one kind of record. */
export function labelUnits(prefix: string): UnitKind {
  const of = labelKinds[prefix]!
  return {
    async units(db, setup, codes, edition) {
      const records = await labelRecords(db, setup, prefix, codes)
      const marks = await readUnitMarks(
        db,
        [...records.keys()].map((c) => `${prefix}:${c}`),
        edition.language,
      )
      return new Map(
        [...records].map(([code, record]) => [
          code,
          {
            title: of.title(record as never, setup.source),
            units: unitsOf(
              of.texts(record as never, setup.source, edition.language, setup),
              marks.get(`${prefix}:${code}`) ?? new Map(),
              setup,
              edition,
            ),
          },
        ]),
      )
    },
    async lock(tx, codes) {
      for (const code of [...codes].sort()) await lockRecord(tx.db, of.kind, code)
    },
    async write(tx, setup, person, changes, edition, step, now) {
      const records = await labelRecords(tx.db, setup, prefix, [...changes.keys()])
      for (const [code, list] of changes) {
        const record = structuredClone(records.get(code)!)
        const texts = of.texts(record as never, setup.source, edition.language, setup)
        const standings = new Map<string, Standing>()
        for (const c of list) {
          const text = texts.find((x) => x.unit === c.unit)
          if (!text)
            throw unprocessable('Nothing has been changed.', [
              { path: 'units', message: `There is no unit “${c.unit}”.` },
            ])
          text.write(edition.language, c.target === null ? '' : String(c.target))
          standings.set(c.unit, { state: c.state, unread: c.unread })
        }
        await writeIn(tx, person.id, of.kind, code, record, anyVersion, now, { setup, step: await step() })
        // The state may have changed where the words have not.
        await writeUnitMarks(
          tx.db,
          list.map((c) => {
            const source = texts.find((x) => x.unit === c.unit)!.read(setup.source)!
            return {
              record: `${prefix}:${code}`,
              unit: c.unit,
              language: edition.language,
              mark:
                c.target === null
                  ? null
                  : { ...standings.get(c.unit)!, sourceHash: sourceHash(source), madeFrom: source },
            }
          }),
        )
      }
    },
  }
}
