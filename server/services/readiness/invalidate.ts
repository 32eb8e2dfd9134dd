import { sql } from 'drizzle-orm'
import type { Reach } from '@core/assignments/assignment'
import { same } from '@core/catalogue/patch'
import type { Tx } from '../../db/connect'
import { readContent } from '../../db/queries/content'
import { invalidateSet, invalidateWhere } from '../../db/queries/readiness'
import { rootsNaming } from '../../db/queries/media'
import type { StoredSetup } from '../../db/queries/setup'
import type { RecordKindName } from '@contracts/record-kinds'
import { invalidateReached } from './due'
import { productsAtOnce } from './settle'

interface Changed {
  before: Record<string, unknown> | undefined
  after: Record<string, unknown> | null
  code: string
}

type Invalidate = (tx: Tx, changed: Changed, setup: StoredSetup) => Promise<void>

const few = (setup: StoredSetup) =>
  productsAtOnce([...setup.storefronts.values()].reduce((n, s) => n + s.editions.length, 0))
const all: Invalidate = (tx) => invalidateSet(tx, { all: true })
const differIn = ({ before, after }: Changed, keys: readonly string[]) =>
  !before || !after || keys.some((k) => !same(before[k] ?? null, after[k] ?? null))

/** For each kind of record: which products stand otherwise after it has changed. */
const invalidations: Partial<Record<RecordKindName, Invalidate>> = {
  async pieces(tx, { before, after, code }, setup) {
    const skus = [before, after].flatMap((r) => (r?.own ? [(r.own as { sku: string }).sku] : []))
    if (skus.length > 0)
      await invalidateWhere(tx, sql`select root_id from product where sku = any(${sql.param(skus)}::text[])`)
    // What assignments bring is read before this change, which none of them is part of.
    // Read within the transaction and not kept: it may yet fall.
    const content = await readContent(tx.db, setup)
    for (const a of content.assignments.filter(
      (x) =>
        x.pieces.includes(code) ||
        x.replaces === code ||
        x.sets.some((s) => content.sets.get(s)?.questions.includes(code)),
    ))
      await invalidateReached(tx, a.reach, setup, few(setup))
  },
  async assignments(tx, { before, after }, setup) {
    const reaches = [before, after].flatMap((r) => (r ? [r.reach as Reach] : []))
    for (const reach of same(reaches[0] ?? null, reaches[1] ?? null) ? reaches.slice(0, 1) : reaches)
      await invalidateReached(tx, reach, setup, few(setup))
  },
  async media(tx, { before, after, code }, setup) {
    const names = [code, ...[before, after].flatMap((r) => (r?.of ? [(r.of as { name: string }).name] : []))]
    await invalidateWhere(tx, rootsNaming(setup, names))
  },
  async lists(tx, { before, after }) {
    const [was, is] = [before, after].map((r) => new Set((r?.skus as string[] | undefined) ?? []))
    const moved = [...was!].filter((s) => !is!.has(s)).concat([...is!].filter((s) => !was!.has(s)))
    await invalidateWhere(tx, sql`select root_id from product where sku = any(${sql.param(moved)}::text[])`)
  },
  async 'product-types'(tx, changed) {
    if (differIn(changed, ['attributes', 'views'])) await invalidateSet(tx, { type: changed.code })
  },
  async attributes(tx, changed, setup) {
    if (!differIn(changed, ['type', 'options', 'translatable', 'perStorefront', 'allowed', 'serves'])) return
    for (const type of setup.types.values())
      if (type.attributes.some((a) => a.attribute === changed.code)) await invalidateSet(tx, { type: type.code })
  },
  async categories(tx, changed, setup) {
    if (changed.before && differIn(changed, ['parent'])) await all(tx, changed, setup)
  },
  async storefronts(tx, changed, setup) {
    if (differIn(changed, ['editions', 'timeZone', 'facts', 'pages', 'layout', 'currency']))
      await all(tx, changed, setup)
  },
  'house-styles': all,
  'question-sets': all,
  campaigns: all,
  'named-rules': all,
}

/** Says which products stand otherwise after a record has changed, as part of the transaction that changes it. */
export async function invalidateByRecord(
  tx: Tx,
  kind: RecordKindName,
  changed: Changed,
  setup: StoredSetup,
): Promise<void> {
  await invalidations[kind]?.(tx, changed, setup)
}
