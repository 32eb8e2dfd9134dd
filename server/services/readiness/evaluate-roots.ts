import { evaluate } from '@core/readiness/evaluate'
import type { Prepared } from '@core/readiness/prepare'
import type { Tx } from '../../db/connect'
import { ownPiecesOf } from '../../db/queries/content'
import { loadFamilies, lockFamilies, type StoredFamily } from '../../db/queries/families'
import { loadLibrary, namedBy } from '../../db/queries/media'
import { writeReadiness } from '../../db/queries/readiness'
import { reachOf, type KnownReach } from './known-reach'
import { evaluatedWith } from './prepared'
import { TextChecks } from './text-checks'

/** Every text of families with what it is held to in each edition that could show it. */
function* textsOf(families: Iterable<StoredFamily>, prepared: Prepared) {
  for (const { root } of families) {
    for (const { attribute } of prepared.plans.get(root.type)?.copy ?? []) {
      for (const v of root.values) {
        if (v.attribute !== attribute.code) continue
        const seen = new Set<string>()
        for (const edition of prepared.evaluated) {
          if (!edition.reader.chain.includes(v.language ?? '')) continue
          const style = edition.styleOf(attribute.code)
          if (!seen.has(style.key)) yield { value: v.value, attribute, style }
          seen.add(style.key)
        }
      }
    }
  }
}

/**
 * Evaluates families by the numbers of their roots, as they are in the transaction, and keeps what differs. What has gone
 * is forgotten; `reach` saves asking rules. Whoever evaluates a family last sees what all before have written, for it is
 * locked until the end.
 */
export async function evaluateRoots(tx: Tx, roots: readonly number[], now: number, reach?: KnownReach): Promise<void> {
  if (roots.length === 0) return
  await lockFamilies(tx, roots)
  const { key, setup, editions, prepared, days } = await evaluatedWith(tx.db, now)
  const families = await loadFamilies(tx.db, setup, roots, { toEvaluate: true })
  const own = await ownPiecesOf(
    tx.db,
    setup,
    [...families.values()].map((f) => f.root.sku),
  )
  const library = await loadLibrary(tx.db, namedBy(families.values(), setup))
  const texts = new TextChecks()
  await texts.expect(tx.db, textsOf(families.values(), prepared))
  const findings: Prepared['findings'] = (value, attribute, style) => texts.findings(value as never, attribute, style)
  const withTexts: Prepared = { ...prepared, findings }
  const evaluated = [...families].map(([root, family]) => ({
    root,
    type: family.root.type,
    list: evaluate(
      { root: family.root, variants: family.variants, own: own.get(family.root.sku) ?? [] },
      withTexts,
      library,
      reach?.key === key ? reachOf(reach, family) : undefined,
    ),
  }))
  await writeReadiness(
    tx,
    evaluated,
    roots.filter((r) => !families.has(r)),
    editions.list.length,
    days,
  )
  await texts.keep(tx.db)
}
