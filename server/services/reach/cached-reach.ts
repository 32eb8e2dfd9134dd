import { createHash } from 'node:crypto'
import { isReached, reachReason, type PreparedAssignment, type Reach } from '@core/assignments/assignment'
import { hasBit, setBit, type Bitmap } from '@core/assignments/bitmap'
import { dateIn, instantOf } from '@core/moments/instant'
import type { FactLens } from '@core/rules/fact-shape'
import { factsOf } from '@core/rules/facts'
import { differsByStorefront } from '@core/rules/differs'
import { database, inTransaction, type Db } from '../../db/connect'
import { loadContent } from '../../db/queries/content'
import { loadFamilies, type StoredFamily } from '../../db/queries/families'
import {
  changedSince,
  forgetCached,
  highestProduct,
  priceEnds,
  readCached,
  settledBefore,
  writeCached,
  type CachedReach,
} from '../../db/queries/cached-reach'
import { ReachBits } from '../../db/queries/reach-bits'
import { loadSetup, type StoredSetup } from '../../db/queries/setup'

/** So many changed products are looked at in memory, one by one; of more, the database is asked about them alone. */
const fewChanged = 25
/** Of more than these, everything is worked out anew. */
const manyChanged = 5000

/**
 * What questions that are asked one after the other have in common: conditions that were asked once, and changed
 * products that were read once.
 */
export interface Asking {
  size: number
  /** A moment before which everything that was changed is seen by all of them. */
  before: number
  bits: ReachBits
  /** The same of some changed products alone, by their numbers. */
  again: Map<string, ReachBits>
  families: Map<string, Promise<Map<number, StoredFamily>>>
}

/** Begins to ask for reaches, of one storefront after the other. */
export async function beginAsking(db: Db, setup: StoredSetup): Promise<Asking> {
  const [size, before] = [await highestProduct(db), await settledBefore(db)]
  return { size, before, bits: new ReachBits(db, setup, size), again: new Map(), families: new Map() }
}

/** The customer group through whose prices an assignment is asked: the only one that it is limited to, else none. */
export const groupOf = (a: PreparedAssignment) => (a.limits.groups.length === 1 ? a.limits.groups[0]! : null)

const keyOf = (a: PreparedAssignment, setup: StoredSetup) =>
  createHash('sha256')
    .update(JSON.stringify([a.reach, groupOf(a), setup.stamp]))
    .digest('base64url')
    .slice(0, 22)

/**
 * What is cached of a storefront in this process, so that the next question finds it; the database has it for all others.
 */
const known = new Map<string, Map<number, CachedReach>>()

/** Whether a reach is the same in every storefront, at any moment. */
function isAlike(reach: Reach, setup: StoredSetup): boolean {
  return reach.base !== 'rule' || reach.rule === null || !differsByStorefront(reach.rule, setup)
}

/**
 * When a reach that reads prices or days is old by itself: at the next midnight, or where a price or campaign begins or
 * ends before that.
 */
function nextChange(
  a: PreparedAssignment,
  setup: StoredSetup,
  timeZone: string,
  now: number,
  ends: readonly string[],
): number | null {
  if (isAlike(a.reach, setup)) return null
  const midnight = instantOf(dateIn(timeZone, now + 86_400_000), timeZone)
  return Math.min(
    midnight,
    ...ends.flatMap((e) => [instantOf(e, timeZone), instantOf(e, timeZone, true)]).filter((t) => t > now),
  )
}

/** Whether a reach has a family, as the rule's reading in memory says it. */
function reached(a: PreparedAssignment, family: StoredFamily, lens: FactLens, setup: StoredSetup): boolean {
  const facts = factsOf(family, lens, setup)
  if (!a.reach.eachVariant)
    return isReached(reachReason(a, [family.root.sku, ...family.variants.map((v) => v.sku)], facts))
  const members = family.variants.length > 0 ? family.variants : [family.root]
  return members.some((m, i) => isReached(reachReason(a, [m.sku, family.root.sku], facts.variants![i]!)))
}

/**
 * The products that each of some saved assignments reaches in a storefront now, as sets of root numbers. What was
 * worked out before is taken up where nothing it depends on has changed; of a few changed products each is looked at,
 * and only what is new, or has become old, is asked of the database; each condition once, where several storefronts are
 * asked with one `asking`.
 */
export async function reachesIn(
  db: Db,
  setup: StoredSetup,
  assignments: readonly PreparedAssignment[],
  storefront: string,
  now: number,
  asking?: Asking,
): Promise<Map<number, Bitmap>> {
  asking ??= await beginAsking(db, setup)
  const { timeZone } = setup.storefronts.get(storefront)!
  let cached = known.get(storefront)
  if (!cached || assignments.some((a) => cached!.get(a.number)?.key !== keyOf(a, setup)))
    known.set(storefront, (cached = new Map((await readCached(db, setup, storefront)).map((k) => [k.assignment, k]))))
  const fresh = assignments.flatMap((a) => {
    const k = cached.get(a.number)
    return k && k.key === keyOf(a, setup) && (k.until === null || k.until > now) ? [{ a, k }] : []
  })
  const since = Math.min(...fresh.map(({ k }) => k.asOf))
  const changed = fresh.length === 0 ? [] : await changedSince(db, since, manyChanged)
  const usable = changed.length <= manyChanged ? fresh : []
  await lookAgain(db, setup, usable, changed, { storefront, now, asking })
  const old = assignments.filter((a) => !usable.some((u) => u.a === a))
  const ends =
    old.length > 0
      ? [
          ...(await priceEnds(db, setup.storefrontIds.get(storefront)!)),
          ...[...setup.campaigns.values()].flatMap((c) => [c.from, c.to].filter((e) => e !== null)),
        ]
      : []
  const anew: CachedReach[] = []
  for (const a of old) {
    // A set of its own: what is looked at again later is changed in its place.
    const bits = (await asking.bits.roots(a.reach, { storefront, group: groupOf(a), moment: now })).slice()
    anew.push({
      assignment: a.number,
      key: keyOf(a, setup),
      bits,
      asOf: asking.before,
      until: nextChange(a, setup, timeZone, now, ends),
    })
  }
  for (const k of anew) cached.set(k.assignment, k)
  if (anew.length > 0) await writeCached(db, setup, storefront, anew)
  return new Map(assignments.map((a) => [a.number, cached.get(a.number)!.bits]))
}

interface Look {
  storefront: string
  now: number
  asking: Asking
}

/**
 * Looks at changed products anew, for reaches that are known of all others: few in memory, many by asking the database
 * about them alone.
 */
async function lookAgain(
  db: Db,
  setup: StoredSetup,
  list: readonly { a: PreparedAssignment; k: CachedReach }[],
  changed: readonly number[],
  { storefront, now, asking }: Look,
) {
  if (list.length === 0) return
  const few = changed.length <= fewChanged
  const key = changed.join()
  if (few && !asking.families.has(key)) asking.families.set(key, loadFamilies(db, setup, changed))
  const families = few ? await asking.families.get(key)! : new Map<number, StoredFamily>()
  if (!few && !asking.again.has(key)) asking.again.set(key, new ReachBits(db, setup, asking.size, changed))
  const words = Math.ceil((asking.size + 1) / 32)
  for (const { a, k } of list) {
    if (k.bits.length < words) {
      const longer = new Uint32Array(words)
      longer.set(k.bits)
      k.bits = longer
    }
    const lens = { storefront, group: groupOf(a), moment: now }
    const found = few ? undefined : await asking.again.get(key)!.roots(a.reach, lens)
    for (const root of changed) {
      const family = families.get(root)
      const is = found ? hasBit(found, root) : family !== undefined && reached(a, family, lens, setup)
      if (hasBit(k.bits, root) !== is) setBit(k.bits, root, is)
    }
    k.asOf = Math.max(k.asOf, asking.before)
  }
}

let lookedAfter = ''

/**
 * Works out the reaches that are not known yet, or have become old, in every storefront, so that nobody has to wait for
 * them. Does nothing where nothing has changed in this hour.
 */
export async function lookAfterReaches(now: number): Promise<void> {
  const setup = await loadSetup(database())
  const { stamp, assignments } = await loadContent(database(), setup)
  const mark = `${stamp}@${Math.floor(now / 3_600_000)}`
  if (mark === lookedAfter) return
  await inTransaction(async (tx) => {
    await forgetCached(tx.db)
    const asking = await beginAsking(tx.db, setup)
    for (const storefront of setup.storefronts.keys())
      await reachesIn(tx.db, setup, assignments, storefront, now, asking)
  })
  lookedAfter = mark
}
