import { sql } from 'drizzle-orm'
import { beforeAll, describe, expect, it } from 'vitest'
import type { Person } from '@contracts/people'
import type { ReleasePlan } from '@contracts/release'
import type { ReleaseRules } from '@core/release/approval'
import { ownDatabase, now } from './database'

ownDatabase()
const { database, inTransaction } = await import('@server/db/connect')
const { personById } = await import('@server/db/queries/people')
const { plannedReleases } = await import('@server/db/queries/release-plans')
const { insertStaged } = await import('@server/db/queries/released-pages')
const { livePointer, releaseById, updateRelease } = await import('@server/db/queries/releases')
const { readStorefront, writeStorefront } = await import('@server/db/queries/set-up-records')
const { raiseStamp } = await import('@server/db/queries/setup')
const { getRelease } = await import('@server/services/release/documents')
const { approvePlan, changePlan, createPlan, followPlans, listPlans, pausePlan, removePlan } =
  await import('@server/services/release/plans')

const storefront = 'uk'
const day = 86_400_000
let maren: Person
let otto: Person
beforeAll(async () => {
  const people = await Promise.all([1, 2, 3, 4, 5, 6].map((id) => personById(database(), id)))
  const known = people.flatMap((p) => p ?? [])
  maren = known.find((p) => p.role === 'manager')!
  // Somebody else who may release.
  otto = { ...known.find((p) => p.role === 'administrator')!, role: 'manager' }
})

/** How the storefront wants to be released. */
async function rules(releasing: ReleaseRules) {
  await inTransaction(async (tx) => {
    await writeStorefront(tx, { ...(await readStorefront(tx.db, storefront))!, releasing })
    await raiseStamp(tx.db, 'setup')
  })
}
const free: ReleaseRules = { approvals: 0, frozen: null, keeps: 50 }

const wanted = {
  storefront,
  title: 'Every morning',
  scope: {},
  days: [1, 2, 3, 4, 5, 6, 7],
  time: '06:00',
  mostChanged: null,
  leastLeft: null,
  paused: false,
}
const runOf = ({ next }: ReleasePlan): number => Date.parse(next!)
const planCalled = async (id: number): Promise<ReleasePlan> =>
  (await listPlans(storefront)).items.find((p) => p.id === id)!
/** The releases that a plan has begun and not ended. */
const begunBy = async ({ id }: ReleasePlan) => plannedReleases(database(), ['preparing', 'draft'], id)

let documents = 0
/** Does what the worker does with a release that a plan began: some pages change. */
async function prepare(release: number, keys: readonly string[]) {
  await inTransaction(async (tx) => {
    const row = { group: '', begins: -Infinity, document: ++documents, slug: null, category: null, name: null }
    const staged = keys.map((key) => ({
      ...{ language: 'en-GB', kind: 'product', key, change: 'changed' as const, changes: [], title: key, type: null },
      ...{ held: [], rows: [row], causes: [], like: null },
    }))
    await insertStaged(tx, release, staged)
    const counts = { added: 0, changed: keys.length, removed: 0, held: 0, leftOut: 0, unchanged: 0 }
    await updateRelease(tx, release, { state: 'draft', counts })
  })
}
/** Has a plan begin its release, and prepares it. Returns its id. */
async function begin(plan: ReleasePlan, keys: readonly string[]): Promise<number> {
  await followPlans(runOf(plan))
  const [release] = await begunBy(plan)
  await prepare(release!.id, keys)
  return release!.id
}
const removeAll = async () => {
  for (const { id } of (await listPlans()).items) await removePlan(maren, String(id))
}

describe('a standing plan', () => {
  it('prepares a release at its moment and makes it live once it is prepared, once, under its owner’s name', async () => {
    await rules(free)
    const plan = await createPlan(maren, wanted, now)
    const run = runOf(plan)
    expect(run - now).toBeLessThanOrEqual(day)
    await followPlans(run - 1)
    expect(await begunBy(plan)).toEqual([])
    // Two workers look for it at the same moment.
    await Promise.all([followPlans(run), followPlans(run)])
    const begun = await begunBy(plan)
    expect(begun.map((r) => [r.state, r.title])).toEqual([['preparing', 'Every morning']])
    expect(runOf(await planCalled(plan.id))).toBe(run + day)
    await prepare(begun[0]!.id, ['A', 'B'])
    await Promise.all([followPlans(run + 1000), followPlans(run + 1000)])
    expect(await getRelease(String(begun[0]!.id))).toMatchObject({ state: 'live', live: { person: maren.name } })
  })
  it('leaves nothing behind where there is nothing to release', async () => {
    const [plan] = (await listPlans(storefront)).items
    const id = await begin(plan!, [])
    const { number } = await livePointer(database(), storefront)
    await followPlans(runOf(plan!) + 1000)
    expect(await releaseById(database(), id)).toBeUndefined()
    expect((await livePointer(database(), storefront)).number).toBe(number)
    await removeAll()
  })
  it('is not held up by a release that could not be prepared', async () => {
    const plan = await createPlan(maren, wanted, now)
    await followPlans(runOf(plan))
    const [failed] = await begunBy(plan)
    await followPlans(runOf(plan) + day)
    expect(await begunBy(plan)).toHaveLength(1)
    await database().execute(sql`update job set state = 'failed' where id::text = ${failed!.job}`)
    await followPlans(runOf(plan) + 2 * day)
    expect(await begunBy(plan)).toHaveLength(2)
    await removeAll()
  })
  it('stops where a guard is hurt, says why, and goes on once somebody lets it', async () => {
    const plan = await createPlan(maren, { ...wanted, mostChanged: 50 }, now)
    const id = await begin(plan, ['A', 'B'])
    await followPlans(runOf(plan) + 1000)
    const why = '2 of 2 live pages would change or go: more than 50%.'
    expect(await getRelease(String(id))).toMatchObject({ state: 'draft', stopped: why })
    expect(await planCalled(plan.id)).toMatchObject({ stopped: why, next: null })
    await followPlans(runOf(plan) + 2 * day)
    expect(await begunBy(plan)).toEqual([])
    expect(await pausePlan(maren, String(plan.id), false, now)).toMatchObject({ stopped: null, next: plan.next })
    const next = await begin(plan, ['A'])
    await followPlans(runOf(plan) + 1000)
    expect(await getRelease(String(next))).toMatchObject({ state: 'live' })
    await removeAll()
  })
  it('releases nothing while it is paused, nor what it prepared before', async () => {
    const plan = await createPlan(maren, wanted, now)
    const id = await begin(plan, ['A'])
    expect(await pausePlan(maren, String(plan.id), true, now)).toMatchObject({ paused: true, next: null })
    await followPlans(runOf(plan) + 1000)
    expect(await getRelease(String(id))).toMatchObject({ state: 'draft', stopped: expect.stringContaining('paused') })
    await followPlans(runOf(plan) + 3 * day)
    expect(await begunBy(plan)).toEqual([])
    await removeAll()
  })
  it('keeps still while the storefront is frozen, and comes again after it', async () => {
    const plan = await createPlan(maren, wanted, now)
    const until = new Date(runOf(plan) + 3_600_000).toISOString().slice(0, 16)
    await rules({ ...free, frozen: { from: null, to: until, why: 'Stocktaking' } })
    await followPlans(runOf(plan))
    expect(await begunBy(plan)).toEqual([])
    expect(runOf(await planCalled(plan.id))).toBe(runOf(plan) + day)
    await rules(free)
    await removeAll()
  })
  it('is approved instead of its releases, by others, until it is changed', async () => {
    await rules({ ...free, approvals: 1 })
    const plan = await createPlan(maren, wanted, now)
    expect(plan).toMatchObject({ next: null, needed: 1, approvals: [] })
    await expect(approvePlan(maren, String(plan.id))).rejects.toMatchObject({ status: 409 })
    const approved = await approvePlan(otto, String(plan.id))
    expect(approved).toMatchObject({ approvals: [otto.name], next: expect.any(String) })
    const id = await begin(approved, ['A'])
    await followPlans(runOf(approved) + 1000)
    expect(await getRelease(String(id))).toMatchObject({ state: 'live' })
    const changed = await changePlan(maren, String(plan.id), { ...wanted, time: '07:00' }, now)
    expect(changed).toMatchObject({ approvals: [], next: null, time: '07:00' })
    await followPlans(now + 5 * day)
    expect(await begunBy(plan)).toEqual([])
    await rules(free)
    await removeAll()
  })
  it('is refused where it names what there is not, and to whoever may not release', async () => {
    const reader: Person = { ...maren, role: 'translator' }
    await expect(createPlan(reader, wanted, now)).rejects.toMatchObject({ status: 403 })
    await expect(createPlan(maren, { ...wanted, storefront: 'none' }, now)).rejects.toMatchObject({ status: 422 })
    await expect(createPlan(maren, { ...wanted, scope: { skus: ['none'] } }, now)).rejects.toMatchObject({
      status: 422,
    })
    await expect(removePlan(maren, '4711')).rejects.toMatchObject({ status: 404 })
    await expect(removePlan(maren, 'x')).rejects.toMatchObject({ status: 404 })
  })
})
