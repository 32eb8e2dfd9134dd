import type { PoolRunBody } from '@contracts/drafting'
import type { Value } from '@core/attributes/attribute'
import { valueAt } from '@core/catalogue/model'
import { scopeOfPath } from '@core/catalogue/patch'
import { compareItem, isExplained } from '@core/pool/compare'
import { database, inTransaction } from '../../db/connect'
import { loadFamilies } from '../../db/queries/families'
import { rootIdsOf } from '../../db/queries/reach'
import { loadSetup } from '../../db/queries/setup'
import { loadSources } from '../../db/queries/sources'
import { addSuggestions, type NewSuggestion } from '../../db/queries/suggestions'
import { dataPool } from '../../stand-ins/chosen'
import { asking } from '../pool/data-pool'
import { enqueue, standsUnlessCancelled, type WorkControls } from '../work/jobs'
import { authorize } from '../people/permission'
import type { Person } from '@contracts/people'
import { poolMapping } from '../pool/meanings'
import { filterOf, lensOf } from '../reach/reach'
import { saveRun } from '../../db/queries/suggestions'
import { beginRun } from '../suggestions/run'

const familiesAtOnce = 100

/** Has products held against the data pool, and what it says otherwise put into the queue of suggestions. */
export async function queuePoolRun(person: Person, body: PoolRunBody, now: number): Promise<string> {
  authorize(person, 'edit-products')
  const setup = await loadSetup(database())
  filterOf(setup, body.filter)
  lensOf(setup, body.lens, now)
  return inTransaction((tx) =>
    enqueue(tx, {
      kind: 'pool-suggestions',
      title: `Asking ${dataPool().name}`,
      personId: person.id,
      input: { ...body },
    }),
  )
}

/**
 * Holds products against the data pool: each value that it has and they have not, or have otherwise without a reason,
 * is suggested.
 */
export async function runPool(
  job: { id: string; title: string; personId: number | null },
  input: PoolRunBody,
  now: number,
  { onProgress, cancelled }: WorkControls = {},
) {
  const setup = await loadSetup(database())
  const run = await beginRun(database(), {
    origin: 'data-pool',
    recipe: null,
    job: job.id,
    title: job.title,
    personId: job.personId,
    now,
  })
  const ids = (await rootIdsOf(database(), setup, filterOf(setup, input.filter), lensOf(setup, input.lens, now))).sort(
    (a, b) => a - b,
  )
  const rest = ids.filter((id) => id > (run.done.last.pool ?? 0))
  const mapping = await poolMapping(database())
  for (let i = 0; i < rest.length && !cancelled?.(); i += familiesAtOnce) {
    const some = rest.slice(i, i + familiesAtOnce)
    const families = [...(await loadFamilies(database(), setup, some)).values()]
    const members = families.flatMap((family) =>
      [family.root, ...family.variants].filter((p) => p.gtin !== null).map((product) => ({ family, product })),
    )
    const items = new Map(
      (await asking(dataPool().byGtin(members.map((m) => m.product.gtin!)))).map((item) => [item.gtin, item]),
    )
    const sources = await loadSources(
      database(),
      members.map((m) => m.product.id),
    )
    const list = members.flatMap(({ family, product }): NewSuggestion[] => {
      const item = items.get(product.gtin!)
      if (!item) return []
      return compareItem(item, product, family, setup, sources.get(product.id) ?? new Map(), mapping).flatMap((c) => {
        const scope = scopeOfPath(c.path ?? '')
        if (!scope || !c.asked || c.inherited || !(c.state === 'empty' || (c.state === 'differs' && !isExplained(c))))
          return []
        return [
          {
            root: family.root.id,
            product: product.id,
            picture: null,
            attribute: scope.attribute,
            storefront: scope.storefront ?? '',
            language: scope.language ?? '',
            step: null,
            value: c.theirs as Value,
            base: valueAt(product, scope),
            made_from: [],
            alternatives: [],
            invented: [],
          },
        ]
      })
    })
    const done = {
      ...run.done,
      last: { pool: some.at(-1)! },
      products: run.done.products + families.length,
      suggestions: run.done.suggestions + list.length,
    }
    const stands = await standsUnlessCancelled(() =>
      inTransaction(async (tx) => {
        await addSuggestions(tx, run.id, list)
        await saveRun(tx, run.id, done)
      }),
    )
    if (!stands) return { run: run.id, ...run.done, cancelled: true }
    run.done = done
    onProgress?.(ids.length - rest.length + Math.min(i + familiesAtOnce, rest.length), ids.length)
  }
  return { run: run.id, ...run.done, cancelled: cancelled?.() ?? false }
}
