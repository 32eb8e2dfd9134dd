import type { Unit } from '@contracts/translation'
import type { Value } from '@core/attributes/attribute'
import type { Standing } from '@core/translation/state'
import type { Db, Tx } from '../../db/connect'
import type { StoredSetup } from '../../db/queries/setup'
import type { Person } from '@contracts/people'

export interface RecordUnits {
  title: string
  units: Unit[]
}

/** The edition that is translated, with the languages that count for it beside its own, nearest first. */
export interface TargetEdition {
  storefront: string
  language: string
  counting: readonly string[]
}

/** A target to write; null clears it. */
export interface TargetChange extends Standing {
  unit: string
  target: Value | null
}

/** One kind of record that has texts to translate. Adding one is adding an entry of this shape to the registry. */
export interface UnitKind {
  /**
   * Of these records that exist, by id: the units in the edition's language, what was returned left aside. A few queries
   * whatever their number.
   */
  units(db: Db, setup: StoredSetup, ids: readonly string[], edition: TargetEdition): Promise<Map<string, RecordUnits>>
  /** Keeps others from changing the records until the transaction ends. */
  lock(tx: Tx, ids: readonly string[]): Promise<void>
  /**
   * Writes targets of several records under one step, which is begun with the first. Throws a 422 problem where one
   * does not fit.
   */
  write(
    tx: Tx,
    setup: StoredSetup,
    person: Person,
    changes: ReadonlyMap<string, readonly TargetChange[]>,
    edition: TargetEdition,
    step: () => Promise<number>,
    now: number,
  ): Promise<void>
}
