import type { ReleaseScope } from '@contracts/release'
import type { Storefront } from '@core/catalogue/model'
import { shortHash } from '@core/text/short-hash'
import { database, inTransaction, type Tx } from '../../db/connect'
import { loadContent, type Content } from '../../db/queries/content'
import { rootsOfSkus } from '../../db/queries/families'
import {
  commonState,
  countPagesOf,
  dueProducts,
  foldTouches,
  notePageState,
  touchWhereCodeDiffers,
  type DueProduct,
} from '../../db/queries/page-touches'
import { rootIdsOf, rootIdsOfReaches } from '../../db/queries/reach'
import { rootsInDoubt } from '../../db/queries/released-pages'
import { keptOutOf } from '../../db/queries/release-approvals'
import { livePointer } from '../../db/queries/releases'
import { loadSetup, type StoredSetup } from '../../db/queries/setup'
import { settings } from '../../settings'
import { ForPeople } from '../problem'
import { filterOf } from '../reach/reach'
import { rootsNotFoundYet } from '../readiness/due'
import { writeAllGoneBack } from './live-rows'

/** What pages of a storefront are put together with, to be compared with what is live. */
export interface Workbench {
  setup: StoredSetup
  content: Content
  storefront: Storefront
  /** The number of the release that is live. */
  base: number
  languages: string[]
  /** Products that stay out of the storefront, whatever they are. */
  keptOut: ReadonlySet<string>
  due: Due
  /** The moment from which pages are looked at, in milliseconds since 1970. */
  now: number
}

/** Which products have to be put together at all: pages of all others are as they are live. */
export interface Due {
  /** The state of what all pages are made of. */
  common: number
  products: ReadonlyMap<number, DueProduct>
  /** Roots of what was changed and is not found product by product yet: they stay due, whatever comes of them. */
  waiting: ReadonlySet<number>
}

/** What is due of a storefront: `unknownOnly` leaves out what is known to differ, `limit` all but the first. */
export interface DueAsked {
  unknownOnly?: boolean
  limit?: number
}

/** Reads what pages of a storefront are put together with, in some languages or all. Throws ForPeople where it is gone. */
export async function workbenchOf(
  code: string,
  wanted: readonly string[] | undefined,
  now: number,
  asked: DueAsked = {},
): Promise<Workbench> {
  const db = database()
  await writeAllGoneBack(code)
  // Before anything that pages are made of is read: what is changed in between is due again.
  const due = await whatIsDue(code, asked)
  const setup = await loadSetup(db)
  const storefront = setup.storefronts.get(code)
  if (!storefront) throw new ForPeople(`The storefront “${code}” has been deleted.`)
  const languages = storefront.editions.map((e) => e.language).filter((l) => !wanted?.length || wanted.includes(l))
  const { number: base } = await livePointer(db, code)
  const content = await loadContent(db, setup)
  const keptOut = new Set((await keptOutOf(db, code)).map((k) => k.sku))
  return { setup, content, storefront, base, languages, keptOut, due, now }
}

/** Another for other code that puts pages together, other time zones and other words for languages. */
const pageCode = () =>
  shortHash(
    [process.env.INKLOOM_PAGE_CODE, process.versions.icu, process.versions.tz, settings().sourceLanguage].join(' '),
  )

/** The state of what all pages are made of, this code among it; touches are added up by the way. */
const commonStateNow = (): Promise<number> =>
  inTransaction(async (tx) => {
    await foldTouches(tx)
    await touchWhereCodeDiffers(tx, pageCode())
    return commonState(tx.db)
  })

async function whatIsDue(storefront: string, asked: DueAsked): Promise<Due> {
  const common = await commonStateNow()
  const db = database()
  return {
    common,
    products: await dueProducts(db, storefront, common, asked),
    waiting: await rootsNotFoundYet(db),
  }
}

export const isDue = ({ due }: Workbench, root: number): boolean => due.products.has(root) || due.waiting.has(root)

/** Notes of products whether any page differs, where all were put together, for a release or for none. */
export async function noteState(
  tx: Tx,
  bench: Workbench,
  roots: readonly number[],
  { differ, foundBy }: { differ: ReadonlySet<number>; foundBy: number | null },
): Promise<void> {
  const { storefront, languages, base, due } = bench
  if (languages.length < storefront.editions.length) return
  const found = roots.flatMap((id) => {
    const known = due.products.get(id)
    return known === undefined ? [] : [{ id, touches: known.touches, differs: differ.has(id) }]
  })
  await notePageState(tx, { storefront: storefront.code, common: due.common, base, foundBy }, found)
}

/** How many live pages of some products are not put together, since they are as they are live. */
export async function countSettled(bench: Workbench, covered: readonly number[]): Promise<number> {
  const { base, storefront, languages, now } = bench
  const settled = covered.filter((root) => !isDue(bench, root))
  return countPagesOf(database(), { storefront: storefront.code, release: base, languages, now }, settled)
}

/** Whether a release covers a whole storefront. */
export const isEverything = ({ condition, skus, campaign }: ReleaseScope): boolean =>
  condition === undefined && skus === undefined && campaign === undefined

/** The roots that a release covers, by number. */
export async function rootsOfScope(
  { setup, content, storefront, now }: Workbench,
  { condition, skus, campaign }: ReleaseScope,
): Promise<number[]> {
  const db = database()
  if (skus !== undefined) return [...new Set((await rootsOfSkus(db, skus)).values())]
  const lens = { storefront: storefront.code, group: null, moment: now }
  if (campaign === undefined) return rootIdsOf(db, setup, filterOf(setup, condition), lens)
  const its = content.assignments.filter((a) => a.limits.campaign === campaign)
  return rootIdsOfReaches(
    db,
    setup,
    its.map((a) => a.reach),
    lens,
  )
}

/**
 * The roots of live pages that may have to go: what is no longer active, or not in the range any more, goes with any
 * release, whatever its scope.
 */
export async function rootsBesideScope(
  bench: Workbench,
  scope: ReleaseScope,
  roots: readonly number[],
): Promise<number[]> {
  const { base, storefront } = bench
  if (isEverything(scope)) return []
  const covered = new Set(roots)
  const inDoubt = await rootsInDoubt(database(), storefront.code, base)
  return inDoubt.filter((root) => !covered.has(root) && isDue(bench, root))
}
