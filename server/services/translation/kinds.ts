import { sourceHash } from '@core/translation/state'
import type { Db, Tx } from '../../db/connect'
import type { StoredSetup } from '../../db/queries/setup'
import { readReturns } from '../../db/queries/unit-returns'
import { notFound } from '../problem'
import { labelKinds } from './label-kinds'
import { labelUnits } from './labels'
import { pieceUnits } from './pieces'
import { productUnits } from './products'
import type { RecordUnits, TargetEdition, UnitKind } from './unit'

/**
 * Every kind of record that has texts to translate, by its name in the address of a record: `product:TW-1`,
 * `piece:care`, `category:bags`.
 */
export const unitKinds: Readonly<Record<string, UnitKind>> = {
  product: productUnits,
  piece: pieceUnits,
  ...Object.fromEntries(Object.keys(labelKinds).map((k) => [k, labelUnits(k)])),
}

/** The kind and the code of a record's address. Throws 404 where there is no such kind. */
export function splitRecord(record: string): { kind: string; id: string } {
  const at = record.indexOf(':')
  const kind = record.slice(0, at)
  if (!(kind in unitKinds)) throw notFound(`kind of text “${at < 0 ? record : kind}”`)
  return { kind, id: record.slice(at + 1) }
}

/** Addresses by kind, in their order. */
export function byKind(records: readonly string[]): Map<string, string[]> {
  const out = new Map<string, string[]>()
  for (const r of records) {
    const { kind, id } = splitRecord(r)
    out.set(kind, [...(out.get(kind) ?? []), id])
  }
  return out
}

/** The units of records of any kinds, by address; a few queries for each kind. */
export async function unitsOfRecords(
  db: Db,
  setup: StoredSetup,
  records: readonly string[],
  edition: TargetEdition,
): Promise<Map<string, RecordUnits>> {
  const out = new Map<string, RecordUnits>()
  for (const [kind, ids] of byKind(records))
    for (const [id, units] of await unitKinds[kind]!.units(db, setup, ids, edition)) out.set(`${kind}:${id}`, units)
  const returns = await readReturns(db, records, edition.language)
  for (const [record, ofRecord] of returns)
    for (const unit of out.get(record)?.units ?? []) {
      const returned = ofRecord.get(unit.unit)
      if (returned?.target !== (unit.target === null ? '' : sourceHash(unit.target))) continue
      unit.returned = true
      unit.writer = returned.writer
    }
  return out
}

/** Keeps others from changing records; kind by kind, in one order. */
export async function lockRecords(tx: Tx, records: readonly string[]): Promise<void> {
  for (const [kind, ids] of [...byKind(records)].sort(([a], [b]) => (a < b ? -1 : 1)))
    await unitKinds[kind]!.lock(tx, ids)
}
