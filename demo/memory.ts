import { alignText } from '@core/translation/segmentation'
import { database } from '@server/db/connect'
import { loadSetup } from '@server/db/queries/setup'
import { unitsOfRecords } from '@server/services/translation/kinds'
import { remember, type NewPair } from '@server/services/translation/memory'
import { targetEdition } from '@server/services/translation/target-edition'

const recordsAtOnce = 100

/** What was translated in earlier years: the memory begins with what stands on the products and pieces. */
export async function rememberTexts(records: readonly string[], now: number): Promise<void> {
  const db = database()
  const setup = await loadSetup(db)
  const languages = new Map(
    [...setup.storefronts.values()].flatMap((s) => s.editions.map((e) => [e.language, s.code] as const)),
  )
  languages.delete(setup.source)
  for (const [language, storefront] of languages) {
    const edition = targetEdition(setup, storefront, language)
    for (let i = 0; i < records.length; i += recordsAtOnce) {
      const pairs: NewPair[] = []
      for (const [record, { units }] of await unitsOfRecords(db, setup, records.slice(i, i + recordsAtOnce), edition)) {
        for (const u of units) {
          // What is not yet read by somebody, or made from another source, is no example.
          const found =
            u.target === null || u.stale || u.state === 'initial' || u.field === 'slug' || u.field === 'search-words'
              ? undefined
              : alignText(u.source, u.target, u.type, { source: setup.source, target: language })
          found?.segmented.segments.forEach((s, n) =>
            pairs.push({
              source: { text: s.text, placeholders: s.placeholders },
              target: { text: found.targets[n]!.text, placeholders: [...s.placeholders, ...found.targets[n]!.extra] },
              before: found.segmented.segments[n - 1]?.text ?? '',
              after: found.segmented.segments[n + 1]?.text ?? '',
              origin: record,
              at: now - 86_400_000,
            }),
          )
        }
      }
      await remember(db, pairs, { from: setup.source, to: language, personId: null })
    }
  }
}
