import type { Reach } from '@core/assignments/assignment'
import { now as clock } from '../../clock'
import {
  database,
  inTransaction,
  isOutage,
  mustBeginAgain,
  nothingInvalidated,
  type Db,
  type Tx,
} from '../../db/connect'
import {
  evaluationState,
  isEvaluationQueued,
  rootsOfDueSet,
  rootsFoundBy,
  rootsOfReach,
} from '../../db/queries/evaluation'
import {
  countDue,
  foldSums,
  keepFailedSet,
  takeDueSets,
  waitingDueSets,
  evaluateWhere,
  invalidateRoots,
  invalidateSet,
  invalidateWhere,
} from '../../db/queries/readiness'
import { touchAllPages } from '../../db/queries/page-touches'
import type { DueSet } from '../../db/schema'
import { loadSetup, readMark, writeMark, type StoredSetup } from '../../db/queries/setup'
import { dateIn } from '@core/moments/instant'
import { RuleError } from '@core/rules/condition'
import { shortHash } from '@core/text/short-hash'
import { enqueue, type WorkControls } from '../work/jobs'
import type { Person } from '@contracts/people'
import { askReach, type KnownReach } from './known-reach'
import { evaluatedWith } from './prepared'
import { evaluateBlocks, type EvaluationHelper, type StartHelpers } from './blocks'

/** Has the worker evaluate what is due, unless such work waits already. */
export async function enqueueEvaluation(tx: Tx): Promise<void> {
  if (!(await isEvaluationQueued(tx.db)))
    await enqueue(tx, { kind: 'evaluate', title: 'Recalculating readiness', personId: null, input: {} })
}

/** Has everything evaluated anew. Returns the job. */
export async function queueAll(person: Person): Promise<string> {
  return inTransaction(async (tx) => {
    await invalidateSet(tx, { all: true })
    tx.invalidated = nothingInvalidated()
    return enqueue(tx, { kind: 'evaluate', title: 'Recalculating all readiness', personId: person.id, input: {} })
  })
}

/**
 * The roots that a set of what is due stands for, whatever has gone since: where a rule names an attribute, an option, a
 * list, a category or a named rule that there is no more, nobody can tell whom it reached, and everything is due.
 */
function rootsOrAll(what: DueSet, setup: StoredSetup) {
  try {
    return rootsOfDueSet(what, (reach) => rootsOfReach(setup, reach, clock()))
  } catch (e) {
    if (!(e instanceof RuleError)) throw e
    return rootsOfDueSet({ all: true }, () => [])
  }
}

/** Says of every product that its readiness is evaluated again, and that any page may be another. */
export async function invalidateAll(tx: Tx): Promise<void> {
  await invalidateSet(tx, { all: true })
  await touchAllPages(tx)
}

/** The roots whose pages something was changed for that was not found product by product yet. */
export async function rootsNotFoundYet(db: Db): Promise<Set<number>> {
  const setup = await loadSetup(db)
  const waiting = (await waitingDueSets(db)).filter((what) => !('all' in what))
  const queries = waiting.flatMap((what) => rootsOrAll(what, setup))
  return new Set(await rootsFoundBy(db, queries))
}

/** Says that products which a reach has are due: few by themselves, many for the worker to find. */
export async function invalidateReached(tx: Tx, reach: Reach, setup: StoredSetup, few: number): Promise<void> {
  if (reach.base === 'everything') return invalidateAll(tx)
  const roots = await rootsFoundBy(tx.db, rootsOfReach(setup, reach, clock()), few + 1)
  if (roots.length > few) await invalidateSet(tx, { reach })
  else await invalidateRoots(tx, roots)
}

/** From so many products on, reaches are asked for all of them at once, and other threads help. */
const manyDue = 4000

/**
 * Evaluates all that is due, some hundred families at a time; what was done stays done where it is cancelled. Where very
 * many are due, `startHelpers` is asked for other threads that do the same.
 */
export async function evaluateDue(
  now: () => number,
  { onProgress, cancelled }: WorkControls = {},
  { startHelpers, many = manyDue }: { startHelpers?: StartHelpers; many?: number } = {},
): Promise<{ products: number }> {
  let products = 0
  let total = 0
  const onEvaluated = (n: number) => {
    products += n
    total = Math.max(total, products)
    onProgress?.(products, total)
  }
  let known: Promise<KnownReach> | undefined
  let knownFor = ''
  let helpers: EvaluationHelper[] = []
  /** What is known of reaches; asked again where the set-up was changed and many are left. */
  async function reach() {
    if (total - products < many) return known
    const evaluated = await evaluatedWith(database(), now())
    if (evaluated.key !== knownFor) {
      ;[known, knownFor] = [askReach(evaluated), evaluated.key]
      void known.then(
        (k) => helpers.forEach((h) => h.use(k)),
        () => undefined,
      )
    }
    return known
  }
  const stopped = () => cancelled?.() === true
  // More may have come while the last was evaluated.
  for (let before = -1; before < products && !stopped();) {
    before = products
    await inTransaction(findDue)
    total = Math.max(total, products + (await countDue(database())))
    const given = await reach()
    helpers = given && total - products >= many ? (startHelpers?.(onEvaluated) ?? []) : []
    for (const h of helpers) h.use(given!)
    try {
      await evaluateBlocks({ now, reach, onEvaluated, stopped })
    } finally {
      // What is left now is in their hands, or is not to be done.
      for (const h of helpers) h.stop()
    }
    await Promise.all(helpers.map((h) => h.done))
  }
  await inTransaction(foldSums)
  return { products }
}

/** Finds the products that sets of what is due stand for. */
async function findDue(tx: Tx) {
  const setup = await loadSetup(tx.db)
  for (const taken of await takeDueSets(tx)) {
    try {
      // A savepoint: a set that cannot be found holds up no other.
      await inTransaction(async (inner) => {
        // Pages have nothing to do with a day that begins, nor with how texts are to be written.
        const isReadinessAlone = 'all' in taken.what
        for (const roots of rootsOrAll(taken.what, setup))
          await (isReadinessAlone ? evaluateWhere(inner, roots) : invalidateWhere(inner, roots))
      })
    } catch (e) {
      if (isOutage(e) || mustBeginAgain(e)) throw e
      console.error(`The products of ${JSON.stringify(taken.what)} could not be found for their readiness:`, e)
      await keepFailedSet(tx, taken, (e as Error).message.slice(0, 500))
    }
  }
  // They are found, and are evaluated next; nothing more is to be done for them at the end.
  tx.invalidated = nothingInvalidated()
}

/** After work that was set aside, the same is not begun again for so long, in milliseconds. */
const pauseAfterFailure = 15 * 60_000

/** Rises when products are evaluated otherwise than before. */
const evaluating = 4

/**
 * Has everything evaluated anew where a day has begun in some storefront since the last time, or where this version evaluates
 * otherwise; and has work taken up that nobody does. Does nothing else.
 */
export async function lookAfterReadiness(now: number): Promise<void> {
  await inTransaction(async (tx) => {
    const setup = await loadSetup(tx.db)
    const days = `${evaluating} ${[...setup.storefronts.values()].map((s) => `${s.code}:${dateIn(s.timeZone, now)}`).join(' ')}`
    // One number for all of it: the days of all storefronts and the version.
    const mark = shortHash(days)
    const { products, due, busy } = await evaluationState(tx.db, new Date(now - pauseAfterFailure))
    if ((await readMark(tx.db, 'evaluated')) !== mark) {
      await writeMark(tx.db, 'evaluated', mark)
      if (products) await invalidateSet(tx, { all: true })
    } else if (due && !busy) await enqueueEvaluation(tx)
  })
}
