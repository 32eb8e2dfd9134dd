import { same, scopeOfPath } from '@core/catalogue/patch'
import type { Db } from '../../db/connect'
import { changesOfStep, type ChangePlace } from '../../db/queries/history'
import type { StoredSetup } from '../../db/queries/setup'
import { recordChangesOfStep } from '../../db/queries/steps'
import { may } from '../people/permission'
import type { Person } from '@contracts/people'
import type { RecordKindName } from '@contracts/operations/records'
import { onlyTextsDiffer } from './label-kinds'

const changesAtOnce = 1000

/** The language of a translation that a path of a product's history names: of its text, or of its state. */
function languageOfPath(path: string, source: string): string | null {
  const scope = scopeOfPath(path.replace(/^state:/, 'attribute:'))
  return scope?.language && scope.language !== source ? scope.language : null
}

/**
 * Whether everything that a step changed are translations that a person may write: then whoever did it may undo it, and
 * needs no other permission.
 */
export async function isOwnTranslating(db: Db, setup: StoredSetup, person: Person, stepId: number): Promise<boolean> {
  const mine = [...setup.storefronts.values()]
    .flatMap((s) => s.editions.map((e) => e.language))
    .filter((language) => language !== setup.source && may(person, 'translate', language))
  const isMine = (path: string) => mine.includes(languageOfPath(path, setup.source) ?? '')
  for (let before: ChangePlace | null = null; ;) {
    const changes: Awaited<ReturnType<typeof changesOfStep>> = await changesOfStep(db, stepId, before, changesAtOnce)
    if (changes.some(({ differences }) => differences.some(({ path }) => !isMine(path)))) return false
    if (changes.length < changesAtOnce) break
    before = changes.at(-1)!.place
  }
  const records = await recordChangesOfStep(db, stepId)
  return records.every(({ record, differences: [whole] }) => {
    if (!whole?.before || !whole.after) return false
    const kind = record.slice(0, record.indexOf(':')) as RecordKindName
    if (kind === 'pieces') return same(withoutTexts(whole.before, mine), withoutTexts(whole.after, mine))
    return onlyTextsDiffer(kind, whole.before, whole.after, mine, setup.source)
  })
}

/** A piece without its texts in some languages. */
const withoutTexts = (piece: object, languages: readonly string[]) => {
  const { texts } = piece as { texts: { language: string }[] }
  return { ...piece, texts: texts.filter((text) => !languages.includes(text.language)) }
}
