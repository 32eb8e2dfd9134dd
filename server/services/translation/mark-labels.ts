import { byPerson, sourceHash } from '@core/translation/state'
import type { Tx } from '../../db/connect'
import { addUnitMarks, writeUnitMarks } from '../../db/queries/unit-marks'
import type { StoredSetup } from '../../db/queries/setup'
import type { RecordKindName } from '@contracts/operations/records'
import { labelKinds, labelPrefix } from './label-kinds'

/**
 * Keeps marks true after a record was written, whoever wrote it: a text that was changed is right for the source as it
 * is now; one that was not, and of which nothing was known, was right for the source as it was.
 */
export async function markLabels(
  tx: Tx,
  kind: RecordKindName,
  code: string,
  before: unknown,
  after: unknown,
  setup: StoredSetup,
): Promise<void> {
  const prefix = labelPrefix(kind)
  if (prefix === undefined || !before) return
  const languages = new Set(
    [...setup.storefronts.values()].flatMap((s) => s.editions.map((e) => e.language)).filter((l) => l !== setup.source),
  )
  const written: Parameters<typeof writeUnitMarks>[1][number][] = []
  const known: Parameters<typeof addUnitMarks>[1][number][] = []
  for (const language of languages) {
    const [was, is] = [before, after].map(
      (r) => new Map(labelKinds[prefix]!.texts(r as never, setup.source, language).map((x) => [x.unit, x])),
    )
    for (const [unit, x] of is!) {
      const [then, now, source, sourceThen] = [
        was!.get(unit)?.read(language),
        x.read(language),
        x.read(setup.source),
        was!.get(unit)?.read(setup.source),
      ]
      const at = { record: `${prefix}:${code}`, unit, language }
      if (now !== undefined && now !== then && source !== undefined)
        written.push({ ...at, mark: { ...byPerson('translated'), sourceHash: sourceHash(source), madeFrom: source } })
      else if (now === undefined && then !== undefined) written.push({ ...at, mark: null })
      else if (now !== undefined && source !== sourceThen && sourceThen !== undefined)
        known.push({ ...at, mark: { ...byPerson('final'), sourceHash: sourceHash(sourceThen), madeFrom: sourceThen } })
    }
  }
  await writeUnitMarks(tx.db, written)
  await addUnitMarks(tx.db, known)
}
