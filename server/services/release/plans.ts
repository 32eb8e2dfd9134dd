import type { Person } from '@contracts/people'
import type { ReleasePlan, ReleasePlanBody } from '@contracts/release'
import type { Storefront } from '@core/catalogue/model'
import { guardProblem, nextRun } from '@core/release/plan'
import { database, inTransaction, isOutage, type Tx } from '../../db/connect'
import { namesOfPeople, personById } from '../../db/queries/people'
import {
  deletePlan,
  duePlans,
  insertPlan,
  lockPlan,
  planById,
  plannedReleases,
  plansOf,
  updatePlan,
  type PlanRow,
} from '../../db/queries/release-plans'
import { countStaged } from '../../db/queries/released-pages'
import {
  countLivePages,
  deleteRelease,
  lockLivePointer,
  releaseById,
  updateRelease,
  type ReleaseRow,
} from '../../db/queries/releases'
import { loadSetup } from '../../db/queries/setup'
import { authorize } from '../people/permission'
import { notFound, Problem } from '../problem'
import { rowNumber } from '../row-number'
import { standing } from './documents'
import { isFrozen } from './frozen'
import { takeLive, whyNotLive } from './going-live'
import { beginRelease, storefrontOfScope } from './releases'

// Standing plans: the worker prepares a release when a plan is due, and makes it live once it is prepared, unless a
// guard of the plan holds it back.

const approvalsNeeded = (storefront: Storefront | undefined): number => storefront?.releasing.approvals ?? 0
/** Whether a plan releases by itself when its moment comes. */
const isOn = ({ paused, stopped, approvedBy }: PlanRow, needed: number): boolean =>
  !paused && stopped === null && approvedBy.length >= needed

async function documentsOfPlans(rows: readonly PlanRow[]): Promise<ReleasePlan[]> {
  const db = database()
  const { storefronts } = await loadSetup(db)
  const names = await namesOfPeople(
    db,
    rows.flatMap((r) => [r.owner, ...r.approvedBy]),
  )
  const nameOf = (id: number) => names.get(id) ?? 'somebody who was removed'
  return rows.map(({ nextRun: next, owner, approvedBy, ...row }) => {
    const needed = approvalsNeeded(storefronts.get(row.storefront))
    return {
      ...row,
      next: isOn({ ...row, nextRun: next, owner, approvedBy }, needed) ? next.toISOString() : null,
      owner: owner === null ? null : nameOf(owner),
      needed,
      approvals: approvedBy.map(nameOf),
    }
  })
}

/** The standing plans of a storefront, or of all. */
export async function listPlans(storefront?: string): Promise<{ items: ReleasePlan[] }> {
  return { items: await documentsOfPlans(await plansOf(database(), storefront)) }
}

const planOf = async (tx: Tx, id: string): Promise<PlanRow> => {
  const row = await lockPlan(tx, rowNumber(id))
  if (!row) throw notFound(`release plan with the id ${id}`)
  return row
}

async function documentOfPlan(id: number): Promise<ReleasePlan> {
  const row = await planById(database(), id)
  if (!row) throw notFound(`release plan with the id ${id}`)
  return (await documentsOfPlans([row]))[0]!
}

/** What is written of a plan that somebody saves: it is theirs, goes on, and has to be approved anew. */
const written = (body: ReleasePlanBody, { name, timeZone }: Storefront, person: Person, now: number) => ({
  ...body,
  title: body.title || `Plan of ${name}`,
  days: [...new Set(body.days)].sort((a, b) => a - b),
  stopped: null,
  nextRun: new Date(nextRun(body, timeZone, now)),
  owner: person.id,
  approvedBy: [],
})

/** Makes a standing plan. Throws 403, 422. */
export async function createPlan(person: Person, body: ReleasePlanBody, now: number): Promise<ReleasePlan> {
  authorize(person, 'release')
  const storefront = await storefrontOfScope(body.storefront, body.scope)
  const id = await inTransaction((tx) => insertPlan(tx, written(body, storefront, person, now)))
  return documentOfPlan(id)
}

/** Writes a plan anew: it goes on if it had stopped, and has to be approved anew. Throws 403, 404, 422. */
export async function changePlan(person: Person, id: string, body: ReleasePlanBody, now: number): Promise<ReleasePlan> {
  authorize(person, 'release')
  const storefront = await storefrontOfScope(body.storefront, body.scope)
  const number = await inTransaction(async (tx) => {
    const plan = await planOf(tx, id)
    await updatePlan(tx, plan.id, written(body, storefront, person, now))
    return plan.id
  })
  return documentOfPlan(number)
}

/** Pauses a plan, or lets it go on: what was approved stays approved, and what it missed is not made up for. */
export async function pausePlan(person: Person, id: string, paused: boolean, now: number): Promise<ReleasePlan> {
  authorize(person, 'release')
  const number = await inTransaction(async (tx) => {
    const plan = await planOf(tx, id)
    const { timeZone } = await storefrontOfScope(plan.storefront, {})
    const next = new Date(nextRun(plan, timeZone, now))
    await updatePlan(tx, plan.id, { paused, ...(paused ? {} : { stopped: null, nextRun: next }) })
    return plan.id
  })
  return documentOfPlan(number)
}

/** Approves a plan of somebody else, instead of each of its releases. Throws 403, 404, 409. */
export async function approvePlan(person: Person, id: string): Promise<ReleasePlan> {
  authorize(person, 'release')
  const number = await inTransaction(async (tx) => {
    const plan = await planOf(tx, id)
    if (plan.owner === person.id)
      throw new Problem(409, 'Not now', 'Whoever made or changed a plan cannot approve it. Ask somebody else.')
    const approvedBy = [...new Set([...plan.approvedBy, person.id])]
    await updatePlan(tx, plan.id, { approvedBy })
    return plan.id
  })
  return documentOfPlan(number)
}

/** Deletes a plan; what it released stays. Throws 403, 404. */
export async function removePlan(person: Person, id: string): Promise<void> {
  authorize(person, 'release')
  await inTransaction(async (tx) => deletePlan(tx, (await planOf(tx, id)).id))
}

/** The states of a release that a plan has begun and not ended. */
const begun = ['preparing', 'draft'] as const

/** Begins the releases of the plans whose moment has come, and takes those live that are prepared. */
export async function followPlans(now: number): Promise<void> {
  for (const plan of await duePlans(database(), now)) await inTransaction((tx) => begin(tx, plan.id, now))
  for (const release of await plannedReleases(database(), ['draft'])) await finish(release, now)
}

/** Whether a release of a plan is being prepared, or waits to go live; one that could not be prepared is neither. */
async function isUnderWay(tx: Tx, plan: number): Promise<boolean> {
  const releases = await standing(await plannedReleases(tx.db, begun, plan))
  return releases.some(({ state }) => state !== 'failed')
}

/** Begins the release of a plan, if nothing of it is under way, and says when it releases next. */
async function begin(tx: Tx, id: number, now: number): Promise<void> {
  const plan = await lockPlan(tx, id)
  if (!plan || plan.nextRun.getTime() > now) return
  const storefront = (await loadSetup(tx.db)).storefronts.get(plan.storefront)
  if (!storefront) return stopPlan(tx, plan, 'The storefront has been deleted.')
  await updatePlan(tx, id, { nextRun: new Date(nextRun(plan, storefront.timeZone, now)) })
  if (isFrozen(storefront, now) || !isOn(plan, approvalsNeeded(storefront))) return
  if (await isUnderWay(tx, id)) return
  const owner = plan.owner === null ? undefined : await personById(tx.db, plan.owner)
  if (!owner) return stopPlan(tx, plan, 'The person whose plan it is has been removed. Save it again.')
  const { title, scope } = plan
  await beginRelease(tx, { storefront: storefront.code, title, scope, plan: id }, owner, now)
}

const stopPlan = (tx: Tx, { id }: Pick<PlanRow, 'id'>, why: string): Promise<void> =>
  updatePlan(tx, id, { stopped: why })

/** Makes a release of a plan live, or says why it stays a draft that somebody has to look at. */
async function finish(release: ReleaseRow, now: number): Promise<void> {
  try {
    await inTransaction((tx) => finishNow(tx, release.id, now))
  } catch (e) {
    if (isOutage(e)) throw e
    const stopped = whyNotLive(release, e)
    await inTransaction((tx) => updateRelease(tx, release.id, { stopped }))
  }
}

async function finishNow(tx: Tx, id: number, now: number): Promise<void> {
  const { storefront: code } = (await releaseById(tx.db, id)) ?? {}
  if (code === undefined) return
  await lockLivePointer(tx, code)
  const release = await releaseById(tx.db, id)
  if (release?.state !== 'draft' || release.plan === null || release.stopped !== null) return
  const plan = await lockPlan(tx, release.plan)
  const storefront = (await loadSetup(tx.db)).storefronts.get(code)
  if (!plan || !storefront) return
  if (!isOn(plan, approvalsNeeded(storefront)))
    throw new Problem(409, 'Not now', 'Its plan was paused or changed while this was prepared.')
  const change = await countStaged(tx.db, id)
  // A plan that finds nothing to release leaves nothing behind.
  if (change.added + change.changed + change.removed === 0) return deleteRelease(tx, id)
  const live = (await countLivePages(tx.db)).get(code) ?? 0
  const guarded = guardProblem(plan, { ...change, live })
  if (guarded !== undefined) {
    await updateRelease(tx, id, { stopped: guarded })
    return stopPlan(tx, plan, guarded)
  }
  const person = plan.owner === null ? undefined : await personById(tx.db, plan.owner)
  if (!person) throw new Problem(409, 'Person removed', 'The person whose plan it is has been removed.')
  authorize(person, 'release')
  await takeLive(tx, release, storefront, {
    person,
    now,
    source: { personId: person.id, origin: 'plan', by: plan.title },
  })
}
