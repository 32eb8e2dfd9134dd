import type { Person } from '@contracts/people'
import type { KeptOut, ReleaseDocument } from '@contracts/release'
import { same } from '@core/catalogue/patch'
import { comesOrGoes } from '@core/release/compare'
import { database, inTransaction, type Tx } from '../../db/connect'
import { familySkus } from '../../db/queries/families'
import { namesOfPeople } from '../../db/queries/people'
import { rootsOf, touchPagesWhere } from '../../db/queries/page-touches'
import { deleteKeptOut, keepOut, keptOutOf } from '../../db/queries/release-approvals'
import { documentReader } from '../../db/queries/released-documents'
import {
  countStaged,
  documentAt,
  insertStaged,
  rowsOfPages,
  writeReleased,
  type PageRow,
  type StagedPage,
} from '../../db/queries/released-pages'
import { insertRelease, releaseById, releaseOfNumber, updateRelease } from '../../db/queries/releases'
import { loadSetup, type StoredSetup } from '../../db/queries/setup'
import { namesOfSkus } from '../../db/queries/product-lists'
import type { AuditSource } from '../people/audit'
import { authorize } from '../people/permission'
import { notFound, Problem, unprocessable } from '../problem'
import { comparedPage } from './compared'
import { documentsOf, getRelease } from './documents'
import { refuseWhileFrozen } from './frozen'
import { point, type ByWhomNow } from './going-live'
import { lockToWrite } from './live-rows'
import { refuseForgotten } from './retention'

// Small releases of their own that wait for no draft: taking products out, taking one back to how it was.

/** Pages of some products as they are live, and as they are to be. */
interface Turn {
  language: string
  key: string
  was: readonly PageRow[]
  is: readonly PageRow[]
}

/** How pages differ at a moment, as pages of a release. */
async function stagedOf(tx: Tx, turns: readonly Turn[], now: number): Promise<StagedPage[]> {
  const numbers = turns.flatMap(({ was, is }) => [documentAt(was, now), documentAt(is, now)])
  const read = await documentReader(tx.db, numbers)
  return turns.map(({ language, key, was, is }): StagedPage => {
    const [before, after] = [read(documentAt(was, now)), read(documentAt(is, now))]
    // What is not there at the moment, and comes later or for a group alone, goes.
    const change = after === null ? 'removed' : comesOrGoes(before !== null, true)
    const page = { language, kind: 'product', key, change, type: null, held: [], rows: [...is] }
    // Nothing in the history changed it: somebody did so here.
    return { ...comparedPage(page, before, after), causes: [], like: null }
  })
}

/** Writes pages of a storefront as a release of its own that is live at once. Returns its id. */
async function releaseAtOnce(
  tx: Tx,
  of: { storefront: string; title: string; skus: string[]; base: number },
  turns: readonly Turn[],
  by: ByWhomNow,
): Promise<number> {
  const { storefront, title, skus, base } = of
  const made = { madeBy: by.person.id, made: new Date(by.now) }
  const release = await insertRelease(tx, { storefront, title, scope: { skus }, base, ...made })
  await insertStaged(tx, release, await stagedOf(tx, turns, by.now))
  await updateRelease(tx, release, { counts: { ...(await countStaged(tx.db, release)), unchanged: 0 } })
  await writeReleased(tx, { releaseId: release, storefront, number: base + 1 })
  return release
}

/** The pages of some products in every language of a storefront, as a release has them. */
async function pagesAt(
  tx: Tx,
  setup: StoredSetup,
  { storefront, release, keys }: { storefront: string; release: number; keys: readonly string[] },
): Promise<{ language: string; key: string; rows: PageRow[] }[]> {
  const found = []
  for (const { language } of setup.storefronts.get(storefront)!.editions) {
    const rows = await rowsOfPages(tx.db, storefront, release, { language, kind: 'product', keys })
    for (const key of keys) found.push({ language, key, rows: rows.get(key) ?? [] })
  }
  return found
}

const namedIn = (skus: readonly string[]): string => (skus.length === 1 ? skus[0]! : `${skus.length} products`)

/** The families of some SKUs by the SKUs of their products. Throws 422 where there is one that nobody knows. */
async function familiesOf(tx: Tx, skus: readonly string[]): Promise<Map<string, string[]>> {
  const families = await familySkus(tx.db, skus)
  const unknown = skus.filter((sku) => !families.has(sku))
  if (unknown.length > 0)
    throw unprocessable(
      'There is no product with some of these SKUs. Nothing has been removed.',
      unknown.map((sku) => ({ path: `skus[${skus.indexOf(sku)}]`, message: `There is no product “${sku}”.` })),
    )
  return new Map([...families.values()].map((members) => [members[0]!, members]))
}

/**
 * Takes products out of storefronts at once, in every language, and keeps them out until somebody lets them come back:
 * out of all of the storefronts, or of none. Returns the releases by which pages went. Throws 403, 409, 422.
 */
export async function removeAtOnce(
  person: Person,
  { storefronts, skus, reason }: { storefronts: string[]; skus: string[]; reason: string },
  now: number,
  source: AuditSource,
): Promise<{ items: ReleaseDocument[] }> {
  authorize(person, 'release')
  const ids = await inTransaction(async (tx) => {
    const setup = await loadSetup(tx.db)
    const unknown = storefronts.find((s) => !setup.storefronts.has(s))
    if (unknown !== undefined)
      throw unprocessable(`There is no storefront “${unknown}”. Nothing has been removed.`, [
        { path: 'storefronts', message: 'Unknown.' },
      ])
    const families = await familiesOf(tx, skus)
    const [roots, keys] = [[...families.keys()], [...families.values()].flat()]
    const made: number[] = []
    // In one order, so that two who remove from the same storefronts wait for each other and do not deadlock.
    for (const storefront of [...storefronts].sort()) {
      const before = await lockToWrite(tx, storefront)
      refuseWhileFrozen(setup.storefronts.get(storefront)!, now, person)
      await keepOut(tx, storefront, roots, { reason, by: person.id, at: new Date(now) })
      await touchPagesWhere(tx, rootsOf(roots))
      const live = await pagesAt(tx, setup, { storefront, release: before.number, keys })
      const turns = live
        .filter(({ rows }) => rows.length > 0)
        .map(({ language, key, rows }): Turn => ({ language, key, was: rows, is: [] }))
      if (turns.length === 0) continue
      const of = { storefront, title: `Removed: ${namedIn(roots)}`, skus: roots, base: before.number }
      const release = await releaseAtOnce(tx, of, turns, { person, now, source })
      await point(tx, { storefront, before, release }, { person, now, source }, { removed: roots })
      made.push(release)
    }
    return made
  })
  const rows = await Promise.all(ids.map((id) => releaseById(database(), id)))
  return { items: await documentsOf(rows.flatMap((r) => r ?? [])) }
}

/** The products that are kept out of a storefront, the latest first. */
export async function keptOut(storefront: string): Promise<{ items: KeptOut[] }> {
  const db = database()
  const rows = await keptOutOf(db, storefront)
  const names = await namesOfSkus(
    db,
    await loadSetup(db),
    rows.map((r) => r.sku),
  )
  const people = await namesOfPeople(
    db,
    rows.map((r) => r.by),
  )
  const items = rows.map(({ sku, reason, by, at }) => ({
    ...{ sku, reason, at: at.toISOString() },
    name: names.get(sku) ?? sku,
    person: by === null ? null : (people.get(by) ?? null),
  }))
  return { items }
}

/** Lets a product come back into a storefront with its next release. Throws 403, 404. */
export async function letComeBack(person: Person, storefront: string, sku: string): Promise<void> {
  authorize(person, 'release')
  const wasOut = await inTransaction(async (tx) => {
    await touchPagesWhere(tx, rootsOf([sku]))
    return deleteKeptOut(tx, storefront, sku)
  })
  if (!wasOut) throw notFound(`product “${sku}” that is kept out of “${storefront}”`)
}

/**
 * Takes the pages of one product back to how an earlier release had them, as a release of its own. Throws 403, 404, 409
 * where they are so already, are kept out, or the storefront is frozen.
 */
export async function revertPage(
  person: Person,
  storefront: string,
  { sku, number }: { sku: string; number: number },
  now: number,
  source: AuditSource,
): Promise<ReleaseDocument> {
  authorize(person, 'release')
  const id = await inTransaction(async (tx) => {
    const setup = await loadSetup(tx.db)
    const before = await lockToWrite(tx, storefront)
    const earlier = await releaseOfNumber(tx.db, storefront, number)
    if (!earlier) throw notFound(`release ${number} of “${storefront}”`)
    refuseForgotten(earlier)
    const keys = (await familySkus(tx.db, [sku])).get(sku) ?? [sku]
    refuseWhileFrozen(setup.storefronts.get(storefront)!, now, person)
    if ((await keptOutOf(tx.db, storefront)).some((k) => k.sku === keys[0]))
      throw new Problem(409, 'Kept out', `${keys[0]} was removed from this storefront at once. Allow it again first.`)
    const was = await pagesAt(tx, setup, { storefront, release: before.number, keys })
    const is = await pagesAt(tx, setup, { storefront, release: number, keys })
    const turns = was
      .map(({ language, key, rows }, i): Turn => ({ language, key, was: rows, is: is[i]!.rows }))
      .filter((turn) => !same(turn.was, turn.is))
    if (turns.length === 0)
      throw new Problem(409, 'Nothing to change', `The pages of ${sku} are as release ${number} had them.`)
    const of = { storefront, title: `${sku} as in release ${number}`, skus: [keys[0]!], base: before.number }
    const release = await releaseAtOnce(tx, of, turns, { person, now, source })
    await point(tx, { storefront, before, release }, { person, now, source })
    return release
  })
  return getRelease(String(id))
}
