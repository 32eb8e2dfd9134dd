import { recordKindNames, type RecordKindName } from '@contracts/operations/records'
import { same } from '@core/catalogue/patch'
import type { Db } from '../../db/connect'
import type { LabelTexts } from '../records/label-texts'
import { recordKind } from '../records/registry'

/** A kind of record with texts by language. */
export interface LabelKind extends Omit<LabelTexts<never>, 'prefix' | 'stored'> {
  kind: RecordKindName
  stored?(db: Db): Promise<{ code: string }[]>
}

/** Every kind of record with texts by language, by the name under which its records are translated. */
export const labelKinds: Record<string, LabelKind> = Object.fromEntries(
  recordKindNames.flatMap((kind) => {
    const { labels } = recordKind(kind)
    if (!labels) return []
    const { prefix, ...texts } = labels
    return [[prefix, { kind, ...texts }]]
  }),
)

/** The name under which records of a kind are translated; undefined where it has no texts by language. */
export const labelPrefix = (kind: RecordKindName): string | undefined => recordKind(kind).labels?.prefix

/** Whether two versions of a record differ in texts of these languages alone. */
export function onlyTextsDiffer(
  kind: RecordKindName,
  before: object,
  after: object,
  languages: readonly string[],
  source: string,
): boolean {
  const prefix = labelPrefix(kind)
  if (prefix === undefined) return false
  const tried = structuredClone(before)
  for (const language of languages) {
    const now = new Map(
      labelKinds[prefix]!.texts(after as never, source, language).map((x) => [x.unit, x.read(language) ?? '']),
    )
    for (const text of labelKinds[prefix]!.texts(tried as never, source, language))
      if ((text.read(language) ?? '') !== (now.get(text.unit) ?? '')) text.write(language, now.get(text.unit) ?? '')
  }
  return same(tried, after)
}
